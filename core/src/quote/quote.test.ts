import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { PLAIN_GROUP } from '../goods/goodsGroup.ts';
import type { Card } from '../rate-book/card.ts';
import { RateBook } from '../rate-book/rateBook.ts';
import { amount, bookOf, byValue, byWeight, canada, flat, free, freeFrom, lane, location, notOffered, refer } from '../testing/bookOf.ts';
import { planOf } from '../testing/planOf.ts';
import { compile } from './compile.ts';
import { type CartLine, QuoteRequest } from './request.ts';
import { quote, quoteZone } from './settle.ts';

type Line = Partial<CartLine>;

function ask(book: RateBook, lines: Line[], more: Record<string, unknown> = {}) {
  const request = { lines: lines.map((line) => ({ quantity: 1, unitPrice: 0, ...line })), destination: { country: 'CA' }, ...more };
  return quote(compile(book), QuoteRequest.parse(request));
}

/** Prices by service; a message for `refer`. */
function prices(book: RateBook, lines: Line[], more: Record<string, unknown> = {}) {
  return Object.fromEntries(
    ask(book, lines, more).options.map((offer) => [offer.service, offer.status === 'priced' ? offer.price : 'refer']),
  );
}

const afterFrom = (from: number) => ({ freeFrom: freeFrom(from) });

// Facts of the trade: common practice, no published source.
describe('facts of the trade', () => {
  test('free from 80.00 beside 7.40 up to 2 kg: two items lose the second by 0.4 kg', () => {
    const book = canada({ free: lane(byValue([[7999, notOffered]], free)), post: lane(byWeight([['2 kg', amount(740)]])) });
    const item = { unitPrice: 9000, weight: '1.2 kg' };
    expect(prices(book, [item])).toEqual({ free: 0, post: 740 });
    const two = ask(book, [{ ...item, quantity: 2 }]);
    expect(two.options.map((offer) => offer.service)).toEqual(['free']);
    expect(two.withheld).toEqual([
      {
        status: 'withheld',
        service: 'post',
        reasons: [{ code: 'aboveTopTier', measure: 'itemsWeight', measured: 2_400_000_000, bound: 2_000_000_000, difference: 400_000_000 }],
      },
    ]);
  });

  test('4.00 below 30 and free from 30, after discounts: a 5.00 coupon decides', () => {
    const book = canada({ ground: lane(flat(400), afterFrom(3000)) });
    const coupon = { discounts: [{ kind: 'amount', amount: 500 }] };
    expect(prices(book, [{ unitPrice: 3400 }], coupon)).toEqual({ ground: 400 });
    expect(prices(book, [{ unitPrice: 3500 }], coupon)).toEqual({ ground: 0 });
    expect(ask(book, [{ unitPrice: 3400 }], coupon).options[0]).toMatchObject({ moreForFree: { from: 3000, more: 100 } });
  });

  test('7.00 up to 59.99, 11.00 to 119.99, free from 120, beside a free pickup', () => {
    const card = byValue(
      [
        [5999, amount(700)],
        [11_999, amount(1100)],
      ],
      free,
    );
    const book = canada({ parcel: lane(card), pickup: lane(flat(0)) });
    const cases: [number, number][] = [
      [0, 700],
      [5999, 700],
      [6000, 1100],
      [11_999, 1100],
      [12_000, 0],
    ];
    for (const [value, price] of cases) expect(prices(book, [{ unitPrice: value }]), `${value}`).toEqual({ parcel: price, pickup: 0 });
  });

  test('13.20 up to 7 lb, 21.60 up to 15 lb, 48.00 above: 1, 2 and 9 items of 7 lb', () => {
    const card = byWeight(
      [
        ['7 lb', amount(1320)],
        ['15 lb', amount(2160)],
      ],
      amount(4800),
    );
    const paid = [1, 2, 9].map((quantity) => prices(canada({ ground: lane(card) }), [{ weight: '7 lb', quantity }]).ground);
    expect(paid).toEqual([1320, 2160, 4800]);
  });

  test('up to 2 kg on one, 2.2 kg to 8 kg on the other: 2.1 kg gets neither, and both say why', () => {
    const book = canada({
      packet: lane(flat(500), { limits: [{ measure: 'itemsWeight', upTo: '2 kg' }] }),
      parcel: lane(flat(900), { limits: [{ measure: 'itemsWeight', from: '2.2 kg', upTo: '8 kg' }] }),
    });
    const answer = ask(book, [{ weight: '2.1 kg' }]);
    expect(answer.options).toEqual([]);
    expect(answer.message).toBe(book.shop.texts.noOption);
    expect(answer.withheld.map(({ reasons: [{ code, ...facts }] }) => [code, facts])).toEqual([
      ['aboveLimit', { measure: 'itemsWeight', measured: 2_100_000_000, bound: 2_000_000_000, difference: 100_000_000 }],
      ['belowLimit', { measure: 'itemsWeight', measured: 2_100_000_000, bound: 2_200_000_000, difference: 100_000_000 }],
    ]);
    expect(prices(book, [{ weight: '2 kg' }])).toEqual({ packet: 500 });
    expect(prices(book, [{ weight: '2.2 kg' }])).toEqual({ parcel: 900 });
    expect(prices(book, [{ weight: '8 kg' }])).toEqual({ parcel: 900 });
  });

  test('free in one postal code, 3.00 in the next, nothing elsewhere', () => {
    const book = bookOf([
      { id: 'near', places: [{ kind: 'postal', country: 'CA', rules: 'B3H 4R2' }], lanes: { van: lane(flat(0)) } },
      { id: 'next', places: [{ kind: 'postal', country: 'CA', rules: 'B3H 4R3' }], lanes: { van: lane(flat(300)) } },
    ]);
    const to = (postalCode: string) => ({ destination: { country: 'CA', postalCode } });
    expect(prices(book, [{}], to('b3h4r2'))).toEqual({ van: 0 });
    expect(prices(book, [{}], to('B3H-4R3'))).toEqual({ van: 300 });
    expect(ask(book, [{}], to('B3H 4R4'))).toMatchObject({ place: { status: 'noZone' }, options: [], message: book.shop.texts.noOption });
  });
});

