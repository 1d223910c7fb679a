import { rmSync } from 'node:fs';
import {
  answered,
  applyCommand,
  applyPatch,
  type Command,
  canonicalJson,
  type DraftQueue,
  type DraftStep,
  type Dropped,
  emptyBook,
  nextTry,
  noticed,
  queueOf,
  type RateBook,
  restored,
  type StepsAnswer,
  type StepsRequest,
  shownBook,
  type TryAnswer,
  unanswered,
  withCommand,
  withNewer,
  withTurn,
} from '@ostrakon/core';
import fc from 'fast-check';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { DraftStore } from './features/draft/draftStore.ts';
import { DraftEntity, DraftStepEntity } from './persistence/draftEntities.ts';
import { openDatabase } from './persistence/sqlite/openDatabase.ts';
import type { SqliteDatabase } from './persistence/sqlite/openSqlite.ts';
import { firstLane, NOW, newFolder } from './testShop.ts';

// Two tabs, a network that delays, loses, doubles and reorders, pages that are opened anew, and a server that is started
// anew, on a real database: the queue of the page against the store of the server.

const folder = newFolder();
let database: SqliteDatabase;
beforeAll(async () => {
  database = await openDatabase(folder);
});
afterAll(async () => {
  await database.close();
  rmSync(folder, { recursive: true, force: true });
});

/** What a law met, so that it cannot pass without having met it. */
const met = { repeated: 0, overtaken: 0, editsBehindUndo: 0, restarts: 0, reopened: 0, dropped: 0, undone: 0 };

interface Page {
  queue: DraftQueue;
  readonly requests: { attempt: number; request: StepsRequest }[];
  readonly answers: { attempt: number; answer: TryAnswer }[];
}

const forPage = ({ steps, present, refused }: StepsAnswer): TryAnswer => ({
  steps,
  present,
  refused: refused && { id: refused.id, code: refused.problem.code, detail: refused.problem.detail },
});

class World {
  store!: DraftStore;
  readonly pages: Page[] = [];
  /** Every command made, until it is told of or the owner lets it go. */
  readonly open = new Map<string, Command>();
  readonly acknowledged = new Set<string>();
  readonly books = new Map<number, RateBook>();
  #made = 0;

  static async open(): Promise<World> {
    const world = new World();
    await database.write(async ({ manager }) => {
      await manager.clear(DraftStepEntity);
      await manager.clear(DraftEntity);
    });
    await world.restart();
    await world.store.run(...firstLane);
    for (let tab = 0; tab < 2; tab += 1) world.pages.push({ queue: queueOf(await world.store.state()), requests: [], answers: [] });
    world.note(world.store.current.revision, world.store.current.book);
    return world;
  }

  async restart(): Promise<void> {
    this.store = await DraftStore.open(database, () => NOW);
  }

  /** What the draft is at a revision; it never becomes something else. */
  note(revision: number, book: RateBook): void {
    const before = this.books.get(revision);
    if (before) expect(canonicalJson(book)).toBe(canonicalJson(before));
    this.books.set(revision, book);
  }

  newId(): string {
    this.#made += 1;
    return `made-step-${this.#made}`;
  }

  command(page: Page, command: Command): void {
    const id = this.newId();
    if (page.queue.waiting.some(({ step }) => step.kind === 'undo')) met.editsBehindUndo += 1;
    const made = withCommand(page.queue, id, command);
    if (!('queue' in made) || made.queue === page.queue) return;
    page.queue = made.queue;
    this.open.set(id, command);
  }

  told(dropped: readonly Dropped[]): void {
    met.dropped += dropped.length;
    for (const { step } of dropped) this.open.delete(step.id);
  }

  /** The request reaches the server, which answers; steps are noted as they lie on disk. */
  async reach(page: Page, attempt: number, request: StepsRequest): Promise<TryAnswer> {
    const known = new Set<string>();
    for (const { id } of request.steps) if (await database.read.existsBy(DraftStepEntity, { step: id })) known.add(id);
    met.repeated += known.size;
    let { book } = this.store.current;
    const answer = forPage(await this.store.take(request));
    for (const { id, revision, patch } of answer.steps) {
      if (known.has(id)) continue;
      book = applyPatch(book, patch);
      this.note(revision, book);
    }
    this.note(this.store.current.revision, this.store.current.book);
    if (answer.refused?.code === 'stale-revision') met.overtaken += 1;
    page.answers.push({ attempt, answer });
    return answer;
  }

