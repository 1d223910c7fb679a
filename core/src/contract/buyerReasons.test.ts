import { expect, test } from 'vitest';
import type { Measure } from '../measures/measure.ts';
import type { Reason } from '../quote/quoteTypes.ts';
import { emptyBook } from '../rate-book/rateBook.ts';
import { TOLD_WHEN } from '../rate-book/serviceText.ts';
import { BuyerReason } from './buyerReason.ts';
import { toBuyerReason } from './buyerReasons.ts';
import { buyerWords, toldWords } from './words/buyerWords.ts';

const { shop } = emptyBook();
const kilo = 1_000_000_000;
const limit = (code: 'belowLimit' | 'aboveLimit' | 'aboveTopTier', measure: Measure, bound: number): Reason => ({
  code,
  measure,
  measured: 7,
  bound,
  difference: 3,
});

/** Spaces that do not break are as good as others here: runtimes differ in which they write. */
const plain = (text: string) => text.replace(/[\u00a0\u202f]/g, ' ');
const words = (reason: Reason, locale: string) => {
  const told = toBuyerReason(reason);
  return told && plain(buyerWords(told, { ...shop, locale }));
};

test.each<[Reason, string | null, string | null]>([
  [limit('belowLimit', 'valueAfterDiscounts', 4000), 'Only from $40.00 of goods.', 'Seulement à partir de 40,00 $ d’articles.'],
  [limit('aboveLimit', 'packedWeight', 30 * kilo), 'Only up to 30 kg packed.', 'Seulement jusqu’à 30 kg emballage compris.'],
  [limit('aboveTopTier', 'itemCount', 12), 'Only up to 12 items.', 'Seulement jusqu’à 12 articles.'],
  [limit('aboveTopTier', 'parcels', 1), 'Only up to 1 parcel.', 'Seulement jusqu’à 1 colis.'],
  [
    limit('aboveLimit', 'longestSide', 1_200_000),
    'Only up to 120 cm along the longest side.',
    'Seulement jusqu’à 120 cm de plus grand côté.',
  ],
  [limit('aboveLimit', 'distance', 35_500_000), 'Only up to 35.5 km from us.', 'Seulement jusqu’à 35,5 km de chez nous.'],
  [{ code: 'tierNotOffered', measure: 'parcels', measured: 2 }, 'Not for an order of this size.', 'Pas pour une commande de cette taille.'],
  [{ code: 'goodsRefused', groups: ['secret-group'] }, 'Not for all of these goods.', 'Pas pour tous ces articles.'],
  [{ code: 'couponNeeded' }, 'Only with a coupon.', 'Seulement avec un code promotionnel.'],
  [
    { code: 'outsideDates', dates: { from: '11-15', until: '01-06' }, date: '2026-10-01' },
    'Only from Nov 15 to Jan 6.',
    'Seulement du 15 nov. au 6 janv.',
  ],
  [
    { code: 'outsideDates', dates: { from: null, until: '2026-12-24' }, date: null },
    'Only until Dec 24, 2026.',
    'Seulement jusqu’au 24 déc. 2026.',
  ],
  [{ code: 'wrongWeekday', weekdays: [2], weekday: 1 }, 'Not on this day of the week.', 'Pas ce jour de la semaine.'],
  [{ code: 'noOrigin' }, 'Not for these goods.', 'Pas pour ces articles.'],
  [{ code: 'noLane' }, null, null],
  [{ code: 'noZone' }, null, null],
])('%j reads: %s', (reason, english, french) => {
  expect([words(reason, 'en-CA'), words(reason, 'fr-CA')]).toEqual([english, french]);
  // Nothing of what was measured, and no name of the shop's own.
  expect(JSON.stringify(toBuyerReason(reason))).not.toMatch(/7|secret/);
});

test('a shop in a language without words reads English whole, numbers too', () => {
  expect(words(limit('belowLimit', 'valueAfterDiscounts', 123_450), 'de-DE')).toBe('Only from $1,234.50 of goods.');
});

test('a service has words of its own, for a reason or for any', () => {
  const held = { texts: [{ when: 'notThere' as const, text: 'The van turns back at the bridge.' }] };
  expect(toldWords({ code: 'notThere' }, held, shop)).toBe('The van turns back at the bridge.');
  expect(toldWords({ code: 'notToday' }, held, shop)).toBe(buyerWords({ code: 'notToday' }, shop));
  const any = { texts: [...held.texts, { when: 'any' as const, text: 'Call us.' }] };
  expect(toldWords({ code: 'notToday' }, any, shop)).toBe('Call us.');
  expect(toldWords({ code: 'notThere' }, any, shop)).toBe('The van turns back at the bridge.');
  // Every reason a buyer may know can have words of its own.
  const codes = BuyerReason.options.flatMap(({ shape }) =>
    shape.code.def.type === 'enum' ? Object.values(shape.code.def.entries) : [...shape.code.def.values],
  );
  expect(new Set<string>(TOLD_WHEN)).toEqual(new Set(['any', ...codes]));
});
