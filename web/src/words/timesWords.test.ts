import {
  type Counter,
  type DispatchCalendar,
  emptyBook,
  PLAIN_DAYS,
  PLAIN_ROUND,
  PLAIN_SERVICE,
  type Round,
  type Service,
} from '@ostrakon/core';
import { describe, expect, test } from 'vitest';
import { formatFor } from './format.ts';
import { dispatchWords, serviceTimesWords } from './timesWords.ts';

const format = formatFor(emptyBook().shop);
const closed = { name: 'Stock-taking', days: [{ from: '2026-01-02', until: '2026-01-03' }] };

const calendar: DispatchCalendar = {
  cutOffs: ['14:00', '14:00', '14:00', '14:00', '12:00', null, null],
  ownCutOffs: [],
  lead: { least: 0, most: 1 },
  capacity: null,
  closed: [],
};

describe('what changed in a dispatch calendar: that alone, as it is now', () => {
  test.each<[Partial<DispatchCalendar>, string]>([
    [
      { cutOffs: ['14:00', null, '14:00', '15:00', '15:00', null, '09:00'] },
      'cut-offs Mon 2:00\u00a0p.m., Wed 2:00\u00a0p.m., Thu to Fri 3:00\u00a0p.m., Sun 9:00\u00a0a.m.',
    ],
    [{ lead: { least: 1, most: 1 } }, 'packed after 1 packing day'],
    [{ lead: { least: 1, most: 3 }, capacity: 40 }, 'packed after 1 to 3 packing days; at most 40 orders a day'],
    [{ closed: [closed] }, '1 closed day'],
    [{ ownCutOffs: [{ service: 'van', cutOffs: calendar.cutOffs }] }, '1 service with cut-offs of its own'],
  ])('%o', (more, words) => expect(dispatchWords(calendar, { ...calendar, ...more }, format)).toBe(words));

  test('of a new calendar, everything; what went away is told, too', () => {
    expect(dispatchWords(null, calendar, format)).toBe(
      'cut-offs Mon to Thu 2:00\u00a0p.m., Fri 12:00\u00a0p.m.; no service has cut-offs of its own; packed after 0 to 1 packing day; any number of orders a day; no closed days',
    );
    const full = { ...calendar, capacity: 5, closed: [closed] };
    expect(dispatchWords(full, calendar, format)).toBe('any number of orders a day; no closed days');
  });
});

const service: Service = { ...PLAIN_SERVICE, id: 's', name: 'Service' };

test('what changed in the days of a service', () => {
  const days = (more: Partial<Service['days']>) =>
    serviceTimesWords('days', service, { ...service, days: { ...PLAIN_DAYS, ...more } }, format);
  expect(days({ transit: { least: 2, most: 4 } })).toBe('2 to 4 working days on the way');
  expect(days({ collects: [2, 5], closed: [closed, closed] })).toBe('collected on Tue and Fri; 2 closed days');
  expect(days({})).toBe('');
  const known = { ...service, days: { ...PLAIN_DAYS, transit: { least: 1, most: 1 } } };
  expect(serviceTimesWords('days', known, service, format)).toBe('days on the way not stated');
});

describe('what changed in a round', () => {
  const of = (round: Round | null): Service => ({ ...service, kind: 'round', round });
  const changed = (more: Partial<Round>) => serviceTimesWords('round', of(PLAIN_ROUND), of({ ...PLAIN_ROUND, ...more }), format);
  test.each<[Partial<Round>, string]>([
    [{ windows: [{ weekday: 2, from: '09:00', until: '12:00', capacity: null }] }, 'comes Tue 9:00\u00a0a.m.–12:00\u00a0p.m.'],
    [{ lastOrder: { days: 2, at: '16:00' } }, 'last order 2 calendar days before at 4:00\u00a0p.m.'],
    [{ centre: 'store' }, 'rings measured from elsewhere'],
    [{ area: [{ kind: 'postal', country: 'CA', rules: 'B3H' }], notes: 'Side door' }, 'goes to 1 area of its own; notes “Side door”'],
  ])('%o', (more, words) => expect(changed(more)).toBe(words));
  test('a round that is gone', () => {
    expect(serviceTimesWords('round', of(PLAIN_ROUND), of(null), format)).toBe('no round any more');
  });
});

describe('what changed in a counter', () => {
  const counter: Counter = {
    street: '14 Kiln Lane',
    city: 'Dartmouth',
    country: 'CA',
    subdivision: 'CA-NS',
    postalCode: null,
    point: null,
    timeZone: 'America/Halifax',
    hours: [[], [], [], [], [], [], []],
    exceptions: [],
    readyAfter: 120,
    stock: { kind: 'own' },
    instructions: '',
    showDistance: true,
  };
  const of = (held: Counter | null): Service => ({ ...service, kind: 'counter', counter: held });
  const changed = (more: Partial<Counter>) => serviceTimesWords('counter', of(counter), of({ ...counter, ...more }), format);
  const morning = { from: '09:00', until: '12:00' };
  const afternoon = { from: '13:00', until: '17:00' };
  test.each<[Partial<Counter>, string]>([
    [{ street: '', city: 'Halifax' }, 'at Halifax'],
    [
      { hours: [[morning, afternoon], [], [], [], [morning], [], []] },
      'open Mon 9:00\u00a0a.m.–12:00\u00a0p.m. and 1:00\u00a0p.m.–5:00\u00a0p.m., Fri 9:00\u00a0a.m.–12:00\u00a0p.m.',
    ],
    [{ exceptions: [{ ...closed, hours: [] }] }, 'other hours on 1 occasion'],
    [{ readyAfter: 90 }, 'ready after 1 h 30 min of opening time'],
    [{ stock: { kind: 'sent', days: 2 } }, 'supplied in 2 packing days'],
    [{ instructions: 'Ring twice', showDistance: false }, 'instructions “Ring twice”; its distance is not shown'],
  ])('%o', (more, words) => expect(changed(more)).toBe(words));
  test('a counter that is gone', () => {
    expect(serviceTimesWords('counter', of(counter), of(null), format)).toBe('no counter any more');
  });
});
