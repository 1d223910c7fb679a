import type { Transit } from '../dispatch/dispatchCalendar.ts';
import { type MeasureVector, UNKNOWN_DISTANCE } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import type { TierResult } from '../rate-book/result.ts';
import type { CompiledCard } from './compiledCard.ts';
import type { CompiledLane } from './compiledLane.ts';
import { allowedBesidesRanges, groupsOutside, hasCoupon, onDate } from './compiledRules.ts';
import { cardFor, distanceKnown, partsOf, pricesApart, priceWithin, standsIn, taxOn, withinArea } from './lanePrice.ts';
import type { LaneAnswer } from './livePrice.ts';
import type { CarrierSide, DeliveryTax, LedgerRow, MoreForFree, Offer, Reason, Stretch, Withheld } from './quoteTypes.ts';
import type { Shipment } from './shipment.ts';

/** Every limit the cart lies outside of. */
function failedLimits(lane: CompiledLane, { consignment: { measures } }: Shipment): Reason[] {
  return lane.limits.flatMap(({ measure, least, most, from, upTo }): Reason[] => {
    const measured = measures[measure];
    if (measure === 'distance' && measured === UNKNOWN_DISTANCE) return [{ code: 'pointUnknown' }];
    if (measured < least) return [{ code: 'belowLimit', measure, measured, bound: from, difference: from - measured }];
    return measured > most ? [{ code: 'aboveLimit', measure, measured, bound: upTo, difference: measured - upTo }] : [];
  });
}

function failedPlace(lane: CompiledLane, shipment: Shipment): Reason[] {
  if (!distanceKnown(lane, shipment)) return [{ code: 'pointUnknown' }];
  if (withinArea(lane, shipment)) return [];
  return [{ code: lane.area?.needsPoint && !shipment.destination.point ? 'pointUnknown' : 'outsideRound' }];
}

function failedConditions(lane: CompiledLane, shipment: Shipment): Reason[] {
  const { occasion } = shipment;
  const refused = groupsOutside(lane.goods, shipment);
  const { dates, weekdays } = lane;
  return [
    ...(refused.length > 0 ? [{ code: 'goodsRefused', groups: refused } as const] : []),
    ...failedPlace(lane, shipment),
    ...(hasCoupon(lane.coupons, occasion) ? [] : [{ code: 'couponNeeded' } as const]),
    ...(dates === null || onDate(dates, occasion) ? [] : [{ code: 'outsideDates', dates, date: occasion.date } as const]),
    ...(weekdays === null || (occasion.weekday !== null && weekdays.includes(occasion.weekday))
      ? []
      : [{ code: 'wrongWeekday', weekdays, weekday: occasion.weekday } as const]),
  ];
}

const unknownDistance = (where: Stretch | { row: Stretch; column: Stretch }): boolean =>
  'row' in where
    ? unknownDistance(where.row) || unknownDistance(where.column)
    : where.measure === 'distance' && where.measured === UNKNOWN_DISTANCE;

function refusal({ card, stretchAt }: CompiledCard, vector: MeasureVector, group: { group?: Id | null }): Reason {
  const where = stretchAt(vector);
  if (where === null) throw new Error('a card without stretches always offers');
  if (unknownDistance(where)) return { code: 'pointUnknown' };
  if ('row' in where) return { code: 'crossingNotOffered', ...where, ...group };
  const { measure, measured, above, upTo }: Stretch = where;
  const last = 'tiers' in card ? card.tiers.at(-1) : undefined;
  if (upTo === undefined && above !== undefined && last?.result.kind !== 'notOffered')
    return { code: 'aboveTopTier', measure, measured, bound: above, difference: measured - above, ...group };
  return { code: 'tierNotOffered', ...where, ...group };
}

interface CardAnswer {
  readonly reasons: readonly Reason[];
  readonly refer: Extract<TierResult, { kind: 'refer' }> | null;
}

