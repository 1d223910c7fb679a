import { minorDigits } from '../money/currency.ts';
import { openOn } from '../promise/openingHours.ts';
import { inLanguage } from '../rate-book/buyerTexts.ts';
import { homeCountry, laneOf, type RateBook } from '../rate-book/rateBook.ts';
import { type Instant, instantToMs } from '../time/calendar.ts';
import { fromDay } from '../time/plainDate.ts';
import { minutesOf } from '../time/timeOfDay.ts';
import { localAt } from '../time/timeZone.ts';
import type { PublicQuote } from './publicQuote.ts';
import type { PublicCounterHours, PublicShop } from './publicShop.ts';

/** Days of a counter that are told. */
const DAYS = 14;

/** The counters buyers can collect at by any zone of a book, with their hours from a moment on. */
export function counterHours(book: RateBook, now: Instant, say: (text: string) => string): PublicCounterHours[] {
  return book.services.flatMap((service): PublicCounterHours[] => {
    const { counter } = service;
    if (service.kind !== 'counter' || counter === null || !book.zones.some((zone) => laneOf(zone, service.id))) return [];
    const { day: today, minute } = localAt(instantToMs(now), counter.timeZone);
    const days = Array.from({ length: DAYS }, (_, at) => {
      const { spans, exception } = openOn(counter, today + at);
      return { date: fromDay(today + at), hours: [...spans], ...(exception !== undefined && { name: say(exception) }) };
    });
    const openNow = days[0]?.hours.some(({ from, until }) => minutesOf(from) <= minute && minute < minutesOf(until)) === true;
    const { street, city, country, postalCode, point, instructions, timeZone } = counter;
    return [{ service: service.id, name: service.name, street, city, country, postalCode, point, instructions, timeZone, openNow, days }];
  });
}

/** What a checkout has to know of a shop, in a language it has. */
export function shopFacts(
  document: RateBook,
  language: string | undefined,
  now: Instant,
  edition: Pick<PublicQuote, 'edition' | 'until'>,
): PublicShop {
  const { book, say } = inLanguage(document, language);
  const { name, currency, units, served, locale, mail, severalAddresses } = book.shop;
  return {
    ...edition,
    name,
    currency,
    minorDigits: minorDigits(currency),
    units,
    language: locale,
    languages: [document.shop.locale, ...(document.languages ?? []).map((one) => one.locale)],
    countries: served,
    home: homeCountry(book),
    severalAddresses,
    ...(mail !== undefined && { mail }),
    counters: counterHours(book, now, say),
  };
}
