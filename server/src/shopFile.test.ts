import { copyFileSync, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setImmediate } from 'node:timers/promises';
import { canonicalJson, ShopFile } from '@ostrakon/core';
import Sqlite from 'better-sqlite3';
import request from 'supertest';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { heldAccount } from './features/carriers/accountStore.ts';
import { backUpFolder, exportFolder, replaceFolder } from './features/shop-file/folderShop.ts';
import { keptShops, unpackKept } from './features/shop-file/shopFiles.ts';
import { finishReplacing, newShopBeside } from './persistence/sqlite/replacing.ts';
import { clay, firstLane, NOW, newFolder, openTestShop, setPrice, stepsOf, type TestShop } from './testShop.ts';

const KEY = 'ganne-7Q2F-dartmouth';
const PASSPHRASE = 'wet clay keeps its water';

let shop: TestShop;
let folder: string;
beforeEach(async () => {
  folder = newFolder();
  shop = await openTestShop();
});
afterEach(async () => {
  await shop.discard();
  rmSync(folder, { recursive: true, force: true });
});

const api = () => request(shop.app);
const now = () => NOW;
const toCanada = { lines: [{ unitPrice: 5000, weight: '1 kg', quantity: 1 }], destination: { country: 'CA' } };
const quote = async (at = shop) => (await request(at.app).post('/public/v1/quotes').send(toCanada).expect(200)).body;

/** A shop with something in every drawer: a draft past its edition, goods out of order, a trial, a load, an account, a survey. */
async function fill(): Promise<void> {
  await shop.draft.run(...firstLane);
  await shop.editions.publish(() => shop.draft.current.book, 'First', 'owner');
  await shop.draft.run(setPrice(1200), { name: 'renameZone', args: { zone: 'canada', name: 'Canada, coast to coast' } });
  await shop.goods.change({ put: [clay, { ...clay, id: 'b', tags: ['wet'] }, { ...clay, id: 'a', weight: '2 lb 4 oz' }] });
  await shop.trials.change({
    remove: [],
    put: [
      {
        id: 'two',
        name: 'Two boxes',
        label: 'Schools',
        cart: { lines: [{ product: 'a', quantity: 2 }], discounts: [], destination: { country: 'CA' } } as never,
        when: { kind: 'nextWeekday', weekday: 5, time: '13:59' },
        expects: [{ kind: 'nothing' }],
      },
    ],
  });
  await shop.loads.set({ kind: 'packing', location: 'shop', date: '2026-11-24', orders: 3 });
  await shop.accounts.add({ ...heldAccount({ kind: 'service', id: 'gannet', name: 'Gannet', carrier: 'gannet-air', key: KEY }, 'CAD') });
  const survey = { id: 'autumn', name: 'Autumn', at: NOW, probes: [], addresses: [], costs: [] };
  await shop.database.writer.query('INSERT INTO survey VALUES (?, ?, ?, 8, ?)', ['autumn', 'Autumn', NOW, JSON.stringify(survey)]);
}

/** A server on another folder. */
async function opened<T>(at: string, work: (other: TestShop) => Promise<T>): Promise<T> {
  const other = await openTestShop(at);
  try {
    return await work(other);
  } finally {
    await other.close();
  }
}

