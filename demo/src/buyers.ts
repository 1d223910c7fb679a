import type { Destination } from '@ostrakon/core';

/** Numbers from 0 to 1 from a fixed seed: the same each time (mulberry32). */
export function chance(seed: number) {
  let state = seed;
  const next = (): number => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
  const below = (most: number) => Math.floor(next() * most);
  const of = <T>(list: readonly T[]): T => list[below(list.length)] as T;
  /** One of a list, each as likely as its weight says. */
  const weighed = <T extends { readonly weight: number }>(list: readonly T[]): T => {
    let left = next() * list.reduce((sum, { weight }) => sum + weight, 0);
    for (const one of list) {
      left -= one.weight;
      if (left < 0) return one;
    }
    return list.at(-1) as T;
  };
  return { next, below, of, weighed };
}
export type Chance = ReturnType<typeof chance>;

const GIVEN =
  'Odile Perrin Idris Tove Maren Anselm Joss Wren Ines Callum Noor Petra Silas Yara Bram Elodie Fergus Greta Hollis Imre Juna Kasper Leona Mirek Nadia Orin Paloma Quill Runa Soren Thea Ulla Viggo Willa Xenia Yorick Zelda Amos Beatrix Corin'.split(
    ' ',
  );
const FAMILY =
  'Marchand Wasson Kell Lindahl Holt Brandt Amero Doucet Farrow Quist Bellamy Thorne Okafor Vance Lavoie Pettipas Rusk Sandoval Tremont Ulver Verity Whynot Yarrow Zwicker Ashdown Boudrot Corkum Dunmore Eisner Fancy Gallant Hebb Inglis Joudrey Keddy Levy Mosher Naugler Oickle Parris'.split(
    ' ',
  );
const STREETS = 'Kiln Harbour Mill Foundry Birch Lighthouse Station Church Alder Quarry Wharf Orchard Slate Ferry Juniper Tannery'.split(
  ' ',
);
const KINDS = ['Street', 'Street', 'Road', 'Avenue', 'Lane', 'Court'];

/** Real towns and postal codes; how often somebody there buys. */
const TOWNS: readonly { readonly weight: number; readonly town: string; readonly to: Destination }[] = [
  ['CA-NS', 7, 'Halifax', 'B3H 4R2'],
  ['CA-NS', 7, 'Halifax', 'B3J 1S9'],
  ['CA-NS', 6, 'Halifax', 'B3K 5M1'],
  ['CA-NS', 6, 'Halifax', 'B3M 3Y1'],
  ['CA-NS', 9, 'Dartmouth', 'B2Y 2N6'],
  ['CA-NS', 7, 'Dartmouth', 'B2W 3J2'],
  ['CA-NS', 5, 'Bedford', 'B4A 1E6'],
  ['CA-NS', 3, 'Lower Sackville', 'B4C 2S1'],
  ['CA-NS', 9, 'Bridgewater', 'B4V 2L5'],
  ['CA-NS', 6, 'Truro', 'B2N 5A9'],
  ['CA-NB', 8, 'Moncton', 'E1C 4Z6'],
  ['CA-PE', 5, 'Charlottetown', 'C1A 7N8'],
  ['CA-NL', 4, 'St. John’s', 'A1C 5R8'],
  ['CA-QC', 10, 'Montréal', 'H2X 1Y4'],
  ['CA-QC', 4, 'Québec', 'G1R 4P5'],
  ['CA-ON', 10, 'Toronto', 'M5V 2T6'],
  ['CA-ON', 5, 'Kingston', 'K7L 3N6'],
  ['CA-MB', 3, 'Winnipeg', 'R3C 1A5'],
  ['CA-SK', 3, 'Saskatoon', 'S7K 0J5'],
  ['CA-AB', 5, 'Calgary', 'T2P 1J9'],
  ['CA-BC', 6, 'Victoria', 'V8W 1P6'],
  ['CA-YT', 2, 'Whitehorse', 'Y1A 2C6'],
  ['CA-NT', 1, 'Yellowknife', 'X1A 2N1'],
  ['US-ME', 4, 'Portland', '04101'],
  ['US-NY', 3, 'Ithaca', '14850'],
  ['US-AK', 1, 'Juneau', '99801'],
  ['US-HI', 1, 'Hilo', '96720'],
  ['DE-HB', 2, 'Bremen', '28195'],
  ['FR-29', 2, 'Brest', '29200'],
].map(([region, weight, town, postalCode]) => {
  const [country = '', part] = String(region).split('-');
  const inPart = country === 'CA' || country === 'US' ? { subdivision: `${country}-${part}` } : {};
  return { weight: Number(weight), town: String(town), to: { country, ...inPart, postalCode: String(postalCode) } };
});

/** An invented buyer at a made-up address in a real town. */
export interface DemoBuyer {
  readonly name: string;
  readonly mail: string;
  readonly street: string;
  readonly town: string;
  readonly to: Destination;
}

export function someBuyers(many: number, by: Chance): DemoBuyer[] {
  return Array.from({ length: many }, (_, at) => {
    const [given, family] = [by.of(GIVEN), by.of(FAMILY)];
    const { town, to } = by.weighed(TOWNS);
    return {
      name: `${given} ${family}`,
      mail: `${given}.${family}${at}@example.org`.toLowerCase(),
      street: `${1 + by.below(240)} ${by.of(STREETS)} ${by.of(KINDS)}`,
      town,
      to,
    };
  });
}
