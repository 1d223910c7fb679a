import { massToMicrograms } from '../measures/mass.ts';
import { dimensionOf, type Measures, NO_MEASURES } from '../measures/measure.ts';
import { shareOf } from '../money/rounding.ts';
import { splitByWeights } from '../money/splitByWeights.ts';
import { lengthPlusGirth, longestSide, sumOfSides } from '../packing/billable.ts';
import { sidesOf } from '../packing/packaging.ts';
import { packParcels } from '../packing/packParcels.ts';
import type { PackGoods, Parcel } from '../packing/parcel.ts';
import { mayShip } from '../rate-book/location.ts';
import type { Id } from '../rate-book/naming.ts';
import type { CompiledBook } from './compile.ts';
import type { Cart, CartLine, Discount } from './request.ts';

/** The part of a cart that travels together. */
export interface MeasuredConsignment {
  /** The location it leaves from; null where the shop has none, or none that may ship these goods. */
  readonly origin: Id | null;
  /** False when no location may ship the goods. */
  readonly shippable: boolean;
  /** Indices of the cart's lines. */
  readonly lines: readonly number[];
  readonly measures: Measures;
  readonly parcels: readonly Parcel[];
}

export interface MeasuredCart {
  /** Of the goods to deliver, over all consignments. */
  readonly measures: Measures;
  /** Value of each line after discounts, in minor units, in the order of the cart. */
  readonly lineValues: readonly number[];
  readonly consignments: readonly MeasuredConsignment[];
}

/** Money off a value, taken in order; never more than is left. */
function discountOn(value: number, discounts: readonly Discount[]): number {
  let left = value;
  for (const discount of discounts) {
    left -= Math.min(left, discount.kind === 'amount' ? discount.amount : shareOf(left, discount.basisPoints, 'halfUp'));
  }
  return value - left;
}

const UNSHIPPABLE = '';

/** Where a line leaves from: the location it names, if that may ship it, else the first that may. */
function originOf(line: CartLine, { book, groups }: CompiledBook): Id | null | typeof UNSHIPPABLE {
  if (book.locations.length === 0) return null;
  const group = line.group !== undefined && groups.has(line.group) ? line.group : null;
  const named = book.locations.find(({ id }) => id === line.origin);
  if (named && mayShip(named, group)) return named.id;
  return book.locations.find((location) => mayShip(location, group))?.id ?? UNSHIPPABLE;
}

const toGoods = (line: CartLine, at: number): PackGoods => ({
  line: at,
  quantity: line.quantity,
  weight: line.weight === undefined ? 0 : massToMicrograms(line.weight),
  size: line.size === undefined ? null : sidesOf(line.size),
  ownBox: line.ownBox ?? false,
  upright: line.upright ?? false,
  fragile: line.fragile ?? false,
});

const MOST_KEPT = 500;

/** Packs goods, or gives what the same goods were packed into before. */
function packed(compiled: CompiledBook, goods: readonly PackGoods[]): readonly Parcel[] {
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
    packedWeight: sum((parcel) => parcel.packedWeight),
    billableWeight: sum((parcel) => parcel.billableWeight),
    parcels: sum(() => 1),
    longestSide: most(longestSide),
    sumOfSides: most(sumOfSides),
    lengthPlusGirth: most(lengthPlusGirth),
  };
}

function addUp(parts: readonly Measures[]): Measures {
  const total = { ...NO_MEASURES };
  for (const part of parts) {
    for (const measure of Object.keys(total) as (keyof Measures)[]) {
      total[measure] = dimensionOf(measure) === 'length' ? Math.max(total[measure], part[measure]) : total[measure] + part[measure];
    }
  }
  return total;
}

/**
 * Works out what tiers and limits read. Discounts are taken off every line of the cart by its share of the value
 * (largest remainder), goods that are not delivered included: they carry their part, and only the rest is measured.
 * The rest is parted by origin, and each part packed.
 */
export function measureCart(compiled: CompiledBook, cart: Cart): MeasuredCart {
  const before = cart.lines.map((line) => line.unitPrice * line.quantity);
  const total = before.reduce((sum, value) => sum + value, 0);
  const off = total === 0 ? [] : splitByWeights(discountOn(total, cart.discounts), before);
  const lineValues = before.map((value, at) => value - (off[at] ?? 0));
  const byOrigin = new Map<Id | null, number[]>();
  cart.lines.forEach((line, at) => {
    if (!line.delivered) return;
    const origin = originOf(line, compiled);
    byOrigin.set(origin, [...(byOrigin.get(origin) ?? []), at]);
  });
  const consignments = [...byOrigin].map(([origin, lines]): MeasuredConsignment => {
    const goods = lines.map((at) => toGoods(cart.lines[at] as CartLine, at));
    const parcels = packed(compiled, goods);
    const sum = (of: (at: number) => number) => lines.reduce((all, at) => all + of(at), 0);
    const measures: Measures = {
      itemsWeight: goods.reduce((all, { weight, quantity }) => all + weight * quantity, 0),
      valueBeforeDiscounts: sum((at) => before[at] ?? 0),
      valueAfterDiscounts: sum((at) => lineValues[at] ?? 0),
      itemCount: sum((at) => (cart.lines[at] as CartLine).quantity),
      ...parcelMeasures(parcels),
    };
    return { origin: origin === UNSHIPPABLE ? null : origin, shippable: origin !== UNSHIPPABLE, lines, measures, parcels };
  });
  return { measures: addUp(consignments.map(({ measures }) => measures)), lineValues, consignments };
}
