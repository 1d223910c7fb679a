import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Product } from '../goods/product.ts';
import { PRODUCT_DEFAULTS } from '../goods/product.ts';
import { compile } from '../quote/compile.ts';
import type { Quote } from '../quote/quoteTypes.ts';
import { type Allowance, plainAllowance } from '../rate-book/allowance.ts';
import type { Card } from '../rate-book/card.ts';
import { plainCharge } from '../rate-book/charge.ts';
import type { Lane } from '../rate-book/lane.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import { anyBook } from '../testing/anyBook.ts';
import { amount, byValue, byWeight, canada, carton, flat, free, freeFrom, lane, notOffered, refer } from '../testing/bookOf.ts';
import { Met } from '../testing/met.ts';
import type { Finding } from './finding.ts';
import { type FindingSources, findingsOf } from './findingsOf.ts';
import { withPrice } from './repairs.ts';
import { quoteWitness, tellFindings, tryRepair, withRepair } from './told.ts';
import { factsOf, meantNote } from './toldFinding.ts';

const NOW = '2026-11-23T15:00:00Z';
const product = (id: string, weight: string, price: number, group: string | null = null): Product => ({
  ...PRODUCT_DEFAULTS,
  id,
  name: id,
  weight,
  price,
  group,
});
const PRODUCTS = [
  product('needle', '20 g', 750),
  product('shelf', '2.1 kg', 4900),
  product('clay', '10 kg', 2450),
  product('sand', '700 g', 300),
];
const sources = (products: readonly Product[] = PRODUCTS): FindingSources => ({
  products,
  now: NOW,
  addressesOf: () => [{ country: 'CA' }],
});

const found = (book: RateBook, products?: readonly Product[]) => findingsOf(compile(book), sources(products)).findings;
const of = <C extends Finding['code']>(list: readonly Finding[], code: C) =>
  list.filter((one) => one.code === code) as unknown as readonly Finding<C>[];
const CODES_OF_PLACES = ['leftOver', 'leftOverParts', 'provinceToSend', 'untaxed'];
const own = (list: readonly Finding[]) =>
  list.filter(({ code }) => !CODES_OF_PLACES.includes(code) && code !== 'noSize').map(({ code }) => code);

const KG = 1e9;
const whole = canada({ parcel: lane(flat(900)) });