/** What cards refuse, and the first that wants the shop to be asked. */
function askCards(lane: CompiledLane, shipment: Shipment): CardAnswer {
  const whole = [{ group: null, vector: shipment.vector }];
  const apart = pricesApart(lane, shipment);
  const priced = partsOf(lane, shipment, apart) ?? whole;
  const asked = apart ? [...(partsOf(lane, shipment, false) ?? whole), ...priced] : priced;
  const reasons = asked.flatMap(({ group, vector }): Reason[] => {
    const card = cardFor(lane, group);
    if (card.resultAt(vector)?.kind !== 'notOffered') return [];
    return [refusal(card, vector, priced.length > 1 || group !== null ? { group } : {})];
  });
  const results = priced.map(({ group, vector }) => cardFor(lane, group).resultAt(vector));
  const refer = results.find((result) => result?.kind === 'refer') ?? null;
  return { reasons, refer };
}

const NO_CARDS: CardAnswer = { reasons: [], refer: null };

const sameReason = (a: Reason, b: Reason) => JSON.stringify(a) === JSON.stringify(b);

const different = (reasons: readonly Reason[]) =>
  reasons.filter((reason, at) => reasons.findIndex((other) => sameReason(reason, other)) === at);

/** The nearest value of goods from which delivery is free, charges and all. */
function moreForFree(lane: CompiledLane, shipment: Shipment): MoreForFree | undefined {
  const { measures } = shipment.consignment;
  const wanted = lane.allowances.flatMap((rule): MoreForFree[] => {
    const whole = rule.coversCharges || lane.charges.length === 0;
    if (rule.effect.kind !== 'free' || !whole || !allowedBesidesRanges(rule, shipment)) return [];
    const failing = rule.limits.filter(({ index, least, most }) => {
      const value = shipment.vector[index] as number;
      return value < least || value > most;
    });
    const [only, ...others] = failing;
    if (!only || others.length > 0 || (only.measure !== 'valueBeforeDiscounts' && only.measure !== 'valueAfterDiscounts')) return [];
    const measured = measures[only.measure];
    return measured < only.least ? [{ measure: only.measure, from: only.from, more: only.from - measured }] : [];
  });
  return wanted.sort((a, b) => a.more - b.more)[0];
}

function taxOf(lane: CompiledLane, price: number, ledger: readonly LedgerRow[]): DeliveryTax | undefined {
  if (lane.tax === 'none' || lane.taxRate === 0) return undefined;
  const row = ledger.find(({ code }) => code === 'tax');
  const amount = lane.tax === 'added' ? (row?.amount ?? 0) : taxOn(lane, price);
  return { mode: lane.tax, basisPoints: lane.taxRate, amount };
}

/** Days on the way; rounds and counters have none. A carrier's own count where they are asked for and it says them. */
function transitOf({ lane, service, terms }: CompiledLane, answer: LaneAnswer | null): Transit | null {
  if (service.kind === 'round' || service.kind === 'counter') return null;
  const said = terms?.days === 'carrier' && answer?.kind === 'rate' ? answer.cost.transit : null;
  return said ?? lane.transit ?? service.days.transit;
}

/** What the lane's carrier says, asked only where its price or cost is wanted. */
function heard(lane: CompiledLane, shipment: Shipment): LaneAnswer | null {
  const wanted = lane.carriage !== null && (lane.terms !== null || shipment.asksCosts);
  return wanted ? shipment.carrierAnswer(lane) : null;
}

function sideOf({ carriage }: CompiledLane, answer: LaneAnswer | null): CarrierSide | undefined {
  if (answer === null || carriage === null) return undefined;
  const { account, carrier, service } = carriage;
  if (answer.kind !== 'rate') return { account, carrier, service, ...answer };
  const { name, amount, rows, parcels } = answer.cost;
  return { account, carrier, service, kind: 'rate', name, amount, rows, parcels };
}

