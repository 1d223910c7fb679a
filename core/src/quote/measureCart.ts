import { massForSums } from '../measures/mass.ts';
import { dimensionOf, type Measures, NO_MEASURES, UNKNOWN_DISTANCE } from '../measures/measure.ts';
import { splitByWeights } from '../money/splitByWeights.ts';
import type { Id } from '../names/naming.ts';
import { type RoundingRule, shareOf } from '../numbers/rounding.ts';
import { lengthPlusGirth, longestSide, sumOfSides } from '../packing/billable.ts';
import { sidesOf } from '../packing/packaging.ts';
import { packParcels } from '../packing/packParcels.ts';
import type { PackGoods, Parcel } from '../packing/parcel.ts';
import { geodesicDistance } from '../places/geodesic.ts';
import type { Destination } from '../places/place.ts';
import { mayShip } from '../rate-book/location.ts';
import type { CompiledBook, CompiledPacking } from './compile.ts';
import type { CartLine, Discount, QuoteRequest } from './request.ts';

/** The part of a cart that travels together. */
export interface MeasuredConsignment {
  /** The address it goes to: 0 is the cart's first. */
  readonly to: number;
  /** The location it leaves from; null where the shop has none, or none that may ship these goods. */
  readonly origin: Id | null;
  /** False when no location may ship the goods. */
  readonly shippable: boolean;
  /** Indices of the cart's lines. */
  readonly lines: readonly number[];
  /** The goods groups in it, in the book's order; null is the default group. */
  readonly groups: readonly (Id | null)[];
  readonly measures: Measures;
  readonly parcels: readonly Parcel[];
}

export interface MeasuredCart {
  /** Of the goods to deliver, over all consignments. */
  readonly measures: Measures;
  /** Value of each line before and after discounts, in minor units, in the order of the cart. */
  readonly valuesBefore: readonly number[];
  readonly lineValues: readonly number[];
  readonly consignments: readonly MeasuredConsignment[];
}

/** A cart and where it goes. */
export type CartToMeasure = Pick<QuoteRequest, 'lines' | 'discounts' | 'others'> & { readonly destination?: Destination };

/** Money off a value, taken in order; never more than is left. */
function discountOn(value: number, discounts: readonly Discount[], rule: RoundingRule): number {
  let left = value;
  for (const discount of discounts) {
    left -= Math.min(left, discount.kind === 'amount' ? discount.amount : shareOf(left, discount.basisPoints, rule));
  }
  return value - left;
}

const UNSHIPPABLE = '';

/** The goods group of a line; null where it names none the shop has. */
export function groupOf(line: CartLine, { groups }: CompiledBook): Id | null {
  return line.group !== undefined && groups.has(line.group) ? line.group : null;
}

/** Where a line leaves from: the location it names, if that may ship it, else the first that may. */
function originOf(line: CartLine, compiled: CompiledBook): Id | null | typeof UNSHIPPABLE {
  const { book } = compiled;
  if (book.locations.length === 0) return null;
  const group = groupOf(line, compiled);
  const named = book.locations.find(({ id }) => id === line.origin);
  if (named && mayShip(named, group)) return named.id;
  return book.locations.find((location) => mayShip(location, group))?.id ?? UNSHIPPABLE;
}

const toGoods = (line: CartLine, at: number): PackGoods => ({
  line: at,
  quantity: line.quantity,
  weight: line.weight === undefined ? 0 : massForSums(line.weight),
  size: line.size === undefined ? null : sidesOf(line.size),
  ownBox: line.ownBox ?? false,
  upright: line.upright ?? false,
  fragile: line.fragile ?? false,
});

const MOST_KEPT = 500;

/** Packs goods, or gives what the same goods were packed into before. */
function packed(compiled: CompiledPacking, goods: readonly PackGoods[]): readonly Parcel[] {
  const key = JSON.stringify(goods);
  const known = compiled.parcels.get(key);
  if (known) return known;
  const parcels = packParcels(goods, compiled.packing);
  if (compiled.parcels.size >= MOST_KEPT) compiled.parcels.clear();
  compiled.parcels.set(key, parcels);
  return parcels;
}

