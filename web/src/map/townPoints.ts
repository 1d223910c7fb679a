import { loadPart } from '../ui/later.ts';
import { foundBy } from '../words/plainName.ts';
import tableUrl from './townPoints.generated.json?url';

/** A town: where it lies, and the province or state it is in, where open data say so. */
export interface TownPoint {
  readonly name: string;
  readonly latitude: number;
  readonly longitude: number;
  /** ISO 3166-2. */
  readonly subdivision: string | null;
}

/** Towns of every country, the largest first, as the table has them. Source: GeoNames, of 5,000 people and more. */
export type TownTable = Readonly<Record<string, string>>;

/** The table: some hundred kilobytes, fetched when towns are asked for. */
export const loadTowns = (): Promise<TownTable> =>
  loadPart(async () => {
    const response = await fetch(tableUrl);
    if (!response.ok) throw new Error('The table of towns did not come.');
    return (await response.json()) as TownTable;
  });

/** The towns of a country, the largest first. */
export function townsOf(table: TownTable, country: string): TownPoint[] {
  const lines = Object.hasOwn(table, country) ? (table[country] ?? '') : '';
  return (lines === '' ? [] : lines.split('\n')).map((line) => {
    const [name = '', latitude, longitude, part = ''] = line.split('|');
    return { name, latitude: Number(latitude), longitude: Number(longitude), subdivision: part === '' ? null : `${country}-${part}` };
  });
}

/** The largest so many towns within west, south, east and north, none so near to a larger one that their names would meet. */
export function townsIn(
  towns: readonly TownPoint[],
  [west, south, east, north]: readonly [number, number, number, number],
  most: number,
): TownPoint[] {
  const shown: TownPoint[] = [];
  const [wide, high] = [(east - west) * 0.09, (north - south) * 0.06];
  for (const town of towns) {
    if (shown.length >= most) break;
    const { latitude, longitude } = town;
    if (longitude < west || longitude > east || latitude < south || latitude > north) continue;
    const meets = shown.some((one) => Math.abs(one.longitude - longitude) < wide && Math.abs(one.latitude - latitude) < high);
    if (!meets) shown.push(town);
  }
  return shown;
}

/** A country's towns as choices: found by name, told apart by their province. */
export const townChoices = (towns: readonly TownPoint[], subdivisionName: (code: string) => string) =>
  towns.map(({ name, subdivision }, at) => ({
    value: String(at),
    name,
    by: foundBy([name]),
    ...(subdivision !== null && { detail: subdivisionName(subdivision) }),
  }));
