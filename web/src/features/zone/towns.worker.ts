import { bestOf, type TownsFound, townEntries } from './towns.ts';

/** A table to look in from now on, or what to look for. */
export type TownAsk =
  | { readonly country: string; readonly table: string }
  | { readonly wanted: string; readonly countries: readonly string[]; readonly most: number };

const tables = new Map<string, ReturnType<typeof townEntries>>();

// Tens of thousands of names are read and searched away from the page.
self.onmessage = ({ data }: MessageEvent<TownAsk>) => {
  if ('table' in data) {
    tables.set(data.country, townEntries(data.country, data.table));
    return;
  }
  const { wanted, countries, most } = data;
  const held = countries.flatMap((country) => tables.get(country) ?? []);
  const { found, count } = bestOf(held, wanted, most);
  const answer: TownsFound = { wanted, count, found: found.map(({ name, country, rules, fit }) => ({ name, country, rules, fit })) };
  self.postMessage(answer);
};
