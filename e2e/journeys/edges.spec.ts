import { mkdtempSync, rmSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PAGES } from '@ostrakon/core';
import type { Page } from '@playwright/test';
import { seedFile } from '../places.ts';
import { axeFaults, expect, option, saved, test, type } from '../shop.ts';
import { startServer, stop } from '../startServer.ts';

const status = (page: Page) => page.getByRole('banner').getByRole('status');
const draftOf = async (page: Page, url: string) => (await page.request.get(`${url}/api/draft`)).json();

/** The page has fetched everything it may need later, too. */
const complete = (page: Page) =>
  expect
    .poll(
      async () => {
        const parts = (await (await page.request.get(new URL('/parts.json', page.url()).href)).json()) as string[];
        const fetched = await page.evaluate(() =>
          performance.getEntriesByType('resource').map(({ name }) => new URL(name).pathname.slice(1)),
        );
        return parts.filter((part) => !fetched.includes(part)).length;
      },
      { timeout: 30_000 },
    )
    .toBe(0);

test('offline the page goes on working; back online everything is saved, in few requests', async ({ page, context, shop }) => {
  // A browser remembers 250 of the files it fetched, and the page has more parts.
  await page.addInitScript(() => performance.setResourceTimingBufferSize(2000));
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  await expect(option(page, 'Ground parcel')).toContainText('$16.90');
  await complete(page);
  let requests = 0;
  page.on('request', (request) => {
    if (request.url().endsWith('/api/draft/steps')) requests += 1;
  });
  await context.setOffline(true);
  await type(page, 'Price of the tier 15 kg', '19.00');
  await expect(status(page)).toHaveText('Offline: 1 change waits');
  await type(page, 'Price of the tier 15 kg', '20.00');
  await type(page, 'Price of the tier 15 kg', '21.00');
  await expect(status(page)).toHaveText('Offline: 3 changes wait');
  await expect(option(page, 'Ground parcel')).toContainText('$21.00');
  await page.getByRole('button', { name: 'Undo prices' }).click();
  await expect(page.getByLabel('Price of the tier 15 kg')).toHaveValue('20.00');
  await expect(status(page)).toHaveText('Offline: 4 changes wait');
  // Screens that were never open work, too.
  await page.getByRole('link', { name: 'Charges & reductions', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Charges', level: 1 })).toBeVisible();
  await page.getByRole('link', { name: 'Dates' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await context.setOffline(false);
  await saved(page);
  const { revision, history } = await draftOf(page, shop.url);
  expect([revision, history.redo]).toEqual([10, 'setCard']);
  expect(requests).toBeLessThan(12);
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  await expect(page.getByLabel('Price of the tier 15 kg')).toHaveValue('20.00');
});

test('what was read stays in view while it cannot be read anew, and what was not saved is shown no longer', async ({ page, shop }) => {
  await page.goto(`${shop.url}/shop/goods`);
  const weight = page.getByRole('row', { name: /Stoneware clay, 10 kg/ }).locator('[aria-colindex="6"]');
  const before = await weight.innerText();
  await page.route('**/api/products**', (route) => route.abort());
  const asked = page.waitForEvent('requestfailed', (request) => request.method() === 'GET');
  await weight.focus();
  await page.keyboard.type('1 kg');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^The goods were not changed/)).toBeVisible();
  await asked;
  await expect(weight).toHaveText(before);
  await page.unroute('**/api/products**');
  await weight.focus();
  await page.keyboard.type('1 kg');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Undo last change' })).toBeEnabled();
  await expect(weight).not.toHaveText(before);
});

test('a choice made just before another address is opened is kept, though its request never arrived', async ({ page, shop }) => {
  await page.goto(`${shop.url}/shop`);
  await page.getByLabel('Show options').selectOption('the fastest first');
  await page.goto(`${shop.url}/book`);
  await expect(status(page)).toHaveText('Saved');
  expect((await draftOf(page, shop.url)).book.shop.pricing.order).toBe('fastest');

  // Now a request that hangs, and typing that is not even taken yet.
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  await page.route('**/api/drafts/1/steps', () => undefined);
  await type(page, 'Price of the tier 15 kg', '19.00');
  await page.getByLabel('Price of the tier 10 kg').fill('15.00');
  await page.unroute('**/api/drafts/1/steps');
  await page.reload();
  await expect(page.getByLabel('Price of the tier 15 kg')).toHaveValue('19.00');
  await expect(page.getByLabel('Price of the tier 10 kg')).toHaveValue('15.00');
  await saved(page);
  expect((await draftOf(page, shop.url)).revision).toBe(9);
});

test('leaving with changes nobody has taken asks first, and staying loses nothing', async ({ page, context, shop }) => {
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  await expect(option(page, 'Ground parcel')).toContainText('$16.90');
  await context.setOffline(true);
  await type(page, 'Price of the tier 15 kg', '19.00');
  await expect(status(page)).toHaveText('Offline: 1 change waits');
  const asked = page.waitForEvent('dialog');
  await page.close({ runBeforeUnload: true });
  const dialog = await asked;
  expect(dialog.type()).toBe('beforeunload');
  await dialog.dismiss();
  await context.setOffline(false);
  await saved(page);
  await expect(page.getByLabel('Price of the tier 15 kg')).toHaveValue('19.00');
});

test('undo in the middle of typing: the field’s own while it holds unsaved typing, the draft’s otherwise', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  // Right after a tier was added, with the cursor in the empty row.
  await page.getByLabel('Bound of a new tier').fill('12');
  await page.getByLabel('Price of a new tier').fill('15');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Price of the tier 12 kg')).toHaveValue('15.00');
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Price of the tier 12 kg')).toHaveCount(0);
  await saved(page);

  const price = page.getByLabel('Price of the tier 15 kg');
  await price.focus();
  await price.press('Control+a');
  await page.keyboard.type('1');
  await page.keyboard.press('Control+z');
  await expect(price).toHaveValue('16.90');
  await expect(page.getByRole('button', { name: /^Redo/ })).toBeEnabled();
  // Saved while it still has the cursor: then undo takes back what was saved, and the field shows it.
  await price.press('Control+a');
  await page.keyboard.type('18');
  await expect(option(page, 'Ground parcel')).toContainText('$18.00');
  await expect(price).toHaveAttribute('data-settled', 'true');
  await page.keyboard.press('Control+z');
  await expect(price).toHaveValue('16.90');
  await expect(option(page, 'Ground parcel')).toContainText('$16.90');
  await page.keyboard.press('Control+Shift+z');
  await expect(price).toHaveValue('18.00');
  await saved(page);
});

test('a shop is backed up, spoiled, brought back, and what was there is kept', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  await type(page, 'Price of the tier 15 kg', '19.00');
  await saved(page);
  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  await page.getByRole('link', { name: 'Backup' }).click();
  await page.getByLabel('Passphrase for the account keys').fill('short');
  await page.getByRole('button', { name: 'Make a backup' }).click();
  await expect(page.getByRole('alert')).toContainText('at least 8 characters');
  await page.getByLabel('Passphrase for the account keys').fill('wet clay keeps its water');
  const downloaded = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make a backup' }).click();
  const backup = await downloaded;
  expect(backup.suggestedFilename()).toMatch(/^tidewrack-clay-supply-backup-\d{4}-\d\d-\d\d\.sqlite$/);
  const exported = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export' }).click();
  const document = await (await exported).path();
  expect(JSON.parse(await readFile(document, 'utf8'))).toMatchObject({ format: 'ostrakon-shop', revision: 7 });

  await shop.send({ name: 'removeZone', args: { zone: 'nova-scotia' } });
  await page.goto(`${shop.url}/shop/backup`);
  const file = page.getByLabel('A backup, or a shop in one file');
  await file.setInputFiles({ name: 'holiday.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no shop') });
  await expect(page.getByRole('alert')).toContainText('neither a backup nor the JSON document of a shop');
  await file.setInputFiles(await backup.path());
  const card = page.getByRole('form', { name: 'What is in the file' });
  await expect(card).toContainText('Tidewrack Clay Supply');
  await expect(card).toContainText(/1 edition and 42 products, the draft at revision 7/);
  expect(await axeFaults(page)).toEqual([]);
  await card.getByLabel('Passphrase of the backup').fill('dry clay keeps none');
  await card.getByRole('button', { name: 'Replace the shop with it' }).click();
  await expect(card.getByRole('alert')).toContainText('not the passphrase');
  await card.getByLabel('Passphrase of the backup').fill('wet clay keeps its water');
  await card.getByRole('button', { name: 'Replace the shop with it' }).click();
  await expect(page.getByRole('heading', { name: 'Shops that were replaced' })).toBeVisible();
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  await expect(page.getByLabel('Price of the tier 15 kg')).toHaveValue('19.00');
  await expect(page.getByRole('button', { name: 'Undo prices' })).toBeEnabled();
  await page.goto(`${shop.url}/shop/carriers`);
  await expect(page.getByText('Account key set').first()).toBeVisible();
  await expect(page.getByText('can be read no more')).toHaveCount(0);

  // Back to the spoiled one, and into the document.
  await page.goto(`${shop.url}/shop/backup`);
  await page.getByRole('button', { name: /^Bring back the shop replaced/ }).click();
  await expect(page.getByRole('button', { name: /^Bring back the shop replaced/ })).toHaveCount(2);
  expect((await draftOf(page, shop.url)).revision).toBe(8);
  await page.getByLabel('A backup, or a shop in one file').setInputFiles(document);
  await expect(card).toContainText('A shop in one file');
  await card.getByRole('button', { name: 'Cancel' }).click();
  await expect(card).toBeHidden();
  await page.getByLabel('A backup, or a shop in one file').setInputFiles(document);
  await card.getByRole('button', { name: 'Replace the shop with it' }).click();
  await expect(page.getByRole('button', { name: /^Bring back the shop replaced/ })).toHaveCount(3);
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  await expect(page.getByLabel('Price of the tier 15 kg')).toHaveValue('19.00');
  // Keys are in no document.
  await page.goto(`${shop.url}/shop/carriers`);
  await expect(page.getByText('No account key.').first()).toBeVisible();
});

