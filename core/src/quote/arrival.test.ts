import { describe, expect, test } from 'vitest';
import { toPublicQuote } from '../contract/publicQuote.ts';
import type { Counter } from '../counters/counter.ts';
import { type DispatchCalendar, PLAIN_DAYS } from '../dispatch/dispatchCalendar.ts';
import { dateFindings } from '../findings/dateFindings.ts';
import { PLAIN_GROUP } from '../goods/goodsGroup.ts';
import { geodesicDistance } from '../places/geodesic.ts';
import type { Card } from '../rate-book/card.ts';
import type { RateBook, Service } from '../rate-book/rateBook.ts';
import { PLAIN_ROUND, type Round } from '../rounds/round.ts';
import { amount, canada, flat, lane, location, notOffered } from '../testing/bookOf.ts';
import { counter as plainCounter, dispatch as plainDispatch } from '../testing/commandBook.ts';
import { planOf } from '../testing/planOf.ts';
import { compile } from './compile.ts';
import { WITHHELD } from './compiledResult.ts';
import { pricesInto } from './lanePrice.ts';
import { QuoteRequest } from './request.ts';
import { quote, settle } from './settle.ts';

const HARBOUR = { latitude: 44.6658, longitude: -63.5676 };
const rings: Card = {
  kind: 'distanceTiers',
  measure: 'distance',
  bands: 'whole',
  tiers: [
    { upTo: '12 km', result: amount(600) },
    { upTo: '35 km', result: amount(1100) },
  ],
  above: notOffered,
  floor: null,
  cap: null,
};

interface Shop {
  card?: Card;
  service?: Partial<Service>;
  dispatch?: DispatchCalendar | null;
  book?: Partial<RateBook>;
}

function shop({ card = flat(500), service = {}, dispatch = plainDispatch, book: more = {} }: Shop): RateBook {
  const book = canada({ one: lane(card) });
  return {
    ...book,
    locations: [location('shop', { dispatch, point: HARBOUR })],
    services: book.services.map((held) => ({ ...held, days: { ...PLAIN_DAYS, transit: { least: 1, most: 2 } }, ...service })),
    ...more,
  };
}

const at = (longitude: number, latitude = 44.6658) => ({ latitude, longitude });

function ask(book: RateBook, more: { point?: { latitude: number; longitude: number }; line?: object; moment?: string | null } = {}) {
  const { point, line = {}, moment = '2026-11-24T13:00:00Z' } = more;
  const request = QuoteRequest.parse({
    lines: [{ quantity: 1, unitPrice: 7000, weight: '1 kg', ...line }],
    destination: { country: 'CA', ...(point && { point }) },
    ...(moment !== null && { moment }),
  });
  const compiled = compile(book);
  const prepared = planOf(compiled, request);
  const fast = new Float64Array(1);
  pricesInto(compiled.zones[0]!, prepared.shipments[0]!, fast);
  const answer = settle(prepared);
  const [option] = answer.options;
  // The fast path and the full quote are one pricer.
  expect(fast[0]).toBe(option?.status === 'priced' ? option.price : WITHHELD);
  return { answer, option, reasons: answer.withheld[0]?.reasons.map(({ code }) => code) };
}

const priced = (book: RateBook, more: Parameters<typeof ask>[1] = {}) => {
  const { option } = ask(book, more);
  if (option?.status !== 'priced') throw new Error('not offered');
  return option;
};

describe('rings of a van round', () => {
  const round: Round = { ...PLAIN_ROUND, centre: 'shop', windows: [{ weekday: 2, from: '09:00', until: '12:00', capacity: null }] };
  const van = (more: Partial<Round> = {}) => shop({ card: rings, service: { kind: 'round', round: { ...round, ...more } } });

  // Common practice, no published source: 0 to 12 km at 6.00 and 12 to 35 km at 11.00, without a gap or an overlap.
  test('an address at the edge belongs to the inner ring, a metre on to the outer; beyond the last there is no van', () => {
    const east = (metres: number) => {
      // Along a parallel, until the geodesic distance (checked against its published reference elsewhere) is just that.
      let [near, far] = [0, 1];
      for (let step = 0; step < 60; step += 1) {
        const middle = (near + far) / 2;
        if (geodesicDistance(HARBOUR, at(HARBOUR.longitude + middle)) < metres) near = middle;
        else far = middle;
      }
      return at(HARBOUR.longitude + near);
    };
    const fees = [11_999, 12_001, 34_999].map((metres) => priced(van(), { point: east(metres) }).price);
    expect(fees).toEqual([600, 1100, 1100]);
    expect(ask(van(), { point: east(35_001) }).reasons).toEqual(['aboveTopTier']);
    expect(ask(van()).reasons).toEqual(['pointUnknown']);
    const open = { ...rings, above: amount(2000) } as Card;
    expect(ask(shop({ card: open, service: { kind: 'round', round } })).reasons).toEqual(['pointUnknown']);
  });

  test('are measured from the round’s centre, wherever the goods leave from', () => {
    const book = van();
    const far = {
      ...book,
      locations: [location('shop', { point: HARBOUR, ships: { groups: [], others: false } }), location('depot', { point: at(-60) })],
    };
    expect(priced(far, { point: at(-63.57) }).price).toBe(600);
  });

  test('postal rules and drawn areas bound where it goes', () => {
    const outline = [
      [
        [
          [-63.7, 44],
          [-63.45, 44],
          [-63.45, 45],
          [-63.7, 45],
          [-63.7, 44],
        ],
      ],
    ] as never;
    const square = { kind: 'area' as const, name: 'Square', outline };
    expect(priced(van({ area: [square] }), { point: at(-63.5) }).price).toBe(600);
    expect(ask(van({ area: [square] }), { point: at(-63.44) }).reasons).toEqual(['outsideRound']);
    const flatFee = shop({ service: { kind: 'round', round: { ...round, area: [square] } } });
    expect(ask(flatFee).reasons).toEqual(['pointUnknown']);
    const postal = shop({ service: { kind: 'round', round: { ...round, area: [{ kind: 'postal', country: 'CA', rules: 'B3*' }] } } });
    expect(ask(postal).reasons).toEqual(['outsideRound']);
  });
});

