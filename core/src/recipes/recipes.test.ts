import { describe, expect, test } from 'vitest';
import { Command } from '../commands/commands.ts';
import { runCommand } from '../commands/runCommand.ts';
import { PLAIN_GROUP } from '../goods/goodsGroup.ts';
import { compile } from '../quote/compile.ts';
import type { QuoteRequest } from '../quote/request.ts';
import { quote } from '../quote/settle.ts';
import { RateBook } from '../rate-book/rateBook.ts';
import { bookOf, carton, flat, lane, location } from '../testing/bookOf.ts';
import { week } from '../testing/datedShop.ts';
import { type Answers, blankFaults, missingFor, recipeCommand } from './recipe.ts';
import { recipes } from './recipes.ts';

const province = (id: string, subdivision: string, lanes = {}) => ({ id, places: [{ kind: 'subdivision' as const, subdivision }], lanes });
const plain = bookOf([province('near', 'CA-NS', { ground: lane(flat(900)) }), province('far', 'CA-ON', { ground: lane(flat(1900)) })]);
const halifax = { latitude: 44.65, longitude: -63.57 };
const dispatch = { cutOffs: week('14:00'), ownCutOffs: [], lead: { least: 0, most: 0 }, capacity: null, closed: [] };
const shop: RateBook = {
  ...plain,
  // Weighs nothing, so that a band ends where its goods do.
  packing: { ...plain.packing, packaging: [carton({ tare: '0 g', mostLoad: null })] },
  goodsGroups: [{ ...PLAIN_GROUP, id: 'clay', name: 'Clay', mark: 'clay' }],
  locations: [location('depot', { subdivision: 'CA-NS', point: halifax, dispatch })],
};
const near = { id: 'near', name: 'Near', places: null };
const far = { id: 'far', name: 'Far', places: null };
const both = [near, far];
const kg = 1000;

interface Cart {
  readonly grams?: number;
  readonly items?: number;
  /** Goods in all, in cents. */
  readonly goods?: number;
  readonly to?: 'CA-NS' | 'CA-ON' | 'CA-QC';
  readonly group?: string;
  readonly more?: Partial<QuoteRequest>;
}

/** What the option of a name costs, or why there is none. */
function answerOf(book: RateBook, { grams = 500, items = 1, goods = 3000, to = 'CA-NS', group, more }: Cart, name: string) {
  const request: QuoteRequest = {
    lines: [
      {
        quantity: items,
        unitPrice: goods / items,
        weight: `${grams / items} g`,
        delivered: true,
        ...(group && { group }),
      } as QuoteRequest['lines'][number],
    ],
    discounts: [],
    destination: { country: 'CA', subdivision: to, ...(to === 'CA-NS' && { point: { latitude: 44.7, longitude: -63.57 } }) },
    moment: '2026-11-23T15:00:00Z',
    ...more,
  };
  const { options } = quote(compile(book), request);
  const service = book.services.find((one) => one.name === name || one.id === name);
  const option = options.find((one) => one.service === service?.id);
  return option?.status === 'priced' ? option.price : (option?.status ?? 'notOffered');
}

const taken = (id: string, answers: Answers, book = shop) => {
  const made = recipes.find((one) => one.id === id);
  if (!made) throw new Error(`no recipe ${id}`);
  const outcome = recipeCommand(book, made, answers);
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.faults));
  return RateBook.parse(runCommand(book, Command.parse(outcome.command)).book);
};

const GROUND = 'ground';
const name = 'Parcel';

