import type { Weekday } from './calendar.ts';
import { FIRST_DAY_LINES, REST_LINES } from './weeks.generated.ts';

/** The week of a country: the day it begins with on a calendar, and the days on which people work and rest. */
export interface WeekOfCountry {
  readonly firstDay: Weekday;
  readonly working: readonly Weekday[];
  readonly rest: readonly Weekday[];
}

export const WEEK: readonly Weekday[] = [1, 2, 3, 4, 5, 6, 7];

/** `67:AE AF` and lines that go on, as days by country. */
function byCountry(lines: string): Map<string, string> {
  const held = new Map<string, string>();
  let days = '';
  for (const word of lines.split(/\s+/)) {
    const [first = '', second] = word.split(':');
    if (second !== undefined) days = first;
    const country = second ?? first;
    if (country !== '') held.set(country, days);
  }
  return held;
}

let rests: Map<string, string> | undefined;
let firsts: Map<string, string> | undefined;

/**
 * The week of a country, which new calendars begin with; the owner changes what is otherwise for them. Where the country is
 * not listed: Saturday and Sunday, and a week from Monday.
 * Source: Unicode CLDR, weekData (UTS 35, part 4, section 4.3).
 * @param country ISO 3166-1 alpha-2
 */
export function weekOfCountry(country: string): WeekOfCountry {
  rests ??= byCountry(REST_LINES);
  firsts ??= byCountry(FIRST_DAY_LINES);
  const rest = Array.from(rests.get(country) ?? '67', Number);
  return { firstDay: Number(firsts.get(country) ?? 1), rest, working: WEEK.filter((day) => !rest.includes(day)) };
}

/** The days of the week in the order in which a week that begins so has them. */
export const weekFrom = (firstDay: Weekday): readonly Weekday[] => [...WEEK.slice(firstDay - 1), ...WEEK.slice(0, firstDay - 1)];

/**
 * Days of the week as stretches of days in a row, in the order of a week that begins so: three or more are one stretch.
 * `[7, 1, 2, 3, 4]` from Sunday is one of Sunday to Thursday.
 */
export function stretchesOf(days: readonly Weekday[], firstDay: Weekday): (readonly [from: Weekday, until: Weekday])[] {
  const stretches: [Weekday, Weekday][] = [];
  for (const day of weekFrom(firstDay)) {
    const last = stretches.at(-1);
    if (!days.includes(day)) continue;
    if (last && (last[1] % 7) + 1 === day) last[1] = day;
    else stretches.push([day, day]);
  }
  const [first, final] = [stretches[0], stretches.at(-1)];
  if (!first || !final || first === final || days.length === 7 || (final[1] % 7) + 1 !== first[0]) return stretches;
  // Runs over the end of the week: one stretch, where it begins.
  return [...stretches.slice(1, -1), [final[0], first[1]]];
}
