import { describe, expect, test } from 'vitest';
import { PLAIN_GROUP } from '../goods/goodsGroup.ts';
import { type Allowance, plainAllowance } from '../rate-book/allowance.ts';
import type { Card } from '../rate-book/card.ts';
import { type Charge, plainCharge } from '../rate-book/charge.ts';
import type { Lane } from '../rate-book/lane.ts';
import { RateBook } from '../rate-book/rateBook.ts';
import { EVERYWHERE } from '../rate-book/scope.ts';
import { amount, bookOf, byValue, byWeight, canada, carton, flat, free, lane, location, notOffered } from '../testing/bookOf.ts';
import { planOf } from '../testing/planOf.ts';
import { compile } from './compile.ts';
import { WITHHELD } from './compiledResult.ts';
import { pricesInto } from './lanePrice.ts';
import type { Quote } from './quoteTypes.ts';
import { QuoteRequest } from './request.ts';
import { quote } from './settle.ts';

type Line = Partial<QuoteRequest['lines'][number]>;
type More = Partial<Omit<QuoteRequest, 'lines'>>;

const ask = (book: RateBook, lines: readonly Line[], more: More = {}): Quote =>
  quote(
    compile(RateBook.parse(book)),
    QuoteRequest.parse({
      destination: { country: 'CA' },
      ...more,
      lines: lines.map((line) => ({ quantity: 1, unitPrice: 0, weight: '100 g', ...line })),
    }),
  );

const priceOf = ({ options }: Quote) => options.map((offer) => (offer.status === 'priced' ? offer.price : offer.status));
const price = (book: RateBook, lines: readonly Line[], more: More = {}) => priceOf(ask(book, lines, more))[0];
const open = { floor: null, cap: null };

const charge = (id: string, amountOf: Charge['amount'], more: Partial<Charge> = {}): Charge => ({
  ...plainCharge(id, id, amountOf),
  ...more,
});
const allowance = (id: string, effect: Allowance['effect'], more: Partial<Allowance> = {}): Allowance => ({
  ...plainAllowance(id, id, effect),
  ...more,
});

const book = (card: Card, more: Partial<RateBook> & { lane?: Partial<Lane> } = {}): RateBook => {
  const { lane: own, ...rest } = more;
  return { ...canada({ ground: lane(card, own) }), ...rest };
};

const percent = (basisPoints: number, of: Extract<Charge['amount'], { kind: 'percent' }>['of'] = 'base') =>
  ({ kind: 'percent', basisPoints, of }) as const;
const perOrder = (minor: number) => ({ kind: 'fixed', amount: minor, per: 'order' }) as const;

