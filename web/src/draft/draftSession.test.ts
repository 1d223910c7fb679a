import {
  applyCommand,
  type Command,
  type DraftState,
  emptyBook,
  type ProblemCode,
  type RateBook,
  runCommand,
  type StepsAnswer,
  type StepsRequest,
} from '@ostrakon/core';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { ApiProblem } from '../api/client.ts';
import { bytesOf, type DraftApi, MOST_KEPT_ALIVE } from '../api/draftApi.ts';
import { DraftSession } from './draftSession.ts';

const problemOf = (code: ProblemCode, status: number, revision: number) => ({
  type: 't',
  title: 't',
  status,
  code,
  detail: `Refused: ${code}`,
  revision,
});

/** The server's side in a few lines: a step is taken once, on the revision it was made on; undo goes back one document. */
class PlainServer implements DraftApi {
  books: RateBook[] = [emptyBook()];
  revision = 0;
  /** Steps are taken, or not, and no answer comes. */
  mute: 'no' | 'lost on the way' | 'lost on the way back' | 'full' = 'no';
  requests: StepsRequest[] = [];
  readonly #taken = new Map<string, StepsAnswer['steps'][number]>();

  get book(): RateBook {
    return this.books.at(-1)!;
  }
  async read(): Promise<DraftState> {
    const history = { undo: this.books.length > 1 ? 'setShop' : null, redo: null };
    return { revision: this.revision, book: structuredClone(this.book), history, lineage: 'one' };
  }
  async send(request: StepsRequest): Promise<StepsAnswer> {
    this.requests.push(request);
    if (this.mute === 'lost on the way') throw new TypeError('failed to fetch');
    if (this.mute === 'full') throw new ApiProblem(problemOf('storage-full', 507, this.revision));
    const answer = this.#take(request);
    if (this.mute === 'lost on the way back') throw new TypeError('failed to fetch');
    return answer;
  }
  #take({ revision, steps }: StepsRequest): StepsAnswer {
    const done: StepsAnswer['steps'] = [];
    let seen = revision;
    for (const step of steps) {
      const refuse = (code: ProblemCode): StepsAnswer => ({
        steps: done,
        present: this.revision,
        refused: { id: step.id, problem: problemOf(code, 422, this.revision) },
      });
      const known = this.#taken.get(step.id);
      if (!known && seen !== this.revision) return refuse('stale-revision');
      if (step.kind === 'command' && step.command.name === 'addZone' && step.command.args.name === 'Forbidden')
        return refuse('command-refused');
      if (step.kind === 'redo') return refuse('nothing-to-redo');
      const taken = known ?? this.#next(step);
      seen = taken.revision;
      done.push(taken);
    }
    return { steps: done, present: this.revision };
  }
  #next(step: StepsRequest['steps'][number]) {
    const before = this.book;
    if (step.kind === 'command') this.books.push(applyCommand(before, step.command));
    else this.books.pop();
    this.revision += 1;
    const patch =
      step.kind === 'command'
        ? runCommand(before, step.command).patch
        : [{ op: 'replace' as const, path: '/zones', value: this.book.zones }];
    const done = { id: step.id, revision: this.revision, patch, history: { undo: this.books.length > 1 ? 'addZone' : null, redo: null } };
    this.#taken.set(step.id, done);
    return done;
  }
  /** Another tab's change. */
  elsewhere(command: Command): void {
    this.books.push(applyCommand(this.book, command));
    this.revision += 1;
  }
}

let server: PlainServer;
let session: DraftSession;
const refused = vi.fn();
const moved = vi.fn();
const addZone = (id: string, name = id): Command => ({ name: 'addZone', args: { id, name, places: [] } });
const zones = () => session.getSnapshot().book.zones.map((zone) => zone.id);
const served = () => server.book.zones.map((zone) => zone.id);
const settled = () => vi.advanceTimersByTimeAsync(0);

async function open(left: StepsRequest['steps'] = []): Promise<void> {
  let id = 0;
  session = new DraftSession(await server.read(), server, { doing: () => undefined, refused, moved }, left, () => `a-step-${id++}`);
}

beforeEach(async () => {
  vi.useFakeTimers();
  server = new PlainServer();
  await open();
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
  const [shown] = session.getSnapshot().book.zones;
  await settled();
  expect(served()).toEqual(['a', 'b']);
  expect(session.getSnapshot()).toMatchObject({ revision: 2, save: { tag: 'saved' } });
  expect(session.getSnapshot().book.zones[0]).toBe(shown);
  expect(moved).toHaveBeenLastCalledWith(2);
});

