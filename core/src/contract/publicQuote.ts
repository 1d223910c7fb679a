import { z } from 'zod';
import { Transit } from '../dispatch/dispatchCalendar.ts';
import { Currency, minorDigits } from '../money/currency.ts';
import { oncePer } from '../once/oncePer.ts';
import { SubdivisionCode } from '../places/countries.ts';
import type { ArrivalPromise } from '../promise/promise.ts';
import { orderedOn, promiseText } from '../promise/promiseText.ts';
import type { Offer, Quote, Reason } from '../quote/quoteTypes.ts';
import { buyerNote } from '../rate-book/buyerNote.ts';
import { type InLanguage, inLanguage } from '../rate-book/buyerTexts.ts';
import { type RateBook, type Service, ServiceKind } from '../rate-book/rateBook.ts';
import { TimeSpan } from '../time/timeOfDay.ts';
import { PublicReason } from './buyerReason.ts';
import { toBuyerReason } from './buyerReasons.ts';
import { addressWords, toldWords } from './words/buyerWords.ts';

/** When it arrives, or can be collected. */
export const PublicPromise = z.strictObject({
  /** Plain dates: the earliest and the latest. */
  first: z.iso.date(),
  last: z.iso.date(),
  /** An order placed before this moment is promised the same. */
  orderBefore: z.iso.datetime(),
  /** IANA time zone in which the shop tells the times below. */
  timeZone: z.string(),
  /** Windows of a round, by the clock. */
  windows: z.array(TimeSpan).optional(),
  readyAt: z.iso.datetime().optional(),
  /** The same in words, in the shop's language. */
  text: z.string(),
});
export type PublicPromise = z.infer<typeof PublicPromise>;

const Point = z.strictObject({ latitude: z.number(), longitude: z.number() });
type Point = z.infer<typeof Point>;

/** Where and how to collect. */
const PublicCounter = z.strictObject({
  street: z.string(),
  city: z.string(),
  country: z.string(),
  postalCode: z.string().nullable(),
  instructions: z.string(),
  /** Where it is, where that is known. */
  point: Point.optional(),
  /** Distance to the buyer's address in metres. */
  distance: z.int().min(0).optional(),
});

const optionFacts = { service: z.string(), name: z.string(), kind: ServiceKind, note: z.string(), counter: PublicCounter.optional() };

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
    promise: PublicPromise.optional(),
  }),
  z.strictObject({ status: z.literal('refer'), ...optionFacts, message: z.string() }),
]);
export type PublicOption = z.infer<typeof PublicOption>;

/** A service the buyer cannot have with this cart, and why: safe to show. */
export const PublicWithheld = z.strictObject({ service: z.string(), name: z.string(), reasons: z.array(PublicReason).min(1) });
export type PublicWithheld = z.infer<typeof PublicWithheld>;

/** How a quote is asked for, besides the cart: `later` waits for no carrier and names the services still to come. */
/** A shop's own reference of a buyer; kept as a digest only. */
export const BuyerId = z.string().trim().min(1, 'Write who that is').max(200, 'At most 200 characters');

export const PublicAsk = z.looseObject({
  carriers: z.enum(['wait', 'later']).optional(),
  /** The buyer's language, as a BCP 47 tag: answered in it where the shop has its texts in it, else in the shop's own. */
  language: z.string().max(35, 'A language has at most 35 letters').optional(),
  /** The shop's own reference of who buys: whoever has ordered under it need not be told about again. With a server key for quotes only. */
  buyerId: BuyerId.optional(),
});

/** What an address lacks or says in two ways: the field to ask the buyer for, and the sentence to ask with. */
const AddressNote = z.strictObject({
  /** Which address: 0 is the destination, 1 the first of `others`. */
  to: z.int().min(0),
  code: z.enum(['provinceContradicts', 'provinceNeeded', 'postalCodeNeeded']),
  field: z.enum(['subdivision', 'postalCode']),
  /** The province the postal code lies in, where that is known. */
  told: SubdivisionCode.optional(),
  text: z.string(),
});

/** The answer of the public API: nothing the buyer should not see. */
export const PublicQuote = z.strictObject({
  edition: z.int().min(1),
  /** Until when its prices hold, where another edition is about to begin. */
  until: z.iso.datetime().optional(),
  currency: Currency,
  /** Decimal places of the currency's minor unit. */
  minorDigits: z.int(),
  /** Of several consignments, the services that take all of them, at the sum of their prices. */
  options: z.array(PublicOption),
  /** Only where the cart travels in several parts: the lines of each, and its own options. */
  consignments: z.array(z.strictObject({ to: z.int().min(0), lines: z.array(z.int().min(0)), options: z.array(PublicOption) })).optional(),
  /** What to ask the buyer for, where an address leaves its zone open. */
  address: z.array(AddressNote).optional(),
  /** Services that limits keep from this cart. */
  withheld: z.array(PublicWithheld),
  /** Services whose carrier was not waited for; ask again for them. */
  pending: z.array(z.string()).optional(),
  /** The shop's words where no option is offered. */
  message: z.string().optional(),
  /** About where the first address lies, to a hundredth of a degree; told beside a place to collect at. */
  near: Point.optional(),
});
export type PublicQuote = z.infer<typeof PublicQuote>;

/** Promises in the languages they were told in: quotes of one minute tell the same ones. */
const toldIn = oncePer((_promise: ArrivalPromise) => new Map<string, PublicPromise>());