describe('facts of the trade (common practice, no published source)', () => {
  const items: Card = { kind: 'firstAndFurther', measure: 'itemCount', first: 600, further: 150, ...open };
  const four = [{ quantity: 4, unitPrice: 1000 }];

  test('6.00 first item and 1.50 each further: four items pay 10.50; with a cap of 9.00, 9.00', () => {
    expect(price(book(items), four)).toBe(1050);
    expect(price(book({ ...items, cap: 900 }), four)).toBe(900);
    expect(price(book(items), [{}])).toBe(600);
  });

  test('1.20 per item and 0.75 handling: 5.55; handling only: 0.75; handling 10 %: 5.28', () => {
    const each: Card = { kind: 'startedUnits', base: 0, each: 120, per: { measure: 'itemCount', unit: 1 }, ...open };
    expect(price(book(each, { charges: [charge('handling', perOrder(75))] }), four)).toBe(555);
    expect(price(book({ kind: 'chargesOnly' }, { charges: [charge('handling', perOrder(75))] }), four)).toBe(75);
    expect(price(book(each, { charges: [charge('handling', percent(1000))] }), four)).toBe(528);
  });

  test('5.10 label plus 1.40 handling to 500 g is 6.50; 8.20 plus 1.40 to 2 kg is 9.60; free by weight from 3 to 20 kg', () => {
    const labels = byWeight([
      ['500 g', amount(510)],
      ['20 kg', amount(820)],
    ]);
    const byMass = allowance('heavy', { kind: 'free' }, { ranges: [{ measure: 'itemsWeight', from: '3 kg', upTo: '20 kg' }] });
    const shop = book(labels, { charges: [charge('handling', perOrder(140))], allowances: [byMass] });
    const at = (weight: string) => price(shop, [{ weight }]);
    expect(['500 g', '501 g', '2 kg', '2999 g', '3 kg', '20 kg', '20001 g'].map(at)).toEqual([650, 960, 960, 960, 0, 0, undefined]);
  });

  test('4.00 to 8.00, 16.00 to 15.00, free above: a price that rises and then falls', () => {
    const card = byValue(
      [
        [800, amount(400)],
        [1500, amount(1600)],
      ],
      free,
    );
    expect([800, 801, 1500, 1501].map((unitPrice) => price(book(card), [{ unitPrice }]))).toEqual([400, 1600, 1600, 0]);
  });

  test('free within two hours of starting the cart from 40.00; free for 12 hours after an order; both off for one country', () => {
    const rules = [
      allowance(
        'quick',
        { kind: 'free' },
        { sinceCart: 2, ranges: [{ measure: 'valueAfterDiscounts', from: 4000 }], exceptCountries: ['US'] },
      ),
      allowance('again', { kind: 'free' }, { sinceOrder: 12, exceptCountries: ['US'] }),
    ];
    const places = [
      { kind: 'country' as const, country: 'CA' },
      { kind: 'country' as const, country: 'US' },
    ];
    const shop = { ...bookOf([{ id: 'all', places, lanes: { ground: lane(flat(700)) } }]), allowances: rules };
    const moment = '2026-11-23T14:00:00Z';
    const cases: [More, number, number][] = [
      [{ cartStartedAt: '2026-11-23T12:00:00Z' }, 4000, 0],
      [{ cartStartedAt: '2026-11-23T12:00:00Z' }, 3999, 700],
      [{ cartStartedAt: '2026-11-23T11:59:59Z' }, 4000, 700],
      [{ cartStartedAt: '2026-11-23T12:00:00Z', destination: { country: 'US' } }, 4000, 700],
      [{ lastOrderAt: '2026-11-23T02:00:00Z' }, 100, 0],
      [{ lastOrderAt: '2026-11-23T01:59:59Z' }, 100, 700],
      [{ lastOrderAt: '2026-11-23T02:00:00Z', destination: { country: 'US' } }, 100, 700],
      // An order in the future is no order yet.
      [{ lastOrderAt: '2026-11-23T15:00:00Z' }, 100, 700],
      [{}, 9000, 700],
    ];
    for (const [more, unitPrice, expected] of cases)
      expect(price(shop, [{ unitPrice }], { moment, ...more }), JSON.stringify(more)).toBe(expected);
    const ended = { ...shop, allowances: rules.map((rule) => ({ ...rule, endedAt: '2026-11-23T13:00:00Z' })) };
    expect(price(ended, [{}], { moment, lastOrderAt: '2026-11-23T12:59:00Z' })).toBe(700);
    expect(price(ended, [{}], { moment, lastOrderAt: '2026-11-23T13:01:00Z' })).toBe(0);
  });

  test('a given price plus 8 %, plus 12 %, plus a fixed amount', () => {
    const given = (charges: Charge[]) => price(book(flat(1250), { charges }), [{}]);
    expect(given([charge('a', percent(800))])).toBe(1350);
    expect(given([charge('a', percent(1200))])).toBe(1400);
    expect(given([charge('a', perOrder(175))])).toBe(1425);
    expect(given([charge('a', percent(800)), charge('b', percent(1200, 'running')), charge('c', perOrder(175))])).toBe(
      1250 + 100 + 162 + 175,
    );
  });

  test('delivery 3.00 untaxed on goods of 41.00 makes 44.00; at 14 % added on delivery alone, 44.42', () => {
    const taxed = (tax: 'none' | 'added' | 'included') => {
      const base = book(flat(300));
      const shop = { ...base.shop, pricing: { ...base.shop.pricing, tax } };
      return ask({ ...base, shop, zones: base.zones.map((zone) => ({ ...zone, taxRate: 1400 })) }, [{ unitPrice: 4100 }]);
    };
    expect(4100 + Number(priceOf(taxed('none'))[0])).toBe(4400);
    expect(4100 + Number(priceOf(taxed('added'))[0])).toBe(4442);
    expect(taxed('added').options[0]).toMatchObject({ tax: { mode: 'added', basisPoints: 1400, amount: 42 } });
    // 3.00 holds 0.37 of tax at 14 %: 2.63 and 14 % of it, 0.3682.
    expect(taxed('included').options[0]).toMatchObject({ price: 300, tax: { mode: 'included', amount: 37 } });
  });
});

