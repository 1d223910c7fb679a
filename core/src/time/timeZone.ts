import { z } from 'zod';
import { numberAt } from '../numbers/entry.ts';
import type { DayNumber } from './plainDate.ts';
import { TIME_ZONE_LINES } from './timeZones.generated.ts';

/**
 * Time zones by the rules of the IANA tz database that ship with this package: those of the runtime may be older than
 * the law. Rules reach from 2016 to 2037; before and after, the first and last offset hold.
 */

const MINUTE = 60_000;
const DAY = 1440;
/** 2016-01-01T00:00Z in minutes since 1970. */
const FROM = 24_193_440;

interface Rules {
  /** Instants from which the next offset holds, in minutes since 1970, ascending. */
  readonly changes: readonly number[];
  /** Minutes east of UTC: one more than there are changes. */
  readonly offsets: readonly number[];
}

/** As packed: a zone's offsets, the minutes to its first change, and the pattern of its changes. */
interface Packed {
  readonly offsets: string;
  readonly first: string;
  readonly pattern: string;
}

const figure = (text: string | undefined) => Number.parseInt(text ?? '', 36);

function unpack({ offsets, first, pattern }: Packed): Rules {
  const held = offsets.split(',').map(figure);
  const changes: number[] = [];
  const order = [numberAt(held, 0)];
  let at = FROM;
  for (const change of pattern === '' ? [] : pattern.split(' ')) {
    const [since, place] = change.split(',');
    at += figure(since === '' ? first : since);
    changes.push(at);
    order.push(numberAt(held, figure(place)));
  }
  return { changes, offsets: order };
}

let packed: Map<string, Packed> | undefined;
const unpacked = new Map<string, Rules>();

function packedByZone(): Map<string, Packed> {
  packed ??= new Map(
    TIME_ZONE_LINES.split('\n').flatMap((line) => {
      const [zones = '', pattern = ''] = line.split(':');
      return zones.split('|').flatMap((zone) => {
        const [offsets = '', first = '', names = ''] = zone.split(';');
        return names.split(' ').map((name) => [name, { offsets, first, pattern }] as const);
      });
    }),
  );
  return packed;
}

/** Every name of the tz database, ascending. */
export function timeZoneNames(): string[] {
  return [...packedByZone().keys()].sort();
}

/** An IANA name such as `America/Halifax`. */
export const TimeZone = z
  .string()
  .refine((name) => packedByZone().has(name), 'No time zone of the IANA data has this name, such as America/Halifax');

function rulesOf(timeZone: string): Rules {
  const held = unpacked.get(timeZone);
  if (held) return held;
  const line = packedByZone().get(timeZone);
  if (line === undefined) throw new Error(`no time zone is called ${timeZone}`);
  const rules = unpack(line);
  unpacked.set(timeZone, rules);
  return rules;
}

/** How many changes of a zone lie at or before an instant, in minutes since 1970. */
function changesUntil({ changes }: Rules, minute: number): number {
  let low = 0;
  let high = changes.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (numberAt(changes, middle) <= minute) low = middle + 1;
    else high = middle;
  }
  return low;
}

const offsetWithin = (rules: Rules, minute: number) => numberAt(rules.offsets, changesUntil(rules, minute));

/** Minutes east of UTC at an instant, in milliseconds since 1970. */
export function offsetAt(instant: number, timeZone: string): number {
  return offsetWithin(rulesOf(timeZone), Math.floor(instant / MINUTE));
}

export interface LocalTimeOfDay {
  readonly day: DayNumber;
  /** Minutes since midnight as the clock shows them: 0 to 1439. */
  readonly minute: number;
}

/** What calendar and clock show in a zone at an instant, in milliseconds since 1970. */
export function localAt(instant: number, timeZone: string): LocalTimeOfDay {
  const wall = Math.floor(instant / MINUTE) + offsetAt(instant, timeZone);
  const day = Math.floor(wall / DAY);
  return { day, minute: wall - day * DAY };
}

/** No offset differs from UTC by more than this many minutes. */
const WIDEST = 1000;

/**
 * The instant, in milliseconds since 1970, at which calendar and clock show a day and minute: the first where a clock set
 * back shows it twice; where a clock set forward leaves it out, as long after the change as it lies after the time left out.
 * @param minute since midnight; 1440 is the end of the day
 */
export function instantOf(day: DayNumber, minute: number, timeZone: string): number {
  const rules = rulesOf(timeZone);
  const wall = day * DAY + minute;
  const first = changesUntil(rules, wall - WIDEST);
  const last = changesUntil(rules, wall + WIDEST);
  for (let at = first; at <= last; at += 1) {
    const instant = wall - numberAt(rules.offsets, at);
    if (changesUntil(rules, instant) === at) return instant * MINUTE;
  }
  for (let at = first; at < last; at += 1) {
    const change = numberAt(rules.changes, at);
    const [before, after] = [numberAt(rules.offsets, at), numberAt(rules.offsets, at + 1)];
    if (wall >= change + before && wall < change + after) return (wall - before) * MINUTE;
  }
  throw new Error(`no instant shows minute ${minute} of day ${day} in ${timeZone}`);
}

/** Clocks are set by half an hour, an hour or two. */
const SETTINGS = [30, 60, 120];

/** Whether the clock of a zone never shows a day and minute, or shows it twice: where clocks are set forward or back. */
export function clockOf(day: DayNumber, minute: number, timeZone: string): 'once' | 'leftOut' | 'twice' {
  const instant = instantOf(day, minute, timeZone);
  const shows = (at: number) => {
    const local = localAt(at, timeZone);
    return local.day === day && local.minute === minute;
  };
  if (!shows(instant)) return 'leftOut';
  return SETTINGS.some((minutes) => shows(instant + minutes * MINUTE)) ? 'twice' : 'once';
}
