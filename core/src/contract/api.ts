import { z } from 'zod';
import { Command } from '../commands/commands.ts';
import { type DraftStep, HistoryEnds, Revision, StepDone, StepId } from '../commands/draftStep.ts';
import { DayLoad } from '../dispatch/dispatchCalendar.ts';
import { MOST_PRODUCTS, ProductFacts, ProductId } from '../goods/product.ts';
import { Name } from '../names/naming.ts';
import { HolidaysOf, RateBook } from '../rate-book/rateBook.ts';
import { Release } from '../releases/release.ts';
import { ClosedDays } from '../time/closedDays.ts';
import { MOST_TRIALS, Trial, TrialChange } from '../trials/trial.ts';
import { Scope } from './keys.ts';
import { ProblemCode } from './problemCode.ts';

/** Trials that failed when an edition was published, by their names, and why it was published all the same. */
export const Failing = z.strictObject({
  trials: z.array(Name).min(1).max(MOST_TRIALS),
  reason: z.string().trim().min(1, 'Say why it is published all the same').max(500, 'A reason has at most 500 characters'),
});
export type Failing = z.infer<typeof Failing>;

/** An edition without its document. */
export const EditionSummary = z.strictObject({
  number: z.int().min(1),
  note: z.string(),
  /** SHA-256 of the document's canonical JSON, in hexadecimal. */
  hash: z.string().regex(/^[0-9a-f]{64}$/),
  publishedAt: z.iso.datetime(),
  failing: Failing.optional(),
});
export type EditionSummary = z.infer<typeof EditionSummary>;

export const DraftState = z.strictObject({
  revision: Revision,
  book: RateBook,
  history: HistoryEnds,
  /** Which shop the revisions are of: another one after a backup or a file has taken the place of what was there. */
  lineage: z.string().max(64),
});
export type DraftState = z.infer<typeof DraftState>;

/** Most steps sent at once. */
export const MOST_STEPS = 50;

/** Steps for the draft, in their order, made on the revision named. Each is checked when its turn comes. */
export const StepsRequest = z.strictObject({
  revision: Revision,
  lineage: DraftState.shape.lineage.optional(),
  steps: z
    .array(z.looseObject({ id: StepId }))
    .min(1, 'Send at least one step')
    .max(MOST_STEPS, `Send at most ${MOST_STEPS} steps at once`),
});
export type StepsRequest = { revision: number; lineage?: string | undefined; steps: readonly DraftStep[] };

/** Most drafts beside the main one. */
export const MOST_DRAFTS = 20;

const DraftName = z.string().trim().min(1, 'Write a name').max(80, 'A name has at most 80 characters');
const DraftNumber = z.int().min(1);

/** A draft beside the main one: the edition it began from, and when it was thrown away. */
export const DraftSummary = z.strictObject({
  id: z.int().min(2),
  name: z.string(),
  from: z.int().min(0),
  madeAt: z.string(),
  revision: Revision,
  thrownAt: z.string().nullable(),
});
export type DraftSummary = z.infer<typeof DraftSummary>;
export const DraftList = z.strictObject({ drafts: z.array(DraftSummary) });

/** Begins a draft from an edition, with the commands that are its first steps. */
export const MakeDraft = z.strictObject({ name: DraftName, from: z.int().min(1), commands: z.array(Command).max(5000).default([]) });
export type MakeDraft = z.input<typeof MakeDraft>;
export const NameDraft = z.strictObject({ name: DraftName });

/** The edition something was made from and the commands that led there; null where they are not known. */
export const CommandsAnswer = z.strictObject({ base: z.int().min(1).nullable(), commands: z.array(Command).nullable() });
export type CommandsAnswer = z.infer<typeof CommandsAnswer>;

const Note = z.string().trim().max(500, 'A note has at most 500 characters').default('');

export const PublishRequest = z.strictObject({
  revision: Revision,
  draft: DraftNumber.default(1),
  note: Note,
  failing: Failing.optional(),
});
export type PublishRequest = z.input<typeof PublishRequest>;

const EditionNumber = z.int().min(1);

/** Makes an edition of before live again, from now. */
export const ReleaseRequest = z.strictObject({ edition: EditionNumber, note: Note });

const Span = {
  from: z.iso.datetime(),
  /** When it ends; null where it holds until another begins. */
  until: z.iso.datetime().nullable(),
  /** The edition that holds from its end on; null for what would hold without it. */
  after: EditionNumber.nullable(),
};

/** Makes an edition, or the draft as it is at a revision, live at an instant to come. */
export const PlanRequest = z.strictObject({
  what: z.union([z.strictObject({ edition: EditionNumber }), z.strictObject({ revision: Revision, draft: DraftNumber.default(1) })]),
  ...Span,
  note: Note,
});
export type PlanRequest = z.input<typeof PlanRequest>;

