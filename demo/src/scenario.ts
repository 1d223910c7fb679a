import type { CartInput, Command, Expectation, OpenAccount, Product, RateBook, Trial } from '@ostrakon/core';
import { palletDays } from './calendars.ts';
import { accounts } from './carriers.ts';
import { byKilograms, liveBook } from './liveBook.ts';
import { products } from './products.ts';

const at = (zone: string, service: string) => ({ zone, service });

/** The draft since the live edition, with faults left in on purpose. */
const draftCommands: Command[] = [
  {
    // A heavier tier that is cheaper than the lighter one.
    name: 'setCard',
    args: {
      ...at('atlantic', 'ground'),
      card: byKilograms(
        [
          [2, 1490],
          [5, 1240],
          [10, 1790],
          [15, 2250],
          [30, 3190],
        ],
        { kind: 'refer' },
      ),
    },
  },
  {
    // Tiers that stop at 10 kg, with nothing above.
    name: 'setCard',
    args: {
      ...at('north', 'ground'),
      card: byKilograms(
        [
          [2, 1900],
          [5, 2750],
          [10, 3800],
        ],
        { kind: 'notOffered' },
        'itemsWeight',
      ),
    },
  },
  {
    name: 'setCard',
    args: {
      ...at('north', 'packet'),
      card: byKilograms(
        [
          [0.1, 320],
          [0.5, 840],
          [2, 1400],
        ],
        { kind: 'notOffered' },
        'itemsWeight',
      ),
    },
  },
  // A service without dates beside others with them.
  { name: 'setServiceDays', args: { service: 'pallet', days: { ...palletDays, transit: null } } },
  {
    name: 'setTransitOfLanes',
    args: { lanes: ['harbour', 'nova-scotia', 'us'].map((zone) => ({ ...at(zone, 'pallet'), transit: null })) },
  },
  // Between the packet's 2.0 kg and this 2.2 kg lies a hole.
  { name: 'setLimits', args: { ...at('north', 'ground'), limits: [{ measure: 'itemsWeight', from: '2.2 kg' }] } },
];

const to = (country: string, region?: string, postalCode?: string): CartInput['destination'] => ({
  country,
  ...(region !== undefined && { subdivision: `${country}-${region}` }),
  ...(postalCode !== undefined && { postalCode }),
});

const trial = (
  id: string,
  name: string,
  goods: Record<string, number>,
  destination: CartInput['destination'],
  ...expects: Expectation[]
): Trial => ({
  id,
  name,
  expects,
  cart: { lines: Object.entries(goods).map(([product, quantity]) => ({ product, quantity })), discounts: [], destination },
});

const holidayOrder = trial(
  'before-a-holiday',
  'Order at 23:59 before a holiday',
  { 'stoneware-10': 1, 'celadon-473': 1, 'needle-tool': 2 },
  to('CA', 'NS', 'B3H 4R2'),
  { kind: 'arrivesBy', service: 'ground', date: '2027-01-05' },
);

const costs = (service: string, amount: number): Expectation => ({ kind: 'price', service, amount });
const isFree = (service: string): Expectation => ({ kind: 'free', service });

const trials: Trial[] = [
  trial(
    'studio-restock',
    'Studio restock',
    { 'stoneware-10': 1, 'celadon-473': 2, 'needle-tool': 3 },
    to('CA', 'NS', 'B4V 2L5'),
    costs('ground', 1690),
    isFree('counter'),
  ),
  trial(
    'one-needle-tool',
    'One needle tool',
    { 'needle-tool': 1 },
    to('CA', 'ON', 'K7L 3N6'),
    { kind: 'cheapest', service: 'packet' },
    costs('packet', 240),
  ),
  trial(
    'class-set',
    'Class set',
    { 'loop-tools': 6, 'wooden-rib': 12, 'sponge-natural': 12, 'wire-cutter': 12 },
    to('CA', 'NB', 'E1C 4Z6'),
    isFree('ground'),
  ),
  trial(
    'over-the-edge',
    'Two boxes over a tier’s edge',
    { 'stoneware-10': 2, 'posts-15': 1 },
    to('CA', 'QC', 'H2X 1Y4'),
    costs('ground', 3890),
  ),
  trial('glaze-north', 'Glaze to the north', { 'celadon-473': 2, 'celadon-118': 2 }, to('CA', 'YT', 'Y1A 2C6'), costs('ground', 2750)),
  trial(
    'shelf-and-tools',
    'Shelf plus tools',
    { 'shelf-45': 1, 'needle-tool': 1, 'bamboo-brush': 2 },
    to('CA', 'NS', 'B3H 4R2'),
    costs('van', 600),
  ),
  trial(
    'wheel-and-clay',
    'Wheel and clay from two places',
    { 'wheel-46': 1, 'stoneware-10': 1, 'sponge-natural': 2 },
    to('CA', 'NB', 'E1C 4Z6'),
    isFree('ground'),
  ),
  {
    ...trial('three-schools', 'School order at three addresses', { 'sponge-natural': 12 }, to('CA', 'NS', 'B3H 4R2')),
    expects: [{ kind: 'between', service: 'ground', least: 3500, most: 4200 }],
    cart: {
      lines: [
        { product: 'sponge-natural', quantity: 12 },
        { product: 'wooden-rib', quantity: 8, to: 1 },
        { product: 'stoneware-10', quantity: 1, to: 2 },
      ],
      discounts: [],
      destination: to('CA', 'NS', 'B3H 4R2'),
      others: [to('CA', 'NB', 'E1C 4Z6'), to('CA', 'ON', 'K7L 3N6')],
    },
  },
  trial('wheel', 'Throwing wheel', { 'wheel-62': 1 }, to('CA', 'PE', 'C1A 7N8'), { kind: 'arrivesWithin', service: 'pallet', days: 28 }),
  {
    ...holidayOrder,
    // 23:59 on 24 December in the shop's own time.
    cart: { ...holidayOrder.cart, moment: '2026-12-25T03:59:00Z' },
  },
  trial('gift-card-only', 'Gift card only', { 'gift-card': 1 }, to('CA', 'NS', 'B3H 4R2'), { kind: 'nothing' }),
  trial('left-over-country', 'Brushes to Mexico', { 'bamboo-brush': 3 }, to('MX'), {
    kind: 'between',
    service: 'tracked',
    least: 0,
    most: 10_000,
  }),
];

export interface Scenario {
  readonly live: RateBook;
  readonly note: string;
  readonly draftCommands: readonly Command[];
  readonly products: readonly Product[];
  readonly trials: readonly Trial[];
  readonly accounts: readonly OpenAccount[];
}

export const scenario: Scenario = { live: liveBook, note: 'Autumn prices', draftCommands, products, trials, accounts };
