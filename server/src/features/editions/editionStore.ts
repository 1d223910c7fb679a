import { createHash } from 'node:crypto';
import {
  canonicalJson,
  EDITIONS_ANSWER_DAYS,
  EditionSummary,
  type Failing,
  instantToMs,
  type LiveSpan,
  lastLive,
  liveSpans,
  type PlannedTime,
  planFault,
  type RateBook,
  Release,
  readRateBook,
  spanAt,
} from '@ostrakon/core';
import { LRUCache } from 'lru-cache';
import type { EntityManager } from 'typeorm';
import { HttpProblem } from '../../http/problems.ts';
import { bookDocument, bookTexts, goodsRulesText, keepGoodsRules } from '../../persistence/bookRow.ts';
import type { Database, Write } from '../../persistence/database.ts';
import { EditionEntity, type EditionRow, ReleaseEntity, type ReleaseRow } from '../../persistence/draftEntities.ts';

export interface Edition {
  readonly summary: EditionSummary;
  readonly book: RateBook;
}

/** What is to be published, found inside the transaction that publishes it; it may refuse. */
type Chooser = (write: Write) => RateBook | Promise<RateBook>;

/** The draft a book is of, at which revision. */
export interface Origin {
  readonly draft: number;
  readonly revision: number;
}

/** When a plan begins and ends, and which edition holds from then on. */
type PlannedSpan = PlannedTime & { readonly after: number | null };

const DAY_MS = 86_400_000;
const MOST_ANSWERED = 8;

const digestOf = (value: unknown) => createHash('sha256').update(canonicalJson(value)).digest('hex');

const digests = new WeakMap<object, string>();

/** The digest of something that never changes, worked out once. */
function digestOnce(value: object, work: () => string): string {
  const known = digests.get(value) ?? work();
  digests.set(value, known);
  return known;
}

/** What is said of single products, a long list that most books share, has a digest of its own. */
const hashOf = (whole: RateBook): string =>
  digestOnce(whole, () => {
    const { goodsRules, ...book } = whole;
    return digestOf(goodsRules ? { ...book, goodsRules: digestOnce(goodsRules, () => digestOf(goodsRules)) } : book);
  });

const summaryOf = ({
  number,
  note,
  hash,
  publishedAt,
  failing,
}: Pick<EditionRow, 'number' | 'note' | 'hash' | 'publishedAt' | 'failing'>) =>
  EditionSummary.parse({ number, note, hash, publishedAt, ...(failing !== null && { failing: JSON.parse(failing) }) });

const releaseOf = (row: ReleaseRow): Release => Release.parse(row);

const moment = (instant: string) => `${instant.slice(0, 16).replace('T', ' ')} UTC`;

/** Why a plan is refused, in words. */
function planRefused(fault: NonNullable<ReturnType<typeof planFault<Release>>>): HttpProblem {
  switch (fault.code) {
    case 'past':
      return new HttpProblem('plan-refused', 'A plan begins later than now. What is to hold at once is published.');
    case 'backwards':
      return new HttpProblem('plan-refused', 'It ends before it begins.');
    case 'overlaps': {
      const { edition, from, until } = fault.release;
      const end = until === null ? '' : ` to ${moment(until)}`;
      return new HttpProblem('plan-refused', `Edition ${edition} is planned from ${moment(from)}${end}: move or call off one of the two.`);
    }
  }
}

/** Frozen, numbered editions, and the releases that say which of them is live from when. */
export class EditionStore {
  readonly #database: Database;
  readonly #now: () => string;
  #releases: readonly Release[] = [];
  /** What was, is and will be live, of the releases. */
  #spans: readonly LiveSpan<Release>[] = [];
  /** Those that are live or will be. */
  #held: ReadonlyMap<number, Edition>;
  /** Some of those of before that were asked for; an edition never changes. */
  readonly #answered = new LRUCache<number, Edition>({ max: MOST_ANSWERED });

  private constructor(database: Database, now: () => string, releases: readonly Release[], held: ReadonlyMap<number, Edition>) {
    this.#database = database;
    this.#now = now;
    this.#held = held;
    this.#said(releases);
  }

