import type { Instant } from '@ostrakon/core';
import type { Logger } from 'pino';
import type { LabelDesk } from './labelDesk.ts';

/** Carriers are asked in the hours when nobody packs, by UTC: once between them. */
const DAY_LENGTH = 10;

/**
 * Asks carriers each night where everything is that has not arrived.
 * @param every how often it is looked whether a night has passed, in milliseconds
 * @returns what stops it
 */
export function watchParcels(desk: Pick<LabelDesk, 'look'>, { now, log }: { now(): Instant; log: Logger }, every: number): () => void {
  let last = '';
  const look = () => {
    const day = now().slice(0, DAY_LENGTH);
    if (day === last) return;
    last = day;
    desk.look().then(
      (seen) => seen.looked > 0 && log.info({ event: 'parcels.looked', ...seen }),
      (err: unknown) => log.error({ event: 'parcels.failed', err }),
    );
  };
  const timer = setInterval(look, every);
  timer.unref();
  return () => clearInterval(timer);
}
