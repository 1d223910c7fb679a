import {
  applyCommand,
  type Command,
  describeChanges,
  emptyBook,
  type Lane,
  type Measure,
  type RateBook,
  type Reason,
} from '@ostrakon/core';
import { describe, expect, test } from 'vitest';
import { cartWords, ratesWords, stepLine } from '../features/rate-book/sheetCell.ts';
import { changeWords } from './changeWords.ts';
import { formatFor } from './format.ts';
import { laneSentence } from './laneSentence.ts';
import { reasonWords, stretch } from './quoteWords.ts';

const book: RateBook = emptyBook();
const format = formatFor(book.shop);
const kilo = 1_000_000_000;

const lane: Lane = {
  card: {
    kind: 'weightTiers',
    measure: 'itemsWeight',
    tiers: [
      { upTo: '2 lb', result: { kind: 'amount', amount: 990 } },
      { upTo: '5 kg', result: { kind: 'free' } },
    ],
    above: { kind: 'notOffered' },
  },
  kept: [],
  limits: [{ measure: 'itemCount', from: 2 }],
  freeFrom: { measure: 'valueBeforeDiscounts', from: 12_000 },
};
const say = (of: Lane) =>
  laneSentence(of, format)
    .map((run) => run.text)
    .join('');

describe('a lane read back', () => {
  test('keeps the units as typed', () => {
    expect(say(lane)).toBe(
      'Priced by items weight: $9.90 up to 2 lb, free up to 5 kg; over 5 kg it is not offered. Offered only for number of items from 2 items. Free when goods come to $120.00 or more, before discounts.',
    );
  });
  test('says value tiers the way they are written', () => {
    const tiers = [{ upTo: 4999, result: { kind: 'amount', amount: 700 } as const }];
    const card = { kind: 'valueTiers', measure: 'valueAfterDiscounts', writing: 'from', tiers, above: { kind: 'free' } } as const;
    const bare = { card: { ...card, tiers }, kept: [], limits: [], freeFrom: null };
    expect(say(bare)).toBe('Priced by goods value: $7.00 from $0.00, free from $50.00.');
    expect(say({ ...bare, card: { ...bare.card, writing: 'upTo' } })).toBe('Priced by goods value: $7.00 up to $49.99; over $49.99 free.');
  });
});

test.each<[Reason, string]>([
  [
    { code: 'aboveTopTier', measure: 'itemsWeight', measured: 2.4 * kilo, bound: 2 * kilo, difference: 0.4 * kilo },
    'tiers stop at 2 kg; this cart has 2.4 kg, 0.4 kg over',
  ],
  [
    { code: 'belowLimit', measure: 'valueAfterDiscounts', measured: 590, bound: 1000, difference: 410 },
    'starts at $10.00; this cart has $5.90, $4.10 short',
  ],
  [
    { code: 'aboveLimit', measure: 'itemCount', measured: 3, bound: 2, difference: 1 },
    'limited to 2 items; this cart has 3 items, 1 item over',
  ],
  [
    { code: 'tierNotOffered', measure: 'itemsWeight', measured: kilo, above: kilo / 2, upTo: 2 * kilo },
    'not offered over 500 g, up to 2 kg; this cart has 1 kg',
  ],
])('%o', (reason, words) => {
  expect(reasonWords(reason, format)).toBe(words);
});

test.each<[Measure, { above?: number; upTo?: number }, string]>([
  ['valueAfterDiscounts', { above: 4999 }, 'from $50.00'],
  ['valueAfterDiscounts', { above: 4999, upTo: 9999 }, '$50.00 to $99.99'],
  ['itemCount', { upTo: 1 }, 'up to 1 item'],
  ['itemsWeight', { above: kilo }, 'over 1 kg'],
])('%s %o is "%s"', (measure, row, words) => {
  expect(stretch(measure, row, format)).toBe(words);
});

test('cells of the sheet', () => {
  expect(ratesWords(lane, format)).toEqual({ main: 'Free to $9.90', detail: 'free from $120', tone: 'price' });
  const ledger = [{ code: 'tier', measure: 'itemsWeight', measured: kilo, above: kilo, upTo: 2 * kilo, amount: 990 } as const];
  expect(cartWords({ status: 'priced', service: 's', price: 990, ledger }, format)).toEqual({
    main: '$9.90',
    detail: '1 kg to 2 kg',
    tone: 'price',
  });
  const reason = { code: 'belowLimit', measure: 'itemsWeight', measured: 0, bound: kilo, difference: kilo } as const;
  expect(cartWords({ status: 'withheld', service: 's', reasons: [reason] }, format)).toEqual({
    main: 'only from 1 kg',
    detail: '1 kg short',
    tone: 'withheld',
  });
  expect(cartWords({ status: 'withheld', service: 's', reasons: [reason, reason, reason] }, format).detail).toBe('and 2 more reasons');
  expect(stepLine(lane.card).map(({ y }) => y)).toEqual([1, 0, null]);
});

