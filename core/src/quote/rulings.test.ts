import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { PLAIN_GROUP } from '../goods/goodsGroup.ts';
import { type Allowance, plainAllowance } from '../rate-book/allowance.ts';
import { type Charge, plainCharge } from '../rate-book/charge.ts';
import type { Lane } from '../rate-book/lane.ts';
import { RateBook } from '../rate-book/rateBook.ts';
import { EVERYWHERE } from '../rate-book/scope.ts';
import { amount, bookOf, byWeight, canada, flat, freeFrom, lane, location, notOffered } from '../testing/bookOf.ts';
import { Met } from '../testing/met.ts';
import { compile } from './compile.ts';
import type { Offer, Quote } from './quoteTypes.ts';
import { QuoteRequest } from './request.ts';
import { quote } from './settle.ts';

type Line = Partial<QuoteRequest['lines'][number]>;
type More = Partial<Omit<QuoteRequest, 'lines'>>;

const ask = (book: RateBook, lines: readonly Line[], more: More = {}): Quote => {
  const request = {
    destination: { country: 'CA' },
    ...more,
    lines: lines.map((line) => ({ quantity: 1, unitPrice: 0, weight: '1 kg', ...line })),
  };
  return quote(compile(RateBook.parse(book)), QuoteRequest.parse(request));
};
const priceOf = (offer: Offer | undefined) => (offer?.status === 'priced' ? offer.price : offer?.status);
const price = (answer: Quote) => priceOf(answer.options[0]);
const parts = ({ consignments }: Quote) => consignments.map(({ options }) => priceOf(options[0]));

const group = (id: string) => ({ ...PLAIN_GROUP, id, name: id, mark: 'clay' as const });
const only = (...groups: string[]) => ({ groups, others: false });

/** Two stores: the first ships what is in group "a", the other everything else. */
const stores = [location('one', { ships: only('a') }), location('two', { ships: { groups: ['b', 'c'], others: true } })];
const goodsGroups = ['a', 'b', 'c'].map(group);
const twoStores = (own: Partial<Lane> = {}, more: Partial<RateBook> = {}): RateBook => ({
  ...canada({ ground: lane(flat(500), own) }),
  locations: stores,
  goodsGroups,
  ...more,
});
const fromA = (unitPrice: number, more: Line = {}): Line => ({ group: 'a', unitPrice, ...more });
const fromB = (unitPrice: number, more: Line = {}): Line => ({ group: 'b', unitPrice, ...more });

const perOrder = (minor: number, more: Partial<Charge> = {}): Charge => ({
  ...plainCharge('c', 'Packing', { kind: 'fixed', amount: minor, per: 'order' }),
  ...more,
});
const allowance = (effect: Allowance['effect'], more: Partial<Allowance> = {}): Allowance => ({
  ...plainAllowance('w', 'Off', effect),
  ...more,
});

describe('a charge per order', () => {
  test('counts once, on the first consignment that its scope holds for, in whatever order the lines come', () => {
    const charged = twoStores({}, { charges: [perOrder(700, { scope: { ...EVERYWHERE, goods: only('b') } })] });
    // 5.00 and 5.00 of carriage, 7.00 for what only the second store sends.
    expect([price(ask(charged, [fromA(0), fromB(0)])), price(ask(charged, [fromB(0), fromA(0)]))]).toEqual([1700, 1700]);
    expect(parts(ask(charged, [fromA(0), fromB(0)]))).toEqual([500, 1200]);
  });

  test('counts once where a cart goes to three places, and where it is parted into three groups', () => {
    const everywhere = twoStores({}, { charges: [perOrder(700)] });
    const to = (at: number) => fromA(0, { to: at });
    const three = ask(everywhere, [to(0), to(1), to(2)], { others: [{ country: 'CA' }, { country: 'CA' }] });
    expect([price(three), parts(three)]).toEqual([2200, [1200, 500, 500]]);
    const own = (id: string) => ({ conditions: { goods: only(id), coupons: [], dates: null, weekdays: null } });
    const each = canada({ a: lane(flat(500), own('a')), b: lane(flat(500), own('b')), c: lane(flat(500), own('c')) });
    const parted = ask({ ...each, goodsGroups, charges: [perOrder(700, { scope: { ...EVERYWHERE, services: ['a', 'b', 'c'] } })] }, [
      { group: 'a' },
      { group: 'b' },
      { group: 'c' },
    ]);
    expect(parts(parted)).toEqual([1200, 500, 500]);
  });

  test('lies on the second zone where the first is out of its scope', () => {
    const zones = bookOf([
      { id: 'ca', places: [{ kind: 'country', country: 'CA' }], lanes: { ground: lane(flat(500)) } },
      { id: 'us', places: [{ kind: 'country', country: 'US' }], lanes: { ground: lane(flat(900)) } },
    ]);
    const book = { ...zones, charges: [perOrder(700, { scope: { ...EVERYWHERE, zones: ['us'] } })] };
    const lines = [{}, { to: 1 }, { to: 2 }];
    expect(parts(ask(book, lines, { others: [{ country: 'US' }, { country: 'US' }] }))).toEqual([500, 1600, 900]);
  });
});

