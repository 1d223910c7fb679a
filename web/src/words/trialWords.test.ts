import { type Expectation, emptyBook, PLAIN_SERVICE, type RateBook, type TrialOffer, type TrialSide } from '@ostrakon/core';
import { expect, test } from 'vitest';
import type { FindingNames } from './findingWords.ts';
import { formatFor } from './format.ts';
import { allWords, expectationWords, gotWords, notRunWords, trialCartWords, whenWords, whyWords } from './trialWords.ts';

const empty = emptyBook();
const service = (id: string, name: string) => ({ ...PLAIN_SERVICE, days: { ...PLAIN_SERVICE.days }, id, name });
const book = { ...empty, services: [service('ground', 'Ground parcel'), service('air', 'Air')] as RateBook['services'] };
const names: FindingNames = { book, format: formatFor(book.shop), subdivision: (code) => code, products: new Map() };

type Got = Extract<TrialSide, { ok: true }>;
const offer = (id: string, price: number | null, last?: string): TrialOffer => ({
  service: id,
  price,
  dates: last === undefined ? null : { first: last, last },
  live: false,
  standIn: false,
});
const side = (offers: readonly TrialOffer[], more: Partial<Got> = {}): Got => ({
  ok: true,
  verdict: 'fails',
  judged: [],
  offers,
  withheld: [],
  zone: 'north',
  gives: [],
  ...more,
});
const heavy: Got['withheld'] = [
  {
    service: 'ground',
    status: 'withheld',
    reasons: [{ code: 'aboveTopTier', measure: 'itemsWeight', bound: 10e9, measured: 11.8e9, difference: 1.8e9 }],
  } as never,
];
const two = side([offer('ground', 1490, '2026-12-17'), offer('air', 0)]);

test.each<[Expectation, Got, words: string, got: string, why: string]>([
  [
    { kind: 'price', service: 'ground', amount: 1190 },
    two,
    'Ground parcel $11.90',
    '$14.90',
    'Ground parcel costs $14.90, $3.00 more than expected.',
  ],
  [
    { kind: 'between', service: 'ground', least: 1500, most: 1600 },
    two,
    'Ground parcel $15.00 to $16.00',
    '$14.90',
    'Ground parcel costs $14.90, $0.10 less than expected.',
  ],
  [{ kind: 'free', service: 'ground' }, two, 'Ground parcel free', '$14.90', 'Ground parcel costs $14.90, $14.90 more than expected.'],
  [{ kind: 'refer', service: 'ground' }, two, 'Ground parcel: ask us', '$14.90', 'Ground parcel gives $14.90.'],
  [{ kind: 'withheld', service: 'air', reason: 'couponNeeded' }, two, 'no Air, a coupon is missing', 'Free', 'Air gives Free.'],
  [
    { kind: 'price', service: 'ground', amount: 1 },
    side([], { withheld: heavy }),
    'Ground parcel $0.01',
    'over 10 kg',
    'Ground parcel: tiers stop at 10 kg; this cart has 11.8 kg, 1.8 kg over.',
  ],
  [
    { kind: 'price', service: 'ground', amount: 1 },
    side([], { zone: null }),
    'Ground parcel $0.01',
    'not offered',
    'The address lies in no zone.',
  ],
  [
    { kind: 'arrivesBy', service: 'ground', date: '2026-12-16' },
    two,
    'Ground parcel by Dec 16, 2026',
    'by Dec 17, 2026',
    'Ground parcel gives by Dec 17, 2026.',
  ],
  [{ kind: 'arrivesWithin', service: 'air', days: 3 }, two, 'Air within 3 days', 'no dates', 'Air gives no dates.'],
  [{ kind: 'cheapest', service: 'ground' }, two, 'cheapest: Ground parcel', 'Air Free', 'The cheapest is Air Free.'],
  [
    { kind: 'fastest', service: 'air' },
    two,
    'first to arrive: Air',
    'Ground parcel by Dec 17, 2026',
    'The first to arrive is Ground parcel by Dec 17, 2026.',
  ],
  [{ kind: 'nothing' }, two, 'no option', 'Ground parcel $14.90, Air Free', 'Ground parcel and Air are offered.'],
  [
    { kind: 'nothing', message: 'Hello' },
    side([], { message: 'Write to us' }),
    'no option, “Hello”',
    'no option',
    'The buyer reads “Write to us”.',
  ],
])('%o', (expectation, got, words, has, why) => {
  expect(expectationWords(expectation, names)).toBe(words);
  expect(gotWords(expectation, got, names)).toBe(has);
  expect(whyWords({ expectation, verdict: 'fails' }, got, names)).toBe(why);
});

test('what was not expected is named; a carrier that has not answered is no fault; a trial tells its goods, place and moment', () => {
  const nothingElse: Expectation = { kind: 'nothingElse' };
  const judged = [
    { expectation: { kind: 'free', service: 'ground' } as const, verdict: 'holds' as const },
    { expectation: nothingElse, verdict: 'fails' as const },
  ];
  expect(whyWords(judged[1]!, side(two.offers, { judged }), names)).toBe('Air is offered as well.');
  expect(whyWords({ expectation: { kind: 'free', service: 'air' }, verdict: 'open' }, two, names)).toBe(
    'Air: its carrier has not answered yet.',
  );
  expect(
    allWords(
      side([
        { ...offer('air', 900), live: true },
        { ...offer('ground', 700), standIn: true },
      ]),
      names,
    ),
  ).toBe('Air $9.00, carrier’s, Ground parcel $7.00, stands in');
  expect([notRunWords({ ok: false, product: 'clay' }), notRunWords({ ok: false, product: null })]).toEqual([
    'There is no product clay any more.',
    'Its goods are too much to add up.',
  ]);
  const cart = { lines: [{ product: 'clay', quantity: 2 }], discounts: [], destination: { country: 'MX' }, others: [{ country: 'US' }] };
  expect(trialCartWords({ cart }, names)).toBe('2 × clay to Mexico and another address');
  const times = [
    undefined,
    { kind: 'nextWeekday', weekday: 5, time: '13:59' },
    { kind: 'inDays', days: 1, time: '09:00' },
    { kind: 'inDays', days: 0, time: '09:00' },
  ] as const;
  expect(times.map((when) => whenWords({ cart, when }, names).replaceAll(/\s/g, ' '))).toEqual([
    'now',
    'the next Friday, 1:59 p.m.',
    'tomorrow, 9:00 a.m.',
    'today, 9:00 a.m.',
  ]);
});
