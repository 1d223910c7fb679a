import { parentPort } from 'node:worker_threads';
import { papersPdf } from './paperPdf.ts';

// A thread of its own: hundreds of slips take seconds, and nobody else waits for that.
parentPort?.on('message', async (papers: readonly string[]) => parentPort?.postMessage(await papersPdf(papers)));