describe('goods value of all that goes to one address', () => {
  test('60 and 60 from two stores reach 100: a limit, a free lane and an allowance; each by itself they do not', () => {
    const cart = [fromA(6000), fromB(6000)];
    const from100 = { measure: 'valueAfterDiscounts' as const, from: 10_000 };
    const limited = (byItself?: true) => twoStores({ limits: [{ ...from100, ...(byItself && { byItself }) }] });
    expect([price(ask(limited(), cart)), price(ask(limited(true), cart))]).toEqual([1000, undefined]);
    // What is not delivered goes to no address.
    expect(price(ask(limited(), [fromA(3000), fromB(3000), { unitPrice: 5000, delivered: false }]))).toBeUndefined();
    // The first address is meant whether a line names it or not.
    expect(price(ask(limited(), [fromA(6000, { to: 0 }), fromB(6000)]))).toBe(1000);
    const freed = (byItself: boolean) => twoStores({ freeFrom: { ...freeFrom(10_000), byItself } });
    expect([price(ask(freed(false), cart)), price(ask(freed(true), cart))]).toEqual([0, 1000]);
    const allowed = (byItself: boolean) => twoStores({}, { allowances: [allowance({ kind: 'free' }, { ranges: [from100], byItself })] });
    expect([price(ask(allowed(false), cart)), price(ask(allowed(true), cart))]).toEqual([0, 1000]);
  });

  test('goods to another address do not count, and cards still price each consignment by its own', () => {
    const freed = twoStores({ freeFrom: freeFrom(10_000) });
    expect(price(ask(freed, [fromA(6000), fromA(6000, { to: 1 })], { others: [{ country: 'CA' }] }))).toBe(1000);
    const tiers = byWeight([['1 kg', amount(500)]], notOffered);
    expect(price(ask({ ...twoStores(), ...canada({ ground: lane(tiers) }), locations: stores, goodsGroups }, [fromA(0), fromB(0)]))).toBe(
      1000,
    );
  });

  test('what is missing is told of all goods that go there', () => {
    const cart = [fromA(6000), fromB(6000)];
    const freed = (byItself: boolean) => ask(twoStores({ freeFrom: { ...freeFrom(15_000), byItself } }), cart);
    expect(freed(false).consignments[1]?.options[0]).toMatchObject({ moreForFree: { from: 15_000, more: 3000 } });
    // And of the whole order, whichever store the goods come from; where each is read by itself, no one sum would do.
    expect(freed(false).options[0]).toMatchObject({ price: 1000, moreForFree: { from: 15_000, more: 3000 } });
    for (const more of [fromA(3000), fromB(3000)]) expect(price(ask(twoStores({ freeFrom: freeFrom(15_000) }), [...cart, more]))).toBe(0);
    expect(freed(true).consignments[1]?.options[0]).toMatchObject({ moreForFree: { more: 9000 } });
    expect(freed(true).options[0]).not.toHaveProperty('moreForFree');
    const apart = ask(twoStores({ freeFrom: freeFrom(15_000) }), [fromA(6000), fromA(6000, { to: 1 })], { others: [{ country: 'CA' }] });
    expect(apart.options[0]).not.toHaveProperty('moreForFree');
  });
});

