import { emptyBook, type Finding, PLAIN_SERVICE, type RateBook, type ToldFinding } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { boundsWords, type FindingNames, findingWords, placeOf, repairWords, witnessWords } from './findingWords.ts';
import { formatFor } from './format.ts';

const empty = emptyBook();
const group = (id: string, name: string) => ({ id, name, mark: 'glaze' as const, extraPackingDays: 0, leavesOn: [] });
const book: RateBook = {
  ...empty,
  goodsGroups: [group('clay', 'Clays'), group('glaze', 'Glazes')],
  services: [{ ...PLAIN_SERVICE, days: { ...PLAIN_SERVICE.days }, id: 'ground', name: 'Ground parcel' }] as RateBook['services'],
  zones: ['north', 'far'].map((id) => ({ id, name: `Zone ${id}`, places: [], taxRate: 0, label: '', lanes: {} })),
};
const names: FindingNames = { book, format: formatFor(book.shop), subdivision: (code) => code, products: new Map() };
const told = (...findings: [Finding, ...Finding[]]): ToldFinding => ({ id: 'f', findings, repairs: [] });
const step = { measure: 'packedWeight', bound: 2e9, before: 1490, after: 1240, at: 5000 } as const;
const at = { where: { zones: ['north'], service: 'ground' }, severity: 'surprise' } as const;

test.each<[string, Finding]>([
  [
    'Carts over 2 kg and under 2.2 kg to Zone north get no option. Ground parcel begins at 2.2 kg.',
    {
      code: 'noOption',
      ...at,
      facts: {
        within: [{ measure: 'itemsWeight', over: 2e9, under: 2.2e9 }],
        groups: null,
        edges: [{ service: 'ground', side: 'above', measure: 'itemsWeight', bound: 2.2e9 }],
      },
    },
  ],
  [
    'A heavier parcel pays less: $14.90 up to 2 kg, $12.40 above. Ground parcel to Zone north. Looked at with goods of $50.00.',
    { code: 'heavierPaysLess', ...at, facts: step },
  ],
  [
    'Whoever buys more pays more for delivery: $5.00 below $100.00, $9.00 from there on. Ground parcel to Zone north. Looked at with an item of 1 kg.',
    { code: 'richerPaysMore', ...at, facts: { measure: 'valueAfterDiscounts', bound: 10_000, before: 500, after: 900, at: 1e9 } },
  ],
  [
    'Goods worth $109.10 to $119.99 cost more in all than goods worth $120.00. Ground parcel to Zone north: $10.90 below, Free from $120.00.',
    { code: 'justUnder', ...at, facts: { measure: 'valueAfterDiscounts', bound: 12_000, before: 1090, after: 0, at: 1e9, from: 10_910 } },
  ],
  [
    'Free delivery stops at 5 kg; above it costs $9.00. Ground parcel to Zone north. Looked at with goods of $50.00. So it is with the coupon GIFT, on Dec 1, 2026.',
    {
      code: 'freeStops',
      ...at,
      facts: { ...step, bound: 5e9, before: 0, after: 900, only: { coupons: ['GIFT'], moment: '2026-12-01T15:00:00Z' } },
    },
  ],
  [
    'Carts over 5 kg of Clays of Clays and Glazes together to Zone north are told to ask you. Each by itself has a price. By Ground parcel.',
    {
      code: 'onlyAskTogether',
      ...at,
      facts: { within: [{ measure: 'itemsWeight', over: 5e9, part: ['clay'] }], groups: ['clay', 'glaze'], services: ['ground'] },
    },
  ],
  [
    'Ground parcel to Zone north brings $9.00, which does not pay for packaging of $1.20 besides the $8.50 its carrier asks. As the last survey has it.',
    { code: 'cartonNotCovered', ...at, facts: { price: 900, carton: 120, carriage: 850 } },
  ],
  [
    'The price up to 2 kg is never reached. Ground parcel to Zone north: its limits keep every such cart away.',
    { code: 'neverReached', ...at, facts: { bounds: { measure: 'itemsWeight', upTo: 2e9 }, tier: 0 } },
  ],
])('%s', (words, finding) => {
  const { what, why } = findingWords(told(finding), names);
  expect(`${what} ${why}`).toBe(words);
  expect(placeOf(told(finding))).toBe('/book/north/ground');
});

test('the same in several places names them once; ranges, carts and repairs are said as people say them', () => {
  const both = told(
    { code: 'tallStep', ...at, facts: step },
    { code: 'tallStep', ...at, where: { zones: ['far'], service: 'ground' }, facts: step },
  );
  expect(findingWords(both, names).why).toContain('Ground parcel to Zone north and Zone far.');
  expect(boundsWords({ measure: 'valueAfterDiscounts', from: 12_000 }, names.format)).toBe('from $120.00');
  const witness = {
    lines: [{ quantity: 1, unitPrice: 5000, weight: '5 kg', delivered: true }],
    destination: { country: 'CA', postalCode: 'X0A 0H0' },
  };
  expect(witnessWords(witness, names)).toBe('1 item of 5 kg, $50.00 to X0A 0H0');
  expect(repairWords({ code: 'beginLower', service: 'ground', measure: 'itemsWeight', bound: '2 kg', commands: [] }, names)).toBe(
    'Begin Ground parcel at 2 kg',
  );
});
