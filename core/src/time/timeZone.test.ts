// biome-ignore lint/correctness/noNodejsModules: which data the runtime has
import { versions } from 'node:process';
import fc from 'fast-check';
import moment from 'moment-timezone';
import { Temporal } from 'temporal-polyfill';
import { describe, expect, test } from 'vitest';
import { instantToMs, msToInstant } from './calendar.ts';
import { fromDay, toDay } from './plainDate.ts';
import { minutesOf, timeText } from './timeOfDay.ts';
import { clockOf, instantOf, localAt, offsetAt, TimeZone, timeZoneNames } from './timeZone.ts';
import { TZ_VERSION } from './timeZones.generated.ts';

const at = (instant: string, zone: string) => {
  const { day, minute } = localAt(instantToMs(instant), zone);
  return `${fromDay(day)} ${timeText(minute)}`;
};
const instant = (date: string, time: string, zone: string) => msToInstant(instantOf(toDay(date), minutesOf(time), zone));

/** Zones whose law changed after the data of an older runtime, and from when; tz database 2026f. */
const CHANGED: Readonly<Record<string, string>> = {
  'America/Vancouver': '2026-11-01',
  'America/Edmonton': '2026-11-01',
  'America/Inuvik': '2026-11-01',
  'America/Winnipeg': '2026-11-01',
  'America/Havana': '2026-11-01',
  'Africa/Casablanca': '2026-09-20',
  'Africa/El_Aaiun': '2026-09-20',
  'Europe/Chisinau': '2022-01-01',
};

