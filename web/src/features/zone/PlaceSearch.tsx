import { countryGroupName, groupMembers, listCountries, listCountryGroups, listSubdivisions, type Place } from '@ostrakon/core';
import { useMemo, useState } from 'react';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { useFormat, useSubdivisionNames } from '../../words/useWords.ts';

interface Found {
  readonly place: Place;
  readonly name: string;
  readonly detail: string;
}

const MOST = 40;
const plain = (text: string) =>
  text
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase();

function useEveryPlace(): readonly Found[] {
  const format = useFormat();
  const subdivision = useSubdivisionNames();
  const { served } = useDraft().book.shop;
  return useMemo(() => {
    const groups = listCountryGroups().map(
      (group): Found => ({
        place: { kind: 'countryGroup', group },
        name: countryGroupName(group),
        detail: `${groupMembers(group).length} countries`,
      }),
    );
    const near = new Set(served);
    const ordered = [...listCountries()].sort((a, b) => Number(near.has(b)) - Number(near.has(a)));
    const countries = ordered.map(
      (country): Found => ({ place: { kind: 'country', country }, name: format.region(country), detail: 'country' }),
    );
    const parts = ordered.flatMap((country) =>
      listSubdivisions(country).map(
        (code): Found => ({
          place: { kind: 'subdivision', subdivision: code },
          name: subdivision(code),
          detail: `${format.region(country)}, ${code}`,
        }),
      ),
    );
    return [...countries, ...groups, ...parts];
  }, [format, subdivision, served]);
}

/** Finds a country, a group of countries or a province by name or code. */
export function PlaceSearch({ onAdd, held }: { onAdd: (place: Place) => void; held: readonly Place[] }) {
  const every = useEveryPlace();
  const [typed, setTyped] = useState('');
  const wanted = plain(typed.trim());
  const taken = new Set(held.map((place) => JSON.stringify({ ...place, excluded: undefined })));
  const matches = wanted === '' ? [] : every.filter(({ name, detail }) => plain(`${name} ${detail}`).includes(wanted));
  const best = [...matches]
    .sort((a, b) => Number(plain(b.name).startsWith(wanted)) - Number(plain(a.name).startsWith(wanted)))
    .slice(0, MOST);
  return (
    <section aria-label="Find places">
      <h2 className="font-serif text-lg font-semibold">Countries, groups, provinces</h2>
      <input
        type="search"
        aria-label="Find a country, group or province"
        placeholder="Nova Scotia, Europe, NZ…"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => {
          const first = best.find(({ place }) => !taken.has(JSON.stringify(place)));
          if (event.key === 'Enter' && first) onAdd(first.place);
        }}
        className="mt-1 h-8 w-full rounded-md border border-line-strong bg-paper px-2 placeholder:text-ash"
      />
      <ul className="mt-1 max-h-60 overflow-auto" aria-label="Places found">
        {best.map(({ place, name, detail }) => (
          <li key={JSON.stringify(place)}>
            <button
              type="button"
              disabled={taken.has(JSON.stringify(place))}
              onClick={() => onAdd(place)}
              className="flex w-full justify-between gap-3 rounded-md px-2 py-1 text-left hover:bg-clay-tint disabled:cursor-default disabled:text-ash disabled:hover:bg-transparent"
            >
              <span>{name}</span>
              <span className="text-sm text-ash">{taken.has(JSON.stringify(place)) ? 'in this zone' : detail}</span>
            </button>
          </li>
        ))}
      </ul>
      {wanted !== '' && best.length === 0 && <p className="mt-1 text-sm text-ash">No place of that name.</p>}
      {matches.length > MOST && <p className="mt-1 text-sm text-ash">{matches.length - MOST} more. Type more of the name.</p>}
    </section>
  );
}