/** Each recipe as an owner fills it in, and carts with what they pay, worked by hand. */
const worked: readonly (readonly [id: string, answers: Answers, service: string, carts: readonly (readonly [Cart, number | string])[]])[] =
  [
    [
      'onePrice',
      { name, price: 790, from: 7500, zones: both },
      name,
      [
        [{ goods: 7499 }, 790],
        [{ goods: 7500 }, 0],
        [{ to: 'CA-QC' }, 'notOffered'],
      ],
    ],
    [
      'weightBands',
      { name, weight1: '1 kg', price1: 500, weight2: '5 kg', price2: 900, weight3: '20 kg', price3: 2000, zones: [near] },
      name,
      [
        [{ grams: kg }, 500],
        [{ grams: kg + 1 }, 900],
        [{ grams: 20 * kg }, 2000],
        [{ grams: 20 * kg + 1 }, 'notOffered'],
        [{ to: 'CA-ON' }, 'notOffered'],
      ],
    ],
    [
      'upToElseAsk',
      { name, weight: '2 kg', price: 650, zones: both },
      name,
      [
        [{ grams: 2 * kg }, 650],
        [{ grams: 2 * kg + 1 }, 'refer'],
      ],
    ],
    [
      'valueBands',
      { name, price1: 900, value1: 4000, price2: 500, value2: 8000, zones: both },
      name,
      [
        [{ goods: 3999 }, 900],
        [{ goods: 4000 }, 500],
        [{ goods: 7999 }, 500],
        [{ goods: 8000 }, 0],
      ],
    ],
    [
      'weightAndValue',
      { name, weight: '2 kg', value: 5000, lightLow: 700, lightHigh: 300, heavyLow: 1500, heavyHigh: 800, zones: both },
      name,
      [
        [{ goods: 4999, grams: 2 * kg }, 700],
        [{ goods: 5000 }, 300],
        [{ goods: 4999, grams: 2 * kg + 1 }, 1500],
        [{ goods: 5000, grams: 9 * kg }, 800],
      ],
    ],
    [
      'firstAndFurther',
      { name, first: 600, further: 150, most: 1000, zones: both },
      name,
      [
        [{}, 600],
        [{ items: 3 }, 900],
        [{ items: 5 }, 1000],
      ],
    ],
    [
      'nearFar',
      { name, near, far, price: 1200 },
      name,
      [
        [{}, 0],
        [{ to: 'CA-ON' }, 1200],
        [{ to: 'CA-QC' }, 'notOffered'],
      ],
    ],
    ['express', { name: 'Express', price: 2500, until: '12:00', zones: [near] }, 'Express', [[{}, 2500]]],
    [
      'vanRings',
      { name: 'Van', ring1: '3 km', price1: 200, ring2: '10 km', price2: 400, least: 2500, zones: [near] },
      'Van',
      [
        [{ goods: 2499 }, 'notOffered'],
        [{ goods: 2500 }, 400],
        [{ to: 'CA-ON' }, 'notOffered'],
      ],
    ],
    ['counter', { name: 'At the counter', hours: 4, from: '09:00', until: '17:00', zones: [near] }, 'At the counter', [[{}, 0]]],
    ['handlingOnly', { name: 'Post', charge: 'Handling', amount: 350, zones: both }, 'Post', [[{ items: 2 }, 350]]],
    [
      'freeAfterOrder',
      { name: 'Again', hours: 24, services: [GROUND] },
      GROUND,
      [
        [{}, 900],
        [{ more: { lastOrderAt: '2026-11-22T15:00:00Z' } }, 0],
        [{ more: { lastOrderAt: '2026-11-22T14:59:59Z' } }, 900],
      ],
    ],
    [
      'freeSoonAfterCart',
      { name: 'Quick', hours: 2, from: 5000, services: [GROUND] },
      GROUND,
      [
        [{ goods: 5000, more: { cartStartedAt: '2026-11-23T13:00:00Z' } }, 0],
        [{ goods: 4999, more: { cartStartedAt: '2026-11-23T13:00:00Z' } }, 900],
        [{ goods: 5000, more: { cartStartedAt: '2026-11-23T12:59:00Z' } }, 900],
      ],
    ],
    [
      'coupon',
      { name: 'Club', coupon: 'CLUB', from: 2000, services: [GROUND] },
      GROUND,
      [
        [{ more: { coupons: ['club'] } }, 0],
        [{ goods: 1999, more: { coupons: ['CLUB'] } }, 900],
        [{}, 900],
      ],
    ],
    [
      'manyFree',
      { name: 'Ten', count: 10, goods: 'clay', services: [GROUND] },
      GROUND,
      [
        [{ items: 10, group: 'clay' }, 0],
        [{ items: 9, group: 'clay' }, 900],
        [{ items: 10 }, 900],
      ],
    ],
    ['manyFree', { name: 'Ten', count: 10, goods: null, services: [GROUND] }, GROUND, [[{ items: 10 }, 0]]],
    [
      'packing',
      { name: 'Packing', amount: 100, inSeason: 250, season: { from: '11-20', until: '12-24' }, services: [GROUND] },
      GROUND,
      [
        [{}, 1150],
        [{ more: { moment: '2026-11-19T15:00:00Z' } }, 1000],
      ],
    ],
    [
      'goodsOwnPrices',
      { service: GROUND, group: 'clay', first: 3000, further: 500 },
      GROUND,
      [
        [{ group: 'clay', items: 2 }, 3500],
        [{}, 900],
      ],
    ],
  ];