describe('places without an option never get a free one', () => {
  const book = bookOf([
    { id: 'home', places: [{ kind: 'country', country: 'CA' }], lanes: { ground: lane(flat(0)) } },
    { id: 'bare', places: [{ kind: 'country', country: 'FR' }], lanes: {} },
  ]);
  test.each([
    ['not served', 'DE', { status: 'notServed' }],
    ['served, in no zone', 'US', { status: 'noZone' }],
    ['in a zone with no lane', 'FR', { status: 'zone', zone: 'bare' }],
  ])('%s', (_name, country, place) => {
    const answer = ask(book, [{ unitPrice: 100_000 }], { destination: { country } });
    expect(answer).toMatchObject({ place, options: [], message: book.shop.texts.noOption });
  });
});

describe('answers', () => {
  test('every failing limit is listed, and the tier that fails with them', () => {
    const limits = [
      { measure: 'itemsWeight' as const, upTo: '1 kg' },
      { measure: 'itemCount' as const, upTo: 2 },
      { measure: 'valueBeforeDiscounts' as const, from: 5000 },
    ];
    const book = canada({ ground: lane(byWeight([['2 kg', amount(1)]]), { limits }) });
    const [withheld] = ask(book, [{ weight: '1 kg', quantity: 3, unitPrice: 100 }]).withheld;
    expect(withheld?.reasons.map((reason) => reason.code)).toEqual(['aboveLimit', 'aboveLimit', 'belowLimit', 'aboveTopTier']);
  });

  test('a tier may refer, and free goods do not turn that into a price', () => {
    const book = canada({ ground: lane(byWeight([['2 kg', amount(100)]], refer), afterFrom(0)) });
    expect(prices(book, [{ weight: '3 kg' }])).toEqual({ ground: 'refer' });
    expect(prices(book, [{ weight: '2 kg' }])).toEqual({ ground: 0 });
  });

  test('a tier between two offered ones may be not offered', () => {
    const book = canada({
      ground: lane(
        byWeight(
          [
            ['1 kg', amount(100)],
            ['2 kg', notOffered],
          ],
          amount(300),
        ),
      ),
    });
    expect(ask(book, [{ weight: '1.5 kg' }]).withheld[0]?.reasons).toEqual([
      { code: 'tierNotOffered', measure: 'itemsWeight', measured: 1_500_000_000, above: 1_000_000_000, upTo: 2_000_000_000 },
    ]);
  });

  test('gift cards are set aside and carry their share of a discount', () => {
    const book = canada({ ground: lane(flat(400)) });
    const cart = [{ unitPrice: 3000 }, { unitPrice: 1000, delivered: false, weight: '5 kg' }];
    const { measures } = ask(book, cart, { discounts: [{ kind: 'amount', amount: 400 }] });
    expect(measures).toMatchObject({ itemsWeight: 0, valueBeforeDiscounts: 3000, valueAfterDiscounts: 2700, itemCount: 1 });
    const giftOnly = ask(book, [{ unitPrice: 1000, delivered: false }]);
    expect(giftOnly).toMatchObject({ options: [], withheld: [], remarks: [{ code: 'nothingToDeliver' }] });
    expect(giftOnly.message).toBeUndefined();
  });

  test('a discount takes no more than there is, percentages work on what is left', () => {
    const book = canada({ ground: lane(flat(400)) });
    const value = (discounts: unknown[]) => ask(book, [{ unitPrice: 1999 }], { discounts }).measures.valueAfterDiscounts;
    expect(value([{ kind: 'amount', amount: 5000 }])).toBe(0);
    expect(value([{ kind: 'percent', basisPoints: 1250 }])).toBe(1749);
    expect(
      value([
        { kind: 'amount', amount: 999 },
        { kind: 'percent', basisPoints: 5000 },
      ]),
    ).toBe(500);
  });

  test('a line without weight is named', () => {
    expect(ask(canada({ ground: lane(flat(1)) }), [{ weight: '1 kg' }, {}]).remarks).toContainEqual({ code: 'lineWithoutWeight', line: 1 });
  });

  test('a cart too heavy to add up exactly is refused', () => {
    const line = { quantity: 100_000, unitPrice: 1, weight: '20000 kg' };
    expect(QuoteRequest.safeParse({ lines: [line], destination: { country: 'CA' } }).success).toBe(false);
  });
});

