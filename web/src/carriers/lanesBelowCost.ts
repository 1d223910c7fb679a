import type { Finding, RateBook } from '@ostrakon/core';
import { carrierApi } from '../api/carrierApi.ts';
import { askWorker } from '../ui/askWorker.ts';

/** Lanes that sell below what carriers asked in the latest survey; none while there is no survey. */
export async function lanesBelowCost(book: RateBook, signal: AbortSignal): Promise<readonly Finding<'belowCost'>[]> {
  const latest = (await carrierApi.surveys()).find(({ status }) => status === 'done');
  if (!latest) return [];
  const survey = await carrierApi.survey(latest.id);
  signal.throwIfAborted();
  const worker = new Worker(new URL('./belowCost.worker.ts', import.meta.url), { type: 'module' });
  const { answer, stop } = askWorker<readonly Finding<'belowCost'>[]>(worker, { book, survey });
  signal.addEventListener('abort', stop, { once: true });
  return answer;
}