describe('the tz database that ships with the package', () => {
  test('is that of the package it was taken from, to the minute of every change from 2016 to 2037', () => {
    expect(moment.tz.dataVersion).toBe(TZ_VERSION);
    const from = instantToMs('2016-01-01T00:00:00Z');
    const differ = timeZoneNames().filter((name) => {
      const zone = moment.tz.zone(name)!;
      const changes = zone.untils.filter((until) => until !== null && until > from && until < Infinity);
      return changes.some((change) => [change - 60_000, change].some((near) => offsetAt(near, name) !== 0 - zone.utcOffset(near)));
    });
    expect(differ).toEqual([]);
    expect(timeZoneNames().length).toBeGreaterThan(400);
  });

  test('agrees with the runtime wherever the law has not changed since the runtime’s data', () => {
    const known = new Set(Intl.supportedValuesOf('timeZone'));
    const instants = Array.from({ length: 24 }, (_, month) =>
      instantToMs(`${2026 + Math.floor(month / 12)}-${String((month % 12) + 1).padStart(2, '0')}-15T12:34:00Z`),
    );
    for (const zone of timeZoneNames().filter((name) => known.has(name) && CHANGED[name] === undefined)) {
      const clock = new Intl.DateTimeFormat('en-CA', { timeZone: zone, dateStyle: 'short', timeStyle: 'short', hourCycle: 'h23' });
      for (const one of instants) expect([zone, clock.format(one)]).toEqual([zone, at(msToInstant(one), zone).replace(' ', ', ')]);
    }
  });

  test('is used where the runtime is behind the law: Vancouver keeps its summer time from November 2026', () => {
    // Source: IANA tz database 2026f; the runtime tells the version of its own data.
    expect(at('2026-12-15T21:30:00Z', 'America/Vancouver')).toBe('2026-12-15 14:30');
    const clock = new Intl.DateTimeFormat('en-CA', { timeZone: 'America/Vancouver', timeStyle: 'short', hourCycle: 'h23' });
    // Data before 2026 say 13:30; a runtime with newer data agrees, and this line is the only one to know.
    const ofRuntime = clock.format(instantToMs('2026-12-15T21:30:00Z'));
    expect(ofRuntime).toBe((versions.tz ?? '') < '2026' ? '13:30' : '14:30');
  });

  // Source: zdump of the IANA tz database 2026f.
  test.each([
    ['America/Halifax', '2026-03-08T06:00:00Z', '01:59', '03:00'],
    ['America/Halifax', '2026-11-01T05:00:00Z', '01:59', '01:00'],
    ['America/Halifax', '2027-03-14T06:00:00Z', '01:59', '03:00'],
    ['America/St_Johns', '2026-03-08T05:30:00Z', '01:59', '03:00'],
    ['America/St_Johns', '2026-11-01T04:30:00Z', '01:59', '01:00'],
    ['Europe/London', '2026-03-29T01:00:00Z', '00:59', '02:00'],
    ['Europe/London', '2026-10-25T01:00:00Z', '01:59', '01:00'],
    ['Pacific/Chatham', '2026-04-04T14:00:00Z', '03:44', '02:45'],
    ['Pacific/Chatham', '2026-09-26T14:00:00Z', '02:44', '03:45'],
    ['Australia/Lord_Howe', '2026-04-04T15:00:00Z', '01:59', '01:30'],
    ['Australia/Lord_Howe', '2026-10-03T15:30:00Z', '01:59', '02:30'],
  ])('%s changes its clock at %s from %s to %s', (zone, change, before, after) => {
    const ms = instantToMs(change);
    expect([ms - 60_000, ms].map((one) => at(msToInstant(one), zone).slice(11))).toEqual([before, after]);
  });

  test.each([
    // Reference: Temporal with disambiguation "compatible", by temporal-polyfill.
    ['left out by a clock set forward', '2026-03-08', '02:30', 'America/Halifax', '2026-03-08T06:30:00Z'],
    ['shown twice by a clock set back: the first', '2026-11-01', '01:30', 'America/Halifax', '2026-11-01T04:30:00Z'],
    ['half an hour left out', '2026-10-04', '02:15', 'Australia/Lord_Howe', '2026-10-03T15:45:00Z'],
    ['the end of a day', '2026-12-31', '24:00', 'Asia/Kathmandu', '2026-12-31T18:15:00Z'],
    ['ahead of the date line', '2027-01-01', '00:00', 'Pacific/Kiritimati', '2026-12-31T10:00:00Z'],
  ])('a time %s', (_name, date, time, zone, expected) => expect(instant(date, time, zone)).toBe(expected));

  test('so does every minute of the hours around a change of the clock, those left out and those shown twice among them', () => {
    for (const [zone, day] of [
      ['America/Halifax', '2026-03-08'],
      ['America/Halifax', '2026-11-01'],
      ['America/St_Johns', '2026-11-01'],
      ['Europe/London', '2026-03-29'],
      ['Pacific/Chatham', '2026-09-27'],
      ['Australia/Lord_Howe', '2026-10-04'],
      ['Australia/Lord_Howe', '2026-04-05'],
    ] as const) {
      for (let minute = 0; minute < 300; minute += 1) {
        const meant = Temporal.PlainDateTime.from(`${day}T${timeText(minute)}`).toZonedDateTime(zone).epochMilliseconds;
        expect(instantOf(toDay(day), minute, zone), `${zone} ${day} ${timeText(minute)}`).toBe(meant);
      }
    }
  });

  test('any day and minute means the instant that Temporal means', () => {
    const zones = [
      'America/Halifax',
      'America/St_Johns',
      'Europe/London',
      'Pacific/Chatham',
      'Australia/Lord_Howe',
      'Asia/Kolkata',
      'Pacific/Apia',
    ];
    fc.assert(
      fc.property(fc.constantFrom(...zones), fc.integer({ min: 16_900, max: 21_900 }), fc.nat(1439), (zone, day, minute) => {
        const plain = Temporal.PlainDateTime.from(`${fromDay(day)}T${timeText(minute)}`);
        const expected = plain.toZonedDateTime(zone).epochMilliseconds;
        expect(instantOf(day, minute, zone)).toBe(expected);
        const { year, month, day: date, hour, minute: past } = Temporal.Instant.fromEpochMilliseconds(expected).toZonedDateTimeISO(zone);
        const shown = localAt(expected, zone);
        expect([fromDay(shown.day), shown.minute]).toEqual([
          Temporal.PlainDate.from({ year, month, day: date }).toString(),
          hour * 60 + past,
        ]);
      }),
      { numRuns: 400 },
    );
  });

  test.each(['Mars/Olympus', '', 'america/halifax', 'Factory'])('%j is no time zone', (name) =>
    expect(TimeZone.safeParse(name).success).toBe(false),
  );
});

test.each(['America/Halifax', 'Europe/London', 'Australia/Lord_Howe', 'Pacific/Chatham'])(
  'in %s the hours that clocks leave out or show twice are told as Temporal tells them',
  (zone) => {
    // Reference: Temporal with disambiguations "earlier" and "later", by temporal-polyfill.
    const told = { once: 0, leftOut: 0, twice: 0 };
    for (let day = toDay('2027-03-01'); day < toDay('2027-12-01'); day += 1) {
      for (let minute = 15; minute < 300; minute += 30) {
        const wall = Temporal.PlainDateTime.from(`${fromDay(day)}T${timeText(minute)}`);
        const [earlier, later] = (['earlier', 'later'] as const).map((disambiguation) => wall.toZonedDateTime(zone, { disambiguation }));
        const isOnce = earlier!.epochMilliseconds === later!.epochMilliseconds;
        const is = isOnce ? 'once' : earlier!.toPlainDateTime().equals(wall) ? 'twice' : 'leftOut';
        expect([fromDay(day), minute, clockOf(day, minute, zone)]).toEqual([fromDay(day), minute, is]);
        told[is] += 1;
      }
    }
    expect(Object.values(told).every((count) => count > 0)).toBe(true);
  },
);
