import { countryGroupName, formatDistance, formatMoney, regionName, timeInWords } from '@ostrakon/core';
import type { DeliveredOption, DeliveredTo, DeliveryFacts, PlaceTold } from '@ostrakon/core/contract';
import { en } from './words/en.ts';
import { fr } from './words/fr.ts';
import type { PageWords } from './words/pageWords.ts';

/** A delivery page as plain sentences: the same for a browser and for paper. */
export interface PageText {
  readonly language: string;
  readonly title: string;
  readonly since: string;
  /** Places in the order of the shop, each with a sentence for every option. */
  readonly places: readonly { readonly heading: string; readonly options: readonly string[]; readonly notes: readonly string[] }[];
  readonly counters: readonly {
    readonly heading: string;
    readonly about: readonly string[];
    readonly hours: readonly (readonly [day: string, hours: string])[];
  }[];
  readonly notAtAll: readonly string[];
  /** As Markdown. */
  readonly policy: string | undefined;
  readonly mail: string | undefined;
  readonly words: PageWords;
}

export const pageWords = (language: string): PageWords => (language.toLowerCase().startsWith('fr') ? fr : en);

/** UN M49. */
const WORLD = '001';
/** Places named of a zone, and days of a counter told. */
const PLACES = 12;
const DAYS = 7;

/** How this page writes things in its language. */
function writerOf({ language, currency, units }: DeliveryFacts) {
  const words = pageWords(language);
  const list = new Intl.ListFormat(language, { type: 'conjunction' });
  const names = new Intl.DisplayNames(language, { type: 'region', fallback: 'none' });
  const day = new Intl.DateTimeFormat(language, { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' });
  const date = new Intl.DateTimeFormat(language, { dateStyle: 'long', timeZone: 'UTC' });
  const weekday = new Intl.DateTimeFormat(language, { weekday: 'long', timeZone: 'UTC' });
  const utc = (text: string) => new Date(`${text.slice(0, 10)}T00:00:00Z`);
  const distance = (millimetres: number) => formatDistance(millimetres, units, language);
  const country = (code: string) => regionName(code, language);
  const groupName = (group: string) => {
    if (group === WORLD) return words.everywhereElse;
    return (/^\d{3}$/.test(group) ? names.of(group) : undefined) ?? countryGroupName(group);
  };
  const joined = (texts: readonly string[], most: number) =>
    list.format(texts.length > most ? [...texts.slice(0, most - 1), words.more(texts.length - most + 1)] : texts);
  return {
    words,
    joined,
    country,
    money: (minor: number) => formatMoney(minor, currency, language),
    day: (text: string) => day.format(utc(text)),
    date: (text: string) => date.format(utc(text)),
    // 5 January 1970 was a Monday.
    weekdays: (days: readonly number[]) => list.format(days.map((one) => weekday.format(new Date(Date.UTC(1970, 0, 4 + one))))),
    moment: (at: string, timeZone: string) =>
      new Intl.DateTimeFormat(language, {
        weekday: 'short',
        day: 'numeric',
        month: 'short',
        hour: 'numeric',
        minute: '2-digit',
        timeZone,
      }).format(new Date(at)),
    time: (minute: number) => timeInWords(minute, language),
    place(told: PlaceTold): string {
      switch (told.kind) {
        case 'group':
          return groupName(told.group);
        case 'country':
          return country(told.country);
        case 'subdivision':
          return told.name ?? told.subdivision;
        case 'postal': {
          const rules = told.rules.map((rule) => rule.replace(/\*$/, '…'));
          return words.codes(list.format(told.more > 0 ? [...rules, words.more(told.more)] : rules), country(told.country));
        }
        case 'area':
          return told.name;
        case 'circle':
          return told.beyond === null
            ? words.upTo(distance(told.within), told.city)
            : words.between(distance(told.beyond), distance(told.within), told.city);
      }
    },
  };
}
type Writer = ReturnType<typeof writerOf>;

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

function priceWords({ from, kind }: DeliveredOption, { words, money }: Writer): string {
  if (from === 0) return words.free;
  if (from !== null) return words.from(money(from));
  return kind === 'carrier' ? words.byCarrier : words.byOrder;
}

function optionText(option: DeliveredOption, writer: Writer): string {
  const { name, note, freeFrom, days, weekdays, from } = option;
  const { words, money } = writer;
  const parts = [
    priceWords(option, writer),
    freeFrom !== undefined && from !== 0 ? words.freeFrom(money(freeFrom)) : '',
    weekdays ? words.onDays(writer.weekdays(weekdays)) : days ? words.days(days.least, days.most) : '',
  ];
  return `${name}${note === '' ? '' : ` (${note})`}: ${parts.filter((part) => part !== '').join('; ')}.`;
}

/** Until when to order to have it before the next holiday, service by service. */
function inTime({ options }: DeliveredTo, { holiday }: DeliveryFacts, writer: Writer): string[] {
  const orders = options.flatMap(({ name, orderBefore }) =>
    orderBefore ? [writer.words.orderBefore(name, writer.moment(orderBefore.at, orderBefore.timeZone))] : [],
  );
  return holiday && orders.length > 0 ? [writer.words.inTime(holiday.name, writer.day(holiday.date), orders.join('; '))] : [];
}

function placeText(to: DeliveredTo, facts: DeliveryFacts, writer: Writer): PageText['places'][number] {
  const { words } = writer;
  const where = capital(writer.joined([...new Set(to.places.map(writer.place))], PLACES));
  const except = to.except.length === 0 ? '' : `, ${words.except(writer.joined(to.except.map(writer.place), PLACES))}`;
  return {
    heading: `${where}${except}`,
    options: to.options.length === 0 ? [words.nothing] : to.options.map((option) => optionText(option, writer)),
    notes: [
      ...inTime(to, facts, writer),
      ...(to.notDelivered.length > 0 && to.options.length > 0 ? [words.notDelivered(writer.joined(to.notDelivered, PLACES))] : []),
      ...(to.onRequest.length > 0 ? [words.onRequest(writer.joined(to.onRequest, PLACES))] : []),
    ],
  };
}

const minutes = (time: string) => Number(time.slice(0, 2)) * 60 + Number(time.slice(3));

/** The sentences of a page. */
export function pageText(facts: DeliveryFacts): PageText {
  const writer = writerOf(facts);
  const { words } = writer;
  const { since, until, shop, language, policy, mail, countries, unreached, counters } = facts;
  return {
    language,
    title: words.title(shop),
    since: [since && words.since(writer.date(since)), until && words.until(writer.date(until))].filter(Boolean).join(' '),
    places: facts.to.map((to) => placeText(to, facts, writer)),
    counters: counters.map(({ name, street, city, postalCode, instructions, days }) => ({
      heading: name,
      about: [[street, city, postalCode].filter(Boolean).join(', '), instructions].filter((line) => line !== ''),
      hours: days.slice(0, DAYS).map(({ date, hours, name: why }) => {
        const open = hours.map(({ from, until: end }) => `${writer.time(minutes(from))} – ${writer.time(minutes(end))}`).join(', ');
        return [writer.day(date), `${open === '' ? words.closed : open}${why === undefined ? '' : ` (${why})`}`] as const;
      }),
    })),
    notAtAll: [
      ...(unreached.length > 0 ? [words.unreached(writer.joined(unreached.map(writer.country), 40))] : []),
      words.otherCountries(countries.length - unreached.length),
    ],
    policy,
    mail,
    words,
  };
}
