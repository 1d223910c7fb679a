import type { RequestHandler, Response } from 'express';
import pLimit, { type LimitFunction } from 'p-limit';
import { whenClosed } from './whenClosed.ts';

/** Who has more waiting than this is in no hurry, or is a flood: between two of theirs there is a pause. */
const MANY_WAITING = 8;
const PAUSE_MS = 20;

/** Until whatever else has come by now was looked at: answers from memory are given without a pause. */
const afterOthers = (waiting: number) =>
  new Promise<void>((resolve) => {
    if (waiting > MANY_WAITING) setTimeout(resolve, PAUSE_MS);
    else setImmediate(resolve);
  });

/**
 * Of one asker so many are worked on at the same time; what else they ask waits its turn, so that others need not wait for it.
 * Who leaves while waiting is not worked on.
 * @param most at the same time of one asker
 * @param askerOf who asks; null for who does not wait
 */
export function turnsOfEach(most: number, askerOf: (res: Response) => string | null): RequestHandler {
  const turns = new Map<string, LimitFunction>();
  return (_req, res, next) => {
    const asker = askerOf(res);
    if (asker === null) return next();
    const turn = turns.get(asker) ?? pLimit(most);
    turns.set(asker, turn);
    let left = false;
    const closed = new Promise<void>((resolve) =>
      whenClosed(res, () => {
        left = true;
        resolve();
      }),
    );
    void turn(async () => {
      if (left) return;
      next();
      await closed;
      await afterOthers(turn.pendingCount);
    }).finally(() => {
      if (turn.activeCount + turn.pendingCount === 0) turns.delete(asker);
    });
  };
}
