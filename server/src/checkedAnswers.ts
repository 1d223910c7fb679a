import type { IncomingMessage, ServerResponse } from 'node:http';
import { brotliDecompressSync, gunzipSync, inflateSync } from 'node:zlib';
import { Problem } from '@ostrakon/core';
import { openApi, ownerRoutes, partsOf, publicRoutes, type Routes } from '@ostrakon/core/contract';
import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import type { Express, Request, Response } from 'express';
import { OWNER_DOOR, PUBLIC_DOOR, PUBLIC_PATH } from './http/doorFacts.ts';

// Every answer of every test is held to what OpenAPI says of its route: status, media type, and by ajv its schema.

interface Described {
  readonly responses: Readonly<Record<string, { content?: Readonly<Record<string, { schema?: object }>> }>>;
}

/** One door's description, its routes by their keys. */
function described(routes: Routes, facts: typeof OWNER_DOOR) {
  const document = openApi(routes, facts, Problem) as { paths: Record<string, Record<string, Described>>; components: object };
  const ajv = new Ajv2020({ strict: false, allErrors: false });
  formats.default(ajv);
  ajv.addSchema({ $id: 'https://door.invalid/api.json', components: document.components });
  const validators = new Map<string, ValidateFunction>();
  const moved = (schema: object) =>
    JSON.parse(JSON.stringify(schema).replaceAll('"#/components/', '"https://door.invalid/api.json#/components/'));
  const validatorOf = (name: string, schema: object) => {
    const held = validators.get(name) ?? ajv.compile(moved(schema));
    validators.set(name, held);
    return held;
  };
  return (key: string, status: number, type: string, body: unknown): string | null => {
    const { method, path } = partsOf(key);
    const name = `${key} ${status}`;
    const response = document.paths[path.replaceAll(/:(\w+)/g, '{$1}')]?.[method.toLowerCase()]?.responses[status];
    if (!response) return `${name} is not described`;
    if (response.content === undefined) return body === '' ? null : `${name} has a body`;
    const content = response.content[type];
    if (!content) return `${name} answered ${type}`;
    if (!content.schema) return null;
    const validate = validatorOf(name, content.schema);
    if (validate(JSON.parse(String(body)))) return null;
    const [error] = validate.errors ?? [];
    return `${name}: ${error?.instancePath} ${error?.message} ${JSON.stringify(error?.params)} ${String(body).slice(0, 300)}`;
  };
}

let doors: Readonly<Record<'owner' | 'buyers', ReturnType<typeof described>>> | undefined;

const UNPACK = { gzip: gunzipSync, br: brotliDecompressSync, deflate: inflateSync } as const;

/** What was answered with success, by door and route, in all shops of a test file. */
export const answeredRoutes = new Set<string>();

/** All that is written of an answer. */
function recorded(res: ServerResponse): () => Buffer {
  const parts: Buffer[] = [];
  for (const name of ['write', 'end'] as const) {
    const send = res[name] as (...all: unknown[]) => unknown;
    res[name] = ((part: unknown, ...rest: unknown[]) => {
      if (typeof part === 'string' || part instanceof Uint8Array) parts.push(Buffer.from(part as string));
      return send.call(res, part, ...rest);
    }) as never;
  }
  return () => Buffer.concat(parts);
}

/** A JSON answer as text; of any other only whether there was a body. */
function bodyOf(res: ServerResponse, written: Buffer): unknown {
  if (written.length === 0) return '';
  if (!typeOf(res).endsWith('json')) return written;
  const unpack = UNPACK[String(res.getHeader('content-encoding')) as keyof typeof UNPACK];
  return (unpack ? unpack(written) : written).toString('utf8');
}

const typeOf = (res: ServerResponse): string => String(res.getHeader('content-type') ?? '').split(';')[0] ?? '';

/** The application, its answers looked at; what is wrong with them is told by `faults`. */
export function checkedAnswers(app: Express): { app: (req: IncomingMessage, res: ServerResponse) => void; faults: string[] } {
  const faults: string[] = [];
  doors ??= { owner: described(ownerRoutes, OWNER_DOOR), buyers: described(publicRoutes, PUBLIC_DOOR) };
  const look = (req: IncomingMessage, res: ServerResponse) => {
    const written = recorded(res);
    const door = req.url?.startsWith(PUBLIC_PATH) ? 'buyers' : 'owner';
    let looked = false;
    const lookAt = () => {
      if (looked) return;
      looked = true;
      const key: string | undefined = (res as Response).locals.route;
      if (key === undefined || res.statusCode === 304 || req.method === 'HEAD') return;
      if (res.statusCode < 300) answeredRoutes.add(`${door} ${key}`);
      const fault = doors?.[door](key, res.statusCode, typeOf(res), bodyOf(res, written()));
      if (fault) faults.push(fault);
    };
    // Whoever has the last byte of a file may be gone before it is told to have left.
    res.once('finish', lookAt);
    res.once('close', () => {
      if (res.writableEnded || written().length === Number(res.getHeader('content-length') ?? Number.NaN)) lookAt();
    });
    app(req as Request, res as Response);
  };
  return { app: look, faults };
}
