import type { PackagingList } from './messages.ts';

/** Everything here is invented. Amounts in cents, weights in grams, sides in millimetres. */
export interface ServiceTariff {
  readonly code: string;
  readonly name: string;
  readonly note: string;
  /** For each band: the first step, and each started step above it. */
  readonly bands: readonly {
    readonly upTo: number;
    readonly first: number;
    readonly each: number;
    readonly transit: readonly [number, number];
  }[];
  /** Countries it goes to: all, or within its own only. */
  readonly abroad: boolean;
  readonly mostWeight: number;
  readonly longest: number;
  readonly lengthPlusGirth: number;
  /** Of parcels that may be no larger than this in sum of sides. */
  readonly sumOfSides?: number;
}

export interface CarrierTariff {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  readonly currency: string;
  /** Cubic centimetres to the kilogram. */
  readonly divisor: number;
  /** Billed weight goes up to the next whole step; `fineStep` holds up to `fineUpTo`. */
  readonly step: number;
  readonly fineStep?: number;
  readonly fineUpTo?: number;
  /** Least weight billed for a parcel. */
  readonly leastBilled: number;
  /** Basis points of the negotiated rate. */
  readonly fuel: number;
  readonly remote: number;
  readonly residential: number;
  /** Insurance: free up to a value, then so much for each started 100.00. */
  readonly insuredFree: number;
  readonly insuredPerHundred: number;
  readonly services: readonly ServiceTariff[];
  /** Keys of accounts, and their negotiated discount in basis points. */
  readonly accounts: Readonly<Record<string, { readonly number: string; readonly discount: number }>>;
  readonly closed: readonly (readonly [string, string])[];
  /** What it gives to pack into. */
  readonly packaging: PackagingList['packaging'];
}

