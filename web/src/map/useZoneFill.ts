import { compile, countriesOfPlaces, listSubdivisions, locate, type Place } from '@ostrakon/core';
import { useMemo } from 'react';
import { useDraft } from '../draft/DraftProvider.tsx';
import { zoneFill, zonePartFill } from '../ui/zoneColours.ts';

/** Countries whose provinces and states have shapes. */
export const WITH_SHAPES: readonly string[] = ['CA', 'US', 'BR', 'AU'];

/** Whether some places of a country are among these: one that is only excepted has none. */
const hasSomeOf = (places: readonly Place[], country: string): boolean =>
  places.some(
    (place) => !place.excluded && place.kind !== 'country' && place.kind !== 'countryGroup' && countriesOfPlaces([place]).has(country),
  );

/** The colour of every country and subdivision by the zone it falls in, and the countries shown part by part. */
export function useZoneFill(): {
  fill: (code: string) => string | null;
  divided: ReadonlySet<string>;
  zoneOf: (code: string) => number | null;
  /** Whether a zone has only some places of a country: postal codes, areas, or parts that are not drawn. */
  isPart: (code: string) => boolean;
} {
  const { book } = useDraft();
  return useMemo(() => {
    const compiled = compile(book);
    const known = new Map<string, number | null>();
    const parted = new Set<string>();
    const zoneOf = (code: string): number | null => {
      const held = known.get(code);
      if (held !== undefined) return held;
      const to = code.length === 2 ? { country: code } : { country: code.slice(0, 2), subdivision: code };
      const { zone } = locate(compiled, to);
      // A country whose parts have no shapes shows the nearest zone that has one of them.
      const part = zone ?? (WITH_SHAPES.includes(code) ? undefined : compiled.zones.find((one) => hasSomeOf(one.zone.places, code)));
      if (!zone && part !== undefined) parted.add(code);
      const found = part === undefined ? null : compiled.zones.indexOf(part);
      known.set(code, found);
      return found;
    };
    const parts = new Set(
      book.zones.flatMap(({ places }) => places.flatMap((place) => (place.kind === 'subdivision' ? [place.subdivision.slice(0, 2)] : []))),
    );
    const divided = new Set(WITH_SHAPES.filter((country) => parts.has(country) && listSubdivisions(country).length > 0));
    const fill = (code: string) => {
      const at = zoneOf(code);
      if (at === null) return null;
      return parted.has(code) ? zonePartFill(at) : zoneFill(at);
    };
    const isPart = (code: string) => zoneOf(code) !== null && parted.has(code);
    return { fill, divided, zoneOf, isPart };
  }, [book]);
}
