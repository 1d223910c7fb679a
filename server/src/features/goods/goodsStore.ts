import { Product } from '@ostrakon/core';
import type { Database } from '../../persistence/database.ts';
import { ProductEntity, type ProductRow } from '../../persistence/entities.ts';

const fromRow = ({ id, name, goodsGroup, price, weight, delivered }: ProductRow): Product =>
  Product.parse({ id, name, group: goodsGroup, price, weight, delivered });

/** What the shop sells, in the owner's order; held in memory for the public quote path. */
export class GoodsStore {
  readonly #database: Database;
  #products: ReadonlyMap<string, Product>;

  private constructor(database: Database, products: ReadonlyMap<string, Product>) {
    this.#database = database;
    this.#products = products;
  }

  static async open(database: Database): Promise<GoodsStore> {
    const rows = await database.read.find(ProductEntity, { order: { position: 'ASC' } });
    return new GoodsStore(database, new Map(rows.map((row) => [row.id, fromRow(row)])));
  }

  get byId(): ReadonlyMap<string, Product> {
    return this.#products;
  }

  /** Adds products that are not there yet. */
  async add(products: readonly Product[]): Promise<void> {
    const first = this.#products.size;
    const rows = products.map(({ group, ...product }, at) => ({ ...product, goodsGroup: group, position: first + at }));
    await this.#database.write((manager) => manager.insert(ProductEntity, rows));
    this.#products = new Map([...this.#products, ...products.map((product) => [product.id, product] as const)]);
  }
}
