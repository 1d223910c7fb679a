import { townTable } from '@ostrakon/core/towns';
import { expect, test } from 'vitest';
import { plainName } from '../../words/plainName.ts';
import { bestOf, townEntries } from './towns.ts';

test('a town is found by its own name, without marks, with umlauts spelled out, and by its English one', async () => {
  const towns = townEntries('DE', await townTable('DE'));
  for (const typed of ['München', 'munchen', 'muenchen', 'Munich'])
    expect(bestOf(towns, plainName(typed), 5).found[0], typed).toMatchObject({ name: 'München', fit: 2 });
});

test('the best come first and are as many as were asked for; all are counted', () => {
  const list = ['Neuhausen', 'Hausen', 'Bad Hausen', 'Hausen am Tann', 'Berlin'].map((name) => ({ name, by: ` ${plainName(name)}` }));
  const { found, count } = bestOf(list, 'hausen', 3);
  expect(found.map(({ name, fit }) => [name, fit])).toEqual([
    ['Hausen', 2],
    ['Hausen am Tann', 1],
    ['Neuhausen', 0],
  ]);
  expect(count).toBe(4);
});