  #said(releases: readonly Release[]): void {
    this.#releases = releases;
    this.#spans = liveSpans(releases);
  }

  static async open(database: Database, now: () => string): Promise<EditionStore> {
    const releases = (await database.read.find(ReleaseEntity, { order: { seq: 'ASC' } })).map(releaseOf);
    return new EditionStore(database, now, releases, await heldFor(database.read, releases, now(), new Map()));
  }

  /** The edition that is live at an instant, now or later. */
  live(instant: string = this.#now()): Edition | null {
    const inForce = spanAt(this.#spans, instant);
    return inForce === null ? null : (this.#held.get(inForce.edition) ?? null);
  }

  /** Books buyers are quoted from, now or at a time that is fixed already. */
  get booksInUse(): readonly RateBook[] {
    return numbersFrom(this.#releases, this.#now()).flatMap((number) => this.#held.get(number)?.book ?? []);
  }

  /** What was, is and will be live. */
  get spans(): readonly LiveSpan<Release>[] {
    return this.#spans;
  }

  get releases(): readonly Release[] {
    return this.#releases;
  }

  async list(): Promise<EditionSummary[]> {
    const columns = { number: true, note: true, hash: true, publishedAt: true, failing: true } as const;
    const rows = await this.#database.read.find(EditionEntity, { select: columns, order: { number: 'DESC' } });
    return rows.map(summaryOf);
  }

  /** The draft an edition was, at which revision, and what was live then; null where it was not written down. */
  async origin(number: number): Promise<(Origin & { readonly base: number | null }) | null> {
    const row = await this.#database.read.findOneBy(EditionEntity, { number });
    if (!row) throw new HttpProblem('not-found', `There is no edition ${number}.`);
    const { draft, draftRevision: revision, base } = row;
    return draft === null || revision === null ? null : { draft, revision, base };
  }

  /** An edition with its document. */
  async read(number: number): Promise<Edition> {
    const held = this.#held.get(number);
    return held ?? loaded(this.#database.read, number);
  }

  /** The edition in force at an instant and when it ends, in milliseconds since 1970; infinite where nothing else is known to come. */
  inForce(instant: string): { readonly edition: Edition; readonly until: number } | null {
    const span = spanAt(this.#spans, instant);
    const edition = span && this.#held.get(span.edition);
    return span && edition ? { edition, until: span.until } : null;
  }

  /**
   * An edition that was live, for orders taken then.
   * @throws HttpProblem where it never was, or was last longer ago than the shop says
   */
  async answering(number: number): Promise<Edition> {
    const now = this.#now();
    const last = lastLive(this.#spans, number, now);
    if (last === null) throw new HttpProblem('not-found', `No edition ${number} was live here.`);
    const days = this.live(now)?.book.shop.editionsAnswer ?? EDITIONS_ANSWER_DAYS;
    if (instantToMs(now) - last > days * DAY_MS)
      throw new HttpProblem('edition-gone', `Edition ${number} was live last more than ${days} days ago.`);
    return this.#held.get(number) ?? this.#read(number);
  }

  async #read(number: number): Promise<Edition> {
    const known = this.#answered.get(number) ?? (await loaded(this.#database.read, number));
    this.#answered.set(number, known);
    return known;
  }

  /** Freezes the book `pick` gives as an edition and makes it live from now; all in one step of the write queue. */
  async publish(pick: Chooser, note: string, author: string, failing?: Failing, origin?: Origin): Promise<EditionSummary> {
    return this.#database.write(async (write) => {
      const book = await pick(write);
      const live = this.live();
      // Not by the stored hash: an edition of an earlier format reads as its present form.
      if (live && hashOf(book) === hashOf(live.book))
        throw new HttpProblem('nothing-to-publish', `The draft is the same as edition ${live.summary.number}, which is live.`);
      const edition = await this.#freeze(write.manager, book, note, origin, failing);
      await this.#release(write, { edition: edition.summary.number, from: this.#now(), until: null, after: null }, note, author, edition);
      return edition.summary;
    });
  }

  /** Makes an edition of before live again, from now. */
  async release(number: number, note: string, author: string): Promise<Release> {
    return this.#database.write(async (write) => {
      const edition = this.#held.get(number) ?? (await loaded(write.manager, number));
      if (this.live()?.summary.number === number) throw new HttpProblem('nothing-to-publish', `Edition ${number} is live already.`);
      return this.#release(write, { edition: number, from: this.#now(), until: null, after: null }, note, author, edition);
    });
  }

  /** Makes an edition live at an instant to come: one of before, or what `pick` gives, frozen now. */
  async plan(what: number | Chooser, span: PlannedSpan, note: string, author: string, origin?: Origin): Promise<Release> {
    return this.#database.write(async (write) => {
      this.#allow(this.#releases, span);
      const edition =
        typeof what === 'number' ? await loaded(write.manager, what) : await this.#frozen(write, await what(write), note, origin);
      return this.#release(write, { edition: edition.summary.number, ...span }, note, author, edition);
    });
  }

  /** Calls a plan that has not begun off, and says it anew for another time. */
  async move(seq: number, span: PlannedSpan, author: string): Promise<Release> {
    return this.#database.write(async (write) => {
      const old = this.#waiting(seq);
      this.#allow(
        this.#releases.filter((one) => one.seq !== seq),
        span,
      );
      await this.#callOff(write, old);
      return this.#release(write, { edition: old.edition, ...span }, old.note, author, await loaded(write.manager, old.edition));
    });
  }

  /** Calls a plan off: it never holds. */
  async callOff(seq: number): Promise<void> {
    await this.#database.write((write) => this.#callOff(write, this.#waiting(seq)));
  }

  #allow(releases: readonly Release[], span: PlannedSpan): void {
    const fault = planFault(releases, span, this.#now());
    if (fault) throw planRefused(fault);
  }

  #waiting(seq: number): Release {
    const release = this.#releases.find((one) => one.seq === seq && one.calledOff === null);
    if (!release) throw new HttpProblem('not-found', `There is no plan ${seq}.`);
    if (instantToMs(release.from) <= instantToMs(this.#now()))
      throw new HttpProblem('plan-refused', 'It has begun already. Go back to another edition instead.');
    return release;
  }

  async #callOff(write: Write, release: Release): Promise<void> {
    const calledOff = this.#now();
    await write.manager.update(ReleaseEntity, { seq: release.seq }, { calledOff });
    write.afterCommit(() => {
      this.#said(this.#releases.map((one) => (one.seq === release.seq ? { ...one, calledOff } : one)));
    });
  }

  async #release(
    write: Write,
    span: PlannedSpan & { readonly edition: number },
    note: string,
    author: string,
    edition: Edition,
  ): Promise<Release> {
    const row: Omit<ReleaseRow, 'seq'> = { ...span, calledOff: null, author, note, at: this.#now() };
    if (span.after !== null) await loaded(write.manager, span.after);
    const { identifiers } = await write.manager.insert(ReleaseEntity, row);
    const release = releaseOf({ seq: Number(identifiers[0]?.seq), ...row });
    const known = new Map([...this.#held, [edition.summary.number, edition] as const]);
    const held = await heldFor(write.manager, [...this.#releases, release], this.#now(), known);
    write.afterCommit(() => {
      this.#said([...this.#releases, release]);
      this.#held = held;
    });
    return release;
  }

  /** What is the same as what is live needs no edition of its own. */
  async #frozen(write: Write, book: RateBook, note: string, origin: Origin | undefined): Promise<Edition> {
    const live = this.live();
    return live && hashOf(book) === hashOf(live.book) ? live : this.#freeze(write.manager, book, note, origin);
  }

  async #freeze(manager: EntityManager, book: RateBook, note: string, origin: Origin | undefined, failing?: Failing): Promise<Edition> {
    const { document } = bookTexts(book);
    const last = await manager.maximum(EditionEntity, 'number');
    const row: EditionRow = {
      number: (last ?? 0) + 1,
      note,
      hash: hashOf(book),
      document,
      goodsRules: await keepGoodsRules(manager, book),
      draft: origin?.draft ?? null,
      draftRevision: origin?.revision ?? null,
      base: this.live()?.summary.number ?? null,
      publishedAt: this.#now(),
      failing: failing === undefined ? null : JSON.stringify(failing),
    };
    await manager.insert(EditionEntity, row);
    return { summary: summaryOf(row), book };
  }
}

async function loaded(manager: EntityManager, number: number): Promise<Edition> {
  const row = await manager.findOneBy(EditionEntity, { number });
  if (!row) throw new HttpProblem('not-found', `There is no edition ${number}.`);
  const document = bookDocument(row.document, await goodsRulesText(manager, row.goodsRules));
  return { summary: summaryOf(row), book: readRateBook(document, 'edition') };
}

/** Every edition that holds at `now` or later, read where it is not known. */
async function heldFor(
  manager: EntityManager,
  releases: readonly Release[],
  now: string,
  known: ReadonlyMap<number, Edition>,
): Promise<ReadonlyMap<number, Edition>> {
  const held = new Map<number, Edition>();
  for (const number of numbersFrom(releases, now)) held.set(number, known.get(number) ?? (await loaded(manager, number)));
  return held;
}

/** A clock may be set back: what was live a day ago is held, too. */
const SET_BACK_MS = 86_400_000;

/** The editions that are live at `now` or will be, as far as it is fixed already, and those of a little before. */
function numbersFrom(releases: readonly Release[], now: string): number[] {
  const present = instantToMs(now) - SET_BACK_MS;
  return [...new Set(liveSpans(releases).flatMap(({ edition, until }) => (until > present ? [edition] : [])))];
}
