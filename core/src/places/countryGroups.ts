import { z } from 'zod';
import type { CountryCode } from './countries.ts';
import { COUNTRY_GROUP_LINES } from './countryGroups.generated.ts';

interface CountryGroup {
  readonly name: string;
  readonly members: readonly CountryCode[];
}

const groups: ReadonlyMap<string, CountryGroup> = new Map(
  COUNTRY_GROUP_LINES.split('\n').map((line) => {
    const [group = '', name = '', codes = ''] = line.split(':');
    return [group, { name, members: codes.split(' ') }];
  }),
);

/** A UN M49 area code ("150" is Europe) or "EU". Source: Unicode CLDR territory containment. */
export const CountryGroupCode = z.string().refine((code) => groups.has(code), 'No group of countries has this code');
export type CountryGroupCode = z.infer<typeof CountryGroupCode>;

export function listCountryGroups(): readonly CountryGroupCode[] {
  return [...groups.keys()];
}

/** Countries of a group, ascending; empty for an unknown code. */
export function groupMembers(group: CountryGroupCode): readonly CountryCode[] {
  return groups.get(group)?.members ?? [];
}

/** The English name of a group. Carried here, because browsers know the names of countries but not of all groups. */
export function countryGroupName(group: CountryGroupCode): string {
  return groups.get(group)?.name ?? group;
}
