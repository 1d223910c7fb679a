import { countriesOfPlaces, regionName, type Zone } from '@ostrakon/core';

/** The country a zone lies in, by its name; zones of several, and those that say none, go by that. */
export function countryOfZone({ places }: Zone, locale: string): string {
  const [country, ...others] = countriesOfPlaces(places);
  if (country === undefined) return 'No country';
  return others.length === 0 ? regionName(country, locale) : 'Several countries';
}

/** Zones as they are ticked, by country. */
export const zoneTicks = (zones: readonly Zone[], locale: string) =>
  zones.map((zone) => ({ id: zone.id, name: zone.name, group: countryOfZone(zone, locale) }));
