import type { MailKind, MailState } from '@ostrakon/core/contract';
import { EntitySchema } from 'typeorm';

/** Rows as they lie on disk. Documents are JSON text, parsed by the stores with the schemas of core. */

export interface DraftRow {
  id: number;
  revision: number;
  document: string;
  /** Which shop this is: anew when a backup or a file takes the place of what was there, whose revisions count anew, too. */
  lineage: string;
  /** What it says of single products, apart from the document. */
  goodsRules: string | null;
  /** Of a draft beside the main one: its name, the edition it began from, when, and when it was thrown away. */
  name: string | null;
  fromEdition: number | null;
  madeAt: string | null;
  thrownAt: string | null;
}

export interface DraftStepRow {
  seq: number;
  draft: number;
  /** The id its maker gave it. */
  step: string;
  kind: 'command' | 'undo' | 'redo';
  /** Of a command: in force, taken back, or out of reach of redo. Undo, redo and what changed nothing are but passed. */
  state: 'done' | 'undone' | 'dropped' | 'passed';
  author: string;
  at: string;
  /** The revision it led to. */
  revision: number;
  /** What undo and redo would have touched after it. */
  undoNext: string | null;
  redoNext: string | null;
  command: string | null;
  args: string | null;
  patch: string;
  inverse: string | null;
}

export interface EditionRow {
  number: number;
  note: string;
  hash: string;
  document: string;
  publishedAt: string;
  /** Trials that failed when it was published, and why it was published all the same. */
  failing: string | null;
  /** The draft it was and at which revision, and the edition live then; null where that was not written down. */
  draft: number | null;
  draftRevision: number | null;
  base: number | null;
  /** Under which name it is kept what the edition says of single products. */
  goodsRules: string | null;
}

export interface GoodsRulesRow {
  hash: string;
  document: string;
}

