import { formatDistance } from '../../measures/distance.ts';
import { formatLength } from '../../measures/length.ts';
import { formatMass } from '../../measures/mass.ts';
import { dimensionOf, type Measure } from '../../measures/measure.ts';
import { formatMoney } from '../../money/money.ts';
import { formatNumber } from '../../numbers/numberFormat.ts';
import { oncePer } from '../../once/oncePer.ts';
import { remembered } from '../../once/remembered.ts';
import type { AddressHint } from '../../places/addressHints.ts';
import type { Service, Shop } from '../../rate-book/rateBook.ts';
import type { DateWindow } from '../../time/calendar.ts';
import { toDay } from '../../time/plainDate.ts';
import type { BuyerReason } from '../buyerReason.ts';
import type { BuyerSentences } from './buyerSentences.ts';
import { en } from './en.ts';
import { fr } from './fr.ts';

const LANGUAGES: Readonly<Record<string, BuyerSentences>> = { en, fr };

type Habits = Pick<Shop, 'locale' | 'currency' | 'units'>;

/** Words and numbers in one language: that of the shop where there are words for it, else English with the shop's region. */
function languageOf(locale: string): { words: BuyerSentences; locale: string } {
  const [language = 'en', ...rest] = locale.split('-');
  const words = LANGUAGES[language];
  return words ? { words, locale } : { words: en, locale: ['en', ...rest.filter((part) => /^[A-Z]{2}$/.test(part))].join('-') };
}

function shown(measure: Measure, base: number, { currency, units }: Habits, locale: string, words: BuyerSentences): string {
  switch (dimensionOf(measure)) {
    case 'money':
      return formatMoney(base, currency, locale);
    case 'mass':
      return formatMass(base, units, locale);
    case 'length':
      return formatLength(base, units, locale);
    case 'distance':
      return formatDistance(base, units, locale);
    case 'count':
      return words.count(formatNumber(base, 0, locale), base === 1, measure === 'parcels' ? 'parcels' : 'items');
  }
}

const DAY = 86_400_000;

/** A plain date, or a day of every year, read as if in UTC. */
function day(locale: string, text: string): string {
  const dated = text.length > 5;
  const format = new Intl.DateTimeFormat(locale, { day: 'numeric', month: 'short', timeZone: 'UTC', ...(dated && { year: 'numeric' }) });
  return format.format(toDay(dated ? text : `2000-${text}`) * DAY);
}

const ends = ({ from, until }: DateWindow, locale: string) =>
  [from === null ? null : day(locale, from), until === null ? null : day(locale, until)] as const;

/** What to ask the buyer for, in the language of a shop. */
export const addressWords = (code: AddressHint['code'], { locale }: Pick<Shop, 'locale'>): string => languageOf(locale).words.address[code];

/** What a buyer is told of a service that is not offered: its own words for the reason, or for any, else the usual ones. */
export function toldWords(reason: BuyerReason, { texts = [] }: Pick<Service, 'texts'>, shop: Habits): string {
  const own = texts.find(({ when }) => when === reason.code) ?? texts.find(({ when }) => when === 'any');
  return own?.text ?? buyerWords(reason, shop);
}

type BoundReason = Extract<BuyerReason, { bound: number }>;

function boundWords({ code, measure, bound }: BoundReason, shop: Habits): string {
  const { words, locale } = languageOf(shop.locale);
  const said = words.of[measure](shown(measure, bound, shop, locale, words));
  return code === 'onlyFrom' ? words.from(said) : words.upTo(said);
}

/** Sentences of a shop's bounds: nearly every quote says some of them. */
const boundsOf = oncePer((_shop: Habits) => remembered());

/** The sentence for a reason, in the language of a shop. */
export function buyerWords(reason: BuyerReason, shop: Habits): string {
  const { words, locale } = languageOf(shop.locale);
  switch (reason.code) {
    case 'onlyFrom':
    case 'onlyUpTo':
      return boundsOf(shop)(`${reason.code} ${reason.measure} ${reason.bound}`, () => boundWords(reason, shop));
    case 'onlyOnDates':
      // A month cut short brings the full stop with it.
      return words.dates(...ends(reason.dates, locale)).replace(/\.\.$/, '.');
    default:
      return words.plain[reason.code];
  }
}