describe('a book without a fault has no finding of it, one with it planted has', () => {
  test('every cart is answered: nothing is told', () => {
    expect(own(found(whole))).toEqual([]);
  });

  test('a hole between two services, with the product that falls into it', () => {
    const book = canada({
      letter: lane(flat(300), { limits: [{ measure: 'itemsWeight', upTo: '2 kg' }] }),
      parcel: lane(flat(900), { limits: [{ measure: 'itemsWeight', from: '2.2 kg' }] }),
    });
    const [finding, ...others] = of(found(book), 'noOption');
    expect(others).toEqual([]);
    expect(finding).toMatchObject({
      severity: 'turnedAway',
      facts: {
        within: [{ measure: 'itemsWeight', over: 2 * KG, under: 2.2 * KG }],
        groups: null,
        edges: [
          { service: 'letter', side: 'below', bound: 2 * KG },
          { service: 'parcel', side: 'above', bound: 2.2 * KG },
        ],
      },
      witness: { lines: [{ product: 'shelf', quantity: 1 }] },
    });
    const closed = canada({
      letter: lane(flat(300), { limits: [{ measure: 'itemsWeight', upTo: '2 kg' }] }),
      parcel: lane(flat(900), { limits: [{ measure: 'itemsWeight', from: '2 kg' }] }),
    });
    expect(of(found(closed), 'noOption')).toEqual([]);
  });

  test('what none of the goods comes to is no fault; goods described on the spot show it', () => {
    const book = canada({ parcel: lane(flat(900), { limits: [{ measure: 'longestSide', upTo: '90 cm' }] }) });
    const [finding] = of(found({ ...book, packing: { ...book.packing, packaging: [carton()] } }), 'noOption');
    expect(finding).toMatchObject({ severity: 'note', facts: { within: [{ measure: 'longestSide', over: 900_000 }] } });
    expect(finding?.witness?.lines?.[0]).toHaveProperty('unitPrice');
  });

  test('a mixed cart is parted by its goods: two services that each refuse a group turn nobody away', () => {
    const takes = (groups: string[], others: boolean) => ({
      conditions: { goods: { groups, others }, coupons: [], dates: null, weekdays: null },
    });
    const groups = [{ id: 'glaze', name: 'Glazes', mark: 'glaze' as const, extraPackingDays: 0, leavesOn: [] }];
    const goods = [...PRODUCTS, product('celadon', '500 g', 1200, 'glaze')];
    const book = { ...canada({ a: lane(flat(1), takes(['glaze'], false)), b: lane(flat(2), takes([], true)) }), goodsGroups: groups };
    expect(of(found(book, goods), 'noOption')).toEqual([]);
    const refused = { ...canada({ b: lane(flat(2), takes([], true)) }), goodsGroups: groups };
    expect(of(found(refused, goods), 'noOption')).toMatchObject([
      { facts: { within: [], groups: ['glaze'] }, witness: { lines: [{ product: 'celadon', quantity: 1 }] } },
    ]);
  });

  test('heavier pays less, with both sides of the bound; the same prices in order do not', () => {
    const cheaper = canada({
      parcel: lane(
        byWeight(
          [
            ['2 kg', amount(1490)],
            ['5 kg', amount(1240)],
          ],
          refer,
        ),
      ),
    });
    expect(of(found(cheaper), 'heavierPaysLess').map(({ facts }) => facts)).toMatchObject([
      { measure: 'itemsWeight', bound: 2 * KG, before: 1490, after: 1240 },
    ]);
    const dearer = canada({
      parcel: lane(
        byWeight(
          [
            ['2 kg', amount(1240)],
            ['5 kg', amount(1490)],
          ],
          refer,
        ),
      ),
    });
    expect(of(found(dearer), 'heavierPaysLess')).toEqual([]);
  });

  test('more value that pays more, free delivery that stops, a tall step, carts just under a threshold', () => {
    const rising = canada({ parcel: lane(byValue([[4999, amount(500)]], amount(900))) });
    expect(of(found(rising), 'richerPaysMore').map(({ facts }) => facts)).toMatchObject([{ bound: 5000, before: 500, after: 900 }]);
    const stops = canada({ parcel: lane(byWeight([['5 kg', free]], amount(3100))) });
    expect(of(found(stops), 'freeStops').map(({ facts }) => facts)).toMatchObject([{ bound: 5 * KG, before: 0, after: 3100 }]);
    const tall = canada({ parcel: lane(byWeight([['5 kg', amount(900)]], amount(1800))) });
    expect(of(found(tall), 'tallStep').map(({ facts }) => facts)).toMatchObject([{ bound: 5 * KG, before: 900, after: 1800 }]);
    expect(own(found(canada({ parcel: lane(byWeight([['5 kg', amount(900)]], amount(1300))) })))).toEqual([]);
    // 109.10 with 10.90 of delivery is 120.00: from a cent more it is dearer than 120.00 delivered free.
    const under = canada({ parcel: lane(flat(1090), { freeFrom: freeFrom(12_000) }) });
    expect(of(found(under), 'justUnder').map(({ facts }) => facts)).toMatchObject([
      { from: 10_910, bound: 12_000, before: 1090, after: 0 },
    ]);
  });

  test('a charge on what is free, a tier nothing reaches, tiers of one price, dates that are over, packaging without a weight', () => {
    const book = canada({
      counter: lane({ kind: 'flat', result: { kind: 'free' } }),
      parcel: lane(
        byWeight(
          [
            ['1 kg', amount(500)],
            ['2 kg', amount(500)],
            ['5 kg', amount(900)],
          ],
          notOffered,
        ),
        {
          limits: [{ measure: 'itemsWeight', from: '3 kg' }],
        },
      ),
    });
    const charge = {
      id: 'season',
      name: 'Season',
      amount: { kind: 'fixed' as const, amount: 150, per: 'order' as const },
      floor: null,
      cap: null,
      scope: { services: null, zones: null, goods: null },
      dates: null,
      inUse: true,
    };
    const faulty: RateBook = {
      ...book,
      charges: [charge, { ...charge, id: 'old', name: 'Old', dates: { from: '2024-11-01', until: '2025-01-06' } }],
      packing: { ...book.packing, packaging: [carton({ tare: '0 kg' })] },
    };
    const all = found(faulty, [...PRODUCTS, { ...product('stamp', '1 g', 100), weight: null }]);
    expect(of(all, 'chargedWhenFree').map(({ where, facts }) => [where.service, facts])).toEqual([
      ['counter', { charges: ['season'], price: 150 }],
    ]);
    expect(of(all, 'neverReached').map(({ facts }) => facts.tier)).toEqual([0, 1]);
    expect(of(all, 'sameTiers').map(({ facts }) => facts.bound)).toEqual([KG]);
    expect(of(all, 'neverAgain').map(({ facts }) => [facts.of, facts.id])).toEqual([['charge', 'old']]);
    expect(of(all, 'noTare').map(({ facts }) => facts.packaging)).toEqual(['box']);
    expect(of(all, 'noWeight').map(({ facts }) => facts)).toEqual([{ products: ['stamp'], count: 1 }]);
    expect(
      of(found({ ...whole, zones: [...whole.zones, { ...whole.zones[0]!, id: 'none', lanes: {} }] }), 'zoneWithoutService').length,
    ).toBe(1);
  });

  test('a service beside a cheaper one that is as quick, a charge that holds nowhere, goods that fit no packaging', () => {
    const beside = (slow: Card, quick: Card) => canada({ slow: lane(slow), quick: lane(quick) });
    const worse = beside(byWeight([['5 kg', amount(900)]], amount(1500)), byWeight([['2 kg', amount(500)]], amount(900)));
    expect(of(found(worse), 'neverBetter').map(({ where, facts }) => [where.service, facts.other])).toEqual([['slow', 'quick']]);
    // Dearer for light carts and cheaper for heavy ones is another offer, and so is one that arrives sooner.
    expect(of(found(beside(flat(900), byWeight([['2 kg', amount(500)]], amount(1000)))), 'neverBetter')).toEqual([]);
    const days = (transit: { least: number; most: number }, book: RateBook, id: string) => ({
      ...book,
      services: book.services.map((one) => (one.id === id ? { ...one, days: { ...one.days, transit } } : one)),
    });
    const dated = days({ least: 1, most: 1 }, days({ least: 2, most: 3 }, worse, 'quick'), 'slow');
    expect(of(found(dated), 'neverBetter')).toEqual([]);

    const nowhere = {
      ...plainCharge('gone', 'Gone', { kind: 'fixed', amount: 100, per: 'order' }),
      scope: { services: [], zones: null, goods: null },
    };
    const [told] = tellFindings(whole, null, of(found({ ...whole, charges: [nowhere] }), 'holdsNowhere'));
    expect(told?.findings.map(({ facts }) => facts)).toEqual([{ of: 'charge', id: 'gone' }]);

    const boxed = { ...whole, packing: { ...whole.packing, packaging: [carton()] } };
    const long = { ...product('pole', '500 g', 900), size: { length: '90 cm', width: '5 cm', height: '5 cm' } };
    expect(
      of(found(boxed, [long, { ...long, id: 'tube', ownBox: true }, product('stone', '3 kg', 100)]), 'fitsNoBox').map(({ facts }) => facts),
    ).toEqual([{ products: ['pole', 'stone'], count: 2 }]);
  });

  test('what prices do with a coupon, in a season or soon after an order is told with what it takes', () => {
    const gift = { ...plainAllowance('gift', 'Gift', { kind: 'free' }), ranges: [{ measure: 'itemsWeight' as const, upTo: '5 kg' }] };
    const stops = (rule: Partial<Allowance>) =>
      of(found({ ...whole, allowances: [{ ...gift, ...rule }] }), 'freeStops').map(({ facts }) => facts.only);
    expect(stops({})).toEqual([undefined]);
    expect(stops({ coupons: ['GIFT'] })).toEqual([{ coupons: ['GIFT'] }]);
    expect(stops({ dates: { from: '12-01', until: '12-24' } })).toEqual([{ moment: '2026-12-01T15:00:00Z' }]);
    const [since] = of(found({ ...whole, allowances: [{ ...gift, sinceOrder: 24 }] }), 'freeStops');
    expect(Object.keys(since?.facts.only ?? {})).toEqual(['lastOrderAt']);
    // Its cart brings what it takes.
    expect(since?.witness).toMatchObject(since?.facts.only ?? {});

    const season = {
      ...plainCharge('season', 'Season', { kind: 'fixed', amount: 100, per: 'order' }),
      dates: { from: '12-01', until: '12-24' },
    };
    const pickup = { ...canada({ counter: lane(byWeight([['5 kg', free]])) }), charges: [season] };
    expect(of(found(pickup), 'chargedWhenFree').map(({ facts }) => [facts.price, facts.only?.moment?.slice(0, 10)])).toEqual([
      [100, '2026-12-01'],
    ]);
  });

  test('goods of two groups that are only told to ask together, and have prices apart', () => {
    const groups = [{ id: 'glaze', name: 'Glazes', mark: 'glaze' as const, extraPackingDays: 0, leavesOn: [] }];
    const goods = [...PRODUCTS, product('celadon', '500 g', 1200, 'glaze')];
    const takes = (own: string[], others: boolean) => ({
      conditions: { goods: { groups: own, others }, coupons: [], dates: null, weekdays: null },
    });
    const book = (card: Card): RateBook => ({
      ...canada({ glazes: lane(flat(500), takes(['glaze'], false)), clays: lane(flat(700), takes([], true)), both: lane(card) }),
      goodsGroups: groups,
    });
    const [finding, ...others] = of(found(book({ kind: 'flat', result: { kind: 'refer' } }), goods), 'onlyAskTogether');
    expect(others).toEqual([]);
    expect(finding?.facts).toEqual({ within: [], groups: expect.arrayContaining([null, 'glaze']), services: ['both'] });
    expect(finding?.witness?.lines?.length).toBe(2);
    // Its cart shows it, and a line of it by itself does not.
    const asked = (lines: number) => {
      const witness = { ...finding?.witness, lines: finding?.witness?.lines?.slice(0, lines) ?? [] };
      return quoteWitness(book({ kind: 'flat', result: { kind: 'refer' } }), witness, sources(goods))?.options.every(
        ({ status }) => status === 'refer',
      );
    };
    expect([asked(2), asked(1)]).toEqual([true, false]);
    expect(of(found(book(flat(900)), goods), 'onlyAskTogether')).toEqual([]);
  });

  test('a price that does not pay for its packaging; a coupon of a trial that nothing asks for', () => {
    const boxed = (lanes: Record<string, Lane>, cost: number) => ({
      ...canada(lanes),
      packing: { ...whole.packing, packaging: [carton({ cost, inside: { length: '60 cm', width: '60 cm', height: '60 cm' } })] },
    });
    const short = of(
      found(boxed({ letter: lane(flat(90)), gratis: lane({ kind: 'flat', result: { kind: 'free' } }) }, 120)),
      'cartonNotCovered',
    );
    expect(short.map(({ where, facts }) => [where.service, facts])).toEqual([['letter', { price: 90, carton: 120, carriage: null }]]);
    expect(of(found(boxed({ letter: lane(flat(120)) }, 120)), 'cartonNotCovered')).toEqual([]);

    const trials = [
      { name: 'Regulars', cart: { coupons: ['thanks', 'GIFT'] } },
      { name: 'Plain', cart: {} },
    ];
    const rules = { ...whole, allowances: [{ ...plainAllowance('gift', 'Gift', { kind: 'free' }), coupons: ['gift'] }] };
    const unused = (book: RateBook) =>
      of(findingsOf(compile(book), { ...sources(), trials }).findings, 'unusedCoupon').map(({ facts }) => facts);
    expect(unused(rules)).toEqual([{ coupon: 'thanks', trials: ['Regulars'] }]);
    expect(unused({ ...rules, allowances: [{ ...rules.allowances[0]!, inUse: false }] }).map(({ coupon }) => coupon)).toEqual([
      'thanks',
      'GIFT',
    ]);
  });
});

