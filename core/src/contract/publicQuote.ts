import { z } from 'zod';
import { Currency, minorDigits } from '../money/currency.ts';
import type { Offer, Quote } from '../quote/quoteTypes.ts';
import { Transit } from '../rate-book/lane.ts';
import { type RateBook, ServiceKind } from '../rate-book/rateBook.ts';
import { buyerReason } from './buyerReasons.ts';

const optionFacts = { service: z.string(), name: z.string(), kind: ServiceKind, note: z.string() };

/** One option as a buyer may see it. Prices are whole minor units. */
export const PublicOption = z.discriminatedUnion('status', [
  z.strictObject({
    status: z.literal('priced'),
    ...optionFacts,
    price: z.int().min(0),
    /** How much more in goods makes this option free. */
    moreForFree: z.int().min(0).optional(),
    /** Tax on delivery: within the price either way; `added` on top of what the shop asks. Basis points and minor units. */
    tax: z.strictObject({ mode: z.enum(['included', 'added']), basisPoints: z.int(), amount: z.int() }).optional(),
    /** Days on the way. */
    transit: Transit.optional(),
  }),
  z.strictObject({ status: z.literal('refer'), ...optionFacts, message: z.string() }),
]);
export type PublicOption = z.infer<typeof PublicOption>;

/** A service the buyer cannot have with this cart, and why, in words that are safe to show. */
export const PublicWithheld = z.strictObject({ service: z.string(), name: z.string(), reasons: z.array(z.string()).min(1) });
export type PublicWithheld = z.infer<typeof PublicWithheld>;

/** The answer of the public API: nothing the buyer should not see. */
export const PublicQuote = z.strictObject({
  edition: z.int().min(1),
  currency: Currency,
  /** Decimal places of the currency's minor unit. */
  minorDigits: z.int(),
  /** Of several consignments, the services that take all of them, at the sum of their prices. */
  options: z.array(PublicOption),
  /** Only where the cart travels in several parts: the lines of each, and its own options. */
  consignments: z.array(z.strictObject({ to: z.int().min(0), lines: z.array(z.int().min(0)), options: z.array(PublicOption) })).optional(),
  /** Services that limits keep from this cart. */
  withheld: z.array(PublicWithheld),
  /** The shop's words where no option is offered. */
  message: z.string().optional(),
});
export type PublicQuote = z.infer<typeof PublicQuote>;

function toOptions(offers: readonly Offer[], book: RateBook): PublicOption[] {
  return offers.flatMap((offer): PublicOption[] => {
    const service = book.services.find((entry) => entry.id === offer.service);
    if (!service) return [];
    const facts = { service: service.id, name: service.name, kind: service.kind, note: service.note };
    if (offer.status === 'refer') return [{ status: 'refer', ...facts, message: offer.words ?? book.shop.texts.refer }];
    const more = offer.moreForFree && { moreForFree: offer.moreForFree.more };
    const { tax, transit } = offer;
    return [{ status: 'priced', ...facts, price: offer.price, ...more, ...(tax && { tax }), ...(transit && { transit }) }];
  });
}

function toWithheld(quote: Quote, book: RateBook): PublicWithheld[] {
  return quote.withheld.flatMap(({ service, reasons }) => {
    const name = book.services.find(({ id }) => id === service)?.name;
    const words = reasons.map((reason) => buyerReason(reason, book.shop));
    const safe = [...new Set(words.filter((word) => word !== null))];
    return name === undefined || safe.length === 0 || words.includes(null) ? [] : [{ service, name, reasons: safe }];
  });
}

/** Leaves out zone, ledger, reasons, measures, parcels and origins: those are the owner's. */
export function toPublicQuote(quote: Quote, book: RateBook, edition: number): PublicQuote {
  const { currency } = book.shop;
  const message = quote.message === undefined ? {} : { message: quote.message };
  const parts = quote.consignments.map(({ to, lines, options }) => ({ to, lines: [...lines], options: toOptions(options, book) }));
  const consignments = parts.length > 1 ? { consignments: parts } : {};
  const options = toOptions(quote.options, book);
  return { edition, currency, minorDigits: minorDigits(currency), options, ...consignments, withheld: toWithheld(quote, book), ...message };
}
