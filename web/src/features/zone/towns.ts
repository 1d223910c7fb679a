import { readTowns } from '@ostrakon/core/towns';
import { beginsWith, foundBy, isCalled, isFoundBy } from '../../words/plainName.ts';

export interface FoundTown {
  readonly name: string;
  readonly country: string;
  readonly rules: readonly string[];
  /** How well its name answers, as `fitOf` says. */
  readonly fit: number;
}

export interface TownsFound {
  readonly wanted: string;
  /** The best, best first. */
  readonly found: readonly FoundTown[];
  /** How many answer in all. */
  readonly count: number;
}

type Entry = Omit<FoundTown, 'fit'> & { readonly by: string };

/** The towns of a table with what they are found by. */
export const townEntries = (country: string, table: string): Entry[] =>
  readTowns(table).map(({ names, rules }) => ({ name: names[0] ?? '', country, rules, by: foundBy(names) }));

/** How well a name answers to what was typed: as a whole, by its beginning, or somewhere in it. */
export const fitOf = (by: string, wanted: string): number => (isCalled(by, wanted) ? 2 : beginsWith(by, wanted) ? 1 : 0);

/** The best so many of a list that answer to what was typed, and how many there are. */
export function bestOf<T extends { readonly by: string }>(list: readonly T[], wanted: string, most: number) {
  const byFit: (T & { fit: number })[][] = [[], [], []];
  let count = 0;
  for (const entry of list) {
    if (!isFoundBy(entry.by, wanted)) continue;
    count += 1;
    const fit = fitOf(entry.by, wanted);
    const held = byFit[fit];
    if (held && held.length < most) held.push({ ...entry, fit });
  }
  return { found: [...byFit].reverse().flat().slice(0, most), count };
}
