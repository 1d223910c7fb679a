import type { ClosedDays } from '@ostrakon/core';
import { HttpProblem } from '../../http/problems.ts';

/** The data are large, and asked for seldom. */
const load = async () => (await import('date-holidays')).default;

export interface HolidayPlace {
  readonly code: string;
  readonly name: string;
  readonly regions: readonly { readonly code: string; readonly name: string }[];
}

/** The countries of the public-holiday data, by name, each with its regions. */
export async function holidayPlaces(): Promise<HolidayPlace[]> {
  const Holidays = await load();
  const data = new Holidays();
  return Object.entries(data.getCountries('en'))
    .map(([code, name]) => ({
      code,
      name,
      regions: Object.entries(data.getStates(code, 'en') ?? {}).map(([region, called]) => ({ code: region, name: called })),
    }))
    .sort((a, b) => a.name.localeCompare(b.name));
}

const DAY = 86_400_000;
const plainDate = (ms: number) => new Date(ms).toISOString().slice(0, 10);

/** The days of a holiday; one that begins in the evening is the day after. */
function daysOf({ date, start, end }: { date: string; start: Date; end: Date }): { from: string; until: string } {
  const first = Date.parse(`${date.slice(0, 10)}T00:00:00Z`);
  const days = Math.max(1, Math.round((end.getTime() - start.getTime()) / DAY));
  return { from: plainDate(first), until: plainDate(first + (days - 1) * DAY) };
}

/** Public holidays of a country, or a region of it, from one year to another; of one name together. */
export async function publicHolidays(at: {
  country: string;
  region: string | undefined;
  from: number;
  until: number;
}): Promise<ClosedDays[]> {
  const Holidays = await load();
  const data = new Holidays();
  if (!Object.hasOwn(data.getCountries('en'), at.country)) {
    throw new HttpProblem('not-found', `The holiday data do not have the country "${at.country}".`);
  }
  if (at.region !== undefined && !Object.hasOwn(data.getStates(at.country, 'en') ?? {}, at.region)) {
    throw new HttpProblem('not-found', `The holiday data do not have the region "${at.region}" of "${at.country}".`);
  }
  if (at.region === undefined) data.init(at.country);
  else data.init(at.country, at.region);
  const byName = new Map<string, { from: string; until: string }[]>();
  for (let year = at.from; year <= at.until; year += 1) {
    for (const holiday of data.getHolidays(year, 'en') ?? []) {
      if (holiday.type !== 'public') continue;
      // The day that makes up for one on a weekend goes under the name of that.
      const name = holiday.name.replace(/ \(substitute day\)$/, '').slice(0, 80);
      byName.set(name, [...(byName.get(name) ?? []), daysOf(holiday)]);
    }
  }
  return [...byName].map(([name, days]) => ({ name, days }));
}
