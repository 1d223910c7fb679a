import {
  type Card,
  groupMembers,
  type Lane,
  type Limit,
  PLAIN_SERVICE,
  type Place,
  plainLane,
  RATE_BOOK_FORMAT,
  RateBook,
  type TierResult,
  type Zone,
} from '@ostrakon/core';
import { airDays, groundDays, packetDays, palletDays, pickupCounter, postDays, vanRound } from './calendars.ts';
import { express, expressTerms, freight, freightTerms, smallPacket, surface, tracked, trackedTerms } from './carriers.ts';
import { languages, policy } from './french.ts';
import { locations, packaging } from './places.ts';
import { goodsGroups } from './products.ts';
import { allowances, charges } from './rules.ts';

const amount = (minor: number): TierResult => ({ kind: 'amount', amount: minor });
const notOffered: TierResult = { kind: 'notOffered' };
const refer: TierResult = { kind: 'refer' };
const OPEN = { floor: null, cap: null };

/** A card of weight tiers, in kilograms and cents. */
export const byKilograms = (
  tiers: readonly (readonly [number, number])[],
  above: TierResult,
  measure: 'itemsWeight' | 'packedWeight' = 'packedWeight',
): Card => ({
  kind: 'weightTiers',
  measure,
  bands: 'whole',
  tiers: tiers.map(([kilograms, price]) => ({ upTo: `${kilograms} kg`, result: amount(price) })),
  above,
  ...OPEN,
});

const lane = (card: Card, limits: Limit[] = [], freeFrom: number | null = null): Lane => ({
  ...plainLane(card),
  limits,
  freeFrom: freeFrom === null ? null : { measure: 'valueAfterDiscounts', from: freeFrom, byItself: false, coversCharges: true },
});

const packet = (prices: readonly [number, number, number]) =>
  lane(
    byKilograms(
      [
        [0.1, prices[0]],
        [0.25, prices[1]],
        [0.5, prices[2]],
      ],
      notOffered,
      'itemsWeight',
    ),
  );

const pallet = (prices: readonly [number, number, number]) =>
  lane(
    {
      kind: 'countTiers',
      measure: 'itemCount',
      bands: 'whole',
      ...OPEN,
      tiers: [
        { upTo: 1, result: amount(prices[0]) },
        { upTo: 2, result: amount(prices[1]) },
        { upTo: 4, result: amount(prices[2]) },
      ],
      above: refer,
    },
    [{ measure: 'itemsWeight', from: '40 kg' }],
  );

const ground = (prices: readonly number[], freeFrom: number | null, measure: 'itemsWeight' | 'packedWeight' = 'packedWeight') => {
  const steps = [2, 5, 10, 15, 30];
  return lane(
    byKilograms(
      prices.map((price, at) => [steps[at] ?? 30, price] as const),
      refer,
      measure,
    ),
    [],
    freeFrom,
  );
};

const counter = lane({ kind: 'flat', result: { kind: 'free' } });

/** Rings around the store room; every drop from 60.00 of goods. */
const van = lane(
  {
    kind: 'distanceTiers',
    measure: 'distance',
    bands: 'whole',
    ...OPEN,
    tiers: [
      { upTo: '12 km', result: amount(600) },
      { upTo: '35 km', result: amount(1100) },
    ],
    above: notOffered,
  },
  [
    { measure: 'itemsWeight', upTo: '200 kg' },
    { measure: 'valueAfterDiscounts', from: 6000 },
  ],
);

const prefixes = (codes: string): Place[] => [
  {
    kind: 'postal',
    country: 'CA',
    rules: codes
      .split(' ')
      .map((prefix) => `${prefix}*`)
      .join('\n'),
  },
];
const provinces = (codes: string): Place[] => codes.split(' ').map((code) => ({ kind: 'subdivision', subdivision: code }));
const countries = (codes: string): Place[] => codes.split(' ').map((country) => ({ kind: 'country', country }));
const without = (codes: string): Place[] => codes.split(' ').map((country) => ({ kind: 'country', country, excluded: true }));

/** Rates of tax on delivery, in basis points; abroad none. */
const TAX: Readonly<Record<string, number>> = {
  harbour: 1400,
  'nova-scotia': 1400,
  atlantic: 1500,
  central: 1300,
  west: 500,
  north: 500,
};

