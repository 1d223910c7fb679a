import {
  applyCommand,
  type Card,
  type Command,
  describeChanges,
  emptyBook,
  type Lane,
  type Measure,
  PLAIN_GROUP,
  PLAIN_ROUND,
  PLAIN_SERVICE,
  plainLane,
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
  ...plainLane({ kind: 'chargesOnly' }),
  card: {
    kind: 'weightTiers',
    measure: 'itemsWeight',
    bands: 'whole',
    floor: null,
    cap: null,
    tiers: [
      { upTo: '2 lb', result: { kind: 'amount', amount: 990 } },
      { upTo: '5 kg', result: { kind: 'free' } },
    ],
    above: { kind: 'notOffered' },
  },
  limits: [{ measure: 'itemCount', from: 2 }],
  freeFrom: { measure: 'valueBeforeDiscounts', from: 12_000, byItself: false, coversCharges: true },
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
    const card = {
      kind: 'valueTiers',
      measure: 'valueAfterDiscounts',
      writing: 'from',
      bands: 'whole',
      floor: null,
      cap: null,
      tiers,
      above: { kind: 'free' },
    } as const;
    const bare = plainLane({ ...card, tiers });
    expect(say(bare)).toBe('Priced by goods value: $7.00 from $0.00, free from $50.00.');
    expect(say({ ...bare, card: { ...card, tiers, writing: 'upTo' } })).toBe(
      'Priced by goods value: $7.00 up to $49.99; over $49.99 free.',
    );
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

test('free on some tiers and not offered on the others is not said to be free', () => {
  const only = {
    kind: 'valueTiers',
    measure: 'valueAfterDiscounts',
    writing: 'from',
    bands: 'whole',
    tiers: [{ upTo: 4999, result: { kind: 'notOffered' } }],
    above: { kind: 'free' },
    floor: null,
    cap: null,
  } as const;
  expect(ratesWords(plainLane({ ...only, tiers: [...only.tiers] }), format)).toEqual({
    main: 'Free from $50',
    detail: 'else not offered',
    tone: 'free',
  });
});

test('cells of the sheet', () => {
  expect(ratesWords(lane, format)).toEqual({ main: 'Free to $9.90', detail: 'free from $120', tone: 'price' });
  const ledger = [{ code: 'tier', measure: 'itemsWeight', measured: kilo, above: kilo, upTo: 2 * kilo, amount: 990 } as const];
  expect(cartWords({ status: 'priced', service: 's', price: 990, ledger }, format)).toEqual({
    main: '$9.90',
    detail: '1 kg to 2 kg',
    tone: 'price',
  });
  const asked = [{ code: 'carrierRate', carrier: 'Gannet Air', name: 'Air day', amount: 990 } as const];
  expect(cartWords({ status: 'priced', service: 's', price: 990, ledger: asked }, format)).toMatchObject({
    detail: 'Gannet Air',
    tone: 'live',
  });
  const silent = { account: 'g', carrier: 'Gannet Air', service: 'DAY', kind: 'silent', why: 'down' } as const;
  expect(
    cartWords({ status: 'priced', service: 's', price: 990, ledger, carriers: [silent], standIn: { kind: 'card' } }, format),
  ).toMatchObject({ main: '$9.90', detail: 'stands in for Gannet Air', tone: 'standIn' });
  const reason = { code: 'belowLimit', measure: 'itemsWeight', measured: 0, bound: kilo, difference: kilo } as const;
  expect(cartWords({ status: 'withheld', service: 's', reasons: [reason] }, format)).toEqual({
    main: 'from 1 kg',
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
      {
        name: 'addService',
        args: { id: 'ground', name: 'Ground parcel', ...PLAIN_SERVICE },
      },
      { name: 'addService', args: { id: 'van', name: 'Van', ...PLAIN_SERVICE } },
      { name: 'startLane', args: { ...at, card: lane.card } },
      { name: 'startLane', args: { zone: 'canada', service: 'van', card: { kind: 'flat', result: { kind: 'amount', amount: 500 } } } },
    ] satisfies Command[]
  ).reduce<RateBook>(applyCommand, book);
  const told = (...commands: Command[]) => {
    const after = commands.reduce(applyCommand, before);
    return describeChanges(before, after).map((change) => changeWords(change, format, (code) => code, after));
  };
  expect(told({ name: 'setServed', args: { countries: ['FR'] } })).toEqual([
    'The shop now delivers to France. The shop no longer delivers to Canada.',
  ]);
  const week = (at: string) => [at, at, at, at, '12:00', null, null] as [string, string, string, string, string, null, null];
  const dispatch = { cutOffs: week('14:00'), ownCutOffs: [], lead: { least: 0, most: 1 }, capacity: 40, closed: [] };
  const store = {
    id: 'store',
    name: 'Store',
    street: '',
    city: '',
    country: 'CA',
    subdivision: null,
    postalCode: null,
    point: null,
    timeZone: 'UTC',
    ships: null,
    dispatch: null,
  };
  expect(told({ name: 'addLocation', args: store }, { name: 'setDispatch', args: { location: 'store', dispatch } })).toEqual([
    'Locations: Store is new.',
    'Store dispatches now: cut-offs Mon to Thu 2:00\u00a0p.m., Fri 12:00\u00a0p.m.; no service has cut-offs of its own; packed after 0 to 1 packing day; at most 40 orders a day; no closed days.',
  ]);
  expect(told({ name: 'setShowDates', args: { showDates: false } })).toEqual(['Buyers see no dates any more.']);
  const days = { ...PLAIN_SERVICE.days, transit: { least: 1, most: 3 }, collects: [1, 3] };
  expect(told({ name: 'setServiceDays', args: { service: 'ground', days } })).toEqual([
    'Ground parcel now: 1 to 3 working days on the way; collected on Mon and Wed.',
  ]);
  const round = { ...PLAIN_ROUND, windows: [{ weekday: 2, from: '09:00', until: '12:00', capacity: null }], notes: 'Ring twice' };
  expect(told({ name: 'setRound', args: { service: 'van', round } })).toEqual([
    'Van now: comes Tue 9:00\u00a0a.m.–12:00\u00a0p.m.; last order 1 calendar day before at 6:00\u00a0p.m.; rings measured from elsewhere; goes to all of its zones; no closed days; notes “Ring twice”.',
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
  expect(told({ name: 'addGoodsGroup', args: { id: 'wet', name: 'Wet things', mark: 'glaze', ...PLAIN_GROUP } })).toEqual([
    'Goods groups: Wet things is new.',
  ]);
  const postal = { kind: 'postal', country: 'CA', rules: 'B3*\nB4*\nB5A\nB6-B7' } as const;
  expect(told({ name: 'setPlaces', args: { zone: 'far', places: [postal] } })).toEqual(['Zone Far gained 4 lines of postal codes (CA).']);
  expect(told({ name: 'removeLane', args: at })).toEqual(['Ground parcel is no longer offered to Canada.']);
  expect(told({ name: 'startLane', args: { ...at, zone: 'far', card: lane.card } })).toEqual([
    'Ground parcel is now offered to Far. Priced by items weight: $9.90 up to 2 lb, free up to 5 kg; over 5 kg it is not offered.',
  ]);
  expect(
    told({ name: 'describeService', args: { service: 'van', kind: 'round', note: 'Tuesdays', internalName: '', mixing: { kind: 'add' } } }),
  ).toEqual(['Van is own van with the note “Tuesdays”; prices of goods priced apart are added up.']);
  expect(told({ name: 'setCard', args: { zone: 'canada', service: 'van', card: { kind: 'flat', result: { kind: 'free' } } } })).toEqual([
    'Van to Canada: was “Delivery costs $5.00”, is now “Delivery costs nothing”.',
  ]);
  expect(told({ name: 'switchCard', args: { ...at, kind: 'flat' } })).toEqual([
    'Ground parcel to Canada: was “Priced by items weight: $9.90 up to 2 lb, free up to 5 kg; over 5 kg it is not offered”, is now “The buyer is asked to write to us”.',
  ]);
  expect(told({ name: 'setLimits', args: { ...at, limits: [{ measure: 'itemsWeight', upTo: '30 kg' }] } })).toEqual([
    'Ground parcel to Canada: was offered with no limits, now with items weight up to 30 kg.',
  ]);
  expect(
    told({
      name: 'setFreeFrom',
      args: { ...at, freeFrom: { measure: 'valueAfterDiscounts', from: 8000, byItself: false, coversCharges: true } },
    }),
  ).toEqual(['Ground parcel to Canada: was never free, is now free from $80.00 after discounts.']);
  expect(told({ name: 'setShop', args: { name: 'My shop', currency: 'USD', units: 'metric', locale: 'en-CA', timeZone: 'UTC' } })).toEqual([
    'The shop’s currency was CAD, is now USD.',
  ]);
  expect(
    told({ name: 'setShop', args: { name: 'My shop', currency: 'CAD', units: 'metric', locale: 'en-CA', timeZone: 'America/Halifax' } }),
  ).toEqual(['The shop’s time zone was UTC, is now America/Halifax.']);
  expect(told({ name: 'setPricing', args: { rounding: 'halfUp', ending: 'up99', tax: 'added', order: 'cheapest' } })).toEqual([
    'Prices are rounded up to the next .99, percentages half a cent up; delivery is taxed on top of the price; options are shown the cheapest first.',
  ]);
  expect(told({ name: 'setZoneTax', args: { zone: 'far', taxRate: 1400 } })).toEqual(['Delivery to Far was taxed at 0%, is now at 14%.']);
  const scope = { services: ['ground'], zones: null, goods: null };
  const rule = { id: 'r', name: 'Rule', scope, dates: { from: '11-01', until: '12-31' }, inUse: true };
  expect(
    told(
      {
        name: 'addCharge',
        args: { ...rule, amount: { kind: 'percent', basisPoints: 180, of: 'valueAfterDiscounts' }, floor: 150, cap: null },
      },
      {
        name: 'addAllowance',
        args: {
          ...rule,
          effect: { kind: 'atMost', amount: 500 },
          ranges: [{ measure: 'valueAfterDiscounts', from: 4000 }],
          coupons: ['CLUB'],
          sinceOrder: 12,
          sinceCart: null,
          endedAt: null,
          exceptCountries: ['US'],
          byItself: false,
          coversCharges: false,
          combinable: true,
        },
      },
    ),
  ).toEqual([
    'New charge “Rule”: adds 1.8% of goods after discounts on Ground parcel, at least $1.50, from Nov 1 to Dec 31 every year.',
    'New reduction “Rule”: lets delivery cost $5.00 at most on Ground parcel, for goods after discounts from $40.00, with the coupon CLUB, for 12 hours after the buyer’s last order, from Nov 1 to Dec 31 every year, but not in United States, charges not included, together with others.',
  ]);
  const conditions = { goods: null, coupons: [], dates: null, weekdays: [5, 2] };
  expect(told({ name: 'setConditions', args: { ...at, conditions } })).toEqual([
    'Ground parcel to Canada: is now offered only on Tuesday and Friday.',
  ]);
  expect(told({ name: 'setLaneRange', args: { ...at, floor: null, cap: 4500 } })).toEqual([
    'Ground parcel to Canada: with charges it was neither floored nor capped, is now never more than $45.00.',
  ]);
});

test.each<[Card, string]>([
  [
    { kind: 'firstAndFurther', measure: 'itemCount', first: 600, further: 150, floor: null, cap: 900 },
    '$6.00 for the first item and $1.50 for each further one; never more than $9.00.',
  ],
  [
    { kind: 'startedUnits', base: 500, each: 80, per: { measure: 'packedWeight', unit: '1 kg' }, floor: null, cap: null },
    '$5.00 and $0.80 for each started kg of packed weight.',
  ],
  [
    { kind: 'percent', of: 'valueBeforeDiscounts', basisPoints: 750, floor: 400, cap: null },
    'Delivery costs 7.5% of goods before discounts; at least $4.00.',
  ],
  [{ kind: 'chargesOnly' }, 'No price of its own: the buyer pays the charges alone.'],
  [
    {
      kind: 'twoWay',
      rows: { measure: 'packedWeight', bounds: ['2 kg', '5 kg'] },
      columns: { measure: 'valueAfterDiscounts', bounds: [9999] },
      results: [
        [{ kind: 'amount', amount: 500 }, { kind: 'free' }],
        [{ kind: 'amount', amount: 900 }, { kind: 'refer' }],
        [{ kind: 'notOffered' }, { kind: 'notOffered' }],
      ],
      floor: null,
      cap: null,
    },
    'Priced by packed weight (3 steps to 5 kg and above) and goods after discounts (2 steps to $99.99 and above): Free to $9.00, some not offered, some to be asked for.',
  ],
])('the kinds of cards read back', (card, words) => expect(say(plainLane(card))).toBe(words));

test('moments are told by the shop’s clock, in the habit of its language, with the year where it is another', () => {
  const shop = emptyBook().shop;
  const moment = (timeZone: string, locale: string) => formatFor({ ...shop, timeZone, locale }).moment('2020-11-24T23:30:00.000Z');
  expect(moment('America/Halifax', 'en-CA')).toBe('Tue, Nov 24, 2020, 7:30\u00a0p.m.');
  expect(moment('Asia/Tokyo', 'en-GB')).toBe('Wed, 25 Nov 2020, 08:30');
  expect(moment('Asia/Tokyo', 'de-DE')).toMatch(/25\. Nov\.? 2020, 08:30$/);
});