  hear(page: Page, attempt: number, answer: TryAnswer): void {
    const { queue, dropped } = answered(page.queue, attempt, answer);
    if (page.queue.flight?.attempt === attempt) for (const { id } of answer.steps) this.acknowledged.add(id);
    page.queue = queue;
    this.told(dropped);
    this.look(page);
  }

  /** What a page holds as acknowledged is what the server had at that revision. */
  look({ queue }: Page): void {
    expect(canonicalJson(queue.acknowledged.book)).toBe(canonicalJson(this.books.get(queue.revision)));
    if (queue.waiting.length === 0) expect(shownBook(queue)).toBe(queue.acknowledged.book);
  }

  async takeNewer(page: Page, mine: 'again' | 'drop'): Promise<void> {
    if (page.queue.trouble?.tag !== 'stale') return;
    const waiting = page.queue.waiting.map(({ step }) => step.id);
    const { queue, dropped } = withNewer(page.queue, await this.store.state(), mine);
    page.queue = queue;
    this.told(dropped);
    if (mine === 'drop') for (const id of waiting) this.open.delete(id);
    this.look(page);
  }

  /** The page goes away and comes back: what waits is sent once more before the draft is read. */
  async reopen(page: Page): Promise<void> {
    met.reopened += 1;
    let left: readonly DraftStep[] = page.queue.waiting.map(({ step }) => step);
    if (left.length > 0) {
      const { steps, refused } = await this.reach(page, -1, { revision: page.queue.revision, steps: left });
      for (const { id } of steps) this.acknowledged.add(id);
      left = left.slice(steps.length + (refused && refused.code !== 'stale-revision' ? 1 : 0));
      if (refused && refused.code !== 'stale-revision') this.open.delete(refused.id);
    }
    const { queue, dropped } = restored(await this.store.state(), left);
    page.queue = queue;
    this.told(dropped);
    this.look(page);
  }

  /** Everything arrives, and the owner does everything again that was overtaken. */
  async settle(): Promise<void> {
    for (const page of this.pages) {
      for (let round = 0; page.queue.waiting.length > 0 || page.queue.flight !== null; round += 1) {
        expect(round).toBeLessThan(50);
        if (page.queue.flight) page.queue = unanswered(page.queue, page.queue.flight.attempt, null);
        await this.takeNewer(page, 'again');
        const next = nextTry(page.queue, 50);
        if (!next) continue;
        page.queue = next.queue;
        this.hear(page, next.attempt, await this.reach(page, next.attempt, next));
      }
    }
    for (const page of this.pages) {
      page.queue = noticed(page.queue, this.store.current.revision);
      await this.takeNewer(page, 'drop');
    }
  }
}

/** The draft by the history alone: commands one after the other, undo and redo on a stack. */
async function byHistory(): Promise<{ book: RateBook; steps: ReadonlySet<string> }> {
  const rows = await database.read.find(DraftStepEntity, { order: { seq: 'ASC' } });
  let book = emptyBook();
  const past: { before: RateBook; command: Command }[] = [];
  let future: { before: RateBook; command: Command }[] = [];
  for (const row of rows) {
    if (row.kind === 'command') {
      const command = { name: row.command, args: JSON.parse(row.args ?? '') } as Command;
      if (row.state !== 'passed') {
        past.push({ before: book, command });
        future = [];
      }
      book = applyCommand(book, command);
    } else if (row.kind === 'undo') {
      const last = past.pop();
      if (!last) throw new Error('an undo of nothing was recorded');
      future.push(last);
      book = last.before;
      met.undone += 1;
    } else {
      const next = future.pop();
      if (!next) throw new Error('a redo of nothing was recorded');
      past.push({ before: book, command: next.command });
      book = applyCommand(book, next.command);
    }
  }
  return { book, steps: new Set(rows.map(({ step }) => step)) };
}

const raise: Command = {
  name: 'raisePrices',
  args: { lanes: [{ zone: 'canada', service: 'ground' }], by: { kind: 'percent', basisPoints: 1000 } },
};