describe('charges', () => {
  const line = { quantity: 3, unitPrice: 1000, weight: '700 g' };

  test.each([
    ['per parcel', { kind: 'fixed', amount: 200, per: 'parcel' }, 700],
    ['per item', { kind: 'fixed', amount: 10, per: 'item' }, 530],
    ['per started kilogram of 2.1', { kind: 'startedWeight', amount: 50, measure: 'itemsWeight', unit: '1 kg' }, 650],
    ['of the goods before discounts', percent(180, 'valueBeforeDiscounts'), 554],
    ['of the goods after discounts', percent(180, 'valueAfterDiscounts'), 545],
  ] satisfies [string, Charge['amount'], number][])('%s', (_name, basis, expected) => {
    const more = { discounts: [{ kind: 'amount' as const, amount: 500 }] };
    expect(price(book(flat(500), { charges: [charge('c', basis)] }), [line], more)).toBe(expected);
  });

  test('floor and cap of a charge; a season that runs over the end of the year, by the shop’s own date', () => {
    const packing = charge('packing', percent(180, 'valueAfterDiscounts'), { floor: 150, cap: 400 });
    const at = (unitPrice: number) => price(book(flat(0), { charges: [packing] }), [{ unitPrice }]);
    expect([100, 10_000, 100_000].map(at)).toEqual([150, 180, 400]);
    const season = charge('season', perOrder(99), { dates: { from: '11-15', until: '01-06' } });
    const shop = book(flat(500), { charges: [season] });
    shop.shop = { ...shop.shop, timeZone: 'America/Halifax' };
    const on = (moment: string) => price(shop, [{}], { moment });
    // Halifax is four hours behind UTC in winter.
    expect(['2026-11-15T03:59:00Z', '2026-11-15T04:00:00Z', '2027-01-07T03:59:00Z', '2027-01-07T04:00:00Z'].map(on)).toEqual([
      500, 599, 599, 500,
    ]);
    expect(price(shop, [{}])).toBe(500);
  });

  test('only some services, zones or goods, counted on those goods alone; an order pays once, in its first consignment', () => {
    const groups = [{ id: 'clay', name: 'Clay', mark: 'clay' as const, ...PLAIN_GROUP }];
    const each = { kind: 'fixed', amount: 100, per: 'item' } as const;
    const shop = book(flat(500), {
      goodsGroups: groups,
      charges: [charge('clay', each, { scope: { ...EVERYWHERE, goods: { groups: ['clay'], others: false } } })],
    });
    expect(price(shop, [{ quantity: 2, group: 'clay' }, { quantity: 5 }])).toBe(700);
    expect(price(shop, [{ quantity: 5 }])).toBe(500);
    const both = canada({ ground: lane(flat(500)), other: lane(flat(700)) });
    const elsewhere = { ...both, charges: [charge('x', each, { scope: { ...EVERYWHERE, services: ['other'] } })] };
    expect(priceOf(ask(elsewhere, [{}]))).toEqual([500, 800]);
    expect(() => ask({ ...elsewhere, services: both.services.slice(0, 1), zones: [] }, [{}])).toThrow('No service has the id');
    const order = book(flat(500), { charges: [charge('o', perOrder(30)), charge('p', { kind: 'fixed', amount: 7, per: 'consignment' })] });
    expect(price(order, [{}, { to: 1 }], { others: [{ country: 'CA', postalCode: 'B3H 4R2' }] })).toBe(1000 + 30 + 14);
  });

  test('the packaging’s own cost is passed on', () => {
    const shop = book(flat(0), { charges: [charge('boxes', { kind: 'packagingCost' })] });
    const packed = { ...shop, packing: { ...shop.packing, packaging: [carton()] } };
    expect(price(packed, [{ quantity: 3, weight: '600 g' }])).toBe(285);
    const clay = { ...EVERYWHERE, goods: { groups: ['clay'], others: false } };
    const forClay = {
      ...packed,
      goodsGroups: [{ id: 'clay', name: 'Clay', mark: 'clay' as const, ...PLAIN_GROUP }],
      charges: [charge('boxes', { kind: 'packagingCost' }, { scope: clay })],
    };
    expect(
      price(forClay, [
        { quantity: 3, weight: '600 g' },
        { quantity: 2, weight: '600 g', group: 'clay' },
      ]),
    ).toBe(190);
  });
});

