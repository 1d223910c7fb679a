import {
  type Allowance,
  type Charge,
  emptyBook,
  type GoodsSet,
  type Limit,
  PLAIN_GROUP,
  PLAIN_SERVICE,
  plainAllowance,
  plainCharge,
} from '@ostrakon/core';
import { describe, expect, test } from 'vitest';
import { dateWords } from './dateWords.ts';
import { formatFor } from './format.ts';
import { allowanceSentence, chargeSentence, couponWords, goodsSetWords, limitWords } from './ruleSentence.ts';

// What an owner reads back of a rule, word by word: a sentence that says another rule than the one that counts is a fault.
const format = formatFor(emptyBook().shop);
const group = (id: string, name: string) => ({ ...PLAIN_GROUP, id, name, mark: 'clay' as const });
const names = {
  zones: ['near', 'far'].map((id) => ({
    id,
    name: id === 'near' ? 'Nova Scotia' : 'Europe',
    places: [],
    taxRate: 0,
    label: '',
    lanes: {},
  })),
  services: [{ ...PLAIN_SERVICE, id: 'ground', name: 'Ground parcel' }],
  goodsGroups: [group('clay', 'Clay'), group('glazes', 'Glazes'), group('machines', 'Machines')],
};

test.each<[Limit, string]>([
  [{ measure: 'packedWeight', upTo: '30 kg' }, 'packed weight up to 30 kg'],
  [{ measure: 'packedWeight', from: '2 lb 4 oz' }, 'packed weight from 2 lb 4 oz'],
  [{ measure: 'valueAfterDiscounts', from: 5000, upTo: 12_000 }, 'goods after discounts $50.00 to $120.00'],
  [{ measure: 'itemCount', from: 1 }, 'number of items from 1 item'],
])('the limit %o is "%s"', (limit, words) => expect(limitWords(limit, format)).toBe(words));

test.each([
  [{ from: '11-01', until: '12-31' }, 'from Nov 1 to Dec 31 every year'],
  [{ from: null, until: '12-31' }, 'until Dec 31 every year'],
  [{ from: '2026-11-01', until: null }, 'from Nov 1, 2026'],
  [{ from: '2026-11-01', until: '2027-02-15' }, 'from Nov 1, 2026 to Feb 15, 2027'],
])('the days %o are "%s"', (window, words) => expect(dateWords(window, format)).toBe(words));

test('days of the week stand in their order, coupons are cut short', () => {
  expect(format.weekdays([5, 2])).toBe('Tuesday and Friday');
  expect(couponWords(['A'], format)).toBe('with the coupon A');
  expect(couponWords(['A', 'B', 'C'], format)).toBe('with the coupon A, B, or C');
  expect(couponWords(['A', 'B', 'C', 'D', 'E'], format)).toBe('with the coupon A, B, or 3 more');
});

test.each<[GoodsSet, string]>([
  [{ groups: ['clay', 'glazes'], others: false }, 'Clay and Glazes'],
  [{ groups: ['clay', 'glazes'], others: true }, 'all goods but Machines'],
  [{ groups: ['clay', 'glazes', 'machines'], others: true }, 'all goods'],
  [{ groups: [], others: false }, 'no goods'],
  [{ groups: [], others: true }, 'all goods but Clay, Glazes, and Machines'],
])('the goods %o are "%s"', (set, words) => expect(goodsSetWords(set, names, format)).toBe(words));

describe('a charge is one sentence', () => {
  const charge = (amount: Charge['amount'], more: Partial<Charge> = {}) =>
    chargeSentence({ ...plainCharge('c', 'Packing', amount), ...more }, names, format);
  test.each<[string, string]>([
    [charge({ kind: 'fixed', amount: 150, per: 'parcel' }), 'Adds $1.50 for each parcel.'],
    [
      charge({ kind: 'startedWeight', amount: 40, measure: 'billableWeight', unit: '1 kg' }),
      'Adds $0.40 for each started kg of billable weight.',
    ],
    [
      charge({ kind: 'startedWeight', amount: 40, measure: 'itemsWeight', unit: '500 g' }),
      'Adds $0.40 for each started 500 g of items weight.',
    ],
    [charge({ kind: 'percent', basisPoints: 180, of: 'valueAfterDiscounts' }), 'Adds 1.8% of goods after discounts.'],
    [charge({ kind: 'percent', basisPoints: 500, of: 'running' }), 'Adds 5% of the price with the charges before it.'],
    [charge({ kind: 'packagingCost' }), 'Adds what the packaging costs.'],
    [
      charge(
        { kind: 'percent', basisPoints: 180, of: 'base' },
        {
          floor: 100,
          cap: 900,
          scope: { services: ['ground'], zones: ['near', 'far'], goods: { groups: ['glazes'], others: false } },
          dates: { from: '11-01', until: '12-31' },
          inUse: false,
        },
      ),
      'Adds 1.8% of the price before charges on Ground parcel to Nova Scotia and Europe, for Glazes, counted on these alone, at least $1.00 and never more than $9.00, from Nov 1 to Dec 31 every year, switched off for now.',
    ],
    // A service that was removed meanwhile is told by its id rather than left out.
    [
      charge({ kind: 'packagingCost' }, { scope: { services: ['gone'], zones: null, goods: null } }),
      'Adds what the packaging costs on gone.',
    ],
  ])('%s', (said, words) => expect(said).toBe(words));
});

describe('an allowance is one sentence', () => {
  const allowance = (effect: Allowance['effect'], more: Partial<Allowance> = {}) =>
    allowanceSentence({ ...plainAllowance('a', 'Thanks', effect), ...more }, names, format);
  const free = { kind: 'free' } as const;
  test.each<[string, string]>([
    [allowance(free), 'Makes delivery free, charges included.'],
    [allowance({ kind: 'amountOff', amount: 500 }, { coversCharges: false }), 'Takes $5.00 off delivery, charges not included.'],
    [
      allowance({ kind: 'percentOff', basisPoints: 5000 }, { coupons: ['HALF'], combinable: true }),
      'Takes 50% off delivery, with the coupon HALF, charges included, together with others.',
    ],
    [allowance({ kind: 'atMost', amount: 900 }), 'Lets delivery cost $9.00 at most, charges included.'],
    [
      allowance(free, {
        ranges: [{ measure: 'valueAfterDiscounts', from: 12_000 }],
        scope: { services: null, zones: ['near'], goods: { groups: ['clay', 'glazes'], others: true } },
        exceptCountries: ['US'],
      }),
      'Makes delivery free to Nova Scotia, for goods after discounts from $120.00, for carts without Machines, but not in United States, charges included.',
    ],
    [
      allowance(free, { sinceOrder: 6, scope: { services: null, zones: null, goods: { groups: ['clay'], others: false } } }),
      'Makes delivery free, for carts of Clay alone, for 6 hours after the buyer’s last order, charges included.',
    ],
    [
      allowance(free, { sinceCart: 1, dates: { from: '2026-12-01', until: null }, inUse: false }),
      'Makes delivery free, for 1 hour after the cart was started, from Dec 1, 2026, charges included, switched off for now.',
    ],
    // All groups and the rest are all goods: nothing is said of them.
    [
      allowance(free, { scope: { services: null, zones: null, goods: { groups: ['clay', 'glazes', 'machines'], others: true } } }),
      'Makes delivery free, charges included.',
    ],
  ])('%s', (said, words) => expect(said).toBe(words));
});