/** Why a carrier's service has no price of the carrier's, where nothing of the shop's own may stand in. */
function unpriced({ carriage, terms }: CompiledLane, answer: LaneAnswer | null): Reason[] {
  if (carriage === null || terms === null || answer === null || answer.kind === 'rate') return [];
  const { carrier } = carriage;
  if (answer.kind === 'declined') return [{ code: 'carrierDeclined', carrier, message: answer.message }];
  if (answer.why !== 'waiting' && terms.unanswered.kind !== 'withhold') return [];
  return [{ code: 'carrierSilent', carrier, why: answer.why, ...(answer.detail !== undefined && { detail: answer.detail }) }];
}

/** The price of another service, under the name of one whose carrier is silent. */
function byAnother(service: Id, lane: CompiledLane, whole: Shipment, side: CarrierSide | undefined): Offer | Withheld {
  const { backup, carriage } = lane;
  const other = quoteLane(backup?.service.id ?? '', backup, whole);
  if (other.status === 'refer') return { ...other, service };
  if (other.status === 'priced') {
    return { ...other, service, ...(side && { carriers: [side] }), standIn: { kind: 'service', service: other.service } };
  }
  const silent = side?.kind === 'silent' ? side : null;
  const reason: Reason = {
    code: 'carrierSilent',
    carrier: carriage?.carrier ?? '',
    why: silent?.why ?? 'down',
    ...(silent?.detail !== undefined && { detail: silent.detail }),
  };
  return { status: 'withheld', service, reasons: [reason, ...other.reasons.filter(({ code }) => code !== 'noLane')] };
}

/** The price of a lane that nothing speaks against. */
function priced(service: Id, lane: CompiledLane, shipment: Shipment, answer: LaneAnswer | null): Offer {
  const ledger: LedgerRow[] = [];
  const price = priceWithin(lane, shipment, ledger);
  const more = price > 0 ? moreForFree(lane, shipment) : undefined;
  const tax = taxOf(lane, price, ledger);
  const transit = transitOf(lane, answer);
  const promise = shipment.promiseBy(lane.service, transit);
  const { distance } = shipment.consignment.measures;
  const told = lane.service.kind === 'counter' && lane.service.counter?.showDistance && distance !== UNKNOWN_DISTANCE;
  const side = sideOf(lane, answer);
  return {
    status: 'priced',
    service,
    price,
    ledger,
    ...(more && { moreForFree: more }),
    ...(tax && { tax }),
    ...(transit && { transit }),
    ...(typeof promise === 'string' ? { undated: promise } : { promise }),
    ...(side && { carriers: [side] }),
    ...(lane.terms !== null && answer?.kind === 'silent' && { standIn: { kind: 'card' } as const }),
    ...(told && { distance }),
  };
}

/** What one lane answers, with its ledger or every reason against it. */
export function quoteLane(service: Id, lane: CompiledLane | null, whole: Shipment): Offer | Withheld {
  if (!lane) return { status: 'withheld', service, reasons: [{ code: 'noLane' }] };
  const shipment = whole.seenBy(lane);
  const barred = [...failedLimits(lane, shipment), ...failedConditions(lane, shipment)];
  // A carrier is not asked for what the shop itself does not let it take.
  const answer = barred.length > 0 ? null : heard(lane, shipment);
  if (answer !== null && standsIn(lane, shipment)) return byAnother(service, lane, whole, sideOf(lane, answer));
  const byCard = lane.terms === null || answer?.kind === 'silent';
  const cards = byCard ? askCards(lane, shipment) : NO_CARDS;
  const refused = unpriced(lane, answer);
  const [first, ...others] = different([...barred, ...(refused.length > 0 ? refused : cards.reasons)]);
  if (first) return { status: 'withheld', service, reasons: [first, ...others] };
  if (cards.refer) return { status: 'refer', service, ...(cards.refer.words !== undefined && { words: cards.refer.words }) };
  return priced(service, lane, shipment, answer);
}