describe('an amount off', () => {
  test('is given once an order, shared by what the consignments cost; each by itself it is given to each', () => {
    const off = (byItself: boolean) => twoStores({}, { allowances: [allowance({ kind: 'amountOff', amount: 300 }, { byItself })] });
    const cart = [fromA(0), fromB(0)];
    expect([price(ask(off(false), cart)), parts(ask(off(false), cart))]).toEqual([700, [350, 350]]);
    expect(price(ask(off(true), cart))).toBe(400);
  });

  test('takes charges off as well, or not: 3.00 of 2.00 carriage and 2.50 packing leaves 1.50, or 2.50', () => {
    const charges = [plainCharge('p', 'Packing', { kind: 'fixed', amount: 250, per: 'consignment' })];
    const left = (coversCharges: boolean) => {
      const allowances = [allowance({ kind: 'amountOff', amount: 300 }, { coversCharges })];
      return price(ask({ ...canada({ ground: lane(flat(200)) }), charges, allowances }, [{}]));
    };
    expect([left(true), left(false)]).toEqual([150, 250]);
  });

  // A law: what is taken off an order is never more than the amount, and all of it where the order costs that much.
  test('over any consignments comes to the amount, or to all there is', () => {
    const met = new Met();
    fc.assert(
      fc.property(fc.array(fc.nat(2000), { minLength: 2, maxLength: 5 }), fc.nat(4000), (prices, off) => {
        const zones = prices.map((minor, at) => ({
          id: `z${at}`,
          places: [{ kind: 'country' as const, country: ['CA', 'US', 'FR', 'DE', 'JP'][at] as string }],
          lanes: { ground: lane(flat(minor)) },
        }));
        const book = bookOf(zones);
        const allowances = [allowance({ kind: 'amountOff', amount: off })];
        const [destination, ...others] = zones.map(({ places }) => ({ country: places[0]!.country }));
        const shop = { ...book.shop, served: ['CA', 'US', 'FR', 'DE', 'JP'] };
        const lines = prices.map((_minor, to) => ({ to }));
        const answer = ask({ ...book, shop, allowances }, lines, { destination: destination!, others });
        const whole = prices.reduce((sum, minor) => sum + minor, 0);
        expect(price(answer)).toBe(Math.max(0, whole - off));
        met.note(off < whole ? 'part' : 'all');
      }),
      { numRuns: 200 },
    );
    met.enough(10, 'part', 'all');
  });
});

describe('so much more', () => {
  test('is what the buyer must add to the cart: under 10 % off, 62.40 of value is 69.33 of goods', () => {
    const book = canada({ ground: lane(flat(1160), { freeFrom: freeFrom(12_000) }) });
    const tenth = { discounts: [{ kind: 'percent' as const, basisPoints: 1000 }] };
    const [offer] = ask(book, [{ unitPrice: 6400 }], tenth).options;
    expect(offer).toMatchObject({ moreForFree: { from: 12_000, more: 6933 } });
    expect(price(ask(book, [{ unitPrice: 6400 }, { unitPrice: 6933 }], tenth))).toBe(0);
    expect(price(ask(book, [{ unitPrice: 6400 }, { unitPrice: 6932 }], tenth))).toBe(1160);
  });

  test('is said of limits, too, and of two "free from" rules the nearer one is told', () => {
    const limited = canada({ ground: lane(flat(500), { limits: [{ measure: 'valueAfterDiscounts', from: 12_000 }] }) });
    const tenth = { discounts: [{ kind: 'percent' as const, basisPoints: 1000 }] };
    const [held] = ask(limited, [{ unitPrice: 6400 }], tenth).withheld;
    expect(held?.reasons).toEqual([
      { code: 'belowLimit', measure: 'valueAfterDiscounts', measured: 5760, bound: 12_000, difference: 6240, more: 6933 },
    ]);
    const nearer = allowance({ kind: 'free' }, { ranges: [{ measure: 'valueBeforeDiscounts', from: 9000 }] });
    const two = { ...canada({ ground: lane(flat(500), { freeFrom: freeFrom(12_000) }) }), allowances: [nearer] };
    expect(ask(two, [{ unitPrice: 6400 }]).options[0]).toMatchObject({ moreForFree: { measure: 'valueBeforeDiscounts', more: 2600 } });
  });

  // A law: adding it reaches the threshold, one minor unit less does not.
  test('reaches the threshold, and one minor unit less does not, whatever the discounts', () => {
    const met = new Met();
    const discount = fc.oneof(
      fc.record({ kind: fc.constant('percent' as const), basisPoints: fc.integer({ min: 1, max: 9900 }) }),
      fc.record({ kind: fc.constant('amount' as const), amount: fc.nat(9000) }),
    );
    const line = fc.record({ unitPrice: fc.nat(5000), quantity: fc.integer({ min: 1, max: 3 }), to: fc.nat(1), delivered: fc.boolean() });
    fc.assert(
      fc.property(
        fc.array(line, { minLength: 1, maxLength: 4 }),
        fc.array(discount, { maxLength: 3 }),
        fc.integer({ min: 1, max: 30_000 }),
        fc.constantFrom('halfUp' as const, 'halfEven' as const),
        (lines, discounts, from, rounding) => {
          const plain = canada({ ground: lane(flat(700), { freeFrom: freeFrom(from) }) });
          const book = { ...plain, shop: { ...plain.shop, pricing: { ...plain.shop.pricing, rounding } } };
          const more = { discounts, others: [{ country: 'CA' }] };
          const cart = [{ unitPrice: 0, to: 0 }, ...lines];
          const mine = (answer: Quote) => answer.consignments.find(({ to }) => to === 0)?.options[0];
          const offer = mine(ask(book, cart, more));
          if (offer?.status !== 'priced' || offer.price === 0) return;
          if (!offer.moreForFree) {
            met.note('never');
            return;
          }
          const added = (minor: number) => priceOf(mine(ask(book, [...cart, { unitPrice: minor, to: 0 }], more)));
          expect([added(offer.moreForFree.more), added(offer.moreForFree.more - 1)]).toEqual([0, 700]);
          met.note(discounts.some(({ kind }) => kind === 'percent') ? 'under a percentage' : 'under none');
        },
      ),
      { numRuns: 400 },
    );
    met.enough(20, 'under a percentage', 'under none');
  });
});

