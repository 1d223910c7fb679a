import { describe, expect, test } from 'vitest';
import { formatFor } from '../../words/format.ts';
import { actOfKey } from './deskKeys.ts';
import { monthsBefore } from './ForgetOldDialog.tsx';
import { dueWords, isFoundAtOnce, leavingWords, noteWords, stateWords, stepWords } from './orderWords.ts';

const facts = { timeZone: 'America/Halifax', locale: 'en-CA', currency: 'CAD', units: 'metric' } as const;
const format = formatFor(facts);
/** Nine in the morning in Halifax. */
const NOW = Date.parse('2026-11-30T13:00:00Z');
const due = (leavesOn: string | null, dueAt: string | null = null) => dueWords({ leavesOn, dueAt }, NOW, facts);

describe('the desk says', () => {
  test('how long there is until something leaves, by the clock of the shop', () => {
    expect(due('2026-11-30', '2026-11-30T14:22:00Z')).toEqual({ text: '82 min', press: 'soon' });
    expect(due('2026-11-30', '2026-11-30T16:00:00Z')).toEqual({ text: '180 min', press: 'today' });
    expect(due('2026-11-30', '2026-11-30T20:30:00Z')).toEqual({ text: '7 h', press: 'today' });
    expect(due('2026-11-30', '2026-11-30T12:59:59Z')).toEqual({ text: 'missed', press: 'late' });
    expect(due('2026-11-30')).toEqual({ text: 'today', press: 'today' });
    expect(due('2026-11-29', '2026-11-29T20:00:00Z').text).toBe('late');
    expect(due('2026-12-01').text).toBe('Tue, Dec 1');
    expect(due(null).text).toBe('no date');
    // In Halifax it is still the day before.
    expect(dueWords({ leavesOn: '2026-11-29', dueAt: null }, Date.parse('2026-11-30T03:00:00Z'), facts).text).toBe('today');
  });

  test('what leaves by what, and what should have left', () => {
    const row = { leavesOn: '2026-11-30', dueAt: '2026-11-30T19:00:00Z', kind: 'card', window: null } as const;
    const plain = (text: string) => text.replace(/\s/g, ' ');
    expect(plain(leavingWords(row, 'Ground', '2026-11-30', format))).toBe('Ground, collected at 3:00 p.m.');
    expect(plain(leavingWords({ ...row, kind: 'counter' }, 'Counter', '2026-11-30', format))).toBe('Counter, ready by 3:00 p.m.');
    const window = { from: '09:00', until: '12:00' };
    expect(leavingWords({ ...row, kind: 'round', window }, 'Van', '2026-11-30', format)).toMatch(/^Van, 9:00/);
    expect(leavingWords(row, 'Ground', '2026-12-01', format)).toBe('Ground, should have left Mon, Nov 30');
  });

  test('how far something is, what happened, and what is unusual', () => {
    expect(stateWords({ state: 'packed', kind: 'counter' })).toBe('ready');
    expect(stateWords({ state: 'packed', kind: 'card' })).toBe('packed');
    const step = { at: '2026-11-30T13:00:00Z', from: 'new', to: 'packed' } as const;
    expect(stepWords({ ...step, what: 'pack', by: 'Nell', note: '' })).toBe('packed, Nell');
    expect(stepWords({ ...step, what: 'repacked', by: 'owner', note: '' })).toBe('packed into what is planned, the owner');
    expect(noteWords({ code: 'chargeDiffers', charged: 500, quoted: 990 }, format)).toBe('It was charged $5.00; its edition asks $9.90.');
    expect(noteWords({ code: 'chargeDiffers', charged: 500, quoted: null }, format)).toContain('no such service');
  });

  test('which searches wait until nobody types on', () => {
    for (const text of ['', '  ', 'marchand', 'ash 1024', '陶芸家 東京都']) expect(isFoundAtOnce(text), text).toBe(true);
    for (const text of ['m', 'ma', 'marchand b', '10']) expect(isFoundAtOnce(text), text).toBe(false);
  });

  test('what a key does, and leaves those of the browser alone', () => {
    const key = (name: string, more: object = {}) => actOfKey({ key: name, ctrlKey: false, metaKey: false, altKey: false, ...more });
    expect([key('k'), key('K'), key(' '), key('Enter'), key('Escape'), key('l')]).toEqual([
      'pack',
      'pack',
      'choose',
      'open',
      'letGo',
      'labels',
    ]);
    expect([key('z', { ctrlKey: true }), key('z', { metaKey: true })]).toEqual(['back', 'back']);
    expect([key('k', { ctrlKey: true }), key('k', { altKey: true }), key('x')]).toEqual([null, null, null]);
  });
});

test.each([
  ['2026-11-30', 24, '2024-11-30'],
  ['2026-03-31', 1, '2026-02-28'],
  ['2028-03-31', 1, '2028-02-29'],
  ['2026-01-15', 1, '2025-12-15'],
  ['2026-01-01', 240, '2006-01-01'],
])('so many months before: %s, %i months, is %s', (date, months, before) => expect(monthsBefore(date, months)).toBe(before));
