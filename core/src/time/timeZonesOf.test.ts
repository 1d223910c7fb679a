import { expect, test } from 'vitest';
import { suggestedTimeZone } from './timeZonesOf.ts';

// IANA tz database, zone.tab and backward: many countries share the clock of another under a name of their own.
test.each([
  ['NO', 'America/Halifax', 'Europe/Oslo'],
  ['DE', 'America/Halifax', 'Europe/Berlin'],
  ['JP', 'America/Halifax', 'Asia/Tokyo'],
  ['NZ', 'UTC', 'Pacific/Auckland'],
  ['CA', 'America/Halifax', 'America/Halifax'],
  ['CA', 'Europe/Berlin', ''],
  ['US', 'UTC', ''],
  ['ZZ', 'UTC', ''],
])('%s, asked from %s, suggests "%s"', (country, here, suggested) => {
  expect(suggestedTimeZone(country, here)).toBe(suggested);
});
