import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { DraftState, emptyBook, type OpenAccount } from '@ostrakon/core';
import request from 'supertest';
import { DataSource } from 'typeorm';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { heldAccount } from './features/carriers/accountStore.ts';
import { knownAfter } from './features/carriers/newServices.ts';
import { migrations } from './persistence/sqlite/openDatabase.ts';
import { clay, firstLane, newFolder, openTestShop, setPrice, type TestShop } from './testShop.ts';

let shop: TestShop;
beforeEach(async () => {
  shop = await openTestShop();
});
afterEach(() => shop.discard());

const list = (id: string, name = id): OpenAccount => ({
  kind: 'tariff',
  id,
  name,
  currency: 'CAD',
  tariff: {
    divisor: null,
    round: 'none',
    step: '1 kg',
    bands: [{ name: 'A', places: [{ country: 'CA' }] }],
    lists: [{ service: 'GROUND', rows: [{ upTo: '10 kg', amounts: [1000] }] }],
  } as never,
});

describe('what is read in order to be written is read where it is written', () => {
  test('two edits of an account during an import are both kept; of two accounts with one id one is', async () => {
    await shop.accounts.add({
      ...heldAccount({ kind: 'service', id: 'gannet', name: 'Gannet', carrier: 'gannet-air', key: 'k-12345' }, 'CAD'),
    });
    const put = Array.from({ length: 3000 }, (_, at) => ({ ...clay, id: `p${at}` }));
    const [, , , ...opened] = await Promise.all([
      shop.goods.change({ put }),
      shop.accounts.edit('gannet', { name: 'Gannet Air' }),
      shop.accounts.edit('gannet', { newServices: 'draft' }),
      ...[1, 2].map((nth) =>
        shop.accounts.add({ ...heldAccount(list('twin', `Twin ${nth}`)), tariff: null, services: [] }).then(
          () => 'opened',
          (error: { code: string }) => error.code,
        ),
      ),
    ]);
    expect(shop.accounts.find('gannet')).toMatchObject({ name: 'Gannet Air', newServices: 'draft', key: 'k-12345' });
    expect(opened).toEqual(['opened', 'id-in-use']);
    expect(shop.accounts.find('twin')?.name).toBe('Twin 1');
  });

  test('of two surveys with one id one starts', async () => {
    await shop.draft.run(...firstLane);
    const probes = [{ name: '1 kg', weight: 1e9, lines: [{ quantity: 1, unitPrice: 0, weight: '1 kg', delivered: true }] }];
    const means = { ask: () => new Promise<never>(() => undefined), failed: () => undefined };
    const book = structuredClone(shop.draft.current.book);
    const carriage = { account: 'gannet', carrier: 'Gannet', service: 'DAY' };
    vi.spyOn(await import('./features/surveys/surveyRunner.ts'), 'planSurvey').mockReturnValue({
      addresses: [],
      asks: new Map([['a', carriage]]),
      costs: () => [],
    } as never);
    const start = () => shop.surveys.start('autumn', { name: 'Autumn', zones: ['canada'], addresses: 1, probes }, book, means);
    const [first, second] = await Promise.allSettled([start(), start()]);
    expect([first?.status, second?.status]).toEqual(['fulfilled', 'rejected']);
    expect(await shop.surveys.list()).toMatchObject([{ id: 'autumn', status: 'running' }]);
    shop.surveys.stopAll();
  });

  test('a transaction that fails leaves nothing behind, on disk or in memory', async () => {
    await shop.accounts.add({
      ...heldAccount({ kind: 'service', id: 'gannet', name: 'Gannet', carrier: 'gannet-air', key: 'k-12345' }, 'CAD'),
    });
    const services = knownAfter([], [{ code: 'DAY', name: 'Day', note: '' }]);
    const failing = shop.database.write(async (write) => {
      await shop.accounts.editWithin(write, 'gannet', { services });
      await shop.draft.runWithin(write, () => [setPrice(1)]);
    });
    await expect(failing).rejects.toMatchObject({ code: 'command-refused' });
    expect(shop.accounts.find('gannet')?.services).toEqual([]);
    const folder = shop.folder;
    await shop.close();
    shop = await openTestShop(folder);
    expect(shop.accounts.find('gannet')?.services).toEqual([]);
    expect(shop.draft.current.revision).toBe(0);
  });
});

