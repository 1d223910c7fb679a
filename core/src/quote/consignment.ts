import type { Measures } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import type { Parcel } from '../packing/parcel.ts';

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
