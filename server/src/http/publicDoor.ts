import { hash } from 'node:crypto';
import type { KeyScope, Route } from '@ostrakon/core/contract';
import cors from 'cors';
import express, { type NextFunction, type Request, type RequestHandler, type Response } from 'express';
import { type ClientRateLimitInfo, ipKeyGenerator, MemoryStore, type Options } from 'express-rate-limit';
import { LRUCache } from 'lru-cache';
import type { HeldKey, KeyRing } from '../ports/keyRing.ts';
import { HttpProblem } from './problems.ts';
import { turnsOfEach } from './turns.ts';
import { whenClosed } from './whenClosed.ts';

/** Largest body of a buyer's question, and of what the shop's own server sends with a key, in bytes. */
const MOST_QUESTION_BYTES = 256 * 1024;

export interface PublicLimits {
  /** Requests a minute from one address, or from one address with one page key. */
  readonly perMinute: number;
  /** Requests a minute with one server key: it asks for all buyers of the shop. */
  readonly perMinuteOfKey: number;
  /** Requests under way at the same time, all in all and of one asker. */
  readonly atOnce: number;
  readonly atOnceOfOne: number;
  /** Requests that are worked on at the same time of one asker without a server key; others of theirs wait. */
  readonly atWorkOfOne: number;
}

export const PUBLIC_LIMITS: PublicLimits = {
  perMinute: 600,
  perMinuteOfKey: 60_000,
  atOnce: 400,
  atOnceOfOne: 100,
  atWorkOfOne: 4,
};

/** Who asks at the buyers' door: anybody, or whoever holds a key. */
export interface Caller {
  readonly key: HeldKey | null;
}

const BEARER = /^Bearer\s+(\S+)$/i;

const ownPage = ({ headers: { origin, host } }: Request): boolean =>
  origin === undefined || (URL.canParse(origin) && new URL(origin).host === host);

const refuse = (code: 'key-refused' | 'origin-refused', detail: string) => new HttpProblem(code, detail);

/** The key a request shows: a server key as bearer token (RFC 6750), or a page key in its address. */
function keyOf(req: Request, keys: KeyRing): HeldKey | null {
  const { authorization } = req.headers;
  if (authorization !== undefined) {
    const key = keys.find(BEARER.exec(authorization)?.[1] ?? '');
    if (key?.kind !== 'server') throw refuse('key-refused', 'This server key is not known here, or was ended.');
    return key;
  }
  const asked = req.url.includes('?') ? req.query.key : undefined;
  if (asked === undefined) return null;
  const key = typeof asked === 'string' ? keys.find(asked) : null;
  if (key?.kind !== 'page') throw refuse('key-refused', 'This page key is not known here, or was ended.');
  return key;
}

/** Whether the page that asks may read the answer: by a page key that names where it is from. */
const mayRead = (key: HeldKey | null, origin: string | undefined): boolean =>
  origin !== undefined && key?.kind === 'page' && key.origins.has(origin);

/** Who asks, and what browsers are to let other sites read (Fetch standard, CORS protocol). */
function callers(keys: KeyRing): RequestHandler {
  const know: RequestHandler = (req, res, next) => {
    res.setHeader('X-Content-Type-Options', 'nosniff');
    res.setHeader('Cache-Control', 'no-store');
    const key = keyOf(req, keys);
    const { origin } = req.headers;
    const reads = mayRead(key, origin);
    if (!reads && !ownPage(req))
      throw refuse('origin-refused', `Pages from ${String(origin).slice(0, 200)} need a page key that names that address.`);
    res.locals.who = { key } satisfies Caller;
    res.locals.asker = key?.kind === 'server' ? key.id : `${key?.id ?? ''} ${ipKeyGenerator(req.ip ?? '')}`;
    res.locals.mayRead = reads;
    res.setHeader('Cross-Origin-Resource-Policy', reads ? 'cross-origin' : 'same-origin');
    if (key) keys.used(key.id);
    next();
  };
  const share = cors<Request>((req, done) =>
    done(null, {
      origin: req.res?.locals.mayRead === true,
      methods: ['GET', 'POST'],
      allowedHeaders: ['Content-Type', 'If-None-Match'],
      exposedHeaders: ['ETag', 'Request-Id', 'Retry-After', 'RateLimit', 'RateLimit-Policy'],
      maxAge: 600,
      // Of pages of the shop's own there is nothing to be let.
      preflightContinue: req.res?.locals.mayRead !== true,
    }),
  );
  // Browsers say where a page is from; of whoever says nothing there is nothing to be let.
  return (req, res, next) => know(req, res, () => (req.headers.origin === undefined ? next() : share(req, res, next)));
}

const callerOf = (req: Request): Caller => req.res?.locals.who ?? { key: null };

/** By whom requests are counted: a server key, or an address with the page key it shows. */
const askerOf = (req: Request): string => req.res?.locals.asker ?? '';

/**
 * How long whoever asks too much waits to be told so, at least and at most: asking faster gets them nothing sooner. They are told
 * at moments of their own: told all at once, they would ask again all at once, and others would wait for that.
 */
