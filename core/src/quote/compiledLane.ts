import { type Carriage, type LiveTerms, PLAIN_TERMS } from '../carriers/carriage.ts';
import { minorDigits } from '../money/currency.ts';
import type { Ending } from '../money/ending.ts';
import type { Id } from '../names/naming.ts';
import type { RoundingRule } from '../numbers/rounding.ts';
import type { Minor } from '../numbers/units.ts';
import { oncePer } from '../once/oncePer.ts';
import { indexPlaces, type PlaceIndex } from '../places/placeIndex.ts';
import type { Point } from '../places/point.ts';
import { cardMeasures } from '../rate-book/card.ts';
import type { Lane } from '../rate-book/lane.ts';
import type { Mixing, Pricing, RateBook, Service, Zone } from '../rate-book/rateBook.ts';
import { inScope, type Scope } from '../rate-book/scope.ts';
import type { Round } from '../rounds/round.ts';
import { type CompiledCard, compileCard } from './compiledCard.ts';
import { packagingOfService } from './compiledPacking.ts';
import { type CompiledAllowance, type CompiledCharge, compileAllowance, compileCharge, compileFreeFrom } from './compiledRules.ts';
import { compileLimit, couponTest, datesTest, goodsTest, type LaneTest } from './laneTest.ts';

/** All that decides the price of one service in one zone, as data: tests, cards, charges and allowances with theirs. */
export interface CompiledLane {
  readonly lane: Lane;
  readonly service: Service;
  readonly zone: Id;
  /** The place of the service in the book. */
  readonly slot: number;
  /** What must hold of a consignment for the lane to take it. */
  readonly tests: readonly LaneTest[];
  /** Who carries it, and, of a carrier's service, how its price becomes the buyer's. */
  readonly carriage: Carriage | null;
  readonly terms: LiveTerms | null;
  /** The lane whose price holds while the carrier does not answer. */
  readonly backup: CompiledLane | null;
  /** Where distances are measured from: a counter, the centre of a round; undefined where the goods leave from. */
  readonly centre: Point | null | undefined;
  /** Distances or parcels differ from those of other services. */
  readonly ownView: boolean;
  /** The card alone makes the price. */
  readonly plain: boolean;
  readonly card: CompiledCard;
  readonly groupCards: ReadonlyMap<Id, CompiledCard>;
  readonly owners: readonly Id[];
  readonly mixing: Mixing;
  /** Products' own charges count here. */
  readonly ownCharges: boolean;
  readonly charges: readonly CompiledCharge[];
  readonly allowances: readonly CompiledAllowance[];
  readonly floor: Minor;
  readonly cap: Minor;
  readonly rule: RoundingRule;
  readonly ending: Ending;
  readonly digits: number;
  readonly tax: Pricing['tax'];
  readonly taxRate: number;
}

/** What lanes take from the book besides their own entries. */
export type LaneContext = Pick<RateBook, 'services' | 'charges' | 'allowances' | 'locations' | 'packing'> &
  Pick<RateBook['shop'], 'pricing' | 'currency'>;

/** Whether a price or limit asks how far away the address is. */
export const readsDistance = (lane: Lane): boolean =>
  lane.limits.some(({ measure }) => measure === 'distance') ||
  [lane, ...lane.groupCards].some(({ card }) => cardMeasures(card).includes('distance'));

const indexOf = oncePer(({ area }: Round) => indexPlaces([area], () => null));

function areaTest({ kind, round }: Service): LaneTest[] {
  const area: PlaceIndex | null = kind === 'round' && round !== null && round.area.length > 0 ? indexOf(round) : null;
  return area === null ? [] : [{ kind: 'area', area }];
}

function testsOf({ limits, conditions }: Lane, service: Service): LaneTest[] {
  const { goods, coupons, dates, weekdays } = conditions;
  return [
    ...limits.map((limit) => compileLimit(limit, 'byItself' in limit && limit.byItself === true)),
    ...goodsTest(goods),
    ...areaTest(service),
    ...couponTest(coupons),
    ...datesTest(dates),
    ...(weekdays === null ? [] : [{ kind: 'weekdays', weekdays } as const]),
  ];
}

function centreOf({ kind, round, counter }: Service, { locations }: LaneContext): Point | null | undefined {
  if (kind === 'counter' && counter !== null) return counter.point;
  if (kind !== 'round' || round === null || round.centre === null) return undefined;
  return locations.find(({ id }) => id === round.centre)?.point ?? null;
}

/** Nothing is added to, taken off or put in place of what the card says. */
function isPlain(lane: Lane, context: LaneContext, rules: number): boolean {
  const { ending, tax } = context.pricing;
  return rules + lane.groupCards.length === 0 && lane.floor === null && lane.cap === null && ending === 'none' && tax !== 'added';
}

/** A carriage with what its parcels are packed into, the carrier's own packaging among it. */
function withPackaging(carriage: Carriage, packing: RateBook['packing']): Carriage {
  const packaging = packagingOfService(packing, carriage);
  return packaging === carriage.packaging ? carriage : { ...carriage, packaging: packaging && [...packaging] };
}

export function compileLane(lane: Lane, service: Service, zone: Zone, context: LaneContext): CompiledLane {
  const { pricing } = context;
  const here = ({ scope, inUse }: { scope: Scope; inUse: boolean }) => inUse && inScope(scope, service.id, zone.id);
  const charges = context.charges.filter(here).map(compileCharge);
  const allowances = [...(lane.freeFrom ? [compileFreeFrom(lane.freeFrom)] : []), ...context.allowances.filter(here).map(compileAllowance)];
  const terms = service.kind === 'carrier' && service.carriage !== null ? (service.terms ?? PLAIN_TERMS) : null;
  const centre = centreOf(service, context);
  const carried = service.kind === 'card' || service.kind === 'carrier' ? service.carriage : null;
  const carriage = carried && withPackaging(carried, context.packing);
  const { rounding: rule } = pricing;
  return {
    lane,
    service,
    zone: zone.id,
    slot: context.services.indexOf(service),
    tests: testsOf(lane, service),
    carriage,
    terms,
    backup: null,
    centre,
    ownView: centre !== undefined || (carriage?.packaging ?? null) !== null,
    plain: terms === null && isPlain(lane, context, charges.length + allowances.length),
    card: compileCard(lane.card, rule),
    groupCards: new Map(lane.groupCards.map(({ group, card }) => [group, compileCard(card, rule)])),
    owners: lane.groupCards.map(({ group }) => group),
    mixing: service.mixing,
    ownCharges: service.kind !== 'counter',
    charges,
    allowances,
    floor: lane.floor ?? 0,
    cap: lane.cap ?? Infinity,
    rule,
    ending: terms?.ending ?? pricing.ending,
    digits: minorDigits(context.currency),
    tax: pricing.tax,
    taxRate: zone.taxRate,
  };
}
