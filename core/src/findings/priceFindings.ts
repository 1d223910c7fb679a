import { type CartKind, shipmentOf } from '../coverage/cartKind.ts';
import { circumstancesOf } from '../coverage/circumstances.ts';
import { type KindSources, lanesOf } from '../coverage/kindsIn.ts';
import { type LaneEdge as Edge, edgesOf } from '../coverage/laneEdges.ts';
import { HeldItems, type Item, PriceProbe } from '../coverage/priceProbe.ts';
import { roundFigure } from '../coverage/roundFigure.ts';
import { eachSituation, originOf, type Situation } from '../coverage/situations.ts';
import type { Measure } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import type { CompiledBook, CompiledZone } from '../quote/compile.ts';
import type { CompiledCard } from '../quote/compiledCard.ts';
import { type CompiledLane, readsDistance } from '../quote/compiledLane.ts';
import type { CompiledResult } from '../quote/compiledResult.ts';
import { holds } from '../quote/holds.ts';
import type { LaneTest } from '../quote/laneTest.ts';
import type { Shipment } from '../quote/shipment.ts';
import { holdsGroup } from '../rate-book/scope.ts';
import type { Circumstances, Finding, Step, Witness } from './finding.ts';

export type StepFinding = Finding<'heavierPaysLess' | 'richerPaysMore' | 'freeStops' | 'tallStep' | 'justUnder'>;
export type PriceFinding = StepFinding | Finding<'chargedWhenFree' | 'neverBetter'>;

const WEIGHTS: readonly Measure[] = ['itemsWeight', 'packedWeight', 'billableWeight'];
const VALUES: readonly Measure[] = ['valueAfterDiscounts', 'valueBeforeDiscounts'];
const MILLIGRAM = 1000;
/** A kilogram, and fifty of the currency: where nothing else is asked of an item. */
const USUAL: Item = { weight: 1e9, value: 5000 };

/** Both sides of every bound, each once, and something between. */
const sidesOf = (edges: readonly Edge[], usual: number): readonly number[] =>
  [...new Set([usual, ...edges.flatMap(({ below, above }) => [below, above])])].sort((a, b) => a - b);

/** A step is tall that adds more than this share of what was paid before it, and more than what is small money. */
const TALL = { share: 0.6, least: 500 } as const;

type StepCode = StepFinding['code'];

/** What a step in weight is told as. */
function weightCodes(before: number, after: number): StepCode[] {
  if (before < 0 || after < 0) return [];
  if (after < before) return ['heavierPaysLess'];
  if (before === 0 && after > 0) return ['freeStops'];
  return after - before > Math.max(before * TALL.share, TALL.least) ? ['tallStep'] : [];
}

/** What a step in value is told as. A share of the value rises by a cent as it is rounded: that is no step. */
function valueCodes(edge: Edge, before: number, after: number): StepCode[] {
  if (before < 0 || after < 0) return [];
  if (after > before + 1) return ['richerPaysMore'];
  return edge.below + before > edge.above + after ? ['justUnder'] : [];
}

const SEVERITY = {
  heavierPaysLess: 'surprise',
  richerPaysMore: 'surprise',
  freeStops: 'surprise',
  tallStep: 'surprise',
  justUnder: 'note',
} as const;

interface Lane {
  readonly lane: CompiledLane;
  readonly zone: Id;
  readonly probe: PriceProbe;
  /** Absent where the kind of cart is the plainest: here and now, without a coupon. */
  readonly only?: Circumstances;
  /** Whether a step was found before, of a plainer kind of cart. */
  readonly isKnown: (code: StepCode, bound: number) => boolean;
  /** The price of an item: each is asked for from both of its sides. */
  readonly price: (item: Item) => number;
}

const witnessOf = (request: ReturnType<PriceProbe['request']>): Witness => ({
  lines: request.lines,
  destination: request.destination,
  ...circumstancesOf(request),
});

