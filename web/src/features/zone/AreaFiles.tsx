import { type Place, readGeoJson, writeGeoJson } from '@ostrakon/core';
import { useRef, useState } from 'react';
import { geoJsonWords } from '../../places/geoJsonWords.ts';
import { Button } from '../../ui/Button.tsx';
import { download } from '../../ui/download.ts';
import { useFormat } from '../../words/useWords.ts';

const MOST_BYTES = 8_000_000;

/** Areas read from and written to GeoJSON files (RFC 7946). */
export function AreaFiles({
  name,
  places,
  onAdd,
}: {
  name: string;
  places: readonly Place[];
  onAdd: (places: readonly Place[]) => { ok: true } | { ok: false; message: string };
}) {
  const format = useFormat();
  const input = useRef<HTMLInputElement>(null);
  const [faults, setFaults] = useState<readonly string[]>([]);
  const [told, setTold] = useState('');
  const areas = places.filter((place) => place.kind === 'area');
  const read = async (file: File) => {
    setTold('');
    if (file.size > MOST_BYTES) return setFaults(['This file is larger than 8 MB.']);
    const { areas: found, problems } = readGeoJson(await file.text());
    const words = problems.map(({ feature, problem, at }) => {
      const where = at ? ` (near latitude ${at[1].toFixed(3)}, longitude ${at[0].toFixed(3)})` : '';
      return `${feature === 0 ? '' : `Shape ${feature}: `}${geoJsonWords[problem]}${where}.`;
    });
    const taken = areas.map((area) => area.name);
    const fresh = found.map((area, index): Place => {
      const stem = area.name || `${file.name.replace(/\.[^.]*$/, '').slice(0, 60)}${found.length > 1 ? ` ${index + 1}` : ''}`;
      return { kind: 'area', name: taken.includes(stem) ? `${stem} (2)` : stem, outline: area.outline };
    });
    const outcome = fresh.length === 0 ? ({ ok: true } as const) : onAdd(fresh);
    setFaults(outcome.ok ? words : [...words, `${outcome.message}.`]);
    if (outcome.ok && fresh.length > 0) setTold(`${format.count(fresh.length, 'area')} added.`);
  };
  return (
    <section aria-label="Areas from a file">
      <h2 className="font-serif text-lg font-semibold">Areas from a file</h2>
      <p className="text-sm text-ash">GeoJSON, longitude before latitude. Holes and shapes across the date line are understood.</p>
      <div className="mt-1 flex gap-2">
        <Button onClick={() => input.current?.click()}>Import areas</Button>
        <Button
          disabled={areas.length === 0}
          onClick={() => download(`${name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.geojson`, writeGeoJson(areas), 'application/geo+json')}
        >
          Export areas
        </Button>
        <input
          ref={input}
          type="file"
          aria-label="Area file"
          accept=".geojson,.json,application/geo+json,application/json"
          className="hidden"
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            if (file) void read(file);
            event.target.value = '';
          }}
        />
      </div>
      <ul role="alert" className="mt-1 text-sm text-fault empty:hidden">
        {faults.map((fault) => (
          <li key={fault}>{fault}</li>
        ))}
      </ul>
      <p role="status" className="mt-1 text-sm text-ash empty:hidden">
        {told}
      </p>
    </section>
  );
}