describe('a counter', () => {
  const counter: Counter = {
    ...plainCounter,
    point: at(-63.6),
    hours: Array.from({ length: 7 }, () => [{ from: '09:00', until: '17:00' }]) as Counter['hours'],
  };
  const pickup = (more: Partial<Counter> = {}, card: Card = flat(0)) =>
    shop({ card, service: { kind: 'counter', counter: { ...counter, ...more } } });

  test('tells the buyer how far it is, from itself; within so many kilometres only where it is limited', () => {
    const { distance } = priced(pickup(), { point: at(-63.61) });
    expect(distance).toBe(Math.round(geodesicDistance(at(-63.6), at(-63.61)) * 1000));
    expect(priced(pickup({ showDistance: false }), { point: at(-63.61) }).distance).toBeUndefined();
    expect(priced(pickup()).distance).toBeUndefined();
    const book = pickup();
    const near = {
      ...book,
      zones: book.zones.map((zone) => ({ ...zone, lanes: { one: lane(flat(0), { limits: [{ measure: 'distance', upTo: '5 km' }] }) } })),
    };
    expect(priced(near, { point: at(-63.61) }).price).toBe(0);
    expect(ask(near, { point: at(-63.9) }).reasons).toEqual(['aboveLimit']);
    expect(ask(near).reasons).toEqual(['pointUnknown']);
  });

  test('and the public quote its address, instructions, hour and metres, and nothing of how they came about', () => {
    const book = pickup({ instructions: 'Ring the bell' });
    const { answer } = ask(book, { point: at(-63.61) });
    expect(toPublicQuote(answer, book, { edition: 3 }).options).toEqual([
      {
        status: 'priced',
        service: 'one',
        name: 'Service one',
        kind: 'counter',
        note: '',
        price: 0,
        counter: {
          street: '1 Quay',
          city: 'Dartmouth',
          country: 'CA',
          postalCode: null,
          instructions: 'Ring the bell',
          point: at(-63.6),
          distance: 793,
        },
        promise: {
          first: '2026-11-24',
          last: '2026-11-24',
          orderBefore: '2026-11-24T13:01:00Z',
          timeZone: 'America/Halifax',
          readyAt: '2026-11-24T15:00:00Z',
          text: 'Tue, Nov 24, 11:00\u00a0a.m.',
        },
      },
    ]);
  });
});

