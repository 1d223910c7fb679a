import { markupOn } from '../carriers/carriage.ts';
import type { CarrierRate, ServiceAnswer } from '../carriers/rateAnswer.ts';
import { askedParcels, type RateAddress, type RateAsk } from '../carriers/rateAsk.ts';
import type { Currency } from '../money/currency.ts';
import { shareOf } from '../numbers/rounding.ts';
import type { Minor } from '../numbers/units.ts';
import type { Parcel } from '../packing/parcel.ts';
import type { Destination } from '../places/place.ts';
import type { Location } from '../rate-book/location.ts';
import type { CompiledLane } from './compiledLane.ts';
import type { LedgerRow } from './quoteTypes.ts';

/** What a carrier says of a shipment: `priced` for goods the buyer pays it for, `cost` for all of them. */
export type LaneAnswer =
  | { readonly kind: 'rate'; readonly cost: CarrierRate; readonly priced: CarrierRate | null }
  | Exclude<ServiceAnswer, { kind: 'rate' }>;

/** Joins what a carrier asks for all goods with what it asks for those without a charge of their own. */
export function joinedAnswer(whole: ServiceAnswer, part: ServiceAnswer | null): LaneAnswer {
  if (whole.kind !== 'rate') return whole;
  if (part === null) return { kind: 'rate', cost: whole.rate, priced: null };
  return part.kind === 'rate' ? { kind: 'rate', cost: whole.rate, priced: part.rate } : part;
}

const addressOf = ({ country, subdivision, postalCode }: Destination): RateAddress => ({
  country,
  ...(subdivision !== undefined && { subdivision }),
  ...(postalCode !== undefined && { postalCode }),
});

interface Way {
  readonly from: Location | undefined;
  readonly to: Destination | undefined;
  readonly parcels: readonly Parcel[];
  readonly value: Minor;
  readonly currency: Currency;
}

/** The question for a lane's carrier, or null where an end of the way is not known. */
export function askFor({ carriage }: Pick<CompiledLane, 'carriage'>, { from, to, parcels, value, currency }: Way): RateAsk | null {
  if (!carriage || !from || !to) return null;
  const { country, subdivision, postalCode } = from;
  return {
    account: carriage.account,
    from: { country, ...(subdivision !== null && { subdivision }), ...(postalCode !== null && { postalCode }) },
    to: addressOf(to),
    residential: carriage.residential,
    parcels: askedParcels(parcels),
    currency,
    declaredValue: carriage.declareValue ? value : null,
  };
}

/**
 * The carrier's price and what is added to it, in minor units; with tax where prices of the shop include it.
 * @param date the shop's plain date, by which markups of a season hold; null where it is not known
 */
export function livePrice(
  { carriage, terms, rule, tax, taxRate }: CompiledLane,
  rate: CarrierRate | null,
  date: string | null,
  rows: LedgerRow[] | null,
): number {
  if (!carriage || !terms || rate === null) return 0;
  const { basisPoints, amount: fixed, least, most } = markupOn(terms, date);
  const raw = shareOf(rate.amount, basisPoints, rule) + fixed;
  const markup = Math.min(Math.max(raw, least ?? 0), most ?? Infinity);
  if (rows !== null) {
    rows.push({ code: 'carrierRate', carrier: carriage.carrier, name: rate.name, amount: rate.amount });
    const held = markup > raw ? 'floor' : markup < raw ? 'cap' : null;
    if (markup !== 0) rows.push({ code: 'markup', basisPoints, fixed, amount: markup, ...(held && { held }) });
  }
  const net = rate.amount + markup;
  const added = terms.beforeTax && tax === 'included' ? shareOf(net, taxRate, rule) : 0;
  if (added > 0) rows?.push({ code: 'carrierTax', basisPoints: taxRate, amount: added });
  return net + added;
}
