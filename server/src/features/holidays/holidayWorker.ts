import { parentPort } from 'node:worker_threads';
import Holidays from 'date-holidays';

// A thread of its own: loading the data takes a third of a second and a year of some calendars a tenth, and nobody else
// waits for that.

export interface HolidayQuestion {
  readonly country: string;
  readonly region: string | undefined;
  readonly from: number;
  readonly until: number;
}

/** A holiday as the data have it: its day, how many days, and its name. */
export interface FoundHoliday {
  readonly date: string;
  readonly days: number;
  readonly name: string;
}

export interface HolidayPlace {
  readonly code: string;
  readonly name: string;
  readonly regions: readonly { readonly code: string; readonly name: string }[];
}

const DAY = 86_400_000;
const data = new Holidays();

/** The countries of the data, by name, each with its regions. */
function places(): HolidayPlace[] {
  return Object.entries(data.getCountries('en'))
    .map(([code, name]) => ({
      code,
      name,
      regions: Object.entries(data.getStates(code, 'en') ?? {}).map(([region, called]) => ({ code: region, name: called })),
    }))
    .sort((a, b) => a.name.localeCompare(b.name));
}

function holidaysOf({ country, region, from, until }: HolidayQuestion): FoundHoliday[] {
  if (region === undefined) data.init(country);
  else data.init(country, region);
  const years = Array.from({ length: until - from + 1 }, (_, at) => from + at);
  return years.flatMap((year) =>
    (data.getHolidays(year, 'en') ?? [])
      .filter(({ type }) => type === 'public')
      .map(({ date, start, end, name }) => ({
        date: date.slice(0, 10),
        days: Math.max(1, Math.round((end.getTime() - start.getTime()) / DAY)),
        name,
      })),
  );
}

parentPort?.on('message', (question: HolidayQuestion | 'places') =>
  parentPort?.postMessage(question === 'places' ? places() : holidaysOf(question)),
);
