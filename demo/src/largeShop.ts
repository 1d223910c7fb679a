import {
  type Allowance,
  type Card,
  type Charge,
  daysOfCountry,
  emptyBook,
  type Lane,
  listSubdivisions,
  PLAIN_LOCATION,
  PLAIN_SERVICE,
  PRODUCT_DEFAULTS,
  type Product,
  partsOf,
  plainAllowance,
  plainCharge,
  plainLane,
  type RateBook,
  regionName,
  type Service,
  type Trial,
  withHolders,
  type Zone,
} from '@ostrakon/core';
import { subdivisionNames } from '@ostrakon/core/subdivision-names';
import type { Scenario } from './scenario.ts';

// A shop at the size of a large one: 80 zones, 12 services, 20,000 products, 300 trials, 50 charges and reductions. The same every
// time; all of it is invented. For benches and journeys, not for the demo.

/** Whole numbers below a bound, in the same row every time (Park and Miller's minimal standard, 1988). */
function row(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (state * 16_807) % 2_147_483_647;
    return state % below;
  };
}

const next = row(20_261_128);
const pick = <T>(list: readonly T[]): T => list[next(list.length)] as T;

const names = subdivisionNames();
const nameOf = (code: string) => names.get(code)?.english ?? code;

/** The larger parts of a country: those that lie in no other. */
const regionsOf = (country: string) => listSubdivisions(country).filter((code) => withHolders(code).length === 1);
/** The same, but only those made of others: the regions of France without what lies overseas. */
const madeOfParts = (country: string) => regionsOf(country).filter((code) => partsOf(code).length > 0);

const COUNTRIES = ['AT', 'CH', 'NL', 'BE', 'LU', 'DK', 'SE', 'FI', 'NO', 'PL', 'CZ', 'SK', 'HU', 'PT', 'SI', 'IE'] as const;
const LABELS = ['home', 'west', 'south', 'north and east'] as const;
const labelOf = (country: string) =>
  country === 'DE'
    ? LABELS[0]
    : ['FR', 'NL', 'BE', 'LU'].includes(country)
      ? LABELS[1]
      : ['ES', 'IT', 'PT'].includes(country)
        ? LABELS[2]
        : LABELS[3];

interface Place {
  readonly id: string;
  readonly name: string;
  readonly country: string;
  readonly subdivision: string | null;
}
const parts = [...regionsOf('DE'), ...madeOfParts('FR').slice(0, 13), ...madeOfParts('ES'), ...madeOfParts('IT')];
const PLACES: readonly Place[] = [
  ...parts.map((code): Place => ({ id: code.toLowerCase(), name: nameOf(code), country: code.slice(0, 2), subdivision: code })),
  ...COUNTRIES.map((country): Place => ({ id: country.toLowerCase(), name: regionName(country, 'en'), country, subdivision: null })),
].slice(0, 80);

const services: readonly Service[] = [
  ...['Letter', 'Small parcel', 'Parcel', 'Parcel plus', 'Express', 'Express before noon', 'Bulky goods', 'Two-person delivery', 'Freight'],
  ...['Green parcel', 'Weekend parcel', 'Signed parcel'],
].map((name, at) => ({
  ...PLAIN_SERVICE,
  id: `s${at + 1}`,
  name,
  note: at % 3 === 0 ? 'To your door' : '',
  days: { ...daysOfCountry('DE'), transit: { least: 1 + (at % 3), most: 3 + (at % 5) } },
}));

function card(zone: number, service: number): Card {
  const base = 390 + service * 120 + zone * 9;
  return {
    kind: 'weightTiers',
    measure: service % 2 === 0 ? 'packedWeight' : 'billableWeight',
    bands: 'whole',
    tiers: Array.from({ length: 10 }, (_, at) => ({
      upTo: `${[0.5, 1, 2, 3, 5, 8, 10, 15, 20, 31.5][at]} kg`,
      result: { kind: 'amount' as const, amount: base + at * (60 + service * 11) },
    })),
    above: { kind: service > 5 ? 'refer' : 'notOffered' },
    floor: null,
    cap: null,
  };
}

