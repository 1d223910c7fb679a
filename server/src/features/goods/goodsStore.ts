import { setImmediate } from 'node:timers/promises';
import { type GoodsAnswer, type GoodsChange, MOST_PRODUCTS, type ProductFacts } from '@ostrakon/core';
import type { EntityManager } from 'typeorm';
import { HttpProblem } from '../../http/problems.ts';
import type { Database } from '../../persistence/database.ts';
import { ProductEntity } from '../../persistence/goodsEntities.ts';
import { productFromRow, rowOfProduct } from '../../persistence/productRow.ts';
import { slices } from '../../persistence/slices.ts';

interface Held {
  readonly product: ProductFacts;
  readonly position: number;
}

/** What the shop sells, in the owner's order; held in memory for the public quote path. */
export class GoodsStore {
  readonly #database: Database;
  #held: ReadonlyMap<string, Held>;
  #products: ReadonlyMap<string, ProductFacts> = new Map();

  private constructor(database: Database, held: ReadonlyMap<string, Held>) {
    this.#database = database;
    this.#held = held;
    this.#take(held);
  }

  static async open(database: Database): Promise<GoodsStore> {
    const rows = await database.read.find(ProductEntity, { order: { position: 'ASC' } });
    return new GoodsStore(database, new Map(rows.map((row) => [row.id, { product: productFromRow(row), position: row.position }])));
  }

  #take(held: ReadonlyMap<string, Held>): void {
    this.#held = held;
    this.#products = new Map([...held].map(([id, { product }]) => [id, product]));
  }

  get byId(): ReadonlyMap<string, ProductFacts> {
    return this.#products;
  }

  #edited(edit: GoodsChange['edit'][number], at: number): ProductFacts {
    const held = this.#held.get(edit.id);
    if (!held) {
      const detail = `No product has the article number "${edit.id}".`;
      throw new HttpProblem('unknown-product', detail, { errors: [{ pointer: `/edit/${at}/id`, detail }] });
    }
    return { ...held.product, ...edit.set } as ProductFacts;
  }

  /**
   * Takes all of a change or, when it fails or is called off, nothing.
   * @param calledOff asked between slices of rows
   */
  async change(change: Partial<GoodsChange>, calledOff: () => boolean = () => false): Promise<GoodsAnswer> {
    const { put = [], back = [], edit = [], remove = [] } = change;
    return this.#database.write(async (write) => {
      const before = this.#held;
      const edits = edit.map((each, at) => this.#edited(each, at));
      const next = new Map(before);
      const gone = remove.filter((id) => next.delete(id));
      const written = new Map<string, Held>();
      let position = Math.max(-1, ...[...before.values()].slice(-1).map((last) => last.position)) + 1;
      for (const product of [...edits, ...put]) {
        const known = next.get(product.id) ?? written.get(product.id);
        written.set(product.id, { product, position: known?.position ?? position++ });
      }
      for (const { product, position: place } of back) written.set(product.id, { product, position: place });
      for (const [id, held] of written) next.set(id, held);
      if (next.size > MOST_PRODUCTS) throw new HttpProblem('too-many-products', `This would make ${next.size} products.`);
      await this.#store(write.manager, gone, [...written.values()], calledOff);
      // Products that come back stand where they stood, so that the list is put in order anew.
      write.afterCommit(() => this.#take(back.length === 0 ? next : inOrder(next)));
      return {
        inverse: inverseOf(before, gone, [...written.keys()]),
        count: put.length + back.length + edit.length + remove.length,
      };
    });
  }

  async #store(manager: EntityManager, gone: readonly string[], written: readonly Held[], calledOff: () => boolean): Promise<void> {
    const goOn = async () => {
      await setImmediate();
      if (calledOff()) throw new HttpProblem('cancelled', 'The change was called off; nothing was taken.');
    };
    for (const ids of slices(gone)) {
      await goOn();
      await manager.delete(ProductEntity, [...ids]);
    }
    for (const slice of slices(written)) {
      await goOn();
      await manager.upsert(
        ProductEntity,
        slice.map(({ product, position }) => rowOfProduct(product, position)),
        ['id'],
      );
    }
    await goOn();
  }
}

const inOrder = (held: ReadonlyMap<string, Held>) => new Map([...held].sort(([, a], [, b]) => a.position - b.position));

/** What leads back: what was there before is put again, each product in its place. */
function inverseOf(before: ReadonlyMap<string, Held>, gone: readonly string[], written: readonly string[]): GoodsChange {
  return {
    put: written.flatMap((id) => before.get(id)?.product ?? []),
    back: gone.flatMap((id) => before.get(id) ?? []),
    edit: [],
    remove: written.filter((id) => !before.has(id)),
  };
}
