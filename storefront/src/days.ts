import type { PricedOption } from '@ostrakon/client';

/** Days that are shown side by side. */
const DAYS = 7;
const DAY_MS = 86_400_000;

/** The days side by side from the first one that any option arrives on, or today where that is near. */
export function stripFrom(options: readonly PricedOption[], now: number): string[] {
  const today = new Date(now).toISOString().slice(0, 10);
  const firsts = options.flatMap(({ promise }) => (promise ? [promise.first] : [])).sort();
  const last =
    options
      .flatMap(({ promise }) => (promise ? [promise.last] : []))
      .sort()
      .at(-1) ?? today;
  const spans = (from: string, until: string) => (Date.parse(until) - Date.parse(from)) / DAY_MS < DAYS;
  const from = firsts[0] === undefined || spans(today, last) ? today : firsts[0];
  return Array.from({ length: DAYS }, (_, at) => new Date(Date.parse(from) + at * DAY_MS).toISOString().slice(0, 10));
}