const SLOWED_MS = [500, 1500] as const;
const slowedFor = (): number => SLOWED_MS[0] + Math.random() * (SLOWED_MS[1] - SLOWED_MS[0]);
/** Most that are kept waiting so of one asker; more are cut off. */
const MOST_SLOWED = 500;

/** Refuses late, so that a flood comes no faster than its refusals. */
function slowly(): (req: Request, res: Response, next: NextFunction) => void {
  const slowed = new Map<string, number>();
  return (req, _res, next) => {
    const asker = askerOf(req);
    const waiting = slowed.get(asker) ?? 0;
    if (waiting >= MOST_SLOWED) {
      req.socket.destroy();
      return;
    }
    slowed.set(asker, waiting + 1);
    setTimeout(() => {
      const left = (slowed.get(asker) ?? 1) - 1;
      if (left > 0) slowed.set(asker, left);
      else slowed.delete(asker);
      next(
        new HttpProblem('too-many-requests', 'Too many requests in this minute. The fields RateLimit and Retry-After say when to go on.'),
      );
    }, slowedFor());
  };
}

/** Askers whose mark in the fields of the limit is kept. */
const MOST_MARKED = 10_000;

/**
 * What is left to an asker, in the fields of the draft standard of the IETF (draft-ietf-httpapi-ratelimit-headers, version 8): one
 * policy, and how it stands. The package writes the same, but makes an asker's mark anew for each request.
 */
function limitFields(windowMs: number): (res: Response, asker: string, limit: number, info: ClientRateLimitInfo) => void {
  const marks = new LRUCache<string, string>({ max: MOST_MARKED });
  const mark = (asker: string): string => {
    const held = marks.get(asker);
    if (held !== undefined) return held;
    const made = Buffer.from(hash('sha256', asker, 'hex').slice(0, 12)).toString('base64');
    marks.set(asker, made);
    return made;
  };
  return (res, asker, limit, { totalHits, resetTime }) => {
    const left = Math.max(0, Math.ceil(((resetTime?.getTime() ?? 0) - Date.now()) / 1000));
    res.setHeader('RateLimit', `"questions"; r=${Math.max(0, limit - totalHits)}; t=${left}`);
    res.setHeader('RateLimit-Policy', `"questions"; q=${limit}; w=${windowMs / 1000}; pk=:${mark(asker)}:`);
    if (totalHits > limit) res.setHeader('Retry-After', left);
  };
}

/** So many requests a minute. Counted by the package's own store: its handler asks eight times for what is known here. */
function perMinute({ perMinute: anybody, perMinuteOfKey }: PublicLimits): RequestHandler {
  const windowMs = 60_000;
  const counted = new MemoryStore(undefined);
  counted.init({ windowMs } as Options);
  const tell = limitFields(windowMs);
  const refuseSlowly = slowly();
  return async (req, res, next) => {
    const asker = askerOf(req);
    const limit = callerOf(req).key?.kind === 'server' ? perMinuteOfKey : anybody;
    const info = await counted.increment(asker);
    tell(res, asker, limit, info);
    if (info.totalHits > limit) refuseSlowly(req, res, next);
    else next();
  };
}

/** So many requests under way, of which one asker has a share: more are turned away before anything is read of them. */
function atOnce({ atOnce: all, atOnceOfOne }: PublicLimits): RequestHandler {
  let underWay = 0;
  const byAsker = new Map<string, number>();
  return (req, res, next) => {
    const asker = askerOf(req);
    const own = byAsker.get(asker) ?? 0;
    if (underWay >= all || own >= atOnceOfOne)
      throw new HttpProblem('busy', 'Too many requests at the same time. Try again in a second.', { retryAfter: 1 });
    underWay += 1;
    byAsker.set(asker, own + 1);
    whenClosed(res, () => {
      underWay -= 1;
      const left = (byAsker.get(asker) ?? 1) - 1;
      if (left > 0) byAsker.set(asker, left);
      else byAsker.delete(asker);
    });
    next();
  };
}

/** What stands before the routes of the buyers' door; nothing of it is shared with the owner's. */
export function publicGuards(keys: KeyRing, limits: PublicLimits): RequestHandler[] {
  return [callers(keys), perMinute(limits), atOnce(limits)];
}

/** Whoever asks for all buyers of the shop waits for nobody's turn. */
export const publicTurns = ({ atWorkOfOne }: PublicLimits): RequestHandler =>
  turnsOfEach(atWorkOfOne, ({ req }) => (callerOf(req).key?.kind === 'server' ? null : askerOf(req)));

/** Small bodies, as they are: nothing is unpacked for anybody, and nothing understood that may be answered from memory. */
export const publicParser: RequestHandler = express.raw({ limit: MOST_QUESTION_BYTES, inflate: false, type: () => true });

/** Who asks, where a route is theirs. Orders are taken from the shop's own front, too, where that is open. */
export const admitCaller = (frontOpen: boolean) =>
  function admit({ who }: Route, req: Request): Caller {
    const caller = callerOf(req);
    if (who === 'buyer' || (who === 'orders' && frontOpen && caller.key === null)) return caller;
    if (caller.key?.kind === 'server' && caller.key.scopes.has(who as KeyScope)) return caller;
    throw new HttpProblem('key-needed', `This takes a server key for ${who}.`);
  };