describe('allowances', () => {
  test('the best one alone, or all combinable ones in order, whichever leaves less', () => {
    const rules = [
      allowance('half', { kind: 'percentOff', basisPoints: 5000 }, { coupons: ['Half-Price'] }),
      allowance('two', { kind: 'amountOff', amount: 200 }, { combinable: true }),
      allowance('most', { kind: 'atMost', amount: 700 }, { combinable: true }),
    ];
    const shop = book(flat(1000), { allowances: rules });
    expect(price(shop, [{}])).toBe(700);
    expect(price(shop, [{}], { coupons: ['half-price'] })).toBe(500);
    const [offer] = ask(shop, [{}], { coupons: ['HALF-PRICE'] }).options;
    expect(offer?.status === 'priced' && offer.ledger.map(({ code, amount: minor }) => [code, minor])).toEqual([
      ['flat', 1000],
      ['allowance', -500],
    ]);
  });

  test('charges stay where an allowance does not cover them', () => {
    const charges = [charge('packing', perOrder(150))];
    const shop = (coversCharges: boolean) =>
      book(flat(500), { charges, allowances: [allowance('f', { kind: 'free' }, { coversCharges })] });
    expect(price(shop(false), [{}])).toBe(150);
    expect(price(shop(true), [{}])).toBe(0);
  });

  test('goods it does not hold for keep it from the whole consignment: machines never', () => {
    const goodsGroups = [{ id: 'machines', name: 'Machines', mark: 'clay' as const, ...PLAIN_GROUP }];
    const scope = { ...EVERYWHERE, goods: { groups: [], others: true } };
    const shop = book(flat(500), { goodsGroups, allowances: [allowance('f', { kind: 'free' }, { scope })] });
    expect(price(shop, [{}])).toBe(0);
    expect(price(shop, [{}, { group: 'machines' }])).toBe(500);
  });
});

test('goods of several groups for a place in no zone stay one consignment', () => {
  const goodsGroups = [{ id: 'machines', name: 'Machines', mark: 'clay' as const, ...PLAIN_GROUP }];
  const { consignments, place } = ask(book(flat(500), { goodsGroups }), [{}, { group: 'machines' }], { destination: { country: 'US' } });
  expect([place.status, consignments.length]).toEqual(['noZone', 1]);
});

