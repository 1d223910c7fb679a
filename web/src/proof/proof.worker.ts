import {
  type BookEffect,
  compile,
  type DayLoad,
  type Destination,
  type FindingSources,
  type Findings,
  type ProductFacts,
  type RateAnswer,
  type RateBook,
  type Repair,
  ruledGoods,
  type Survey,
  type ToldFinding,
  type Trial,
  type TriedRepair,
} from '@ostrakon/core';
import { effect, findingsOf, tellFindings, tryRepair, withoutRegions } from '@ostrakon/core/proof';
import { centroidTables, type PackedCentroids, sampleAddresses } from '@ostrakon/core/sample-addresses';
import { replaceEqualDeep } from '@tanstack/react-query';
import { runTrials, type TrialRuns, type Upcoming } from './trialRuns.ts';

/** What the page sends: things that stay as they are from edit to edit, once; then what is to be looked at. */
export type ProofAsk =
  | { readonly kind: 'centroids'; readonly centroids: Readonly<Record<'CA' | 'US', PackedCentroids>> }
  | { readonly kind: 'products'; readonly products: readonly ProductFacts[] }
  /** What the books looked at from now on say of single products. */
  | { readonly kind: 'rules'; readonly rules: RateBook['goodsRules'] }
  | { readonly kind: 'live'; readonly live: RateBook | null }
  /** What is fixed to come after the live edition. */
  | { readonly kind: 'upcoming'; readonly upcoming: readonly Upcoming[] }
  | { readonly kind: 'survey'; readonly survey: Survey | null }
  | { readonly kind: 'trials'; readonly trials: readonly Trial[] }
  | { readonly kind: 'loads'; readonly loads: readonly DayLoad[] }
  /** What carriers have said so far. */
  | { readonly kind: 'answers'; readonly answers: ReadonlyMap<string, RateAnswer> }
  /** Runs the trials anew on the book last looked at. */
  | { readonly kind: 'run'; readonly now: string }
  /** `now` is the hour for findings, which hang on days, and `at` the moment for trials. */
  | { readonly kind: 'look'; readonly number: number; readonly book: RateBook; readonly now: string; readonly at: string }
  | { readonly kind: 'try'; readonly number: number; readonly id: string; readonly repairs: readonly Repair[] }
  /** What every trial gets from two books, the older one told as what is live. */
  | { readonly kind: 'beside'; readonly number: number; readonly before: RateBook; readonly after: RateBook; readonly now: string }
  /** What one book changes of another: of what is live, and the draft last looked at, where none is given. */
  | { readonly kind: 'effect'; readonly number: number; readonly of: RateBook | null; readonly on: RateBook | null };

export interface Looked {
  readonly told: readonly ToldFinding[];
  readonly lookedAt: Findings['lookedAt'];
  /** An address in each zone, by its id, where one is known. */
  readonly addresses: Readonly<Record<string, Destination>>;
  /** Ids of what is told of the live edition as well; null while nothing is live. */
  readonly live: readonly string[] | null;
}

export type ProofAnswer =
  | { readonly kind: 'looked'; readonly number: number; readonly looked: Looked }
  | { readonly kind: 'ran'; readonly ran: TrialRuns }
  | { readonly kind: 'beside'; readonly number: number; readonly ran: TrialRuns }
  | { readonly kind: 'tried'; readonly number: number; readonly tried: readonly TriedRepair[] }
  | { readonly kind: 'effect'; readonly number: number; readonly effect: BookEffect | null };

const MOST_ADDRESSES = 20;

/** Until they are here: places without them are found by country and region alone. */
let tables: ReturnType<typeof centroidTables> = () => undefined;
let products: readonly ProductFacts[] = [];
let rules: RateBook['goodsRules'];
let live: RateBook | null = null;
let upcoming: readonly Upcoming[] = [];
let survey: Survey | null = null;
let trials: readonly Trial[] = [];
let loads: readonly DayLoad[] = [];
let answers: ReadonlyMap<string, RateAnswer> = new Map();
let byId: ReadonlyMap<string, ProductFacts> = new Map();
let book: RateBook | null = null;
let told: readonly ToldFinding[] = [];
let sources: FindingSources | null = null;

let placed: { places: readonly unknown[]; tables: unknown; addresses: readonly (readonly Destination[])[] } | undefined;

/** Addresses in each zone; looked for again only where places of zones changed. */
function addressesIn({ zones }: RateBook, compiled: ReturnType<typeof compile>): readonly (readonly Destination[])[] {
  const places = zones.map((zone) => zone.places);
  const same = placed?.tables === tables && placed.places.length === places.length && places.every((one, at) => one === placed?.places[at]);
  if (placed && same) return placed.addresses;
  const addresses = places.map((own, at) => sampleAddresses(tables, compiled.places, own, at, MOST_ADDRESSES));
  placed = { places, tables, addresses };
  return addresses;
}

function sourcesFor(of: RateBook, now: string): FindingSources {
  const addresses = addressesIn(of, compile(of));
  return { products: ruledGoods(products, of), now, addressesOf: (zone) => addresses[zone] ?? [], trials, ...(survey && { survey }) };
}

