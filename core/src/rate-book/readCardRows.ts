import { unquoted } from '../goods/formulaGuard.ts';
import type { Measure } from '../measures/measure.ts';
import { boundText, parseBound, type Reading, type Writing } from '../measures/parseBound.ts';
import { minorTyped, parseMoney, type Typed } from '../money/money.ts';
import type { Id } from '../names/naming.ts';
import { type DecimalSign, languageWith, type NumberDoubt, type NumbersRead, numbersRead } from '../numbers/decimalSign.ts';
import { type Bound, CARD_KINDS, Card, type CardKind } from './card.ts';
import { ABOVE, CARD_COLUMNS, type CardColumn, KIND_NAMES, measureNamed } from './cardRows.ts';
import type { RateBook } from './rateBook.ts';
import type { TierResult } from './result.ts';
import { parseResult, type ResultProblem, resultText } from './resultText.ts';

/** Why a row of a file of cards was not taken. */
export type CardRowProblem =
  | { readonly code: 'typed'; readonly problem: ResultProblem }
  | {
      readonly code:
        | 'columnMissing'
        | 'unknownZone'
        | 'unknownService'
        | 'unknownGroup'
        | 'unknownKind'
        | 'unknownMeasure'
        | 'unknownApplies';
    }
  | { readonly code: 'notOfThisKind' | 'onePriceOnly' | 'mixedCard' | 'aboveMissing' | 'aboveTwice' }
  | { readonly code: 'refused'; readonly message: string };

export interface CardFileProblem {
  /** Line of the file, from 1. */
  readonly line: number;
  readonly column: CardColumn | null;
  readonly cell: string;
  readonly problem: CardRowProblem;
}

export interface ReadCard {
  readonly zone: Id;
  readonly service: Id;
  readonly group?: Id;
  readonly card: Card;
}

export type ReadCards =
  /** `doubts` are numbers that could be read otherwise; none where the file's decimal sign is known. */
  | { readonly ok: true; readonly cards: readonly ReadCard[]; readonly decimal: NumbersRead; readonly doubts: readonly NumberDoubt[] }
  | { readonly ok: false; readonly problems: readonly CardFileProblem[] };

class Refused extends Error {
  readonly column: CardColumn | null;
  readonly problem: CardRowProblem;
  readonly line: number | undefined;
  constructor(column: CardColumn | null, problem: CardRowProblem, line?: number) {
    super(problem.code);
    this.column = column;
    this.problem = problem;
    this.line = line;
  }
}

/** What the rows of a file share: how its numbers are read, how the shop writes them, and what could be read otherwise. */
interface Numbers {
  readonly reading: Reading;
  readonly writing: Writing;
  readonly settled: boolean;
  readonly doubts: NumberDoubt[];
}

/** One row of the file. */
class Row {
  readonly line: number;
  readonly #cells: readonly string[];
  readonly #columns: ReadonlyMap<CardColumn, number>;

  constructor(cells: readonly string[], columns: ReadonlyMap<CardColumn, number>, line: number) {
    this.#cells = cells;
    this.#columns = columns;
    this.line = line;
  }

