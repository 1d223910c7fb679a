import type { z } from 'zod';
import type { ProblemCode } from '../problemCode.ts';

export const METHODS = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'] as const;
export type Method = (typeof METHODS)[number];

/** A method and a path from the door on; parts that begin with a colon stand for any name. */
export type RouteKey = `${Method} /${string}`;

/** What is sent or answered as a file, by its media type. */
export interface FileKind {
  readonly file: string;
}

/** What one address does when it is asked with one method. */
export interface Route {
  /** One sentence for who reads the description. */
  readonly says: string;
  /** Who may ask. */
  readonly who: string;
  /** Parts of the path; any text where nothing is said. */
  readonly params?: z.ZodObject;
  readonly query?: z.ZodObject;
  readonly body?: z.ZodType | FileKind;
  /** The status of its answer where that is not 200. */
  readonly status?: 201 | 202 | 204;
  /** The answer; null where it has no body. */
  readonly answer: z.ZodType | FileKind | null;
  /** Problems of its own, besides those any route of its door can have. */
  readonly problems?: readonly ProblemCode[];
}

export type Routes = { readonly [K in RouteKey]?: Route };

/** The names in a path. */
export type ParamNames<Path extends string> = Path extends `${infer _}:${infer Rest}`
  ? Rest extends `${infer Name}/${infer After}`
    ? BareName<Name> | ParamNames<`/${After}`>
    : BareName<Rest>
  : never;
type BareName<Text extends string> = Text extends `${infer Name}.${string}` ? Name : Text;

/** What is sent to a route and what it answers, as types. */
export type BodyOf<R extends Route> = R['body'] extends z.ZodType ? z.input<R['body']> : R['body'] extends FileKind ? Blob : undefined;
export type AnswerOf<R extends Route> = R['answer'] extends z.ZodType ? z.output<R['answer']> : R['answer'] extends FileKind ? Blob : null;

export const isFile = (kind: z.ZodType | FileKind | null | undefined): kind is FileKind =>
  typeof kind === 'object' && kind !== null && 'file' in kind;

/** Whether a route goes on telling what happens, and never ends by itself. */
export const goesOn = ({ answer }: Route): boolean => isFile(answer) && answer.file === 'text/event-stream';

/** Method and path of a key. */
export function partsOf(key: string): { method: Method; path: string } {
  const at = key.indexOf(' ');
  return { method: key.slice(0, at) as Method, path: key.slice(at + 1) };
}

/** Names that stand for parts of a path, in its order. */
export const namesIn = (path: string): string[] => [...path.matchAll(/:(\w+)/g)].map(([, name]) => name ?? '');
