import { UNKNOWN_DISTANCE } from '../measures/measure.ts';
import { withEnding } from '../money/ending.ts';
import type { Id } from '../names/naming.ts';
import { divideRounded, shareOf } from '../numbers/rounding.ts';
import { findZone } from '../places/placeIndex.ts';
import type { Mixing } from '../rate-book/rateBook.ts';
import { holdsGroup } from '../rate-book/scope.ts';
import { type CompiledCard, cardPrice, saysFree } from './compiledCard.ts';
import type { CompiledLane } from './compiledLane.ts';
import { REFER, WITHHELD } from './compiledResult.ts';
import { hasCoupon, onDate, withinLimits } from './compiledRules.ts';
import { neverMoreThan, withAllowances } from './laneAllowances.ts';
import { withCharges } from './laneCharges.ts';
import { livePrice } from './livePrice.ts';
import type { CardRow, LedgerRow } from './quoteTypes.ts';
import type { Part, Shipment } from './shipment.ts';

/** Whether an address lies where a round goes. */
export const withinArea = ({ area }: CompiledLane, { destination }: Shipment): boolean =>
  area === null || findZone(area, destination) !== undefined;

/** A round goes only where it is known how far that is, if that decides. */
export const distanceKnown = ({ needsDistance }: CompiledLane, { consignment }: Shipment): boolean =>
  !needsDistance || consignment.measures.distance !== UNKNOWN_DISTANCE;

function meetsConditions(lane: CompiledLane, shipment: Shipment): boolean {
  if (lane.unconditional) return true;
  const { occasion, consignment } = shipment;
  const { goods } = lane;
  return (
    (goods === null || consignment.groups.every((group) => holdsGroup(goods, group))) &&
    hasCoupon(lane.coupons, occasion) &&
    onDate(lane.dates, occasion) &&
    withinArea(lane, shipment) &&
    distanceKnown(lane, shipment) &&
    (lane.weekdays === null || (occasion.weekday !== null && lane.weekdays.includes(occasion.weekday)))
  );
}

/** Whether goods whose own charge stands in place of the card are priced apart. */
export const pricesApart = (lane: CompiledLane, shipment: Shipment): boolean => lane.ownCharges && shipment.hasInstead;

/** The goods by the card that prices them; null where the lane's own card prices them all. */
export function partsOf(lane: CompiledLane, shipment: Shipment, apart: boolean): readonly Part[] | null {
  return lane.owners.length === 0 && !apart ? null : shipment.partsFor(lane.owners, apart);
}

export function cardFor(lane: CompiledLane, group: Id | null): CompiledCard {
  return group === null ? lane.card : (lane.groupCards.get(group) ?? lane.card);
}

/** A charge of a product's own takes the place of a price, not of a refusal: what a card does not offer stays withheld. */
function refusesApart(lane: CompiledLane, shipment: Shipment): boolean {
  const whole = partsOf(lane, shipment, false) ?? [{ group: null, vector: shipment.vector }];
  return whole.some(({ group, vector }) => cardPrice(cardFor(lane, group), vector, null) === WITHHELD);
}

interface PricedPart {
  readonly group: Id | null;
  readonly price: number;
  readonly rows: readonly CardRow[];
}

/** The rows of parts as the mixing rule joins them: what is not added stands beside the dearest with nothing. */
function joinedRows(parts: readonly PricedPart[], dearestAt: number, mixing: Mixing): LedgerRow[] {
  return parts.flatMap(({ group, price, rows }, at): LedgerRow[] => {
    const own = mixing.kind === 'add' || at === dearestAt;
    const further = mixing.kind === 'dearestPlus' && at !== dearestAt && mixing.each > 0;
    return [
      ...(own ? rows.map((row) => (parts.length > 1 ? { ...row, group } : row)) : [{ code: 'joined', group, price, amount: 0 } as const]),
      ...(further ? [{ code: 'furtherCard', group, amount: mixing.each } as const] : []),
    ];
  });
}

function joinCards(lane: CompiledLane, parts: readonly Part[], rows: LedgerRow[] | null): number {
  const { mixing } = lane;
  let dearestAt = 0;
  let dearest = 0;
  let sum = 0;
  let refer = false;
  const priced: PricedPart[] = [];
  for (let at = 0; at < parts.length; at += 1) {
    const { group, vector } = parts[at] as Part;
    const ledger: CardRow[] | null = rows === null ? null : [];
    const price = cardPrice(cardFor(lane, group), vector, ledger);
    // Goods that are not offered keep the lane from all of them; only then do those that want to be asked for count.
    if (price === WITHHELD) return WITHHELD;
    refer ||= price === REFER;
    if (refer) continue;
    sum += price;
    if (price > dearest) {
      dearest = price;
      dearestAt = at;
    }
    if (ledger !== null) priced.push({ group, price, rows: ledger });
  }
  if (refer) return REFER;
  rows?.push(...joinedRows(priced, dearestAt, mixing));
  if (mixing.kind === 'add') return sum;
  return dearest + (mixing.kind === 'dearestPlus' ? mixing.each * Math.max(0, parts.length - 1) : 0);
}

/** The carrier's price where it holds; null where the lane's own card does. */
function carrierPrice(lane: CompiledLane, shipment: Shipment, rows: LedgerRow[] | null): number | null {
  if (lane.terms === null) return null;
  const answer = shipment.carrierAnswer(lane);
  if (answer.kind === 'rate') return livePrice(lane, answer.priced, rows);
  return answer.kind === 'silent' && answer.why !== 'waiting' && lane.terms.unanswered.kind === 'card' ? null : WITHHELD;
}