const tellOf = (of: RateBook, from: FindingSources, beside: RateBook | null) => {
  const { findings, lookedAt } = findingsOf(compile(of), from);
  return { told: tellFindings(of, beside, findings, from.survey), lookedAt };
};

let liveTold: { book: RateBook; on: readonly unknown[]; ids: readonly string[] } | undefined;

/** What is told of the live edition; worked out again only when something it rests on changed. */
function liveIds(now: string): readonly string[] | null {
  if (live === null) return null;
  const on = [products, survey, trials, tables, now];
  if (liveTold?.book === live && liveTold.on.every((one, at) => one === on[at])) return liveTold.ids;
  const held = placed;
  const ids = tellOf(live, sourcesFor(live, now), null).told.map(({ id }) => id);
  placed = held;
  liveTold = { book: live, on, ids };
  return ids;
}

let ranAt: string | null = null;

function tellTrials(at: string): void {
  ranAt = at;
  if (book === null) return;
  const ran = runTrials({ trials, draft: book, live, upcoming, products: byId, loads, answers, tables, now: at });
  self.postMessage({ kind: 'ran', ran } satisfies ProofAnswer);
}

function look(next: RateBook, now: string, at: string): Looked {
  // What is as it was before is the same thing again, so that what was worked out for it still holds.
  book = replaceEqualDeep(book, rules ? { ...next, goodsRules: rules } : next) as RateBook;
  tellTrials(at);
  sources = sourcesFor(book, now);
  const found = tellOf(book, sources, live);
  told = found.told;
  const from = sources;
  const addresses = Object.fromEntries(
    book.zones.flatMap(({ id }, at) => {
      const [first] = from.addressesOf(at);
      return first ? [[id, first] as const] : [];
    }),
  );
  return { told, lookedAt: found.lookedAt, addresses, live: liveIds(now) };
}

function tried(id: string, repairs: readonly Repair[]): readonly TriedRepair[] {
  const one = told.find((finding) => finding.id === id);
  if (!one || book === null || sources === null) return [];
  const [of, from, known] = [book, sources, new Set(told.map((finding) => finding.id))];
  return repairs.map((repair) => tryRepair(of, one, repair, from, known));
}

/** The same as in the draft where it is the same, so that what was worked out for that holds. */
const shared = (one: RateBook) => replaceEqualDeep(book, one) as RateBook;

/** Null while there is nothing that could be changed, or nothing was looked at yet. */
function effectOn(before: RateBook | null, after: RateBook | null): BookEffect | null {
  if (before === null || book === null || sources === null) return null;
  if (after === null) return withoutRegions(effect(compile(before), compile(book), sources));
  const held = placed;
  const from = sourcesFor(after, sources.now);
  placed = held;
  return withoutRegions(effect(compile(before), compile(after), from));
}

type Try = Extract<ProofAsk, { kind: 'try' }>;
const waiting: Try[] = [];

const tellTried = ({ number }: Try, found: readonly TriedRepair[]) =>
  self.postMessage({ kind: 'tried', number, tried: found } satisfies ProofAnswer);

/** One question of repairs at a time, so that an edit that comes meanwhile waits for one of them at most. */
function tryNext(): void {
  const one = waiting.shift();
  if (!one) return;
  tellTried(one, tried(one.id, one.repairs));
  if (waiting.length > 0) setTimeout(tryNext);
}

self.onmessage = ({ data }: MessageEvent<ProofAsk>) => {
  switch (data.kind) {
    case 'centroids':
      tables = centroidTables(data.centroids);
      return;
    case 'products':
      products = data.products;
      byId = new Map(products.map((product) => [product.id, product]));
      return;
    case 'rules':
      rules = data.rules;
      return;
    case 'live':
      live = data.live;
      return;
    case 'upcoming':
      upcoming = data.upcoming;
      if (ranAt !== null) tellTrials(ranAt);
      return;
    case 'survey':
      survey = data.survey;
      return;
    case 'trials':
      trials = data.trials;
      return;
    case 'loads':
      loads = data.loads;
      return;
    case 'answers':
      answers = data.answers;
      return;
    case 'run':
      tellTrials(data.now);
      return;
    case 'look':
      // What was asked of the book before is asked anew of this one.
      for (const one of waiting.splice(0)) tellTried(one, []);
      self.postMessage({ kind: 'looked', number: data.number, looked: look(data.book, data.now, data.at) } satisfies ProofAnswer);
      return;
    case 'try':
      waiting.push(data);
      if (waiting.length === 1) setTimeout(tryNext);
      return;
    case 'beside': {
      const ran = runTrials({ trials, draft: data.after, live: data.before, products: byId, loads, answers, tables, now: data.now });
      self.postMessage({ kind: 'beside', number: data.number, ran } satisfies ProofAnswer);
      return;
    }
    case 'effect':
      self.postMessage({
        kind: 'effect',
        number: data.number,
        effect: effectOn(data.of === null ? live : shared(data.of), data.on && shared(data.on)),
      } satisfies ProofAnswer);
  }
};