test('stopped in the middle of an import the server ends it first; a second server on the folder is refused', async ({
  page,
  carriers,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'ostrakon-stop-'));
  const first = await startServer(folder, seedFile, carriers);
  await expect(startServer(folder, '', carriers)).rejects.toThrow('ended with 1');
  await page.goto(`${first.url}/shop/goods`);
  await page.getByRole('button', { name: 'Import', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'Import goods' });
  const lines = Array.from({ length: 20_000 }, (_, at) => `big-${at},Bowl ${at},9.50,3 oz`);
  const buffer = Buffer.from(`Article number,Name,Price,Weight\r\n${lines.join('\r\n')}\r\n`);
  await dialog.getByLabel('Goods file').setInputFiles({ name: 'big.csv', mimeType: 'text/csv', buffer });
  await dialog.getByRole('button', { name: 'Check the rows' }).click();
  const taking = page.waitForRequest('**/taken');
  await dialog.getByRole('button', { name: 'Take 20,000 products' }).click();
  await taking;
  // Answered after the request before it was taken in.
  for (let at = 0; at < 3; at += 1) await page.evaluate(() => fetch('/healthz'));
  const ended = new Promise<number | null>((resolve) => {
    first.child.removeAllListeners('exit');
    first.child.once('exit', (code) => resolve(code));
  });
  first.child.kill('SIGTERM');
  // The import that was under way ends, and the page says so.
  await expect(dialog).toBeHidden();
  await expect(page.getByText('20,000 products imported')).toBeVisible();
  expect(await ended).toBe(0);
  const second = await startServer(folder, '', carriers);
  await page.goto(`${second.url}/shop/goods`);
  await expect(page.getByText('20,042 products')).toBeVisible();
  stop(second);
  rmSync(folder, { recursive: true, force: true });
});

