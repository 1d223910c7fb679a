import type { NextFunction, Request, RequestHandler, Response } from 'express';

/**
 * Handlers one after another, as one: the router need not look for each of them anew. What one of them throws, or tells the next,
 * goes to whoever handles errors, as it does in a router.
 */
export function inTurn(...handlers: readonly RequestHandler[]): RequestHandler {
  const go = (at: number, req: Request, res: Response, next: NextFunction): void => {
    const handler = handlers[at];
    if (!handler) {
      next();
      return;
    }
    try {
      const done: unknown = handler(req, res, (error?: unknown) => (error ? next(error) : go(at + 1, req, res, next)));
      if (done instanceof Promise) done.catch((error: unknown) => next(error ?? new Error('Refused without a reason')));
    } catch (error) {
      next(error);
    }
  };
  return (req, res, next) => go(0, req, res, next);
}
