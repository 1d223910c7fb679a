import { randomUUID } from 'node:crypto';
import { type GoodsAnswer, GoodsChange, type GoodsImport, MOST_PRODUCTS } from '@ostrakon/core';
import { LRUCache } from 'lru-cache';
import { HttpProblem } from '../../http/problems.ts';
import type { GoodsStore } from './goodsStore.ts';

interface Import {
  readonly change: GoodsChange;
  /** The answer, or the work on it: asked for twice, it is done once. */
  taken?: Promise<GoodsAnswer> | undefined;
}

const MOST_AT_ONCE = 8;
const FORGOTTEN_AFTER_MS = 600_000;
const PARTS = ['put', 'back', 'edit', 'remove'] as const;

/** Changes to the goods too large for one body: they come in parts, and nothing of them is taken before all are there. */
export class GoodsImports {
  readonly #goods: GoodsStore;
  readonly #imports = new LRUCache<string, Import>({ max: MOST_AT_ONCE, ttl: FORGOTTEN_AFTER_MS, updateAgeOnGet: true });

  constructor(goods: GoodsStore) {
    this.#goods = goods;
  }

  begin(): GoodsImport {
    const id = randomUUID();
    this.#imports.set(id, { change: GoodsChange.parse({}) });
    return { id, count: 0 };
  }

  #require(id: string): Import {
    const held = this.#imports.get(id);
    if (!held)
      throw new HttpProblem('not-found', 'This import was not begun here, was called off, or has waited too long. Begin it again.');
    return held;
  }

  add(id: string, part: GoodsChange): GoodsImport {
    const { change, taken } = this.#require(id);
    if (taken) throw new HttpProblem('id-in-use', 'This import is being taken already.');
    for (const name of PARTS) for (const entry of part[name]) change[name].push(entry as never);
    const count = PARTS.reduce((sum, name) => sum + change[name].length, 0);
    if (PARTS.some((name) => change[name].length > MOST_PRODUCTS)) {
      this.#imports.delete(id);
      throw new HttpProblem('too-many-products', `An import has at most ${MOST_PRODUCTS} products.`);
    }
    return { id, count };
  }

  /** Takes all of it, or, when it fails or is called off, nothing. */
  async take(id: string, calledOff: () => boolean): Promise<GoodsAnswer> {
    const held = this.#require(id);
    held.taken ??= this.#goods.change(held.change, calledOff).catch((error: unknown) => {
      held.taken = undefined;
      throw error;
    });
    return held.taken;
  }

  callOff(id: string): void {
    this.#imports.delete(id);
  }
}