function stepFinding(code: StepCode, { lane, zone, probe }: Lane, edge: Edge, step: Step, low: Item, high: Item): StepFinding {
  const rest = {
    severity: SEVERITY[code],
    where: { zones: [zone], service: lane.service.id },
    witness: witnessOf(probe.request(code === 'justUnder' ? low : high)),
    other: witnessOf(probe.request(code === 'justUnder' ? high : low)),
  };
  // What comes to more than goods at the bound with their delivery.
  if (code === 'justUnder') return { code, ...rest, facts: { ...step, from: Math.max(0, edge.above + step.after - step.before) } };
  return { code, ...rest, facts: step };
}

/** Whether an item that is quoted as any cart shows a price. */
const isShown = ({ lane, probe }: Lane, item: Item, wanted: number): boolean => probe.quoted(lane, item) === wanted;

/** An item of a round weight that pays what one just over a bound pays; null where none does. */
function rounder({ lane, probe }: Lane, edge: Edge, next: Edge | undefined, price: number, item: (weight: number) => Item): Item | null {
  const { units } = probe.book.shop;
  const figure = roundFigure(edge.measure, { from: edge.above, below: next?.above ?? Number.POSITIVE_INFINITY }, units);
  const weight = figure && Math.round(figure.value / MILLIGRAM) * MILLIGRAM;
  if (!weight || weight < edge.above || (next && weight > next.below)) return null;
  return probe.price(lane, item(weight)) === price ? item(weight) : null;
}

/** What is looked along: bounds of weight, with value held, or of value, with weight held. */
interface Along {
  readonly of: Lane;
  readonly along: 'weight' | 'value';
  readonly edges: readonly Edge[];
  readonly held: readonly number[];
  readonly item: (along: number, at: number) => Item;
  readonly codes: (edge: Edge, before: number, after: number) => StepCode[];
}

/** What happens at one bound while one thing is held. */
function stepsAt({ of, along, edges, item, codes }: Along, place: number, at: number, skip: Lane['isKnown']): StepFinding[] {
  const edge = edges[place] as Edge;
  const [low, above] = [item(edge.below, at), item(edge.above, at)];
  const [before, after] = [of.price(low), of.price(above)];
  // Of values the first that pays otherwise is told: "from 100.00", not "over 99.99".
  const bound = along === 'value' ? edge.above : edge.bound;
  const told = codes(edge, before, after).filter((code) => !skip(code, bound));
  if (told.length === 0) return [];
  const round = along === 'weight' && after >= 0 ? rounder(of, edge, edges[place + 1], after, (weight) => item(weight, at)) : null;
  const high = round ?? above;
  const step: Step = { measure: edge.measure, bound, before, after, at, ...(of.only && { only: of.only }) };
  return told.flatMap((code) =>
    isShown(of, low, before) && isShown(of, high, after) ? [stepFinding(code, of, edge, step, low, high)] : [],
  );
}

/** Prices at both sides of every bound, others held: for each kind of step the first, at the least of what is held. */
function stepsAlong(along: Along): StepFinding[] {
  const found = new Map<string, StepFinding>();
  const skip: Lane['isKnown'] = (code, bound) => found.has(`${code} ${bound}`) || along.of.isKnown(code, bound);
  along.edges.forEach((_edge, place) => {
    for (const at of along.held) for (const one of stepsAt(along, place, at, skip)) found.set(`${one.code} ${one.facts.bound}`, one);
  });
  return [...found.values()];
}

/** Whether a card has anything that costs nothing. */
function givesFree({ table }: CompiledCard): boolean {
  const isFree = ({ rate, price }: CompiledResult) => rate === 'none' && price === 0;
  if (table.kind === 'one') return table.code === 'flat' && isFree(table.result);
  if (table.kind === 'grid') return table.results.some((line) => line.some(isFree));
  return table.kind === 'tiers' && table.results.some(isFree);
}

