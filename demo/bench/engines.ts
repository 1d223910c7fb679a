import { boundInBase, type CompiledBook, isTiered, type Lane, laneOf, MEASURES, type Measure, type TierResult } from '@ostrakon/core';
import jsonLogic from 'json-logic-js';
import { Engine, type TopLevelCondition } from 'json-rules-engine';
import type { LoopCart } from './loop.ts';

/**
 * The same prices in two general-purpose rule engines. Both get the cart's figures as facts. json-logic computes the whole
 * price as one expression; json-rules-engine has no arithmetic, so it finds the tier, the charges and the allowances that hold,
 * and plain code adds them up.
 */

type Logic = jsonLogic.RulesLogic;
type Facts = Record<string, number | boolean>;

const SLACK = 500;
const WITHHELD = -1;
const REFER = -2;

const code = (result: TierResult): number =>
  result.kind === 'amount' ? result.amount : result.kind === 'free' ? 0 : result.kind === 'refer' ? REFER : WITHHELD;
const reach = (measure: Measure, bound: string | number) => boundInBase(measure, bound) + (typeof bound === 'string' ? SLACK : 0);

export function factsOf(cart: LoopCart): Facts {
  const facts: Facts = { hasGlazes: cart.glazes !== null, hasOthers: cart.others !== null };
  MEASURES.forEach((measure, at) => {
    facts[measure] = cart.whole[at] ?? 0;
    facts[`glazes_${measure}`] = cart.glazes?.[at] ?? 0;
    facts[`others_${measure}`] = cart.others?.[at] ?? 0;
  });
  const { season, half, recent, machines, clayAlone, cartons } = cart;
  return { ...facts, season, half, recent, machines, clayAlone, cartons };
}

interface Row {
  readonly tests: readonly { fact: string; upTo: number; above: number }[];
  readonly price: number;
}

/** A card as a decision table: every row with the ranges in which it holds. */
function decisionRows(card: Lane['card'], prefix: string): Row[] {
  const range = (measure: Measure, bounds: readonly (string | number)[], at: number) => {
    const [low, high] = [bounds[at - 1], bounds[at]];
    return {
      fact: prefix + measure,
      above: low === undefined ? -Infinity : reach(measure, low),
      upTo: high === undefined ? Infinity : reach(measure, high),
    };
  };
  if (isTiered(card)) {
    const bounds = card.tiers.map(({ upTo }) => upTo);
    const results = [...card.tiers.map(({ result }) => result), card.above];
    return results.map((result, at) => ({ tests: [range(card.measure, bounds, at)], price: code(result) }));
  }
  if (card.kind === 'twoWay') {
    return card.results.flatMap((line, row) =>
      line.map((result, column) => ({
        tests: [range(card.rows.measure, card.rows.bounds, row), range(card.columns.measure, card.columns.bounds, column)],
        price: code(result),
      })),
    );
  }
  if (card.kind !== 'flat') throw new Error(`the demo has no card of kind ${card.kind}`);
  return [{ tests: [], price: code(card.result) }];
}

const holds = ({ tests }: Row): Logic => ({
  and: [
    true,
    ...tests.flatMap(({ fact, above, upTo }) => [
      ...(above === -Infinity ? [] : [{ '>': [{ var: fact }, above] } as Logic]),
      ...(upTo === Infinity ? [] : [{ '<=': [{ var: fact }, upTo] } as Logic]),
    ]),
  ],
});

const cardLogic = (card: Lane['card'], prefix: string): Logic =>
  ({ if: decisionRows(card, prefix).flatMap((row): Logic[] => [holds(row), row.price]) }) as Logic;

function rulesHere({ book }: CompiledBook, zone: string, service: string) {
  const here = <T extends { scope: { services: string[] | null; zones: string[] | null } }>(rules: readonly T[]) =>
    rules.filter(({ scope }) => (scope.services?.includes(service) ?? true) && (scope.zones?.includes(zone) ?? true));
  return { charges: here(book.charges), allowances: here(book.allowances).map(({ id }) => id) };
}

