import { setImmediate } from 'node:timers/promises';
import { type GoodsAnswer, type GoodsChange, MOST_PRODUCTS, OwnCharge, Product, Size } from '@ostrakon/core';
import type { EntityManager } from 'typeorm';
import { HttpProblem } from '../../http/problems.ts';
import type { Database } from '../../persistence/database.ts';
import { ProductEntity, type ProductRow } from '../../persistence/entities.ts';

function fromRow({ position: _position, goodsGroup, size, ownCharge, tags, ...row }: ProductRow): Product {
  return Product.parse({
    ...row,
    group: goodsGroup,
    size: size === null ? null : Size.parse(JSON.parse(size)),
    ownCharge: ownCharge === null ? null : OwnCharge.parse(JSON.parse(ownCharge)),
    tags: JSON.parse(tags),
  });
}

const toRow = ({ group, size, ownCharge, tags, ...product }: Product, position: number): ProductRow => ({
  ...product,
  goodsGroup: group,
  size: size === null ? null : JSON.stringify(size),
  ownCharge: ownCharge === null ? null : JSON.stringify(ownCharge),
  tags: JSON.stringify(tags),
  position,
});

/** Rows written in one statement; between two of them a request may be called off. */
const SLICE = 500;

function slices<T>(list: readonly T[]): (readonly T[])[] {
  return Array.from({ length: Math.ceil(list.length / SLICE) }, (_, at) => list.slice(at * SLICE, (at + 1) * SLICE));
}

interface Held {
  readonly product: Product;
  readonly position: number;
}

/** What the shop sells, in the owner's order; held in memory for the public quote path. */
export class GoodsStore {
  readonly #database: Database;
  #held: ReadonlyMap<string, Held>;
  #products: ReadonlyMap<string, Product> = new Map();

  private constructor(database: Database, held: ReadonlyMap<string, Held>) {
    this.#database = database;
    this.#held = held;
    this.#take(held);
  }

  static async open(database: Database): Promise<GoodsStore> {
    const rows = await database.read.find(ProductEntity, { order: { position: 'ASC' } });
    return new GoodsStore(database, new Map(rows.map((row) => [row.id, { product: fromRow(row), position: row.position }])));
  }

  #take(held: ReadonlyMap<string, Held>): void {
    this.#held = held;
    this.#products = new Map([...held].map(([id, { product }]) => [id, product]));
  }

  get byId(): ReadonlyMap<string, Product> {
    return this.#products;
  }

  #edited(edit: GoodsChange['edit'][number], at: number): Product {
    const held = this.#held.get(edit.id);
    if (!held) {
      const detail = `No product has the article number "${edit.id}".`;
      throw new HttpProblem('unknown-product', detail, { errors: [{ pointer: `/edit/${at}/id`, detail }] });
    }
    return { ...held.product, ...edit.set } as Product;
  }

  /**
   * Takes all of a change or, when it fails or is called off, nothing.
   * @param calledOff asked between slices of rows
   */
  async change(change: GoodsChange, calledOff: () => boolean = () => false): Promise<GoodsAnswer> {
    let inverse: GoodsChange = { put: [], edit: [], remove: [] };
    await this.#database.write(
      async (manager) => {
        const written = new Map(
          [...change.edit.map((edit, at) => this.#edited(edit, at)), ...change.put].map((product) => [product.id, product]),
        );
        const next = new Map(this.#held);
        const gone = change.remove.filter((id) => next.delete(id));
        let position = Math.max(-1, ...[...this.#held.values()].slice(-1).map((last) => last.position)) + 1;
        for (const product of written.values()) {
          const known = next.get(product.id);
          next.set(product.id, { product, position: known?.position ?? position++ });
        }
        if (next.size > MOST_PRODUCTS) throw new HttpProblem('too-many-products', `This would make ${next.size} products.`);
        await this.#store(
          manager,
          gone,
          [...written.keys()].map((id) => next.get(id) as Held),
          calledOff,
        );
        inverse = this.#inverse(gone, [...written.keys()]);
        return next;
      },
      (next) => this.#take(next),
    );
    return { inverse, count: change.put.length + change.edit.length + change.remove.length };
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
        slice.map(({ product, position }) => toRow(product, position)),
        ['id'],
      );
    }
    await goOn();
  }

  #inverse(gone: readonly string[], written: readonly string[]): GoodsChange {
    const before = [...gone, ...written].flatMap((id) => this.#held.get(id)?.product ?? []);
    return { put: before, edit: [], remove: written.filter((id) => !this.#held.has(id)) };
  }
}
