import type { Zone } from '@ostrakon/core';
import { type ReactNode, useState } from 'react';
import { useDraft } from '../draft/DraftProvider.tsx';
import { SearchField } from '../ui/SearchField.tsx';
import { foundBy, isFoundBy, plainName } from '../words/plainName.ts';
import { countryOfZone } from '../words/zoneGroups.ts';
import { ZoneMark } from './ZonePatterns.tsx';

/** More zones than this are gathered by country, and searched. */
const MANY = 12;

const Entry = ({ zone, at }: { zone: Zone; at: number }) => (
  <li className="inline-flex items-center gap-1.5">
    <ZoneMark at={at} />
    {zone.name}
  </li>
);

/** What colours and patterns of a map stand for; `children` are entries that are no zones. */
export function ZoneLegend({ children }: { children?: ReactNode }) {
  const { zones, shop } = useDraft().book;
  const [find, setFind] = useState('');
  const entries = zones.map((zone, at) => ({ zone, at, group: countryOfZone(zone, shop.locale) }));
  const look = 'flex flex-wrap gap-x-4 gap-y-1 text-sm';
  if (zones.length <= MANY) {
    return (
      <ul aria-label="Zones, in your order" className={`mt-2 ${look}`}>
        {entries.map((entry) => (
          <Entry key={entry.zone.id} {...entry} />
        ))}
        {children}
      </ul>
    );
  }
  const wanted = plainName(find);
  const found = entries.filter(({ zone, group }) => wanted === '' || isFoundBy(foundBy([zone.name, zone.label, group]), wanted));
  return (
    <section aria-label="Zones, in your order" className="mt-2">
      <SearchField label="Find a zone in the legend" hint="Find a zone" value={find} onType={setFind} />
      <div className="mt-1 max-h-40 space-y-1 overflow-auto">
        {[...new Set(found.map(({ group }) => group))].map((group) => (
          <div key={group}>
            <h3 className="text-xs text-ash">{group}</h3>
            <ul className={look}>
              {found
                .filter((entry) => entry.group === group)
                .map(({ zone, at }) => (
                  <Entry key={zone.id} zone={zone} at={at} />
                ))}
            </ul>
          </div>
        ))}
        {found.length === 0 && <p className="text-sm text-ash">No zone of that name.</p>}
        <ul className={look}>{children}</ul>
      </div>
    </section>
  );
}
