import type { Response } from 'express';

/** Calls back once an answer is sent, or its asker has left. However many ask for that, the answer is listened to once. */
export function whenClosed(res: Response, then: () => void): void {
  if (res.closed) {
    then();
    return;
  }
  const waiting: (() => void)[] | undefined = res.locals.whenClosed;
  if (waiting) {
    waiting.push(then);
    return;
  }
  const all = [then];
  res.locals.whenClosed = all;
  res.once('close', () => {
    for (const one of all) one();
  });
}
