import { type AnswerOf, isFile, METHODS, type Method, type ParamNames, partsOf, type Route, type Routes } from '@ostrakon/core/contract';
import { type Request, type RequestHandler, type Response, Router } from 'express';
import type { z } from 'zod';
import { bodyValue } from './bodyValue.ts';
import { inTurn } from './inTurn.ts';
import { HttpProblem } from './problems.ts';

/** What a request says, read by the table: parts of its path, query and body. */
export interface Asked<K extends string, R extends Route, Who> {
  readonly params: R['params'] extends z.ZodType ? z.output<R['params']> : Readonly<Record<ParamNames<PathOf<K>>, string>>;
  readonly query: R['query'] extends z.ZodType ? z.output<R['query']> : undefined;
  readonly body: R['body'] extends z.ZodType ? z.output<R['body']> : undefined;
  readonly who: Who;
  readonly req: Request;
  readonly res: Response;
}

type PathOf<K extends string> = K extends `${Method} ${infer Path}` ? Path : never;

/** Said by a handler that has answered by itself. */
class Answered {
  readonly answered = true;
}
export const ANSWERED = new Answered();

/** What handlers give away is not changed by whoever sends it. */
type Given<T> = T extends readonly (infer E)[] ? readonly Given<E>[] : T extends object ? { readonly [K in keyof T]: Given<T[K]> } : T;

type Handler<K extends string, R extends Route, Who> = (
  asked: Asked<K, R, Who>,
) => Given<AnswerOf<R>> | Answered | Promise<Given<AnswerOf<R>> | Answered>;

/** Handlers for all routes of a table that `Named` names. */
export type Handlers<T extends Routes, Who, Named extends keyof T = keyof T> = {
  readonly [K in Named]: T[K] extends Route ? Handler<K & string, T[K], Who> : never;
};

export interface DoorRules<Who> {
  /** Who asks; throws where nobody may ask so. Called before the body is read. */
  admit(route: Route, req: Request): Who;
  /** What reads the body of a route that takes one. */
  parse(route: Route): RequestHandler;
  /** What stands between what was read and its answer. */
  readonly turn?: RequestHandler;
}

const requireJson: RequestHandler = (req, _res, next) => {
  const type = req.headers['content-type'];
  // As nearly everybody writes it.
  if (type === 'application/json') return next();
  if (req.is('application/json') === false) throw new HttpProblem('media-type', 'Send the request body as application/json.');
  if (type !== undefined && /charset="?(?!utf-8)/i.test(type))
    throw new HttpProblem('media-type', 'The encoding of the body is not supported. Send JSON in UTF-8.');
  next();
};

function paramsOf({ params }: Route, req: Request): unknown {
  if (!params) return req.params;
  const read = params.safeParse(req.params);
  if (!read.success) throw new HttpProblem('not-found', `Nothing is at ${req.path}.`);
  return read.data;
}

/** What routes with a query make of none. */
const withoutQuery = new WeakMap<z.ZodType, unknown>();

function queryOf({ query }: Route, req: Request): unknown {
  if (!query || req.url.includes('?')) return query?.parse(req.query);
  const held = withoutQuery.get(query);
  if (held !== undefined) return held;
  const read = query.parse({});
  withoutQuery.set(query, read);
  return read;
}

/** What a request says; its body is read when it is asked for. */
class Saying {
  readonly params: unknown;
  readonly query: unknown;
  readonly who: unknown;
  readonly req: Request;
  readonly res: Response;
  readonly #route: Route;
  #body: unknown;
  #read = false;

  constructor(route: Route, req: Request, res: Response) {
    this.params = paramsOf(route, req);
    this.query = queryOf(route, req);
    this.who = res.locals.who;
    this.req = req;
    this.res = res;
    this.#route = route;
  }

  get body(): unknown {
    const { body } = this.#route;
    if (!this.#read && body && !isFile(body)) {
      // A route that takes nothing is not held to sending nothing.
      this.#body = body.parse(bodyValue(this.req.body));
      this.#read = true;
    }
    return this.#body;
  }
}

type AnyHandler = (asked: Asked<string, Route, unknown>) => unknown;

function handlerOf(route: Route, handler: AnyHandler): RequestHandler {
  return async (req, res) => {
    const answer = await handler(new Saying(route, req, res) as never);
    if (answer === ANSWERED) return;
    res.status(route.status ?? 200);
    if (route.answer === null) res.end();
    else res.json(answer);
  };
}

const ORDER = new Map(METHODS.map((method, at) => [method, at]));

const allowed = (methods: readonly Method[]): string =>
  [
    ...methods
      .toSorted((a, b) => (ORDER.get(a) ?? 0) - (ORDER.get(b) ?? 0))
      .flatMap((method) => (method === 'GET' ? ['GET', 'HEAD'] : [method])),
    'OPTIONS',
  ].join(', ');

/** Of two paths that fit, the one with the longer word comes first: `/drafts/live` before `/drafts/:id`. */
const byPlainness = (a: string, b: string): number => {
  const [left, right] = [a.split('/'), b.split('/')];
  for (const [at, part] of left.entries()) {
    const other = right[at];
    if (other === undefined) return 1;
    if (part.startsWith(':') !== other.startsWith(':')) return part.startsWith(':') ? 1 : -1;
  }
  return 0;
};

/** Whether a route takes JSON; files are read by whoever takes them. */
const readsBody = (method: Method, { body }: Route): boolean =>
  method !== 'GET' && method !== 'DELETE' && body !== undefined && !isFile(body);

/**
 * What answers a table of routes. Who asks is looked at before anything is read of what they say. Asked with another method,
 * an address says which it takes (RFC 9110, section 15.5.6).
 */
export function doorOf<T extends Routes, Who>(table: T, handlers: Handlers<T, Who>, rules: DoorRules<Who>): RequestHandler {
  const router = Router();
  // Routes without names in their paths are found by what is asked, as it is nearly always written; the router finds all others.
  const plain = new Map<string, RequestHandler>();
  const turn = rules.turn ? [rules.turn] : [];
  const byPath = new Map<string, [Method, string, Route][]>();
  for (const [key, route] of Object.entries(table) as [string, Route][]) {
    const { method, path } = partsOf(key);
    byPath.set(path, [...(byPath.get(path) ?? []), [method, key, route]]);
  }
  for (const [path, list] of [...byPath].sort(([a], [b]) => byPlainness(a, b))) {
    const at = router.route(path);
    for (const [method, key, route] of list) {
      const handler = (handlers as unknown as Readonly<Record<string, AnyHandler>>)[key];
      if (!handler) throw new Error(`Nothing answers ${key}`);
      const admit: RequestHandler = (req, res, next) => {
        res.locals.route = key;
        res.locals.who = rules.admit(route, req);
        next();
      };
      const reads = readsBody(method, route) ? [requireJson, rules.parse(route)] : [];
      const answer = inTurn(admit, ...reads, ...turn, handlerOf(route, handler));
      at[method.toLowerCase() as 'get'](answer);
      if (!path.includes(':')) plain.set(`${method} ${path}`, answer);
    }
    const allow = allowed(list.map(([method]) => method));
    at.all((req, res) => {
      res.set('Allow', allow);
      if (req.method !== 'OPTIONS') throw new HttpProblem('method-not-allowed', `This address takes ${allow}, not ${req.method}.`);
      res.status(204).end();
    });
  }
  return (req, res, next) => (plain.get(`${req.method} ${req.path}`) ?? router)(req, res, next);
}
