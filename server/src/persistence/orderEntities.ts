import { EntitySchema } from 'typeorm';

// Orders, the parts they travel in, their labels and buyers, as rows lie on disk. Documents are JSON text, parsed by the stores with the schemas of core.

export interface ShopOrderRow {
  number: number;
  reference: string;
  placedAt: string;
  /** 0 where no edition answers for its time. */
  edition: number;
  language: string | null;
  cart: string;
  choices: string;
  /** What delivery costs, in minor units. */
  delivery: number;
  /** Its goods as they were sold; null until somebody has looked at it as the desk does. */
  sold: string | null;
  notes: string | null;
  /** A digest of the shop's own reference of who bought. */
  readonly buyerMark: string | null;
}

/** Who buys: all that is said of a person. */
export interface OrderBuyerRow {
  order: number;
  name: string;
  mail: string;
  street: string;
  town: string;
  telephone: string | null;
  /** What a search looks through, and what makes two orders those of one buyer. */
  search: string | null;
  byName: string | null;
  byMail: string | null;
}

/** A part of an order that travels by itself. */
export interface ConsignmentRow {
  id: number;
  revision: number;
  order: number;
  part: number;
  parts: number;
  placedAt: string;
  state: string;
  service: string;
  kind: string;
  origin: string | null;
  to: number;
  price: number;
  tax: number;
  taxRate: number;
  pieces: number;
  weight: number;
  parcels: number;
  goods: string;
  search: string;
  countsOn: string | null;
  readonly packBy: string | null;
  leavesOn: string | null;
  dueAt: string | null;
  window: string | null;
  first: string | null;
  last: string | null;
  carriage: number | null;
  packaging: number;
  into: string | null;
  givenBack: number;
  /** Its lines, parcels and who carries it. */
  plan: string;
  /** The consignment it travels with; itself where it leads. */
  lead: number | null;
  /** Of what travels with others: what it was by itself, and of the one that leads how all are packed. */
  together: string | null;
  /** Labels that were bought for it and are not void. */
  labels: number;
  noted: boolean;
}

/** A label of one parcel. It is written down as asked before its carrier is asked, so that it is bought once however often that breaks off. */
export interface ParcelLabelRow {
  id: number;
  consignment: number;
  /** Which of its parcels, from 0. */
  parcel: number;
  account: string;
  service: string;
  /** What makes asking again harmless. */
  once: string;
  state: 'asked' | 'bought' | 'failed' | 'void';
  tracking: string | null;
  cost: number | null;
  /** Why it failed. */
  detail: string | null;
  at: string;
  seenAt: string | null;
  events: string | null;
}

/** Something that happened to a consignment. */
export interface ConsignmentStepRow {
  seq: number;
  consignment: number;
  at: string;
  by: string;
  what: string;
  from: string;
  to: string;
  note: string;
}

export const ShopOrderEntity = new EntitySchema<ShopOrderRow>({
  name: 'ShopOrder',
  tableName: 'shop_order',
  uniques: [{ name: 'UQ_shop_order_reference', columns: ['reference'] }],
  columns: {
    number: { type: 'integer', primary: true },
    reference: { type: 'varchar' },
    placedAt: { type: 'varchar', name: 'placed_at' },
    edition: { type: 'integer' },
    language: { type: 'varchar', nullable: true },
    cart: { type: 'text' },
    choices: { type: 'text' },
    delivery: { type: 'integer' },
    sold: { type: 'text', nullable: true },
    notes: { type: 'text', nullable: true },
    buyerMark: { type: 'varchar', name: 'buyer_mark', nullable: true },
  },
  indices: [{ name: 'IDX_shop_order_buyer', columns: ['buyerMark', 'placedAt'] }],
});

/** Hours that ran for one buyer and were ended: those that began up to a moment. */
export interface EndedWindowRow {
  readonly buyer: string;
  readonly endedAt: string;
}

export const EndedWindowEntity = new EntitySchema<EndedWindowRow>({
  name: 'EndedWindow',
  tableName: 'ended_window',
  columns: { buyer: { type: 'varchar', primary: true }, endedAt: { type: 'varchar', name: 'ended_at' } },
});

export const OrderBuyerEntity = new EntitySchema<OrderBuyerRow>({
  name: 'OrderBuyer',
  tableName: 'order_buyer',
  columns: {
    order: { type: 'integer', primary: true },
    name: { type: 'varchar' },
    mail: { type: 'varchar' },
    street: { type: 'varchar' },
    town: { type: 'varchar' },
    telephone: { type: 'varchar', nullable: true },
    search: { type: 'varchar', nullable: true },
    byName: { type: 'varchar', name: 'by_name', nullable: true },
    byMail: { type: 'varchar', name: 'by_mail', nullable: true },
  },
  foreignKeys: [{ name: 'FK_order_buyer_order', target: 'ShopOrder', columnNames: ['order'], referencedColumnNames: ['number'] }],
});