/** What products with a charge of their own add. */
function ownCharges(lane: CompiledLane, shipment: Shipment, rows: LedgerRow[] | null): number {
  if (!lane.ownCharges) return 0;
  let sum = 0;
  for (const { line, how, each, quantity } of shipment.own) {
    const amount = each * quantity;
    rows?.push({ code: 'ownCharge', line, how, each, quantity, amount });
    sum += amount;
  }
  return sum;
}

function basePrice(lane: CompiledLane, shipment: Shipment, rows: LedgerRow[] | null): number {
  const live = carrierPrice(lane, shipment, rows);
  const price = live ?? cardsPrice(lane, shipment, rows);
  return price < 0 ? price : price + ownCharges(lane, shipment, rows);
}

function cardsPrice(lane: CompiledLane, shipment: Shipment, rows: LedgerRow[] | null): number {
  const apart = pricesApart(lane, shipment);
  if (apart && refusesApart(lane, shipment)) return WITHHELD;
  const parts = partsOf(lane, shipment, apart);
  return parts === null ? cardPrice(lane.card, shipment.vector, rows) : joinCards(lane, parts, rows);
}

/** The tax on a price: the part of it that is tax where included, or what is added. */
export function taxOn(lane: Pick<CompiledLane, 'tax' | 'taxRate' | 'rule'>, price: number): number {
  if (lane.tax === 'none' || lane.taxRate === 0) return 0;
  if (lane.tax === 'added') return shareOf(price, lane.taxRate, lane.rule);
  // The net price is rounded, the tax is what remains.
  return price - Number(divideRounded(BigInt(price) * 10_000n, BigInt(10_000 + lane.taxRate), lane.rule));
}

/** A price with its ending, which passes neither a cap nor a "never more than", and its tax. */
function finished(lane: CompiledLane, shipment: Shipment, price: number, charges: number, rows: LedgerRow[] | null): number {
  const freely = withEnding(price, lane.ending, lane.digits);
  const ended = freely > price ? withEnding(price, lane.ending, lane.digits, mostFor(lane, shipment, charges)) : freely;
  if (rows !== null && ended !== price) rows.push({ code: 'ending', ending: lane.ending, amount: ended - price });
  if (lane.tax !== 'added') return ended;
  const tax = taxOn(lane, ended);
  if (rows !== null && tax > 0) rows.push({ code: 'tax', basisPoints: lane.taxRate, amount: tax });
  return ended + tax;
}

/** What a price may not pass: the lane's cap, its card's where nothing is added to it, and every "never more than" that holds for the cart. */
function mostFor(lane: CompiledLane, shipment: Shipment, charges: number): number {
  const alone = charges === 0 && lane.terms === null && shipment.own.length === 0 && partsOf(lane, shipment, false) === null;
  return Math.min(lane.cap, alone ? lane.card.cap : Number.POSITIVE_INFINITY, neverMoreThan(lane, shipment, charges));
}

/** Whether the cards of the lane say that all of the cart goes for nothing. */
function goesFree(lane: CompiledLane, shipment: Shipment): boolean {
  const parts = partsOf(lane, shipment, pricesApart(lane, shipment)) ?? [{ group: null, vector: shipment.vector }];
  return parts.every(({ group, vector }) => saysFree(cardFor(lane, group), vector));
}

function bounded(lane: CompiledLane, price: number, rows: LedgerRow[] | null): number {
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

/** The price of a consignment that no limit withholds, in minor units, or a code below 0. Rows, where asked for, add up to it. */
export function priceWithin(lane: CompiledLane, shipment: Shipment, rows: LedgerRow[] | null): number {
  const base = basePrice(lane, shipment, rows);
  if (base < 0) return base;
  const running = withCharges(lane, shipment, base, rows);
  const free = base === 0 && lane.floor > 0 && goesFree(lane, shipment);
  const total = free ? Math.min(running, lane.cap) : bounded(lane, running, rows);
  if (free && total < running) rows?.push({ code: 'laneCap', bound: lane.cap, amount: total - running });
  // A floor raises, and a cap lowers, the base price before the charges.
  const charges = Math.min(total, running - base);
  if (total === 0 || lane.allowances.length === 0) return finished(lane, shipment, total, charges, rows);
  return finished(lane, shipment, withAllowances(lane, shipment, { base: total - charges, charges }, rows), charges, rows);
}

/** Whether another service stands in for a carrier that does not answer. */
export function standsIn(lane: CompiledLane, shipment: Shipment): boolean {
  if (lane.terms?.unanswered.kind !== 'service') return false;
  const answer = shipment.carrierAnswer(lane);
  return answer.kind === 'silent' && answer.why !== 'waiting';
}

/** The price of a lane in minor units, or a code below 0; allocates little. */
export function lanePrice(lane: CompiledLane, whole: Shipment): number {
  const shipment = lane.ownView ? whole.seenBy(lane) : whole;
  if (!withinLimits(lane.limits, shipment.vector) || !meetsConditions(lane, shipment)) return WITHHELD;
  if (lane.terms !== null && standsIn(lane, shipment)) return lane.backup === null ? WITHHELD : lanePrice(lane.backup, whole);
  if (lane.plain && shipment.own.length === 0) return cardPrice(lane.card, shipment.vector, null);
  return priceWithin(lane, shipment, null);
}
