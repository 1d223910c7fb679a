import { expect, test } from 'vitest';
import { isFoundBy, plainName } from '../words/plainName.ts';
import { timeZoneChoices } from './TimeZoneChooser.tsx';

const NOW = Date.UTC(2026, 10, 28);
const found = (typed: string, country = 'CA', locale = 'en-CA') =>
  timeZoneChoices(country, locale, NOW)
    .filter(({ by }) => isFoundBy(by, plainName(typed)))
    .map(({ value }) => value);

// Source: IANA tz database, zone.tab; offsets of November 2026.
test.each([
  ['new york', 'America/New_York'],
  ['America/New_York', 'America/New_York'],
  ['kuwait', 'Asia/Kuwait'],
  ['egypt', 'Africa/Cairo'],
  ['+5:45', 'Asia/Kathmandu'],
  ['utc+9', 'Asia/Tokyo'],
  ['GMT-3:30', 'America/St_Johns'],
  ['+09:30', 'Australia/Darwin'],
])('%s finds %s', (typed, zone) => {
  expect(found(typed)).toContain(zone);
});

test('countries are found by their names in the language of the shop, and zones of the shop’s country stand first', () => {
  expect(found('日本', 'JP', 'ja-JP')).toContain('Asia/Tokyo');
  expect(found('Deutschland', 'DE', 'de-DE')).toContain('Europe/Berlin');
  const choices = timeZoneChoices('AU', 'en-AU', NOW);
  expect(choices[0]?.group).toBe('Australia');
  expect(choices.find(({ value }) => value === 'Australia/Darwin')).toMatchObject({ name: 'Darwin', detail: 'Australia · UTC+9:30' });
  expect(found('atlantis')).toEqual([]);
});