describe('cards of goods groups', () => {
  const goodsGroups = ['clay', 'glaze', 'tools'].map((id) => ({ id, name: id, mark: 'clay' as const, ...PLAIN_GROUP }));
  const cards = [
    { group: 'clay', card: flat(1340), kept: [] },
    { group: 'glaze', card: flat(900), kept: [] },
  ];
  const mixed = (mixing: RateBook['services'][number]['mixing']) => {
    const shop = book(flat(400), { goodsGroups, lane: { groupCards: cards } });
    return { ...shop, services: shop.services.map((service) => ({ ...service, mixing })) };
  };
  const all = [{ group: 'clay' }, { group: 'glaze' }, { group: 'tools' }, {}];

  test('added, the dearest alone, or the dearest and so much for each further card; others fall back to the lane’s own', () => {
    expect(price(mixed({ kind: 'add' }), all)).toBe(2640);
    expect(price(mixed({ kind: 'dearest' }), all)).toBe(1340);
    expect(price(mixed({ kind: 'dearestPlus', each: 150 }), all)).toBe(1640);
    expect(price(mixed({ kind: 'dearestPlus', each: 150 }), [{ group: 'tools' }, {}])).toBe(400);
  });

  test('what one card does not offer withholds the lane, though another wants to be asked', () => {
    const asks: Card = { kind: 'flat', result: { kind: 'refer' } };
    const shop = book(byWeight([['50 g', amount(100)]]), { goodsGroups, lane: { groupCards: [{ group: 'clay', card: asks, kept: [] }] } });
    expect(price(shop, [{ group: 'clay' }])).toBe('refer');
    const both = [{ group: 'clay' }, { weight: '60 g' }];
    const compiled = compile(shop);
    const out = new Float64Array(1);
    pricesInto(
      compiled.zones[0]!,
      planOf(
        compiled,
        QuoteRequest.parse({
          destination: { country: 'CA' },
          lines: both.map((line) => ({ quantity: 1, unitPrice: 0, weight: '10 g', ...line })),
        }),
      ).shipments[0]!,
      out,
    );
    expect(out[0]).toBe(WITHHELD);
  });

  test('a product’s own charge stands instead of the card or on top, for each one, and not at a counter', () => {
    const own = (how: 'instead' | 'onTop') => ({ quantity: 2, ownCharge: { amount: 4500, how } });
    const shop = book(flat(400));
    expect(price(shop, [own('instead')])).toBe(9000);
    expect(price(shop, [own('instead'), {}])).toBe(9400);
    expect(price(shop, [own('onTop')])).toBe(9400);
    const packet = book(byWeight([['500 g', amount(300)]]));
    expect(ask(packet, [{ ...own('instead'), weight: '46 kg' }]).withheld[0]?.reasons.map(({ code }) => code)).toEqual(['aboveTopTier']);
    const counter = { ...shop, services: shop.services.map((service) => ({ ...service, kind: 'counter' as const })) };
    expect(price(counter, [own('instead')])).toBe(400);
  });

  test('where no service takes everything, the consignment parts by goods group, and each part has its options', () => {
    const only = (group: string) => ({ goods: { groups: [group], others: false }, coupons: [], dates: null, weekdays: null });
    const shop = {
      ...canada({ a: lane(flat(500), { conditions: only('clay') }), b: lane(flat(700), { conditions: only('glaze') }) }),
      goodsGroups,
    };
    const answer = ask(shop, [{ group: 'clay' }, { group: 'glaze' }, { group: 'clay' }]);
    expect(answer.options).toEqual([]);
    expect(answer.consignments.map(({ lines, groups, options }) => [lines, groups, options.map(({ service }) => service)])).toEqual([
      [[0, 2], ['clay'], ['a']],
      [[1], ['glaze'], ['b']],
    ]);
    expect(answer.message).toBeUndefined();
    expect(ask(shop, [{ group: 'clay' }, { group: 'tools' }]).message).toBeDefined();
  });
});

