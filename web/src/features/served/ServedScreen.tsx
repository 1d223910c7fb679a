import { placeFindings } from '@ostrakon/core';
import { useCallback, useMemo, useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { useZoneFill } from '../../map/useZoneFill.ts';
import { ZoneLegend } from '../../map/ZoneLegend.tsx';
import { UNCOVERED_FILL, WORLD, ZoneMap } from '../../map/ZoneMap.tsx';
import { PartMark, ZonePatterns } from '../../map/ZonePatterns.tsx';
import { Select } from '../../ui/Select.tsx';
import { useFormat, useSubdivisionNames } from '../../words/useWords.ts';
import { PlaceFindings } from './PlaceFindings.tsx';
import { ServedCountries } from './ServedCountries.tsx';

/** What was clicked on the map, and what can be done with it. */
function PickedRegion({ code }: { code: string }) {
  const { book } = useDraft();
  const session = useDraftSession();
  const format = useFormat();
  const { zoneOf } = useZoneFill();
  const subdivision = useSubdivisionNames();
  const country = code.slice(0, 2);
  const served = book.shop.served.includes(country);
  const at = zoneOf(code);
  const name = code === country ? format.region(country) : subdivision(code);
  return (
    <div className="mt-2 flex flex-wrap items-center gap-3 rounded-lg border border-clay bg-clay-soft px-3 py-2">
      <strong>{name}</strong>
      <label className="inline-flex items-center gap-2">
        <input
          type="checkbox"
          className="size-4 accent-clay"
          aria-label={`Serve ${format.region(country)}`}
          checked={served}
          onChange={() =>
            session.dispatch({
              name: 'setServed',
              args: { countries: served ? book.shop.served.filter((code) => code !== country) : [...book.shop.served, country] },
            })
          }
        />
        {code === country ? 'served' : `${format.region(country)} is served`}
      </label>
      <span className="inline-flex items-center gap-2">
        in the zone
        <Select
          label={`Zone of ${name}`}
          className="w-52!"
          value={at === null ? '' : (book.zones[at]?.id ?? '')}
          onChange={(event) =>
            session.dispatch({ name: 'moveRegion', args: { region: code, zone: event.target.value === '' ? null : event.target.value } })
          }
        >
          <option value="">no zone</option>
          {book.zones.map((zone) => (
            <option key={zone.id} value={zone.id}>
              {zone.name}
            </option>
          ))}
        </Select>
      </span>
      {!served && at !== null && <span className="text-sm text-ochre">Not served: buyers there get no option.</span>}
    </div>
  );
}

/** Where the shop delivers, zone by zone, on a map; what is left over, with its mend. */
export function ServedScreen() {
  const { book } = useDraft();
  const format = useFormat();
  const subdivision = useSubdivisionNames();
  const { fill, divided, zoneOf, isPart } = useZoneFill();
  const [picked, setPicked] = useState<string | null>(null);
  const findings = useMemo(() => placeFindings(book), [book]);
  const served = useMemo(() => new Set(book.shop.served), [book.shop.served]);
  const nameOf = (code: string) => {
    const name = code.length === 2 ? format.region(code) : subdivision(code);
    const at = zoneOf(code);
    const zone = at === null ? 'in no zone' : book.zones[at]?.name;
    return served.has(code.slice(0, 2)) ? `${name}: ${zone}${isPart(code) ? ', some places of it' : ''}` : `${name}: not served`;
  };
  const shown = useCallback((code: string) => fill(code) ?? (served.has(code.slice(0, 2)) ? UNCOVERED_FILL : null), [fill, served]);
  const nothing = book.zones.length === 0;
  return (
    <div className="max-w-5xl space-y-4 p-4">
      <div>
        <h1 className="font-serif text-xl font-semibold">Served places</h1>
        <p className="text-sm text-ash">
          {book.shop.served.length === 1 ? 'One country is' : `${book.shop.served.length} countries are`} served. Anywhere else, the buyer
          gets no option and your message. Click a country, or a province where they are drawn, to serve it or to move it to another zone.
        </p>
      </div>
      <div>
        <ZoneMap label="Zones on the map" view={WORLD} fill={shown} nameOf={nameOf} divided={divided} onPick={setPicked}>
          {({ pixel }) => <ZonePatterns count={book.zones.length} pixel={pixel} />}
        </ZoneMap>
        {picked !== null && <PickedRegion code={picked} />}
        <ZoneLegend>
          {book.shop.served.some(isPart) && (
            <li className="inline-flex items-center gap-1.5">
              <PartMark />
              striped: only some places of it are in the zone
            </li>
          )}
          {findings.some(({ code }) => code === 'leftOver' || code === 'leftOverParts') && (
            <li className="inline-flex items-center gap-1.5">
              <span aria-hidden className="uncovered size-3 rounded-sm" />
              served, in no zone
            </li>
          )}
          {nothing && <li className="text-ash">No zones yet: add them in the rate book.</li>}
        </ZoneLegend>
      </div>
      <PlaceFindings findings={findings} />
      <ServedCountries />
    </div>
  );
}
