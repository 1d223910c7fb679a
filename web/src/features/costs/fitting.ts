import {
  type Card,
  type CartLine,
  type CostPoint,
  compile,
  costPointAt,
  type Destination,
  type FitOrder,
  type FitTarget,
  type FittedLine,
  fitLine,
  fitTiers,
  fitTogether,
  laneMeasures,
  type Measures,
  type Micrograms,
  massToMicrograms,
  NO_MEASURES,
  parseMass,
  priceOnCard,
  type RateBook,
  type RoundingRule,
  resultsOf,
  roundestWithin,
  type Shop,
} from '@ostrakon/core';
import { type Asked, askWorker } from '../../ui/askWorker.ts';
import { entriesOf, listTwoWays } from '../../ui/entries.ts';
import type { Read } from '../../ui/useTypedField.ts';
import { typedProblemWords } from '../../words/typedProblem.ts';

/** Weight in micrograms, how many orders weigh it, and in how many parcels each travels: one where nothing is said. */
export interface OrderWeight {
  readonly weight: Micrograms;
  readonly count: number;
  readonly parcels?: number;
}

const MOST_ORDERS = 200_000;
const MOST_PARCELS = 50;
const TIMES = /^(.*?)(?:\s+in\s+(\d+)(?:\s+parcels?)?)?\s*(?:[x×*]\s*(\d+))?$/i;

/** Weights of orders, one a line or between commas; "2 kg x 12" is twelve of them, "30 kg in 2" goes in two parcels. */
export function readWeights(text: string, shop: Shop): Read<OrderWeight[]> {
  const found: OrderWeight[] = [];
  const words = entriesOf(text, shop.locale);
  const entries: { text: string; other: string | undefined }[] = [];
  for (const [at, word] of words.entries()) {
    if (word === '') continue;
    const [, mass = '', several = '1', times = '1'] = TIMES.exec(word) ?? [];
    const read = parseMass(mass, shop);
    if (!read.ok) return { ok: false, message: `Entry ${at + 1}, “${word.slice(0, 30)}”: ${typedProblemWords(read.problem)}` };
    if (Number(times) < 1) return { ok: false, message: `Entry ${at + 1}, “${word.slice(0, 30)}”: at least one order.` };
    const parcels = Number(several);
    if (parcels < 1 || parcels > MOST_PARCELS)
      return { ok: false, message: `Entry ${at + 1}, “${word.slice(0, 30)}”: one to ${MOST_PARCELS} parcels.` };
    entries.push({ text: read.text, other: read.other });
    found.push({ weight: massToMicrograms(read.text), count: Number(times), ...(parcels > 1 && { parcels }) });
  }
  if (found.length === 0) return { ok: false, message: 'Write weights of orders, one a line.' };
  if (found.reduce((sum, { count }) => sum + count, 0) > MOST_ORDERS) return { ok: false, message: 'At most 200,000 orders.' };
  // Which of many are read otherwise is told while they can still be overlooked; "x 12" stays as typed.
  const few = entries.length <= 12 && found.every(({ count, parcels }) => count === 1 && parcels === undefined);
  return { ok: true, value: found, ...(few && listTwoWays(entries, shop)) };
}

/** An order with what its carriage costs, all parcels together, and the weight up to which that is known to be the cost. */
export interface CostedOrder extends FitOrder, OrderWeight {
  readonly count: number;
  readonly reach: number;
}

/** Orders with what their carriage costs by a survey; those heavier than it went are left out and counted. */
export function withCosts(weights: readonly OrderWeight[], curve: readonly CostPoint[], which: 'mean' | 'most') {
  const orders = new Map<string, CostedOrder>();
  let beyond = 0;
  for (const { weight, count, parcels = 1 } of weights) {
    const point = costPointAt(curve, weight / parcels);
    if (point === undefined) {
      beyond += count;
      continue;
    }
    const key = `${weight} in ${parcels}`;
    orders.set(key, {
      weight,
      cost: point[which] * parcels,
      reach: point.weight * parcels,
      count: count + (orders.get(key)?.count ?? 0),
      ...(parcels > 1 && { parcels }),
    });
  }
  return { orders: [...orders.values()], beyond };
}

/** Orders known by the weight of their goods, and the lane that packs and prices them. */
export interface OrdersOf {
  readonly book: RateBook;
  readonly at: { readonly zone: string; readonly service: string };
  readonly destination: Destination;
  /** The weight the fitted card reads. */
  readonly measure: WeightMeasureName;
  /** Sent as they are, as the survey asked for them, without a carton. */
  readonly bare: boolean;
  readonly orders: readonly CostedOrder[];
}

/** An order as cards read it: `weight` and `reach` are those the fitted card reads. */
export interface MeasuredOrder extends FitOrder {
  readonly reach: number;
  readonly measures: Measures;
}

