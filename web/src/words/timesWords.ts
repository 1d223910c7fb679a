import type { Counter, CutOffs, DispatchCalendar, Round, Service, ServiceDays, Weekday } from '@ostrakon/core';
import type { Format } from './format.ts';
import { openingTimeWords, transitWords } from './promiseWords.ts';
import { weekdaysShort } from './week.ts';

/** What changed in a calendar, a round or a counter: only the parts that differ, each with what it is now. */

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

type Part<T> = readonly [pick: (held: T) => unknown, words: (held: T) => string];

const changed = <T>(before: T | null, after: T, parts: readonly Part<T>[]): string[] =>
  parts.filter(([pick]) => before === null || !same(pick(before), pick(after))).map(([, words]) => words(after));

const short = (day: Weekday, format: Format) => format.weekday(day).slice(0, 3);

const closedWords = (closed: readonly { days: readonly unknown[] }[], format: Format) => {
  const days = closed.reduce((sum, entry) => sum + entry.days.length, 0);
  return days === 0 ? 'no closed days' : format.count(days, 'closed day');
};

/** "Mon to Thu 2:00 p.m., Fri 12:00 p.m.": days of one cut-off in a row together. */
function cutOffWords(cutOffs: CutOffs, format: Format): string {
  const runs: { from: number; to: number; at: string }[] = [];
  cutOffs.forEach((at, index) => {
    if (at === null) return;
    const last = runs.at(-1);
    if (last?.at === at && last.to === index) last.to = index + 1;
    else runs.push({ from: index + 1, to: index + 1, at });
  });
  return runs
    .map(({ from, to, at }) => `${short(from, format)}${to > from ? ` to ${short(to, format)}` : ''} ${format.time(at)}`)
    .join(', ');
}

const COLLECTED = (format: Format) =>
  [
    ({ collections }: DispatchCalendar) => collections,
    ({ collections = [] }: DispatchCalendar) =>
      collections.length === 0 ? 'no hour of collection' : `collected at ${collections.map(({ at }) => format.time(at)).join(', ')}`,
  ] as const;

export function dispatchWords(before: DispatchCalendar | null, after: DispatchCalendar, format: Format): string {
  const { least, most } = after.lead;
  const own = after.ownCutOffs.length;
  return changed<DispatchCalendar>(before, after, [
    [({ cutOffs }) => cutOffs, ({ cutOffs }) => `cut-offs ${cutOffWords(cutOffs, format)}`],
    [
      ({ ownCutOffs }) => ownCutOffs,
      () => (own === 0 ? 'no service has cut-offs of its own' : `${format.count(own, 'service')} with cut-offs of its own`),
    ],
    ...(before?.collections || after.collections ? [COLLECTED(format)] : []),
    [({ lead }) => lead, () => `packed after ${least === most ? '' : `${least} to `}${format.count(most, 'packing day')}`],
    [
      ({ capacity }) => capacity,
      ({ capacity }) => (capacity === null ? 'any number of orders a day' : `at most ${format.count(capacity, 'order')} a day`),
    ],
    [({ closed }) => closed, ({ closed }) => closedWords(closed, format)],
  ]).join('; ');
}

function daysWords(before: ServiceDays, after: ServiceDays, format: Format): string {
  return changed<ServiceDays>(before, after, [
    [
      ({ transit, counts, skipsHolidays }) => [transit, counts, skipsHolidays],
      ({ transit, counts, skipsHolidays }) =>
        `${transit === null ? 'days on the way not stated' : `${transitWords(transit, counts, format.locale)} on the way`}${skipsHolidays ? ', nothing delivered on public holidays there' : ''}`,
    ],
    [({ delivers }) => delivers, ({ delivers }) => `delivered on ${weekdaysShort(delivers, format.locale)}`],
    [({ collects }) => collects, ({ collects }) => `collected on ${weekdaysShort(collects, format.locale)}`],
    [({ closed }) => closed, ({ closed }) => closedWords(closed, format)],
  ]).join('; ');
}

function roundWords(before: Round | null, after: Round, format: Format): string {
  return changed<Round>(before, after, [
    [
      ({ windows }) => windows,
      ({ windows }) =>
        windows.length === 0
          ? 'no days'
          : `comes ${windows.map((window) => `${short(window.weekday, format)} ${format.span(window)}`).join(', ')}`,
    ],
    [
      ({ lastOrder }) => lastOrder,
      ({ lastOrder: { days, at } }) => `last order ${format.count(days, 'calendar day')} before at ${format.time(at)}`,
    ],
    [({ centre }) => centre, () => 'rings measured from elsewhere'],
    [
      ({ area }) => area,
      ({ area }) => (area.length === 0 ? 'goes to all of its zones' : `goes to ${format.count(area.length, 'area')} of its own`),
    ],
    [({ closed }) => closed, ({ closed }) => closedWords(closed, format)],
    [({ notes }) => notes, ({ notes }) => `notes “${notes}”`],
  ]).join('; ');
}

function counterWords(before: Counter | null, after: Counter, format: Format): string {
  return changed<Counter>(before, after, [
    [
      ({ street, city, country, subdivision, postalCode, point, timeZone }) => [
        street,
        city,
        country,
        subdivision,
        postalCode,
        point,
        timeZone,
      ],
      ({ street, city }) => `at ${[street, city].filter((part) => part !== '').join(', ')}`,
    ],
    [
      ({ hours }) => hours,
      ({ hours }) =>
        `open ${hours.flatMap((spans, at) => (spans.length === 0 ? [] : [`${short(at + 1, format)} ${spans.map(format.span).join(' and ')}`])).join(', ')}`,
    ],
    [({ exceptions }) => exceptions, ({ exceptions }) => `other hours on ${format.count(exceptions.length, 'occasion')}`],
    [({ readyAfter }) => readyAfter, ({ readyAfter }) => `ready after ${openingTimeWords(readyAfter)} of opening time`],
    [
      ({ stock }) => stock,
      ({ stock }) => (stock.kind === 'own' ? 'stock of its own' : `supplied in ${format.count(stock.days, 'packing day')}`),
    ],
    [({ instructions }) => instructions, ({ instructions }) => `instructions “${instructions}”`],
    [({ showDistance }) => showDistance, ({ showDistance }) => (showDistance ? 'its distance is shown' : 'its distance is not shown')],
  ]).join('; ');
}

/** What changed in when and where a service delivers. */
export function serviceTimesWords(what: 'days' | 'round' | 'counter', before: Service, after: Service, format: Format): string {
  if (what === 'days') return daysWords(before.days, after.days, format);
  if (what === 'round') return after.round ? roundWords(before.round, after.round, format) : 'no round any more';
  return after.counter ? counterWords(before.counter, after.counter, format) : 'no counter any more';
}