export const ConsignmentEntity = new EntitySchema<ConsignmentRow>({
  name: 'Consignment',
  tableName: 'consignment',
  indices: [
    { name: 'IDX_consignment_due', columns: ['state', 'leavesOn', 'dueAt'] },
    { name: 'IDX_consignment_order', columns: ['order'] },
    { name: 'IDX_consignment_placed', columns: ['placedAt'] },
    { name: 'IDX_consignment_lead', columns: ['lead'] },
    { name: 'IDX_consignment_counts', columns: ['countsOn'] },
    { name: 'IDX_consignment_window', columns: ['leavesOn', 'window'] },
  ],
  columns: {
    id: { type: 'integer', primary: true, generated: 'increment' },
    revision: { type: 'integer' },
    order: { type: 'integer' },
    part: { type: 'integer' },
    parts: { type: 'integer' },
    placedAt: { type: 'varchar', name: 'placed_at' },
    state: { type: 'varchar' },
    service: { type: 'varchar' },
    kind: { type: 'varchar' },
    origin: { type: 'varchar', nullable: true },
    to: { type: 'integer' },
    price: { type: 'integer' },
    tax: { type: 'integer' },
    taxRate: { type: 'integer', name: 'tax_rate' },
    pieces: { type: 'integer' },
    weight: { type: 'integer' },
    parcels: { type: 'integer' },
    goods: { type: 'text' },
    search: { type: 'text' },
    countsOn: { type: 'varchar', name: 'counts_on', nullable: true },
    packBy: { type: 'varchar', name: 'pack_by', nullable: true },
    leavesOn: { type: 'varchar', name: 'leaves_on', nullable: true },
    dueAt: { type: 'varchar', name: 'due_at', nullable: true },
    window: { type: 'varchar', nullable: true },
    first: { type: 'varchar', nullable: true },
    last: { type: 'varchar', nullable: true },
    carriage: { type: 'integer', nullable: true },
    packaging: { type: 'integer' },
    into: { type: 'varchar', nullable: true },
    givenBack: { type: 'integer', name: 'given_back' },
    plan: { type: 'text' },
    lead: { type: 'integer', nullable: true },
    together: { type: 'text', nullable: true },
    labels: { type: 'integer' },
    noted: { type: 'boolean' },
  },
  foreignKeys: [{ name: 'FK_consignment_order', target: 'ShopOrder', columnNames: ['order'], referencedColumnNames: ['number'] }],
});

export const ConsignmentStepEntity = new EntitySchema<ConsignmentStepRow>({
  name: 'ConsignmentStep',
  tableName: 'consignment_step',
  indices: [{ name: 'IDX_consignment_step_consignment', columns: ['consignment'] }],
  columns: {
    seq: { type: 'integer', primary: true, generated: 'increment' },
    consignment: { type: 'integer' },
    at: { type: 'varchar' },
    by: { type: 'varchar' },
    what: { type: 'varchar' },
    from: { type: 'varchar' },
    to: { type: 'varchar' },
    note: { type: 'varchar' },
  },
  foreignKeys: [
    { name: 'FK_consignment_step_consignment', target: 'Consignment', columnNames: ['consignment'], referencedColumnNames: ['id'] },
  ],
});

export const ParcelLabelEntity = new EntitySchema<ParcelLabelRow>({
  name: 'ParcelLabel',
  tableName: 'parcel_label',
  uniques: [{ name: 'UQ_parcel_label_once', columns: ['once'] }],
  indices: [{ name: 'IDX_parcel_label_consignment', columns: ['consignment'] }],
  columns: {
    id: { type: 'integer', primary: true, generated: 'increment' },
    consignment: { type: 'integer' },
    parcel: { type: 'integer' },
    account: { type: 'varchar' },
    service: { type: 'varchar' },
    once: { type: 'varchar' },
    state: { type: 'varchar' },
    tracking: { type: 'varchar', nullable: true },
    cost: { type: 'integer', nullable: true },
    detail: { type: 'varchar', nullable: true },
    at: { type: 'varchar' },
    seenAt: { type: 'varchar', name: 'seen_at', nullable: true },
    events: { type: 'text', nullable: true },
  },
  foreignKeys: [
    { name: 'FK_parcel_label_consignment', target: 'Consignment', columnNames: ['consignment'], referencedColumnNames: ['id'] },
  ],
});