describe('when an option carries no date', () => {
  test.each([
    ['dates are switched off', { book: { shop: { ...canada({}).shop, showDates: false } } }, {}, 'datesOff'],
    ['nobody says when', {}, { moment: null }, 'noMoment'],
    ['there is no location', { book: { locations: [] } }, {}, 'noLocation'],
    ['the location has no calendar', { dispatch: null }, {}, 'noCalendar'],
    ['days on the way are not stated', { service: { days: PLAIN_DAYS } }, {}, 'noTransit'],
    ['a round has no days', { service: { kind: 'round', round: PLAIN_ROUND } }, {}, 'noRoundDays'],
    ['a counter is not set up', { service: { kind: 'counter' } }, {}, 'noCounter'],
    [
      'a counter never opens',
      { service: { kind: 'counter', counter: { ...plainCounter, hours: [[], [], [], [], [], [], []] } } },
      {},
      'noHours',
    ],
    [
      'a counter is supplied by a location without a calendar',
      { dispatch: null, service: { kind: 'counter', counter: { ...plainCounter, stock: { kind: 'sent', days: 1 } } } },
      {},
      'noCalendar',
    ],
  ] as const)('because %s', (_name, more, how, why) => {
    const option = priced(shop(more as unknown as Shop), how);
    expect([option.undated, option.promise]).toEqual([why, undefined]);
  });

  test('while its neighbours do, the zone is a finding; where none does, or none is shown, it is not', () => {
    const book = canada({ a: lane(flat(500)), b: lane(flat(900), { transit: { least: 1, most: 2 } }) });
    const dated = { ...book, locations: [location('shop', { dispatch: plainDispatch })] };
    const NOW = '2026-11-24T13:00:00Z';
    const found = (held: RateBook) => dateFindings(held, NOW).map(({ where, facts }) => ({ ...where, ...facts }));
    const finding = { zones: ['canada'], origin: 'shop', dated: ['b'], undated: [{ service: 'a', why: 'noTransit' as const }] };
    expect(found(dated)).toEqual([finding]);
    expect(found(book)).toEqual([]);
    expect(found({ ...dated, shop: { ...dated.shop, showDates: false } })).toEqual([]);
    // A second location without a calendar: nothing it sends is dated, but for a counter with stock of its own.
    const pickup = { ...dated.services[0]!, kind: 'counter' as const, counter: plainCounter };
    const two = { ...dated, services: [pickup, dated.services[1]!], locations: [...dated.locations, location('depot')] };
    expect(found(two)).toEqual([{ zones: ['canada'], origin: 'depot', dated: ['a'], undated: [{ service: 'b', why: 'noCalendar' }] }]);
    const idle = { ...two, locations: [two.locations[0]!, location('depot', { ships: { groups: [], others: false } })] };
    expect(found(idle)).toEqual([]);
  });
});

describe('what goods ask of dispatch', () => {
  const groups = [
    { id: 'shelf', name: 'Shelves', mark: 'sand' as const, ...PLAIN_GROUP, extraPackingDays: 2 },
    { id: 'glaze', name: 'Glazes', mark: 'glaze' as const, ...PLAIN_GROUP, leavesOn: [{ weekdays: [1, 2, 3], season: null }] },
  ];
  const leaves = (line: object) => {
    const step = priced(shop({ book: { goodsGroups: groups } }), { line }).promise?.chain.find(({ code }) => code === 'leaves');
    return step?.code === 'leaves' ? [step.first, step.last] : null;
  };
  test('of extra packing days, the group’s or the product’s, the most; days of leaving of every group', () => {
    // 24 November 2026 is a Tuesday; the calendar packs the same day or the next.
    expect(leaves({})).toEqual(['2026-11-24', '2026-11-25']);
    expect(leaves({ group: 'shelf' })).toEqual(['2026-11-26', '2026-11-27']);
    expect(leaves({ group: 'shelf', extraPackingDays: 3 })).toEqual(['2026-11-27', '2026-11-30']);
    expect(leaves({ group: 'glaze', extraPackingDays: 2 })).toEqual(['2026-11-30', '2026-11-30']);
  });

  test('of two consignments the whole arrives with the later, and is ordered before the sooner cut-off', () => {
    const book = shop({});
    const early: DispatchCalendar = {
      ...plainDispatch,
      cutOffs: ['10:00', '10:00', '10:00', '10:00', '10:00', null, null],
      lead: { least: 3, most: 4 },
    };
    const two = { ...book, locations: [...book.locations, location('depot', { dispatch: early })] };
    const request = QuoteRequest.parse({
      lines: [
        { quantity: 1, unitPrice: 100, weight: '1 kg' },
        { quantity: 1, unitPrice: 100, weight: '1 kg', origin: 'depot' },
      ],
      destination: { country: 'CA' },
      moment: '2026-11-24T13:00:00Z',
    });
    const { options, consignments } = quote(compile(two), request);
    const dates = [options, ...consignments.map((one) => one.options)].map(([option]) =>
      option?.status === 'priced' && option.promise ? [option.promise.first, option.promise.last, option.promise.orderBefore] : null,
    );
    expect(dates).toEqual([
      ['2026-11-30', '2026-12-02', '2026-11-24T14:00:00Z'],
      ['2026-11-25', '2026-11-27', '2026-11-24T18:00:00Z'],
      ['2026-11-30', '2026-12-02', '2026-11-24T14:00:00Z'],
    ]);
  });

  test('fastest first goes by the day of arrival', () => {
    const book = canada({
      slow: lane(flat(100), { transit: { least: 2, most: 5 } }),
      quick: lane(flat(900), { transit: { least: 1, most: 1 } }),
    });
    const dated: RateBook = {
      ...book,
      shop: { ...book.shop, pricing: { ...book.shop.pricing, order: 'fastest' } },
      locations: [location('shop', { dispatch: plainDispatch })],
    };
    const request = QuoteRequest.parse({
      lines: [{ quantity: 1, unitPrice: 100, weight: '1 kg' }],
      destination: { country: 'CA' },
      moment: '2026-11-24T13:00:00Z',
    });
    expect(quote(compile(dated), request).options.map(({ service }) => service)).toEqual(['quick', 'slow']);
  });
});