const zones: readonly Zone[] = PLACES.map(({ id, name, country, subdivision }, zone): Zone => {
  const offered = services.filter((_, at) => at < 3 || next(100) < 85);
  const lanes = offered.map(({ id: service }, at): [string, Lane] => [
    service,
    {
      ...plainLane(
        card(
          zone,
          services.findIndex((one) => one.id === service),
        ),
      ),
      freeFrom: at < 2 ? { measure: 'valueAfterDiscounts', from: 8000 + next(8) * 1000, byItself: false, coversCharges: true } : null,
    },
  ]);
  const place = subdivision === null ? ({ kind: 'country', country } as const) : ({ kind: 'subdivision', subdivision } as const);
  return {
    id,
    name,
    places: [place],
    taxRate: country === 'CH' || country === 'NO' ? 0 : 1900,
    label: labelOf(country),
    lanes: Object.fromEntries(lanes),
  };
});

const some = <T>(list: readonly T[], most: number): T[] => [...new Set(Array.from({ length: 1 + next(most) }, () => pick(list)))];
const scope = () => ({
  services: next(2) === 0 ? null : some(services, 5).map(({ id }) => id),
  zones: next(3) === 0 ? null : some(zones, 30).map(({ id }) => id),
  goods: null,
});
const charges: readonly Charge[] = Array.from({ length: 30 }, (_, at) => ({
  ...plainCharge(`c${at}`, `Charge ${at + 1}`, { kind: 'fixed', amount: 20 + next(9) * 15, per: 'consignment' }),
  scope: scope(),
}));
const allowances: readonly Allowance[] = Array.from({ length: 20 }, (_, at) => ({
  ...plainAllowance(`a${at}`, `Reduction ${at + 1}`, { kind: 'percentOff', basisPoints: 250 + next(10) * 250 }),
  scope: scope(),
  coupons: at % 2 === 0 ? [`SAVE${at}`] : [],
  ranges: [{ measure: 'valueAfterDiscounts' as const, from: 2000 + next(20) * 500 }],
}));

const WORDS = ['Bowl', 'Cup', 'Plate', 'Vase', 'Jug', 'Tile', 'Lamp', 'Pot'] as const;
const GLAZES = ['celadon', 'tenmoku', 'shino', 'ash', 'slip', 'salt'] as const;
const products: readonly Product[] = Array.from({ length: 20_000 }, (_, at) => ({
  ...PRODUCT_DEFAULTS,
  id: `p${at}`,
  name: `${pick(WORDS)} ${at}, ${pick(GLAZES)}`,
  price: 300 + next(9000),
  weight: `${20 + next(4000)} g`,
  size: { length: `${5 + next(40)} cm`, width: `${5 + next(30)} cm`, height: `${2 + next(20)} cm` },
  tags: [pick(GLAZES)],
}));

const trials: readonly Trial[] = Array.from({ length: 300 }, (_, at) => {
  const { country, subdivision, name } = pick(PLACES);
  const region = subdivision === null ? undefined : [subdivision, ...partsOf(subdivision)].at(-1);
  return {
    id: `t${at}`,
    name: `Order ${at + 1} to ${name}`,
    label: labelOf(country),
    cart: {
      lines: Array.from({ length: 1 + next(4) }, () => ({ product: `p${next(20_000)}`, quantity: 1 + next(3) })),
      discounts: [],
      destination: { country, ...(region !== undefined && { subdivision: region }) },
    },
  };
});

const plain = emptyBook();
const live: RateBook = {
  ...plain,
  shop: {
    ...plain.shop,
    name: 'Kiln and Wheel',
    currency: 'EUR',
    locale: 'de-DE',
    timeZone: 'Europe/Berlin',
    served: [...new Set(PLACES.map(({ country }) => country))],
    pricing: { ...plain.shop.pricing, tax: 'included' },
  },
  locations: [
    { ...PLAIN_LOCATION, id: 'store', name: 'Store room', country: 'DE', city: 'Kassel', postalCode: '34117', timeZone: 'Europe/Berlin' },
  ],
  services: [...services],
  zones: [...zones],
  charges: [...charges],
  allowances: [...allowances],
};

export const largeShop: Scenario = { live, note: 'First prices', draftCommands: [], products, trials, accounts: [] };
