import type { Id } from '../names/naming.ts';
import { oncePer } from '../once/oncePer.ts';
import { resultsOf } from './card.ts';
import type { RateBook, Service } from './rateBook.ts';

/** What a text of the book is to the buyer, and how long it may be there without being cut short on a phone. */
export const TEXT_KINDS = {
  serviceName: 28,
  serviceNote: 60,
  roundNote: 60,
  instructions: 160,
  notOffered: 120,
  askUs: 120,
  noOption: 160,
  refer: 160,
  policy: null,
} as const;
export type TextKind = keyof typeof TEXT_KINDS;

/** A text buyers read, and the first place it stands in. */
export interface BuyerText {
  readonly text: string;
  readonly kind: TextKind;
  /** The service it is said of; null where it is said for the shop. */
  readonly service: Id | null;
}

function textsOfService({ id, name, kind, note, round, counter, texts = [] }: Service): BuyerText[] {
  const of = (kind: TextKind, text: string): BuyerText => ({ text, kind, service: id });
  return [
    of('serviceName', name),
    of('serviceNote', note),
    ...(kind === 'round' ? [of('roundNote', round?.notes ?? '')] : []),
    ...(kind === 'counter' ? [of('instructions', counter?.instructions ?? '')] : []),
    ...texts.map(({ text }) => of('notOffered', text)),
  ];
}

/** What buyers are told in place of a price, zone by zone. */
const asked = ({ zones }: RateBook): BuyerText[] =>
  zones.flatMap(({ lanes }) =>
    Object.entries(lanes).flatMap(([service, lane]) =>
      [lane.card, ...lane.groupCards.map(({ card }) => card)].flatMap((card) =>
        resultsOf(card).flatMap((result): BuyerText[] =>
          result.kind === 'refer' && result.words !== undefined ? [{ text: result.words, kind: 'askUs', service }] : [],
        ),
      ),
    ),
  );

/** Every text of a book that buyers read, each once, in the order of the book. */
export const buyerTexts: (book: RateBook) => readonly BuyerText[] = oncePer((book: RateBook) => {
  const { noOption, refer, policy = '' } = book.shop.texts;
  const all: BuyerText[] = [
    ...book.services.flatMap(textsOfService),
    ...asked(book),
    { text: noOption, kind: 'noOption', service: null },
    { text: refer, kind: 'refer', service: null },
    { text: policy, kind: 'policy', service: null },
  ];
  const seen = new Set(['']);
  return all.filter(({ text }) => !seen.has(text) && seen.add(text));
});

/** The language of the book a buyer is answered in: the one asked for, another of the same language, or the shop's own. */
export function languageFor({ shop, languages = [] }: RateBook, wanted: string | undefined): string {
  const known = [shop.locale, ...languages.map(({ locale }) => locale)];
  const language = (locale: string) => locale.split('-')[0]?.toLowerCase();
  const same = wanted === undefined ? undefined : known.find((locale) => locale.toLowerCase() === wanted.toLowerCase());
  return same ?? known.find((locale) => wanted !== undefined && language(locale) === language(wanted)) ?? shop.locale;
}

/** A book in one language: its texts where they are translated, else as they are. */
export interface InLanguage {
  readonly book: RateBook;
  /** A text of the shop's in this language. */
  say(text: string): string;
}

function translated(book: RateBook, locale: string): InLanguage {
  const texts = new Map(book.languages?.find((one) => one.locale === locale)?.texts.map(({ of, is }) => [of, is]));
  const say = (text: string) => texts.get(text) ?? text;
  const services = book.services.map(
    (service): Service => ({
      ...service,
      name: say(service.name),
      note: say(service.note),
      round: service.round && { ...service.round, notes: say(service.round.notes) },
      counter: service.counter && { ...service.counter, instructions: say(service.counter.instructions) },
      ...(service.texts && { texts: service.texts.map(({ when, text }) => ({ when, text: say(text) })) }),
    }),
  );
  const { noOption, refer, policy } = book.shop.texts;
  const own = { noOption: say(noOption), refer: say(refer), ...(policy !== undefined && { policy: say(policy) }) };
  return { book: { ...book, services, shop: { ...book.shop, locale, texts: own } }, say };
}

const plain = oncePer((book: RateBook): InLanguage => ({ book, say: (text) => text }));
const views = oncePer((_book: RateBook) => new Map<string, InLanguage>());

/** The book as buyers of a language read it; made once for each. */
export function inLanguage(book: RateBook, wanted: string | undefined): InLanguage {
  const locale = wanted === undefined ? book.shop.locale : languageFor(book, wanted);
  if (locale === book.shop.locale) return plain(book);
  const held = views(book).get(locale);
  if (held) return held;
  const made = translated(book, locale);
  views(book).set(locale, made);
  return made;
}

/** The texts a language of the book lacks, in the order of the book. */
export function untranslated(book: RateBook, locale: string): readonly BuyerText[] {
  const texts = new Set(book.languages?.find((one) => one.locale === locale)?.texts.map(({ of }) => of));
  return buyerTexts(book).filter(({ text }) => !texts.has(text));
}
