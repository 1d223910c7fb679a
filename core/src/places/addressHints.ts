import type { SubdivisionCode } from './countries.ts';
import type { Destination, Place } from './place.ts';
import type { PlaceIndex } from './placeIndex.ts';
import { isToldByPostal, subdivisionOfPostal } from './postalStart.ts';
import { areNested } from './subdivisionTree.ts';

/** What an address lacks to find its zone, or says in two ways. */
export type AddressHint =
  /** The postal code lies in `told`, not in the subdivision that was named; the named one holds. */
  | { readonly code: 'provinceContradicts'; readonly subdivision: SubdivisionCode; readonly told: SubdivisionCode }
  /** A zone is made of parts of the country, and the address does not say in which it lies. */
  | { readonly code: 'provinceNeeded' }
  /** The postal code would tell the zone, or the part of the country. */
  | { readonly code: 'postalCodeNeeded' };

const NONE: readonly AddressHint[] = [];

/** Kinds of places that name an address at least as closely as its postal code and province could. */
const CLOSE: ReadonlySet<Place['kind']> = new Set(['postal', 'area', 'circle', 'subdivision']);

/** Whether postal codes tell the parts that zones have of a country. */
function codesTell({ regions }: PlaceIndex, country: string): boolean {
  for (const code of regions.keys()) if (code.length > 2 && code.startsWith(country) && isToldByPostal(code)) return true;
  return false;
}

/**
 * What an address lacks or contradicts, for the zones as they are.
 * @param matched the kind of place that put it into its zone; undefined where it lies in none
 */
export function addressHints(index: PlaceIndex, to: Destination, matched: Place['kind'] | undefined): readonly AddressHint[] {
  const { country, subdivision, postalCode } = to;
  if (subdivision !== undefined) {
    const told = postalCode === undefined ? undefined : subdivisionOfPostal(country, postalCode);
    if (told !== undefined && !areNested(told, subdivision)) return [{ code: 'provinceContradicts', subdivision, told }];
  }
  if (matched !== undefined && CLOSE.has(matched)) return NONE;
  const divided = subdivision === undefined && index.divided.has(country);
  if (postalCode === undefined) {
    if (index.postal.has(country) || (divided && codesTell(index, country))) return [{ code: 'postalCodeNeeded' }];
    return divided ? [{ code: 'provinceNeeded' }] : NONE;
  }
  return divided && subdivisionOfPostal(country, postalCode) === undefined ? [{ code: 'provinceNeeded' }] : NONE;
}