function parcelMeasures(
  parcels: readonly Parcel[],
): Pick<Measures, 'packedWeight' | 'billableWeight' | 'parcels' | 'longestSide' | 'sumOfSides' | 'lengthPlusGirth'> {
  const sum = (of: (parcel: Parcel) => number) => parcels.reduce((total, parcel) => total + of(parcel) * parcel.count, 0);
  const most = (of: (sides: NonNullable<Parcel['outside']>) => number) =>
    parcels.reduce((greatest, { outside }) => Math.max(greatest, outside ? of(outside) : 0), 0);
  return {
    packedWeight: Math.round(sum((parcel) => parcel.packedWeight)),
    billableWeight: Math.round(sum((parcel) => parcel.billableWeight)),
    parcels: sum(() => 1),
    longestSide: most(longestSide),
    sumOfSides: most(sumOfSides),
    lengthPlusGirth: most(lengthPlusGirth),
  };
}

/** Measures of several consignments together. */
export function addUp(parts: readonly Measures[]): Measures {
  const total = { ...NO_MEASURES };
  for (const part of parts) {
    for (const measure of Object.keys(total) as (keyof Measures)[]) {
      total[measure] =
        dimensionOf(measure) === 'length' || measure === 'distance'
          ? Math.max(total[measure], part[measure])
          : total[measure] + part[measure];
    }
  }
  return total;
}

/** Where a line goes: the number of its address. */
const addressOf = (line: CartLine): number => line.to ?? 0;

/** The address with a number; 0 is the first. */
export function destinationOf(cart: CartToMeasure, to: number): Destination | undefined {
  return to === 0 ? cart.destination : cart.others?.[to - 1];
}

function distanceTo(compiled: CompiledBook, origin: Id | null, destination: Destination | undefined): number {
  const from = compiled.book.locations.find(({ id }) => id === origin)?.point;
  return from && destination?.point ? Math.round(geodesicDistance(from, destination.point) * 1000) : UNKNOWN_DISTANCE;
}

/** Packs and measures some lines of a cart as one consignment. */
export function measureLines(
  compiled: CompiledBook,
  cart: CartToMeasure,
  { valuesBefore, lineValues }: Pick<MeasuredCart, 'valuesBefore' | 'lineValues'>,
  { to, origin, shippable }: Pick<MeasuredConsignment, 'to' | 'origin' | 'shippable'>,
  lines: readonly number[],
  packing: CompiledPacking = compiled,
): MeasuredConsignment {
  const goods = lines.map((at) => toGoods(cart.lines[at] as CartLine, at));
  const parcels = packed(packing, goods);
  const sum = (of: (at: number) => number) => lines.reduce((all, at) => all + of(at), 0);
  const present = new Set(lines.map((at) => groupOf(cart.lines[at] as CartLine, compiled)));
  const measures: Measures = {
    itemsWeight: Math.round(goods.reduce((all, { weight, quantity }) => all + weight * quantity, 0)),
    valueBeforeDiscounts: sum((at) => valuesBefore[at] ?? 0),
    valueAfterDiscounts: sum((at) => lineValues[at] ?? 0),
    itemCount: sum((at) => (cart.lines[at] as CartLine).quantity),
    ...parcelMeasures(parcels),
    distance: distanceTo(compiled, origin, destinationOf(cart, to)),
  };
  const groups = [...compiled.groups, null].filter((group) => present.has(group));
  return { to, origin, shippable, lines, groups, measures, parcels };
}

/**
 * Works out what tiers and limits read. Discounts are taken off every line of the cart by its share of the value
 * (largest remainder), goods that are not delivered included: they carry their part, and only the rest is measured.
 * The rest is parted by address and origin, and each part packed.
 */
export function measureCart(compiled: CompiledBook, cart: CartToMeasure): MeasuredCart {
  const valuesBefore = cart.lines.map((line) => line.unitPrice * line.quantity);
  const total = valuesBefore.reduce((sum, value) => sum + value, 0);
  const off = total === 0 ? [] : splitByWeights(discountOn(total, cart.discounts, compiled.book.shop.pricing.rounding), valuesBefore);
  const lineValues = valuesBefore.map((value, at) => value - (off[at] ?? 0));
  const values = { valuesBefore, lineValues };
  const parts = new Map<string, { to: number; origin: Id | null; shippable: boolean; lines: number[] }>();
  cart.lines.forEach((line, at) => {
    if (!line.delivered) return;
    const origin = originOf(line, compiled);
    const to = addressOf(line);
    const part = parts.get(`${to} ${origin}`);
    if (part) part.lines.push(at);
    else
      parts.set(`${to} ${origin}`, { to, origin: origin === UNSHIPPABLE ? null : origin, shippable: origin !== UNSHIPPABLE, lines: [at] });
  });
  const consignments = [...parts.values()]
    .sort((a, b) => a.to - b.to)
    .map(({ lines, ...part }) => measureLines(compiled, cart, values, part, lines));
  return { measures: addUp(consignments.map(({ measures }) => measures)), ...values, consignments };
}
