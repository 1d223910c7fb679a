import { describe, expect, test } from 'vitest';
import type { LiveTerms } from '../carriers/carriage.ts';
import { CarrierAnswers } from '../carriers/carrierAnswers.ts';
import { PLAIN_GROUP } from '../goods/goodsGroup.ts';
import { plainAllowance } from '../rate-book/allowance.ts';
import type { Card, TierResult } from '../rate-book/card.ts';
import { type Charge, plainCharge } from '../rate-book/charge.ts';
import type { Lane } from '../rate-book/lane.ts';
import { type Pricing, RateBook } from '../rate-book/rateBook.ts';
import { EVERYWHERE } from '../rate-book/scope.ts';
import { amount, bookOf, byCount, byWeight, canada, flat, free, lane, location, notOffered } from '../testing/bookOf.ts';
import { answersTo, carriedShop, rate, said } from '../testing/carriedShop.ts';
import { compile } from './compile.ts';
import type { Quote } from './quoteTypes.ts';
import { QuoteRequest } from './request.ts';
import { quote } from './settle.ts';

/** Prices where one thing ends and the next begins: each figure worked out by hand beside it. */

type Line = Partial<QuoteRequest['lines'][number]>;
const requestOf = (lines: readonly Line[], more: object = {}) =>
  QuoteRequest.parse({
    destination: { country: 'CA' },
    ...more,
    lines: lines.map((line) => ({ quantity: 1, unitPrice: 0, weight: '100 g', ...line })),
  });
const ask = (book: RateBook, lines: readonly Line[], more: object = {}): Quote =>
  quote(compile(RateBook.parse(book)), requestOf(lines, more));
const price = ({ options: [offer] }: Quote) => (offer?.status === 'priced' ? offer.price : offer?.status);
const of = (card: Card, more: Partial<Lane> = {}): RateBook => canada({ ground: lane(card, more) });
const priced = (book: RateBook, pricing: Partial<Pricing>): RateBook => ({
  ...book,
  shop: { ...book.shop, pricing: { ...book.shop.pricing, ...pricing } },
});
const open = { floor: null, cap: null };

describe('rounding to even', () => {
  // One per cent of 0.50 is half a cent, of 1.50 one and a half, of 2.50 two and a half.
  test.each([
    [50, 1, 0],
    [150, 2, 2],
    [250, 3, 2],
    [350, 4, 4],
  ])('a share of 1 %% of %i is %i by halves up and %i by halves to even: cards, charges, allowances, markups', (value, up, even) => {
    const card: Card = { kind: 'percent', basisPoints: 100, of: 'valueAfterDiscounts', ...open };
    const charged = (rounding: Pricing['rounding']) => ({
      ...priced(of(flat(1000)), { rounding }),
      charges: [plainCharge('c', 'C', { kind: 'percent', basisPoints: 100, of: 'valueAfterDiscounts' })],
    });
    const off = (rounding: Pricing['rounding']) => ({
      ...priced(of(flat(value)), { rounding }),
      allowances: [plainAllowance('a', 'A', { kind: 'percentOff', basisPoints: 100 })],
    });
    const goods = [{ unitPrice: value }];
    expect([price(ask(of(card), goods)), price(ask(priced(of(card), { rounding: 'halfEven' }), goods))]).toEqual([up, even]);
    expect([price(ask(charged('halfUp'), goods)), price(ask(charged('halfEven'), goods))]).toEqual([1000 + up, 1000 + even]);
    expect([price(ask(off('halfUp'), goods)), price(ask(off('halfEven'), goods))]).toEqual([value - up, value - even]);
  });
});

