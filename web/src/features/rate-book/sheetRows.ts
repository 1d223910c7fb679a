import type { Zone } from '@ostrakon/core';
import { foundBy, isFoundBy, plainName } from '../../words/plainName.ts';
import { countryOfZone } from '../../words/zoneGroups.ts';

/** By what zones are gathered on the sheet. */
export type Gathering = 'none' | 'country' | 'label';

/** A line of the sheet: a zone, or the head of zones that are gathered. */
export type SheetRow =
  | { readonly kind: 'zone'; readonly zone: Zone /** Its place in the book. */; readonly at: number }
  | { readonly kind: 'group'; readonly name: string; readonly zones: readonly Zone[]; readonly folded: boolean };

interface Wanted {
  /** What is looked for in the names of zones. */
  readonly find: string;
  readonly gathering: Gathering;
  readonly folded: ReadonlySet<string>;
  readonly locale: string;
}

const groupOf = (zone: Zone, gathering: Gathering, locale: string): string =>
  gathering === 'label' ? zone.label || 'Without a label' : countryOfZone(zone, locale);

/** The lines of the sheet, near to far: those found, gathered where that is wished, without those that are folded away. */
export function sheetRows(zones: readonly Zone[], { find, gathering, folded, locale }: Wanted): SheetRow[] {
  const wanted = plainName(find);
  const rows = zones.map((zone, at) => ({ kind: 'zone' as const, zone, at }));
  const found = wanted === '' ? rows : rows.filter(({ zone }) => isFoundBy(foundBy([zone.name, zone.label]), wanted));
  if (gathering === 'none') return found;
  const groups = new Map<string, typeof found>();
  for (const row of found) {
    const name = groupOf(row.zone, gathering, locale);
    groups.set(name, [...(groups.get(name) ?? []), row]);
  }
  return [...groups].flatMap(([name, members]): SheetRow[] => {
    const isFolded = folded.has(name) && wanted === '';
    const head: SheetRow = { kind: 'group', name, zones: members.map(({ zone }) => zone), folded: isFolded };
    return isFolded ? [head] : [head, ...members];
  });
}

/** The next line, after one, whose zone's name begins with what was typed; from the top again after the last. */
export function rowByName(rows: readonly SheetRow[], typed: string, after: number): number | undefined {
  const wanted = plainName(typed);
  const order = rows.map((_, nth) => (after + 1 + nth) % rows.length);
  return order.find((at) => {
    const row = rows[at];
    return row?.kind === 'zone' && plainName(row.zone.name).startsWith(wanted);
  });
}
