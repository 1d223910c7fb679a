import type { Operation } from 'fast-json-patch';
// Its parts one by one: the page applies patches and makes none.
import { applyPatch as applyInPlace } from 'fast-json-patch/module/core.mjs';
import { _deepClone, unescapePathComponent } from 'fast-json-patch/module/helpers.mjs';
import { z } from 'zod';

/** One operation of a JSON Patch (RFC 6902). */
export type PatchOperation = Operation;

/** A JSON Patch as it crosses the wire; whether it fits a document shows when it is applied. */
export const Patch: z.ZodType<readonly PatchOperation[]> = z.array(
  z.looseObject({ op: z.enum(['add', 'remove', 'replace']), path: z.string() }),
) as never;

type Container = Record<string, unknown> | unknown[];

const isContainer = (value: unknown): value is Container => typeof value === 'object' && value !== null;

/** The document with everything on the way to `pointer` copied that was not yet, so that an operation there changes only copies. */
function thawed<T>(document: T, pointer: string, copies: WeakSet<object>): T {
  const copyOf = <V>(value: V): V => {
    if (!isContainer(value) || copies.has(value)) return value;
    const copy = (Array.isArray(value) ? [...value] : { ...value }) as V & object;
    copies.add(copy);
    return copy;
  };
  const top = copyOf(document);
  let at: unknown = top;
  for (const part of pointer.split('/').slice(1)) {
    const name = unescapePathComponent(part);
    if (!isContainer(at) || !Object.hasOwn(at, name)) break;
    const held = at as Record<string, unknown>;
    held[name] = copyOf(held[name]);
    at = held[name];
  }
  return top;
}

/**
 * The document after a patch; the one given is not changed, and what the patch does not touch keeps its identity.
 * @throws when an operation does not fit the document, or reaches for a prototype
 */
export function applyPatch<T>(document: T, patch: readonly PatchOperation[]): T {
  const copies = new WeakSet<object>();
  let now = document;
  for (const operation of _deepClone(patch) as PatchOperation[]) {
    now = thawed(now, operation.path, copies);
    if (operation.op === 'move') now = thawed(now, operation.from, copies);
    now = applyInPlace(now, [operation], true, true, true).newDocument;
  }
  return now;
}

/** Whether two documents say the same; quick where they share most of what they hold. */
export function sameDocument(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (!isContainer(a) || !isContainer(b) || Array.isArray(a) !== Array.isArray(b)) return false;
  const names = Object.keys(a);
  if (names.length !== Object.keys(b).length) return false;
  return names.every(
    (name) => Object.hasOwn(b, name) && sameDocument((a as Record<string, unknown>)[name], (b as Record<string, unknown>)[name]),
  );
}