function toPromise(promise: ArrivalPromise, locale: string): PublicPromise {
  const told = toldIn(promise);
  const held = told.get(locale);
  if (held) return held;
  const made = promiseIn(promise, locale);
  told.set(locale, made);
  return made;
}

function promiseIn(promise: ArrivalPromise, locale: string): PublicPromise {
  const { first, last, orderBefore, timeZone, windows, readyAt } = promise;
  const text = promiseText(promise, locale, orderedOn(promise));
  if (windows) return { first, last, orderBefore, timeZone, windows: [...windows], text };
  return readyAt === undefined ? { first, last, orderBefore, timeZone, text } : { first, last, orderBefore, timeZone, readyAt, text };
}

const factsOf = oncePer((service: Service) => ({
  service: service.id,
  name: service.name,
  kind: service.kind,
  note: buyerNote(service),
}));

function toCounter({ kind, counter }: Service, offer: Offer) {
  if (kind !== 'counter' || counter === null) return {};
  const { street, city, country, postalCode, instructions, point } = counter;
  const distance = offer.status === 'priced' && offer.distance !== undefined && { distance: Math.round(offer.distance / 1000) };
  return { counter: { street, city, country, postalCode, instructions, ...(point && { point }), ...distance } };
}

function toOptions(offers: readonly Offer[], { book, say }: InLanguage): PublicOption[] {
  return offers.flatMap((offer): PublicOption[] => {
    const service = book.services.find((entry) => entry.id === offer.service);
    if (!service) return [];
    const facts = { ...factsOf(service), ...toCounter(service, offer) };
    if (offer.status === 'refer')
      return [{ status: 'refer', ...facts, message: offer.words === undefined ? book.shop.texts.refer : say(offer.words) }];
    const more = offer.moreForFree && { moreForFree: offer.moreForFree.more };
    const { tax, transit, promise } = offer;
    const arrival = promise && { promise: toPromise(promise, book.shop.locale) };
    return [{ status: 'priced', ...facts, price: offer.price, ...more, ...(tax && { tax }), ...(transit && { transit }), ...arrival }];
  });
}

const isPending = (reasons: readonly Reason[]) => reasons.some((reason) => reason.code === 'carrierSilent' && reason.why === 'waiting');

function toWithheld(quote: Quote, book: RateBook): PublicWithheld[] {
  return quote.withheld.flatMap(({ service, reasons }) => {
    const held = book.services.find(({ id }) => id === service);
    if (isPending(reasons)) return [];
    const told = reasons.map(toBuyerReason);
    if (held === undefined || told.includes(null)) return [];
    const worded = told.flatMap((reason) => (reason === null ? [] : [{ ...reason, text: toldWords(reason, held, book.shop) }]));
    // The same is said once.
    return [
      { service, name: held.name, reasons: worded.filter(({ text }, at) => worded.findIndex((other) => other.text === text) === at) },
    ];
  });
}

const FIELD = { provinceContradicts: 'subdivision', provinceNeeded: 'subdivision', postalCodeNeeded: 'postalCode' } as const;

function toAddressNotes({ remarks }: Quote, { shop }: RateBook): z.infer<typeof AddressNote>[] {
  return remarks.flatMap((remark) => {
    if (remark.code !== 'provinceContradicts' && remark.code !== 'provinceNeeded' && remark.code !== 'postalCodeNeeded') return [];
    const told = remark.code === 'provinceContradicts' && { told: remark.told };
    return [{ to: remark.to, code: remark.code, field: FIELD[remark.code], ...told, text: addressWords(remark.code, shop) }];
  });
}

/** The edition that answers, and until when, where that is near. */
type OfEdition = Pick<PublicQuote, 'edition' | 'until'> & {
  readonly language?: string | undefined;
  /** Where the first address lies. */
  readonly near?: Point | undefined;
};

const roughly = (degrees: number) => Math.round(degrees * 100) / 100;

/** Which edition buyers are quoted from, and until when, where another is about to begin. */
export const PublicEdition = z.strictObject({ edition: PublicQuote.shape.edition, until: PublicQuote.shape.until });
export type PublicEdition = z.infer<typeof PublicEdition>;
/** Leaves out zone, ledger, reasons, measures, parcels and origins: those are the owner's. */
export function toPublicQuote(quote: Quote, document: RateBook, { edition, until, language, near }: OfEdition): PublicQuote {
  const said = inLanguage(document, language);
  const { book } = said;
  const { currency } = book.shop;
  const parts = quote.consignments.map(({ to, lines, options }) => ({ to, lines: [...lines], options: toOptions(options, said) }));
  const consignments = parts.length > 1 ? { consignments: parts } : {};
  const options = toOptions(quote.options, said);
  const waiting = quote.withheld.filter(({ reasons }) => isPending(reasons)).map(({ service }) => service);
  const notes = toAddressNotes(quote, book);
  const address = notes.length > 0 && { address: notes };
  const pending = waiting.length > 0 && { pending: waiting };
  // While something may still come, nothing is said of there being nothing.
  const message = quote.message !== undefined && waiting.length === 0 && { message: said.say(quote.message) };
  return {
    edition,
    ...(until !== undefined && { until }),
    currency,
    minorDigits: minorDigits(currency),
    options,
    ...consignments,
    ...address,
    withheld: toWithheld(quote, book),
    ...pending,
    ...message,
    ...(near &&
      options.some(({ counter }) => counter?.point) && { near: { latitude: roughly(near.latitude), longitude: roughly(near.longitude) } }),
  };
}