/** Days on the way where they differ from those of the service. */
const ON_THE_WAY: Readonly<Record<string, Readonly<Record<string, readonly [number, number]>>>> = {
  ground: {
    harbour: [1, 1],
    'nova-scotia': [1, 2],
    atlantic: [1, 3],
    west: [4, 7],
    north: [6, 10],
    us: [4, 7],
    'us-far': [8, 14],
    europe: [7, 12],
    far: [10, 18],
  },
  packet: { harbour: [2, 3], 'nova-scotia': [2, 4], north: [6, 12], us: [6, 10], 'us-far': [8, 14], europe: [8, 14], far: [10, 20] },
  pallet: { harbour: [1, 3], 'nova-scotia': [2, 4], us: [6, 12] },
};

const zone = (id: string, name: string, places: Place[], lanes: Record<string, Lane>): Zone => ({
  id,
  name,
  places,
  taxRate: TAX[id] ?? 0,
  label: '',
  lanes: Object.fromEntries(
    Object.entries(lanes).map(([service, held]) => {
      const [least, most] = ON_THE_WAY[service]?.[id] ?? [];
      return [service, least === undefined || most === undefined ? held : { ...held, transit: { least, most } }];
    }),
  ),
});

/** Glazes to the United States are priced by weight and value: they go insured. */
const insuredGlazes: Card = {
  kind: 'twoWay',
  rows: { measure: 'packedWeight', bounds: ['2 kg', '5 kg', '10 kg'] },
  columns: { measure: 'valueAfterDiscounts', bounds: [9999, 24_999] },
  results: [
    [amount(2190), amount(2390), amount(2790)],
    [amount(2890), amount(3090), amount(3490)],
    [amount(3790), amount(3990), amount(4390)],
    [refer, refer, refer],
  ],
  ...OPEN,
};

const HARBOUR = 'B2V B2W B2X B2Y B2Z B3A B3B B3E B3G B3H B3J B3K B3L B3M B3N B3P B3R B3S B3T B3V B3Z B4A';

/** The carrier's own price; the card is not used while nothing stands in for it. */
const live = lane({ kind: 'flat', result: refer });

const zones: Zone[] = [
  zone('harbour', 'Harbour cities', prefixes(HARBOUR), {
    counter,
    van,
    packet: packet([220, 340, 480]),
    ground: ground([820, 950, 1120, 1180, 1650], 12_000),
    pallet: pallet([9500, 14_000, 21_000]),
  }),
  zone('nova-scotia', 'Nova Scotia', provinces('CA-NS'), {
    counter,
    packet: packet([220, 340, 480]),
    ground: ground([990, 1160, 1280, 1690, 2490], 12_000),
    tracked: live,
    pallet: pallet([14_500, 21_000, 31_000]),
  }),
  zone('atlantic', 'Atlantic', provinces('CA-NB CA-PE CA-NL'), {
    packet: packet([240, 390, 560]),
    ground: ground([1190, 1480, 1790, 2250, 3190], 12_000),
    tracked: live,
    express: live,
    pallet: pallet([19_500, 28_500, 42_000]),
  }),
  zone('central', 'Québec and Ontario', provinces('CA-QC CA-ON'), {
    packet: packet([240, 390, 560]),
    ground: ground([1390, 1720, 2190, 2600, 3890], 18_000),
    tracked: live,
    express: live,
    pallet: pallet([28_500, 41_000, 62_000]),
  }),
  zone('west', 'Prairies and Pacific', provinces('CA-MB CA-SK CA-AB CA-BC'), {
    packet: packet([260, 420, 590]),
    ground: ground([1590, 2090, 2690, 3140, 4690], 18_000),
    tracked: live,
    express: live,
    pallet: pallet([42_000, 61_000, 92_000]),
  }),
  zone('north', 'Northern territories', [...provinces('CA-YT CA-NT CA-NU'), ...prefixes('A0P A0R A2V')], {
    packet: packet([320, 560, 840]),
    // The north is flown: the airline weighs the goods without the carton.
    ground: ground([1900, 2750, 3800, 4690, 7900], null, 'itemsWeight'),
  }),
  zone('us', 'United States', countries('US'), {
    packet: packet([480, 820, 1240]),
    ground: { ...ground([1890, 2490, 3290, 3890, 5990], null), groupCards: [{ group: 'glazes', card: insuredGlazes, kept: [] }] },
    tracked: live,
    express: live,
    pallet: pallet([52_000, 76_000, 110_000]),
  }),
  zone('us-far', 'Alaska, Hawaii and Puerto Rico', [...provinces('US-AK US-HI US-PR'), ...countries('PR')], {
    packet: packet([520, 890, 1390]),
    ground: ground([3190, 4690, 6890], null),
    tracked: live,
  }),
  zone('europe', 'Europe', [{ kind: 'countryGroup', group: '150' }, ...without('BY RU')], {
    packet: packet([690, 1190, 1790]),
    ground: ground([2890, 4490, 7290], null),
    tracked: live,
    express: live,
  }),
  zone('far', 'Far shores', countries('AU NZ JP KR SG'), {
    packet: packet([790, 1390, 2090]),
    ground: ground([3990, 6490, 9900], null),
    tracked: live,
  }),
];

