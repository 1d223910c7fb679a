import { z } from 'zod';
import { distanceToMillimetres } from '../measures/distance.ts';
import { Currency, minorDigits } from '../money/currency.ts';
import { CountryCode, SubdivisionCode } from '../places/countries.ts';
import type { Destination, Place } from '../places/place.ts';
import { postalRulesOf } from '../places/postalList.ts';
import { lastOrders } from '../promise/lastOrders.ts';
import { PLAIN_GOODS } from '../promise/timetableOf.ts';
import { inLanguage } from '../rate-book/buyerTexts.ts';
import { homeCountry, type RateBook, type Service, type Zone } from '../rate-book/rateBook.ts';
import { countriesOfPlaces } from '../rate-book/zoneTax.ts';
import { dayAt, type Instant, instantToMs, Weekday } from '../time/calendar.ts';
import { optionsOf, type QuotedCart } from './generalOptions.ts';
import { nextHoliday } from './nextHoliday.ts';
import { GeneralOption } from './publicOptions.ts';
import { PublicQuote } from './publicQuote.ts';
import { PublicCounterHours } from './publicShop.ts';
import { counterHours } from './shopFacts.ts';

/** A place as it is told: postal rules as they were typed, the first of them; distances in millimetres. */
export const PlaceTold = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('group'), group: z.string() }),
  z.strictObject({ kind: z.literal('country'), country: CountryCode }),
  z.strictObject({ kind: z.literal('subdivision'), subdivision: SubdivisionCode, name: z.string().optional() }),
  z.strictObject({ kind: z.literal('postal'), country: CountryCode, rules: z.array(z.string()), more: z.int().min(0) }),
  z.strictObject({ kind: z.literal('area'), name: z.string() }),
  z.strictObject({ kind: z.literal('circle'), city: z.string(), beyond: z.number().nullable(), within: z.number() }),
]);
export type PlaceTold = z.infer<typeof PlaceTold>;

const DeliveredOption = GeneralOption.extend({
  /** Days of the week on which a round comes, Monday is 1. */
  weekdays: z.array(Weekday).optional(),
  /** Order before this moment and it arrives before the holiday that is told. */
  orderBefore: z.strictObject({ at: z.iso.datetime(), timeZone: z.string() }).optional(),
});
export type DeliveredOption = z.infer<typeof DeliveredOption>;

/** A part of the world that is treated alike. */
const DeliveredTo = z.strictObject({
  places: z.array(PlaceTold),
  except: z.array(PlaceTold),
  options: z.array(DeliveredOption),
  /** Goods that no option takes there, and those the shop wants to be asked about, by the names of their groups. */
  notDelivered: z.array(z.string()),
  onRequest: z.array(z.string()),
});
export type DeliveredTo = z.infer<typeof DeliveredTo>;

/** What is delivered where in general: all a delivery page says. */
export const DeliveryFacts = z.strictObject({
  edition: PublicQuote.shape.edition,
  until: PublicQuote.shape.until,
  /** Since when it is so; absent of what is only looked at. */
  since: z.iso.datetime().optional(),
  shop: z.string(),
  mail: z.string().optional(),
  language: z.string(),
  languages: z.array(z.string()),
  currency: Currency,
  minorDigits: z.int(),
  units: z.enum(['metric', 'imperial']),
  countries: z.array(CountryCode),
  /** The country it is at home in. */
  home: CountryCode,
  /** Countries it serves that lie in no zone yet. */
  unreached: z.array(CountryCode),
  to: z.array(DeliveredTo),
  counters: z.array(PublicCounterHours),
  /** The next holiday, which last orders are told for. */
  holiday: z.strictObject({ name: z.string(), date: z.iso.date() }).optional(),
  policy: z.string().optional(),
});
export type DeliveryFacts = z.infer<typeof DeliveryFacts>;

/** Postal rules of a place that are told. */
const RULES = 8;

function toldPlace(place: Place, { locations }: RateBook): PlaceTold {
  switch (place.kind) {
    case 'countryGroup':
      return { kind: 'group', group: place.group };
    case 'country':
      return { kind: 'country', country: place.country };
    case 'subdivision':
      return { kind: 'subdivision', subdivision: place.subdivision };
    case 'postal': {
      const rules = postalRulesOf(place.rules).map(({ line }) => line);
      return { kind: 'postal', country: place.country, rules: rules.slice(0, RULES), more: Math.max(0, rules.length - RULES) };
    }
    case 'area':
      return { kind: 'area', name: place.name };
    case 'circle': {
      const location = locations.find(({ id }) => id === place.location);
      return {
        kind: 'circle',
        city: location?.city || location?.name || '',
        beyond: place.beyond === null ? null : distanceToMillimetres(place.beyond),
        within: distanceToMillimetres(place.within),
      };
    }
  }
}

