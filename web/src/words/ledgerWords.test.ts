import { emptyBook, type Lane, type LedgerRow, plainLane } from '@ostrakon/core';
import { describe, expect, test } from 'vitest';
import { againstLiveWords, cartWords, ratesWords } from '../features/rate-book/sheetCell.ts';
import { formatFor } from './format.ts';
import { ledgerWords } from './ledgerWords.ts';

const format = formatFor(emptyBook().shop);
const kilo = 1_000_000_000;
const group = (id: string | null) => (id === 'clay' ? 'Clay' : 'goods in no group');
const words = (row: LedgerRow) => {
  const { name, detail } = ledgerWords(row, format, group, (line) => `Line ${line + 1}`);
  return detail === '' ? name : `${name} | ${detail}`;
};
const charge = { code: 'charge', charge: 'c', name: 'Packing' } as const;

test.each<[LedgerRow, string]>([
  [{ code: 'flat', amount: 500 }, 'One price for every cart'],
  [{ code: 'flat', amount: 500, group: 'clay' }, 'Clay | one price for every cart'],
  [{ code: 'flat', amount: 500, group: null }, 'Other goods | one price for every cart'],
  [{ code: 'chargesOnly', amount: 0 }, 'No price of its own | charges alone'],
  [
    { code: 'tier', measure: 'packedWeight', measured: 3 * kilo, above: 2 * kilo, upTo: 5 * kilo, amount: 1160 },
    'Packed weight 3 kg | tier over 2 kg, up to 5 kg',
  ],
  [
    {
      code: 'tier',
      measure: 'packedWeight',
      measured: 17 * kilo,
      above: 15 * kilo,
      amount: 1500,
      rate: { kind: 'perUnit', base: 1340, each: 80, unit: '1 kg', units: 2 },
    },
    'Packed weight 17 kg | tier over 15 kg, $13.40 and 2 × $0.80 a started kg',
  ],
  [
    {
      code: 'band',
      measure: 'itemsWeight',
      measured: kilo,
      upTo: 2 * kilo,
      amount: 80,
      rate: { kind: 'perUnit', base: 0, each: 80, unit: '1 kg', units: 1 },
    },
    'Band up to 2 kg | 1 × $0.80 a started kg',
  ],
  [
    { code: 'firstAndFurther', measure: 'itemCount', measured: 4, first: 600, further: 150, amount: 1050 },
    'First item $6.00 | 3 further at $1.50',
  ],
  [
    {
      code: 'rate',
      measure: 'valueAfterDiscounts',
      measured: 4000,
      amount: 300,
      rate: { kind: 'percent', basisPoints: 750, of: 'valueAfterDiscounts', value: 4000 },
    },
    'Share of goods after discounts | 7.5% of $40.00',
  ],
  [{ code: 'cardFloor', bound: 400, amount: 100 }, 'At least $4.00 | before charges'],
  [{ code: 'cardCap', bound: 900, amount: -150 }, 'Never more than $9.00 | before charges'],
  [{ code: 'joined', group: 'clay', price: 700, amount: 0 }, 'Clay | goes with the dearer goods, $7.00 by its own'],
  [{ code: 'furtherCard', group: 'clay', amount: 150 }, 'Clay | for goods priced apart'],
  [
    { code: 'ownCharge', line: 0, how: 'instead', each: 4500, quantity: 2, amount: 9000 },
    'Line 1, own charge | 2 × $45.00, instead of the price',
  ],
  [
    { ...charge, basis: { kind: 'percent', basisPoints: 180, of: 'base' }, counted: 5360, amount: 150, held: 'floor' },
    'Packing | 1.8% of $53.60, at least $1.50',
  ],
  [{ ...charge, basis: { kind: 'fixed', amount: 200, per: 'parcel' }, counted: 2, amount: 400 }, 'Packing | 2 parcels at $2.00'],
  [{ ...charge, basis: { kind: 'fixed', amount: 75, per: 'order' }, counted: 1, amount: 75 }, 'Packing | once an order'],
  [
    { ...charge, basis: { kind: 'startedWeight', amount: 50, measure: 'itemsWeight', unit: '1 kg' }, counted: 3, amount: 150 },
    'Packing | 3 × $0.50 a started kg',
  ],
  [{ ...charge, basis: { kind: 'packagingCost' }, counted: 285, amount: 285 }, 'Packing | what the packaging costs'],
  [{ code: 'laneCap', bound: 4500, amount: -10 }, 'Never more than $45.00 | with charges'],
  [
    { code: 'freeFrom', measure: 'valueAfterDiscounts', measured: 13_000, from: 12_000, amount: -990 },
    'Free from $120.00 | goods come to $130.00',
  ],
  [{ code: 'allowance', allowance: 'a', name: 'Half', effect: { kind: 'percentOff', basisPoints: 5000 }, amount: -495 }, 'Half | 50% off'],
  [{ code: 'ending', ending: 'up99', amount: 9 }, 'Up to the next .99'],
  [{ code: 'tax', basisPoints: 1400, amount: 42 }, 'Tax on delivery, 14%'],
])('%j', (row, said) => expect(words(row)).toBe(said));

