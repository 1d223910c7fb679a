import { parentPort } from 'node:worker_threads';
import { makePaper } from '../../papers/paperEngine.ts';
import { answering } from '../../threadAsker.ts';
import { papersPdf } from './paperPdf.ts';
import type { PapersMade, PaperToMake } from './paperThread.ts';

// A thread of its own: hundreds of slips take seconds, and nobody else waits for that.

async function made(papers: readonly PaperToMake[]): Promise<PapersMade> {
  const pages: string[] = [];
  for (const { source, data } of papers) {
    const { html, faults } = makePaper(source, data);
    const [fault] = faults;
    if (fault) return { ok: false, fault };
    pages.push(html);
  }
  return { ok: true, pdf: await papersPdf(pages) };
}

parentPort?.on(
  'message',
  answering((told) => parentPort?.postMessage(told), made),
);