  cell(column: CardColumn): string {
    const at = this.#columns.get(column);
    return at === undefined ? '' : unquoted(this.#cells[at] ?? '').trim();
  }

  take<T>(
    column: CardColumn,
    read: Typed<T> | { ok: false; problem: ResultProblem },
    { settled, doubts }: Numbers,
    show: (value: T) => string,
  ): T {
    if (!read.ok) throw new Refused(column, { code: 'typed', problem: read.problem }, this.line);
    if (read.other !== undefined && !settled)
      doubts.push({ line: this.line, column, typed: this.cell(column), as: show(read.value), instead: show(read.other) });
    return read.value;
  }

  measure(column: 'Measure' | 'Column measure'): Measure {
    const found = measureNamed(this.cell(column));
    if (!found) throw new Refused(column, { code: 'unknownMeasure' }, this.line);
    return found;
  }

  bound(column: 'Up to' | 'Column up to', measure: Measure, numbers: Numbers): Bound | undefined {
    const text = this.cell(column);
    return text.toLowerCase() === ABOVE
      ? undefined
      : this.take(column, parseBound(text, measure, numbers.reading), numbers, (bound) => boundText(bound, measure, numbers.writing));
  }

  result(measure: Measure | undefined, numbers: Numbers): TierResult {
    return this.take('Price', parseResult(this.cell('Price'), measure, numbers.reading), numbers, (result) =>
      resultText(result, measure, numbers.writing),
    );
  }

  amount(column: 'At least' | 'At most', numbers: Numbers): number | null {
    if (this.cell(column) === '') return null;
    const { reading, writing } = numbers;
    const read = parseMoney(this.cell(column), reading.currency, reading.locale);
    return this.take(column, read, numbers, (minor) => minorTyped(minor, writing.currency, writing.locale));
  }
}

type Rows = readonly [Row, ...Row[]];

function onlyRow(rows: Rows): Row {
  const [first, second] = rows;
  if (second) throw new Refused(null, { code: 'onePriceOnly' }, second.line);
  return first;
}

function tiersOf(rows: Rows, measure: Measure, numbers: Numbers) {
  const read = rows.map((row) => ({ row, upTo: row.bound('Up to', measure, numbers), result: row.result(measure, numbers) }));
  const above = read.filter(({ upTo }) => upTo === undefined);
  const [top, twice] = above;
  if (!top) throw new Refused('Up to', { code: 'aboveMissing' }, rows.at(-1)?.line);
  if (twice) throw new Refused('Up to', { code: 'aboveTwice' }, twice.row.line);
  return { tiers: read.filter(({ upTo }) => upTo !== undefined).map(({ upTo, result }) => ({ upTo, result })), above: top.result };
}

function appliesOf(row: Row): { bands: string; writing: string } {
  const match = /^(whole|graduated)?(?:,?\s*written (from|up to))?$/i.exec(row.cell('Applies'));
  if (!match) throw new Refused('Applies', { code: 'unknownApplies' }, row.line);
  return { bands: (match[1] ?? 'whole').toLowerCase(), writing: match[2]?.toLowerCase() === 'from' ? 'from' : 'upTo' };
}

function twoWayOf(rows: Rows, numbers: Numbers) {
  const [down, across] = [rows[0].measure('Measure'), rows[0].measure('Column measure')];
  const read = rows.map((row) => ({
    up: row.bound('Up to', down, numbers),
    over: row.bound('Column up to', across, numbers),
    result: row.result(down, numbers),
  }));
  const distinct = (bounds: readonly (Bound | undefined)[]) => [...new Set(bounds)].filter((bound) => bound !== undefined);
  const [ups, overs] = [distinct(read.map(({ up }) => up)), distinct(read.map(({ over }) => over))];
  const results = [...ups, undefined].map((up) =>
    [...overs, undefined].map((over) => {
      const found = read.filter((entry) => entry.up === up && entry.over === over);
      if (found.length !== 1) throw new Refused('Column up to', { code: found.length === 0 ? 'aboveMissing' : 'aboveTwice' }, rows[0].line);
      return found[0]?.result;
    }),
  );
  return { rows: { measure: down, bounds: ups }, columns: { measure: across, bounds: overs }, results };
}

/** "6.00 + 1.50/item" as its two parts. */
function rateOf(row: Row, measure: Measure, numbers: Numbers): Extract<TierResult, { kind: 'perUnit' }> {
  const result = row.result(measure, numbers);
  if (result.kind !== 'perUnit') throw new Refused('Price', { code: 'notOfThisKind' }, row.line);
  return result;
}

function rawCard(kind: CardKind, rows: Rows, numbers: Numbers): unknown {
  const [first] = rows;
  const range = { floor: first.amount('At least', numbers), cap: first.amount('At most', numbers) };
  switch (kind) {
    case 'flat':
      return { kind, result: onlyRow(rows).result(undefined, numbers) };
    case 'chargesOnly':
      onlyRow(rows);
      return { kind };
    case 'firstAndFurther': {
      const measure = first.measure('Measure');
      const { base, each } = rateOf(onlyRow(rows), measure, numbers);
      return { kind, measure, first: base, further: each, ...range };
    }
    case 'startedUnits': {
      const measure = first.measure('Measure');
      const { base, each, unit } = rateOf(onlyRow(rows), measure, numbers);
      return { kind, base, each, per: { measure, unit }, ...range };
    }
    case 'percent': {
      const result = onlyRow(rows).result(undefined, numbers);
      if (result.kind !== 'percent') throw new Refused('Price', { code: 'notOfThisKind' }, first.line);
      return { kind, of: first.measure('Measure'), basisPoints: result.basisPoints, ...range };
    }
    case 'twoWay':
      return { kind, ...twoWayOf(rows, numbers), ...range };
    default: {
      const measure = first.measure('Measure');
      const { bands, writing } = appliesOf(first);
      return { kind, measure, ...(kind === 'valueTiers' && { writing }), bands, ...tiersOf(rows, measure, numbers), ...range };
    }
  }
}

interface Found {
  readonly zone: Id;
  readonly service: Id;
  readonly group?: Id;
  readonly kind: CardKind;
}

/** Reads files of cards for a book. */
class CardsReader {
  readonly #book: RateBook;
  readonly #numbers: Numbers;

  constructor(book: RateBook, numbers: Numbers) {
    this.#book = book;
    this.#numbers = numbers;
  }