describe('a recipe pays what its sentence says', () => {
  for (const [id, answers, service, carts] of worked)
    test(`${id}${answers.goods === null ? ', all goods' : ''}`, () => {
      const book = taken(id, answers);
      expect(carts.map(([cart]) => answerOf(book, cart, service))).toEqual(carts.map(([, paid]) => paid));
    });
});

test('a carrier’s price plus a share asks that carrier, and is free from a value', () => {
  const carriage = { account: 'gannet', carrier: 'Gannet Air', code: 'DAY' };
  const book = taken('carrierPlusShare', { name: 'By air', carriage, share: 1200, from: 9000, zones: [near] });
  const service = book.services.find((one) => one.name === 'By air');
  expect(service).toMatchObject({
    kind: 'carrier',
    carriage: { account: 'gannet', service: 'DAY' },
    terms: { markup: { basisPoints: 1200 } },
  });
  expect(book.zones[0]?.lanes[service?.id ?? '']?.freeFrom?.from).toBe(9000);
});

test('every recipe is worked by hand, adds and changes nothing that is there, and takes one step', () => {
  const ids = new Set([...worked.map(([id]) => id), 'carrierPlusShare']);
  expect(recipes.map(({ id }) => id).filter((id) => !ids.has(id))).toEqual([]);
  for (const [id, answers] of worked) {
    const book = taken(id, answers);
    for (const held of shop.services) expect(book.services).toContainEqual(held);
    for (const zone of shop.zones) {
      const now = book.zones.find((one) => one.id === zone.id);
      for (const [service, was] of Object.entries(zone.lanes))
        expect({ ...now?.lanes[service], groupCards: [] }).toEqual({ ...was, groupCards: [] });
    }
    // Taken twice, it stands there twice under ids of its own; prices of goods are there once.
    if (id !== 'goodsOwnPrices') expect(() => taken(id, answers, book)).not.toThrow();
  }
  expect(() =>
    taken(
      'goodsOwnPrices',
      { service: GROUND, group: 'clay', first: 1, further: 1 },
      taken('goodsOwnPrices', { service: GROUND, group: 'clay', first: 2, further: 2 }),
    ),
  ).toThrow('nothingLeft');
});

test('express has a cut-off of its own on the days on which orders are packed', () => {
  const book = taken('express', { name: 'Express', price: 2500, until: '12:00', zones: [near] });
  expect(book.locations[0]?.dispatch).toMatchObject({
    cutOffs: week('14:00'),
    ownCutOffs: [{ service: 'express', cutOffs: week('12:00') }],
  });
});

test('zones that are not there yet are made', () => {
  const country = { id: 'home', name: 'Canada', places: [{ kind: 'country' as const, country: 'CA' }] };
  const book = taken('onePrice', { name, price: 500, from: 5000, zones: [country] }, { ...shop, zones: [] });
  expect(book.zones.map((zone) => [zone.name, zone.places])).toEqual([['Canada', country.places]]);
});

test('blanks without anything in them, steps that do not rise, and one zone twice are told', () => {
  const of = (id: string) => recipes.find((one) => one.id === id)!;
  expect(blankFaults(of('onePrice'), { name: '', price: 100, zones: [] })).toEqual([
    { blank: 'name', code: 'empty' },
    { blank: 'from', code: 'empty' },
    { blank: 'zones', code: 'empty' },
  ]);
  const bands = { name, weight1: '900 g', price1: 1, weight2: '0.9 kg', price2: 2, weight3: '1 kg', price3: 3, zones: both };
  expect(blankFaults(of('weightBands'), bands)).toEqual([{ blank: 'weight2', code: 'notMore' }]);
  expect(blankFaults(of('valueBands'), { name, price1: 9, value1: 0, price2: 5, value2: 1, zones: both })).toEqual([
    { blank: 'value1', code: 'nothing' },
  ]);
  expect(blankFaults(of('nearFar'), { name, near, far: near, price: 1 })).toEqual([{ blank: 'far', code: 'sameZone' }]);
});

test('what a shop lacks for a recipe is told', () => {
  const of = (id: string) => recipes.find((one) => one.id === id)!;
  expect(['onePrice', 'vanRings', 'express', 'goodsOwnPrices'].map((id) => missingFor({ ...plain, services: [] }, of(id)))).toEqual([
    null,
    'location',
    'location',
    'service',
  ]);
  expect(missingFor({ ...shop, locations: [location('depot')] }, of('express'))).toBe('dispatch');
});
