import type { Id } from '../names/naming.ts';
import type { Micrograms, Micrometres } from '../numbers/units.ts';
import type { Sides } from './billable.ts';

/** Goods of one line that go into one consignment. Weight in micrograms, sides in micrometres. */
export interface PackGoods {
  /** Index of the line in the cart. */
  readonly line: number;
  readonly quantity: number;
  readonly weight: Micrograms;
  /** Null where no size is known. */
  readonly size: Sides | null;
  /** Travels in the box it comes in. */
  readonly ownBox: boolean;
  readonly upright: boolean;
  readonly fragile: boolean;
}

export interface Content {
  readonly line: number;
  readonly quantity: number;
}

/** One thing as it lies in a parcel: the near lower left corner and the sides as turned, in micrometres. */
export interface PackedThing {
  readonly line: number;
  readonly x: number;
  readonly y: number;
  readonly z: number;
  readonly length: Micrometres;
  readonly width: Micrometres;
  readonly height: Micrometres;
}

/**
 * How a parcel came about: `packed` in three dimensions, some goods of it `byWeight` only (no size known, or too many
 * to be placed one by one), in its `ownBox`, or alone because it `fitsNothing` the shop has.
 */
export type PackedHow = 'packed' | 'byWeight' | 'ownBox' | 'fitsNothing';

/** A packed piece of packaging, or goods in their own size. Masses in micrograms, lengths in micrometres. */
export interface Parcel {
  readonly how: PackedHow;
  /** The packaging used; null where the goods travel in their own size. */
  readonly packaging: Id | null;
  /** How many parcels are just like this one. */
  readonly count: number;
  readonly contents: readonly Content[];
  /** From the bottom up, the order of packing. */
  readonly placed: readonly PackedThing[];
  /** Goods that were not placed, only weighed. */
  readonly loose: readonly Content[];
  /** The inside that `placed` refers to. */
  readonly inside: Sides | null;
  readonly outside: Sides | null;
  readonly contentsWeight: Micrograms;
  readonly tare: number;
  readonly packedWeight: Micrograms;
  /** Null where the outside is not known. */
  readonly volumetricWeight: Micrograms | null;
  readonly billableWeight: Micrograms;
}

const whole = (parcel: Parcel): Parcel => {
  const { contentsWeight, tare, packedWeight, billableWeight } = parcel;
  if ([contentsWeight, tare, packedWeight, billableWeight].every(Number.isInteger)) return parcel;
  return {
    ...parcel,
    contentsWeight: Math.round(contentsWeight),
    tare: Math.round(tare),
    packedWeight: Math.round(packedWeight),
    billableWeight: Math.round(billableWeight),
  };
};

const told = new WeakMap<readonly Parcel[], readonly Parcel[]>();

/** Parcels as they are told, in whole micrograms; sums are made of them as they are. */
export function inWholeMicrograms(parcels: readonly Parcel[]): readonly Parcel[] {
  const known = told.get(parcels);
  if (known) return known;
  const rounded = parcels.map(whole);
  told.set(parcels, rounded);
  return rounded;
}
