import { expect, test } from 'vitest';
import type { Markup } from '../carriers/carriage.ts';
import { carriedShop } from '../testing/carriedShop.ts';
import { CommandProblem } from './commandProblem.ts';
import { applyCommand, type Command } from './commands.ts';

const share = (basisPoints: number): Markup => ({ basisPoints, amount: 0, least: null, most: null });
const dates = { from: '11-01', until: '12-31' };
const set = (markup: Markup, on: typeof dates | null, service = 'express'): Command => ({
  name: 'setMarkupOfServices',
  args: { services: [service], markup, dates: on },
});

test('a markup for some services: always, on some days instead, and again for the same days', () => {
  const book = [set(share(500), null), set(share(600), dates), set(share(700), dates)].reduce(applyCommand, carriedShop());
  expect(book.services.find(({ id }) => id === 'express')?.terms).toMatchObject({
    markup: share(500),
    seasons: [{ dates, markup: share(700) }],
  });
  expect(() => applyCommand(book, set(share(500), null, 'ground'))).toThrow(CommandProblem);
});

test('several commands in one step are all made, or none', () => {
  const book = carriedShop();
  const commands = [
    { name: 'renameService' as const, args: { service: 'ground', name: 'Road' } },
    { name: 'removeService' as const, args: { service: 'none' } },
  ];
  expect(() => applyCommand(book, { name: 'together', args: { commands } })).toThrow(CommandProblem);
  const [first] = commands;
  const renamed = applyCommand(book, { name: 'together', args: { commands: [first!] } });
  expect(renamed.services.find(({ id }) => id === 'ground')?.name).toBe('Road');
});
