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

/**
 * The clock a country suggests: `here` where it is one of the country's, else the one it has, or the first of two (the other
 * is that of an exclave or an island); "" where somebody who is there must say.
 * @param here the time zone of whoever asks
 */
export function suggestedTimeZone(country: string, here: string): string {
  const zones = timeZonesOf(country);
  if (zones.includes(here)) return here;
  const countries = countriesByTimeZone();
  // Many countries keep the clock of another, and stations of nobody's country that of several.
  const own = zones.filter((zone) => countries.get(zone)?.find((one) => one !== 'AQ') === country);
  const [first = '', second] = own.length === 0 ? zones : own;
  return second === undefined || own.length === 2 ? first : '';
}