/** Served, and deliberately in no zone. */
const LEFT_OVER = ['CL', 'MX', 'ZA'];

const served = [
  'CA',
  'US',
  'PR',
  'AU',
  'NZ',
  'JP',
  'KR',
  'SG',
  ...LEFT_OVER,
  ...groupMembers('150').filter((code) => code !== 'BY' && code !== 'RU'),
].sort();

/** The live edition of Tidewrack Clay Supply, an invented shop. */
export const liveBook: RateBook = RateBook.parse({
  format: RATE_BOOK_FORMAT,
  shop: {
    name: 'Tidewrack Clay Supply',
    currency: 'CAD',
    units: 'metric',
    locale: 'en-CA',
    served,
    texts: {
      noOption: 'We have no delivery price for this order yet. Write to us and we will find a way.',
      refer: 'Heavy order: ask us for a delivery price.',
      policy,
    },
    mail: 'orders@tidewrack.example',
    timeZone: 'America/Halifax',
    pricing: { rounding: 'halfUp', ending: 'none', tax: 'included', order: 'owner' },
    severalAddresses: { allowed: true, mostItems: 60 },
    showDates: true,
    closed: [],
    holidays: [],
  },
  languages,
  goodsGroups,
  locations,
  packing: { packaging, usual: 'carton-m', volume: { divisor: 5000, per: 'cm3PerKg', roundUpTo: '0.5 kg' } },
  services: [
    { ...PLAIN_SERVICE, id: 'counter', name: 'Counter pickup', kind: 'counter', note: 'At the Dartmouth counter', counter: pickupCounter },
    { ...PLAIN_SERVICE, id: 'van', name: 'Van round', kind: 'round', note: 'Tuesday and Friday', round: vanRound },
    { ...PLAIN_SERVICE, id: 'packet', name: 'Letter packet', note: 'Flat and light', days: packetDays, carriage: smallPacket },
    {
      ...PLAIN_SERVICE,
      id: 'ground',
      name: 'Ground parcel',
      note: 'To your door',
      internalName: 'Road, own prices',
      mixing: { kind: 'dearest' },
      days: groundDays,
      carriage: surface,
    },
    {
      ...PLAIN_SERVICE,
      id: 'express',
      name: 'Express',
      kind: 'carrier',
      note: 'By air',
      days: airDays,
      carriage: express,
      terms: expressTerms,
    },
    {
      ...PLAIN_SERVICE,
      id: 'tracked',
      name: 'Tracked post',
      kind: 'carrier',
      note: 'Scanned on the way',
      days: postDays,
      carriage: tracked,
      terms: trackedTerms,
    },
    {
      ...PLAIN_SERVICE,
      id: 'pallet',
      name: 'Pallet freight',
      note: 'To the kerb',
      internalName: 'Pallet, by telephone when the line is down',
      kind: 'carrier',
      carriage: freight,
      terms: freightTerms,
      days: palletDays,
    },
  ],
  zones,
  charges,
  allowances,
});
