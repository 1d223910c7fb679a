import { expect, test } from 'vitest';
import { emptyBook } from '../rate-book/rateBook.ts';
import type { Command } from './commands.ts';
import { answered, type DraftQueue, nextTry, queueOf, shownBook, shownHistory, withCommand, withTurn } from './draftQueue.ts';
import { runCommand } from './runCommand.ts';

// What the law of the server's tests (random histories on a real store) does not tell by name.

const addZone = (id: string): Command => ({ name: 'addZone', args: { id, name: id, places: [] } });
const zones = (queue: DraftQueue) => shownBook(queue).zones.map(({ id }) => id);

const book = [addZone('a'), addZone('b')].reduce((before, command) => runCommand(before, command).book, emptyBook());
const opened = queueOf({ revision: 2, book, history: { undo: 'addZone', redo: null } });

function put(queue: DraftQueue, id: string, command: Command): DraftQueue {
  const made = withCommand(queue, id, command);
  if (!('queue' in made)) throw new Error(made.message);
  return made.queue;
}

test('of what was done before the page was opened an undo shows when the server has said what it is; its redo can be asked for at once', () => {
  const undone = withTurn(opened, 'undo-step', 'undo');
  expect(zones(undone)).toEqual(['a', 'b']);
  expect(shownHistory(undone)).toEqual({ undo: 'addZone', redo: 'addZone' });
  const redone = withTurn(undone, 'redo-step', 'redo');
  expect(redone.waiting.map(({ step }) => step.kind)).toEqual(['undo', 'redo']);
  const sent = nextTry(put(undone, 'edit-step', addZone('c')), 50);
  expect(sent?.steps.map(({ id }) => id)).toEqual(['undo-step', 'edit-step']);
  const inverse = runCommand(runCommand(emptyBook(), addZone('a')).book, addZone('b')).inverse;
  const done = { id: 'undo-step', revision: 3, patch: inverse, history: { undo: 'addZone', redo: 'addZone' } };
  const { queue } = answered(sent!.queue, sent!.attempt, { steps: [done], present: 3 });
  expect(zones(queue)).toEqual(['a', 'c']);
  expect(queue.waiting).toHaveLength(1);
});

test('what was acknowledged as it was expected keeps its identity, and can be undone at once', () => {
  const edited = put(opened, 'edit-step', addZone('c'));
  const sent = nextTry(edited, 50)!;
  const { patch } = runCommand(book, addZone('c'));
  const done = { id: 'edit-step', revision: 3, patch, history: { undo: 'addZone', redo: null } };
  const { queue } = answered(sent.queue, sent.attempt, { steps: [done], present: 3 });
  expect(shownBook(queue)).toBe(shownBook(edited));
  expect(shownBook(withTurn(queue, 'undo-step', 'undo'))).toBe(book);
});

test('a second answer, or one to a try of before, changes nothing', () => {
  const sent = nextTry(put(opened, 'edit-step', addZone('c')), 50)!;
  const done = { id: 'edit-step', revision: 3, patch: runCommand(book, addZone('c')).patch, history: { undo: 'addZone', redo: null } };
  const { queue } = answered(sent.queue, sent.attempt, { steps: [done], present: 3 });
  expect(answered(queue, sent.attempt, { steps: [done], present: 3 })).toEqual({ queue, dropped: [] });
  const next = nextTry(put(queue, 'next-step', addZone('d')), 50)!;
  expect(nextTry(next.queue, 50)).toBeNull();
  expect(answered(next.queue, sent.attempt, { steps: [], present: 9, refused: { id: 'next-step', code: 'x', detail: '' } }).queue).toBe(
    next.queue,
  );
});
