import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Command, CommandsAnswer, DraftSummary, RateBook } from '@ostrakon/core';
import { bringForward } from '@ostrakon/core/proof';
import fc from 'fast-check';
import request from 'supertest';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { exportFolder, replaceFolder } from './features/shop-file/folderShop.ts';
import { firstLane, newFolder, openTestShop, setPrice, type TestShop } from './testShop.ts';

let shop: TestShop;
beforeEach(async () => {
  shop = await openTestShop();
  await shop.draft.run(...firstLane);
  await publish();
});
afterEach(() => shop.discard());

const NAME: Command = { name: 'renameZone', args: { zone: 'canada', name: 'All of Canada' } };
const ask = (path: string) => request(shop.app).get(`/api/drafts${path}`);
const make = async (name: string, from = 1, commands: readonly Command[] = []) =>
  (await request(shop.app).post('/api/drafts').send({ name, from, commands }).expect(201)).body as DraftSummary;
const bookOf = async (id: number) => (await ask(`/${id}`).expect(200)).body.book as RateBook;
const send = async (id: number, ...steps: object[]) => {
  const { revision } = (await ask(`/${id}`)).body;
  const asked = steps.map((one) => ({ id: randomUUID(), ...one }));
  return request(shop.app).post(`/api/drafts/${id}/steps`).send({ revision, steps: asked });
};
const run = async (id: number, ...commands: readonly Command[]) =>
  (await send(id, ...commands.map((command) => ({ kind: 'command', command })))).body;
async function publish(draft = 1) {
  const { revision } = (await ask(`/${draft}`)).body;
  return (await request(shop.app).post('/api/editions').send({ revision, draft }).expect(201)).body;
}
const price = ({ zones }: RateBook) => (zones[0]?.lanes.ground?.card as { result: { amount: number } } | undefined)?.result.amount ?? 0;

test('a draft beside the main one goes its own way, with its own undo, and is published by itself', async () => {
  const season = await make('Season');
  expect(season).toMatchObject({ id: 2, name: 'Season', from: 1, thrownAt: null });
  await run(2, setPrice(1089));
  await shop.draft.run(setPrice(1000), NAME);
  expect([price(await bookOf(2)), price(await bookOf(1))]).toEqual([1089, 1000]);
  await (await send(2, { kind: 'undo' })).body;
  expect([price(await bookOf(2)), price(await bookOf(1))]).toEqual([990, 1000]);
  expect((await ask('/2')).body.history).toEqual({ undo: null, redo: 'setCard' });
  expect((await ask('/1')).body.history.undo).toBe('renameZone');
  await send(2, { kind: 'redo' });
  expect((await publish(2)).number).toBe(2);
  expect(price(shop.editions.live()?.book as RateBook)).toBe(1089);
  await shop.close();
  shop = await openTestShop(shop.folder);
  expect([price(await bookOf(2)), price(await bookOf(1))]).toEqual([1089, 1000]);
});

test('thrown away it is gone from view and comes back as it was; the main one stays', async () => {
  const { id } = await make('Season');
  await run(id, setPrice(1089));
  const gone = await request(shop.app).delete(`/api/drafts/${id}`).expect(200);
  expect(gone.body.thrownAt).not.toBeNull();
  await ask(`/${id}`).expect(404);
  await request(shop.app).post(`/api/drafts/${id}/back`).send({}).expect(200);
  expect(price(await bookOf(id))).toBe(1089);
  await send(id, { kind: 'undo' });
  expect(price(await bookOf(id))).toBe(990);
  expect((await request(shop.app).patch(`/api/drafts/${id}`).send({ name: 'Winter' }).expect(200)).body.name).toBe('Winter');
  expect((await ask('').expect(200)).body.drafts).toMatchObject([{ id, name: 'Winter' }]);
  await request(shop.app).delete('/api/drafts/1').expect(404);
  await request(shop.app).patch('/api/drafts/99').send({ name: 'No' }).expect(404);
});

