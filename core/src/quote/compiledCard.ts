import { type Measures, type MeasureVector, measureIndex, slackOf, toVector } from '../measures/measure.ts';
import { type RoundingRule, shareOf } from '../numbers/rounding.ts';
import { type Card, isTiered } from '../rate-book/card.ts';
import type { TierResult } from '../rate-book/result.ts';
import { type Axis, axisOf, type CompiledResult, compileResult, rated, ratedAmount, stretchAt, tierIndex } from './compiledResult.ts';
import type { CardRows, Rate, Stretch } from './quoteTypes.ts';

/** The price of a card, `floor` and `cap` not yet applied. */
type Pricer = (vector: MeasureVector, rows: CardRows | null) => number;

/** Where a card has no price for a cart, what it lies in. */
type Refused = (vector: MeasureVector) => Stretch | { row: Stretch; column: Stretch } | null;

export interface CompiledCard {
  readonly card: Card;
  readonly price: Pricer;
  readonly floor: number;
  readonly cap: number;
  /** The result a cart falls on, where the card has such; for the words of a refusal. */
  readonly resultAt: (vector: MeasureVector) => TierResult | null;
  readonly stretchAt: Refused;
}

function tiersPricer(axis: Axis, results: readonly CompiledResult[], rule: RoundingRule): Pricer {
  const { index, slack, reach, bounds } = axis;
  return (vector, rows) => {
    const measured = vector[index] as number;
    const at = tierIndex(reach, measured);
    const entry = results[at] as CompiledResult;
    if (entry.price < 0) return entry.price;
    const over = at === 0 ? measured : measured - (bounds[at - 1] as number);
    if (rows === null) return ratedAmount(entry, vector, over, slack, rule);
    const how = entry.rate === 'none' ? { amount: entry.price } : rated(entry, vector, over, slack, rule);
    rows.push({ code: 'tier', ...stretchAt(axis, at, measured), ...how });
    return how.amount;
  };
}

interface Band {
  readonly from: number;
  readonly to: number;
}

/** What one band adds: its rate on the stretch that lies in it. A share is the difference of two rounded sums, so that bands add up. */
function bandAmount(entry: CompiledResult, vector: MeasureVector, { from, to }: Band, slack: number, rule: RoundingRule): number {
  if (entry.rate === 'percent') return shareOf(to, entry.basisPoints, rule) - shareOf(from, entry.basisPoints, rule);
  return ratedAmount(entry, vector, to - from, slack, rule);
}

function bandRate(entry: CompiledResult, vector: MeasureVector, { from, to }: Band, slack: number, rule: RoundingRule): { rate?: Rate } {
  if (entry.rate === 'none') return {};
  const { rate } = rated(entry, vector, to - from, slack, rule);
  return rate ? { rate: rate.kind === 'percent' ? { ...rate, value: to - from } : rate } : {};
}

/** Each band up to the cart's adds its part. */
function bandsPricer(axis: Axis, results: readonly CompiledResult[], rule: RoundingRule): Pricer {
  const { index, slack, reach, bounds } = axis;
  return (vector, rows) => {
    const measured = vector[index] as number;
    const last = tierIndex(reach, measured);
    const top = results[last] as CompiledResult;
    if (top.price < 0) return top.price;
    let total = 0;
    for (let at = 0; at <= last; at += 1) {
      const entry = results[at] as CompiledResult;
      // A band that is passed through and has no price of its own adds nothing.
      if (entry.price < 0) continue;
      const band = { from: at === 0 ? 0 : (bounds[at - 1] as number), to: at === last ? measured : (bounds[at] as number) };
      const amount = bandAmount(entry, vector, band, slack, rule);
      total += amount;
      rows?.push({ code: 'band', ...stretchAt(axis, at, measured), amount, ...bandRate(entry, vector, band, slack, rule) });
    }
    return total;
  };
}

