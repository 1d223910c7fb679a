import {
  minorDigits,
  oncePerText,
  type ProductFacts,
  type PublicEdition,
  postalExample,
  postalPattern,
  type RateBook,
  regionName,
  ruledGoods,
  withHolders,
} from '@ostrakon/core';
import { inLanguage, type LookAt, type PublicRoutes, shopFacts } from '@ostrakon/core/contract';
import { subdivisionNames } from '@ostrakon/core/subdivision-names';
import type { Handlers } from '../../http/door.ts';
import { HttpProblem } from '../../http/problems.ts';
import type { Caller } from '../../http/publicDoor.ts';
import type { OwnerHandlers } from '../../ports/who.ts';
import type { Looks } from './looks.ts';

/** The largest parts of a country. */
const regionsOf = oncePerText((country: string) =>
  [...subdivisionNames()].flatMap(([code, names]) =>
    code.startsWith(`${country}-`) && withHolders(code).length === 1 ? [{ code, ...names }] : [],
  ),
);

/** Goods that the shop front lists: it is a look at delivery, not a shop. */
const MOST_LISTED = 1000;

export interface BuyersViewSources {
  now(): string;
  /** What is live, or looked at. */
  document(look: LookAt | null): Promise<{ readonly edition: PublicEdition; readonly book: RateBook }>;
  products(): readonly ProductFacts[];
  /** What an address to look shows; throws where it has ended. */
  lookOf(look: string): LookAt;
  /** Whether anybody may see the shop front. */
  readonly open: boolean;
}

/** What the shop front asks besides quotes. */
export function buyersViewHandlers({ now, document, products, lookOf, open }: BuyersViewSources) {
  const looked = (look: string | undefined) => document(look === undefined ? null : lookOf(look));
  return {
    'GET /shop': async ({ query }) => {
      const { edition, book } = await looked(query.look);
      return shopFacts(book, query.language, now(), edition);
    },
    'GET /countries/:country': async ({ params: { country }, query }) => {
      const { book } = await looked(query.look);
      const { say, book: own } = inLanguage(book, query.language);
      const { locale } = own.shop;
      const pattern = postalPattern(country);
      const example = postalExample(country);
      return {
        country,
        name: regionName(country, locale),
        postal: pattern !== undefined && example !== undefined ? { pattern, example } : null,
        regions: regionsOf(country)
          .map(({ code, english, local }) => ({
            code,
            name: locale.startsWith('en') ? english : say(say(english) === english ? local : english),
          }))
          .sort((a, b) => a.name.localeCompare(b.name, locale)),
      };
    },
    'GET /goods': async ({ query }) => {
      if (!open && query.look === undefined) throw new HttpProblem('front-closed', 'The goods of this shop are not listed here.');
      const { book } = await looked(query.look);
      const { say } = inLanguage(book, query.language);
      const groups = new Map(book.goodsGroups.map(({ id, name }) => [id, say(name)]));
      const goods = ruledGoods(products().slice(0, MOST_LISTED), book).map(({ id, name, price, group }) => ({
        product: id,
        name: say(name),
        price,
        group: (group !== null && groups.get(group)) || null,
      }));
      const { currency } = book.shop;
      return { currency, minorDigits: minorDigits(currency), goods };
    },
  } satisfies Handlers<PublicRoutes, Caller, 'GET /shop' | 'GET /goods' | 'GET /countries/:country'>;
}

/**
 * Addresses by which the owner looks through the buyer's eyes.
 * @param isThere throws where what is to be looked at is not
 * @param front where the shop front is
 */
export function lookHandlers(looks: Looks, isThere: (at: LookAt) => Promise<unknown>, front: string) {
  return {
    'POST /look': async ({ body, res }) => {
      await isThere(body);
      res.setHeader('Cache-Control', 'no-store');
      return { ...looks.make(body), front };
    },
  } satisfies OwnerHandlers<'/look'>;
}
