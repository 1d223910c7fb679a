import { describe, expect, test } from 'vitest';
import { PLAIN_ROUND, Round } from '../rounds/round.ts';
import { ask, closed, type DatedShop, dates } from '../testing/datedShop.ts';

describe('the own van', () => {
  const round = (more: Partial<Round>): Round => Round.parse({ ...PLAIN_ROUND, ...more });
  const van = (more: Partial<Round> = {}): DatedShop['service'] => ({
    kind: 'round',
    round: round({
      windows: [
        { weekday: 2, from: '13:00', until: '17:00', capacity: 5 },
        { weekday: 2, from: '09:00', until: '12:00', capacity: 5 },
        { weekday: 5, from: '12:00', until: '17:00', capacity: null },
      ],
      ...more,
    }),
  });

  test('comes on its next day that still takes orders, in the windows with room, in order', () => {
    const load = (from: string) => ({ kind: 'round', service: 'parcel', date: '2026-11-24', from, orders: 5 }) as const;
    const monday = '2026-11-23T20:00:00Z';
    const open = ask({ service: van() }, monday);
    expect([open.first, open.windows?.map(({ from }) => from), open.orderBefore]).toEqual([
      '2026-11-24',
      ['09:00', '13:00'],
      '2026-11-23T22:00:00Z',
    ]);
    expect(ask({ service: van(), goods: { loads: [load('09:00')] } }, monday).windows).toEqual([{ from: '13:00', until: '17:00' }]);
    expect(dates({ service: van(), goods: { loads: [load('09:00'), load('13:00')] } }, monday)).toEqual(['2026-11-27', '2026-11-27']);
    expect(dates({ service: van() }, '2026-11-23T22:00:00Z')).toEqual(['2026-11-27', '2026-11-27']);
    expect(dates({ service: van({ closed: closed('2026-11-24') }) }, monday)).toEqual(['2026-11-27', '2026-11-27']);
    expect(dates({ service: van(), goods: { extra: 2 } }, monday)).toEqual(['2026-11-27', '2026-11-27']);
  });

  test('ordered on the day itself, only windows that have not begun; once the last has, the next round', () => {
    const today = { service: van({ lastOrder: { days: 0, at: '20:00' } }) };
    const tuesday = ask(today, '2026-11-24T14:00:00Z');
    expect([tuesday.first, tuesday.windows, tuesday.orderBefore]).toEqual([
      '2026-11-24',
      [{ from: '13:00', until: '17:00' }],
      '2026-11-24T17:00:00Z',
    ]);
    expect(dates(today, '2026-11-24T17:00:00Z')).toEqual(['2026-11-27', '2026-11-27']);
  });

  test.each([
    [
      'windows that overlap',
      {
        windows: [
          { weekday: 2, from: '09:00', until: '12:00', capacity: null },
          { weekday: 2, from: '11:00', until: '13:00', capacity: null },
        ],
      },
      /overlaps/,
    ],
    ['a window that ends before it starts', { windows: [{ weekday: 2, from: '17:00', until: '09:00', capacity: null }] }, /ends before/],
    ['a last order at 25:00', { lastOrder: { days: 1, at: '25:00' } }, /00:00 to 24:00/],
  ])('%s is told in words', (_name, more, words) => {
    expect(Round.safeParse({ ...PLAIN_ROUND, ...more }).error?.issues[0]?.message).toMatch(words);
  });
});
