import {
  type Measure,
  type MeasureIndex,
  type Measures,
  type MeasureVector,
  measureIndex,
  slackOf,
  toVector,
  UNKNOWN_DISTANCE,
} from '../measures/measure.ts';
import { floatAt } from '../numbers/entry.ts';
import { type RoundingRule, shareOf } from '../numbers/rounding.ts';
import type { Minor } from '../numbers/units.ts';
import { type Card, cardMeasures } from '../rate-book/card.ts';
import type { TierResult } from '../rate-book/result.ts';
import {
  type Axis,
  axisOf,
  type CompiledResult,
  compileResult,
  rated,
  ratedAmount,
  stretchAt,
  tierIndex,
  WITHHELD,
} from './compiledResult.ts';
import type { CardRows, Rate, Stretch } from './quoteTypes.ts';

/** How the price of a card is found, as data: what a measure is looked up in, and what stands there. */
export type PriceTable =
  /** One result for every cart. */
  | { readonly kind: 'one'; readonly code: 'flat' | 'chargesOnly'; readonly result: CompiledResult }
  /** One rate for every cart, on a measure. */
  | {
      readonly kind: 'rate';
      readonly measure: Measure;
      readonly index: MeasureIndex;
      readonly slack: number;
      readonly result: CompiledResult;
    }
  /** `results[n]` holds up to `axis.bounds[n]`, the last one above them all. */
  | { readonly kind: 'tiers'; readonly graduated: boolean; readonly axis: Axis; readonly results: readonly CompiledResult[] }
  | { readonly kind: 'grid'; readonly rows: Axis; readonly columns: Axis; readonly results: readonly (readonly CompiledResult[])[] }
  | { readonly kind: 'counted'; readonly measure: Measure; readonly index: MeasureIndex; readonly first: number; readonly further: number };

export interface CompiledCard {
  readonly card: Card;
  readonly table: PriceTable;
  readonly floor: Minor;
  readonly cap: Minor;
  /** Its price hangs on how far away the address is. */
  readonly readsDistance: boolean;
  readonly rule: RoundingRule;
}

function tableOf(card: Card): PriceTable {
  switch (card.kind) {
    case 'flat':
      return { kind: 'one', code: 'flat', result: compileResult(card.result, undefined) };
    case 'chargesOnly':
      return { kind: 'one', code: 'chargesOnly', result: compileResult({ kind: 'amount', amount: 0 }, undefined) };
    case 'startedUnits': {
      const { measure, unit } = card.per;
      const result = compileResult({ kind: 'perUnit', base: card.base, each: card.each, unit }, measure);
      return { kind: 'rate', measure, index: measureIndex(measure), slack: slackOf(measure), result };
    }
    case 'percent':
      return { kind: 'rate', measure: card.of, index: measureIndex(card.of), slack: 0, result: compileResult(card, undefined) };
    case 'firstAndFurther': {
      const { measure, first, further } = card;
      return { kind: 'counted', measure, index: measureIndex(measure), first, further };
    }
    case 'twoWay': {
      const { rows, columns } = card;
      const results = card.results.map((line) => line.map((result) => compileResult(result, rows.measure)));
      return { kind: 'grid', rows: axisOf(rows.measure, rows.bounds), columns: axisOf(columns.measure, columns.bounds), results };
    }
    default: {
      const { measure, tiers, above, bands } = card;
      const results = [...tiers.map((tier) => tier.result), above].map((result) => compileResult(result, measure));
      const bounds = tiers.map((tier) => tier.upTo);
      return { kind: 'tiers', graduated: bands === 'graduated', axis: axisOf(measure, bounds), results };
    }
  }
}

export function compileCard(card: Card, rule: RoundingRule): CompiledCard {
  const { floor, cap } = 'floor' in card ? card : { floor: null, cap: null };
  const readsDistance = cardMeasures(card).includes('distance');
  return { card, table: tableOf(card), floor: floor ?? 0, cap: cap ?? Infinity, readsDistance, rule };
}

