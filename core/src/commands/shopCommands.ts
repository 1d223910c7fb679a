import { z } from 'zod';
import { minorDigits } from '../money/currency.ts';
import { EDITIONS_ANSWER_DAYS, Pricing, SeveralAddresses, Shop, ShopTexts } from '../rate-book/rateBook.ts';
import { withShop } from './bookEdits.ts';
import { CommandProblem } from './commandProblem.ts';
import { define } from './define.ts';

export const shopCommands = {
  /** Amounts are kept in the currency's smallest unit: while there are prices, it may not change from cents to yen. */
  setShop: define(Shop.pick({ name: true, currency: true, units: true, locale: true, timeZone: true }), (book, args) => {
    const priced = book.zones.some((zone) => Object.keys(zone.lanes).length > 0) || book.charges.length + book.allowances.length > 0;
    if (priced && minorDigits(args.currency) !== minorDigits(book.shop.currency)) {
      throw new CommandProblem('otherMinorUnit', 'currency', args.currency);
    }
    if (book.languages?.some(({ locale }) => locale === args.locale)) throw new CommandProblem('languageThere', 'locale', args.locale);
    return withShop(book, (shop) => ({ ...shop, ...args }));
  }),
  setServed: define(z.strictObject({ countries: Shop.shape.served }), (book, args) =>
    withShop(book, (shop) => ({ ...shop, served: [...new Set(args.countries)].sort() })),
  ),
  setPricing: define(Pricing, (book, args) => withShop(book, (shop) => ({ ...shop, pricing: args }))),
  setSeveralAddresses: define(SeveralAddresses, (book, args) => withShop(book, (shop) => ({ ...shop, severalAddresses: args }))),
  setShowDates: define(Shop.pick({ showDates: true }), (book, args) => withShop(book, (shop) => ({ ...shop, ...args }))),
  setShopClosed: define(Shop.pick({ closed: true }), (book, args) => withShop(book, (shop) => ({ ...shop, ...args }))),
  setHolidays: define(Shop.pick({ holidays: true }), (book, args) => withShop(book, (shop) => ({ ...shop, ...args }))),
  /** For how many days an edition answers for orders taken while it was live. */
  setEditionsAnswer: define(Shop.pick({ editionsAnswer: true }).required(), (book, { editionsAnswer: days }) =>
    withShop(book, ({ editionsAnswer: _old, ...shop }) => (days === EDITIONS_ANSWER_DAYS ? shop : { ...shop, editionsAnswer: days })),
  ),
  setTexts: define(ShopTexts, (book, args) => withShop(book, (shop) => ({ ...shop, texts: args }))),
};
