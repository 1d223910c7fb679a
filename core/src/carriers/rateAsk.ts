import { z } from 'zod';
import { Currency } from '../money/currency.ts';
import { Minor } from '../money/money.ts';
import { Id } from '../names/naming.ts';
import type { Parcel } from '../packing/parcel.ts';
import { CountryCode, SubdivisionCode } from '../places/countries.ts';
import { PostalCode } from '../places/postal.ts';

/** As much of an address as a price depends on. */
export const RateAddress = z.strictObject({
  country: CountryCode,
  subdivision: SubdivisionCode.optional(),
  postalCode: PostalCode.optional(),
});
export type RateAddress = z.infer<typeof RateAddress>;

const side = z.int().min(1).max(100_000);

/** A parcel as a carrier is told of it: whole grams and millimetres, rounded up. */
export const AskedParcel = z.strictObject({
  weight: z.int().min(0).max(100_000_000),
  /** Length, width and height; null where the outside is not known. */
  sides: z.tuple([side, side, side]).nullable(),
  count: z.int().min(1).max(1_000_000),
});
export type AskedParcel = z.infer<typeof AskedParcel>;

/** One question to a carrier: what all its services ask for these parcels. */
export const RateAsk = z.strictObject({
  account: Id,
  from: RateAddress,
  to: RateAddress,
  residential: z.boolean(),
  parcels: z.array(AskedParcel).min(1).max(1000),
  /** The shop's currency, in which the answer is wanted. */
  currency: Currency,
  /** Minor units of it; null where nothing is declared. */
  declaredValue: Minor.nullable(),
});
export type RateAsk = z.infer<typeof RateAsk>;

/** Equal questions have equal keys. */
export function askKey({ account, from, to, residential, parcels, currency, declaredValue }: RateAsk): string {
  const place = ({ country, subdivision = '', postalCode = '' }: RateAddress) => [country, subdivision, postalCode];
  return JSON.stringify([
    account,
    place(from),
    place(to),
    residential,
    parcels.map(({ weight, sides, count }) => [weight, sides, count]),
    currency,
    declaredValue,
  ]);
}

const MICROGRAMS_PER_GRAM = 1_000_000;
const MICROMETRES_PER_MILLIMETRE = 1000;

const up = (value: number, unit: number) => Math.ceil(value / unit);

function asked({ packedWeight, outside, count }: Parcel): AskedParcel {
  const millimetres = (length: number) => Math.max(1, up(length, MICROMETRES_PER_MILLIMETRE));
  return {
    // Whole micrograms first: a sum that is a hair over a gram has not begun the next.
    weight: up(Math.round(packedWeight), MICROGRAMS_PER_GRAM),
    sides: outside && [millimetres(outside.length), millimetres(outside.width), millimetres(outside.height)],
    count,
  };
}

const shapeOf = ({ weight, sides }: AskedParcel) => `${weight} ${sides?.join(' ')}`;

/** Parcels in an order of their own, equal ones together, so that the same goods make the same question. */
export function askedParcels(parcels: readonly Parcel[]): AskedParcel[] {
  const byShape = new Map<string, AskedParcel>();
  for (const parcel of parcels.map(asked)) {
    const held = byShape.get(shapeOf(parcel));
    byShape.set(shapeOf(parcel), held ? { ...held, count: held.count + parcel.count } : parcel);
  }
  return [...byShape.entries()].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, parcel]) => parcel);
}
