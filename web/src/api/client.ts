import { Problem } from '@ostrakon/core';
import type { AnswerOf, BodyOf, Method, OwnerRoutes, ParamNames, Route, RouteKey } from '@ostrakon/core/contract';
import type { z } from 'zod';

/** Problem details the server answered with. */
export class ApiProblem extends Error {
  readonly problem: Problem;

  constructor(problem: Problem) {
    super(problem.detail);
    this.name = 'ApiProblem';
    this.problem = problem;
  }
}

type Key = keyof OwnerRoutes & RouteKey;
type Names<K extends Key> = K extends `${Method} ${infer Path}` ? ParamNames<Path> : never;

/** What goes with a request: parts of its path, a body where the route takes one, a query. */
type Sent<K extends Key> = ([Names<K>] extends [never] ? object : { params: Readonly<Record<Names<K>, string | number>> }) &
  (OwnerRoutes[K] extends { body: NonNullable<Route['body']> } ? { body: BodyOf<OwnerRoutes[K]> } : object) &
  (OwnerRoutes[K] extends { query: infer Q extends z.ZodType }
    ? { query?: Readonly<Partial<Record<keyof z.input<Q>, string | number | undefined>>> }
    : object) & {
    init?: Pick<RequestInit, 'signal' | 'keepalive'>;
  };
type Rest<K extends Key> = object extends Sent<K> ? [sent?: Sent<K>] : [sent: Sent<K>];

interface Loose {
  readonly params?: Readonly<Record<string, string | number>>;
  readonly query?: Readonly<Record<string, string | number | undefined>>;
  readonly body?: unknown;
  readonly init?: RequestInit;
}

/** What was asked for before this script was there, each to be used once. */
const asked = (globalThis as { ostrakonAsked?: Map<string, Promise<Response>> }).ostrakonAsked;

function early(url: string): Promise<Response> | undefined {
  const answer = asked?.get(url);
  asked?.delete(url);
  return answer;
}

/** Told when the server wants somebody to sign in, who was signed in or not known to be. */
export const signIn: { needed: () => void } = { needed: () => undefined };

async function send(key: string, { params = {}, query = {}, body, init }: Loose = {}): Promise<Response> {
  const at = key.indexOf(' ');
  const method = key.slice(0, at);
  const path = key.slice(at + 1).replaceAll(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(params[name])));
  const search = Object.entries(query).flatMap(([name, value]) => (value === undefined ? [] : `${name}=${encodeURIComponent(value)}`));
  const url = `/api${path}${search.length > 0 ? `?${search.join('&')}` : ''}`;
  // Where asking early failed, it is asked again.
  const first = method === 'GET' && init === undefined ? await early(url)?.catch(() => undefined) : undefined;
  const isFile = body instanceof Blob;
  const type = isFile ? 'application/octet-stream' : 'application/json';
  const sent = body !== undefined && { headers: { 'content-type': type }, body: isFile ? body : JSON.stringify(body) };
  const answer = first ?? (await fetch(url, { ...init, method, ...sent }));
  if (answer.ok) return answer;
  const problem = Problem.parse(await answer.json());
  if (problem.code === 'not-signed-in') signIn.needed();
  throw new ApiProblem(problem);
}

/**
 * Asks the owner's door.
 * @param key the route, by method and path
 * @param schema reads the answer
 */
export async function ask<K extends Key, S extends z.ZodType<AnswerOf<OwnerRoutes[K]>>>(
  key: K,
  schema: S,
  ...[sent]: Rest<K>
): Promise<z.output<S>> {
  const answer = await send(key, sent as Loose);
  return schema.parse(answer.status === 204 ? null : await answer.json());
}

/** Asks for what is no JSON, or of which nothing is read. */
export async function askFile<K extends Key>(key: K, ...[sent]: Rest<K>): Promise<Blob> {
  return (await send(key, sent as Loose)).blob();
}
