import { EntitySchema } from 'typeorm';

// Goods, carts kept as trials, and the orders of days, as rows lie on disk. Documents are JSON text, parsed by the stores with the schemas of core.

export interface GoodsRulesRow {
  hash: string;
  document: string;
}

export interface ProductRow {
  id: string;
  position: number;
  name: string;
  price: number;
  weight: string | null;
  size: string | null;
  origin: string | null;
  ownBox: boolean;
  upright: boolean;
  fragile: boolean;
  tags: string;
  hsCode: string | null;
  madeIn: string | null;
}

export interface TrialRow {
  id: string;
  position: number;
  name: string;
  label: string | null;
  cart: string;
  /** When it is bought as seen from the present, in place of the cart's moment. */
  bought: string | null;
  expects: string | null;
}

export interface DayLoadRow {
  kind: 'packing' | 'round';
  /** The location, or the service of a round. */
  owner: string;
  date: string;
  /** When the window of a round begins; empty for packing. */
  window: string;
  orders: number;
}

export const GoodsRulesEntity = new EntitySchema<GoodsRulesRow>({
  name: 'GoodsRules',
  tableName: 'goods_rules',
  columns: { hash: { type: 'varchar', primary: true }, document: { type: 'text' } },
});

export const ProductEntity = new EntitySchema<ProductRow>({
  name: 'Product',
  tableName: 'product',
  columns: {
    id: { type: 'varchar', primary: true },
    position: { type: 'integer' },
    name: { type: 'varchar' },
    price: { type: 'integer' },
    weight: { type: 'varchar', nullable: true },
    size: { type: 'text', nullable: true },
    origin: { type: 'varchar', nullable: true },
    ownBox: { type: 'boolean', name: 'own_box' },
    upright: { type: 'boolean' },
    fragile: { type: 'boolean' },
    tags: { type: 'text' },
    hsCode: { type: 'varchar', name: 'hs_code', nullable: true },
    madeIn: { type: 'varchar', name: 'made_in', nullable: true },
  },
});

export const TrialEntity = new EntitySchema<TrialRow>({
  name: 'Trial',
  tableName: 'trial',
  columns: {
    id: { type: 'varchar', primary: true },
    position: { type: 'integer' },
    name: { type: 'varchar' },
    label: { type: 'varchar', nullable: true },
    cart: { type: 'text' },
    bought: { type: 'text', nullable: true },
    expects: { type: 'text', nullable: true },
  },
});

export const DayLoadEntity = new EntitySchema<DayLoadRow>({
  name: 'DayLoad',
  tableName: 'day_load',
  columns: {
    kind: { type: 'varchar', primary: true },
    owner: { type: 'varchar', primary: true },
    date: { type: 'varchar', primary: true },
    window: { type: 'varchar', primary: true },
    orders: { type: 'integer' },
  },
});