describe('editions and releases', () => {
  const publish = async (price: number) => {
    await shop.draft.run(setPrice(price));
    return shop.editions.publish(() => shop.draft.current.book, `At ${price}`, 'owner');
  };

  test('an edition that was live before is live again by a new release, and the next edition has a number of its own', async () => {
    await shop.draft.run(...firstLane);
    await publish(700);
    await publish(800);
    await shop.editions.release(1, 'Back', 'owner');
    await shop.editions.plan(2, { from: '2027-01-06T04:00:00Z', until: null, after: null }, 'Later', 'owner');
    const folder = shop.folder;
    await shop.close();
    shop = await openTestShop(folder);
    expect(shop.editions.live()?.summary.number).toBe(1);
    expect(shop.editions.live('2027-01-06T03:59:59Z')?.summary.number).toBe(1);
    expect(shop.editions.live('2027-01-06T04:00:00Z')?.summary.number).toBe(2);
    expect(shop.editions.booksInUse).toHaveLength(2);
    expect((await publish(900)).number).toBe(3);
    expect(shop.editions.live()?.summary.number).toBe(3);
    const { body } = await request(shop.app).get('/api/editions').expect(200);
    expect(body.releases.map(({ edition, note, author }: Record<string, unknown>) => [edition, note, author])).toEqual([
      [1, 'At 700', 'owner'],
      [2, 'At 800', 'owner'],
      [1, 'Back', 'owner'],
      [2, 'Later', 'owner'],
      [3, 'At 900', 'owner'],
    ]);
  });
});

describe('a database of every earlier version opens', () => {
  const book = { ...emptyBook(), zones: [{ id: 'near', name: 'Near', places: [], taxRate: 0, label: '', lanes: {} }] };
  const change = `'renameZone', '{"zone":"near","name":"Near"}', '[{"op":"replace","path":"/zones/0/name","value":"Near"}]', '[{"op":"replace","path":"/zones/0/name","value":"Far"}]'`;

  test.each(migrations.map((migration, at) => [new migration().name, at] as const))('%s', async (_name, at) => {
    const folder = newFolder();
    const old = await new DataSource({
      type: 'better-sqlite3',
      database: join(folder, 'ostrakon.sqlite'),
      migrations: migrations.slice(0, at + 1),
    }).initialize();
    await old.runMigrations();
    const document = JSON.stringify(book);
    await old.query(`INSERT INTO draft ("id", "revision", "document") VALUES (1, 7, ?)`, [document]);
    await old.query(
      `INSERT INTO edition ("number", "note", "hash", "document", "published_at") VALUES (1, 'First', '${'0'.repeat(64)}', ?, '2026-10-01T00:00:00.000Z')`,
      [document],
    );
    await old.query(
      `INSERT INTO edition ("number", "note", "hash", "document", "published_at") VALUES (2, 'Second', '${'1'.repeat(64)}', ?, '2026-11-01T00:00:00.000Z')`,
      [document],
    );
    if (at < 5) await old.query(`INSERT INTO draft_change VALUES (3, 7, ${change}, 0, '2026-11-02T00:00:00.000Z')`);
    else
      await old.query(
        `INSERT INTO draft_step ("seq", "step", "kind", "state", "author", "at", "revision", "undo_next", "redo_next", "command", "args", "patch", "inverse") VALUES (3, 'step-0003', 'command', 'done', 'owner', '2026-11-02T00:00:00.000Z', 7, 'renameZone', NULL, ${change})`,
      );
    if (at >= 6)
      await old.query(
        `INSERT INTO "release" ("seq", "edition", "from", "author", "note", "at") VALUES (1, 2, '2026-11-01T00:00:00.000Z', 'owner', '', '2026-11-01T00:00:00.000Z')`,
      );
    await old.destroy();
    await shop.discard();
    shop = await openTestShop(folder);
    expect(DraftState.parse(await shop.draft.state())).toMatchObject({ revision: 7, history: { undo: 'renameZone', redo: null } });
    expect(shop.editions.live()?.summary).toMatchObject({ number: 2, note: 'Second' });
    const undone = await shop.draft.take({ revision: 7, steps: [{ id: 'undo-0001', kind: 'undo' } as never] });
    expect(undone.present).toBe(8);
    expect(shop.draft.current.book.zones[0]?.name).toBe('Far');
    // All the way back, where nothing is lost by that.
    for (let step = migrations.length; step > 0; step -= 1) await shop.database.writer.undoLastMigration();
    expect(await shop.database.writer.query(`SELECT name FROM sqlite_master WHERE name = 'draft'`)).toEqual([]);
  });
});

test('a folder has one writer; one that is closed or gone leaves it to the next', async () => {
  await expect(openTestShop(shop.folder)).rejects.toThrow(`Another server is running on the data in ${shop.folder}`);
  const folder = shop.folder;
  await shop.close();
  shop = await openTestShop(folder);
  rmSync(join(folder, 'ostrakon.lock'), { force: true });
});