describe('cells of the sheet', () => {
  const open = { floor: null, cap: null };
  test.each<[Partial<Lane>, string, string]>([
    [{ card: { kind: 'firstAndFurther', measure: 'itemCount', first: 600, further: 150, ...open } }, '$6.00', 'then $1.50 each'],
    [
      { card: { kind: 'startedUnits', base: 500, each: 80, per: { measure: 'packedWeight', unit: '1 kg' }, ...open } },
      '$5.80',
      '$0.80 a started kg',
    ],
    [{ card: { kind: 'percent', of: 'valueAfterDiscounts', basisPoints: 750, ...open } }, '7.5%', 'of goods value'],
    [{ card: { kind: 'chargesOnly' } }, 'Charges only', 'no price of its own'],
    [
      { groupCards: [{ group: 'clay', card: { kind: 'chargesOnly' }, kept: [] }] },
      'Charges only',
      'no price of its own, one group priced apart',
    ],
  ])('%j', (more, main, detail) =>
    expect(ratesWords({ ...plainLane({ kind: 'chargesOnly' }), ...more }, format)).toMatchObject({ main, detail }),
  );

  const priced = (price: number) => ({
    status: 'priced' as const,
    service: 's',
    price,
    ledger: [{ code: 'flat' as const, amount: price }],
  });
  test('beside the live edition: the same, another, or new', () => {
    expect(againstLiveWords(priced(990), priced(990), format)).toMatchObject({ main: '$9.90', detail: 'as live' });
    expect(againstLiveWords(priced(1040), priced(990), format)).toMatchObject({ main: '$10.40', detail: 'live: $9.90', changed: true });
    expect(againstLiveWords(priced(1040), { status: 'withheld', service: 's', reasons: [{ code: 'noLane' }] }, format)).toMatchObject({
      detail: 'new, not live yet',
    });
    expect(againstLiveWords({ status: 'withheld', service: 's', reasons: [{ code: 'couponNeeded' }] }, priced(0), format)).toMatchObject({
      main: 'only with a coupon',
      detail: 'live: Free',
      tone: 'withheld',
    });
  });

  test('an allowance or a two-way crossing says how the price came about', () => {
    const half = { code: 'allowance' as const, allowance: 'a', name: 'Half-price ground', effect: { kind: 'free' as const }, amount: -500 };
    expect(cartWords({ ...priced(0), ledger: [{ code: 'flat', amount: 500 }, half] }, format)).toMatchObject({
      detail: 'Half-price ground',
      tone: 'free',
    });
    const row = { measure: 'packedWeight' as const, measured: kilo, upTo: 2 * kilo };
    const column = { measure: 'valueAfterDiscounts' as const, measured: 500, upTo: 9999 };
    expect(cartWords({ ...priced(500), ledger: [{ code: 'twoWay', row, column, amount: 500 }] }, format).detail).toBe('up to 2 kg');
  });
});
