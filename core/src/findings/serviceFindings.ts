import type { CartKind } from '../coverage/cartKind.ts';
import { edgesOf } from '../coverage/laneEdges.ts';
import { type Item, PriceProbe } from '../coverage/priceProbe.ts';
import { canonicalJson } from '../json/canonicalJson.ts';
import type { Measure } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import type { CompiledBook, CompiledZone } from '../quote/compile.ts';
import type { CompiledLane } from '../quote/compiledLane.ts';
import { isTiered, resultsOf } from '../rate-book/card.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import { inScope, type Scope } from '../rate-book/scope.ts';
import type { Finding } from './finding.ts';

const WEIGHTS: readonly Measure[] = ['itemsWeight', 'packedWeight', 'billableWeight'];
const VALUES: readonly Measure[] = ['valueAfterDiscounts', 'valueBeforeDiscounts'];
const MILLIGRAM = 1000;

/** A service whose every price is a fixed sum, by weight or value alone: what holds at its bounds holds between them. */
function isFixed({ lane, service, tests, owners, charges, allowances }: CompiledLane): boolean {
  const { card } = lane;
  const measured = tests.every((test) => test.kind === 'range' && [...WEIGHTS, ...VALUES].includes(test.measure));
  const fixed = resultsOf(card).every(({ kind }) => kind !== 'perUnit' && kind !== 'percent');
  const shaped = card.kind === 'flat' || (isTiered(card) && card.bands === 'whole' && [...WEIGHTS, ...VALUES].includes(card.measure));
  return service.kind === 'card' && measured && fixed && shaped && owners.length === 0 && charges.length + allowances.length === 0;
}

/** Whether one service never arrives before another: the same working days, and no fewer days on the way. */
function neverSooner(one: CompiledLane, other: CompiledLane, { locations }: RateBook): boolean {
  const days = ({ lane, service }: CompiledLane) => lane.transit ?? service.days.transit;
  const [own, theirs] = [days(one), days(other)];
  const rest = ({ service }: CompiledLane) => canonicalJson({ ...service.days, transit: null });
  const cutOffs = locations.some(({ dispatch }) =>
    dispatch?.ownCutOffs.some(({ service }) => service === one.service.id || service === other.service.id),
  );
  if (cutOffs || rest(one) !== rest(other)) return false;
  return own === null || (theirs !== null && theirs.least <= own.least && theirs.most <= own.most);
}

/** Items on both sides of every bound of two lanes. */
function itemsOf(lanes: readonly CompiledLane[]): readonly Item[] {
  const along = (measures: readonly Measure[], grid: number, usual: number) => [
    ...new Set([usual, ...lanes.flatMap((lane) => edgesOf(lane, measures, grid).flatMap(({ below, above }) => [below, above]))]),
  ];
  const values = along(VALUES, 1, 5000);
  return along(WEIGHTS, MILLIGRAM, 1e9).flatMap((weight) =>
    values.map((value) => ({ weight: Math.max(MILLIGRAM, weight), value: Math.max(0, value) })),
  );
}

/** Services of fixed prices beside which another is offered for every cart, at no higher a price and no later. */
export function neverBetter(compiled: CompiledBook, zone: CompiledZone, kind: CartKind | undefined): Finding<'neverBetter'>[] {
  const lanes = zone.lanes.filter((lane) => lane !== null).filter(isFixed);
  if (!kind || lanes.length < 2) return [];
  const probe = new PriceProbe(compiled, kind, kind.groups[0] ?? null);
  const isWorse = (one: CompiledLane, other: CompiledLane) => {
    const prices = itemsOf([one, other]).map((item) => [probe.price(one, item), probe.price(other, item)] as const);
    // Where both are the same for everything either would do: neither is told.
    const differs = prices.some(([own, theirs]) => own >= 0 && theirs < own);
    return differs && prices.every(([own, theirs]) => own < 0 || (theirs >= 0 && theirs <= own));
  };
  return lanes.flatMap((one): Finding<'neverBetter'>[] => {
    const other = lanes.find((held) => held !== one && neverSooner(one, held, compiled.book) && isWorse(one, held));
    if (!other) return [];
    const where = { zones: [zone.zone.id], service: one.service.id };
    return [{ code: 'neverBetter', severity: 'surprise', where, facts: { other: other.service.id } }];
  });
}

/** Charges and reductions in use that hold for no service that is offered. */
export function holdsNowhere({ zones, charges, allowances }: RateBook): Finding<'holdsNowhere'>[] {
  const offered = (scope: Scope) => zones.some(({ id, lanes }) => Object.keys(lanes).some((service) => inScope(scope, service, id)));
  const told = (of: 'charge' | 'allowance', list: readonly { id: Id; scope: Scope; inUse: boolean }[]) =>
    list.flatMap(({ id, scope, inUse }): Finding<'holdsNowhere'>[] =>
      inUse && !offered(scope) ? [{ code: 'holdsNowhere', severity: 'tidiness', where: { zones: [] }, facts: { of, id } }] : [],
    );
  return [...told('charge', charges), ...told('allowance', allowances)];
}