test('two tax rates in one order: each consignment names its own, the total none; at one rate it names the sum', () => {
  const zone = (id: string, country: string, taxRate: number) => ({
    id,
    places: [{ kind: 'country' as const, country }],
    lanes: { ground: lane(flat(1000)) },
    taxRate,
  });
  const taxed = (...rates: readonly [number, number]) => {
    const book = bookOf([zone('ca', 'CA', rates[0]), zone('us', 'US', rates[1])]);
    const shop = { ...book.shop, pricing: { ...book.shop.pricing, tax: 'added' as const } };
    return ask({ ...book, shop }, [{}, { to: 1 }], { others: [{ country: 'US' }] });
  };
  const tax = (offer: Offer | undefined) => (offer?.status === 'priced' ? offer.tax : null);
  const two = taxed(500, 1300);
  expect([price(two), tax(two.options[0])]).toEqual([2180, undefined]);
  expect(two.consignments.map(({ options }) => tax(options[0])?.amount)).toEqual([50, 130]);
  expect(tax(taxed(500, 0).options[0])).toBeUndefined();
  expect(tax(taxed(500, 500).options[0])).toEqual({ mode: 'added', basisPoints: 500, amount: 100 });
});

describe('a charge that is a share of the base price', () => {
  const share = (goods: Charge['scope']['goods']) => [
    { ...plainCharge('c', 'Fragile', { kind: 'percent', basisPoints: 1000, of: 'base' }), scope: { ...EVERYWHERE, goods } },
  ];
  const mixed = [{ group: 'a' }, { group: 'b' }];
  const carded = lane(flat(1000), { groupCards: [{ group: 'a', card: flat(600), kept: [] }] });

  test('with a set of goods takes the share of what those cost by their cards', () => {
    const book = { ...canada({ ground: carded }), goodsGroups };
    expect(price(ask({ ...book, charges: share(null) }, mixed))).toBe(1760);
    expect(price(ask({ ...book, charges: share(only('a')) }, mixed))).toBe(1660);
    expect(price(ask({ ...book, charges: share(only('b')) }, mixed))).toBe(1700);
    expect(price(ask({ ...book, charges: share(only('c')) }, mixed))).toBe(1600);
  });

  test('of one card for all, what it says of those goods alone, never more than of all', () => {
    const tiers = byWeight([
      ['1 kg', amount(600)],
      ['5 kg', amount(900)],
    ]);
    const book = { ...canada({ ground: lane(tiers) }), goodsGroups, charges: share(only('a')) };
    expect(price(ask(book, mixed))).toBe(960);
    expect(price(ask(book, [{ group: 'a' }]))).toBe(660);
  });
});

describe('a distance that is not known', () => {
  const near = { latitude: 44.65, longitude: -63.58 };
  const byDistance = {
    kind: 'distanceTiers' as const,
    measure: 'distance' as const,
    bands: 'whole' as const,
    tiers: [{ upTo: '10 km', result: amount(500) }],
    above: amount(900),
    floor: null,
    cap: null,
  };
  const book = (own: Lane) => ({ ...canada({ ground: own }), locations: [location('shop', { point: near })] });

  test('withholds a lane whose tiers read it, and says so; the price beyond the last bound is for known ones', () => {
    const unknown = ask(book(lane(byDistance)), [{}]);
    expect(unknown.withheld).toEqual([{ status: 'withheld', service: 'ground', reasons: [{ code: 'pointUnknown' }] }]);
    const at = (longitude: number) =>
      price(ask(book(lane(byDistance)), [{}], { destination: { country: 'CA', point: { ...near, longitude } } }));
    expect([at(-63.6), at(-60)]).toEqual([500, 900]);
  });

  test('withholds one whose limit asks for it from below; null is told of it', () => {
    const limited = book(lane(flat(500), { limits: [{ measure: 'distance', from: '1 km' }] }));
    const answer = ask(limited, [{}]);
    expect([answer.withheld[0]?.reasons, answer.measures.distance]).toEqual([[{ code: 'pointUnknown' }], null]);
  });
});
