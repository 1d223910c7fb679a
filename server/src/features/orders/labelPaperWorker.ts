import { parentPort } from 'node:worker_threads';
import type { LabelPaper } from '@ostrakon/core/contract';
import { labelsOnPaper } from './labelPaper.ts';

// A thread of its own: many labels take a while to be put together, and nobody else waits for that.
parentPort?.on('message', async ({ files, paper }: { files: readonly Uint8Array[]; paper: LabelPaper }) =>
  parentPort?.postMessage(await labelsOnPaper(files, paper)),
);
