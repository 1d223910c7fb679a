import { type Carriage, type LiveTerms, PLAIN_TERMS } from '../carriers/carriage.ts';
import { minorDigits } from '../money/currency.ts';
import type { Ending } from '../money/ending.ts';
import type { Id } from '../names/naming.ts';
import type { RoundingRule } from '../numbers/rounding.ts';
import { oncePer } from '../once/oncePer.ts';
import { indexPlaces, type PlaceIndex } from '../places/placeIndex.ts';
import type { Point } from '../places/point.ts';
import { cardMeasures } from '../rate-book/card.ts';
import type { Lane } from '../rate-book/lane.ts';
import type { Mixing, Pricing, RateBook, Service, Zone } from '../rate-book/rateBook.ts';
import { type GoodsSet, inScope } from '../rate-book/scope.ts';
import type { Round } from '../rounds/round.ts';
import type { DateWindow, Weekday } from '../time/calendar.ts';
import { type CompiledCard, compileCard } from './compiledCard.ts';
import {
  type CompiledAllowance,
  type CompiledCharge,
  type CompiledLimit,
  compileAllowance,
  compileCharge,
  compileFreeFrom,
  compileLimit,
  couponsOf,
} from './compiledRules.ts';

/** All that decides the price of one service in one zone. */
export interface CompiledLane {
  readonly lane: Lane;
  readonly service: Service;
  readonly zone: Id;
  /** Who carries it, and, of a carrier's service, how its price becomes the buyer's. */
  readonly carriage: Carriage | null;
  readonly terms: LiveTerms | null;
  /** The lane whose price holds while the carrier does not answer. */
  readonly backup: CompiledLane | null;
  /** The place of the service in the book. */
  readonly slot: number;
  /** Where distances are measured from: a counter, the centre of a round; undefined where the goods leave from. */
  readonly centre: Point | null | undefined;
  /** Where a round goes; null is everywhere. */
  readonly area: PlaceIndex | null;
  /** A round's price or limits ask how far away the address is. */
  readonly needsDistance: boolean;
  /** Distances or parcels differ from those of other services. */
  readonly ownView: boolean;
  readonly limits: readonly CompiledLimit[];
  readonly goods: GoodsSet | null;
  readonly coupons: ReadonlySet<string> | null;
  readonly dates: DateWindow | null;
  readonly weekdays: readonly Weekday[] | null;
  /** No condition is set. */
  readonly unconditional: boolean;
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
  readonly floor: number;
  readonly cap: number;
  readonly rule: RoundingRule;
  readonly ending: Ending;
  readonly digits: number;
  readonly tax: Pricing['tax'];
  readonly taxRate: number;
}

/** What lanes take from the book besides their own entries. */
export type LaneContext = Pick<RateBook, 'services' | 'charges' | 'allowances' | 'locations'> &
  Pick<RateBook['shop'], 'pricing' | 'currency'>;

/** Whether a price or limit asks how far away the address is. */
export const readsDistance = (lane: Lane): boolean =>
  lane.limits.some(({ measure }) => measure === 'distance') ||
  [lane, ...lane.groupCards].some(({ card }) => cardMeasures(card).includes('distance'));

const indexOf = oncePer(({ area }: Round) => indexPlaces([area], () => null));

const areaOf = ({ kind, round }: Service): PlaceIndex | null =>
  kind === 'round' && round !== null && round.area.length > 0 ? indexOf(round) : null;

function centreOf({ kind, round, counter }: Service, { locations }: LaneContext): Point | null | undefined {
  if (kind === 'counter' && counter !== null) return counter.point;
  if (kind !== 'round' || round === null || round.centre === null) return undefined;
  return locations.find(({ id }) => id === round.centre)?.point ?? null;
}

export function compileLane(lane: Lane, service: Service, zone: Zone, context: LaneContext): CompiledLane {
  const { pricing } = context;
  const rule = pricing.rounding;
  const { goods, coupons, dates, weekdays } = lane.conditions;
  const here = ({ scope, inUse }: { scope: RateBook['charges'][number]['scope']; inUse: boolean }) =>
    inUse && inScope(scope, service.id, zone.id);
  const charges = context.charges.filter(here).map(compileCharge);
  const allowances = [...(lane.freeFrom ? [compileFreeFrom(lane.freeFrom)] : []), ...context.allowances.filter(here).map(compileAllowance)];
  const area = areaOf(service);
  const terms = service.kind === 'carrier' && service.carriage !== null ? (service.terms ?? PLAIN_TERMS) : null;
  const needsDistance = service.kind === 'round' && readsDistance(lane);
  const centre = centreOf(service, context);
  const carriage = service.kind === 'card' || service.kind === 'carrier' ? service.carriage : null;
  return {
    lane,
    service,
    zone: zone.id,
    carriage,
    ownView: centre !== undefined || (carriage?.packaging ?? null) !== null,
    terms,
    backup: null,
    slot: context.services.indexOf(service),
    centre,
    area,
    needsDistance,
    limits: lane.limits.map(compileLimit),
    goods,
    coupons: couponsOf(coupons),
    dates,
    weekdays,
    unconditional: area === null && !needsDistance && goods === null && coupons.length === 0 && dates === null && weekdays === null,
    plain:
      terms === null &&
      charges.length + allowances.length + lane.groupCards.length === 0 &&
      lane.floor === null &&
      lane.cap === null &&
      pricing.ending === 'none' &&
      pricing.tax !== 'added',
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
