import { EntitySchema } from 'typeorm';

// Drafts, editions and when they were live, as rows lie on disk. Documents are JSON text, parsed by the stores with the schemas of core.

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

export interface FeedRow {
  name: string;
  secret: string;
  madeAt: string;
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

export const FeedEntity = new EntitySchema<FeedRow>({
  name: 'Feed',
  tableName: 'feed',
  columns: { name: { type: 'varchar', primary: true }, secret: { type: 'varchar' }, madeAt: { type: 'varchar', name: 'made_at' } },
});
