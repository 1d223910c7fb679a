import {
  type Discount,
  dayText,
  dimensionOf,
  formatDistance,
  formatLength,
  formatMass,
  formatMoney,
  formatNumber,
  formatPercent,
  fromDay,
  localAt,
  type Measure,
  minorTyped,
  oncePer,
  quantityTyped,
  regionName,
  type Shop,
  type Sides,
  spanInWords,
  type TimeSpan,
  timeInWords,
  UNKNOWN_DISTANCE,
  type Weekday,
} from '@ostrakon/core';
import { directionOf } from './direction.ts';
import { weekdayName, weekOfLanguage } from './week.ts';

/** How this shop reads numbers and names. */
export interface Format {
  /** With the currency's sign: "$16.90". */
  money(minor: number): string;
  /** Without it, for columns that share one: "16.90". */
  plain(minor: number): string;
  /** A quantity of the rate book as a field shows it: "1,5 kg". */
  typed(quantity: string): string;
  price(minor: number): string;
  mass(micrograms: number, beside?: number): string;
  /** A length in micrometres. */
  length(micrometres: number): string;
  /** Three sides in micrometres: "40 × 30 × 20 cm". */
  sides(sides: Sides): string;
  /** A distance in millimetres. */
  distance(millimetres: number): string;
  number(number: number): string;
  count(number: number, one: string): string;
  /** A measured value in base units; a weight in a unit that suits `beside` as well. */
  measured(measure: Measure, base: number, beside?: number): string;
  /** A bound as it stands in the rate book: a weight keeps its unit as typed. */
  bound(measure: Measure, bound: string | number): string;
  discount(discount: Discount): string;
  region(code: string): string;
  /** A language by its tag, such as "Canadian French". */
  language(tag: string): string;
  /** Day and time of an instant by the shop's clock; with the year where it is not this one. */
  moment(instant: string): string;
  /** Minutes since midnight at an instant, by the shop's clock. */
  minuteOf(instant: string): number;
  /** A time of day, or minutes since midnight, as the language writes it: "2:00 p.m.", "14:00". */
  time(time: string | number): string;
  span(span: TimeSpan): string;
  /** "a, b and c", "a, b or c". */
  list(words: readonly string[]): string;
  alternatives(words: readonly string[]): string;
  /** Basis points: "12.5%". */
  percent(basisPoints: number): string;
  /** A plain date, or a day of every year: "26 Nov 2026", "26 Nov". */
  day(date: string): string;
  /** 1 is Monday. */
  weekday(day: Weekday): string;
  /** "Tuesday and Friday", in the order of the week. */
  weekdays(days: readonly Weekday[]): string;
  /** The days of the week as the language's calendars have them. */
  readonly week: readonly Weekday[];
  readonly currency: string;
  readonly locale: string;
}

/**
 * An amount or size set apart from the words around it, so that neither turns the other about. One with Latin letters ("CA$", "kg")
 * keeps their order. Source: Unicode Standard Annex 9, explicit directional isolates.
 */
const isolate = (text: string) => `${/[A-Za-z]/.test(text) ? '\u2066' : '\u2068'}${text}\u2069`;

/** One for every shop: makers of words in a language are dear. */
export const formatFor = oncePer(
  ({ currency, locale, units, timeZone }: Pick<Shop, 'currency' | 'locale' | 'units' | 'timeZone'>): Format => {
    // A minus as wide as the plus beside it.
    const isolated = directionOf(locale) === 'rtl' ? isolate : (text: string) => text;
    const money = (minor: number) => isolated(formatMoney(minor, currency, locale).replace('-', '−'));
    const mass = (micrograms: number, beside?: number) => isolated(formatMass(micrograms, units, locale, beside));
    const length = (micrometres: number) => isolated(formatLength(micrometres, units, locale));
    const distance = (millimetres: number) => isolated(formatDistance(millimetres, units, locale));
    const count = (number: number, one: string) => `${formatNumber(number, 0, locale)} ${number === 1 ? one : `${one}s`}`;
    const measured = (measure: Measure, base: number, beside?: number) => {
      const dimension = dimensionOf(measure);
      if (dimension === 'mass') return mass(base, beside);
      if (dimension === 'length') return length(base);
      if (dimension === 'distance') return base >= UNKNOWN_DISTANCE ? 'an unknown distance' : distance(base);
      return dimension === 'money' ? money(base) : count(base, measure === 'parcels' ? 'parcel' : 'item');
    };
    const week = weekOfLanguage(locale);
    const list = new Intl.ListFormat('en', { type: 'conjunction' });
    const either = new Intl.ListFormat('en', { type: 'disjunction' });
    const plainDay = new Intl.DateTimeFormat(locale, { day: 'numeric', month: 'short', timeZone: 'UTC' });
    const plainDate = new Intl.DateTimeFormat(locale, { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' });
    return {
      money,
      plain: (minor) => minorTyped(minor, currency, locale),
      typed: (text) => quantityTyped(text, locale),
      price: (minor) => (minor === 0 ? 'Free' : money(minor)),
      mass,
      length,
      sides: ({ length: long, width, height }) => {
        const shown = [long, width, height].map((side) => formatLength(side, units, locale));
        return isolated(shown.map((side, at) => (at < 2 ? side.replace(/\s\S+$/, '') : side)).join(' × '));
      },
      distance,
      number: (number) => formatNumber(number, 0, locale),
      count,
      measured,
      bound: (measure, bound) => (typeof bound === 'string' ? isolated(quantityTyped(bound, locale)) : measured(measure, bound)),
      discount: (discount) => (discount.kind === 'amount' ? money(discount.amount) : formatPercent(discount.basisPoints, locale)),
      moment: (instant) => {
        const { day, minute } = localAt(Date.parse(instant), timeZone);
        const today = fromDay(localAt(Date.now(), timeZone).day);
        return `${dayText(fromDay(day), locale, today)}, ${timeInWords(minute, locale)}`;
      },
      minuteOf: (instant) => localAt(Date.parse(instant), timeZone).minute,
      time: (time) => timeInWords(time, locale),
      span: (span) => spanInWords(span, locale),
      region: (code) => regionName(code, locale),
      language: (tag) => new Intl.DisplayNames(locale, { type: 'language' }).of(tag) ?? tag,
      list: (words) => list.format(words),
      alternatives: (words) => either.format(words),
      percent: (basisPoints) => formatPercent(basisPoints, locale),
      day: (date) => (date.length > 5 ? plainDate.format(new Date(`${date}T00:00Z`)) : plainDay.format(new Date(`2000-${date}T00:00Z`))),
      weekday: weekdayName,
      week,
      weekdays: (days) => list.format(week.filter((day) => days.includes(day)).map(weekdayName)),
      currency,
      locale,
    };
  },
);
