import { oncePer } from '../once/oncePer.ts';
import { TIME_ZONE_COUNTRY_LINES } from './timeZoneCountries.generated.ts';

const table = oncePer(
  (_of: object) => new Map(TIME_ZONE_COUNTRY_LINES.split('\n').map((line) => [line.slice(0, 2), line.slice(3).split(' ')] as const)),
);
const zonesByCountry = () => table(timeZonesOf);

/**
 * The time zones of a country, as the tz database has them.
 * @param country ISO 3166-1 alpha-2
 */
export function timeZonesOf(country: string): readonly string[] {
  return zonesByCountry().get(country) ?? [];
}

/** The countries of each time zone that has any. */
export function countriesByTimeZone(): ReadonlyMap<string, readonly string[]> {
  const held = new Map<string, string[]>();
  for (const [country, zones] of zonesByCountry()) for (const zone of zones) held.set(zone, [...(held.get(zone) ?? []), country]);
  return held;
}
