import { stretchesOf, type Weekday, weekFrom, weekOfCountry } from '@ostrakon/core';

const weekdays = new Intl.DateTimeFormat('en', { weekday: 'long', timeZone: 'UTC' });

/** The name of a day of the week; 1 is Monday, as 1 January 2024 was. */
export const weekdayName = (day: Weekday): string => weekdays.format(new Date(Date.UTC(2024, 0, day)));

/** The week as people who write this language have it on their calendars: `en-CA` from Sunday, `de` from Monday, `ar-KW` from Saturday. */
export function weekOfLanguage(locale: string): readonly Weekday[] {
  return weekFrom(weekOfCountry(new Intl.Locale(locale).maximize().region ?? '').firstDay);
}

const list = new Intl.ListFormat('en', { type: 'conjunction' });

/** "Sun to Thu", "Mon, Wed and Fri": days of the week in the order of the language's calendars. */
export function weekdaysShort(days: readonly Weekday[], locale: string): string {
  const short = (day: Weekday) => weekdayName(day).slice(0, 3);
  const [firstDay = 1] = weekOfLanguage(locale);
  return list.format(
    stretchesOf(days, firstDay).flatMap(([from, until]) => {
      if (from === until) return [short(from)];
      return (from % 7) + 1 === until ? [short(from), short(until)] : [`${short(from)} to ${short(until)}`];
    }),
  );
}
