import { Dispatch, dispatchOf, PLAIN_DAYS, PLAIN_GOODS, toDay, WorkingDays } from '../src/index.ts';
import { timetableOf } from '../src/promise/timetableOf.ts';
import { canada, flat, lane, location } from '../src/testing/bookOf.ts';

// Working days over ten years of closed days, and whole promises with their chain, on one thread.
const closed = Array.from({ length: 12 }, (_, holiday) => ({
  name: `Holiday ${holiday}`,
  days: Array.from({ length: 11 }, (_year, year) => {
    const date = `${2026 + year}-${String(holiday + 1).padStart(2, '0')}-1${holiday % 8}`;
    return { from: date, until: date };
  }),
}));
const WEEK = [1, 2, 3, 4, 5];

function perCall(name: string, calls: number, work: (at: number) => number, unit: 'ns' | 'µs'): void {
  let sum = 0;
  for (let at = 0; at < calls; at += 1) sum += work(at);
  const rounds = Array.from({ length: 5 }, () => {
    const began = performance.now();
    for (let at = 0; at < calls; at += 1) sum += work(at);
    return ((performance.now() - began) / calls) * (unit === 'ns' ? 1e6 : 1e3);
  }).sort((a, b) => a - b);
  console.log(`${name.padEnd(66)} ${(rounds[2] ?? 0).toFixed(unit === 'ns' ? 0 : 2).padStart(9)} ${unit}${sum === 0.5 ? ' ' : ''}`);
}

const began = performance.now();
const days = new WorkingDays(WEEK, closed);
console.log(`${'Compiling a calendar with ten years of closed days'.padEnd(66)} ${(performance.now() - began).toFixed(2).padStart(9)} ms`);
const first = toDay('2026-01-01');
perCall(
  'A working-day sum over ten years of closed days (aim: 2 µs)',
  1_000_000,
  (at) => days.after(first + (at % 3650), at % 12) ?? 0,
  'ns',
);

const plain = canada({ one: lane(flat(500)) });
const book = {
  ...plain,
  locations: [
    location('shop', {
      dispatch: {
        cutOffs: ['14:00', '14:00', '14:00', '14:00', '12:00', null, null],
        ownCutOffs: [],
        lead: { least: 0, most: 2 },
        capacity: 40,
        closed,
      },
    }),
  ],
  services: plain.services.map((service) => ({ ...service, days: { ...PLAIN_DAYS, transit: { least: 1, most: 4 }, closed } })),
};
const [service] = book.services;
if (!service) throw new Error('the book has a service');
const timetable = timetableOf(book, service, null, PLAIN_GOODS);
if (typeof timetable === 'string') throw new Error(timetable);
const start = Date.UTC(2026, 10, 23);
perCall('A promise with its whole chain', 100_000, (at) => timetable.promiseAt(start + at * 3_000_000)?.first.length ?? 0, 'µs');
perCall('A last order for a day', 20_000, (at) => timetable.lastOrderFor(first + 300 + (at % 3000)) ?? 0, 'µs');
const dispatch = dispatchOf(book, PLAIN_GOODS, service);
if (!(dispatch instanceof Dispatch)) throw new Error('the location has a calendar');
perCall('The packing day an order counts for', 500_000, (at) => dispatch.countedFor(start + at * 600_000) ?? 0, 'ns');
