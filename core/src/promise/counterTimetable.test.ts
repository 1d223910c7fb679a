import { describe, expect, test } from 'vitest';
import type { Counter } from '../counters/counter.ts';
import { counter as plainCounter } from '../testing/commandBook.ts';
import { ask, type DatedShop, step, timetable } from '../testing/datedShop.ts';
import { instantToMs } from '../time/calendar.ts';
import { toDay } from '../time/plainDate.ts';

describe('a counter', () => {
  const hours = [
    { from: '09:00', until: '12:30' },
    { from: '13:00', until: '17:00' },
  ];
  const open: Counter = { ...plainCounter, hours: [hours, hours, hours, hours, hours, [], []], readyAfter: 120 };
  const at = (counter: Partial<Counter> = {}): DatedShop['service'] => ({ kind: 'counter', counter: { ...open, ...counter } });
  const ready = (service: DatedShop['service'], moment: string) => ask({ service }, moment).readyAt;

  test('is ready after so many opening hours, over the noon break, the night, the weekend', () => {
    expect(ready(at(), '2026-11-24T13:00:00Z')).toBe('2026-11-24T15:00:00Z');
    // 11:30 leaves one hour before noon; the other runs from 13:00.
    expect(ready(at(), '2026-11-24T15:30:00Z')).toBe('2026-11-24T18:00:00Z');
    expect(ready(at(), '2026-11-27T20:30:00Z')).toBe('2026-11-30T14:30:00Z');
    // Ready at closing time is ready at the next opening.
    expect(ready(at(), '2026-11-27T19:00:00Z')).toBe('2026-11-30T13:00:00Z');
    expect(ready(at({ readyAfter: 0 }), '2026-11-28T12:00:00Z')).toBe('2026-11-30T13:00:00Z');
  });

  test('what must be packed first is ready after its packing days, though the counter has stock', () => {
    const made = { service: at(), goods: { extra: 2 } };
    // Ordered on Friday, packed on Tuesday; two opening hours from Tuesday morning.
    const promise = ask(made, '2026-11-27T20:30:00Z');
    expect([step(promise, 'packed').first, promise.readyAt]).toEqual(['2026-12-01', '2026-12-01T15:00:00Z']);
    // Ordered on Saturday or Sunday it is packed on Tuesday, too; ordered on Monday, on Wednesday.
    expect(promise.orderBefore).toBe('2026-11-30T04:00:00Z');
    expect(timetable(made).lastOrderFor(toDay('2026-12-01'))).toBe(instantToMs('2026-11-30T04:00:00Z'));
  });

  test('keeps its holiday hours; ordered before it opens, or in its first minute, it is ready at one time', () => {
    const eve = { name: 'Christmas Eve', days: [{ from: '12-24', until: '12-24' }], hours: [{ from: '10:00', until: '13:00' }] };
    const off = { name: 'Christmas', days: [{ from: '12-25', until: '12-27' }], hours: [] };
    const held = at({ exceptions: [eve, off] });
    const promise = ask({ service: held }, '2026-12-24T13:00:00Z');
    expect([promise.readyAt, promise.orderBefore]).toEqual(['2026-12-24T16:00:00Z', '2026-12-24T14:01:00Z']);
    expect(timetable({ service: held }).lastOrderFor(toDay('2026-12-24'))).toBe(instantToMs('2026-12-24T15:00:00Z'));
    const after = ask({ service: held }, '2026-12-24T15:00:00Z');
    expect([after.first, step(after, 'ready').skipped.map(({ name }) => name)]).toEqual([
      '2026-12-28',
      ['Christmas', 'Christmas', 'Christmas'],
    ]);
  });

  test('opening hours last as long as they do when the clock changes', () => {
    const night = [{ from: '00:00', until: '06:00' }];
    const always = at({ hours: [night, night, night, night, night, night, night], readyAfter: 240 });
    // 8 March 2026 in Halifax has no hour from 2 to 3; 1 November has the hour from 1 to 2 twice.
    expect(ready(always, '2026-03-08T04:00:00Z')).toBe('2026-03-08T08:00:00Z');
    expect(ready(always, '2026-11-01T03:00:00Z')).toBe('2026-11-01T07:00:00Z');
  });

  test('sent from the store room: packed, so many packing days on the way, then opening hours', () => {
    const sent = at({ stock: { kind: 'sent', days: 2 } });
    const promise = ask({ service: sent }, '2026-11-24T13:00:00Z');
    expect([step(promise, 'atCounter').date, promise.readyAt, promise.orderBefore]).toEqual([
      '2026-11-26',
      '2026-11-26T15:00:00Z',
      '2026-11-24T18:00:00Z',
    ]);
  });

  test.each([
    [0, '2026-11-24', '2026-11-24T20:00:00Z'],
    [1, '2026-11-25', '2026-11-25T15:00:00Z'],
    [3, '2026-11-27', '2026-11-27T15:00:00Z'],
  ])('sent %i packing days: there on %s', (days, there, readyAt) => {
    // Packed until 14:00 (18:00Z) of Tuesday; what is there the same day is ready two opening hours after that.
    const sent = { service: at({ stock: { kind: 'sent', days } }) };
    const promise = ask(sent, '2026-11-24T13:00:00Z');
    expect([step(promise, 'atCounter').date, promise.readyAt]).toEqual([there, readyAt]);
    expect(timetable(sent).lastOrderFor(toDay(there))).toBe(instantToMs('2026-11-24T18:00:00Z'));
  });

  test('sent to another clock: packed by the one of the store room, opened by its own, and each is told by its own', () => {
    const sent = { service: at({ timeZone: 'America/Toronto', stock: { kind: 'sent', days: 1 } }) };
    const promise = ask(sent, '2026-11-24T13:00:00Z');
    // Until 14:00 in Halifax; two opening hours from 9:00 in Toronto, which is 14:00Z.
    expect([promise.orderBefore, promise.readyAt, promise.timeZone]).toEqual([
      '2026-11-24T18:00:00Z',
      '2026-11-25T16:00:00Z',
      'America/Toronto',
    ]);
    expect([step(promise, 'ordered').time, step(promise, 'ready').time]).toEqual(['09:00', '11:00']);
    expect(timetable(sent).lastOrderFor(toDay('2026-11-25'))).toBe(instantToMs('2026-11-24T18:00:00Z'));
  });
});
