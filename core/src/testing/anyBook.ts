import fc from 'fast-check';
import { PLAIN_GROUP } from '../goods/goodsGroup.ts';
import type { QuoteRequest } from '../quote/request.ts';
import type { Allowance } from '../rate-book/allowance.ts';
import { type Bound, Card } from '../rate-book/card.ts';
import type { Charge } from '../rate-book/charge.ts';
import { type Lane, plainLane } from '../rate-book/lane.ts';
import { RateBook } from '../rate-book/rateBook.ts';
import type { TierResult } from '../rate-book/result.ts';
import { EVERYWHERE, type GoodsSet } from '../rate-book/scope.ts';
import { canada } from './bookOf.ts';

/** Whole books and carts by chance, with bounds where carts fall: hundreds of grams, whole dollars, single items. */

const cents = fc.integer({ min: 0, max: 5000 });
const edges = fc.uniqueArray(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 5 }).map((list) => list.sort((a, b) => a - b));
const of = fc.constantFrom('valueBeforeDiscounts' as const, 'valueAfterDiscounts' as const);

const result = (unit: Bound): fc.Arbitrary<TierResult> =>
  fc.oneof(
    fc.record({ kind: fc.constant('amount' as const), amount: cents }),
    fc.record({ kind: fc.constant('perUnit' as const), base: cents, each: fc.integer({ min: 0, max: 300 }), unit: fc.constant(unit) }),
    fc.record({ kind: fc.constant('percent' as const), basisPoints: fc.integer({ min: 0, max: 2500 }), of }),
    fc.constantFrom<TierResult>(
      { kind: 'free' },
      { kind: 'notOffered' },
      { kind: 'refer' },
      { kind: 'refer', words: 'Ask us: we ship kilns by hand' },
    ),
  );

const range = fc
  .tuple(fc.option(cents), fc.option(cents))
  .map(([a, b]) => (a !== null && b !== null && a > b ? { floor: b, cap: a } : { floor: a, cap: b }));

const axes = {
  weightTiers: { measure: 'itemsWeight', bound: (edge: number) => `${edge * 100} g`, unit: '250 g' },
  valueTiers: { measure: 'valueAfterDiscounts', bound: (edge: number) => edge * 100, unit: 1000 },
  countTiers: { measure: 'itemCount', bound: (edge: number) => edge, unit: 2 },
} as const;
type AxisKind = keyof typeof axes;

const tiered = (kind: AxisKind): fc.Arbitrary<Card> => {
  const { measure, bound, unit } = axes[kind];
  return fc
    .record({ edges, results: fc.array(result(unit), { minLength: 6, maxLength: 6 }), range })
    .map(({ edges: list, results, range: ends }) =>
      Card.parse({
        kind,
        measure,
        bands: 'whole',
        ...(kind === 'valueTiers' && { writing: 'from' }),
        tiers: list.map((edge, at) => ({ upTo: bound(edge), result: results[at] })),
        above: results[5],
        ...ends,
      }),
    );
};

/** A graduated card of rates alone; what holds in its bands is a rate or nothing. */
export const graduated: fc.Arbitrary<Extract<Card, { kind: 'weightTiers' }>> = fc
  .record({ edges, base: cents, rates: fc.array(fc.integer({ min: 0, max: 300 }), { minLength: 6, maxLength: 6 }) })
  .map(({ edges: list, base, rates }) => {
    const rate = (at: number) => ({ kind: 'perUnit' as const, base: at === 0 ? base : 0, each: rates[at] ?? 0, unit: '100 g' });
    const tiers = list.map((edge, at) => ({ upTo: `${edge * 100} g`, result: rate(at) }));
    return { kind: 'weightTiers', measure: 'itemsWeight', bands: 'graduated', tiers, above: rate(5), floor: null, cap: null };
  });

const twoWay: fc.Arbitrary<Card> = fc
  .record({ down: edges, across: edges, cells: fc.array(result('250 g'), { minLength: 36, maxLength: 36 }), range })
  .map(({ down, across, cells, range: ends }) =>
    Card.parse({
      kind: 'twoWay',
      rows: { measure: 'itemsWeight', bounds: down.map(axes.weightTiers.bound) },
      columns: { measure: 'valueAfterDiscounts', bounds: across.map(axes.valueTiers.bound) },
      results: Array.from({ length: down.length + 1 }, (_, row) =>
        Array.from({ length: across.length + 1 }, (_2, column) => cells[row * 6 + column]),
      ),
      ...ends,
    }),
  );

