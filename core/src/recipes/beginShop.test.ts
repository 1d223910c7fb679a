import { describe, expect, test } from 'vitest';
import { runCommand } from '../commands/runCommand.ts';
import { currencyOfCountry, languageOfCountry, unitsOfCountry } from '../money/habitsOfCountry.ts';
import { emptyBook, type RateBook } from '../rate-book/rateBook.ts';
import { type Beginning, beginShop, firstPrices } from './beginShop.ts';

describe('the habits of a country', () => {
  // ISO 4217 through the Unicode CLDR; who measures in pounds, the same.
  test.each([
    ['CA', 'CAD', 'metric', 'en-CA'],
    ['US', 'USD', 'imperial', 'en-US'],
    ['DE', 'EUR', 'metric', 'de-DE'],
    ['JP', 'JPY', 'metric', 'ja-JP'],
    ['KW', 'KWD', 'metric', 'ar-KW'],
    ['GB', 'GBP', 'metric', 'en-GB'],
  ])('%s pays with %s, measures %s, and writes %s', (country, currency, units, language) => {
    expect(currencyOfCountry(country)).toBe(currency);
    expect(unitsOfCountry(country)).toBe(units);
    expect(languageOfCountry(country)).toBe(language);
  });
});

const said: Beginning = {
  name: 'Loom and Dye',
  country: 'US',
  city: ' Portland ',
  postalCode: '97201',
  currency: 'USD',
  units: 'imperial',
  locale: 'en-US',
  timeZone: 'America/Los_Angeles',
  others: ['MX'],
};
const begin = (book: RateBook) => beginShop(book, said).reduce((held, command) => runCommand(held, command).book, book);
const begun = begin(emptyBook());

test('a beginning is handed on: to the location, its clock, and where the shop delivers', () => {
  expect(begun.shop).toMatchObject({ name: 'Loom and Dye', currency: 'USD', units: 'imperial', served: ['MX', 'US'] });
  expect(begun.locations).toMatchObject([{ name: 'Portland', city: 'Portland', postalCode: '97201', timeZone: 'America/Los_Angeles' }]);
});

test('a location that is there already is not made again', () => {
  expect(begin({ ...begun, shop: { ...begun.shop, served: [] } }).locations).toEqual(begun.locations);
});

test('first prices make the zones that are missing, and hold to the cent', () => {
  const book = firstPrices({
    service: { id: 'parcel', name: 'Parcel' },
    country: 'US',
    prices: [
      { id: 'us', name: 'United States', places: [{ kind: 'country', country: 'US' }], result: { kind: 'amount', amount: 790 } },
      { id: 'else', name: 'Everywhere else', places: [{ kind: 'countryGroup', group: '001' }], result: { kind: 'refer' } },
    ],
    freeFrom: 7500,
  }).reduce((held, command) => runCommand(held, command).book, begun);
  expect(book.zones.map(({ name, lanes }) => [name, lanes.parcel?.card, lanes.parcel?.freeFrom?.from])).toEqual([
    ['United States', { kind: 'flat', result: { kind: 'amount', amount: 790 } }, 7500],
    ['Everywhere else', { kind: 'flat', result: { kind: 'refer' } }, 7500],
  ]);
  expect(book.services.map(({ name }) => name)).toEqual(['Parcel']);
});