export interface DeliverySources {
  /** Some addresses in a zone, by its place in the book. */
  addresses(zone: number): readonly Destination[];
  /** What small carts get there. */
  quotes(to: Destination): readonly QuotedCart[];
  /** The next holiday; null where none is near. */
  readonly holiday: ReturnType<typeof nextHoliday>;
  readonly now: Instant;
  /** What the lightest goods of each group get there, by the group's name. */
  byGroup(to: Destination): readonly { readonly group: string; readonly quote: PublicQuote }[];
}

/** The days a service comes on, as far as they are days of the week. */
function weekdaysOf({ kind, round }: Service): Pick<DeliveredOption, 'weekdays'> {
  if (kind !== 'round' || round === null) return {};
  const days = [...new Set(round.windows.map(({ weekday }) => weekday))].sort((a, b) => a - b);
  return days.length === 0 ? {} : { weekdays: days };
}

/** What is delivered to a zone; null where nothing of it can be told. */
export function deliveredTo(document: RateBook, at: number, language: string | undefined, sources: DeliverySources): DeliveredTo | null {
  const { book } = inLanguage(document, language);
  const zone = book.zones[at] as Zone;
  const addresses = sources.addresses(at);
  if (addresses.length === 0) return null;
  const of = (excluded: boolean) =>
    zone.places.filter((place) => (place.excluded === true) === excluded).map((place) => toldPlace(place, book));
  // It arrives on the day before at the latest.
  const orders = sources.holiday === null ? [] : lastOrders({ ...book, zones: [zone] }, sources.holiday.eve, PLAIN_GOODS);
  const groups = addresses.slice(0, 1).flatMap((to) => sources.byGroup(to));
  const isEmpty = ({ options, pending = [] }: PublicQuote) => options.length === 0 && pending.length === 0;
  return {
    places: of(false),
    except: of(true),
    options: optionsOf(book.services, addresses, sources).map((option) => {
      const service = book.services.find(({ id }) => id === option.service);
      const last = orders.find((order) => order.service === option.service);
      const inTime = last && 'before' in last && last.before > sources.now && { orderBefore: { at: last.before, timeZone: last.timeZone } };
      return { ...option, ...(service && weekdaysOf(service)), ...inTime };
    }),
    notDelivered: groups.flatMap(({ group, quote }) => (isEmpty(quote) ? [group] : [])),
    onRequest: groups.flatMap(({ group, quote }) =>
      !isEmpty(quote) && (quote.pending ?? []).length === 0 && quote.options.every(({ status }) => status === 'refer') ? [group] : [],
    ),
  };
}

/** The next holiday of a shop, by its own clock. */
export const holidayAhead = (book: RateBook, now: Instant) => nextHoliday(book, dayAt(instantToMs(now), book.shop.timeZone).date);

/** The page as a whole, of what was told of each zone. */
export function deliveryFacts(
  document: RateBook,
  language: string | undefined,
  now: Instant,
  edition: Pick<DeliveryFacts, 'edition' | 'until' | 'since'>,
  zones: readonly (DeliveredTo | null)[],
): DeliveryFacts {
  const { book, say } = inLanguage(document, language);
  const { shop } = book;
  const holiday = holidayAhead(document, now);
  const reached = new Set(
    book.zones.flatMap(({ places, lanes }) => (Object.keys(lanes).length === 0 ? [] : [...countriesOfPlaces(places)])),
  );
  const { mail, texts } = shop;
  return {
    ...edition,
    shop: shop.name,
    ...(mail !== undefined && { mail }),
    language: shop.locale,
    languages: [document.shop.locale, ...(document.languages ?? []).map(({ locale }) => locale)],
    currency: shop.currency,
    minorDigits: minorDigits(shop.currency),
    units: shop.units,
    countries: shop.served,
    home: homeCountry(book),
    unreached: shop.served.filter((country) => !reached.has(country)),
    to: zones.filter((told) => told !== null),
    counters: counterHours(book, now, say),
    ...(holiday && { holiday: { name: say(holiday.name), date: holiday.date } }),
    ...(texts.policy !== undefined && { policy: texts.policy }),
  };
}
