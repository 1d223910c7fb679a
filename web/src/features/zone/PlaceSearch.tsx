import {
  countryGroupName,
  groupMembers,
  homeCountry,
  listCountries,
  listCountryGroups,
  listSubdivisions,
  type Place,
  subdivisionOfPostal,
} from '@ostrakon/core';
import { useMemo, useState } from 'react';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { withMoreRules } from '../../places/postalPlaces.ts';
import { Button } from '../../ui/Button.tsx';
import { SearchField } from '../../ui/SearchField.tsx';
import { foundBy, plainName } from '../../words/plainName.ts';
import { countryFoundBy, useFormat, useSubdivisionNames, useSubdivisionSearch } from '../../words/useWords.ts';
import { bestOf, type FoundTown } from './towns.ts';
import { useTowns } from './useTowns.ts';

interface Found {
  /** What a zone holds when it holds this place, as in `heldIn`; the first tells places apart. */
  readonly parts: readonly string[];
  /** The places of the zone with it. */
  readonly added: (places: readonly Place[]) => Place[];
  readonly name: string;
  readonly detail: string;
}

/** A place and what it is found by. */
type Listed = Found & { readonly by: string };

const MOST = 40;
/** The world, UN M49; closer places of other zones come before it, so that it is what is left. */
const WORLD = '001';
const EVERYWHERE = ['Everywhere else', 'rest of the world', 'all countries', 'international'];

const ofPlace = (place: Place, more: Pick<Listed, 'name' | 'detail' | 'by'>): Listed => ({
  parts: [JSON.stringify(place)],
  added: (places) => [...places, place],
  ...more,
});

const ruleOf = (country: string, rule: string) => `${country} ${rule}`;

/** What a zone holds, left out or not: its places, and the rules of its lists of postal codes. */
const heldIn = (places: readonly Place[]): ReadonlySet<string> =>
  new Set(
    places.flatMap((place) =>
      place.kind === 'postal'
        ? place.rules.split('\n').map((rule) => ruleOf(place.country, rule))
        : [JSON.stringify({ ...place, excluded: undefined })],
    ),
  );

function useEveryPlace(): readonly Listed[] {
  const format = useFormat();
  const subdivision = useSubdivisionNames();
  const search = useSubdivisionSearch();
  const { served, locale } = useDraft().book.shop;
  return useMemo(() => {
    const groups = listCountryGroups().map((group) =>
      ofPlace(
        { kind: 'countryGroup', group },
        {
          name: group === WORLD ? 'Everywhere else' : countryGroupName(group),
          detail: `${groupMembers(group).length} countries`,
          by: foundBy([countryGroupName(group), ...(group === WORLD ? EVERYWHERE : [])]),
        },
      ),
    );
    const near = new Set(served);
    const ordered = [...listCountries()].sort((a, b) => Number(near.has(b)) - Number(near.has(a)));
    const countries = ordered.map((country) =>
      ofPlace({ kind: 'country', country }, { name: format.region(country), detail: 'country', by: countryFoundBy(country, locale) }),
    );
    const parts = ordered.flatMap((country) =>
      listSubdivisions(country).map((code) =>
        ofPlace(
          { kind: 'subdivision', subdivision: code },
          { name: subdivision(code), detail: `${format.region(country)}, ${code}`, by: search(code) },
        ),
      ),
    );
    return [...countries, ...groups, ...parts];
  }, [format, subdivision, search, served, locale]);
}

/** Towns as places that can be added, with what is told of them. */
function useTownPlaces(): (town: FoundTown) => Found {
  const format = useFormat();
  const subdivision = useSubdivisionNames();
  return ({ name, country, rules }) => {
    const [first = ''] = rules;
    const part = subdivisionOfPostal(country, first.slice(0, 5));
    const where = part === undefined ? format.region(country) : subdivision(part);
    const codes = rules.length === 1 ? first.replace('-', ' to ') : `${rules.length} ranges of postal codes`;
    const parts = rules.map((rule) => ruleOf(country, rule));
    return { parts, added: (places) => withMoreRules(places, country, rules), name, detail: `town in ${where}, ${codes}` };
  };
}

/** Names that are or begin with what was typed before those that hold it; countries and provinces before towns. */
const inOrder = (places: readonly (Found & { fit: number })[], towns: readonly (Found & { fit: number })[]): Found[] => {
  const near = (list: readonly (Found & { fit: number })[], isNear: boolean) => list.filter(({ fit }) => fit > 0 === isNear);
  return [...near(places, true), ...near(towns, true), ...near(places, false), ...near(towns, false)];
};

/** Finds a country, a group of countries, a province or a town by name or code. */
export function PlaceSearch({ places, onChange }: { places: readonly Place[]; onChange: (places: Place[]) => void }) {
  const every = useEveryPlace();
  const format = useFormat();
  const home = homeCountry(useDraft().book);
  const [typed, setTyped] = useState('');
  const wanted = plainName(typed);
  const { towns, failed } = useTowns(wanted, MOST);
  const asPlace = useTownPlaces();
  const matches = useMemo(() => (wanted === '' ? { found: [], count: 0 } : bestOf(every, wanted, MOST)), [every, wanted]);
  const held = useMemo(() => heldIn(places), [places]);
  const best = inOrder(
    matches.found,
    towns.found.map((town) => ({ ...asPlace(town), fit: town.fit })),
  )
    .slice(0, MOST)
    .map((found) => ({ ...found, taken: found.parts.every((part) => held.has(part)) }));
  const more = matches.count + towns.count - best.length;
  return (
    <section aria-label="Find places">
      <h2 className="font-serif text-lg font-semibold">Countries, groups, provinces, towns</h2>
      <SearchField
        label="Find a country, group, province or town"
        hint={`${format.region(home)}, Europe…`}
        value={typed}
        onType={setTyped}
        onKeyDown={(event) => {
          const first = best.find(({ taken }) => !taken);
          if (event.key === 'Enter' && first) onChange(first.added(places));
        }}
        className="mt-1"
      />
      {!held.has(JSON.stringify({ kind: 'countryGroup', group: WORLD })) && wanted === '' && (
        <Button look="quiet" className="mt-1" onClick={() => onChange([...places, { kind: 'countryGroup', group: WORLD }])}>
          Everywhere else
        </Button>
      )}
      <ul className="mt-1 max-h-60 overflow-auto" aria-label="Places found">
        {best.map(({ parts, name, detail, taken, added }) => (
          <li key={`${name} ${parts[0]}`}>
            <button
              type="button"
              disabled={taken}
              onClick={() => onChange(added(places))}
              className="flex w-full justify-between gap-3 rounded-md px-2 py-1 text-start hover:bg-clay-tint disabled:cursor-default disabled:text-ash disabled:hover:bg-transparent"
            >
              <span>{name}</span>
              <span className="text-end text-sm text-ash">{taken ? 'in this zone' : detail}</span>
            </button>
          </li>
        ))}
      </ul>
      {wanted !== '' && best.length === 0 && <p className="mt-1 text-sm text-ash">No place of that name.</p>}
      {more > 0 && <p className="mt-1 text-sm text-ash">{more} more. Type more of the name.</p>}
      {failed && <p className="mt-1 text-sm text-ochre">The towns could not be loaded. Countries and provinces are found without them.</p>}
    </section>
  );
}
