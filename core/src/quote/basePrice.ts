import { type MeasureVector, measureIndex } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import { divideRounded } from '../numbers/rounding.ts';
import type { Minor } from '../numbers/units.ts';
import type { Mixing } from '../rate-book/rateBook.ts';
import { type GoodsSet, holdsGroup } from '../rate-book/scope.ts';
import { type CompiledCard, cardPrice, saysFree } from './compiledCard.ts';
import type { CompiledLane } from './compiledLane.ts';
import { REFER, WITHHELD } from './compiledResult.ts';
import type { BasePrice } from './laneCharges.ts';
import { livePrice } from './livePrice.ts';
import { groupOf } from './measureCart.ts';
import type { CardRow, LedgerRow } from './quoteTypes.ts';
import type { CartLine } from './request.ts';
import type { Shipment } from './shipment.ts';
import type { Part } from './shipmentGoods.ts';

/** Whether goods whose own charge stands in place of the card are priced apart. */
export const pricesApart = (lane: CompiledLane, shipment: Shipment): boolean => lane.ownCharges && shipment.hasInstead;

/** The goods by the card that prices them; null where the lane's own card prices them all. */
export function partsOf(lane: CompiledLane, shipment: Shipment, apart: boolean): readonly Part[] | null {
  return lane.owners.length === 0 && !apart ? null : shipment.goods.partsFor(lane.owners, apart);
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
  readonly price: Minor;
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

function joinCards(lane: CompiledLane, parts: readonly Part[], rows: LedgerRow[] | null): Minor {
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

function cardsPrice(lane: CompiledLane, shipment: Shipment, rows: LedgerRow[] | null): Minor {
  const apart = pricesApart(lane, shipment);
  if (apart && refusesApart(lane, shipment)) return WITHHELD;
  const parts = partsOf(lane, shipment, apart);
  return parts === null ? cardPrice(lane.card, shipment.vector, rows) : joinCards(lane, parts, rows);
}

/** The carrier's price where it holds; null where the lane's own card does. */
function carrierPrice(lane: CompiledLane, shipment: Shipment, rows: LedgerRow[] | null): Minor | null {
  if (lane.terms === null) return null;
  const answer = shipment.carriers.answer(lane);
  if (answer.kind === 'rate') return livePrice(lane, answer.priced, shipment.occasion.date, rows);
  return answer.kind === 'silent' && answer.why !== 'waiting' && lane.terms.unanswered.kind === 'card' ? null : WITHHELD;
}

/** What products with a charge of their own add. */
function ownCharges(lane: CompiledLane, shipment: Shipment, rows: LedgerRow[] | null): Minor {
  if (!lane.ownCharges || shipment.own.length === 0) return 0;
  let sum = 0;
  for (const { line, how, each, quantity } of shipment.own) {
    const amount = each * quantity;
    rows?.push({ code: 'ownCharge', line, how, each, quantity, amount });
    sum += amount;
  }
  return sum;
}

/** The base price of a consignment no test withholds, in minor units, or a code below 0. */
export function basePrice(lane: CompiledLane, shipment: Shipment, rows: LedgerRow[] | null): Minor {
  const live = carrierPrice(lane, shipment, rows);
  const price = live ?? cardsPrice(lane, shipment, rows);
  return price < 0 ? price : price + ownCharges(lane, shipment, rows);
}

/** Own charges of the lines whose goods are in a set. */
function ownChargesOf(lane: CompiledLane, shipment: Shipment, goods: GoodsSet): Minor {
  if (!lane.ownCharges) return 0;
  const { lines } = shipment.cart.cart;
  return shipment.own
    .filter(({ line }) => holdsGroup(goods, groupOf(lines[line] as CartLine, shipment.cart.compiled)))
    .reduce((sum, { each, quantity }) => sum + each * quantity, 0);
}

const [VALUE, ITEMS] = [measureIndex('valueAfterDiscounts'), measureIndex('itemCount')];

/** Of a carrier's price, which is for all goods together, the part that the value of some of them is of all. */
function shareByValue(price: Minor, part: MeasureVector, whole: MeasureVector, lane: CompiledLane): Minor {
  // Where all of it is worth nothing, by items.
  const index = whole[VALUE] > 0 ? VALUE : ITEMS;
  return Number(divideRounded(BigInt(price) * BigInt(part[index] as number), BigInt(whole[index] as number), lane.rule));
}

/** What the goods of a set alone are of a base price: what their cards say of them, never more than the whole. */
function partOfBase(lane: CompiledLane, shipment: Shipment, whole: number, goods: GoodsSet): Minor {
  const own = ownChargesOf(lane, shipment, goods);
  const vector = shipment.goods.vectorOf(goods);
  if (vector === null) return 0;
  if (lane.terms !== null && shipment.carriers.answer(lane).kind === 'rate') {
    const live = livePrice(lane, livePart(lane, shipment), shipment.occasion.date, null);
    return shareByValue(live, vector, shipment.vector, lane) + own;
  }
  const parts = shipment.goods.partsFor(lane.owners, pricesApart(lane, shipment), goods);
  const alone = parts.length === 0 ? 0 : Math.max(0, joinCards(lane, parts, null));
  return Math.min(whole, alone + own);
}

function livePart(lane: CompiledLane, shipment: Shipment) {
  const answer = shipment.carriers.answer(lane);
  return answer.kind === 'rate' ? answer.priced : null;
}

/** A base price as charges read it. */
export const readBase = (lane: CompiledLane, shipment: Shipment, whole: number): BasePrice => ({
  whole,
  of: (goods) => partOfBase(lane, shipment, whole, goods),
});

/** Whether the cards of the lane say that all of the cart goes for nothing. */
export function goesFree(lane: CompiledLane, shipment: Shipment): boolean {
  const parts = partsOf(lane, shipment, pricesApart(lane, shipment)) ?? [{ group: null, vector: shipment.vector }];
  return parts.every(({ group, vector }) => saysFree(cardFor(lane, group), vector));
}