/** The charges on an item that its price gives for nothing; none where it has a price, or costs nothing. */
function chargesOnFree({ lane, probe, price }: Lane, item: Item): { readonly price: number; readonly charges: readonly Id[] } | null {
  if (price(item) <= 0) return null;
  const answer = probe.answer(lane, item);
  if (answer.status !== 'priced') return null;
  const charges = answer.ledger.flatMap((row) => (row.code === 'charge' && row.amount > 0 ? [row] : []));
  const rest = answer.ledger.reduce((sum, { amount }) => sum + amount, 0) - charges.reduce((sum, { amount }) => sum + amount, 0);
  const given = answer.ledger.some(({ code }) => code === 'tier' || code === 'band' || code === 'flat' || code === 'twoWay');
  return charges.length > 0 && rest === 0 && given ? { price: answer.price, charges: charges.map(({ charge }) => charge) } : null;
}

/** What the prices give for nothing, and charges do not: shown by the first such item, with the charges on all of them. */
function chargedWhenFree(of: Lane, items: readonly Item[]): Finding<'chargedWhenFree'>[] {
  if (of.lane.charges.length === 0 || ![of.lane.card, ...of.lane.groupCards.values()].some(givesFree)) return [];
  const found = items.flatMap((item) => {
    const charged = chargesOnFree(of, item);
    return charged ? [{ item, ...charged }] : [];
  });
  const [first] = found;
  if (!first) return [];
  return [
    {
      code: 'chargedWhenFree',
      severity: 'surprise',
      where: { zones: [of.zone], service: of.lane.service.id },
      facts: { charges: [...new Set(found.flatMap(({ charges }) => charges))], price: first.price, ...(of.only && { only: of.only }) },
      witness: witnessOf(of.probe.request(first.item)),
    },
  ];
}

const stands = (tests: readonly LaneTest[], shipment: Shipment) => tests.every((test) => test.kind === 'range' || holds(test, shipment));

/** What tells a kind of goods apart from another by what a lane charges and gives; null where it takes none of it. */
function priceKey({ tests, owners, charges, allowances }: CompiledLane, shipment: Shipment): string | null {
  if (!stands(tests, shipment)) return null;
  const [group = null] = shipment.consignment.groups;
  return [
    group !== null && owners.includes(group) ? group : '',
    ...charges.map(({ goods }) => (holdsGroup(goods, group) ? 1 : 0)),
    ...[...charges, ...allowances].map((rule) => (stands(rule.tests, shipment) ? 1 : 0)),
  ].join(' ');
}

const itemOf = (weight: number, value: number): Item => ({ weight: Math.max(MILLIGRAM, weight), value: Math.max(0, value) });

/** Everything one lane's prices tell of one kind of goods. */
function laneFindings(of: Lane): PriceFinding[] {
  const weights = edgesOf(of.lane, WEIGHTS, MILLIGRAM).filter(({ below }) => below > 0);
  const values = edgesOf(of.lane, VALUES, 1).filter(({ below }) => below >= 0);
  const [allWeights, allValues] = [sidesOf(weights, USUAL.weight), sidesOf(values, USUAL.value)];
  const items = allWeights.flatMap((weight) => allValues.map((value) => itemOf(weight, value)));
  return [
    ...stepsAlong({
      of,
      along: 'weight',
      edges: weights,
      held: allValues,
      item: itemOf,
      codes: (_edge, before, after) => weightCodes(before, after),
    }),
    ...stepsAlong({
      of,
      along: 'value',
      edges: values,
      held: allWeights,
      item: (value, weight) => itemOf(weight, value),
      codes: valueCodes,
    }),
    ...chargedWhenFree(of, items),
  ];
}

/** Items by the kind of cart they are, for as long as one book is looked at. */
export type SharedItems = Map<string, HeldItems>;

const asksWhere = ({ tests, centre, lane }: CompiledLane) =>
  centre !== undefined || readsDistance(lane) || tests.some(({ kind }) => kind === 'area');

/** Items that zones have in common: those of lanes that do not ask where an address lies. */
function heldFor(shared: SharedItems, lanes: readonly CompiledLane[], { groups, origin, destination, ...rest }: CartKind): HeldItems {
  const key = JSON.stringify([groups[0], origin, destination.country, circumstancesOf(rest)]);
  if (lanes.some(asksWhere)) return new HeldItems();
  const held = shared.get(key) ?? new HeldItems();
  shared.set(key, held);
  return held;
}