describe('several addresses', () => {
  const others = [{ country: 'US' }, { country: 'FR' }];
  const zoneTo = (country: string, minor: number) => ({
    id: country.toLowerCase(),
    places: [{ kind: 'country' as const, country }],
    lanes: { a: lane(flat(minor)) },
  });
  const shop = bookOf([zoneTo('CA', 100), zoneTo('US', 250)]);
  const lines = [{ quantity: 2 }, { quantity: 3, to: 1 }];

  test('each is a consignment in its own zone; the whole is their sum', () => {
    const answer = ask(shop, lines, { others });
    expect(answer.consignments.map(({ to, measures }) => [to, measures.itemCount])).toEqual([
      [0, 2],
      [1, 3],
    ]);
    expect(priceOf(answer)).toEqual([350]);
    expect(answer.otherPlaces.map(({ status }) => status)).toEqual(['zone', 'noZone']);
    expect(ask(shop, [{}, { to: 2 }], { others }).message).toBeDefined();
  });

  test('a shop may forbid them, or cap their items; one address in use is not several', () => {
    const withRule = (allowed: boolean, mostItems: number | null) => ({
      ...shop,
      shop: { ...shop.shop, severalAddresses: { allowed, mostItems } },
    });
    expect(ask(withRule(false, null), lines, { others }).remarks).toContainEqual({ code: 'oneAddressOnly' });
    expect(ask(withRule(false, null), lines, { others }).options).toEqual([]);
    expect(ask(withRule(true, 4), lines, { others }).remarks).toContainEqual({ code: 'tooManyItemsForAddresses', items: 5, most: 4 });
    expect(priceOf(ask(withRule(true, 5), lines, { others }))).toEqual([350]);
    expect(priceOf(ask(withRule(false, 1), [{ quantity: 5, to: 1 }], { others }))).toEqual([250]);
    expect(() => ask(shop, [{ to: 3 }], { others })).toThrow('There is no such address');
  });
});

describe('limits tell why, to the owner and in order', () => {
  test('goods, coupon, dates and weekdays', () => {
    const conditions = {
      goods: { groups: [], others: true },
      coupons: ['CLUB'],
      dates: { from: '2026-12-01', until: null },
      weekdays: [2, 5],
    };
    const shop = book(flat(100), {
      goodsGroups: [{ id: 'clay', name: 'Clay', mark: 'clay' as const, ...PLAIN_GROUP }],
      lane: { conditions },
    });
    const codes = (more: More, group?: string) =>
      ask(shop, [group === undefined ? {} : { group }], more).withheld[0]?.reasons.map(({ code }) => code);
    expect(codes({ moment: '2026-11-23T12:00:00Z' }, 'clay')).toEqual(['goodsRefused', 'couponNeeded', 'outsideDates', 'wrongWeekday']);
    expect(codes({ moment: '2026-12-04T12:00:00Z', coupons: ['club'] })).toBeUndefined();
    expect(codes({ coupons: ['club'] })).toEqual(['outsideDates', 'wrongWeekday']);
  });

  test('a crossing of a two-way card that is not offered names both stretches', () => {
    const card: Card = {
      kind: 'twoWay',
      rows: { measure: 'itemsWeight', bounds: ['1 kg'] },
      columns: { measure: 'valueAfterDiscounts', bounds: [4999] },
      results: [
        [amount(500), amount(0)],
        [amount(900), notOffered],
      ],
      ...open,
    };
    expect(price(book(card), [{ weight: '1 kg', unitPrice: 4999 }])).toBe(500);
    expect(price(book(card), [{ weight: '1001 g', unitPrice: 4999 }])).toBe(900);
    expect(ask(book(card), [{ weight: '2 kg', unitPrice: 5000 }]).withheld[0]?.reasons).toEqual([
      {
        code: 'crossingNotOffered',
        row: { measure: 'itemsWeight', measured: 2e9, above: 1e9 },
        column: { measure: 'valueAfterDiscounts', measured: 5000, above: 4999 },
      },
    ]);
  });
});