interface Band {
  readonly from: number;
  readonly to: number;
}

/** What one band adds: its rate on the stretch that lies in it. A share is the difference of two rounded sums, so that bands add up. */
function bandAmount(entry: CompiledResult, vector: MeasureVector, { from, to }: Band, slack: number, rule: RoundingRule): Minor {
  if (entry.rate === 'percent') return shareOf(to, entry.basisPoints, rule) - shareOf(from, entry.basisPoints, rule);
  return ratedAmount(entry, vector, to - from, slack, rule);
}

function bandRate(entry: CompiledResult, vector: MeasureVector, { from, to }: Band, slack: number, rule: RoundingRule): { rate?: Rate } {
  if (entry.rate === 'none') return {};
  const { rate } = rated(entry, vector, to - from, slack, rule);
  return rate ? { rate: rate.kind === 'percent' ? { ...rate, value: to - from } : rate } : {};
}

type Tiers = Extract<PriceTable, { kind: 'tiers' }>;

/** Each band up to the cart's adds its part. */
function bandsPrice({ axis, results }: Tiers, vector: MeasureVector, rule: RoundingRule, rows: CardRows | null): Minor {
  const { index, slack, reach, bounds } = axis;
  const measured = vector[index];
  const last = tierIndex(reach, measured);
  const top = results[last] as CompiledResult;
  if (top.price < 0) return top.price;
  let total = 0;
  for (let at = 0; at <= last; at += 1) {
    const entry = results[at] as CompiledResult;
    // A band that is passed through and has no price of its own adds nothing.
    if (entry.price < 0) continue;
    const band = { from: at === 0 ? 0 : floatAt(bounds, at - 1), to: at === last ? measured : floatAt(bounds, at) };
    const amount = bandAmount(entry, vector, band, slack, rule);
    total += amount;
    rows?.push({ code: 'band', ...stretchAt(axis, at, measured), amount, ...bandRate(entry, vector, band, slack, rule) });
  }
  return total;
}

function tierPrice({ axis, results }: Tiers, vector: MeasureVector, rule: RoundingRule, rows: CardRows | null): Minor {
  const measured = vector[axis.index];
  const at = tierIndex(axis.reach, measured);
  const entry = results[at] as CompiledResult;
  if (entry.price < 0) return entry.price;
  const over = at === 0 ? measured : measured - floatAt(axis.bounds, at - 1);
  if (rows === null) return ratedAmount(entry, vector, over, axis.slack, rule);
  const how = entry.rate === 'none' ? { amount: entry.price } : rated(entry, vector, over, axis.slack, rule);
  rows.push({ code: 'tier', ...stretchAt(axis, at, measured), ...how });
  return how.amount;
}

type Grid = Extract<PriceTable, { kind: 'grid' }>;

function cellOf({ rows, columns, results }: Grid, vector: MeasureVector): CompiledResult {
  const line = results[tierIndex(rows.reach, vector[rows.index])] as readonly CompiledResult[];
  return line[tierIndex(columns.reach, vector[columns.index])] as CompiledResult;
}

function gridStretches({ rows, columns }: Grid, vector: MeasureVector): { row: Stretch; column: Stretch } {
  const [down, across] = [vector[rows.index], vector[columns.index]];
  return {
    row: stretchAt(rows, tierIndex(rows.reach, down), down),
    column: stretchAt(columns, tierIndex(columns.reach, across), across),
  };
}

function gridPrice(grid: Grid, vector: MeasureVector, rule: RoundingRule, ledger: CardRows | null): Minor {
  const entry = cellOf(grid, vector);
  if (entry.price < 0) return entry.price;
  const { rows } = grid;
  const down = vector[rows.index];
  const at = tierIndex(rows.reach, down);
  const over = at === 0 ? down : down - floatAt(rows.bounds, at - 1);
  if (ledger === null) return ratedAmount(entry, vector, over, rows.slack, rule);
  const how = entry.rate === 'none' ? { amount: entry.price } : rated(entry, vector, over, rows.slack, rule);
  ledger.push({ code: 'twoWay', ...gridStretches(grid, vector), ...how });
  return how.amount;
}