describe('packed weights and consignments', () => {
  const carton = {
    id: 'box',
    name: 'Box',
    kind: 'carton' as const,
    inside: { length: '30 cm', width: '20 cm', height: '20 cm' },
    outside: { length: '31 cm', width: '21 cm', height: '21 cm' },
    tare: '8 oz',
    mostLoad: '10 lb',
    cost: 120,
    inUse: true,
  };
  const packedCard = {
    ...byWeight([
      ['3 lb', amount(500)],
      ['4 lb', amount(800)],
    ]),
    measure: 'packedWeight',
  } as Card;
  const packing = { packaging: [carton], usual: null, volume: { divisor: 5000, per: 'cm3PerKg', roundUpTo: '0.5 kg' } } as const;
  const bag = { weight: '0.5 lb', size: { length: '5 in', width: '3 in', height: '2 in' } };
  const withPacking = (book: RateBook): RateBook => RateBook.parse({ ...book, packing });

  // Fact of the trade, arithmetic by hand: six bags of half a pound weigh exactly 3 lb; the carton's 8 oz come on top, once.
  test('six bags of half a pound are exactly 3 lb; tare is added once a carton', () => {
    const weighed = withPacking(canada({ items: lane(byWeight([['3 lb', amount(500)]])), packed: lane(packedCard) }));
    const six = ask(weighed, [{ ...bag, quantity: 6 }]);
    expect(six.measures).toMatchObject({ itemsWeight: 6 * 226_796_185, packedWeight: 7 * 226_796_185, parcels: 1 });
    expect(prices(weighed, [{ ...bag, quantity: 6 }])).toEqual({ items: 500, packed: 800 });
    expect(prices(weighed, [{ ...bag, quantity: 5 }])).toEqual({ items: 500, packed: 500 });
  });

  test('billed by volume; a limit on the longest side names what is too long', () => {
    const sided = lane(flat(900), {
      limits: [
        { measure: 'longestSide', upTo: '30 cm' },
        { measure: 'parcels', upTo: 1 },
      ],
    });
    const answer = ask(withPacking(canada({ post: sided })), [{ ...bag, quantity: 1 }]);
    // 31 x 21 x 21 cm by 5000 is 2.7342 kg, billed as 3 kg.
    expect(answer.measures).toMatchObject({ billableWeight: 3_000_000_000, longestSide: 310_000, lengthPlusGirth: 1_150_000 });
    expect(answer.withheld[0]?.reasons).toEqual([
      { code: 'aboveLimit', measure: 'longestSide', measured: 310_000, bound: 300_000, difference: 10_000 },
    ]);
  });

  test('without any packaging a sample carton stands in, and the quote says so', () => {
    const answer = ask(canada({ post: lane(flat(1)) }), [bag]);
    expect(answer.remarks).toEqual([{ code: 'sampleCarton' }]);
    expect(answer.consignments[0]?.parcels[0]).toMatchObject({ packaging: 'sample-carton', tare: 300_000_000 });
  });

  test('remarks are made though only one of several parcels gives rise to them', () => {
    const crate = { ...bag, size: { length: '2 m', width: '2 m', height: '2 m' } };
    const large = ask(withPacking(canada({ post: lane(flat(1)) })), [bag, crate]);
    expect(large.consignments[0]?.parcels.map(({ how }) => how).sort()).toEqual(['fitsNothing', 'packed']);
    expect(large.remarks).toEqual([{ code: 'fitsNothing', line: 1 }]);
    const sample = ask(canada({ post: lane(flat(1)) }), [bag, { to: 1, weight: '1 kg', delivered: true, size: crate.size }], {
      others: [{ country: 'CA' }],
    });
    expect(sample.remarks.map(({ code }) => code)).toEqual(['fitsNothing', 'sampleCarton']);
  });

  const twoPlaces = (book: RateBook): RateBook =>
    RateBook.parse({
      ...book,
      goodsGroups: [{ id: 'machines', name: 'Machines', mark: 'slate', ...PLAIN_GROUP }],
      locations: [
        location('shop', { ships: { groups: [], others: true } }),
        location('depot', { ships: { groups: ['machines'], others: false } }),
      ],
    });

  test('goods of two origins are quoted apart and paid together', () => {
    const book = twoPlaces(
      canada({
        ground: lane(
          byWeight([
            ['1 kg', amount(700)],
            ['50 kg', amount(4000)],
          ]),
        ),
        post: lane(byWeight([['1 kg', amount(300)]])),
      }),
    );
    const answer = ask(book, [{ weight: '0.4 kg' }, { weight: '46 kg', group: 'machines' }, { weight: '0.5 kg', group: 'unknown' }]);
    expect(answer.consignments.map(({ origin, lines }) => [origin, lines])).toEqual([
      ['shop', [0, 2]],
      ['depot', [1]],
    ]);
    expect(answer.options).toMatchObject([
      {
        service: 'ground',
        price: 4700,
        ledger: [
          { amount: 700, consignment: 0 },
          { amount: 4000, consignment: 1 },
        ],
      },
    ]);
    expect(answer.withheld).toMatchObject([{ service: 'post', reasons: [{ code: 'aboveTopTier', consignment: 1 }] }]);
    expect(answer.consignments[0]?.options.map(({ service }) => service)).toEqual(['ground', 'post']);
    expect(answer.message).toBeUndefined();
  });

  test('goods that no location may ship get no option and a reason', () => {
    const book = {
      ...twoPlaces(canada({ ground: lane(flat(0)) })),
      locations: [location('depot', { ships: { groups: ['machines'], others: false } })],
    };
    const answer = ask(book, [{ weight: '1 kg' }]);
    expect(answer).toMatchObject({ options: [], withheld: [{ reasons: [{ code: 'noOrigin' }] }], message: book.shop.texts.noOption });
    expect(answer.remarks).toContainEqual({ code: 'noOrigin', line: 0 });
  });
});

