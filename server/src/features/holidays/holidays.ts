import { once } from 'node:events';
import type { Worker } from 'node:worker_threads';
import { type ClosedDays, type HolidaysOf, SubdivisionCode } from '@ostrakon/core';
import { LRUCache } from 'lru-cache';
import pLimit from 'p-limit';
import { HttpProblem } from '../../http/problems.ts';
import { startThread } from '../../startThread.ts';
import type { FoundHoliday, HolidayPlace, HolidayQuestion } from './holidayWorker.ts';

let worker: Worker | undefined;
const oneAtATime = pLimit(1);
const kept = new LRUCache<string, readonly FoundHoliday[]>({ max: 1000 });
let places: readonly HolidayPlace[] | undefined;

/** Asks the thread, one question after the other; it stays for the next, and keeps nobody from ending. */
function ask(question: HolidayQuestion | 'places'): Promise<unknown> {
  return oneAtATime(async () => {
    worker ??= startThread(import.meta.url, 'holidayWorker');
    worker.ref();
    try {
      worker.postMessage(question);
      const [answer] = await once(worker, 'message');
      worker.unref();
      return answer;
    } catch (error) {
      worker = undefined;
      throw error;
    }
  });
}

/** The countries of the public-holiday data, by name, each with its regions. */
export async function holidayPlaces(): Promise<readonly HolidayPlace[]> {
  places ??= (await ask('places')) as readonly HolidayPlace[];
  return places;
}

async function found(question: HolidayQuestion): Promise<readonly FoundHoliday[]> {
  const key = JSON.stringify(question);
  const known = kept.get(key) ?? ((await ask(question)) as readonly FoundHoliday[]);
  kept.set(key, known);
  return known;
}

const DAY = 86_400_000;
const plainDate = (ms: number) => new Date(ms).toISOString().slice(0, 10);

/** The days of a holiday; one that begins in the evening is the day after. */
function daysOf({ date, days }: FoundHoliday): { from: string; until: string } {
  const first = Date.parse(`${date}T00:00:00Z`);
  return { from: plainDate(first), until: plainDate(first + (days - 1) * DAY) };
}

/** Public holidays of a country, and of those of its parts where they differ. */
export async function holidaysOfCountry(country: string, years: Pick<HolidayQuestion, 'from' | 'until'>): Promise<HolidaysOf[]> {
  const place = (await holidayPlaces()).find(({ code }) => code === country);
  if (!place) return [];
  const whole = await publicHolidays({ country, region: undefined, ...years });
  const parts: HolidaysOf[] = [];
  for (const { code } of place.regions) {
    const subdivision = `${country}-${code}`;
    if (!SubdivisionCode.safeParse(subdivision).success) continue;
    const closed = await publicHolidays({ country, region: code, ...years });
    if (JSON.stringify(closed) !== JSON.stringify(whole)) parts.push({ country, subdivision, closed });
  }
  return [{ country, subdivision: null, closed: whole }, ...parts];
}

/** Public holidays of a country, or a region of it, from one year to another; of one name together. */
export async function publicHolidays(at: HolidayQuestion): Promise<ClosedDays[]> {
  const country = (await holidayPlaces()).find(({ code }) => code === at.country);
  if (!country) throw new HttpProblem('not-found', `The holiday data do not have the country "${at.country}".`);
  if (at.region !== undefined && !country.regions.some(({ code }) => code === at.region)) {
    throw new HttpProblem('not-found', `The holiday data do not have the region "${at.region}" of "${at.country}".`);
  }
  const byName = new Map<string, { from: string; until: string }[]>();
  for (const holiday of await found(at)) {
    // The day that makes up for one on a weekend goes under the name of that.
    const name = holiday.name.replace(/ \(substitute day\)$/, '').slice(0, 80);
    byName.set(name, [...(byName.get(name) ?? []), daysOf(holiday)]);
  }
  return [...byName].map(([name, days]) => ({ name, days }));
}