  #named(list: readonly { id: Id; name: string }[], row: Row, column: 'Zone' | 'Service' | 'Goods group', code: CardRowProblem): Id {
    const text = row.cell(column).toLowerCase();
    const byId = list.find(({ id }) => id.toLowerCase() === text);
    const byName = list.filter(({ name }) => name.toLowerCase() === text);
    const found = byName.length === 1 ? byName[0] : byId;
    if (!found) throw new Refused(column, code, row.line);
    return found.id;
  }

  find(row: Row): Found {
    const zone = this.#named(this.#book.zones, row, 'Zone', { code: 'unknownZone' });
    const service = this.#named(this.#book.services, row, 'Service', { code: 'unknownService' });
    const grouped = row.cell('Goods group') !== '';
    const group = grouped ? this.#named(this.#book.goodsGroups, row, 'Goods group', { code: 'unknownGroup' }) : undefined;
    const name = row.cell('Priced by').toLowerCase();
    const kind = CARD_KINDS.find((one) => KIND_NAMES[one] === name);
    if (!kind) throw new Refused('Priced by', { code: 'unknownKind' }, row.line);
    return { zone, service, ...(group !== undefined && { group }), kind };
  }

  card(kind: CardKind, rows: Rows): Card {
    const checked = Card.safeParse(rawCard(kind, rows, this.#numbers));
    if (checked.success) return checked.data;
    const [issue] = checked.error.issues;
    const at = issue?.path[0] === 'tiers' ? Number(issue.path[1]) : 0;
    throw new Refused(
      issue?.path.includes('upTo') ? 'Up to' : null,
      { code: 'refused', message: issue?.message ?? '' },
      rows[at]?.line ?? rows[0].line,
    );
  }
}

const NUMBER_COLUMNS: readonly CardColumn[] = ['Up to', 'Column up to', 'Price', 'At least', 'At most'];

/**
 * Reads rows of a file of cards; all of them are taken, or none.
 * @param rows cells as they stand in the file, the header row first
 * @param sign the sign before decimals as the owner said; null leaves it to the file and the shop's language
 */
export function readCardRows(rows: readonly (readonly string[])[], book: RateBook, sign: DecimalSign | null = null): ReadCards {
  const [header = [], ...body] = rows;
  const columns = new Map<CardColumn, number>();
  header.forEach((cell, at) => {
    const found = CARD_COLUMNS.find(
      (column) =>
        column.toLowerCase() ===
        cell
          .replace(/^\uFEFF/, '')
          .trim()
          .toLowerCase(),
    );
    if (found && !columns.has(found)) columns.set(found, at);
  });
  const problems: CardFileProblem[] = [];
  for (const column of ['Zone', 'Service', 'Priced by', 'Price'] as const) {
    if (!columns.has(column)) problems.push({ line: 1, column, cell: '', problem: { code: 'columnMissing' } });
  }
  if (problems.length > 0) return { ok: false, problems };
  const numeric = NUMBER_COLUMNS.flatMap((column) => columns.get(column) ?? []);
  const { currency, locale, units } = book.shop;
  const texts = body.flatMap((cells) => numeric.map((at) => cells[at] ?? ''));
  const decimal = numbersRead(sign, texts, locale);
  const settled = decimal.by !== 'shop';
  const reading = { currency, units, locale: settled ? languageWith(decimal.sign, locale) : locale };
  const doubts: NumberDoubt[] = [];
  const reader = new CardsReader(book, { reading, writing: book.shop, settled, doubts });
  const byCard = new Map<string, { found: Found; rows: [Row, ...Row[]] }>();
  const attempt = (row: Row, step: () => void) => {
    try {
      step();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      const { column, problem, line = row.line } = error;
      problems.push({ line, column, cell: column === null ? '' : row.cell(column), problem });
    }
  };
  body.forEach((cells, at) => {
    if (cells.every((cell) => cell.trim() === '')) return;
    const row = new Row(cells, columns, at + 2);
    attempt(row, () => {
      const found = reader.find(row);
      const key = `${found.zone} ${found.service} ${found.group ?? ''}`;
      const held = byCard.get(key);
      if (held && held.found.kind !== found.kind) throw new Refused('Priced by', { code: 'mixedCard' }, row.line);
      if (held) held.rows.push(row);
      else byCard.set(key, { found, rows: [row] });
    });
  });
  const cards: ReadCard[] = [];
  for (const { found, rows: own } of byCard.values()) {
    attempt(own[0], () => {
      const { kind, ...at } = found;
      cards.push({ ...at, card: reader.card(kind, own) });
    });
  }
  return problems.length > 0 ? { ok: false, problems: problems.sort((a, b) => a.line - b.line) } : { ok: true, cards, decimal, doubts };
}