function twoWay(card: Extract<Card, { kind: 'twoWay' }>, rule: RoundingRule): Pick<CompiledCard, 'price' | 'resultAt' | 'stretchAt'> {
  const rows = axisOf(card.rows.measure, card.rows.bounds);
  const columns = axisOf(card.columns.measure, card.columns.bounds);
  const results = card.results.map((line) => line.map((result) => compileResult(result, card.rows.measure)));
  const entryAt = (row: number, column: number) => (results[row] as CompiledResult[])[column] as CompiledResult;
  const stretches = (vector: MeasureVector) => {
    const [down, across] = [vector[rows.index] as number, vector[columns.index] as number];
    return {
      row: stretchAt(rows, tierIndex(rows.reach, down), down),
      column: stretchAt(columns, tierIndex(columns.reach, across), across),
    };
  };
  return {
    price: (vector, ledger) => {
      const down = vector[rows.index] as number;
      const at = tierIndex(rows.reach, down);
      const entry = entryAt(at, tierIndex(columns.reach, vector[columns.index] as number));
      if (entry.price < 0) return entry.price;
      const over = at === 0 ? down : down - (rows.bounds[at - 1] as number);
      if (ledger === null) return ratedAmount(entry, vector, over, rows.slack, rule);
      const how = entry.rate === 'none' ? { amount: entry.price } : rated(entry, vector, over, rows.slack, rule);
      ledger.push({ code: 'twoWay', ...stretches(vector), ...how });
      return how.amount;
    },
    resultAt: (vector) =>
      entryAt(tierIndex(rows.reach, vector[rows.index] as number), tierIndex(columns.reach, vector[columns.index] as number)).result,
    stretchAt: stretches,
  };
}

const always = { resultAt: () => null, stretchAt: () => null };

function pricing(card: Card, rule: RoundingRule): Pick<CompiledCard, 'price' | 'resultAt' | 'stretchAt'> {
  if (isTiered(card)) {
    const axis = axisOf(
      card.measure,
      card.tiers.map((tier) => tier.upTo),
    );
    const results = [...card.tiers.map((tier) => tier.result), card.above].map((result) => compileResult(result, card.measure));
    const at = (vector: MeasureVector) => tierIndex(axis.reach, vector[axis.index] as number);
    return {
      price: card.bands === 'graduated' ? bandsPricer(axis, results, rule) : tiersPricer(axis, results, rule),
      resultAt: (vector) => (results[at(vector)] as CompiledResult).result,
      stretchAt: (vector) => stretchAt(axis, at(vector), vector[axis.index] as number),
    };
  }
  switch (card.kind) {
    case 'twoWay':
      return twoWay(card, rule);
    case 'flat': {
      const { price, result } = compileResult(card.result, undefined);
      return {
        price: (_vector, rows) => {
          if (rows !== null && price >= 0) rows.push({ code: 'flat', amount: price });
          return price;
        },
        resultAt: () => result,
        stretchAt: () => null,
      };
    }
    case 'chargesOnly':
      return {
        price: (_vector, rows) => {
          rows?.push({ code: 'chargesOnly', amount: 0 });
          return 0;
        },
        ...always,
      };
    case 'firstAndFurther': {
      const { measure, first, further } = card;
      const index = measureIndex(measure);
      return {
        price: (vector, rows) => {
          const measured = vector[index] as number;
          const amount = measured < 1 ? 0 : first + further * (measured - 1);
          rows?.push({ code: 'firstAndFurther', measure, measured, first, further, amount });
          return amount;
        },
        ...always,
      };
    }
    case 'startedUnits': {
      const { measure, unit } = card.per;
      const index = measureIndex(measure);
      const entry = compileResult({ kind: 'perUnit', base: card.base, each: card.each, unit }, measure);
      const slack = slackOf(measure);
      return {
        price: (vector, rows) => {
          const measured = vector[index] as number;
          if (rows === null) return ratedAmount(entry, vector, measured, slack, rule);
          const { amount, rate } = rated(entry, vector, measured, slack, rule);
          if (rate) rows.push({ code: 'rate', measure, measured, amount, rate });
          return amount;
        },
        ...always,
      };
    }
    case 'percent': {
      const entry = compileResult(card, undefined);
      return {
        price: (vector, rows) => {
          if (rows === null) return ratedAmount(entry, vector, 0, 0, rule);
          const { amount, rate } = rated(entry, vector, 0, 0, rule);
          if (rate) rows.push({ code: 'rate', measure: card.of, measured: vector[entry.of] as number, amount, rate });
          return amount;
        },
        ...always,
      };
    }
  }
}

export function compileCard(card: Card, rule: RoundingRule): CompiledCard {
  const { floor, cap } = 'floor' in card ? card : { floor: null, cap: null };
  return { card, ...pricing(card, rule), floor: floor ?? 0, cap: cap ?? Infinity };
}

/** Whether a card says that a cart goes for nothing. Floors lift prices, and that is none. */
export const saysFree = ({ resultAt }: CompiledCard, vector: MeasureVector): boolean => resultAt(vector)?.kind === 'free';

/** The price of a card in minor units, or a code below 0. With `rows` it says how; without, it allocates nothing. */
export function cardPrice(card: CompiledCard, vector: MeasureVector, rows: CardRows | null): number {
  const price = card.price(vector, rows);
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
export function priceOnCard(card: Card, rule: RoundingRule): (measures: Measures) => number {
  const compiled = compileCard(card, rule);
  return (measures) => cardPrice(compiled, toVector(measures), null);
}
