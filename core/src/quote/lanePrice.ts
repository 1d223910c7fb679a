import { withEnding } from '../money/ending.ts';
import { divideRounded, shareOf } from '../numbers/rounding.ts';
import type { Minor } from '../numbers/units.ts';
import { basePrice, goesFree, partsOf, readBase } from './basePrice.ts';
import type { CompiledZone } from './compile.ts';
import { cardPrice } from './compiledCard.ts';
import type { CompiledLane } from './compiledLane.ts';
import { NO_LANE, WITHHELD } from './compiledResult.ts';
import { allHold } from './holds.ts';
import type { Standpoint } from './journey.ts';
import { neverMoreThan, withAllowances } from './laneAllowances.ts';
import { withCharges } from './laneCharges.ts';
import type { LedgerRow } from './quoteTypes.ts';
import type { Shipment } from './shipment.ts';
import type { Standing } from './standing.ts';

/** The tax on a price: the part of it that is tax where included, or what is added. */
export function taxOn(lane: Pick<CompiledLane, 'tax' | 'taxRate' | 'rule'>, price: Minor): Minor {
  if (lane.tax === 'none' || lane.taxRate === 0) return 0;
  if (lane.tax === 'added') return shareOf(price, lane.taxRate, lane.rule);
  // The net price is rounded, the tax is what remains.
  return price - Number(divideRounded(BigInt(price) * 10_000n, BigInt(10_000 + lane.taxRate), lane.rule));
}

/** The tax that is part of a price a buyer pays, whether it was within it or added. */
export function taxWithin(lane: Pick<CompiledLane, 'tax' | 'taxRate' | 'rule'>, price: Minor): Minor {
  if (lane.tax !== 'added') return taxOn(lane, price);
  // What was taxed: a price and its tax together rise with the price, so that only one comes to this sum.
  const near = Math.round((price * 10_000) / (10_000 + lane.taxRate));
  const net = [near, near - 1, near + 1].find((one) => one >= 0 && one + taxOn(lane, one) === price);
  return net === undefined ? 0 : price - net;
}

/** What a price may not pass: the lane's cap, its card's where nothing is added to it, and every "never more than" that holds for the cart. */
function mostFor(lane: CompiledLane, shipment: Shipment, charges: Minor): Minor {
  const alone = charges === 0 && lane.terms === null && shipment.own.length === 0 && partsOf(lane, shipment, false) === null;
  return Math.min(lane.cap, alone ? lane.card.cap : Number.POSITIVE_INFINITY, neverMoreThan(lane, shipment, charges));
}

/** A price with its ending, which passes neither a cap nor a "never more than", and its tax. */
function finished(lane: CompiledLane, shipment: Shipment, price: Minor, charges: Minor, rows: LedgerRow[] | null): Minor {
  const freely = withEnding(price, lane.ending, lane.digits);
  const ended = freely > price ? withEnding(price, lane.ending, lane.digits, mostFor(lane, shipment, charges)) : freely;
  if (rows !== null && ended !== price) rows.push({ code: 'ending', ending: lane.ending, amount: ended - price });
  if (lane.tax !== 'added') return ended;
  const tax = taxOn(lane, ended);
  if (rows !== null && tax > 0) rows.push({ code: 'tax', basisPoints: lane.taxRate, amount: tax });
  return ended + tax;
}

function bounded(lane: CompiledLane, price: Minor, rows: LedgerRow[] | null): Minor {
  if (price < lane.floor) {
    rows?.push({ code: 'laneFloor', bound: lane.floor, amount: lane.floor - price });
    return lane.floor;
  }
  if (price > lane.cap) {
    rows?.push({ code: 'laneCap', bound: lane.cap, amount: lane.cap - price });
    return lane.cap;
  }
  return price;
}

/** The price before allowances, parted into base and charges; null where there is none. */
function standingOf(lane: CompiledLane, shipment: Shipment, standpoint: Standpoint, rows: LedgerRow[] | null): Standing | number {
  const base = basePrice(lane, shipment, rows);
  if (base < 0) return base;
  const running = lane.charges.length === 0 ? base : withCharges(lane, shipment, standpoint, readBase(lane, shipment, base), rows);
  const free = base === 0 && lane.floor > 0 && goesFree(lane, shipment);
  const total = free ? Math.min(running, lane.cap) : bounded(lane, running, rows);
  if (free && total < running) rows?.push({ code: 'laneCap', bound: lane.cap, amount: total - running });
  // A floor raises, and a cap lowers, the base price before the charges.
  const charges = Math.min(total, running - base);
  return { base: total - charges, charges };
}

/** The standing of a lane that takes the consignment; null where it does not, or has no price. */
function standingAt(lane: CompiledLane, shipment: Shipment, standpoint: Standpoint): Standing | null {
  if (!takes(lane, shipment)) return null;
  const standing = standingOf(lane, shipment, standpoint, null);
  return typeof standing === 'number' ? null : standing;
}

/** Whether every test of a lane holds; its cards may still refuse. */
export const takes = (lane: CompiledLane, shipment: Shipment): boolean => allHold(lane.tests, shipment);

/** The price of a consignment that no test withholds, in minor units, or a code below 0. Rows, where asked for, add up to it. */
export function priceWithin(lane: CompiledLane, shipment: Shipment, standpoint: Standpoint, rows: LedgerRow[] | null): Minor {
  const standing = standingOf(lane, shipment, standpoint, rows);
  if (typeof standing === 'number') return standing;
  const { base, charges } = standing;
  if (base + charges === 0 || lane.allowances.length === 0) return finished(lane, shipment, base + charges, charges, rows);
  return finished(lane, shipment, withAllowances({ lane, shipment, standpoint, standingAt }, standing, rows), charges, rows);
}

/** Whether another service stands in for a carrier that does not answer. */
export function standsIn(lane: CompiledLane, shipment: Shipment): boolean {
  if (lane.terms?.unanswered.kind !== 'service') return false;
  const answer = shipment.carriers.answer(lane);
  return answer.kind === 'silent' && answer.why !== 'waiting';
}

/** The price of a lane in minor units, or a code below 0, for the only consignment of a cart; allocates little. */
export function lanePrice(lane: CompiledLane, whole: Shipment): Minor {
  const shipment = lane.ownView ? whole.seenBy(lane) : whole;
  if (!takes(lane, shipment)) return WITHHELD;
  if (lane.terms !== null && standsIn(lane, shipment)) return lane.backup === null ? WITHHELD : lanePrice(lane.backup, whole);
  if (lane.plain && shipment.own.length === 0) return cardPrice(lane.card, shipment.vector, null);
  return priceWithin(lane, shipment, null, null);
}

/**
 * Prices of every service in one zone, without a ledger, into `out` (one number a service, minor units);
 * below 0 stand `WITHHELD`, `REFER` and `NO_LANE`.
 */
export function pricesInto(zone: CompiledZone, shipment: Shipment, out: Float64Array): void {
  for (let at = 0; at < zone.lanes.length; at += 1) {
    const lane = zone.lanes[at] as CompiledLane | null;
    out[at] = lane === null ? NO_LANE : lanePrice(lane, shipment);
  }
}
