/**
 * Plain dates as day numbers: days since 1970-01-01 in the proleptic Gregorian calendar. The rules are those of
 * ISO 8601; the arithmetic counts years from March, so that a leap day is the last of its year.
 */
export type DayNumber = number;

const DAYS_OF_400_YEARS = 146_097;
/** From 0000-03-01 to 1970-01-01. */
const EPOCH = 719_468;

/** The day number of a plain date such as `2026-11-23`. */
export function toDay(date: string): DayNumber {
  return dayOf(Number(date.slice(0, 4)), Number(date.slice(5, 7)), Number(date.slice(8, 10)));
}

/** @param month 1 to 12 */
export function dayOf(year: number, month: number, date: number): DayNumber {
  const from = month > 2 ? year : year - 1;
  const cycle = Math.floor(from / 400);
  const ofCycle = from - cycle * 400;
  const ofYear = Math.floor((153 * ((month + 9) % 12) + 2) / 5) + date - 1;
  return cycle * DAYS_OF_400_YEARS + ofCycle * 365 + Math.floor(ofCycle / 4) - Math.floor(ofCycle / 100) + ofYear - EPOCH;
}

export interface CivilDate {
  readonly year: number;
  /** 1 to 12. */
  readonly month: number;
  readonly date: number;
}

export function civilOf(day: DayNumber): CivilDate {
  const shifted = day + EPOCH;
  const cycle = Math.floor(shifted / DAYS_OF_400_YEARS);
  const ofCycle = shifted - cycle * DAYS_OF_400_YEARS;
  const year = Math.floor(
    (ofCycle - Math.floor(ofCycle / 1460) + Math.floor(ofCycle / 36_524) - Math.floor(ofCycle / (DAYS_OF_400_YEARS - 1))) / 365,
  );
  const ofYear = ofCycle - (365 * year + Math.floor(year / 4) - Math.floor(year / 100));
  const month = Math.floor((5 * ofYear + 2) / 153);
  const date = ofYear - Math.floor((153 * month + 2) / 5) + 1;
  return { year: year + cycle * 400 + (month >= 10 ? 1 : 0), month: ((month + 2) % 12) + 1, date };
}

const two = (figure: number) => (figure < 10 ? `0${figure}` : `${figure}`);

/** The plain date of a day number, such as `2026-11-23`. */
export function fromDay(day: DayNumber): string {
  const { year, month, date } = civilOf(day);
  return `${String(year).padStart(4, '0')}-${two(month)}-${two(date)}`;
}

/** The day of the ISO 8601 week: 1 is Monday, 7 is Sunday. */
export function weekdayOf(day: DayNumber): number {
  return ((((day + 3) % 7) + 7) % 7) + 1;
}

/** The ISO 8601 week a day lies in: the one that holds its Thursday. */
export function isoWeekOf(day: DayNumber): { year: number; week: number } {
  const thursday = day + 4 - weekdayOf(day);
  const { year } = civilOf(thursday);
  return { year, week: Math.floor((thursday - dayOf(year, 1, 1)) / 7) + 1 };
}