test.each([
  ['no name', { name: ' ', from: 1 }, 422, '/name'],
  ['an edition that is not there', { name: 'A', from: 9 }, 404, undefined],
  [
    'a command that does not fit',
    { name: 'A', from: 1, commands: [{ name: 'removeZone', args: { zone: 'moon' } }] },
    422,
    '/steps/0/command/args/zone',
  ],
])('%s is refused, and no draft is made', async (_name, body, status, pointer) => {
  const refused = await request(shop.app).post('/api/drafts').send(body).expect(status);
  expect(refused.body.errors?.[0]?.pointer).toBe(pointer);
  expect((await ask('')).body.drafts).toEqual([]);
});

test('a draft made from an older edition is brought to the live one by its own commands', async () => {
  const { id } = await make('Season');
  await run(id, setPrice(1089), NAME, setPrice(1100));
  await send(id, { kind: 'undo' });
  await shop.draft.run({ name: 'setShowDates', args: { showDates: false } });
  await publish();
  const { base, commands } = (await ask(`/${id}/commands`).expect(200)).body as CommandsAnswer;
  expect([base, commands?.map(({ name }) => name)]).toEqual([1, ['setCard', 'renameZone']]);
  const [from, onto] = await Promise.all([shop.editions.read(1), shop.editions.read(2)]);
  const brought = bringForward(from.book, onto.book, commands ?? [], new Map());
  const forward = await make('Season', 2, brought.commands);
  const book = await bookOf(forward.id);
  expect([price(book), book.zones[0]?.name, book.shop.showDates]).toEqual([1089, 'All of Canada', false]);
});

test('an edition that waits tells the commands it is made of, also where some were taken back since', async () => {
  const commandsOf = async (number: number) => (await request(shop.app).get(`/api/editions/${number}/commands`).expect(200)).body;
  await shop.draft.run(setPrice(1089), NAME);
  const { revision } = (await ask('/1')).body;
  const span = { from: '2027-12-01T04:00:00Z', until: null, after: null, note: '' };
  await request(shop.app)
    .post('/api/editions/plans')
    .send({ what: { revision }, ...span })
    .expect(201);
  const known = { base: 1, commands: [setPrice(1089), NAME] };
  expect(await commandsOf(2)).toEqual(known);
  await send(1, { kind: 'undo' }, { kind: 'undo' });
  await run(1, setPrice(1000));
  expect(await commandsOf(2)).toEqual(known);
  // Of the first nothing came before.
  expect(await commandsOf(1)).toEqual({ base: null, commands: null });
});

test('drafts are in the document of the whole shop, with their steps, and come back the same', async () => {
  const { id } = await make('Season');
  await run(id, setPrice(1089), NAME);
  await shop.close();
  const text = await exportFolder(shop.folder);
  const [file, into] = [join(shop.folder, 'shop.json'), newFolder()];
  writeFileSync(file, text);
  await replaceFolder(into, file, { now: () => '2026-11-23T14:00:00.000Z', mayReplace: true });
  expect(await exportFolder(into)).toBe(text);
  shop = await openTestShop(into);
  await send(2, { kind: 'undo' });
  expect((await bookOf(2)).zones[0]?.name).toBe('Canada');
});

test('whatever is done in whichever draft, each holds what its own steps say', async () => {
  for (const name of ['A', 'B']) await make(name);
  const act = fc.record({ draft: fc.constantFrom(1, 2, 3), price: fc.option(fc.integer({ min: 1, max: 5000 }), { nil: null }) });
  let turned = 0;
  await fc.assert(
    fc.asyncProperty(fc.array(act, { minLength: 1, maxLength: 8 }), async (acts) => {
      const models = new Map<number, number[]>();
      const begin = new Map(await Promise.all([1, 2, 3].map(async (id) => [id, price(await bookOf(id))] as const)));
      for (const { draft, price: set } of acts) {
        const stack = models.get(draft) ?? [begin.get(draft) ?? 0];
        models.set(draft, stack);
        if (set !== null && set !== stack.at(-1)) {
          stack.push(set);
          await run(draft, setPrice(set));
        } else if (set === null && stack.length > 1) {
          turned += 1;
          stack.pop();
          await send(draft, { kind: 'undo' });
        }
      }
      for (const id of [1, 2, 3]) expect(price(await bookOf(id))).toBe(models.get(id)?.at(-1) ?? begin.get(id));
    }),
    { numRuns: 15 },
  );
  expect(turned).toBeGreaterThan(5);
});