describe('tax', () => {
  const taxed = (more: Partial<Pricing>) =>
    priced(bookOf([{ id: 'ca', places: [{ kind: 'country', country: 'CA' }], lanes: { ground: lane(flat(1234)) }, taxRate: 1400 }]), more);

  test('is added after the price has its ending: 12.34 ends at 12.99, and 14 % of that are 1.82', () => {
    const answer = ask(taxed({ tax: 'added', ending: 'up99' }), [{}]);
    expect(price(answer)).toBe(1481);
    expect(answer.options[0]).toMatchObject({ tax: { mode: 'added', basisPoints: 1400, amount: 182 } });
  });

  test('within a price is what is left of it after the net: 14 % in 12.99 are 1.60', () => {
    // 12.99 / 1.14 is 11.3947, 11.39 rounded.
    expect(ask(taxed({ tax: 'included', ending: 'up99' }), [{}]).options[0]).toMatchObject({ price: 1299, tax: { amount: 160 } });
  });

  test('is put on a carrier’s price that is without it, and not on one that has it already', () => {
    const shown = (terms: Partial<LiveTerms>) => {
      const plain = priced(carriedShop(terms), { tax: 'included' });
      const compiled = compile({ ...plain, zones: plain.zones.map((zone) => ({ ...zone, taxRate: 1500 })) });
      const request = requestOf([{ weight: '2 kg' }], { destination: { country: 'CA', subdivision: 'CA-ON', postalCode: 'M5V 2T6' } });
      const dry = new CarrierAnswers(new Map());
      quote(compiled, request, dry);
      const answers = answersTo(dry.wanted.values(), () => said(rate(2000)));
      const offer = quote(compiled, request, new CarrierAnswers(answers)).options.find(({ service }) => service === 'express');
      return offer?.status === 'priced' && [offer.price, offer.tax?.amount];
    };
    // 15 % on 20.00 are 3.00; within 20.00 they are 2.61 (20.00 / 1.15 is 17.39).
    expect([shown({ beforeTax: true }), shown({ beforeTax: false })]).toEqual([
      [2300, 300],
      [2000, 261],
    ]);
  });
});

describe('bands by count, each adding its part', () => {
  const bands = (first: TierResult) => {
    const card = byCount(
      [
        [2, first],
        [5, { kind: 'perUnit', base: 0, each: 150, unit: 1 }],
      ],
      {
        kind: 'perUnit',
        base: 0,
        each: 100,
        unit: 1,
      },
    );
    return of(card.kind === 'countTiers' ? { ...card, bands: 'graduated' } : card);
  };
  const each = { kind: 'perUnit', base: 0, each: 200, unit: 1 } as const;

  // 2.00 each for the first two, 1.50 for the third to fifth, 1.00 from the sixth on.
  test.each([
    [1, 200],
    [2, 400],
    [3, 550],
    [5, 850],
    [6, 950],
    [8, 1150],
  ])('%i items', (quantity, total) => {
    expect(price(ask(bands(each), [{ quantity }]))).toBe(total);
  });

  test('a first band that is not offered withholds what lies in it, and adds nothing to what lies beyond', () => {
    expect(ask(bands(notOffered), [{ quantity: 2 }]).withheld[0]?.reasons[0]).toMatchObject({ code: 'tierNotOffered' });
    expect(price(ask(bands(notOffered), [{ quantity: 4 }]))).toBe(300);
    expect(price(ask(bands(free), [{ quantity: 4 }]))).toBe(300);
  });
});