export const CARRIERS: readonly CarrierTariff[] = [
  {
    id: 'gannet-air',
    name: 'Gannet Air',
    about: 'Parcels by air, anywhere, in days. Billed by the half kilogram; 5,000 cm³ count as a kilogram.',
    currency: 'CAD',
    divisor: 5000,
    step: 500,
    leastBilled: 500,
    fuel: 1450,
    remote: 950,
    residential: 425,
    insuredFree: 10_000,
    insuredPerHundred: 125,
    services: [
      {
        code: 'MORN',
        name: 'Next morning',
        note: 'By 10:30 on the next working day, to most places in Canada.',
        abroad: false,
        mostWeight: 32_000,
        longest: 1200,
        lengthPlusGirth: 3000,
        bands: [
          { upTo: 300, first: 1890, each: 145, transit: [1, 1] },
          { upTo: 1500, first: 2640, each: 215, transit: [1, 1] },
          { upTo: 4500, first: 3480, each: 310, transit: [1, 2] },
        ],
      },
      {
        code: 'DAY',
        name: 'Air day',
        note: 'One to three working days.',
        abroad: true,
        mostWeight: 32_000,
        longest: 1200,
        lengthPlusGirth: 3000,
        bands: [
          { upTo: 300, first: 1120, each: 62, transit: [1, 2] },
          { upTo: 1500, first: 1490, each: 118, transit: [1, 2] },
          { upTo: 4500, first: 1985, each: 176, transit: [2, 3] },
          { upTo: 8000, first: 4150, each: 455, transit: [2, 4] },
          { upTo: 40_000, first: 5890, each: 640, transit: [3, 6] },
        ],
      },
      {
        code: 'SAVER',
        name: 'Air saver',
        note: 'Three to six working days, for less.',
        abroad: true,
        mostWeight: 32_000,
        longest: 1200,
        lengthPlusGirth: 3000,
        bands: [
          { upTo: 300, first: 890, each: 44, transit: [2, 3] },
          { upTo: 1500, first: 1175, each: 82, transit: [3, 4] },
          { upTo: 4500, first: 1520, each: 121, transit: [3, 6] },
          { upTo: 8000, first: 3310, each: 340, transit: [4, 7] },
          { upTo: 40_000, first: 4720, each: 495, transit: [5, 9] },
        ],
      },
    ],
    accounts: {
      'ganne-7Q2F-dartmouth': { number: 'GA-20418', discount: 1200 },
      'ganne-list-price': { number: 'GA-00000', discount: 0 },
    },
    packaging: [
      {
        code: 'AIR-ENVELOPE',
        name: 'Gannet air envelope',
        kind: 'envelope',
        inside: { length: 330, width: 240, height: 30 },
        outside: { length: 340, width: 250, height: 32 },
        tare: 40,
        mostLoad: 1000,
        services: null,
      },
      {
        code: 'AIR-BOX',
        name: 'Gannet air box',
        kind: 'carton',
        inside: { length: 300, width: 220, height: 140 },
        outside: { length: 306, width: 226, height: 146 },
        tare: 160,
        mostLoad: 8000,
        services: null,
      },
    ],
    closed: [
      ['12-25', 'Christmas Day'],
      ['12-26', 'Boxing Day'],
      ['01-01', "New Year's Day"],
      ['07-01', 'Canada Day'],
    ],
  },
  {
    id: 'petrel-post',
    name: 'Petrel Post',
    about: 'Letters and parcels to every door. Billed by 100 g up to 2 kg, then by the half kilogram; 6,000 cm³ count as a kilogram.',
    currency: 'CAD',
    divisor: 6000,
    step: 500,
    fineStep: 100,
    fineUpTo: 2000,
    leastBilled: 100,
    fuel: 975,
    remote: 540,
    residential: 0,
    insuredFree: 10_000,
    insuredPerHundred: 95,
    services: [
      {
        code: 'PACKET',
        name: 'Small packet',
        note: 'Untracked, up to 2 kg.',
        abroad: true,
        mostWeight: 2000,
        longest: 600,
        lengthPlusGirth: 2000,
        sumOfSides: 900,
        bands: [
          { upTo: 1500, first: 412, each: 58, transit: [2, 5] },
          { upTo: 4500, first: 468, each: 66, transit: [4, 8] },
          { upTo: 8000, first: 745, each: 92, transit: [6, 12] },
          { upTo: 40_000, first: 890, each: 110, transit: [8, 18] },
        ],
      },
      {
        code: 'TRACKED',
        name: 'Tracked parcel',
        note: 'Scanned on the way, signed for on request.',
        abroad: true,
        mostWeight: 30_000,
        longest: 2000,
        lengthPlusGirth: 3000,
        bands: [
          { upTo: 300, first: 815, each: 21, transit: [1, 2] },
          { upTo: 1500, first: 985, each: 34, transit: [2, 4] },
          { upTo: 4500, first: 1240, each: 49, transit: [4, 8] },
          { upTo: 8000, first: 2160, each: 118, transit: [6, 10] },
          { upTo: 40_000, first: 2680, each: 156, transit: [8, 15] },
        ],
      },
      {
        code: 'SLOW',
        name: 'Surface parcel',
        note: 'By road and sea, when there is time.',
        abroad: true,
        mostWeight: 30_000,
        longest: 1500,
        lengthPlusGirth: 3000,
        bands: [
          { upTo: 300, first: 520, each: 9, transit: [2, 4] },
          { upTo: 1500, first: 590, each: 15, transit: [4, 7] },
          { upTo: 4500, first: 760, each: 23, transit: [6, 12] },
          { upTo: 8000, first: 1290, each: 62, transit: [20, 40] },
          { upTo: 40_000, first: 1620, each: 84, transit: [30, 60] },
        ],
      },
    ],
    accounts: {
      'petrel-K81-dartmouth': { number: 'PP-5530912', discount: 800 },
      'petrel-counter': { number: 'PP-0000000', discount: 0 },
    },
    packaging: [
      {
        code: 'POST-BOX',
        name: 'Petrel tracked box',
        kind: 'carton',
        inside: { length: 280, width: 200, height: 110 },
        outside: { length: 284, width: 204, height: 114 },
        tare: 120,
        mostLoad: 5000,
        services: ['TRACKED'],
      },
    ],
    closed: [
      ['12-25', 'Christmas Day'],
      ['12-26', 'Boxing Day'],
      ['01-01', "New Year's Day"],
      ['07-01', 'Canada Day'],
      ['11-11', 'Remembrance Day'],
    ],
  },
  {
    id: 'bluff-freight',
    name: 'Bluff Freight',
    about: 'Pallets and machines by road within Canada. Billed by started 10 kg, from 50 kg; 6,000 cm³ count as a kilogram.',
    currency: 'CAD',
    divisor: 6000,
    step: 10_000,
    leastBilled: 50_000,
    fuel: 1825,
    remote: 11_000,
    residential: 4500,
    insuredFree: 50_000,
    insuredPerHundred: 60,
    services: [
      {
        code: 'PALLET',
        name: 'Pallet',
        note: 'Door to door with a lifting tailgate.',
        abroad: false,
        mostWeight: 900_000,
        longest: 2400,
        lengthPlusGirth: 8000,
        bands: [
          { upTo: 300, first: 14_500, each: 310, transit: [2, 3] },
          { upTo: 1500, first: 21_900, each: 540, transit: [3, 6] },
          { upTo: 4500, first: 34_800, each: 890, transit: [6, 10] },
        ],
      },
      {
        code: 'DEPOT',
        name: 'To the depot',
        note: 'Collected by the receiver at the nearest depot.',
        abroad: false,
        mostWeight: 900_000,
        longest: 2400,
        lengthPlusGirth: 8000,
        bands: [
          { upTo: 300, first: 10_900, each: 240, transit: [1, 3] },
          { upTo: 1500, first: 17_200, each: 430, transit: [3, 5] },
          { upTo: 4500, first: 27_900, each: 720, transit: [5, 9] },
        ],
      },
    ],
    accounts: { 'bluff-0031-dartmouth': { number: 'BF-0031', discount: 1500 } },
    packaging: [],
    closed: [
      ['12-25', 'Christmas Day'],
      ['12-26', 'Boxing Day'],
      ['01-01', "New Year's Day"],
    ],
  },
];

export const carrierOf = (id: string | undefined): CarrierTariff | undefined => CARRIERS.find((carrier) => carrier.id === id);
