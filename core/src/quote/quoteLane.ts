import type { Transit } from '../dispatch/dispatchCalendar.ts';
import { UNKNOWN_DISTANCE } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import type { Minor } from '../numbers/units.ts';
import { cardFor, partsOf, pricesApart } from './basePrice.ts';
import { resultAt } from './compiledCard.ts';
import type { CompiledLane } from './compiledLane.ts';
import { REFER } from './compiledResult.ts';
import type { Standpoint } from './journey.ts';
import { priceWithin, standsIn, takes, taxWithin } from './lanePrice.ts';
import { cardRefusals, different, failedTests, unpriced } from './laneReasons.ts';
import type { LaneAnswer } from './livePrice.ts';
import { moreForFree } from './nextAllowance.ts';
import type { CarrierSide, DeliveryTax, LedgerRow, Offer, Reason, Withheld } from './quoteTypes.ts';
import type { Shipment } from './shipment.ts';

function taxOf(lane: CompiledLane, price: Minor): DeliveryTax | undefined {
  if (lane.tax === 'none' || lane.taxRate === 0) return undefined;
  return { mode: lane.tax, basisPoints: lane.taxRate, amount: taxWithin(lane, price) };
}

/** Days on the way; rounds and counters have none. A carrier's own count where they are asked for and it says them. */
function transitOf({ lane, service, terms }: CompiledLane, answer: LaneAnswer | null): Transit | null {
  if (service.kind === 'round' || service.kind === 'counter') return null;
  const said = terms?.days === 'carrier' && answer?.kind === 'rate' ? answer.cost.transit : null;
  return said ?? lane.transit ?? service.days.transit;
}

/** What the carrier of a lane says, where anybody wants to know. */
function heard(lane: CompiledLane, shipment: Shipment): LaneAnswer | null {
  if (lane.carriage === null) return null;
  return lane.terms !== null || shipment.cart.carriers.costs ? shipment.carriers.answer(lane) : null;
}

function sideOf({ carriage }: CompiledLane, answer: LaneAnswer | null): CarrierSide | undefined {
  if (answer === null || carriage === null) return undefined;
  const { account, carrier, service } = carriage;
  if (answer.kind !== 'rate') return { account, carrier, service, ...answer };
  const { name, amount, rows, parcels } = answer.cost;
  return { account, carrier, service, kind: 'rate', name, amount, rows, parcels };
}

/** The price of another service, under the name of one whose carrier is silent. */
function byAnother(
  service: Id,
  lane: CompiledLane,
  whole: Shipment,
  standpoint: Standpoint,
  side: CarrierSide | undefined,
): Offer | Withheld {
  const { backup, carriage } = lane;
  const other = quoteLane(backup?.service.id ?? '', backup, whole, standpoint);
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

const NO_ROWS: readonly LedgerRow[] = [];

type Writable<T> = { -readonly [K in keyof T]: T[K] };

/** The offer at a price. */
function priced(lane: CompiledLane, shipment: Shipment, price: Minor, ledger: readonly LedgerRow[], answer: LaneAnswer | null): Offer {
  const { service } = lane;
  const more = price > 0 && lane.allowances.length > 0 ? moreForFree(lane, shipment) : undefined;
  const tax = taxOf(lane, price);
  const transit = transitOf(lane, answer);
  const promise = shipment.promises.by(service, transit);
  const { distance } = shipment.consignment.measures;
  const told = service.kind === 'counter' && service.counter?.showDistance && distance !== UNKNOWN_DISTANCE;
  const side = sideOf(lane, answer);
  // Written field by field: spreads of what may be missing cost as much as the price itself.
  const offer: Writable<Extract<Offer, { status: 'priced' }>> = { status: 'priced', service: service.id, price, ledger };
  if (more) offer.moreForFree = more;
  if (tax) offer.tax = tax;
  if (transit) offer.transit = transit;
  if (typeof promise === 'string') offer.undated = promise;
  else offer.promise = promise;
  if (side) {
    offer.carriers = [side];
    offer.packaging = shipment.packagingCost;
  }
  if (lane.terms !== null && answer?.kind === 'silent') offer.standIn = { kind: 'card' };
  if (told) offer.distance = distance;
  return offer;
}

/** The first card that wants the shop to be asked, in its words if it has any. */
function referral(service: Id, lane: CompiledLane, shipment: Shipment): Offer {
  const parts = partsOf(lane, shipment, pricesApart(lane, shipment)) ?? [{ group: null, vector: shipment.vector }];
  const results = parts.map(({ group, vector }) => resultAt(cardFor(lane, group), vector));
  const words = results.find((result) => result?.kind === 'refer')?.words;
  return { status: 'refer', service, ...(words !== undefined && { words }) };
}

function withheld(service: Id, reasons: readonly Reason[]): Withheld {
  const [first, ...others] = different(reasons);
  if (!first) throw new Error(`"${service}" is withheld for no reason`);
  return { status: 'withheld', service, reasons: [first, ...others] };
}

/** What one lane answers, with its ledger or every reason against it. */
export function quoteLane(service: Id, lane: CompiledLane | null, whole: Shipment, standpoint: Standpoint): Offer | Withheld {
  if (!lane) return { status: 'withheld', service, reasons: [{ code: 'noLane' }] };
  const shipment = whole.seenBy(lane);
  if (!takes(lane, shipment)) {
    const cards = lane.terms === null ? cardRefusals(lane, shipment) : [];
    return withheld(service, [...failedTests(lane, shipment), ...cards]);
  }
  // A carrier is not asked for what the shop itself does not let it take.
  const answer = heard(lane, shipment);
  if (answer !== null && standsIn(lane, shipment)) return byAnother(service, lane, whole, standpoint, sideOf(lane, answer));
  const ledger: LedgerRow[] | null = shipment.cart.ledger ? [] : null;
  const price = priceWithin(lane, shipment, standpoint, ledger);
  if (price >= 0) return priced(lane, shipment, price, ledger ?? NO_ROWS, answer);
  if (price === REFER) return referral(service, lane, shipment);
  const refused = unpriced(lane, answer);
  return withheld(service, refused.length > 0 ? refused : cardRefusals(lane, shipment));
}
