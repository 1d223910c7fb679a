import { describe, expect, test } from 'vitest';
import { basketOf, cartInAddress, cartOf, emptyBasket, letterTo, withMore, withoutAddress, withQuantity } from './basket.ts';
import { stripFrom } from './days.ts';
import { formatOf } from './format.ts';
import { fitsShape, readyDestination } from './postalCode.ts';
import { en } from './words/en.ts';
import { fr } from './words/fr.ts';

// Amounts, days and plurals are those of Unicode CLDR, by way of the runtime (ECMA-402).
describe('in five languages, as CLDR has them', () => {
  const plain = (text: string) => text.replace(/[\u00a0\u202f]/g, ' ');
  test.each([
    ['en-CA', 'CAD', '$1,234.50', 'Tue', '16 hr 5 min', /^10:00 a\.m\.–5:30 p\.m\.$/],
    ['fr-CA', 'CAD', '1 234,50 $', 'mar.', '16 h 5 min', /^10 h 00–17 h 30$/],
    ['en-US', 'USD', '$1,234.50', 'Tue', '16 hr 5 min', /^10:00 AM–5:30 PM$/],
    ['en-GB', 'GBP', '£1,234.50', 'Tue', '16 hrs 5 mins', /^10:00–17:30$/],
    ['de-DE', 'EUR', '1.234,50 €', 'Di', '16 Std. 5 Min.', /^10:00–17:30$/],
  ])('%s', (language, currency, money, weekday, left, hours) => {
    const format = formatOf(language, { currency, minorDigits: 2, units: 'metric' });
    expect(plain(format.money(123_450))).toBe(money);
    expect(format.weekday('2026-12-01')).toBe(weekday);
    expect(
      plain(format.left(965 * 60_000))
        .replace(/hrs/, 'hr')
        .replace(/mins/, 'min'),
    ).toBe(left.replace(/hrs/, 'hr').replace(/mins/, 'min'));
    expect(plain(format.hours([{ from: '10:00', until: '17:30' }]))).toMatch(hours);
  });

  test('one thing and several are said by the plural rules of each language', () => {
    for (const [language, words] of [
      ['en', en],
      ['fr', fr],
    ] as const) {
      const rules = new Intl.PluralRules(language);
      const forms = new Map<string, Set<string>>();
      for (const count of [0, 1, 2, 5, 21, 100]) {
        const category = rules.select(count);
        forms.set(category, (forms.get(category) ?? new Set()).add(words.things(count).replace(/\d+/, '#')));
      }
      expect([...forms.values()].map(({ size }) => size)).toEqual([...forms.values()].map(() => 1));
      expect(forms.size).toBe(2);
    }
  });
});

describe('the basket', () => {
  const one = withMore(emptyBasket('CA'), { product: 'clay', quantity: 1 }, '2026-11-30T00:00:00Z');

  test('takes more of the same, and loses what is nothing', () => {
    const two = withMore(one, { product: 'clay', quantity: 1 }, '2026-11-30T01:00:00Z');
    expect(two.lines).toEqual([{ product: 'clay', quantity: 2 }]);
    expect(two.begun).toBe('2026-11-30T00:00:00Z');
    expect(withQuantity(two, 0, 0)).toMatchObject({ lines: [], begun: null });
  });

  test('sends what went to an address that is gone to the first, and counts the others anew', () => {
    const to = (line: number) => ({ product: `p${line}`, quantity: 1, to: line });
    const basket = {
      ...one,
      addresses: ['CA', 'US', 'FR'].map((country) => ({ country, subdivision: '', postalCode: '' })),
      lines: [to(0), to(1), to(2)],
    };
    const left = withoutAddress(basket, 1);
    expect(left.lines.map(({ to: where }) => where)).toEqual([0, 0, 1]);
    expect(cartOf(left, 'fr-CA')).toMatchObject({ destination: { country: 'CA' }, others: [{ country: 'FR' }], language: 'fr-CA' });
  });

  test('reads the cart of the bench from an address, and nothing that is none', () => {
    const cart = { lines: [{ product: 'théière', quantity: 2 }], destination: { country: 'CA', postalCode: 'B3H 4R2' } };
    const text = Buffer.from(JSON.stringify(cart)).toString('base64url');
    expect(cartInAddress(text)).toEqual(cart);
    expect(basketOf(cart, 'US').addresses).toEqual([{ country: 'CA', subdivision: '', postalCode: 'B3H 4R2' }]);
    for (const wrong of ['', '%', 'e30', Buffer.from('[1]').toString('base64url')]) expect(cartInAddress(wrong), wrong).toBeNull();
  });

  test('a letter brings it along and nothing that could be taken for another field (RFC 6068)', () => {
    const href = letterTo('orders@shop.example', 'My order', ['2 × Clay & slip', '?cc=x']);
    expect(href).toBe('mailto:orders@shop.example?subject=My%20order&body=2%20%C3%97%20Clay%20%26%20slip%0D%0A%3Fcc%3Dx');
  });
});

test('a postal code is looked at as people write it', () => {
  const canada = '^(?:[A-Z]\\d[A-Z] ?\\d[A-Z]\\d)$';
  expect(['b3h 4r2', 'B3H4R2', ' B3H-4R2 '].map((code) => fitsShape(code, canada))).toEqual([true, true, true]);
  expect(['B3H', '4R2 B3H', ''].map((code) => fitsShape(code, canada))).toEqual([false, false, false]);
});

test('an unfinished postal code is left out of what is asked; one of a country without a known shape is taken as it is', () => {
  const to = (postalCode: string) => ({ country: 'CA', subdivision: '', postalCode });
  const canada = { postal: { pattern: '^(?:[A-Z]\\d[A-Z] ?\\d[A-Z]\\d)$', example: 'H3Z 2Y7' } };
  expect(['b3h 4r2', ' M5V 2', ''].map((code) => readyDestination(to(code), canada).postalCode)).toEqual(['B3H 4R2', '', '']);
  expect([readyDestination(to('12'), { postal: null }).postalCode, readyDestination(to('12'), null).postalCode]).toEqual(['12', '']);
});

test('the days side by side begin today where all fit, else with the first that something arrives on', () => {
  const option = (first: string, last: string) => ({ promise: { first, last } }) as never;
  const now = Date.parse('2026-11-30T12:00:00Z');
  expect(stripFrom([option('2026-12-01', '2026-12-03')], now)[0]).toBe('2026-11-30');
  expect(stripFrom([option('2026-12-08', '2026-12-10'), option('2026-12-05', '2026-12-12')], now)[0]).toBe('2026-12-05');
  expect(stripFrom([], now)).toHaveLength(7);
});