test('every kind of change has a sentence, with what was and what is', () => {
  const at = { zone: 'canada', service: 'ground' };
  const before = (
    [
      { name: 'setServed', args: { countries: ['CA'] } },
      { name: 'addZone', args: { id: 'canada', name: 'Canada', places: [{ kind: 'country', country: 'CA' }] } },
      { name: 'addZone', args: { id: 'far', name: 'Far', places: [] } },
      { name: 'addService', args: { id: 'ground', name: 'Ground parcel', kind: 'card', note: '' } },
      { name: 'addService', args: { id: 'van', name: 'Van', kind: 'card', note: '' } },
      { name: 'startLane', args: { ...at, card: lane.card } },
      { name: 'startLane', args: { zone: 'canada', service: 'van', card: { kind: 'flat', result: { kind: 'amount', amount: 500 } } } },
    ] satisfies Command[]
  ).reduce<RateBook>(applyCommand, book);
  const told = (...commands: Command[]) =>
    describeChanges(before, commands.reduce(applyCommand, before)).map((change) => changeWords(change, format, (code) => code));
  expect(told({ name: 'setServed', args: { countries: ['FR'] } })).toEqual([
    'The shop now delivers to France. The shop no longer delivers to Canada.',
  ]);
  expect(told({ name: 'renameZone', args: { zone: 'far', name: 'Far away' } })).toEqual(['Zone Far is now called Far away.']);
  expect(told({ name: 'moveZone', args: { zone: 'far', to: 0 } })).toEqual(['Zones are now in this order: Far, Canada.']);
  expect(told({ name: 'removeZone', args: { zone: 'canada' } })).toEqual(['Zone Canada is gone.']);
  expect(told({ name: 'setPlaces', args: { zone: 'far', places: [{ kind: 'subdivision', subdivision: 'CA-YT' }] } })).toEqual([
    'Zone Far gained CA-YT.',
  ]);
  const box = {
    id: 'box',
    name: 'Box',
    kind: 'carton',
    inside: { length: '30 cm', width: '20 cm', height: '10 cm' },
    outside: { length: '30 cm', width: '20 cm', height: '10 cm' },
    tare: '200 g',
    mostLoad: null,
    cost: 0,
    inUse: true,
  } as const;
  expect(told({ name: 'addPackaging', args: box }, { name: 'setUsualPackaging', args: { packaging: 'box' } })).toEqual([
    'Packaging: Box is new.',
    'Box is now the usual packaging.',
  ]);
  expect(told({ name: 'setVolumeRule', args: { divisor: 139, per: 'in3PerLb', roundUpTo: '1 lb' } })).toEqual([
    'Volumetric weight was worked out by 5000 cm³ to the kilogram; it now is by 139 in³ to the pound, rounded up to steps of 1 lb.',
  ]);
  expect(told({ name: 'addGoodsGroup', args: { id: 'wet', name: 'Wet things', mark: 'glaze' } })).toEqual([
    'Goods groups: Wet things is new.',
  ]);
  const postal = { kind: 'postal', country: 'CA', rules: 'B3*\nB4*\nB5A\nB6-B7' } as const;
  expect(told({ name: 'setPlaces', args: { zone: 'far', places: [postal] } })).toEqual(['Zone Far gained 4 postal rules (CA).']);
  expect(told({ name: 'removeLane', args: at })).toEqual(['Ground parcel is no longer offered to Canada.']);
  expect(told({ name: 'startLane', args: { ...at, zone: 'far', card: lane.card } })).toEqual(['Ground parcel is now offered to Far.']);
  expect(told({ name: 'describeService', args: { service: 'van', kind: 'round', note: 'Tuesdays' } })).toEqual([
    'Van is own van with the note “Tuesdays”.',
  ]);
  expect(told({ name: 'setCard', args: { zone: 'canada', service: 'van', card: { kind: 'flat', result: { kind: 'free' } } } })).toEqual([
    'Van to Canada: was $5.00, is now Free.',
  ]);
  expect(told({ name: 'switchCard', args: { ...at, kind: 'flat' } })).toEqual([
    'Ground parcel to Canada has another kind of price. The buyer is asked to write to us.',
  ]);
  expect(told({ name: 'setLimits', args: { ...at, limits: [{ measure: 'itemsWeight', upTo: '30 kg' }] } })).toEqual([
    'Ground parcel to Canada: was offered with no limits, now with items weight up to 30 kg.',
  ]);
  expect(told({ name: 'setFreeFrom', args: { ...at, freeFrom: { measure: 'valueAfterDiscounts', from: 8000 } } })).toEqual([
    'Ground parcel to Canada: was never free, is now free from $80.00 after discounts.',
  ]);
  expect(told({ name: 'setShop', args: { name: 'My shop', currency: 'USD', units: 'metric', locale: 'en-CA' } })).toEqual([
    'The shop’s currency was CAD, is now USD.',
  ]);
});
