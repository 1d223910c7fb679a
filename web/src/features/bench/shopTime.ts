/** Moments as a clock in the shop's time zone shows them, "2026-11-23T09:30", and back. */

const formats = new Map<string, Intl.DateTimeFormat>();

function clock(timeZone: string): Intl.DateTimeFormat {
  const held = formats.get(timeZone);
  if (held) return held;
  const format = new Intl.DateTimeFormat('en-CA', {
    timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  });
  formats.set(timeZone, format);
  return format;
}

export function localTime(instant: string, timeZone: string): string {
  const parts = new Map(
    clock(timeZone)
      .formatToParts(new Date(instant))
      .map(({ type, value }) => [type, value]),
  );
  return `${parts.get('year')}-${parts.get('month')}-${parts.get('day')}T${parts.get('hour')}:${parts.get('minute')}`;
}

/** The instant at which the clock shows a time; one that is left out in spring is taken as an hour later. */
export function instantAt(local: string, timeZone: string): string {
  const wanted = Date.parse(`${local}Z`);
  const shown = (instant: number) => Date.parse(`${localTime(new Date(instant).toISOString(), timeZone)}Z`);
  const first = wanted - (shown(wanted) - wanted);
  return new Date(first - (shown(first) - wanted)).toISOString();
}