export const anyCard: fc.Arbitrary<Card> = fc.oneof(
  cents.map((amount): Card => ({ kind: 'flat', result: { kind: 'amount', amount } })),
  tiered('weightTiers'),
  tiered('valueTiers'),
  tiered('countTiers'),
  graduated,
  twoWay,
  fc
    .record({ first: cents, further: cents, range })
    .map(({ range: ends, ...rest }): Card => ({ kind: 'firstAndFurther', measure: 'itemCount', ...rest, ...ends })),
  fc
    .record({ base: cents, each: cents, range })
    .map(({ range: ends, ...rest }): Card => ({ kind: 'startedUnits', ...rest, per: { measure: 'itemsWeight', unit: '300 g' }, ...ends })),
  fc
    .record({ of, basisPoints: fc.integer({ min: 0, max: 3000 }), range })
    .map(({ range: ends, ...rest }): Card => ({ kind: 'percent', ...rest, ...ends })),
  fc.constant<Card>({ kind: 'chargesOnly' }),
);

const goods = fc.constantFrom<GoodsSet | null>(null, { groups: ['clay'], others: true }, { groups: ['clay', 'glaze'], others: false });

const anyLane: fc.Arbitrary<Lane> = fc
  .record({
    card: anyCard,
    clay: fc.option(anyCard),
    least: fc.option(fc.integer({ min: 1, max: 60 })),
    most: fc.option(fc.integer({ min: 30, max: 120 })),
    from: fc.option(fc.integer({ min: 0, max: 6000 })),
    covers: fc.boolean(),
    goods,
    coupon: fc.boolean(),
    ends: range,
  })
  .map(({ card, clay, least, most, from, covers, goods: takes, coupon, ends }) => ({
    ...plainLane(card),
    groupCards: clay ? [{ group: 'clay', card: clay, kept: [] }] : [],
    limits: [
      ...(least === null ? [] : [{ measure: 'itemsWeight' as const, from: `${least * 10} g` }]),
      ...(most === null ? [] : [{ measure: 'valueBeforeDiscounts' as const, upTo: most * 100 }]),
    ],
    conditions: { goods: takes, coupons: coupon ? ['CLUB'] : [], dates: null, weekdays: null },
    freeFrom: from === null ? null : { measure: 'valueAfterDiscounts' as const, from, byItself: false, coversCharges: covers },
    ...ends,
  }));

const charge: fc.Arbitrary<Omit<Charge, 'id'>> = fc
  .record({
    amount: fc.oneof(
      fc.record({
        kind: fc.constant('fixed' as const),
        amount: fc.nat(500),
        per: fc.constantFrom('order' as const, 'consignment' as const, 'parcel' as const, 'item' as const),
      }),
      fc.record({
        kind: fc.constant('startedWeight' as const),
        amount: fc.nat(200),
        measure: fc.constant('packedWeight' as const),
        unit: fc.constant('500 g'),
      }),
      fc.record({
        kind: fc.constant('percent' as const),
        basisPoints: fc.nat(3000),
        of: fc.constantFrom('base' as const, 'running' as const, 'valueBeforeDiscounts' as const, 'valueAfterDiscounts' as const),
      }),
      fc.constant({ kind: 'packagingCost' as const }),
    ),
    goods,
    yearly: fc.boolean(),
    floor: fc.option(fc.nat(300)),
  })
  .map(({ amount, goods: set, yearly, floor }) => ({
    name: 'Charge',
    amount,
    floor,
    cap: 4000,
    scope: { ...EVERYWHERE, goods: set },
    dates: yearly ? { from: '11-01', until: '02-28' } : null,
    inUse: true,
  }));