describe('a backup', () => {
  test('taken during a burst of edits is whole: restored into an empty folder it is the shop at one revision, with its keys', async () => {
    await fill();
    const file = join(folder, 'backup.sqlite');
    let stop = false;
    const burst = (async () => {
      for (let price = 2000; !stop; price += 1) {
        await shop.draft.take(stepsOf(shop.draft.current.revision, setPrice(price)));
        await setImmediate();
      }
    })();
    const before = shop.draft.current.revision;
    await backUpFolder(shop.folder, file, NOW, PASSPHRASE);
    stop = true;
    await burst;
    // One file, in which the key lies locked.
    expect(existsSync(`${file}-wal`)).toBe(false);
    const key = readFileSync(join(shop.folder, 'secret.key'), 'utf8');
    expect(readFileSync(file).includes(key)).toBe(false);
    await replaceFolder(join(folder, 'new'), file, { now, passphrase: PASSPHRASE, mayReplace: false });
    await opened(join(folder, 'new'), async (other) => {
      const { revision, book } = other.draft.current;
      expect(revision).toBeGreaterThanOrEqual(before);
      const price = book.zones[0]?.lanes.ground?.card;
      if (revision > before) expect(price).toMatchObject({ result: { amount: 2000 + revision - before - 1 } });
      expect(await quote(other)).toEqual(await quote());
      expect([...other.goods.byId.values()]).toEqual([...shop.goods.byId.values()]);
      expect(other.accounts.find('gannet')?.key).toBe(KEY);
      expect((await other.draft.state()).history).toEqual({ undo: 'setCard', redo: null });
      // Revisions of the one say nothing of the other.
      expect(other.draft.lineage).not.toBe(shop.draft.lineage);
    });
  });

  test('without its passphrase gives no key, and another passphrase is refused at its field', async () => {
    await fill();
    const file = join(folder, 'backup.sqlite');
    await backUpFolder(shop.folder, file, NOW, PASSPHRASE);
    const wrong = replaceFolder(join(folder, 'wrong'), file, { now, passphrase: 'dry clay keeps none', mayReplace: false });
    await expect(wrong).rejects.toMatchObject({ code: 'invalid-request', facts: { errors: [{ pointer: '/passphrase' }] } });
    await replaceFolder(join(folder, 'without'), file, { now, mayReplace: false });
    await opened(join(folder, 'without'), async (other) =>
      expect(other.accounts.find('gannet')).toMatchObject({ key: null, keyLost: true }),
    );
  });

  // The README says so: what was written last lies beside the main file until SQLite puts it in.
  test('is more than a copy of the main file, which misses what was written last', async () => {
    await fill();
    const copy = join(folder, 'copied.sqlite');
    copyFileSync(join(shop.folder, 'ostrakon.sqlite'), copy);
    const revision = (() => {
      try {
        return new Sqlite(copy).prepare('SELECT revision FROM draft').pluck().get();
      } catch {
        return null;
      }
    })();
    expect(revision).not.toBe(shop.draft.current.revision);
  });

  test.each([
    ['a text', 'hello', /neither a backup nor the JSON document/],
    ['another document', '{"format": "ostrakon-shop", "version": 1, "colour": "red"}', /not the document of a shop.*/],
    ['nothing', '', /neither a backup/],
  ])('%s is refused in words, and nothing is replaced', async (_name, text, words) => {
    await fill();
    const answer = await api().post('/api/shop/files').set('content-type', 'application/octet-stream').send(Buffer.from(text));
    expect([answer.status, answer.body.code]).toEqual([422, 'file-refused']);
    expect(answer.body.detail).toMatch(words);
    expect((await quote()).options).toMatchObject([{ price: 990 }]);
  });

  test.each([
    ['another database', 'CREATE TABLE cats (name text)', /no backup of a shop/],
    ['a later version', "INSERT INTO migrations (timestamp, name) VALUES (2, 'Later9999999999999')", /later version of Ostrakon/],
    ['an empty shop', 'DELETE FROM draft', /holds no shop/],
  ])('%s is refused in words', async (name, sql, words) => {
    const file = join(folder, 'some.sqlite');
    if (name !== 'another database') await backUpFolder(shop.folder, file, NOW);
    const db = new Sqlite(file);
    db.exec(sql);
    db.close();
    const answer = await api().post('/api/shop/files').set('content-type', 'application/octet-stream').send(readFileSync(file));
    expect([answer.status, answer.body.code]).toEqual([422, 'file-refused']);
    expect(answer.body.detail).toMatch(words);
  });
});

describe('the whole shop in one document', () => {
  test('imported into an empty shop it is the same shop, to the byte', async () => {
    await fill();
    const text = await exportFolder(shop.folder);
    const document = ShopFile.parse(JSON.parse(text));
    expect([document.products.map(({ id }) => id), document.surveys[0]?.questions, document.accounts[0]?.id]).toEqual([
      ['clay-10', 'b', 'a'],
      8,
      'gannet',
    ]);
    expect(text).not.toContain(KEY);
    const file = join(folder, 'shop.json');
    writeFileSync(file, text);
    await replaceFolder(join(folder, 'new'), file, { now, mayReplace: false });
    expect(await exportFolder(join(folder, 'new'))).toBe(text);
    await opened(join(folder, 'new'), async (other) => {
      expect(other.draft.current).toEqual(shop.draft.current);
      expect(canonicalJson(await quote(other))).toBe(canonicalJson(await quote()));
      expect(other.accounts.find('gannet')).toMatchObject({ key: null, keyLost: false, keySetAt: null });
      expect((await request(other.app).get('/api/shop/document').expect(200)).text).toBe(text);
    });
  });
});

