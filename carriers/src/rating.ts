import type { BilledParcel, Declined, ParcelIn, Rate, RateAsk } from './messages.ts';
import { isRemote, kilometresBetween } from './places.ts';
import type { CarrierTariff, ServiceTariff } from './tariffs.ts';

const up = (value: number, step: number) => Math.ceil(value / step) * step;
/** Basis points of an amount, half up. */
const share = (amount: number, basisPoints: number) => Math.floor((amount * basisPoints + 5000) / 10_000);

interface Sides {
  readonly length: number;
  readonly width: number;
  readonly height: number;
}

function sidesOf({ length, width, height }: ParcelIn): Sides | null {
  return length === undefined || width === undefined || height === undefined ? null : { length, width, height };
}

/** Grams that a volume counts for, rounded up: cubic millimetres by cubic centimetres to the kilogram. */
export const volumetricGrams = ({ length, width, height }: Sides, divisor: number) => Math.ceil((length * width * height) / divisor);

/** The larger of weight and volumetric weight, in the carrier's own steps. */
export function billedGrams(parcel: ParcelIn, tariff: CarrierTariff): number {
  const sides = sidesOf(parcel);
  const counted = Math.max(parcel.weight, sides ? volumetricGrams(sides, tariff.divisor) : 0, tariff.leastBilled);
  const fine = tariff.fineStep !== undefined && tariff.fineUpTo !== undefined && counted <= tariff.fineUpTo;
  return up(counted, fine ? (tariff.fineStep as number) : tariff.step);
}

/** Why a service does not take a parcel. */
function refused(parcel: ParcelIn, service: ServiceTariff): Omit<Declined, 'service' | 'name'> | null {
  const kilograms = (grams: number) => `${grams / 1000} kg`;
  const centimetres = (millimetres: number) => `${millimetres / 10} cm`;
  if (parcel.weight > service.mostWeight) {
    return { code: 'TOO_HEAVY', message: `A parcel weighs ${kilograms(parcel.weight)}; at most ${kilograms(service.mostWeight)}.` };
  }
  const sides = sidesOf(parcel);
  if (!sides) return null;
  const all = sides.length + sides.width + sides.height;
  const longest = Math.max(sides.length, sides.width, sides.height);
  const around = longest + 2 * (all - longest);
  if (longest > service.longest) {
    return { code: 'TOO_LONG', message: `The longest side is ${centimetres(longest)}; at most ${centimetres(service.longest)}.` };
  }
  if (around > service.lengthPlusGirth) {
    return { code: 'TOO_LARGE', message: `Length and girth are ${centimetres(around)}; at most ${centimetres(service.lengthPlusGirth)}.` };
  }
  if (service.sumOfSides !== undefined && all > service.sumOfSides) {
    return { code: 'TOO_LARGE', message: `The sides add up to ${centimetres(all)}; at most ${centimetres(service.sumOfSides)}.` };
  }
  return null;
}

/** Started steps above the first one. */
function furtherSteps(billed: number, tariff: CarrierTariff): number {
  const { fineStep = tariff.step, fineUpTo = 0, step, leastBilled } = tariff;
  const fine = Math.max(0, Math.ceil((Math.min(billed, fineUpTo) - leastBilled) / fineStep));
  return fine + Math.max(0, Math.ceil((billed - Math.max(fineUpTo, leastBilled)) / step));
}

function rateOf(service: ServiceTariff, tariff: CarrierTariff, discount: number, ask: RateAsk): Rate | Declined {
  const { code, name } = service;
  const declined = (why: Omit<Declined, 'service' | 'name'>): Declined => ({ service: code, name, ...why });
  if (!service.abroad && ask.to.country !== ask.from.country) {
    return declined({ code: 'NOT_ABROAD', message: `Only within ${ask.from.country}.` });
  }
  const away = kilometresBetween(ask.from, ask.to);
  const band = service.bands.find(({ upTo }) => away <= upTo);
  if (!band) return declined({ code: 'TOO_FAR', message: `Not delivered ${away} km away.` });
  const fault = ask.parcels.map((parcel) => refused(parcel, service)).find((why) => why !== null);
  if (fault) return declined(fault);
  const parcels = ask.parcels.map((parcel): BilledParcel => {
    const sides = sidesOf(parcel);
    const billed = billedGrams(parcel, tariff);
    const volumetric = sides && volumetricGrams(sides, tariff.divisor);
    return {
      count: parcel.count,
      weight: parcel.weight,
      volumetric,
      billed,
      amount: band.first + band.each * furtherSteps(billed, tariff),
    };
  });
  const pieces = parcels.reduce((sum, { count }) => sum + count, 0);
  const list = parcels.reduce((sum, { amount, count }) => sum + amount * count, 0);
  const off = share(list, discount);
  const insured = Math.max(0, Math.ceil(((ask.declaredValue ?? 0) - tariff.insuredFree) / 10_000));
  const rows = [
    { name: 'Carriage', amount: list },
    { name: 'Account discount', amount: -off },
    { name: 'Fuel', amount: share(list - off, tariff.fuel) },
    { name: 'Remote area', amount: isRemote(ask.to) ? tariff.remote * pieces : 0 },
    { name: 'Residential delivery', amount: ask.to.residential ? tariff.residential : 0 },
    { name: 'Declared value', amount: insured * tariff.insuredPerHundred },
  ].filter(({ amount }) => amount !== 0);
  const [least, most] = band.transit;
  return { service: code, name, total: rows.reduce((sum, { amount }) => sum + amount, 0), rows, parcels, transit: { least, most } };
}

/** What every service of a carrier asks, or why it declines. */
export function rateAll(
  tariff: CarrierTariff,
  services: readonly ServiceTariff[],
  discount: number,
  ask: RateAsk,
): { rates: Rate[]; declined: Declined[] } {
  const answers = services.map((service) => rateOf(service, tariff, discount, ask));
  return {
    rates: answers.filter((answer) => 'total' in answer),
    declined: answers.filter((answer) => 'code' in answer),
  };
}