const stepKey = (code: string, service: Id | undefined, bound: number) => `${code} ${service} ${bound}`;

const keyOf = ({ code, where, facts }: PriceFinding) =>
  'bound' in facts
    ? stepKey(code, where.service, facts.bound)
    : JSON.stringify([code, where.service, 'charges' in facts ? facts.charges : facts]);

/** Each price worked out once. */
function pricesOf(probe: PriceProbe, lane: CompiledLane): (item: Item) => number {
  const held = new Map<number, Map<number, number>>();
  return (item) => {
    const { weight, value } = item;
    let values = held.get(weight);
    if (!values) {
      values = new Map();
      held.set(weight, values);
    }
    const known = values.get(value);
    if (known !== undefined) return known;
    const price = probe.price(lane, item);
    values.set(value, price);
    return price;
  };
}

/** A kind of cart that prices are looked at with, and what it takes to be one; nothing where it is the plainest. */
export interface PricedKind {
  readonly kind: CartKind;
  readonly only?: Circumstances;
}

/** Everything that lanes of a zone, their charges and their reductions ask of carts besides measures and goods. */
const askedIn = (zone: CompiledZone) =>
  lanesOf(zone).flatMap(({ tests, charges, allowances }) => [
    ...tests,
    ...charges.flatMap((one) => one.tests),
    ...allowances.flatMap((one) => one.tests),
  ]);

/** What a situation has that the plainest has not. */
function onlyIn(situation: Situation, plain: Situation): Circumstances | undefined {
  const { moment, ...rest } = circumstancesOf(situation);
  const only = { ...rest, ...(moment !== plain.moment && { moment }) };
  return Object.keys(only).length === 0 ? undefined : (only as Circumstances);
}

/** Carts of goods of one group each: here and now without coupons first, then with each thing besides that a zone asks for. */
export function pricedKinds(compiled: CompiledBook, zone: CompiledZone, { groups, ...sources }: KindSources): readonly PricedKind[] {
  const [plain, ...others] = eachSituation([{ compiled, tests: askedIn(zone) }], sources);
  if (!plain) return [];
  const origins = groups.flatMap((group) => originOf(compiled, group) ?? []);
  return [plain, ...others].flatMap((situation) => {
    const only = onlyIn(situation, plain);
    return origins.map(({ group, origin }): PricedKind => ({ kind: { ...situation, groups: [group], origin }, ...(only && { only }) }));
  });
}

/**
 * What prices of a zone do that buyers wonder at: steps down, free delivery that ends, tall steps, charges on what is free. Looked
 * at on both sides of every bound a lane reads, one item in its own box, everything else held; each shown by two whole quotes.
 */
export function priceFindings(
  compiled: CompiledBook,
  zone: CompiledZone,
  kinds: readonly PricedKind[],
  shared: SharedItems = new Map(),
): PriceFinding[] {
  const lanes = zone.lanes.filter((lane) => lane !== null);
  const seen = new Set<string>();
  const found = new Map<string, PriceFinding>();
  for (const { kind, only } of kinds) {
    const shipment = shipmentOf(compiled, kind);
    const probe = new PriceProbe(compiled, kind, kind.groups[0] ?? null, heldFor(shared, lanes, kind));
    lanes.forEach((lane, at) => {
      const key = priceKey(lane, shipment);
      if (key === null || seen.has(`${at} ${key}`)) return;
      seen.add(`${at} ${key}`);
      const isKnown = (code: StepCode, bound: number) => found.has(stepKey(code, lane.service.id, bound));
      const of = { lane, zone: zone.zone.id, probe, isKnown, price: pricesOf(probe, lane), ...(only && { only }) };
      for (const finding of laneFindings(of)) {
        if (!found.has(keyOf(finding))) found.set(keyOf(finding), finding);
      }
    });
  }
  return [...found.values()];
}