const allowance: fc.Arbitrary<Omit<Allowance, 'id'>> = fc
  .record({
    effect: fc.oneof(
      fc.constant({ kind: 'free' as const }),
      fc.record({ kind: fc.constant('amountOff' as const), amount: cents }),
      fc.record({ kind: fc.constant('percentOff' as const), basisPoints: fc.nat(10_000) }),
      fc.record({ kind: fc.constant('atMost' as const), amount: cents }),
    ),
    from: fc.option(fc.integer({ min: 0, max: 60 })),
    sinceOrder: fc.option(fc.integer({ min: 1, max: 12 }), { freq: 1 }),
    sinceCart: fc.option(fc.integer({ min: 1, max: 12 }), { freq: 1 }),
    // A moment at which windows begun before, or just then, have ended.
    endedAt: fc.constantFrom(null, null, '2026-11-23T12:00:00Z', '2026-11-23T15:00:00Z'),
    dates: fc.constantFrom(null, null, { from: '11-23', until: '01-06' }, { from: null, until: '2026-11-22' }),
    except: fc.constantFrom<string[]>([], [], ['US'], ['CA', 'FR']),
    set: goods,
    coupon: fc.boolean(),
    coversCharges: fc.boolean(),
    combinable: fc.boolean(),
    byItself: fc.boolean(),
  })
  .map(({ effect, from, sinceOrder, sinceCart, endedAt, dates, except, set, coupon, coversCharges, combinable, byItself }) => ({
    name: 'Allowance',
    effect,
    ranges: from === null ? [] : [{ measure: 'valueAfterDiscounts' as const, from: from * 100 }],
    coupons: coupon ? ['club'] : [],
    sinceOrder,
    sinceCart,
    endedAt,
    dates,
    scope: { ...EVERYWHERE, goods: set },
    exceptCountries: except,
    byItself,
    coversCharges,
    combinable,
    inUse: true,
  }));

const numbered = <T extends object>(list: readonly T[]) => list.map((entry, at) => ({ ...entry, id: `r${at}` }));

export const anyBook: fc.Arbitrary<RateBook> = fc
  .record({
    a: anyLane,
    b: anyLane,
    charges: fc.array(charge, { maxLength: 3 }),
    allowances: fc.array(allowance, { maxLength: 3 }),
    mixing: fc.constantFrom({ kind: 'add' as const }, { kind: 'dearest' as const }, { kind: 'dearestPlus' as const, each: 150 }),
    ending: fc.constantFrom('none' as const, 'up99' as const, 'nearest05' as const, 'nearestWhole' as const),
    tax: fc.constantFrom('none' as const, 'included' as const, 'added' as const),
    rounding: fc.constantFrom('halfUp' as const, 'halfEven' as const),
  })
  .map(({ a, b, charges, allowances, mixing, ending, tax, rounding }) => {
    const book = canada({ a, b });
    return RateBook.parse({
      ...book,
      goodsGroups: [
        { id: 'clay', name: 'Clay', mark: 'clay', ...PLAIN_GROUP },
        { id: 'glaze', name: 'Glazes', mark: 'glaze', ...PLAIN_GROUP },
      ],
      services: book.services.map((service) => ({ ...service, mixing })),
      zones: book.zones.map((zone) => ({ ...zone, taxRate: 1400 })),
      shop: { ...book.shop, pricing: { rounding, ending, tax, order: 'owner' } },
      charges: numbered(charges),
      allowances: numbered(allowances),
    });
  });

const line = fc.record({
  quantity: fc.integer({ min: 1, max: 6 }),
  unitPrice: fc
    .integer({ min: 0, max: 20 })
    .map((edge) => edge * 100 + (edge % 3) - 1)
    .map((price) => Math.max(0, price)),
  weight: fc.integer({ min: 1, max: 20 }).map((edge) => `${edge * 50} g`),
  group: fc.constantFrom('clay', 'glaze', 'other'),
  ownCharge: fc.option(fc.record({ amount: cents, how: fc.constantFrom('instead' as const, 'onTop' as const) }), {
    nil: undefined,
    freq: 6,
  }),
});

export const anyCart: fc.Arbitrary<QuoteRequest> = fc
  .record({
    lines: fc.array(line, { minLength: 1, maxLength: 4 }),
    discount: fc.option(fc.integer({ min: 0, max: 900 })),
    coupon: fc.boolean(),
    hours: fc.option(fc.integer({ min: 0, max: 14 })),
    started: fc.option(fc.integer({ min: 0, max: 14 })),
    day: fc.constantFrom('2026-11-23', '2026-11-23', '2026-11-23', '2026-07-01'),
  })
  .map(({ lines, discount, coupon, hours, started, day }) => ({
    lines: lines.map(({ ownCharge, ...rest }) => ({ ...rest, delivered: true, ...(ownCharge && { ownCharge }) })),
    discounts:
      discount === null
        ? []
        : discount % 2 === 0
          ? [{ kind: 'amount', amount: discount }]
          : [{ kind: 'percent', basisPoints: discount * 10 }],
    destination: { country: 'CA' },
    moment: `${day}T20:00:00Z`,
    ...(coupon && { coupons: ['club'] }),
    ...(hours !== null && { lastOrderAt: `${day}T${String(20 - hours).padStart(2, '0')}:00:00Z` }),
    ...(started !== null && { cartStartedAt: `${day}T${String(20 - started).padStart(2, '0')}:00:00Z` }),
  }));
