import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { PLAIN_CARRIAGE, PLAIN_TERMS } from '../carriers/carriage.ts';
import { compile } from '../quote/compile.ts';
import type { QuoteRequest } from '../quote/request.ts';
import { quote } from '../quote/settle.ts';
import { anyBook, anyCart } from '../testing/anyBook.ts';
import { onTheWay } from '../testing/anyTimetable.ts';
import { amount, byWeight, canada, flat, lane, location, notOffered } from '../testing/bookOf.ts';
import { dispatch } from '../testing/commandBook.ts';
import { Met } from '../testing/met.ts';
import { type Expectation, Expectations, expectNow, judge, verdictOf } from './expectation.ts';

const NOW = '2026-11-23T15:00:00Z';
const cart = (weight: string): QuoteRequest => ({
  lines: [{ quantity: 1, unitPrice: 4000, weight, delivered: true }],
  discounts: [],
  destination: { country: 'CA' },
  moment: NOW,
});

const plain = canada({
  ground: lane(
    byWeight(
      [
        ['2 kg', amount(990)],
        ['10 kg', amount(1690)],
      ],
      notOffered,
    ),
  ),
  air: lane(flat(2740)),
  counter: lane({ kind: 'flat', result: { kind: 'free' } }),
  freight: lane({ kind: 'flat', result: { kind: 'refer' } }),
});
const dated = {
  ...plain,
  locations: [location('shop', { dispatch: { ...dispatch, lead: { least: 0, most: 0 }, capacity: null, closed: [] } })],
  services: plain.services.map((service) => ({ ...service, days: onTheWay(service.id === 'air' ? 1 : 3, service.id === 'air' ? 1 : 4) })),
};

const verdicts = (weight: string, ...expectations: Expectation[]) =>
  judge(quote(compile(dated), cart(weight)), Expectations.parse(expectations)).map(({ verdict }) => verdict);

describe('what is expected of a cart holds or fails', () => {
  const service = 'ground';
  // Ordered on Monday 23 November: by air the day after, by ground three to four working days, Thursday 26 to Friday 27.
  test.each<[string, Expectation, Expectation]>([
    ['a price', { kind: 'price', service, amount: 1690 }, { kind: 'price', service, amount: 1691 }],
    ['a range', { kind: 'between', service, least: 1000, most: 1690 }, { kind: 'between', service, least: 0, most: 1689 }],
    ['free', { kind: 'free', service: 'counter' }, { kind: 'free', service }],
    ['ask us', { kind: 'refer', service: 'freight' }, { kind: 'refer', service }],
    ['by a date', { kind: 'arrivesBy', service, date: '2026-11-27' }, { kind: 'arrivesBy', service, date: '2026-11-26' }],
    ['within days', { kind: 'arrivesWithin', service, days: 4 }, { kind: 'arrivesWithin', service, days: 3 }],
    ['cheapest', { kind: 'cheapest', service: 'counter' }, { kind: 'cheapest', service: 'air' }],
    ['fastest', { kind: 'fastest', service: 'air' }, { kind: 'fastest', service }],
    ['offered', { kind: 'between', service, least: 0, most: 99_999 }, { kind: 'withheld', service }],
    ['anything', { kind: 'cheapest', service: 'counter' }, { kind: 'nothing' }],
  ])('%s', (_name, holds, fails) => {
    expect(verdicts('3 kg', holds, fails)).toEqual(['holds', 'fails']);
  });

  test('withheld for a reason among others; nothing else; nothing, with what the buyer reads', () => {
    expect(
      verdicts(
        '12 kg',
        { kind: 'withheld', service },
        { kind: 'withheld', service, reason: 'aboveTopTier' },
        { kind: 'withheld', service, reason: 'couponNeeded' },
      ),
    ).toEqual(['holds', 'holds', 'fails']);
    const others: Expectation[] = ['air', 'counter', 'freight'].map((id) => ({ kind: 'between', service: id, least: 0, most: 99_999 }));
    expect(verdicts('12 kg', ...others, { kind: 'nothingElse' }).at(-1)).toBe('holds');
    expect(verdicts('3 kg', ...others, { kind: 'nothingElse' }).at(-1)).toBe('fails');
    const nobody = quote(compile(canada({ ground: lane(byWeight([['2 kg', amount(990)]], notOffered)) })), cart('3 kg'));
    const message = plain.shop.texts.noOption;
    expect(
      judge(nobody, [
        { kind: 'nothing', message },
        { kind: 'nothing', message: 'Hello' },
      ]).map(({ verdict }) => verdict),
    ).toEqual(['holds', 'fails']);
    // "Nothing dearer than" and the like fail where nothing is offered at all.
    expect(
      judge(nobody, [
        { kind: 'between', service, least: 0, most: 99_999 },
        { kind: 'cheapest', service },
      ]).map(({ verdict }) => verdict),
    ).toEqual(['fails', 'fails']);
  });

  test('what hangs on a carrier that has not answered is open, and so is what is compared with it', () => {
    const carriage = { account: 'post', carrier: 'Post', service: 'SLOW', ...PLAIN_CARRIAGE };
    const book = {
      ...plain,
      locations: [location('shop')],
      services: plain.services.map((one) => (one.id === 'air' ? { ...one, kind: 'carrier' as const, carriage, terms: PLAIN_TERMS } : one)),
    };
    const judged = judge(quote(compile(book), cart('3 kg')), [
      { kind: 'price', service: 'air', amount: 2740 },
      { kind: 'cheapest', service: 'counter' },
      { kind: 'price', service, amount: 1690 },
    ]);
    expect(judged.map(({ verdict }) => verdict)).toEqual(['open', 'open', 'holds']);
    expect([verdictOf(judged), verdictOf([]), verdictOf(judged.slice(2))]).toEqual(['open', null, 'holds']);
  });

  test('a range the wrong way round, a day that is none, and too many are refused', () => {
    expect(Expectations.safeParse([{ kind: 'between', service, least: 2, most: 1 }]).error?.issues[0]?.message).toBe(
      'At most is less than at least',
    );
    expect(Expectations.safeParse([{ kind: 'arrivesBy', service, date: '2026-02-30' }]).success).toBe(false);
    expect(Expectations.safeParse(Array.from({ length: 101 }, () => ({ kind: 'nothing' }))).success).toBe(false);
  });
});

test('what a quote gives, taken as expected, holds of the same quote, and fails once a price of it is another', () => {
  const met = new Met();
  fc.assert(
    fc.property(anyBook, anyCart, (book, some) => {
      const got = quote(compile(book), { ...some, destination: { country: 'CA' } });
      const expected = expectNow(got);
      expect(judge(got, expected).filter(({ verdict }) => verdict !== 'holds')).toEqual([]);
      expect(Expectations.safeParse(expected).success).toBe(true);
      met.note('expected', expected.length > 1);
      const dearer = { ...got, options: got.options.map((one) => (one.status === 'priced' ? { ...one, price: one.price + 1 } : one)) };
      const priced = expected.some(({ kind }) => kind === 'price' || kind === 'free');
      met.note('priced', priced);
      if (priced) expect(verdictOf(judge(dearer, expected))).toBe('fails');
    }),
    { numRuns: 300 },
  );
  met.enough(50, 'expected', 'priced');
});