const told = (book: RateBook, live: RateBook | null = null) => tellFindings(book, live, found(book));

describe('repairs', () => {
  const holed = canada({
    letter: lane(flat(300), { limits: [{ measure: 'itemsWeight', upTo: '2 kg' }] }),
    parcel: lane(
      byWeight(
        [
          ['10 kg', amount(900)],
          ['20 kg', amount(1400)],
        ],
        notOffered,
      ),
      { limits: [{ measure: 'itemsWeight', from: '2.2 kg' }] },
    ),
  });

  test('a hole is closed from either side, and the end of the tiers in three ways', () => {
    const [hole, above] = told(holed);
    expect(hole?.repairs.map((one) => [one.code, 'bound' in one ? one.bound : null])).toEqual([
      ['reachHigher', '2.2 kg'],
      ['beginLower', '2 kg'],
    ]);
    expect(above?.repairs.map((one) => [one.code, 'bound' in one ? one.bound : null])).toEqual([
      ['addTier', '40 kg'],
      ['askAbove', '20 kg'],
    ]);
    const [tier] = above?.repairs ?? [];
    expect(tier).toMatchObject({ code: 'addTier', suggested: 1900 });
    if (tier?.code !== 'addTier') throw new Error('a tier is added');
    const typed = withRepair(holed, withPrice(tier, 2350)).zones[0]?.lanes.parcel?.card;
    expect(typed && 'tiers' in typed && typed.tiers.at(-1)).toEqual({ upTo: '40 kg', result: amount(2350) });
  });

  test('what differs from the live edition can be as it is live; tried, the cart of the hole is priced', () => {
    const live = canada({ letter: holed.zones[0]!.lanes.letter!, parcel: lane(flat(900)) });
    const [hole] = told(holed, live);
    const repair = hole?.repairs.find(({ code }) => code === 'asLive');
    if (!hole || !repair) throw new Error('the parcel differs');
    const tried = tryRepair(holed, hole, repair, sources(), new Set(told(holed).map(({ id }) => id)));
    expect([tried.mends, tried.brings, tried.quote?.options.map(({ service }) => service)]).toEqual([true, [], ['parcel']]);
  });

  test('what is meant so is kept quiet until its facts change', () => {
    const [hole] = told(holed);
    if (!hole) throw new Error('there is a hole');
    const meant = [{ finding: hole.id, facts: factsOf(hole), note: 'never sent by post' }];
    expect(meantNote({ meant }, hole)).toBe('never sent by post');
    const other = canada({
      ...holed.zones[0]!.lanes,
      parcel: lane(flat(1), { limits: [{ measure: 'itemsWeight', from: '2.2 kg' }] }),
      van: lane(flat(9), { limits: [{ measure: 'itemsWeight', from: '2.2 kg' }] }),
    });
    const [changed] = told(other);
    expect(changed?.id).toBe(hole.id);
    expect(changed && meantNote({ meant }, changed)).toBeNull();
  });
});