/** Orders packed as the lane's service packs them: the weight of a carton is part of what a card may read. */
export function measuredOrders({ book, at, destination, measure, bare, orders }: OrdersOf): MeasuredOrder[] {
  const compiled = compile(book);
  const measured = new Map<string, Measures>();
  const measuresOf = (weight: number, parcels: number) => {
    const key = `${weight} in ${parcels}`;
    const known = measured.get(key);
    if (known) return known;
    const each = `${weight / parcels / GRAM} g`;
    const line: CartLine = {
      quantity: parcels,
      unitPrice: 0,
      weight: each,
      delivered: true,
      ...((bare || parcels > 1) && { ownBox: true }),
    };
    const measures = laneMeasures(compiled, at, [line], destination);
    measured.set(key, measures);
    return measures;
  };
  return orders.map(({ weight, reach, cost, count, parcels = 1 }) => {
    const measures = measuresOf(weight, parcels);
    return { weight: measures[measure], reach: Math.max(measures[measure], measuresOf(reach, parcels)[measure]), cost, count, measures };
  });
}

/** A tier that is proposed: where it ends, where the next begins, and its price before tax and rounding. */
export interface FittedBound {
  readonly upTo: Micrograms;
  readonly next: Micrograms | null;
  readonly price: number;
}

/** What is fitted to the orders of one zone: tiers, and a base with so much for each unit of weight. */
export interface Fitted {
  readonly orders: readonly MeasuredOrder[];
  readonly tiers: readonly FittedBound[];
  readonly line: FittedLine;
}

/** What is fitted: the orders of each zone, with tiers of the same bounds where there are several. */
export interface FitWork {
  readonly of: readonly OrdersOf[];
  readonly target: FitTarget;
  /** A started unit, in micrograms. */
  readonly unit: Micrograms;
}

export function fitAll({ of, target, unit }: FitWork): Fitted[] {
  const measured = of.map(measuredOrders);
  const lines = measured.map((orders) => fitLine(orders, target, unit));
  const [only, ...others] = measured;
  const tiers = only && others.length === 0 ? [fitTiers(only, target).tiers] : sharedTiers(measured, target);
  return measured.map((orders, at) => ({ orders, tiers: tiers[at] ?? [], line: lines[at] ?? { base: 0, each: 0, error: 0 } }));
}

function sharedTiers(measured: readonly (readonly MeasuredOrder[])[], target: FitTarget): FittedBound[][] {
  const { tiers } = fitTogether(measured, target);
  return measured.map((_orders, zone) => tiers.map(({ upTo, next, prices }) => ({ upTo, next, price: prices[zone] ?? 0 })));
}

/** Packs and fits in a worker; stopped, it never answers. */
export const startFitting = (work: FitWork): Asked<Fitted[]> =>
  askWorker(new Worker(new URL('./fit.worker.ts', import.meta.url), { type: 'module' }), work);

const GRAM = 1_000_000;

/** A price as buyers pay it: with the tax that prices include, up to the next whole step. Minor units. */
export const asPaid = (price: number, taxRate: number, step: number) =>
  Math.ceil(Math.ceil((price * (10_000 + taxRate)) / 10_000) / step) * step;

/** The part of a price that is not tax. */
export const withoutTax = (price: number, taxRate: number) => price - Math.round((price * taxRate) / (10_000 + taxRate));

/**
 * The card a fit proposes: bounds at the roundest weights between orders, as far as the cost is known to be the same; the rest
 * as the present card says.
 */
export function proposedCard(
  { tiers: fitted, orders }: Pick<Fitted, 'tiers' | 'orders'>,
  present: Card,
  { measure, taxRate, step, whole = false }: { measure: WeightMeasureName; taxRate: number; step: number; whole?: boolean },
): Card {
  const above = 'above' in present ? present.above : ({ kind: 'refer' } as const);
  const tiers = fitted.map(({ upTo, next, price }) => {
    const reach = Math.min(...orders.filter(({ weight }) => weight === upTo).map((order) => order.reach), Infinity);
    const grams = roundestWithin(upTo, Math.min(next ?? Infinity, (Number.isFinite(reach) ? reach : upTo) + 1)) / GRAM;
    return {
      upTo: grams % 10 === 0 || grams > 1000 ? `${grams / 1000} kg` : `${grams} g`,
      result: { kind: 'amount' as const, amount: asPaid(price, taxRate, step) },
    };
  });
  // Tiers of one price are one tier, unless several zones are to have the same.
  const distinct = whole ? tiers : tiers.filter(({ result }, at) => result.amount !== tiers[at + 1]?.result.amount);
  const heaviest = distinct.at(-1)?.upTo;
  // What no order was weighed for stays as it is.
  const kept =
    present.kind === 'weightTiers' && present.bands === 'whole' && heaviest !== undefined
      ? present.tiers.filter(({ upTo }) => massToMicrograms(upTo) > massToMicrograms(heaviest))
      : [];
  return { kind: 'weightTiers', measure, bands: 'whole', tiers: [...distinct, ...kept], above, floor: null, cap: null };
}