/** Moves a plan. */
export const MoveRequest = z.strictObject(Span);
export type MoveRequest = z.infer<typeof MoveRequest>;

export const LiveState = z.strictObject({ edition: EditionSummary.nullable(), book: RateBook.nullable() });
export type LiveState = z.infer<typeof LiveState>;

/** The editions, newest first, and the releases in the order they were said. */
export const EditionList = z.strictObject({ editions: z.array(EditionSummary), releases: z.array(Release) });
export type EditionList = z.infer<typeof EditionList>;

/** Where the calendar of releases is, from the server's address on; null where there is none. */
export const CalendarAddress = z.strictObject({ path: z.string().nullable() });

/** An edition with its document, brought forward where it is of an older format. */
export const EditionDocument = z.strictObject({ edition: EditionSummary, book: RateBook });

/** An edition with all a quote needs besides: to be served by itself, without a database. */
export const EditionFile = z.strictObject({
  format: z.literal('ostrakon-edition'),
  edition: EditionSummary,
  book: RateBook,
  products: z.array(ProductFacts).max(MOST_PRODUCTS),
  loads: z.array(DayLoad),
  /** Keys of the checkout: of servers as hashes. */
  keys: z.array(
    z.strictObject({
      id: z.string(),
      kind: z.enum(['server', 'page']),
      scopes: z.array(Scope),
      origins: z.array(z.string()),
      held: z.string(),
    }),
  ),
});
export type EditionFile = z.infer<typeof EditionFile>;

/** Any of a product's fields but its id. */
export const ProductEdit = z.strictObject({ id: ProductId, set: ProductFacts.omit({ id: true }).partial() });
export type ProductEdit = z.infer<typeof ProductEdit>;

/** A product that was removed, with the place it had. */
const Returned = z.strictObject({ product: ProductFacts, position: z.int().min(0) });

/** Changes to the list of goods, taken all together or not at all. A product put under an id in use replaces it. */
export const GoodsChange = z.strictObject({
  put: z.array(ProductFacts).max(MOST_PRODUCTS).default([]),
  back: z.array(Returned).max(MOST_PRODUCTS).default([]),
  edit: z.array(ProductEdit).max(MOST_PRODUCTS).default([]),
  remove: z.array(ProductId).max(MOST_PRODUCTS).default([]),
});
export type GoodsChange = z.infer<typeof GoodsChange>;

/** What leads back to the goods as they were. */
export const GoodsAnswer = z.strictObject({ inverse: GoodsChange, count: z.int().min(0) });
export type GoodsAnswer = z.infer<typeof GoodsAnswer>;

/** A large change sent in parts: begun, filled part by part, and taken as one. */
export const GoodsImport = z.strictObject({ id: z.string().max(64), count: z.int().min(0) });
export type GoodsImport = z.infer<typeof GoodsImport>;

/** Orders taken so far, by day. */
export const LoadList = z.strictObject({ loads: z.array(DayLoad) });

/** Public holidays of a place, those of one name together. */
export const HolidayList = z.strictObject({ closed: z.array(ClosedDays) });
/** Public holidays of countries and their parts, to be listed in the book. */
export const HolidaysAnswer = z.strictObject({ holidays: z.array(HolidaysOf) });
/** The countries and regions whose public holidays are known. */
export const HolidayPlaces = z.strictObject({
  places: z.array(
    z.strictObject({ code: z.string(), name: z.string(), regions: z.array(z.strictObject({ code: z.string(), name: z.string() })) }),
  ),
});
export type HolidayPlaces = z.infer<typeof HolidayPlaces>;

export const TrialList = z.strictObject({ trials: z.array(Trial) });
/** The list as a change left it, and what leads back. */
export const TrialsAnswer = z.strictObject({ trials: z.array(Trial), inverse: TrialChange });
export type TrialsAnswer = z.infer<typeof TrialsAnswer>;

/** Problem details of RFC 9457, with the code and the fields at fault. */
export const Problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  code: ProblemCode,
  detail: z.string(),
  /** Fields at fault: `pointer` is a JSON Pointer (RFC 6901) into the request body. */
  errors: z.array(z.object({ pointer: z.string(), detail: z.string() })).optional(),
  /** The present revision, where the request named an older one. */
  revision: Revision.optional(),
  /** Under which the request stands in the server's log. */
  requestId: z.string().optional(),
});
export type Problem = z.infer<typeof Problem>;

/** What became of the steps sent: those taken, now or before, and the first that was not, with which the server stopped. */
export const StepsAnswer = z.strictObject({
  steps: z.array(StepDone),
  /** The revision the draft is at. */
  present: Revision,
  refused: z.strictObject({ id: StepId, problem: Problem }).optional(),
});
export type StepsAnswer = z.infer<typeof StepsAnswer>;
