import type { CountryCode } from './countries.ts';

/** A town and its postal codes. */
export interface Town {
  /** Its own name first, then names in English where they differ. */
  readonly names: readonly string[];
  /** Rules of a postal list: codes, and ranges in which no other town has a code. */
  readonly rules: readonly string[];
}

const LINES: Readonly<Record<string, () => Promise<{ TOWN_LINES: string }>>> = {
  DE: () => import('./towns/townsDE.generated.ts'),
  FR: () => import('./towns/townsFR.generated.ts'),
  US: () => import('./towns/townsUS.generated.ts'),
};

/** Whether open data say which postal codes the towns of a country have. */
export const hasTowns = (country: CountryCode): boolean => Object.hasOwn(LINES, country);

/** The table of a country's towns; "" where open data do not say. Loaded when asked for: some hundred kilobytes. */
export async function townTable(country: CountryCode): Promise<string> {
  const load = hasTowns(country) ? LINES[country] : undefined;
  return load === undefined ? '' : (await load()).TOWN_LINES;
}

/** The towns of a table, each with its postal codes. */
export const readTowns = (table: string): Town[] =>
  table === ''
    ? []
    : table.split(/[\n|]/).map((town) => {
        const [names = '', rules = ''] = town.split('=');
        return { names: names.split('~'), rules: rules.split(' ') };
      });