type RateTable = Extract<PriceTable, { kind: 'rate' }>;

function ratePrice({ measure, index, slack, result }: RateTable, vector: MeasureVector, rule: RoundingRule, rows: CardRows | null): Minor {
  const measured = vector[index];
  if (rows === null) return ratedAmount(result, vector, measured, slack, rule);
  const { amount, rate } = rated(result, vector, measured, slack, rule);
  if (rate) rows.push({ code: 'rate', measure, measured, amount, rate });
  return amount;
}

/** The price a table says, or a code below 0; floor and cap are not applied. */
function tablePrice({ table, rule }: CompiledCard, vector: MeasureVector, rows: CardRows | null): Minor {
  switch (table.kind) {
    case 'tiers':
      return table.graduated ? bandsPrice(table, vector, rule, rows) : tierPrice(table, vector, rule, rows);
    case 'one':
      if (rows !== null && table.result.price >= 0) rows.push({ code: table.code, amount: table.result.price });
      return table.result.price;
    case 'grid':
      return gridPrice(table, vector, rule, rows);
    case 'rate':
      return ratePrice(table, vector, rule, rows);
    case 'counted': {
      const { measure, first, further } = table;
      const measured = vector[table.index];
      const amount = measured < 1 ? 0 : first + further * (measured - 1);
      rows?.push({ code: 'firstAndFurther', measure, measured, first, further, amount });
      return amount;
    }
  }
}

/** The result a cart falls on, where the card has such. */
export function resultAt({ table }: CompiledCard, vector: MeasureVector): TierResult | null {
  switch (table.kind) {
    case 'one':
      return table.code === 'flat' ? table.result.result : null;
    case 'tiers':
      return (table.results[tierIndex(table.axis.reach, vector[table.axis.index])] as CompiledResult).result;
    case 'grid':
      return cellOf(table, vector).result;
    default:
      return null;
  }
}

/** The stretch, or the row and column, that a cart lies in; null where a card has none. */
export function whereOn({ table }: CompiledCard, vector: MeasureVector): Stretch | { row: Stretch; column: Stretch } | null {
  if (table.kind === 'grid') return gridStretches(table, vector);
  if (table.kind !== 'tiers') return null;
  const measured = vector[table.axis.index];
  return stretchAt(table.axis, tierIndex(table.axis.reach, measured), measured);
}

/** A distance decides, and it is not known. */
export const isTooVague = ({ readsDistance }: CompiledCard, vector: MeasureVector): boolean =>
  readsDistance && vector[DISTANCE] === UNKNOWN_DISTANCE;

const DISTANCE = measureIndex('distance');

/** Whether a card says that a cart goes for nothing. Floors lift prices, and that is none. */
export const saysFree = (card: CompiledCard, vector: MeasureVector): boolean => resultAt(card, vector)?.kind === 'free';

/** The price of a card in minor units, or a code below 0. With `rows` it says how; without, it allocates nothing. */
export function cardPrice(card: CompiledCard, vector: MeasureVector, rows: CardRows | null): Minor {
  if (card.readsDistance && vector[DISTANCE] === UNKNOWN_DISTANCE) return WITHHELD;
  const price = tablePrice(card, vector, rows);
  if (price < 0) return price;
  if (price < card.floor && !(price === 0 && saysFree(card, vector))) {
    rows?.push({ code: 'cardFloor', bound: card.floor, amount: card.floor - price });
    return card.floor;
  }
  if (price > card.cap) {
    rows?.push({ code: 'cardCap', bound: card.cap, amount: card.cap - price });
    return card.cap;
  }
  return price;
}

/** Prices by a card alone, before charges, for charts: minor units, or a code below 0. */
export function priceOnCard(card: Card, rule: RoundingRule): (measures: Measures) => Minor {
  const compiled = compileCard(card, rule);
  return (measures) => cardPrice(compiled, toVector(measures), null);
}
