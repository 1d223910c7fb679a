import { parentPort } from 'node:worker_threads';
import { type PaperText, pagePdf } from './pagePdf.ts';

// A thread of its own: a paper takes some tenths of a second, and nobody else waits for that.
parentPort?.on('message', async (text: PaperText) => parentPort?.postMessage(await pagePdf(text)));
