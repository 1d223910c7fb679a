import { z } from 'zod';
import { compareMass, MassText, massToMicrograms } from '../measures/mass.ts';
import { MarkupPoints } from '../measures/percent.ts';
import { Minor } from '../money/money.ts';
import { Name } from '../names/naming.ts';
import { shareOf } from '../numbers/rounding.ts';
import { oncePer } from '../once/oncePer.ts';
import { billableWeight, type Sides, VolumeRule, volumetricWeight } from '../packing/billable.ts';
import { Place } from '../places/place.ts';
import { findZone, indexPlaces } from '../places/placeIndex.ts';
import { CarrierServiceCode } from './carriage.ts';
import type { BilledParcel, CarrierRate, RateAnswer } from './rateAnswer.ts';
import type { AskedParcel, RateAsk } from './rateAsk.ts';

/** Prices by band, minor units; null where a band is not served at that weight. */
const Prices = z.array(Minor.nullable());

/** The price list of one service: a row for each weight step, and what each further step costs above the last. */
export const PriceList = z
  .strictObject({
    service: CarrierServiceCode,
    steps: z
      .array(z.strictObject({ upTo: MassText, prices: Prices }))
      .min(1, 'A price list has at least one weight')
      .max(500),
    further: z.strictObject({ step: MassText, prices: Prices }).nullable(),
  })
  .superRefine(({ steps }, context) => {
    steps.forEach(({ upTo }, at) => {
      const before = steps[at - 1];
      if (before && compareMass(massToMicrograms(before.upTo), massToMicrograms(upTo)) >= 0) {
        context.addIssue({
          code: 'custom',
          message: 'Each weight reaches further than the one before it',
          path: ['steps', at, 'upTo'],
          input: upTo,
        });
      }
    });
  });
export type PriceList = z.infer<typeof PriceList>;

/** A carrier's printed price list: prices by weight step and distance band, and which places are in which band. */
export const Tariff = z
  .strictObject({
    bands: z
      .array(z.strictObject({ name: Name, places: z.array(Place) }))
      .min(1, 'A tariff has at least one band')
      .max(60),
    /** The band of every address that none of the places holds; null where such are not served. */
    elsewhere: z.int().min(0).nullable(),
    lists: z.array(PriceList).min(1).max(40),
    volume: VolumeRule,
    /** Basis points on top of the price list. */
    fuel: MarkupPoints,
  })
  .superRefine(({ bands, lists, elsewhere }, context) => {
    if (elsewhere !== null && elsewhere >= bands.length) {
      context.addIssue({ code: 'custom', message: 'There is no such band', path: ['elsewhere'], input: elsewhere });
    }
    lists.forEach((list, at) => {
      const rows = [...list.steps, ...(list.further ? [list.further] : [])];
      if (rows.every(({ prices }) => prices.length === bands.length)) return;
      context.addIssue({ code: 'custom', message: 'A row has a price for each band', path: ['lists', at], input: list.service });
    });
  });
export type Tariff = z.infer<typeof Tariff>;

const indexOf = oncePer(({ bands }: Tariff) => indexPlaces(bands.map(({ places }) => places)));

const MICROGRAMS = 1_000_000;
const MICROMETRES = 1000;

const sidesOf = ({ sides }: AskedParcel): Sides | null =>
  sides && { length: sides[0] * MICROMETRES, width: sides[1] * MICROMETRES, height: sides[2] * MICROMETRES };

/** The price of one parcel in a band, or null where the list has none. */
function listPrice({ steps, further }: PriceList, band: number, billed: number): Minor | null {
  const step = steps.find(({ upTo }) => compareMass(billed, massToMicrograms(upTo)) <= 0);
  if (step) return step.prices[band] ?? null;
  const last = steps.at(-1);
  const [base, each] = [last?.prices[band] ?? null, further?.prices[band] ?? null];
  if (!last || !further || base === null || each === null) return null;
  const over = billed - massToMicrograms(last.upTo);
  return base + each * Math.ceil(over / massToMicrograms(further.step));
}

function rateOf(
  list: PriceList,
  { bands, volume, fuel }: Tariff,
  band: number,
  ask: RateAsk,
): CarrierRate | { service: string; message: string } {
  const { service } = list;
  const parcels: BilledParcel[] = [];
  for (const parcel of ask.parcels) {
    const sides = sidesOf(parcel);
    const billed = billableWeight(parcel.weight * MICROGRAMS, sides, volume);
    const amount = listPrice(list, band, billed);
    const grams = Math.round(billed / MICROGRAMS);
    if (amount === null) return { service, message: `No price in band ${bands[band]?.name} for ${grams / 1000} kg.` };
    const volumetric = sides && Math.ceil(volumetricWeight(sides, volume) / MICROGRAMS);
    parcels.push({ count: parcel.count, weight: parcel.weight, volumetric, billed: grams, amount });
  }
  const carriage = parcels.reduce((sum, { amount, count }) => sum + amount * count, 0);
  const fuelled = shareOf(carriage, fuel, 'halfUp');
  const rows = [{ name: `Band ${bands[band]?.name}`, amount: carriage }, ...(fuelled > 0 ? [{ name: 'Fuel', amount: fuelled }] : [])];
  return { service, name: service, amount: carriage + fuelled, rows, parcels, transit: null };
}

/** What a price list asks, with no connection to anyone: each parcel billed by itself, fuel on the sum. */
export function tariffAnswer(tariff: Tariff, ask: RateAsk): RateAnswer {
  const band = findZone(indexOf(tariff), ask.to)?.zone ?? tariff.elsewhere;
  if (band === null) {
    const message = 'The address is in no band of the price list.';
    return { status: 'rates', rates: [], declined: tariff.lists.map(({ service }) => ({ service, message })) };
  }
  const answers = tariff.lists.map((list) => rateOf(list, tariff, band, ask));
  return {
    status: 'rates',
    rates: answers.filter((answer) => 'amount' in answer),
    declined: answers.filter((answer) => 'message' in answer),
  };
}
