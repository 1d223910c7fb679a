import { Trial, type TrialRun, type TrialSide } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { moved, ordered } from './trialOrder.ts';

const trial = (id: string, label?: string): Trial =>
  Trial.parse({ id, name: id, ...(label && { label }), cart: { lines: [], discounts: [], destination: { country: 'CA' } } });
const run = (id: string, verdict: Extract<TrialSide, { ok: true }>['verdict']): TrialRun => ({
  id,
  draft: { ok: true, verdict, judged: [], offers: [], withheld: [], zone: null, gives: [] },
  live: null,
});
const ids = (list: readonly Trial[]) => list.map(({ id }) => id);

test('failing ones come first, those not run yet last; in the owner’s order those of a label stand together', () => {
  const trials = [trial('a', 'Schools'), trial('b'), trial('c', 'Schools'), trial('new')];
  expect(ids(ordered(trials, [run('a', 'holds'), run('b', 'open'), run('c', 'fails'), run('gone', 'fails')], 'standing'))).toEqual([
    'c',
    'b',
    'a',
    'new',
  ]);
  expect(ids(ordered(trials, [], 'own'))).toEqual(['a', 'c', 'b', 'new']);
});

test('a trial takes the place of the one it is put on, whichever way it goes; one that is not there moves nothing', () => {
  const trials = ['a', 'b', 'c'].map((id) => trial(id));
  expect(
    [moved(trials, 'c', 'a'), moved(trials, 'a', 'c'), moved(trials, 'b', 'b'), moved(trials, 'x', 'a')].map((list) => list.join('')),
  ).toEqual(['cab', 'bca', 'abc', 'abc']);
});