export interface ReleaseRow {
  seq: number;
  edition: number;
  /** The instant from which the edition is live. */
  from: string;
  /** When it ends; null where it holds until another begins. */
  until: string | null;
  /** The edition that holds from its end on. */
  after: number | null;
  calledOff: string | null;
  author: string;
  note: string;
  /** When this was said. */
  at: string;
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

export interface CarrierAccountRow {
  id: string;
  position: number;
  name: string;
  kind: string;
  carrier: string | null;
  currency: string;
  /** The account key, locked. */
  lockedKey: string | null;
  keySetAt: string | null;
  newServices: string;
  services: string;
  tariff: string | null;
}

export interface SurveyRow {
  id: string;
  name: string;
  at: string;
  questions: number;
  document: string;
}

export interface FeedRow {
  name: string;
  secret: string;
  madeAt: string;
}

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

export const DraftEntity = new EntitySchema<DraftRow>({
  name: 'Draft',
  tableName: 'draft',
  columns: {
    id: { type: 'integer', primary: true },
    revision: { type: 'integer' },
    document: { type: 'text' },
    lineage: { type: 'varchar', default: '' },
    goodsRules: { type: 'text', name: 'goods_rules', nullable: true },
    name: { type: 'varchar', nullable: true },
    fromEdition: { type: 'integer', name: 'from_edition', nullable: true },
    madeAt: { type: 'varchar', name: 'made_at', nullable: true },
    thrownAt: { type: 'varchar', name: 'thrown_at', nullable: true },
  },
});

export const DraftStepEntity = new EntitySchema<DraftStepRow>({
  name: 'DraftStep',
  tableName: 'draft_step',
  uniques: [{ name: 'UQ_draft_step_step', columns: ['step'] }],
  indices: [{ name: 'IDX_draft_step_state', columns: ['draft', 'state'] }],
  columns: {
    seq: { type: 'integer', primary: true, generated: 'increment' },
    draft: { type: 'integer', default: 1 },
    step: { type: 'varchar' },
    kind: { type: 'varchar' },
    state: { type: 'varchar' },
    author: { type: 'varchar' },
    at: { type: 'varchar' },
    revision: { type: 'integer' },
    undoNext: { type: 'varchar', name: 'undo_next', nullable: true },
    redoNext: { type: 'varchar', name: 'redo_next', nullable: true },
    command: { type: 'varchar', nullable: true },
    args: { type: 'text', nullable: true },
    patch: { type: 'text' },
    inverse: { type: 'text', nullable: true },
  },
});

export const EditionEntity = new EntitySchema<EditionRow>({
  name: 'Edition',
  tableName: 'edition',
  columns: {
    number: { type: 'integer', primary: true },
    note: { type: 'text' },
    hash: { type: 'varchar' },
    document: { type: 'text' },
    publishedAt: { type: 'varchar', name: 'published_at' },
    failing: { type: 'text', nullable: true },
    draft: { type: 'integer', nullable: true },
    draftRevision: { type: 'integer', name: 'draft_revision', nullable: true },
    base: { type: 'integer', nullable: true },
    goodsRules: { type: 'varchar', name: 'goods_rules', nullable: true },
  },
});

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

/** What is sent to whom; one row. */
export interface MailSettingRow {
  readonly id: number;
  /** A `MailSettings`. */
  readonly settings: string;
  /** Locked by the shop's key. */
  readonly password: string | null;
  /** The last step of a consignment that e-mails were written for. */
  readonly cursor: number;
}

export const MailSettingEntity = new EntitySchema<MailSettingRow>({
  name: 'MailSetting',
  tableName: 'mail_setting',
  columns: {
    id: { type: 'integer', primary: true },
    settings: { type: 'text' },
    password: { type: 'varchar', nullable: true },
    cursor: { type: 'integer' },
  },
});

/** An e-mail: what it is about, and how far it is. What it says is written when it is sent. */
export interface MailRow {
  readonly id: number;
  /** What makes it the same e-mail: written down twice, it is one. */
  readonly once: string;
  readonly kind: MailKind;
  readonly consignment: number | null;
  readonly order: number | null;
  /** The packer it goes to. */
  readonly packer: string | null;
  readonly to: string | null;
  readonly subject: string | null;
  readonly state: MailState;
  readonly tries: number;
  readonly at: string;
  readonly nextAt: string | null;
  readonly sentAt: string | null;
  readonly detail: string | null;
}

export const MailEntity = new EntitySchema<MailRow>({
  name: 'Mail',
  tableName: 'mail',
  uniques: [{ name: 'UQ_mail_once', columns: ['once'] }],
  indices: [
    { name: 'IDX_mail_due', columns: ['state', 'nextAt'] },
    { name: 'IDX_mail_order', columns: ['order'] },
  ],
  columns: {
    id: { type: 'integer', primary: true, generated: 'increment' },
    once: { type: 'varchar' },
    kind: { type: 'varchar' },
    consignment: { type: 'integer', nullable: true },
    order: { type: 'integer', nullable: true },
    packer: { type: 'varchar', nullable: true },
    to: { type: 'varchar', nullable: true },
    subject: { type: 'varchar', nullable: true },
    state: { type: 'varchar' },
    tries: { type: 'integer' },
    at: { type: 'varchar' },
    nextAt: { type: 'varchar', name: 'next_at', nullable: true },
    sentAt: { type: 'varchar', name: 'sent_at', nullable: true },
    detail: { type: 'varchar', nullable: true },
  },
});

/** What a paper looks like in one language, where that is not what comes with the shop. */
export interface PaperTemplateRow {
  kind: string;
  language: string;
  source: string | null;
  choices: string;
}
export const PaperTemplateEntity = new EntitySchema<PaperTemplateRow>({
  name: 'PaperTemplate',
  tableName: 'paper_template',
  columns: {
    kind: { type: 'varchar', primary: true },
    language: { type: 'varchar', primary: true },
    source: { type: 'text', nullable: true },
    choices: { type: 'text' },
  },
});

export const GoodsRulesEntity = new EntitySchema<GoodsRulesRow>({
  name: 'GoodsRules',
  tableName: 'goods_rules',
  columns: { hash: { type: 'varchar', primary: true }, document: { type: 'text' } },
});

export const ReleaseEntity = new EntitySchema<ReleaseRow>({
  name: 'Release',
  tableName: 'release',
  columns: {
    seq: { type: 'integer', primary: true, generated: 'increment' },
    edition: { type: 'integer' },
    from: { type: 'varchar' },
    until: { type: 'varchar', nullable: true },
    after: { type: 'integer', nullable: true },
    calledOff: { type: 'varchar', name: 'called_off', nullable: true },
    author: { type: 'varchar' },
    note: { type: 'text' },
    at: { type: 'varchar' },
  },
  foreignKeys: [{ name: 'FK_release_edition', target: 'Edition', columnNames: ['edition'], referencedColumnNames: ['number'] }],
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

export const CarrierAccountEntity = new EntitySchema<CarrierAccountRow>({
  name: 'CarrierAccount',
  tableName: 'carrier_account',
  columns: {
    id: { type: 'varchar', primary: true },
    position: { type: 'integer' },
    name: { type: 'varchar' },
    kind: { type: 'varchar' },
    carrier: { type: 'varchar', nullable: true },
    currency: { type: 'varchar' },
    lockedKey: { type: 'text', name: 'locked_key', nullable: true },
    keySetAt: { type: 'varchar', name: 'key_set_at', nullable: true },
    newServices: { type: 'varchar', name: 'new_services' },
    services: { type: 'text' },
    tariff: { type: 'text', nullable: true },
  },
});

export const SurveyEntity = new EntitySchema<SurveyRow>({
  name: 'Survey',
  tableName: 'survey',
  columns: {
    id: { type: 'varchar', primary: true },
    name: { type: 'varchar' },
    at: { type: 'varchar' },
    questions: { type: 'integer' },
    document: { type: 'text' },
  },
});

export const FeedEntity = new EntitySchema<FeedRow>({
  name: 'Feed',
  tableName: 'feed',
  columns: { name: { type: 'varchar', primary: true }, secret: { type: 'varchar' }, madeAt: { type: 'varchar', name: 'made_at' } },
});

export const entities = [
  CarrierAccountEntity,
  ConsignmentEntity,
  ConsignmentStepEntity,
  DayLoadEntity,
  DraftEntity,
  DraftStepEntity,
  EditionEntity,
  EndedWindowEntity,
  FeedEntity,
  GoodsRulesEntity,
  MailEntity,
  MailSettingEntity,
  OrderBuyerEntity,
  PaperTemplateEntity,
  ParcelLabelEntity,
  ProductEntity,
  ReleaseEntity,
  ShopOrderEntity,
  SurveyEntity,
  TrialEntity,
];