const floorOf = (value: Logic): Logic => ({ '-': [value, { '%': [value, 1] }] }) as Logic;

function chargeLogic({ amount, floor, dates }: ReturnType<typeof rulesHere>['charges'][number], price: Logic): Logic {
  const share = (of: Logic, basisPoints: number) => floorOf({ '/': [{ '+': [{ '*': [of, basisPoints] }, 5000] }, 10_000] } as Logic);
  const raw = (): Logic => {
    if (amount.kind === 'packagingCost') return { var: 'cartons' } as Logic;
    if (amount.kind !== 'percent') return amount.amount;
    return share(amount.of === 'valueAfterDiscounts' ? ({ var: 'valueAfterDiscounts' } as Logic) : price, amount.basisPoints);
  };
  const most = { max: [floor ?? 0, raw()] } as Logic;
  return dates === null ? most : ({ if: [{ var: 'season' }, most, 0] } as Logic);
}

/** One lane as one expression; the parts that are used twice are worked out twice, as such engines do. */
function laneLogic(compiled: CompiledBook, zone: string, service: string, lane: Lane): Logic {
  const { charges, allowances } = rulesHere(compiled, zone, service);
  const glazes = lane.groupCards[0];
  const dearest = (): Logic => {
    if (!glazes) return cardLogic(lane.card, '');
    const [own, others] = [cardLogic(glazes.card, 'glazes_'), { if: [{ var: 'hasOthers' }, cardLogic(lane.card, 'others_'), 0] } as Logic];
    const either = { if: [{ '<': [own, 0] }, own, { '<': [others, 0] }, others, { max: [own, others] }] } as Logic;
    return { if: [{ var: 'hasGlazes' }, either, cardLogic(lane.card, '')] } as Logic;
  };
  const price = dearest();
  const added = charges.map((charge) => chargeLogic(charge, price));
  const total = { '+': [price, ...added] } as Logic;
  const free = [
    ...(lane.freeFrom ? [{ '>=': [{ var: 'valueAfterDiscounts' }, lane.freeFrom.from] }] : []),
    ...(allowances.includes('ride-along') ? [{ and: [{ var: 'recent' }, { '!': [{ var: 'machines' }] }] }] : []),
    ...(allowances.includes('ten-boxes') ? [{ and: [{ var: 'clayAlone' }, { '>=': [{ var: 'itemCount' }, 10] }] }] : []),
  ];
  const halved = { '-': [total, floorOf({ '/': [{ '+': [{ '*': [total, 5000] }, 5000] }, 10_000] } as Logic)] };
  const finished = allowances.includes('half-ground') ? { if: [{ var: 'half' }, halved, total] } : total;
  const outside = lane.limits.map(({ measure, from, upTo }) => ({
    or: [
      false,
      ...(from === undefined ? [] : [{ '<': [{ var: measure }, reach(measure, from) - 2 * SLACK] }]),
      ...(upTo === undefined ? [] : [{ '>': [{ var: measure }, reach(measure, upTo)] }]),
    ],
  }));
  return {
    if: [{ or: [false, ...outside] }, WITHHELD, { '<': [price, 0] }, price, { or: [false, ...free] }, 0, finished],
  } as unknown as Logic;
}

export type LanePricer = (facts: Facts) => number;

export function jsonLogicLanes(compiled: CompiledBook): (LanePricer | null)[][] {
  return compiled.book.zones.map((zone) =>
    compiled.book.services.map((service) => {
      const lane = laneOf(zone, service.id);
      if (!lane) return null;
      const logic = laneLogic(compiled, zone.id, service.id, lane);
      return (facts) => Number(jsonLogic.apply(logic, facts));
    }),
  );
}

function conditions(row: Row): TopLevelCondition {
  const all = row.tests.flatMap(({ fact, above, upTo }) => [
    ...(above === -Infinity ? [] : [{ fact, operator: 'greaterThan', value: above }]),
    ...(upTo === Infinity ? [] : [{ fact, operator: 'lessThanInclusive', value: upTo }]),
  ]);
  return { all: all.length > 0 ? all : [{ fact: 'itemCount', operator: 'greaterThanInclusive', value: 0 }] };
}

