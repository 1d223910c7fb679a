import { GoodsAnswer, type GoodsChange, GoodsImport } from '@ostrakon/core';
import { ask, askFile } from './client.ts';

/** Most products in one body; a larger change is sent in parts and taken as one. */
const MOST_AT_ONCE = 1000;
const PARTS = ['put', 'back', 'edit', 'remove'] as const;

function partsOf(change: Partial<GoodsChange>): Partial<GoodsChange>[] {
  return PARTS.flatMap((name) => {
    const list: readonly unknown[] = change[name] ?? [];
    return Array.from({ length: Math.ceil(list.length / MOST_AT_ONCE) }, (_, at) => ({
      [name]: list.slice(at * MOST_AT_ONCE, (at + 1) * MOST_AT_ONCE),
    }));
  });
}

async function importGoods(parts: readonly Partial<GoodsChange>[], init: RequestInit): Promise<GoodsAnswer> {
  const { id } = await ask('POST /products/imports', GoodsImport, { body: {}, init });
  try {
    for (const part of parts) await ask('POST /products/imports/:id/parts', GoodsImport, { params: { id }, body: part, init });
    return await ask('POST /products/imports/:id/taken', GoodsAnswer, { params: { id }, body: {}, init });
  } catch (error) {
    // Nobody is told of this one: what is forgotten here is forgotten there after a while.
    void askFile('DELETE /products/imports/:id', { params: { id } }).catch(() => undefined);
    throw error;
  }
}

/** Sends a change to the goods; all of it is taken, or none. */
export function changeGoods(change: Partial<GoodsChange>, signal?: AbortSignal): Promise<GoodsAnswer> {
  const init = signal ? { signal } : {};
  const parts = partsOf(change);
  if (parts.length <= 1) return ask('POST /products/changes', GoodsAnswer, { body: change, init });
  const count = PARTS.reduce((sum, name) => sum + (change[name]?.length ?? 0), 0);
  return count <= MOST_AT_ONCE ? ask('POST /products/changes', GoodsAnswer, { body: change, init }) : importGoods(parts, init);
}
