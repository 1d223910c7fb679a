import { GoodsAnswer, type GoodsChange, GoodsImport } from '@ostrakon/core';
import { ask, post } from './client.ts';

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
  const { id } = await ask(GoodsImport, '/products/imports', { ...post({}), ...init });
  try {
    for (const part of parts) await ask(GoodsImport, `/products/imports/${id}/parts`, { ...post(part), ...init });
    return await ask(GoodsAnswer, `/products/imports/${id}/taken`, { ...post({}), ...init });
  } catch (error) {
    // Nobody is told of this one: what is forgotten here is forgotten there after a while.
    void fetch(`/api/products/imports/${id}`, { method: 'DELETE' }).catch(() => undefined);
    throw error;
  }
}

/** Sends a change to the goods; all of it is taken, or none. */
export function changeGoods(change: Partial<GoodsChange>, signal?: AbortSignal): Promise<GoodsAnswer> {
  const init = signal ? { signal } : {};
  const parts = partsOf(change);
  if (parts.length <= 1) return ask(GoodsAnswer, '/products/changes', { ...post(change), ...init });
  const count = PARTS.reduce((sum, name) => sum + (change[name]?.length ?? 0), 0);
  return count <= MOST_AT_ONCE ? ask(GoodsAnswer, '/products/changes', { ...post(change), ...init }) : importGoods(parts, init);
}
