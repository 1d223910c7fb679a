import { numberAt } from '../numbers/entry.ts';
import type { CountryCode } from './countries.ts';
import type { Point } from './point.ts';

/** Middles of postal areas as they ship: three rows of whole numbers of one to a few signs, each the step from the one before. */
export interface PackedCentroids {
  /** Codes in ascending order: how many follow each other, then the step to the next. */
  readonly codes: string;
  /** Thousandths of a degree. */
  readonly latitudes: string;
  readonly longitudes: string;
}

/** Where the postal areas of one country lie. */
export interface CentroidTable {
  pointOf(code: string): Point | undefined;
  /** Every code, ascending. */
  codes(): string[];
}

/** The tables of countries; undefined where none are known. */
export type CentroidTables = (country: CountryCode) => CentroidTable | undefined;

/** Signs that stand for 0 to 63; from 32 on another sign follows. */
const SIGNS = '0123456789abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ-_';
const VALUES = new Uint8Array(128);
for (let at = 0; at < SIGNS.length; at += 1) VALUES[SIGNS.charCodeAt(at)] = at;

/** Calls `take` with each number of a row, least part first. */
function eachNumber(row: string, take: (number: number) => void): void {
  let number = 0;
  let scale = 1;
  for (let at = 0; at < row.length; at += 1) {
    const value = numberAt(VALUES, row.charCodeAt(at));
    number += (value & 31) * scale;
    scale *= 32;
    if (value >= 32) continue;
    take(number);
    number = 0;
    scale = 1;
  }
}

function codesOf(row: string): Int32Array {
  const codes: number[] = [];
  let run = true;
  let last = 0;
  eachNumber(row, (number) => {
    if (run) for (let more = 1; more <= number; more += 1) codes.push(last + more);
    else codes.push(last + number);
    last += number;
    run = !run;
  });
  return Int32Array.from(codes);
}

function degreesOf(row: string, count: number): Int32Array {
  const degrees = new Int32Array(count);
  let at = 0;
  let last = 0;
  eachNumber(row, (number) => {
    last += number % 2 === 0 ? number / 2 : -(number + 1) / 2;
    degrees[at] = last;
    at += 1;
  });
  return degrees;
}

/** Codes as numbers, and back: five figures of the United States; letter, figure, letter of Canada. */
const WRITING = {
  US: {
    number: (code: string) => (/^\d{5}$/.test(code) ? Number(code) : -1),
    text: (number: number) => String(number).padStart(5, '0'),
  },
  CA: {
    number: (code: string) =>
      /^[A-Z]\d[A-Z]$/.test(code) ? ((code.charCodeAt(0) - 65) * 10 + Number(code[1])) * 26 + code.charCodeAt(2) - 65 : -1,
    text: (number: number) =>
      String.fromCharCode(65 + Math.floor(number / 260)) + (Math.floor(number / 26) % 10) + String.fromCharCode(65 + (number % 26)),
  },
} as const;

function unpack({ codes: packed, latitudes, longitudes }: PackedCentroids, { number, text }: (typeof WRITING)['US' | 'CA']): CentroidTable {
  const codes = codesOf(packed);
  const [north, east] = [degreesOf(latitudes, codes.length), degreesOf(longitudes, codes.length)];
  return {
    pointOf: (code) => {
      const wanted = number(code);
      let [low, high] = [0, codes.length];
      while (low < high) {
        const middle = (low + high) >>> 1;
        if (numberAt(codes, middle) < wanted) low = middle + 1;
        else high = middle;
      }
      if (codes[low] !== wanted) return undefined;
      return { latitude: numberAt(north, low) / 1000, longitude: numberAt(east, low) / 1000 };
    },
    codes: () => Array.from(codes, text),
  };
}

/** Tables that unpack a country when it is first asked for. */
export function centroidTables(packed: Readonly<Record<'CA' | 'US', PackedCentroids>>): CentroidTables {
  const held = new Map<CountryCode, CentroidTable>();
  return (country) => {
    if (country !== 'CA' && country !== 'US') return undefined;
    const table = held.get(country) ?? unpack(packed[country], WRITING[country]);
    held.set(country, table);
    return table;
  };
}