test('every address of a page is told apart from any other, by its status too', async ({ page, shop }) => {
  const statusOf = async (path: string) => (await page.request.get(`${shop.url}${path}`)).status();
  // That there is a page at each of them is seen where their screens are looked at.
  for (const path of PAGES) expect(await statusOf(path.replace(':zone', 'nova-scotia').replace(':service', 'ground')), path).toBe(200);
  for (const path of ['/book/a/b/c', '/shop/nothing', '/index.php', '/booking']) expect(await statusOf(path), path).toBe(404);
  expect((await page.goto(`${shop.url}/nothing`))?.status()).toBe(404);
  await expect(page.getByText('No page is at this address.')).toBeVisible();
  expect((await page.request.post(`${shop.url}/book`)).status()).toBe(405);
});

test('the page’s script comes packed to those who take it so, plain to others, and may be kept', async ({ page, shop }) => {
  const html = await (await page.request.get(shop.url)).text();
  const script = `${shop.url}${/src="(\/assets\/[^"]+\.js)"/.exec(html)?.[1]}`;
  const sent = async (encoding: string) => {
    const answer = await fetch(script, { headers: { 'accept-encoding': encoding } });
    await answer.arrayBuffer();
    return [answer.status, ...['content-encoding', 'content-type', 'cache-control'].map((name) => answer.headers.get(name))];
  };
  const kept = 'public, max-age=31536000, immutable';
  expect(await sent('br, gzip')).toEqual([200, 'br', expect.stringMatching(/javascript/), kept]);
  expect(await sent('identity')).toEqual([200, null, expect.stringMatching(/javascript/), kept]);
  expect((await page.request.get(`${shop.url}/assets/none.js`)).status()).toBe(404);
});
