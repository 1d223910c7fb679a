import { randomUUID } from 'node:crypto';
import type { RequestHandler } from 'express';
import type { Logger } from 'pino';
import { whenClosed } from './whenClosed.ts';

/** What is counted of every answer. */
export interface Watch {
  answered(method: string, route: string, status: number, seconds: number): void;
}

/**
 * Gives every request an id, and writes one line of each: method, route, status, milliseconds. Never a body, an address, or
 * what stands in place of a route's names, which may be a secret.
 */
export function watchRequests(log: Logger, watch?: Watch): RequestHandler {
  return (req, res, next) => {
    const began = performance.now();
    const requestId = randomUUID();
    res.locals.requestId = requestId;
    res.setHeader('Request-Id', requestId);
    whenClosed(res, () => {
      const ms = performance.now() - began;
      const route: string = res.locals.route ?? res.locals.kind ?? 'none';
      watch?.answered(req.method, route, res.statusCode, ms / 1000);
      if (!log.isLevelEnabled('info')) return;
      const cut = !res.writableFinished && { cut: true };
      log.info({ event: 'request', requestId, method: req.method, route, status: res.statusCode, ms: Math.round(ms * 10) / 10, ...cut });
    });
    next();
  };
}