describe('cards on other measures', () => {
  test('shares band by band: 10 % to 50.00 and 5 % above, 80.00 pays 5.00 and 1.50', () => {
    const share = (basisPoints: number) => ({ kind: 'percent', basisPoints, of: 'valueAfterDiscounts' }) as const;
    const card: Card = { ...byValue([[5000, share(1000)]], share(500)), bands: 'graduated' } as Card;
    expect([5000, 5001, 8000].map((unitPrice) => price(book(card), [{ unitPrice }]))).toEqual([500, 500, 650]);
    const [offer] = ask(book(card), [{ unitPrice: 8000 }]).options;
    expect(offer?.status === 'priced' && offer.ledger.map((row) => row.amount)).toEqual([500, 150]);
  });

  test('by distance from where the goods leave; an address nobody can place is offered nothing', () => {
    const card: Card = {
      kind: 'distanceTiers',
      measure: 'distance',
      bands: 'whole',
      tiers: [
        { upTo: '12 km', result: amount(600) },
        { upTo: '35 km', result: { kind: 'perUnit', base: 600, each: 100, unit: '10 km' } },
      ],
      above: notOffered,
      ...open,
    };
    const origin = { ...location('shop'), point: { latitude: 0, longitude: 0 } };
    const shop = { ...book(card), locations: [origin] };
    // A degree of longitude on the equator of WGS84 is 111.3195 km: the equatorial radius, 6378.137 km, times pi over 180.
    const at = (kilometres: number) => ({ destination: { country: 'CA', point: { latitude: 0, longitude: kilometres / 111.319_49 } } });
    expect([5, 11.999, 12.001, 21.9, 22.1, 34.9, 35.1].map((far) => price(shop, [{}], at(far)))).toEqual([
      600,
      600,
      700,
      700,
      800,
      900,
      undefined,
    ]);
    expect(ask(shop, [{}]).withheld[0]?.reasons[0]).toEqual({ code: 'pointUnknown' });
    expect(ask(shop, [{}]).remarks).toContainEqual({ code: 'noPoint' });
  });

  test('by the longest side of the largest parcel', () => {
    const size = { length: '80 cm', width: '10 cm', height: '10 cm' };
    const tiers = [{ upTo: '60 cm', result: amount(400) }];
    const card: Card = { kind: 'sizeTiers', measure: 'longestSide', bands: 'whole', tiers, above: amount(900), ...open };
    expect(price(book(card), [{ size, ownBox: true }])).toBe(900);
    expect(price(book(card), [{ size: { ...size, length: '60 cm' }, ownBox: true }])).toBe(400);
  });
});

test('options in the owner’s order, the cheapest or the fastest first; unknown times and messages last', () => {
  const shop = canada({
    slow: lane(flat(300), { transit: { least: 4, most: 9 } }),
    ask: lane({ kind: 'flat', result: { kind: 'refer', words: 'Call us' } }),
    dear: lane(flat(900), { transit: { least: 1, most: 2 } }),
    unknown: lane(flat(500)),
  });
  const by = (order: 'owner' | 'cheapest' | 'fastest') =>
    ask({ ...shop, shop: { ...shop.shop, pricing: { ...shop.shop.pricing, order } } }, [{}]).options.map(({ service }) => service);
  expect(by('owner')).toEqual(['slow', 'ask', 'dear', 'unknown']);
  expect(by('cheapest')).toEqual(['slow', 'unknown', 'dear', 'ask']);
  expect(by('fastest')).toEqual(['dear', 'slow', 'unknown', 'ask']);
});