test('what does not fit is refused here, with the field, and nothing is sent', async () => {
  expect(session.dispatch(addZone('a', ' '))).toEqual({ ok: false, message: 'Write a name', path: 'name' });
  expect(session.dispatch({ name: 'removeZone', args: { zone: 'none' } })).toMatchObject({ ok: false, path: 'zone' });
  await settled();
  expect(server.requests).toEqual([]);
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

test('an edit made while an undo is under way is kept, and so is one made before it', async () => {
  session.dispatch(addZone('a'));
  await settled();
  session.dispatch(addZone('b'));
  session.undo();
  expect(zones()).toEqual(['a']);
  session.dispatch(addZone('c'));
  expect(zones()).toEqual(['a', 'c']);
  await settled();
  expect(served()).toEqual(['a', 'c']);
  expect(session.getSnapshot().save).toEqual({ tag: 'saved' });
});

test('a lost answer does nothing twice', async () => {
  server.mute = 'lost on the way back';
  session.dispatch(addZone('a'));
  await settled();
  expect(session.getSnapshot().save).toEqual({ tag: 'offline', waiting: 1, why: null });
  server.mute = 'no';
  await vi.advanceTimersByTimeAsync(1000);
  expect(session.getSnapshot()).toMatchObject({ revision: 1, save: { tag: 'saved' } });
  expect(server.revision).toBe(1);
});

test('without an answer twenty edits make few requests, in one go when the server is back', async () => {
  server.mute = 'lost on the way';
  for (let at = 0; at < 20; at += 1) {
    session.dispatch(addZone(`z${at}`));
    await vi.advanceTimersByTimeAsync(500);
  }
  expect(session.getSnapshot().save).toEqual({ tag: 'offline', waiting: 20, why: null });
  // At 0, 1, 3 and 7 seconds.
  expect(server.requests).toHaveLength(4);
  await vi.advanceTimersByTimeAsync(3_600_000);
  expect(server.requests.length).toBeLessThan(4 + 3600 / 30 + 3);
  const before = server.requests.length;
  server.mute = 'no';
  session.tryNow();
  await settled();
  expect(server.requests).toHaveLength(before + 1);
  expect(served()).toHaveLength(20);
});

test('a server that says why is quoted; one that never answers is not waited for without end', async () => {
  server.mute = 'full';
  session.dispatch(addZone('a'));
  await settled();
  expect(session.getSnapshot().save).toEqual({ tag: 'offline', waiting: 1, why: 'Refused: storage-full' });
  server.mute = 'no';
  vi.spyOn(server, 'send').mockImplementationOnce(() => new Promise(() => undefined));
  await vi.advanceTimersByTimeAsync(1000);
  expect(session.getSnapshot().save).toMatchObject({ tag: 'offline' });
  await vi.advanceTimersByTimeAsync(22_000);
  expect(served()).toEqual(['a']);
});

test('more than can be kept is refused in words, and nothing is lost of what was', async () => {
  server.mute = 'lost on the way';
  for (let at = 0; at < 250; at += 1) session.dispatch(addZone(`z${at}`));
  for (let at = 0; at < 250; at += 1) session.dispatch({ name: 'renameZone', args: { zone: `z${at}`, name: 'New' } });
  expect(session.dispatch(addZone('one-more'))).toMatchObject({ ok: false, message: expect.stringContaining('does not answer') });
  server.mute = 'no';
  await vi.advanceTimersByTimeAsync(60_000);
  expect(server.book.zones.map(({ name }) => name)).toEqual(Array(250).fill('New'));
});

test('a change made elsewhere: mine waits, and is done again on the newer draft', async () => {
  server.elsewhere(addZone('theirs'));
  session.dispatch(addZone('mine'));
  await settled();
  expect(session.getSnapshot().save).toEqual({ tag: 'stale', revision: 1, mine: 1 });
  session.dispatch(addZone('mine-too'));
  expect(session.getSnapshot().save).toMatchObject({ mine: 2 });
  await session.takeNewer('again');
  await settled();
  expect(zones()).toEqual(['theirs', 'mine', 'mine-too']);
  expect(served()).toEqual(['theirs', 'mine', 'mine-too']);
  expect(session.getSnapshot().save).toEqual({ tag: 'saved' });
});

test('or is dropped; or can no longer be done, which is told', async () => {
  server.elsewhere(addZone('same'));
  session.dispatch(addZone('same'));
  await settled();
  await session.takeNewer('again');
  expect(refused).toHaveBeenCalledWith('The id "same" is in use already');
  server.elsewhere(addZone('theirs'));
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

test('told that the shop is another one, even where its revision is not higher', () => {
  session.noticeRevision(0, 'another');
  expect(session.getSnapshot().save).toMatchObject({ tag: 'stale' });
});

test('a command the server will not take is taken back, with what rests on it and its undo; the others stay', async () => {
  session.dispatch(addZone('a'));
  session.dispatch(addZone('f', 'Forbidden'));
  session.dispatch({ name: 'renameZone', args: { zone: 'f', name: 'Gone with it' } });
  session.dispatch(addZone('b'));
  await settled();
  expect(refused).toHaveBeenCalledWith('Refused: command-refused');
  expect(zones()).toEqual(['a', 'b']);
  expect(served()).toEqual(['a', 'b']);
  session.dispatch(addZone('g', 'Forbidden'));
  session.undo();
  await settled();
  expect([zones(), served()]).toEqual([
    ['a', 'b'],
    ['a', 'b'],
  ]);
});

test('what leaves with the page is sent once more as it is, and only what would not arrive is asked about', async () => {
  expect([session.unsent(), session.needsTime]).toEqual([null, false]);
  vi.spyOn(server, 'send').mockImplementationOnce(() => new Promise(() => undefined));
  session.dispatch(addZone('a'));
  session.dispatch(addZone('b'));
  expect([session.unsent()?.steps.length, session.needsTime]).toEqual([2, false]);
  session.leave();
  await settled();
  expect(served()).toEqual(['a', 'b']);
  for (let at = 0; at < 40; at += 1)
    session.dispatch({ name: 'setTexts', args: { noOption: `${at}${'x'.repeat(490)}`, refer: 'y'.repeat(490) } });
  expect(session.needsTime).toBe(true);
  session.leave();
  expect(bytesOf(JSON.stringify(server.requests.at(-1)))).toBeLessThanOrEqual(MOST_KEPT_ALIVE);
});

test('steps an earlier page left, and the server has not taken, wait for the owner’s word', async () => {
  server.elsewhere(addZone('theirs'));
  await open([
    { id: 'left-over-1', kind: 'command', command: addZone('mine') },
    { id: 'left-over-2', kind: 'undo' },
  ]);
  expect(session.getSnapshot().save).toEqual({ tag: 'stale', revision: 1, mine: 2 });
  await session.takeNewer('again');
  session.dispatch(addZone('more'));
  await settled();
  expect(served()).toEqual(['theirs', 'more']);
});
