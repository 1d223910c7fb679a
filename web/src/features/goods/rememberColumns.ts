import { GOODS_FIELDS, type GoodsField } from '@ostrakon/core';
import { plainName } from '../../words/plainName.ts';
import type { OpenedFile } from './importMessages.ts';

const KEY = 'ostrakon-goods-columns';

/** What each column was taken for the last time, by its head; `null` is a column that was left out. */
type Remembered = Record<string, GoodsField | null>;

function remembered(): Remembered {
  try {
    const held: unknown = JSON.parse(localStorage.getItem(KEY) ?? '{}');
    return typeof held === 'object' && held !== null ? (held as Remembered) : {};
  } catch {
    return {};
  }
}

/** Keeps what columns were taken for, so that the next file of the same kind needs no matching. */
export function rememberColumns(headers: readonly string[], fields: readonly (GoodsField | null)[]): void {
  const next = { ...remembered() };
  headers.forEach((header, at) => {
    next[plainName(header)] = fields[at] ?? null;
  });
  try {
    localStorage.setItem(KEY, JSON.stringify(next));
  } catch {
    // A browser that keeps nothing asks again.
  }
}

/** What columns of a file are taken for: as the last time where one was met before, else as their heads say. A field is taken once. */
export function recallColumns({ headers, guess }: Pick<OpenedFile, 'headers' | 'guess'>): (GoodsField | null)[] {
  const held = remembered();
  const known: ReadonlySet<unknown> = new Set(GOODS_FIELDS);
  const fields = headers.map((header, at): GoodsField | null => {
    const name = plainName(header);
    if (name === '' || !Object.hasOwn(held, name)) return guess[at] ?? null;
    const field = held[name] ?? null;
    return field === null || known.has(field) ? field : (guess[at] ?? null);
  });
  return fields.map((field, at) => (field !== null && fields.indexOf(field) < at ? null : field));
}