/** Cards of the same bounds without those at which no price of any changes. */
export function withoutIdleBounds(cards: readonly Card[]): Card[] {
  const rows = cards.map((card) => (card.kind === 'weightTiers' ? card.tiers : []));
  const isIdle = (at: number) =>
    rows.every((tiers) => {
      const [here, next] = [tiers[at]?.result, tiers[at + 1]?.result];
      return here?.kind === 'amount' && next?.kind === 'amount' && here.amount === next.amount;
    });
  return cards.map((card) => (card.kind === 'weightTiers' ? { ...card, tiers: card.tiers.filter((_tier, at) => !isIdle(at)) } : card));
}

/** The other proposal: a base, and so much for each started kilogram or pound. */
export const lineCard = (
  { base, each }: FittedLine,
  { measure, taxRate, step, unit }: { measure: WeightMeasureName; taxRate: number; step: number; unit: string },
): Card => ({
  kind: 'startedUnits',
  base: asPaid(base, taxRate, step),
  each: asPaid(each, taxRate, step),
  per: { measure, unit },
  floor: null,
  cap: null,
});

export type WeightMeasureName = 'itemsWeight' | 'packedWeight' | 'billableWeight';

/** What a card would have taken in for orders, without tax, beside what they cost. */
export interface Outcome {
  readonly charged: number;
  readonly cost: number;
  /** Orders with a price, and those among them that cost more than it. */
  readonly priced: number;
  readonly below: number;
  readonly unpriced: number;
}

export function outcomeOf(card: Card, orders: readonly MeasuredOrder[], taxRate: number, rounding: RoundingRule): Outcome {
  const priceAt = priceOnCard(card, rounding);
  const outcome = { charged: 0, cost: 0, priced: 0, below: 0, unpriced: 0 };
  for (const { measures, cost, count = 1 } of orders) {
    const price = priceAt(measures);
    if (price < 0) {
      outcome.unpriced += count;
      continue;
    }
    const net = withoutTax(price, taxRate);
    outcome.charged += net * count;
    outcome.cost += cost * count;
    outcome.priced += count;
    if (net < cost) outcome.below += count;
  }
  return outcome;
}

/** Prices and cost up to a weight, as buyers pay them; a card may have no price there. */
export interface FitPoint {
  readonly x: number;
  readonly present: number | null;
  readonly proposed: number | null;
  readonly cost: number;
}

/** More steps than these are not drawn one by one. */
const MOST_STEPS = 200;

/** The weights at which a card may change its price; those of a price for each unit, up to the heaviest order. */
function boundsOf(card: Card, measure: WeightMeasureName, heaviest: number): number[] {
  if (card.kind !== 'startedUnits') return tierBounds(card, measure);
  if (card.per.measure !== measure || typeof card.per.unit !== 'string') return [];
  const unit = massToMicrograms(card.per.unit);
  return Array.from({ length: Math.min(MOST_STEPS, Math.floor(heaviest / unit)) }, (_, at) => (at + 1) * unit);
}

const tierBounds = (card: Card, measure: WeightMeasureName): number[] =>
  card.kind === 'weightTiers' && card.measure === measure ? card.tiers.map(({ upTo }) => massToMicrograms(upTo)) : [];

/** Both cards and the cost at every weight up to which they hold, lightest first; the first point begins at nothing. */
export function fitPoints(
  { present, proposed }: { readonly present: Card; readonly proposed: Card },
  orders: readonly MeasuredOrder[],
  { measure, taxRate, rounding }: { measure: WeightMeasureName; taxRate: number; rounding: RoundingRule },
): FitPoint[] {
  const [was, would] = [priceOnCard(present, rounding), priceOnCard(proposed, rounding)];
  const priceOf = (price: number) => (price < 0 ? null : price);
  const at = new Map(orders.map((order) => [order.weight, order]));
  const costUpTo = new Map(orders.map((order) => [order.reach, order.cost]));
  const heaviest = orders.reduce((most, { reach }) => Math.max(most, reach), 0);
  const bounds = [present, proposed].flatMap((card) => boundsOf(card, measure, heaviest)).filter((bound) => bound <= heaviest);
  const points: FitPoint[] = [];
  // From the heaviest down: a cost holds as far as it reaches.
  let cost = 0;
  for (const x of [...new Set([...at.keys(), ...costUpTo.keys(), ...bounds])].sort((a, b) => b - a)) {
    const measures = at.get(x)?.measures ?? { ...NO_MEASURES, itemsWeight: x, packedWeight: x, billableWeight: x };
    const costs = costUpTo.get(x);
    if (costs !== undefined) cost = Math.round((costs * (10_000 + taxRate)) / 10_000);
    const point = { x, present: priceOf(was(measures)), proposed: priceOf(would(measures)), cost };
    const [next] = points;
    const same = next && next.present === point.present && next.proposed === point.proposed && next.cost === point.cost;
    if (!same) points.unshift(point);
  }
  const [first] = points;
  return first ? [{ ...first, x: 0 }, ...points] : [];
}

/** Whether a card reads nothing but weight, so that weights alone say what it would have charged. */
export const byWeightAlone = (card: Card): boolean =>
  card.kind === 'flat' ||
  (card.kind === 'startedUnits' && /Weight$/.test(card.per.measure)) ||
  (card.kind === 'weightTiers' && resultsOf(card).every(({ kind }) => kind !== 'percent'));
