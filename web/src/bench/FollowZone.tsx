import { type Destination, findZone, groupMembers, type Place, postalRulesOf, type RateBook } from '@ostrakon/core';
import { useMemo } from 'react';
import { useMatch } from 'react-router';
import { useDraft } from '../draft/DraftProvider.tsx';
import { useBench } from './BenchProvider.tsx';

/** More lines of a list of postal codes than this are not tried. */
const MOST_LINES = 20;

/** Addresses a place names itself, the closest first. */
function addressesOf(place: Place, served: readonly string[]): Destination[] {
  if (place.excluded) return [];
  switch (place.kind) {
    case 'postal':
      // Lists hold up to tens of thousands of lines: the first ones do.
      return postalRulesOf(place.rules.split('\n', MOST_LINES).join('\n')).flatMap(({ rule }) =>
        rule.kind === 'prefix' ? [] : [{ country: place.country, postalCode: rule.kind === 'code' ? rule.code : rule.from }],
      );
    case 'subdivision':
      return [{ country: place.subdivision.slice(0, 2), subdivision: place.subdivision }];
    case 'country':
      return [{ country: place.country }];
    case 'countryGroup':
      return groupMembers(place.group)
        .filter((country) => served.includes(country))
        .map((country) => ({ country }));
    default:
      return [];
  }
}

/** An address that falls into a zone; undefined where none is known. */
function useAddressIn(id: string | undefined, { zones, shop }: RateBook): Destination | undefined {
  const { compiled, samples } = useBench();
  const at = zones.findIndex((one) => one.id === id);
  const zone = zones[at];
  const { served } = shop;
  return useMemo(() => {
    const known = zone && samples.get(zone.id);
    const named = zone?.places.flatMap((place) => addressesOf(place, served)) ?? [];
    return [...(known ? [known] : []), ...named].find((to) => findZone(compiled.places, to)?.zone === at);
  }, [zone, at, samples, served, compiled.places]);
}

/** Takes the bench to the zone that is open beside it, where its address lies in another. */
export function FollowZone() {
  const { book } = useDraft();
  const { zone, send } = useBench();
  const open = useMatch('/book/:zone/*')?.params.zone;
  const address = useAddressIn(open === zone ? undefined : open, book);
  const name = book.zones.find(({ id }) => id === open)?.name;
  if (!address || name === undefined) return null;
  return (
    <button
      type="button"
      className="block text-sm text-clay hover:underline"
      onClick={() => send({ kind: 'setDestination', destination: address })}
    >
      Use an address in {name}
    </button>
  );
}