const priceOf = ({ options }: Quote, service: string | undefined) => {
  const offer = options.find((one) => one.service === service);
  return offer?.status === 'priced' ? offer.price : null;
};

/** Whether the whole quotes of a finding's carts show it. */
function isShown(book: RateBook, finding: Finding): boolean | null {
  const quoted = finding.witness && quoteWitness(book, finding.witness, sources());
  const other = finding.other && quoteWitness(book, finding.other, sources());
  const { service } = finding.where;
  if (!quoted) return null;
  switch (finding.code) {
    case 'noOption':
      return quoted.options.length === 0;
    case 'onlyAsk':
      return quoted.options.length > 0 && quoted.options.every(({ status }) => status === 'refer');
    case 'heavierPaysLess':
    case 'richerPaysMore':
    case 'freeStops':
    case 'tallStep':
      return priceOf(quoted, service) === finding.facts.after && other !== undefined && priceOf(other, service) === finding.facts.before;
    case 'justUnder':
      return priceOf(quoted, service) === finding.facts.before && other !== undefined && priceOf(other, service) === finding.facts.after;
    case 'chargedWhenFree':
      return priceOf(quoted, service) === finding.facts.price;
    default:
      return null;
  }
}

// Hundreds of whole proofs: a machine that does other things besides takes minutes for them.
test('in whatever book, every cart of a finding shows it, and every repair takes its finding away', { timeout: 480_000 }, () => {
  const met = new Met();
  fc.assert(
    fc.property(anyBook, (book) => {
      const all = told(book);
      const known = new Set(all.map(({ id }) => id));
      for (const one of all) {
        const [finding] = one.findings;
        const shown = isShown(book, finding);
        if (shown === null) continue;
        met.note(finding.code);
        met.note('with something besides', 'only' in finding.facts && finding.facts.only !== undefined);
        expect([finding.code, shown]).toEqual([finding.code, true]);
        for (const repair of one.repairs) {
          met.note(`repair ${repair.code}`);
          expect([repair.code, tryRepair(book, one, repair, sources(), known).mends]).toEqual([repair.code, true]);
        }
      }
    }),
    { numRuns: 300 },
  );
  met.enough(20, 'noOption', 'onlyAsk');
  met.enough(5, 'heavierPaysLess', 'tallStep', 'with something besides');
  met.enough(2, 'richerPaysMore', 'freeStops', 'justUnder', 'chargedWhenFree', 'repair withoutCharges');
});

