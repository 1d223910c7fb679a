import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Command, ShopFile } from '@ostrakon/core';
import request from 'supertest';
import { DataSource } from 'typeorm';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { exportFolder, replaceFolder } from './features/shop-file/folderShop.ts';
import { GoodsRules1765000000000 } from './persistence/sqlite/migrations/1765000000000-goods-rules.ts';
import { migrations } from './persistence/sqlite/openDatabase.ts';
import { clay, firstLane, newFolder, openTestShop, setPrice, type TestShop } from './testShop.ts';

let shop: TestShop;
let folder: string;
beforeEach(async () => {
  folder = newFolder();
  shop = await openTestShop(folder);
  await shop.draft.run(...firstLane);
  await shop.goods.change({ put: [clay] });
});
afterEach(() => shop.discard());

const own = (amount: number | null): Command => ({
  name: 'setGoodsRules',
  args: { products: [{ product: clay.id, rule: { ownCharge: amount === null ? null : { amount, how: 'instead' } } }] },
});
const cart = { lines: [{ product: clay.id, quantity: 1 }], destination: { country: 'CA' } };
const pays = async () => {
  const { body } = await request(shop.app).post('/public/v1/quotes').send(cart).expect(200);
  return [body.edition, body.options[0]?.price];
};
const publish = async () => {
  await request(shop.app).post('/api/editions').send({ revision: shop.draft.current.revision }).expect(201);
};
const goBack = (edition: number) => request(shop.app).post('/api/editions/releases').send({ edition }).expect(201);

test('a charge of its own reaches buyers when it is published, and goes when an edition of before is live again', async () => {
  await publish();
  expect(await pays()).toEqual([1, 990]);
  await shop.draft.run(own(4500));
  expect(await pays()).toEqual([1, 990]);
  await publish();
  expect(await pays()).toEqual([2, 4500]);
  // Said by the second edition, whatever the draft says by now, and after a restart.
  await shop.draft.run(own(null), setPrice(1000));
  await shop.close();
  shop = await openTestShop(folder);
  expect(await pays()).toEqual([2, 4500]);
  await publish();
  expect(await pays()).toEqual([3, 1000]);
  await goBack(2);
  expect(await pays()).toEqual([2, 4500]);
  await goBack(1);
  expect(await pays()).toEqual([1, 990]);
});

/** The shop's file as it was before rules of goods were apart, with a charge that stood with the product. */
async function asOfBefore(): Promise<void> {
  await shop.close();
  const old = await new DataSource({ type: 'better-sqlite3', database: join(folder, 'ostrakon.sqlite'), migrations }).initialize();
  const since = migrations.length - migrations.indexOf(GoodsRules1765000000000);
  for (let step = 0; step < since; step += 1) await old.undoLastMigration();
  await old.query(`UPDATE "product" SET "own_charge" = '{"amount":4500,"how":"instead"}', "extra_packing_days" = 3`);
  await old.destroy();
  shop = await openTestShop(folder);
}

test('a shop of before quotes as it did: what stood with a product is said by its draft and by every edition', async () => {
  await publish();
  await shop.draft.run(setPrice(1000));
  await publish();
  await asOfBefore();
  expect(await pays()).toEqual([2, 4500]);
  await goBack(1);
  expect(await pays()).toEqual([1, 4500]);
  const rule = { extraPackingDays: 3, ownCharge: { amount: 4500, how: 'instead' } };
  expect(shop.draft.current.book.goodsRules).toEqual({ [clay.id]: rule });
  // One text for both editions.
  expect(await shop.database.read.query('SELECT count(*) AS texts FROM goods_rules')).toEqual([{ texts: 1 }]);
});

test('a document of before is brought into draft and editions, and what is written out comes back the same', async () => {
  await publish();
  await asOfBefore();
  await shop.close();
  const [file, older] = [join(folder, 'shop.json'), join(folder, 'older.json')];
  const text = await exportFolder(folder);
  const written = ShopFile.parse(JSON.parse(text));
  expect(written.editions[0]?.book).toMatchObject({ goodsRules: { [clay.id]: { ownCharge: { amount: 4500 } } } });
  const bare = (book: object) => Object.fromEntries(Object.entries(book).filter(([name]) => name !== 'goodsRules'));
  const product = { ...written.products[0], group: null, delivered: true, ...written.draft.goodsRules?.[clay.id] };
  const before = {
    ...written,
    version: 1,
    draft: bare(written.draft),
    editions: written.editions.map((one) => ({ ...one, book: bare(one.book) })),
    products: [product],
  };
  writeFileSync(file, text);
  writeFileSync(older, JSON.stringify(before));
  const now = () => '2026-11-23T14:00:00.000Z';
  for (const from of [file, older]) {
    const into = newFolder();
    await replaceFolder(into, from, { now, mayReplace: true });
    expect(await exportFolder(into)).toBe(text);
  }
  shop = await openTestShop(folder);
});
