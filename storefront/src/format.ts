/** How amounts, days, distances and stretches of time are written in a language: as Intl writes them. */
export interface Format {
  readonly language: string;
  money(minor: number): string;
  percent(basisPoints: number): string;
  weekday(date: string): string;
  day(date: string): string;
  clock(instant: string): string;
  moment(instant: string): string;
  distance(metres: number): string;
  /** What is left of a stretch of time, in hours and minutes. */
  left(milliseconds: number): string;
  hours(spans: readonly { from: string; until: string }[]): string;
}

const asDay = (date: string) => new Date(`${date}T00:00:00Z`);
const MINUTE = 60_000;

export function formatOf(
  language: string,
  { currency, minorDigits, units }: { currency: string; minorDigits: number; units: 'metric' | 'imperial' },
): Format {
  const money = new Intl.NumberFormat(language, { style: 'currency', currency, currencyDisplay: 'narrowSymbol' });
  const unit = (of: string, digits = 0) =>
    new Intl.NumberFormat(language, { style: 'unit', unit: of, unitDisplay: 'short', maximumFractionDigits: digits });
  const utc = (options: Intl.DateTimeFormatOptions) => new Intl.DateTimeFormat(language, { ...options, timeZone: 'UTC' });
  const weekday = utc({ weekday: 'short' });
  const day = utc({ day: 'numeric', month: 'short' });
  const clock = new Intl.DateTimeFormat(language, { hour: 'numeric', minute: '2-digit' });
  const moment = new Intl.DateTimeFormat(language, {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: 'numeric',
    minute: '2-digit',
  });
  const far = unit(units === 'metric' ? 'kilometer' : 'mile');
  const near = unit(units === 'metric' ? 'kilometer' : 'mile', 1);
  const [hour, minute] = [unit('hour'), unit('minute')];
  const ofDay = utc({ hour: 'numeric', minute: '2-digit' });
  const time = (text: string) => ofDay.format(new Date(`2000-01-01T${text === '24:00' ? '00:00' : text}:00Z`));
  return {
    language,
    money: (minor) => money.format(minor / 10 ** minorDigits),
    percent: (basisPoints) => new Intl.NumberFormat(language, { style: 'percent', maximumFractionDigits: 2 }).format(basisPoints / 10_000),
    weekday: (date) => weekday.format(asDay(date)),
    day: (date) => day.format(asDay(date)),
    clock: (instant) => clock.format(new Date(instant)),
    moment: (instant) => moment.format(new Date(instant)),
    distance: (metres) => {
      const all = metres / (units === 'metric' ? 1000 : 1609.344);
      return (all < 10 ? near : far).format(all);
    },
    left: (milliseconds) => {
      const minutes = Math.max(1, Math.ceil(milliseconds / MINUTE));
      const parts = [minutes >= 60 ? hour.format(Math.floor(minutes / 60)) : '', minutes % 60 > 0 ? minute.format(minutes % 60) : ''];
      return parts.filter(Boolean).join(' ');
    },
    hours: (spans) => spans.map(({ from, until }) => `${time(from)}–${time(until)}`).join(', '),
  };
}
