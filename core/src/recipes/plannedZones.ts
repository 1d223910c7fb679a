import { newId } from '../names/newId.ts';
import { homeCountry, type RateBook } from '../rate-book/rateBook.ts';
import type { PlannedZone } from './recipe.ts';

/**
 * The zones a service can be offered in: those there are, else the shop's own country and, where it delivers further, the rest.
 * @param nameOf a country by its code
 */
export function plannedZones({ zones, shop, locations }: RateBook, nameOf: (country: string) => string, rest: string): PlannedZone[] {
  if (zones.length > 0) return zones.map(({ id, name }) => ({ id, name, places: null }));
  const home = homeCountry({ shop, locations });
  const country: PlannedZone = {
    id: newId(nameOf(home), [], 'home'),
    name: nameOf(home),
    places: [{ kind: 'country', country: home }],
  };
  const others: PlannedZone = { id: 'elsewhere', name: rest, places: [{ kind: 'countryGroup', group: '001' }] };
  return shop.served.length > 1 ? [country, others] : [country];
}