describe('started units', () => {
  const perKilogram: Card = { kind: 'startedUnits', per: { measure: 'itemsWeight', unit: '1 kg' }, base: 300, each: 200, ...open };
  const packing = (unit: string): Charge[] => [plainCharge('c', 'C', { kind: 'startedWeight', measure: 'itemsWeight', unit, amount: 200 })];

  test('weightless goods start none: the base alone; a whole unit starts one, a gram more the next', () => {
    const at = (weight?: string) => price(ask(of(perKilogram), [{ weight }]));
    expect([at(undefined), at('1 g'), at('1 kg'), at('1001 g')]).toEqual([300, 500, 500, 700]);
  });

  test('the same of a charge', () => {
    const at = (weight?: string) => price(ask({ ...of(flat(300)), charges: packing('1 kg') }, [{ weight }]));
    expect([at(undefined), at('1 g'), at('1 kg'), at('1001 g')]).toEqual([300, 500, 500, 700]);
  });

  test('what comes to whole units only up to a hair has not started another: sixteen ounces to the pound, thrice', () => {
    // An ounce is 28.349523125 g: 48 of them are exactly 3 lb.
    const ounces = [{ weight: '1 oz', quantity: 48 }];
    expect(price(ask(of({ ...perKilogram, per: { measure: 'itemsWeight', unit: '1 lb' } }), ounces))).toBe(900);
    expect(price(ask({ ...of(flat(300)), charges: packing('1 lb') }, ounces))).toBe(900);
    expect(price(ask(of({ ...perKilogram, per: { measure: 'itemsWeight', unit: '1 lb' } }), [...ounces, { weight: '1 g' }]))).toBe(1100);
  });

  test('nor has what passes them by less than half a milligram: three times 333.333334 g is one kilogram', () => {
    const thirds = (weight: string) => [{ weight, quantity: 3 }];
    expect(price(ask(of(perKilogram), thirds('333.333334 g')))).toBe(500);
    expect(price(ask({ ...of(flat(300)), charges: packing('1 kg') }, thirds('333.333334 g')))).toBe(500);
    expect(price(ask(of(perKilogram), thirds('333.334 g')))).toBe(700);
    expect(price(ask({ ...of(flat(300)), charges: packing('1 kg') }, thirds('333.334 g')))).toBe(700);
  });

  test('above a tier count from its bound: 1 kg and 3 g over, by 5 g, start one; 5 g one; 6 g two', () => {
    const card = byWeight([['1 kg', amount(500)]], { kind: 'perUnit', base: 500, each: 40, unit: '5 g' });
    const at = (weight: string) => price(ask(of(card), [{ weight }]));
    expect([at('1 kg'), at('1003 g'), at('1005 g'), at('1006 g')]).toEqual([500, 540, 540, 580]);
  });
});

describe('hours after an order', () => {
  const after = (endedAt: string | null) => ({
    ...of(flat(500)),
    allowances: [{ ...plainAllowance('a', 'A', { kind: 'free' }), sinceOrder: 12, endedAt }],
  });
  const at = (endedAt: string | null, lastOrderAt: string) =>
    price(ask(after(endedAt), [{}], { moment: '2026-11-24T20:00:00Z', lastOrderAt }));

  test('count to the last moment of them', () => {
    expect([at(null, '2026-11-24T08:00:00Z'), at(null, '2026-11-24T07:59:59Z')]).toEqual([0, 500]);
  });

  test('ended for all orders up to a moment: one exactly then is ended, a second later is not', () => {
    const ended = '2026-11-24T15:00:00Z';
    expect([at(ended, ended), at(ended, '2026-11-24T15:00:01Z')]).toEqual([500, 0]);
  });
});

describe('what lacks its place', () => {
  test('a carrier’s lane in a shop without locations is withheld and says so', () => {
    const answer = ask({ ...carriedShop(), locations: [] }, [{}]);
    expect(answer.withheld).toEqual([
      { status: 'withheld', service: 'express', reasons: [{ code: 'carrierSilent', carrier: 'Gannet Air', why: 'noLocation' }] },
    ]);
    expect(price(answer)).toBe(1200);
  });

  test('a service that one of the zones lacks is no option of the whole, and charges the others as if alone', () => {
    const two = bookOf([
      { id: 'ca', places: [{ kind: 'country', country: 'CA' }], lanes: { ground: lane(flat(500)), air: lane(flat(900)) } },
      { id: 'us', places: [{ kind: 'country', country: 'US' }], lanes: { air: lane(flat(1500)) } },
    ]);
    const book: RateBook = {
      ...two,
      charges: [plainCharge('c', 'C', { kind: 'fixed', amount: 100, per: 'order' })],
      allowances: [plainAllowance('a', 'A', { kind: 'amountOff', amount: 300 })],
    };
    const { options, consignments } = ask(book, [{ to: 1 }, { to: 0 }], {
      destination: { country: 'CA' },
      others: [{ country: 'US' }],
    });
    // By air 9.00 and 15.00, 1.00 once, 3.00 off once; ground takes one consignment alone.
    expect(options.map((offer) => [offer.service, offer.status === 'priced' && offer.price])).toEqual([['air', 2200]]);
    expect(consignments.map((one) => one.options.map(({ service }) => service).sort())).toEqual([['air', 'ground'], ['air']]);
  });
});