const commandOf = (pick: number, id: string): Command => {
  const zone = `z${pick % 3}`;
  switch (pick % 5) {
    case 0:
    case 1:
      return raise;
    case 2:
      return { name: 'addZone', args: { id: zone, name: zone, places: [] } };
    case 3:
      return { name: 'renameZone', args: { zone, name: `Named by ${id}` } };
    default:
      return { name: 'removeZone', args: { zone } };
  }
};

const Action = fc.record({
  what: fc.oneof(
    { weight: 6, arbitrary: fc.constant('edit' as const) },
    { weight: 3, arbitrary: fc.constantFrom('undo' as const, 'redo' as const) },
    { weight: 6, arbitrary: fc.constant('send' as const) },
    { weight: 6, arbitrary: fc.constant('reach' as const) },
    { weight: 6, arbitrary: fc.constant('hear' as const) },
    { weight: 2, arbitrary: fc.constant('wait in vain' as const) },
    { weight: 1, arbitrary: fc.constantFrom('restart' as const, 'reopen' as const, 'notice' as const) },
    { weight: 2, arbitrary: fc.constantFrom('again' as const, 'drop' as const) },
  ),
  tab: fc.nat(1),
  pick: fc.nat(59),
});
type Action = typeof Action extends fc.Arbitrary<infer T> ? T : never;

async function act(world: World, { what, tab, pick }: Action): Promise<void> {
  const page = world.pages[tab]!;
  switch (what) {
    case 'edit':
      return world.command(page, commandOf(pick, `tab ${tab}, ${pick}`));
    case 'undo':
    case 'redo':
      page.queue = withTurn(page.queue, world.newId(), what);
      return;
    case 'send': {
      const next = nextTry(page.queue, 1 + (pick % 4));
      if (next) page.requests.push({ attempt: next.attempt, request: { revision: next.revision, steps: next.steps } });
      page.queue = next?.queue ?? page.queue;
      return;
    }
    case 'reach': {
      // Any request ever sent, so also late, twice, or out of turn.
      const some = page.requests[pick % Math.max(1, page.requests.length)];
      if (some) await world.reach(page, some.attempt, some.request);
      return;
    }
    case 'hear': {
      const some = page.answers[pick % Math.max(1, page.answers.length)];
      if (some) world.hear(page, some.attempt, some.answer);
      return;
    }
    case 'wait in vain':
      if (page.queue.flight) page.queue = unanswered(page.queue, page.queue.flight.attempt, null);
      return;
    case 'restart':
      met.restarts += 1;
      return world.restart();
    case 'reopen':
      return world.reopen(page);
    case 'notice':
      page.queue = noticed(page.queue, world.store.current.revision);
      return;
    default:
      return world.takeNewer(page, what);
  }
}

test('whatever the network does: nothing acknowledged is missing, nothing is done twice, and pages show what the server has', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(Action, { minLength: 10, maxLength: 80 }), async (actions) => {
      const world = await World.open();
      for (const action of actions) await act(world, action);
      await world.settle();
      const { book } = await world.store.state();
      const history = await byHistory();
      expect(canonicalJson(history.book)).toBe(canonicalJson(book));
      for (const id of world.acknowledged) expect(history.steps.has(id), id).toBe(true);
      // Every command was taken, or its owner was told that it was not, or let it go.
      for (const id of world.open.keys()) expect(history.steps.has(id), id).toBe(true);
      for (const { queue } of world.pages) expect(canonicalJson(shownBook(queue))).toBe(canonicalJson(book));
    }),
    { numRuns: 120 },
  );
  for (const [what, times] of Object.entries(met)) expect(times, what).toBeGreaterThan(10);
}, 120_000);

test('a step under an id that was taken is not looked at again, whatever it says now', async () => {
  const world = await World.open();
  const { revision } = world.store.current;
  const id = world.newId();
  const first = await world.store.take({ revision, steps: [{ id, kind: 'command', command: raise } as DraftStep] });
  const other = { id, kind: 'command', command: { name: 'removeZone', args: { zone: 'canada' } } } as DraftStep;
  expect(await world.store.take({ revision, steps: [other] })).toEqual(first);
});