// Source: UPU Convention Regulations (article numbers move each cycle; values from memory): letter post up to 2 kg, sides
// together up to 900 mm and none above 600 mm; rolls: length and twice the diameter up to 1040 mm, none above 900 mm;
// parcels up to 20 kg, none above 2 m, length and circumference up to 3 m.
describe('limits of the Universal Postal Union', () => {
  const letter = lane(flat(100), {
    limits: [
      { measure: 'packedWeight', upTo: '2 kg' },
      { measure: 'longestSide', upTo: '600 mm' },
      { measure: 'sumOfSides', upTo: '900 mm' },
    ],
  });
  const roll = lane(flat(200), {
    limits: [
      { measure: 'longestSide', upTo: '90 cm' },
      { measure: 'sumOfSides', upTo: '104 cm' },
    ],
  });
  const parcel = lane(flat(900), {
    limits: [
      { measure: 'packedWeight', upTo: '20 kg' },
      { measure: 'longestSide', upTo: '2 m' },
      { measure: 'lengthPlusGirth', upTo: '3 m' },
    ],
  });
  const book = canada({ letter, roll, parcel });
  const offeredTo = (millimetres: readonly [number, number, number], weight = '1 kg') => {
    const [length = '', width = '', height = ''] = millimetres.map((side) => `${side} mm`);
    return Object.keys(prices(book, [{ weight, size: { length, width, height }, ownBox: true }]));
  };

  test.each<[string, readonly [number, number, number], string | undefined, string[]]>([
    ['600 x 200 x 100 has 900 together', [600, 200, 100], undefined, ['letter', 'roll', 'parcel']],
    ['610 x 150 x 100 is too long for a letter', [610, 150, 100], undefined, ['roll', 'parcel']],
    ['600 x 200 x 101 has 901 together', [600, 200, 101], undefined, ['roll', 'parcel']],
    ['a roll of 800 and 120 across reaches 1040', [800, 120, 120], undefined, ['roll', 'parcel']],
    ['a roll of 801 and 120 across does not', [801, 120, 120], undefined, ['parcel']],
    ['2 kg is a letter', [300, 200, 100], '2 kg', ['letter', 'roll', 'parcel']],
    ['2.001 kg is none', [300, 200, 100], '2.001 kg', ['roll', 'parcel']],
    ['a parcel of 2 m, 3 m with its girth', [2000, 250, 250], '20 kg', ['parcel']],
    ['a parcel of 2 m, above 3 m with its girth', [2000, 251, 250], '20 kg', []],
  ])('%s', (_name, size, weight, offered) => {
    expect(offeredTo(size, weight)).toEqual(offered);
  });
});

