import { massForSums } from '../measures/mass.ts';
import { dimensionOf, MEASURES, type Measures, NO_MEASURES, UNKNOWN_DISTANCE } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import { lengthPlusGirth, longestSide, sumOfSides } from '../packing/billable.ts';
import { sidesOf } from '../packing/packaging.ts';
import type { PackGoods, Parcel } from '../packing/parcel.ts';
import { geodesicDistance } from '../places/geodesic.ts';
import type { Destination } from '../places/place.ts';
import { mayShip } from '../rate-book/location.ts';
import { type CartValues, cartValues } from './cartValues.ts';
import type { CompiledBook } from './compile.ts';
import { type CompiledPacking, packed } from './compiledPacking.ts';
import type { MeasuredCart, MeasuredConsignment } from './consignment.ts';
import type { CartLine, QuoteRequest } from './request.ts';

/** A cart and where it goes. */
export type CartToMeasure = Pick<QuoteRequest, 'lines' | 'discounts' | 'others'> & { readonly destination?: Destination };

const UNSHIPPABLE = '';

/** The goods group of a line; null where it names none the shop has. */
export function groupOf(line: CartLine, { groups }: CompiledBook): Id | null {
  return line.group !== undefined && groups.has(line.group) ? line.group : null;
}

/** Where a line leaves from: the location it names, if that may ship it, else the first that may. */
function originOf(line: CartLine, compiled: CompiledBook): Id | null | typeof UNSHIPPABLE {
  const { locations } = compiled.book;
  if (locations.length === 0) return null;
  const group = groupOf(line, compiled);
  let first: Id | undefined;
  for (const location of locations) {
    if (!mayShip(location, group)) continue;
    if (location.id === line.origin) return location.id;
    first ??= location.id;
  }
  return first ?? UNSHIPPABLE;
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

type ParcelMeasures = Pick<Measures, 'packedWeight' | 'billableWeight' | 'parcels' | 'longestSide' | 'sumOfSides' | 'lengthPlusGirth'>;

/** Weights of all parcels together; sizes of the largest. */
function parcelMeasures(parcels: readonly Parcel[]): ParcelMeasures {
  let [packedWeight, billableWeight, count, longest, sum, girth] = [0, 0, 0, 0, 0, 0];
  for (const parcel of parcels) {
    packedWeight += parcel.packedWeight * parcel.count;
    billableWeight += parcel.billableWeight * parcel.count;
    count += parcel.count;
    if (parcel.outside === null) continue;
    longest = Math.max(longest, longestSide(parcel.outside));
    sum = Math.max(sum, sumOfSides(parcel.outside));
    girth = Math.max(girth, lengthPlusGirth(parcel.outside));
  }
  return {
    packedWeight: Math.round(packedWeight),
    billableWeight: Math.round(billableWeight),
    parcels: count,
    longestSide: longest,
    sumOfSides: sum,
    lengthPlusGirth: girth,
  };
}

/** Measures of several consignments together. */
export function addUp(parts: readonly Measures[]): Measures {
  const [only] = parts;
  if (only && parts.length === 1) return only;
  const total = { ...NO_MEASURES };
  for (const part of parts) {
    for (const measure of MEASURES) {
      total[measure] =
        dimensionOf(measure) === 'length' || measure === 'distance'
          ? Math.max(total[measure], part[measure])
          : total[measure] + part[measure];
    }
  }
  return total;
}

/** The address with a number; 0 is the first. */
export function destinationOf(cart: CartToMeasure, to: number): Destination | undefined {
  return to === 0 ? cart.destination : cart.others?.[to - 1];
}

function distanceTo(compiled: CompiledBook, origin: Id | null, destination: Destination | undefined): number {
  if (!destination?.point) return UNKNOWN_DISTANCE;
  const from = compiled.book.locations.find(({ id }) => id === origin)?.point;
  return from ? Math.round(geodesicDistance(from, destination.point) * 1000) : UNKNOWN_DISTANCE;
}

/** A cart on its way to be measured: its values, and how much its packing may look at. */
export interface CartToPack {
  readonly compiled: CompiledBook;
  readonly cart: CartToMeasure;
  readonly values: CartValues;
  readonly effort: number;
}

function groupsOf({ compiled, cart }: CartToPack, lines: readonly number[]): readonly (Id | null)[] {
  const present = new Set<Id | null>();
  for (const at of lines) present.add(groupOf(cart.lines[at] as CartLine, compiled));
  if (present.size === 1) return [...present];
  return [...compiled.groups, null].filter((group) => present.has(group));
}

/** Packs and measures some lines of a cart as one consignment. */
export function measureLines(
  whole: CartToPack,
  { to, origin, shippable }: Pick<MeasuredConsignment, 'to' | 'origin' | 'shippable'>,
  lines: readonly number[],
  packing: CompiledPacking = whole.compiled,
): MeasuredConsignment {
  const { compiled, cart, values, effort } = whole;
  const goods: PackGoods[] = [];
  let [itemsWeight, before, after, itemCount] = [0, 0, 0, 0];
  for (const at of lines) {
    const one = toGoods(cart.lines[at] as CartLine, at);
    goods.push(one);
    itemsWeight += one.weight * one.quantity;
    before += values.valuesBefore[at] ?? 0;
    after += values.lineValues[at] ?? 0;
    itemCount += one.quantity;
  }
  const parcels = packed(packing, goods, effort);
  const {
    packedWeight,
    billableWeight,
    parcels: count,
    longestSide: side,
    sumOfSides: sides,
    lengthPlusGirth: girth,
  } = parcelMeasures(parcels);
  const measures: Measures = {
    itemsWeight: Math.round(itemsWeight),
    packedWeight,
    billableWeight,
    valueBeforeDiscounts: before,
    valueAfterDiscounts: after,
    itemCount,
    parcels: count,
    longestSide: side,
    sumOfSides: sides,
    lengthPlusGirth: girth,
    distance: distanceTo(compiled, origin, destinationOf(cart, to)),
  };
  return { to, origin, shippable, lines, groups: groupsOf(whole, lines), measures, parcels };
}

export interface ConsignmentLines {
  readonly to: number;
  readonly origin: Id | null;
  readonly shippable: boolean;
  readonly lines: number[];
}

/** The lines that travel together: to one address, from one location. */
export function consignmentLines(compiled: CompiledBook, lines: readonly CartLine[]): readonly ConsignmentLines[] {
  const parts: ConsignmentLines[] = [];
  lines.forEach((line, at) => {
    if (!line.delivered) return;
    const from = originOf(line, compiled);
    const [to, origin, shippable] = [line.to ?? 0, from === UNSHIPPABLE ? null : from, from !== UNSHIPPABLE];
    const part = parts.find((one) => one.to === to && one.origin === origin && one.shippable === shippable);
    if (part) part.lines.push(at);
    else parts.push({ to, origin, shippable, lines: [at] });
  });
  return parts.length < 2 ? parts : parts.sort((a, b) => a.to - b.to);
}

/** Works out what tiers and limits read: the cart is parted by address and origin, and each part packed. */
export function measureCart(
  compiled: CompiledBook,
  cart: CartToMeasure,
  effort: number,
  parts: readonly ConsignmentLines[] = consignmentLines(compiled, cart.lines),
): MeasuredCart {
  const values = cartValues(cart.lines, cart.discounts, compiled.book.shop.pricing.rounding);
  const whole = { compiled, cart, values, effort };
  const consignments = parts.map((part) => measureLines(whole, part, part.lines));
  const { valuesBefore, lineValues } = values;
  return { measures: addUp(consignments.map(({ measures }) => measures)), valuesBefore, lineValues, consignments };
}
