import { expect, test } from 'vitest';
import { beginsWith, foundBy, isFoundBy, plainName } from './plainName.ts';

test.each([
  ['München', 'munchen'],
  ['München', 'Muenchen'],
  ['Ḩawallī', 'hawalli'],
  ['Al ‘Āşimah', 'al asimah'],
  ['America/New_York', 'new york'],
  ['福岡県', '福岡'],
  ['Łódź', 'lodz'],
  ['Île-de-France', 'ile de france'],
  ['القاهرة', 'القاهرة'],
  ['Asia/Ust-Nera', 'ust nera'],
])('%s is found by %s', (name, typed) => {
  expect(isFoundBy(foundBy([name]), plainName(typed))).toBe(true);
});

test('a name that begins with what was typed comes first', () => {
  const [berlin, other] = [foundBy(['Europe/Berlin', 'Berlin']), foundBy(['Neu-Berlin'])];
  expect([beginsWith(berlin, 'berlin'), beginsWith(other, 'berlin')]).toEqual([true, false]);
});