test('an empty cart, or one with nothing to deliver, is offered nothing in any zone', () => {
  const compiled = compile(canada({ a: lane(flat(500)), b: lane(byWeight([['1 kg', free]])) }));
  for (const lines of [[], [{ quantity: 1, unitPrice: 5000, delivered: false }]]) {
    const request = QuoteRequest.parse({ lines, destination: { country: 'CA' } });
    const { shipments } = planOf(compiled, request);
    expect(quoteZone(compiled, compiled.zones[0]!, shipments)).toEqual(
      ['a', 'b'].map((service) => ({ status: 'withheld', service, reasons: [{ code: 'nothingToDeliver' }] })),
    );
    expect(quote(compiled, request)).toMatchObject({ options: [], remarks: [{ code: 'nothingToDeliver' }] });
  }
});

// NIST Handbook 44, Appendix C: the pound is 453.59237 g exactly, the ounce a sixteenth of it; so these sums are exact.
test.each([
  [1000, '0.25 lb', '250 lb'],
  [1152, '0.5 oz', '36 lb'],
  [4000, '1 oz', '250 lb'],
  [10, '0.3 lb', '3 lb'],
  [10_000, '0.1 oz', '62.5 lb'],
  [3000, '0.001 kg', '3 kg'],
])('%i times %s is %s, as goods, packed one by one, and by two lines', (quantity, weight, sum) => {
  const upTo = (measure: 'itemsWeight' | 'packedWeight'): Card => ({ ...byWeight([[sum, amount(500)]]), measure }) as Card;
  const from = (measure: 'itemsWeight' | 'packedWeight') => lane(flat(700), { limits: [{ measure, from: sum }] });
  const book = canada({ a: lane(upTo('itemsWeight')), b: from('itemsWeight'), c: lane(upTo('packedWeight')), d: from('packedWeight') });
  const all = { a: 500, b: 700, c: 500, d: 700 };
  const own = { weight, ownBox: true };
  expect(prices(book, [{ ...own, quantity }])).toEqual(all);
  expect(
    prices(book, [
      { ...own, quantity: 1 },
      { ...own, quantity: quantity - 1 },
    ]),
  ).toEqual(all);
  // One more is too much, one less too little.
  expect(prices(book, [{ ...own, quantity: quantity + 1 }])).toEqual({ b: 700, d: 700 });
  expect(prices(book, [{ ...own, quantity: quantity - 1 }])).toEqual({ a: 500, c: 500 });
});