describe('through the server', () => {
  const send = async (bytes: Buffer) =>
    (await api().post('/api/shop/files').set('content-type', 'application/octet-stream').send(bytes).expect(201)).body;
  const backup = async (body: object) =>
    (
      await api()
        .post('/api/shop/backups')
        .send(body)
        .buffer()
        .parse((res, done) => {
          const parts: Buffer[] = [];
          res.on('data', (part) => parts.push(part));
          res.on('end', () => done(null, Buffer.concat(parts)));
        })
        .expect(200)
    ).body as Buffer;

  test('a backup is downloaded, looked over, takes the place of the shop, and what was there is brought back', async () => {
    await fill();
    expect((await api().post('/api/shop/backups').send({ passphrase: 'short' }).expect(422)).body.errors[0].pointer).toBe('/passphrase');
    const bytes = await backup({ passphrase: PASSPHRASE });
    const saved = await shop.draft.state();
    await shop.draft.run(setPrice(1), { name: 'removeZone', args: { zone: 'canada' } });
    await shop.editions.publish(() => shop.draft.current.book, 'Wrong', 'owner');
    const sent = await send(bytes);
    expect(sent).toMatchObject({ kind: 'backup', revision: saved.revision, editions: 1, products: 3, madeAt: NOW, keys: 'locked' });
    const wrong = await api().post(`/api/shop/files/${sent.id}/taken`).send({ passphrase: 'something else' }).expect(422);
    expect(wrong.body.errors[0].pointer).toBe('/passphrase');
    const taken = await api().post(`/api/shop/files/${sent.id}/taken`).send({ passphrase: PASSPHRASE }).expect(200);
    expect(taken.body.kept).toHaveLength(1);
    const { body } = await api().get('/api/draft').expect(200);
    expect({ ...body, lineage: '' }).toEqual({ ...saved, lineage: '' });
    expect((await quote()).options).toMatchObject([{ price: 990 }]);
    expect((await api().get('/api/carriers')).body.accounts[0]).toMatchObject({ keyLost: false });
    // A tab that still shows the other shop changes nothing here, though its revision may be right.
    const stale = { ...stepsOf(saved.revision, setPrice(5)), lineage: saved.lineage };
    expect((await api().post('/api/draft/steps').send(stale).expect(409)).body.code).toBe('shop-replaced');
    await api().post(`/api/shop/kept/${taken.body.kept[0].id}/taken`).send({}).expect(200);
    expect((await api().get('/api/draft')).body.book.zones).toEqual([]);
    expect((await api().get('/api/shop/kept')).body.kept).toHaveLength(2);
    await api().post('/api/shop/kept/..%2F..%2Fetc/taken').send({}).expect(404);
    shop = { ...shop, ...shop.server.shop };
  });

  test('of two that want to take its place at once one does', async () => {
    await fill();
    const bytes = await backup({});
    const ids = [(await send(bytes)).id, (await send(bytes)).id];
    const answers = await Promise.all(ids.map((id) => api().post(`/api/shop/files/${id}/taken`).send({})));
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 503]);
    expect((await quote()).options).toMatchObject([{ price: 990 }]);
    shop = { ...shop, ...shop.server.shop };
  });

  test('a file that is called off, or was never sent, is not taken', async () => {
    const { id } = await send(await backup({}));
    await api().delete(`/api/shop/files/${id}`).expect(204);
    await api().post(`/api/shop/files/${id}/taken`).send({}).expect(404);
    await api().delete('/api/shop/files/..%2Fsecret').expect(204);
  });
});

test('a kept shop whose last writes lie beside its file is brought back with them', async () => {
  await fill();
  const { revision } = shop.draft.current;
  const kept = join(folder, 'kept', '2026-11-23T14-00-00-000Z');
  mkdirSync(kept, { recursive: true });
  // As a kill leaves it: what was written last is in the log, not yet in the file.
  for (const name of ['ostrakon.sqlite', 'ostrakon.sqlite-wal', 'secret.key']) copyFileSync(join(shop.folder, name), join(kept, name));
  unpackKept(folder, '2026-11-23T14-00-00-000Z', join(folder, 'back'));
  expect(keptShops(folder)).toMatchObject([{ at: NOW }]);
  await opened(join(folder, 'back'), async (other) => {
    expect(other.draft.current.revision).toBe(revision);
    expect(other.accounts.find('gannet')?.key).toBe(KEY);
  });
});

describe('a replacing that is cut short', () => {
  const names = ['ostrakon.sqlite', 'secret.key'];
  const at = (where: string) =>
    Object.fromEntries(names.map((name) => [name, existsSync(join(where, name)) ? readFileSync(join(where, name), 'utf8') : null]));
  const put = (where: string, says: string) => {
    mkdirSync(where, { recursive: true });
    for (const name of names) writeFileSync(join(where, name), says);
  };

  test('before the new shop is complete leaves the old one', () => {
    put(folder, 'old');
    put(newShopBeside(folder).folder, 'new');
    expect(finishReplacing(folder, NOW)).toBeNull();
    expect(at(folder)).toEqual({ 'ostrakon.sqlite': 'old', 'secret.key': 'old' });
  });

  test.each([0, 1])('after %i files have changed places it is finished at the next start', (done) => {
    put(folder, 'old');
    writeFileSync(join(folder, 'ostrakon.sqlite-wal'), 'of the old one');
    const beside = newShopBeside(folder);
    put(beside.folder, 'new');
    beside.complete();
    // The key goes first.
    if (done === 1) {
      const kept = join(folder, 'kept', 'earlier');
      mkdirSync(kept, { recursive: true });
      copyFileSync(join(folder, 'secret.key'), join(kept, 'secret.key'));
      copyFileSync(join(folder, 'incoming-complete', 'secret.key'), join(folder, 'secret.key'));
      rmSync(join(folder, 'incoming-complete', 'secret.key'));
    }
    const kept = finishReplacing(folder, NOW);
    expect(at(folder)).toEqual({ 'ostrakon.sqlite': 'new', 'secret.key': 'new' });
    expect(existsSync(join(folder, 'ostrakon.sqlite-wal'))).toBe(false);
    expect(readFileSync(join(kept ?? '', 'ostrakon.sqlite-wal'), 'utf8')).toBe('of the old one');
    expect(finishReplacing(folder, NOW)).toBeNull();
  });
});