const edge = fc.integer({ min: 1, max: 40 });
/** Two services with ends of their own, by weight or by value. */
const anyHoledBook: fc.Arbitrary<RateBook> = fc
  .record({
    letter: edge,
    from: fc.option(edge),
    tiers: fc.uniqueArray(edge, { minLength: 1, maxLength: 4 }),
    most: fc.option(edge),
    dear: fc.boolean(),
  })
  .map(({ letter, from, tiers, most, dear }) => {
    const steps = [...tiers].sort((a, b) => a - b).map((upTo, at) => [`${upTo * 250} g`, amount(500 + at * 150)] as const);
    return canada({
      letter: lane(flat(300), { limits: [{ measure: 'itemsWeight', upTo: `${letter * 250} g` }] }),
      parcel: lane(byWeight(steps, notOffered), {
        limits: [
          ...(from === null ? [] : [{ measure: 'itemsWeight' as const, from: `${from * 250} g` }]),
          ...(most === null ? [] : [{ measure: 'valueBeforeDiscounts' as const, ...(dear ? { upTo: most * 100 } : { from: most * 100 }) }]),
        ],
      }),
    });
  });

test('where services end beside carts that go without, every repair takes the finding away', () => {
  const met = new Met();
  fc.assert(
    fc.property(anyHoledBook, (book) => {
      const all = told(book);
      const known = new Set(all.map(({ id }) => id));
      for (const one of all) {
        const [finding] = one.findings;
        if (finding.code !== 'noOption') continue;
        expect(isShown(book, finding)).toBe(true);
        met.note('noOption');
        met.note('of two measures', finding.facts.within.length > 1);
        for (const repair of one.repairs) {
          met.note(repair.code);
          expect([repair.code, tryRepair(book, one, repair, sources(), known).mends]).toEqual([repair.code, true]);
        }
      }
    }),
    { numRuns: 300 },
  );
  met.enough(50, 'noOption', 'of two measures', 'addTier', 'askAbove');
  met.enough(20, 'beginLower', 'reachHigher', 'liftLimit');
});