test('sums of weights are exact for any count of pounds, ounces, kilograms and grams', () => {
  const units = { lb: 453_592_370_000n, oz: 28_349_523_125n, kg: 1_000_000_000_000n, g: 1_000_000_000n };
  const line = fc.record({
    thousandths: fc.integer({ min: 1, max: 5000 }),
    unit: fc.constantFrom('lb' as const, 'oz' as const, 'kg' as const, 'g' as const),
    quantity: fc.integer({ min: 1, max: 2000 }),
    ownBox: fc.boolean(),
  });
  const compiled = compile(canada({ a: lane(flat(500)) }));
  let fine = 0;
  fc.assert(
    fc.property(fc.array(line, { minLength: 1, maxLength: 12 }), (lines) => {
      // In thousandths of a thousandth of a microgram, all of them whole.
      const exact = lines.reduce((sum, { thousandths, unit, quantity }) => sum + BigInt(thousandths) * units[unit] * BigInt(quantity), 0n);
      const request = QuoteRequest.parse({
        lines: lines.map(({ thousandths, unit, quantity, ownBox }) => ({
          unitPrice: 0,
          quantity,
          ownBox,
          weight: `${thousandths / 1000} ${unit}`,
        })),
        destination: { country: 'CA' },
      });
      const { measures, consignments } = quote(compiled, request);
      const off = Math.abs(measures.itemsWeight * 1e6 - Number(exact)) / 1e6;
      if (exact % 1_000_000n !== 0n) fine += 1;
      // Half a microgram from rounding the sum; what compares weights allows for five hundred.
      expect(off).toBeLessThanOrEqual(0.51);
      for (const { parcels } of consignments) for (const { packedWeight } of parcels) expect(Number.isInteger(packedWeight)).toBe(true);
    }),
    { numRuns: 150 },
  );
  expect(fine).toBeGreaterThan(20);
});