describe('free stays free, never more than means never', () => {
  const tiers = byWeight([
    ['1 kg', free],
    ['5 kg', amount(300)],
  ]);
  const at = (shop: RateBook, weight: string) => price(shop, [{ weight }]);

  test('a floor, of the card or after charges, lifts a price and not a tier that says free', () => {
    const ofCard = book({ ...tiers, floor: 500 } as Card);
    expect([at(ofCard, '1 kg'), at(ofCard, '2 kg')]).toEqual([0, 500]);
    const ofLane = book(tiers, { lane: { floor: 500 } });
    expect([at(ofLane, '1 kg'), at(ofLane, '2 kg')]).toEqual([0, 500]);
    // What is charged on a free tier is charged, and not lifted either.
    const charged = book(tiers, { lane: { floor: 500 }, charges: [charge('packing', perOrder(120))] });
    expect([at(charged, '1 kg'), at(charged, '2 kg')]).toEqual([120, 500]);
    // An amount of nothing is a price like another.
    expect(at(book({ ...byWeight([['1 kg', amount(0)]]), floor: 500 } as Card), '1 kg')).toBe(500);
  });

  test('goods of two cards go free where both say so', () => {
    const groups = [{ id: 'clay', name: 'Clay', mark: 'clay' as const, ...PLAIN_GROUP }];
    const both = (card: Card) =>
      book(tiers, { goodsGroups: groups, lane: { floor: 500, groupCards: [{ group: 'clay', card, kept: [] }] } });
    const cart = [{ weight: '1 kg' }, { weight: '1 kg', group: 'clay' }];
    expect(price(both(byWeight([['2 kg', free]])), cart)).toBe(0);
    expect(price(both(byWeight([['2 kg', amount(0)]])), cart)).toBe(500);
  });

  test('an ending passes no cap and no "never more than"', () => {
    const ending = (shop: RateBook): RateBook => ({ ...shop, shop: { ...shop.shop, pricing: { ...shop.shop.pricing, ending: 'up99' } } });
    expect(price(ending(book(flat(400))), [{}])).toBe(499);
    expect(price(ending(book(flat(900), { lane: { cap: 400 } })), [{}])).toBe(399);
    const perItem: Card = { kind: 'firstAndFurther', measure: 'itemCount', first: 600, further: 150, floor: null, cap: 400 };
    expect(price(ending(book(perItem)), [{}])).toBe(399);
    // With a charge on top the card's cap is no bound of what is paid.
    expect(price(ending(book(perItem, { charges: [charge('packing', perOrder(50))] })), [{}])).toBe(499);
    const never = allowance('most', { kind: 'atMost', amount: 450 });
    expect(price(ending(book(flat(900), { allowances: [never] })), [{}])).toBe(399);
    // It holds where it takes nothing off, too: 4.20 would end at 4.99.
    expect(price(ending(book(flat(420), { allowances: [never] })), [{}])).toBe(399);
    const withCoupon = { ...never, coupons: ['CLAY'] };
    expect(price(ending(book(flat(420), { allowances: [withCoupon] })), [{}])).toBe(499);
  });

  test('half-even, where chosen, holds for percentage discounts: 0.5 % of 1.00 is nothing, of 3.00 two cents', () => {
    const value = (unitPrice: number, rounding: 'halfUp' | 'halfEven') => {
      const shop = book(flat(500));
      const rounded = { ...shop, shop: { ...shop.shop, pricing: { ...shop.shop.pricing, rounding } } };
      return ask(rounded, [{ unitPrice }], { discounts: [{ kind: 'percent', basisPoints: 50 }] }).measures.valueAfterDiscounts;
    };
    expect([value(100, 'halfUp'), value(100, 'halfEven')]).toEqual([99, 100]);
    expect([value(300, 'halfUp'), value(300, 'halfEven')]).toEqual([298, 298]);
    expect([value(500, 'halfUp'), value(500, 'halfEven')]).toEqual([497, 498]);
  });
});
