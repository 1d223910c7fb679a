import fc from 'fast-check';
import { expect, test } from 'vitest';
import { holdsPoint } from '../coverage/box.ts';
import { pointOf } from '../coverage/coverage.ts';
import { listCountries } from '../places/countries.ts';
import { compile } from '../quote/compile.ts';
import type { Offer, Withheld } from '../quote/quoteTypes.ts';
import type { QuoteRequest } from '../quote/request.ts';
import { quoteZone } from '../quote/settle.ts';
import type { Shipment } from '../quote/shipment.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import { anyBook, anyCart } from '../testing/anyBook.ts';
import { amount, bookOf, byWeight, canada, flat, freeFrom, lane, notOffered } from '../testing/bookOf.ts';
import { Met } from '../testing/met.ts';
import { planOf } from '../testing/planOf.ts';
import { type Effect, type EffectRegion, effect } from './effect.ts';

const NOW = '2026-11-23T15:00:00Z';
const between = (before: RateBook, after: RateBook): Effect =>
  effect(compile(before), compile(after), { products: [], now: NOW, addressesOf: () => [{ country: 'CA' }] });
const priced = (price: number) => ({ status: 'priced', low: price, high: price });
const KG = 1e9;

test('one tier dearer, under the value from which it is free: one region, told as somebody would', () => {
  const ground = (price: number) =>
    canada({
      ground: lane(
        byWeight(
          [
            ['10 kg', amount(1340)],
            ['15 kg', amount(price)],
          ],
          notOffered,
        ),
        { freeFrom: freeFrom(12_000) },
      ),
      air: lane(flat(2740)),
    });
  const { regions, ...rest } = between(ground(1590), ground(1690));
  expect(regions.map(({ zone, service, within, before, after }) => ({ zone, service, within, before, after }))).toEqual([
    {
      zone: 'canada',
      service: 'ground',
      within: [
        { measure: 'itemsWeight', over: 10 * KG, upTo: 15 * KG },
        { measure: 'valueAfterDiscounts', under: 12_000 },
      ],
      before: priced(1590),
      after: priced(1690),
    },
  ]);
  expect(rest).toEqual({ moved: [], dates: [], others: [] });
  expect(between(ground(1590), ground(1590)).regions).toEqual([]);
});

test('a tier that no cart comes to changes nothing; a service that is new is told where it is offered', () => {
  const limited = (price: number) =>
    canada({
      ground: lane(
        byWeight(
          [
            ['1 kg', amount(price)],
            ['5 kg', amount(900)],
          ],
          notOffered,
        ),
        { limits: [{ measure: 'itemsWeight', from: '2 kg' }] },
      ),
    });
  expect(between(limited(300), limited(400)).regions).toEqual([]);
  const more = canada({ ...limited(300).zones[0]!.lanes, van: lane(flat(600)) });
  expect(
    between({ ...limited(300), services: more.services }, more).regions.map(({ service, within, before, after }) => [
      service,
      within,
      before,
      after,
    ]),
  ).toEqual([['van', [], { status: 'withheld' }, priced(600)]]);
});

test('places that moved are told by where they were and are; words and dates apart', () => {
  const zones = (places: readonly string[]) =>
    bookOf([
      { id: 'near', places: [{ kind: 'country', country: 'CA' }], lanes: { a: lane(flat(1)) } },
      { id: 'far', places: places.map((country) => ({ kind: 'country' as const, country })), lanes: { a: lane(flat(2)) } },
    ]);
  const after = zones(['US', 'FR']);
  const told = between(zones(['US']), { ...after, shop: { ...after.shop, texts: { ...after.shop.texts, refer: 'Ask' } } });
  expect(told.moved).toEqual([{ from: null, to: 'far', places: [{ country: 'FR' }] }]);
  expect([told.regions, told.others]).toEqual([[], ['texts']]);
  const slower = { ...after, services: after.services.map((one) => ({ ...one, days: { ...one.days, transit: { least: 1, most: 2 } } })) };
  expect(between(after, slower).dates).toEqual([
    { zone: 'near', service: 'a' },
    { zone: 'far', service: 'a' },
  ]);
});

/** A book, and the same with one of its lanes, its charges or its reductions as another has them. */
const anyEdit = fc
  .record({
    book: anyBook,
    other: anyBook,
    what: fc.constantFrom('lane' as const, 'card' as const, 'charges' as const, 'allowances' as const, 'limits' as const),
  })
  .map(({ book, other, what }): { before: RateBook; after: RateBook } => {
    const [zone, from] = [book.zones[0]!, other.zones[0]!];
    const [a, b] = [zone.lanes.a!, from.lanes.a!];
    const lanes = (next: typeof a) => ({ ...book, zones: [{ ...zone, lanes: { ...zone.lanes, a: next } }] });
    switch (what) {
      case 'lane':
        return { before: book, after: lanes(b) };
      case 'card':
        return { before: book, after: lanes({ ...a, card: b.card }) };
      case 'limits':
        return { before: book, after: lanes({ ...a, limits: b.limits, freeFrom: b.freeFrom }) };
      default:
        return { before: book, after: { ...book, [what]: other[what] } };
    }
  });