export type AsyncLanePricer = (facts: Facts) => Promise<number>;

type Charges = ReturnType<typeof rulesHere>['charges'];

function withCharges(charges: Charges, price: number, facts: Facts): number {
  const raw = ({ amount }: Charges[number]): number => {
    if (amount.kind === 'packagingCost') return Number(facts.cartons);
    if (amount.kind !== 'percent') return amount.amount;
    const of = amount.of === 'valueAfterDiscounts' ? Number(facts.valueAfterDiscounts) : price;
    return Math.floor((of * amount.basisPoints + 5000) / 10_000);
  };
  return charges
    .filter(({ dates }) => dates === null || facts.season === true)
    .reduce((sum, charge) => sum + Math.max(charge.floor ?? 0, raw(charge)), price);
}

/** One rule a tier, one a failing limit, one a condition of an allowance. */
function engineOf(lane: Lane, allowances: readonly string[]): Engine {
  const engine = new Engine([], { allowUndefinedFacts: true });
  const add = (type: string, test: TopLevelCondition, price = 0) =>
    engine.addRule({ conditions: test, event: { type, params: { price } } });
  const table = (card: Lane['card'], prefix: string, type: string) => {
    for (const row of decisionRows(card, prefix)) add(type, conditions(row), row.price);
  };
  table(lane.card, '', 'whole');
  for (const { card } of lane.groupCards) {
    table(lane.card, 'others_', 'others');
    table(card, 'glazes_', 'glazes');
  }
  for (const { measure, from, upTo } of lane.limits) {
    if (from !== undefined) add('outside', { all: [{ fact: measure, operator: 'lessThan', value: reach(measure, from) - 2 * SLACK }] });
    if (upTo !== undefined) add('outside', { all: [{ fact: measure, operator: 'greaterThan', value: reach(measure, upTo) }] });
  }
  const is = (fact: string, value: boolean) => ({ fact, operator: 'equal', value });
  const atLeast = (fact: string, value: number) => ({ fact, operator: 'greaterThanInclusive', value });
  if (lane.freeFrom) add('free', { all: [atLeast('valueAfterDiscounts', lane.freeFrom.from)] });
  if (allowances.includes('ride-along')) add('free', { all: [is('recent', true), is('machines', false)] });
  if (allowances.includes('ten-boxes')) add('free', { all: [is('clayAlone', true), atLeast('itemCount', 10)] });
  if (allowances.includes('half-ground')) add('half', { all: [is('half', true)] });
  return engine;
}

async function enginePrice(engine: Engine, charges: Charges, facts: Facts, grouped: boolean): Promise<number> {
  const { events } = await engine.run(facts);
  const priceOf = (type: string) => Number(events.find((event) => event.type === type)?.params?.price ?? 0);
  const has = (type: string) => events.some((event) => event.type === type);
  if (has('outside')) return WITHHELD;
  const parts = grouped && facts.hasGlazes ? [priceOf('glazes'), facts.hasOthers ? priceOf('others') : 0] : [priceOf('whole')];
  const price = parts.find((part) => part < 0) ?? Math.max(...parts);
  if (price < 0) return price;
  if (has('free')) return 0;
  const total = withCharges(charges, price, facts);
  return has('half') ? total - Math.floor((total * 5000 + 5000) / 10_000) : total;
}

export function rulesEngineLanes(compiled: CompiledBook): (AsyncLanePricer | null)[][] {
  return compiled.book.zones.map((zone) =>
    compiled.book.services.map((service) => {
      const lane = laneOf(zone, service.id);
      if (!lane) return null;
      const { charges, allowances } = rulesHere(compiled, zone.id, service.id);
      const engine = engineOf(lane, allowances);
      return (facts) => enginePrice(engine, charges, facts, lane.groupCards.length > 0);
    }),
  );
}