test('an amount off that one zone has is shared among the consignments that go there alone', () => {
  const two = bookOf([
    { id: 'ca', places: [{ kind: 'country', country: 'CA' }], lanes: { air: lane(flat(900)) } },
    { id: 'us', places: [{ kind: 'country', country: 'US' }], lanes: { air: lane(flat(1500)) } },
  ]);
  const off = { ...plainAllowance('a', 'A', { kind: 'amountOff', amount: 300 }), scope: { ...EVERYWHERE, zones: ['ca'] } };
  const lines = [{ to: 0 }, { to: 1 }, { to: 2 }];
  const { consignments } = ask({ ...two, allowances: [off] }, lines, { others: [{ country: 'US' }, { country: 'CA' }] });
  const prices = consignments.map(({ options: [offer] }) => offer?.status === 'priced' && offer.price);
  expect(prices).toEqual([750, 1500, 750]);
});

test('a share for some goods of a carrier’s lane is of its card where the card stands in for a silent carrier', () => {
  const clay = { ...PLAIN_GROUP, id: 'clay', name: 'Clay', mark: 'clay' as const };
  const percent = plainCharge('c', 'C', { kind: 'percent', basisPoints: 1000, of: 'base' });
  const shop = carriedShop({ unanswered: { kind: 'card' } });
  const book: RateBook = {
    ...shop,
    goodsGroups: [clay],
    charges: [{ ...percent, scope: { ...EVERYWHERE, services: ['express'], goods: { groups: ['clay'], others: false } } }],
  };
  const compiled = compile(RateBook.parse(book));
  const request = requestOf(
    [
      { group: 'clay', weight: '2 kg', unitPrice: 3000 },
      { weight: '2 kg', unitPrice: 1000 },
    ],
    {
      destination: { country: 'CA', subdivision: 'CA-ON', postalCode: 'M5V 2T6' },
    },
  );
  const dry = new CarrierAnswers(new Map());
  quote(compiled, request, dry);
  const express = (answer: Parameters<typeof answersTo>[1]) => {
    const answers = new CarrierAnswers(answersTo(dry.wanted.values(), answer));
    const offer = quote(compiled, request, answers).options.find(({ service }) => service === 'express');
    return offer?.status === 'priced' && offer.price;
  };
  // The card says 25.00, for clay alone as well; a carrier's 20.00 is three quarters clay's, by value.
  expect(express(() => ({ status: 'silent', why: 'down' }))).toBe(2750);
  expect(express(() => said(rate(2000)))).toBe(2150);
});

test('goods of other groups do not lower what a group of goods is offered by', () => {
  const clay = { ...PLAIN_GROUP, id: 'clay', name: 'Clay', mark: 'clay' as const };
  const book: RateBook = {
    ...of(flat(500), { conditions: { goods: { groups: ['clay'], others: false }, coupons: [], dates: null, weekdays: null } }),
    goodsGroups: [clay],
    locations: [location('shop')],
  };
  expect([price(ask(book, [{ group: 'clay' }])), price(ask(book, [{ group: 'clay' }, {}]))]).toEqual([500, undefined]);
});
