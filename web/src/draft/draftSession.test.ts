import { applyCommand, type Command, type DraftState, emptyBook, type RateBook } from '@ostrakon/core';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { ApiProblem, type DraftApi } from './draftApi.ts';
import { DraftSession } from './draftSession.ts';

/** The server's side, with the same rules: a command on an old revision is refused, undo goes back one document. */
class PlainServer implements DraftApi {
  books: RateBook[] = [emptyBook()];
  revision = 0;
  away = false;

  get book(): RateBook {
    return this.books.at(-1)!;
  }
  state(): DraftState {
    return {
      revision: this.revision,
      book: structuredClone(this.book),
      history: { undo: this.books.length > 1 ? 'setShop' : null, redo: null },
    };
  }
  problem(code: string, status: number): ApiProblem {
    return new ApiProblem({ type: 't', title: 't', status, code, detail: `Refused: ${code}`, revision: this.revision });
  }
  check(revision: number): void {
    if (this.away) throw new TypeError('failed to fetch');
    if (revision !== this.revision) throw this.problem('stale-revision', 409);
  }
  async read() {
    return this.state();
  }
  async change(revision: number, command: Command) {
    this.check(revision);
    if (command.name === 'addZone' && command.args.name === 'Forbidden') throw this.problem('command-refused', 422);
    this.books.push(applyCommand(this.book, command));
    this.revision += 1;
    return { revision: this.revision, history: this.state().history };
  }
  async undo(revision: number) {
    this.check(revision);
    this.books.pop();
    this.revision += 1;
    return this.state();
  }
  async redo(): Promise<DraftState> {
    throw this.problem('nothing-to-redo', 409);
  }
}

let server: PlainServer;
let session: DraftSession;
const refused = vi.fn();
const moved = vi.fn();
const addZone = (id: string, name = id): Command => ({ name: 'addZone', args: { id, name, places: [] } });
const zones = () => session.getSnapshot().book.zones.map((zone) => zone.id);
const settled = () => vi.advanceTimersByTimeAsync(0);

beforeEach(() => {
  vi.useFakeTimers();
  server = new PlainServer();
  session = new DraftSession(server.state(), server, { refused, moved });
});
afterEach(() => {
  vi.useRealTimers();
  vi.clearAllMocks();
});

test('a command takes effect at once and is saved after', async () => {
  expect(session.dispatch(addZone('a'))).toEqual({ ok: true });
  expect(zones()).toEqual(['a']);
  expect(session.getSnapshot().save).toEqual({ tag: 'saving' });
  session.dispatch(addZone('b'));
  await settled();
  expect(server.book.zones.map((zone) => zone.id)).toEqual(['a', 'b']);
  expect(session.getSnapshot()).toMatchObject({ revision: 2, save: { tag: 'saved' } });
  expect(moved).toHaveBeenLastCalledWith(2);
});

test('what does not fit is refused here, with the field, and nothing is sent', async () => {
  expect(session.dispatch(addZone('a', ' '))).toEqual({ ok: false, message: 'Write a name', path: 'name' });
  expect(session.dispatch({ name: 'removeZone', args: { zone: 'none' } })).toMatchObject({ ok: false, path: 'zone' });
  await settled();
  expect(server.revision).toBe(0);
});

test('a preview is shown and not done', async () => {
  expect(session.preview(addZone('a'))).toEqual({ ok: true });
  expect(zones()).toEqual(['a']);
  expect(session.preview(addZone('a', ''))).toMatchObject({ ok: false });
  expect(zones()).toEqual([]);
  session.preview(addZone('a'));
  session.preview(null);
  expect(zones()).toEqual([]);
  await settled();
  expect(server.revision).toBe(0);
});

test('a change made elsewhere: mine waits, and is done again on the newer draft', async () => {
  await server.change(0, addZone('theirs'));
  session.dispatch(addZone('mine'));
  await settled();
  expect(session.getSnapshot().save).toEqual({ tag: 'stale', revision: 1, mine: 1 });
  session.dispatch(addZone('mine-too'));
  expect(session.getSnapshot().save).toMatchObject({ mine: 2 });
  await session.takeNewer('again');
  await settled();
  expect(zones()).toEqual(['theirs', 'mine', 'mine-too']);
  expect(server.book.zones.map((zone) => zone.id)).toEqual(['theirs', 'mine', 'mine-too']);
  expect(session.getSnapshot().save).toEqual({ tag: 'saved' });
});

test('or is dropped; or can no longer be done, which is told', async () => {
  await server.change(0, addZone('same'));
  session.dispatch(addZone('same'));
  await settled();
  await session.takeNewer('again');
  expect(refused).toHaveBeenCalledWith('The id "same" is in use already');
  await server.change(1, addZone('theirs'));
  session.dispatch(addZone('mine'));
  await settled();
  await session.takeNewer('drop');
  expect(zones()).toEqual(['same', 'theirs']);
});

test('told of a newer revision with nothing of its own to save', () => {
  session.noticeRevision(0);
  expect(session.getSnapshot().save).toEqual({ tag: 'saved' });
  session.noticeRevision(3);
  expect(session.getSnapshot().save).toEqual({ tag: 'stale', revision: 3, mine: 0 });
});

test('a command the server will not take is taken back, with what rests on it; the others stay', async () => {
  session.dispatch(addZone('a'));
  session.dispatch(addZone('f', 'Forbidden'));
  session.dispatch({ name: 'renameZone', args: { zone: 'f', name: 'Gone with it' } });
  session.dispatch(addZone('b'));
  await settled();
  expect(refused).toHaveBeenCalledWith('Refused: command-refused');
  expect(zones()).toEqual(['a', 'b']);
  expect(server.book.zones.map((zone) => zone.id)).toEqual(['a', 'b']);
});

test('while the server is away, changes wait and are sent when it is back', async () => {
  server.away = true;
  session.dispatch(addZone('a'));
  await settled();
  expect(session.getSnapshot().save).toEqual({ tag: 'unreachable' });
  session.dispatch(addZone('b'));
  await settled();
  server.away = false;
  await vi.advanceTimersByTimeAsync(3000);
  expect(session.getSnapshot().save).toEqual({ tag: 'saved' });
  expect(server.book.zones.map((zone) => zone.id)).toEqual(['a', 'b']);
});

test('undo waits for what is being saved; what did not change keeps its identity', async () => {
  session.dispatch(addZone('a'));
  await settled();
  const [kept] = session.getSnapshot().book.zones;
  session.dispatch(addZone('b'));
  await session.undo();
  expect(zones()).toEqual(['a']);
  expect(session.getSnapshot().book.zones[0]).toBe(kept);
  expect(session.getSnapshot()).toMatchObject({ revision: 3, save: { tag: 'saved' } });
  await session.redo();
  expect(zones()).toEqual(['a']);
});