const isInside = ({ changed, groups, mixed }: EffectRegion, shipment: Shipment): boolean => {
  const own = shipment.consignment.groups;
  if (mixed) return own.length > 1;
  const touches = groups === null || own.some((group) => groups.includes(group));
  const point = changed && pointOf(changed, shipment);
  return touches && point != null && changed !== undefined && holdsPoint(changed.box, point);
};

/** What buyers see of an answer. */
const seen = (answer: Offer | Withheld) =>
  answer.status === 'priced' ? answer.price : answer.status === 'refer' ? ['refer', answer.words] : answer.reasons;

/** What one service answers a cart in both books. */
function answersIn(
  books: readonly [RateBook, RateBook],
  cart: QuoteRequest,
): readonly (readonly [before: Offer | Withheld, after: Offer | Withheld])[] {
  const [old, now] = books.map((book) => {
    const compiled = compile(book);
    return quoteZone(compiled, compiled.zones[0]!, planOf(compiled, cart).shipments);
  });
  return (old ?? []).map((answer, at) => [answer, now?.[at] as Offer] as const);
}

/** What packaging costs is known of packed carts alone. */
const passesOn = ({ charges }: RateBook) => charges.some(({ amount: { kind } }) => kind === 'packagingCost');

const isConstant = ({ before, after }: EffectRegion) =>
  [before, after].every((answer) => answer.status !== 'priced' || answer.low === answer.high);

test('a cart outside every region of the effect gets the same from both books; the cart of a region shows it', () => {
  const met = new Met();
  fc.assert(
    fc.property(anyEdit, fc.array(anyCart, { minLength: 8, maxLength: 8 }), ({ before, after }, carts) => {
      const told = between(before, after);
      // Goods with a charge of their own are told by themselves.
      for (const cart of carts) {
        const request = { ...cart, lines: cart.lines.map(({ ownCharge: _own, ...line }) => line), destination: { country: 'CA' } };
        const [shipment] = planOf(compile(after), request).shipments;
        if (!shipment) continue;
        for (const [was, is] of answersIn([before, after], request)) {
          const inside = told.regions.filter((region) => region.service === was.service && isInside(region, shipment));
          met.note(inside.length > 0 ? 'inside' : 'outside');
          met.note('several kinds of goods', shipment.consignment.groups.length > 1);
          if (inside.length === 0) expect(seen(is)).toEqual(seen(was));
        }
      }
      for (const region of told.regions) {
        const { witness, kind, service, mixed } = region;
        if (mixed || !witness?.lines) continue;
        const { coupons, moment, lastOrderAt, cartStartedAt } = kind;
        const cart: QuoteRequest = {
          lines: [...witness.lines] as QuoteRequest['lines'],
          discounts: [],
          destination: kind.destination,
          moment,
          ...(coupons.length > 0 && { coupons: [...coupons] }),
          ...(lastOrderAt !== undefined && { lastOrderAt }),
          ...(cartStartedAt !== undefined && { cartStartedAt }),
        };
        const [was, is] = answersIn([before, after], cart).find(([answer]) => answer.service === service) ?? [];
        if (!was || !is || !isConstant(region) || passesOn(before) || passesOn(after)) continue;
        met.note('shown');
        expect(seen(is)).not.toEqual(seen(was));
        if (region.before.status === 'priced') expect(seen(was)).toBe(region.before.low);
        if (region.after.status === 'priced') expect(seen(is)).toBe(region.after.low);
      }
    }),
    { numRuns: 100 },
  );
  met.enough(40, 'outside', 'several kinds of goods', 'shown');
  met.enough(15, 'inside');
});

test('where so much is different that nobody would read it, the rest is told lane by lane, and none is forgotten', () => {
  const codes = listCountries().slice(0, 60);
  const shop = (more: number): RateBook => {
    const tiers = Array.from({ length: 30 }, (_, at) => [`${at + 1} kg`, amount(500 + 10 * at + more)] as const);
    const book = canada({ ground: lane(byWeight(tiers)) });
    const [zone] = book.zones;
    if (!zone) throw new Error('the book has a zone');
    const zones = codes.map((country) => ({
      ...zone,
      id: `z-${country.toLowerCase()}`,
      name: country,
      places: [{ kind: 'country' as const, country }],
    }));
    return { ...book, shop: { ...book.shop, served: [...codes] }, zones };
  };
  const { regions } = between(shop(0), shop(5));
  const whole = regions.filter((region) => region.whole);
  expect(new Set(regions.map(({ zone }) => zone)).size).toBe(60);
  expect(regions.length - whole.length).toBeGreaterThanOrEqual(1000);
  expect(whole.length).toBeGreaterThan(10);
  for (const { before, after, within } of whole) expect([before.status, after.status, within]).toEqual(['priced', 'priced', []]);
});
