import { groupMembers } from '../places/countryGroups.ts';
import type { Place } from '../places/place.ts';
import type { RateBook, Zone } from './rateBook.ts';

function countriesOf(place: Place): readonly string[] {
  if (place.excluded) return [];
  switch (place.kind) {
    case 'country':
    case 'postal':
      return [place.country];
    case 'subdivision':
      return [place.subdivision.slice(0, 2)];
    case 'countryGroup':
      return groupMembers(place.group);
    case 'area':
    case 'circle':
      return [];
  }
}

/** The countries some places lie in, as far as they say so. */
export const countriesOfPlaces = (places: readonly Place[]): ReadonlySet<string> => new Set(places.flatMap(countriesOf));

/** Rates above nothing at which other zones in the countries of these places are taxed, ascending; in basis points. */
export function taxRatesBeside({ zones }: Pick<RateBook, 'zones'>, places: readonly Place[], but?: Zone): number[] {
  const countries = countriesOfPlaces(places);
  const beside = zones.filter((zone) => zone !== but && [...countriesOfPlaces(zone.places)].some((country) => countries.has(country)));
  return [...new Set(beside.map(({ taxRate }) => taxRate).filter((rate) => rate > 0))].sort((a, b) => a - b);
}

/** The one rate the shop's other zones in these countries are taxed at, where delivery is taxed and they agree. */
export function inheritedTax(book: Pick<RateBook, 'zones' | 'shop'>, places: readonly Place[]): number | null {
  if (book.shop.pricing.tax === 'none') return null;
  const rates = taxRatesBeside(book, places);
  return rates.length === 1 ? (rates[0] ?? null) : null;
}
