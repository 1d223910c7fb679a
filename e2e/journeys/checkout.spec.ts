import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { seedFile } from '../places.ts';
import { axeFaults, expect, test } from '../shop.ts';
import { startServer, stop } from '../startServer.ts';

/** A checkout of its own, on another origin: a plain page that runs what it was given. */
async function checkout() {
  let script = '';
  const server = createServer((req, res) => {
    res.setHeader('Content-Type', req.url === '/script.js' ? 'text/javascript' : 'text/html');
    res.end(
      req.url === '/script.js'
        ? script
        : '<!doctype html><html lang="en"><title>Checkout</title><ul id="options"></ul><script type="module" src="/script.js"></script>',
    );
  }).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const { port } = server.address() as AddressInfo;
  return {
    /** As two names of this machine, two origins. */
    origins: [`http://localhost:${port}`, `http://127.0.0.1:${port}`] as const,
    run: (text: string) => {
      script = text;
    },
    close: () => server.close(),
  };
}

const SHOWS = `
  document.querySelector('#options').innerHTML = (options ?? []).map(({ name, price }) => '<li>' + name + ' ' + price + '</li>').join('') || '<li>refused</li>';
`;
const options = (page: Page) => page.locator('#options li');

test('a checkout on another site is connected, sees a price once it is published, and no more once its key is ended', async ({
  page,
  shop,
}) => {
  const site = await checkout();
  try {
    await page.goto(`${shop.url}/shop/checkout`);
    await page.getByRole('button', { name: 'Make a page key' }).click();
    const dialog = page.getByRole('dialog', { name: 'Make a page key' });
    await dialog.getByLabel('Name, for yourself').fill('Checkout');
    await dialog.getByLabel(/^Where your checkout’s pages are/).fill('checkout');
    await dialog.getByRole('button', { name: 'Make it' }).click();
    await expect(dialog.getByText(/^Write an address such as/)).toBeVisible();
    expect(await axeFaults(page, '[role=dialog]')).toEqual([]);
    // What comes after the host is no part of where a page is from.
    await dialog.getByLabel(/^Where your checkout’s pages are/).fill(`${site.origins[0]}/cart?step=2`);
    await dialog.getByRole('button', { name: 'Make it' }).click();
    await expect(page.getByRole('row', { name: /^Checkout/ })).toContainText(site.origins[0]);
    expect(await axeFaults(page, 'main')).toEqual([]);

    await page.getByRole('radio', { name: 'fetch' }).click();
    const written = await page.locator('pre').first().innerText();
    expect(written).toContain(`${shop.url}/public/v1/quotes?key=osp_`);
    site.run(written + SHOWS);
    const buyer = await page.context().newPage();
    await buyer.goto(site.origins[0]);
    await expect(options(buyer).filter({ hasText: 'Ground parcel' })).toHaveText('Ground parcel 1690');

    await shop.send({ name: 'renameService', args: { service: 'ground', name: 'Parcel by road' } } as never);
    await buyer.reload();
    await expect(options(buyer).filter({ hasText: 'Ground parcel' })).toHaveCount(1);
    await shop.publish();
    await buyer.reload();
    await expect(options(buyer).filter({ hasText: 'Parcel by road' })).toHaveCount(1);

    // The same page under another name is another origin.
    const elsewhere = await page.context().newPage();
    const blocked = elsewhere.waitForEvent('console', (message) => message.text().includes('CORS'));
    await elsewhere.goto(site.origins[1]);
    expect((await blocked).text()).toContain('has been blocked by CORS policy');
    await expect(options(elsewhere)).toHaveCount(0);

    await page.reload();
    await expect(page.getByRole('row', { name: /^Checkout/ })).toContainText('Last used');
    await page.getByRole('button', { name: 'End the key Checkout' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'End it' }).click();
    await expect(page.getByRole('row', { name: /^Checkout/ })).toBeHidden();
    const ended = buyer.waitForEvent('console', (message) => message.text().includes('CORS'));
    await buyer.reload();
    await ended;
    await expect(options(buyer)).toHaveCount(0);
  } finally {
    site.close();
  }
});

test('a server key is shown once; the request is tried at the real door and explained', async ({ page, shop }) => {
  await page.goto(`${shop.url}/shop/checkout`);
  await page.getByRole('button', { name: 'Make a server key' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name, for yourself').fill('Shop server');
  await dialog.getByRole('checkbox', { name: /^Goods/ }).check();
  await dialog.getByRole('button', { name: 'Make it' }).click();
  const secret = await dialog.getByRole('textbox', { name: 'Server key' }).inputValue();
  expect(secret).toMatch(/^oss_/);
  await dialog.getByRole('button', { name: 'I have kept it' }).click();
  await expect(page.getByRole('row', { name: /^Shop server/ })).toContainText('Options, Goods');
  await expect(page.getByRole('main')).not.toContainText(secret);
  const claimed = await page.request.post(`${shop.url}/public/v1/quotes`, {
    data: { lines: [], destination: { country: 'CA' }, lastOrderAt: '2026-11-01T00:00:00Z' },
    headers: { authorization: `Bearer ${secret}` },
  });
  expect(claimed.status()).toBe(200);
  await page.getByRole('button', { name: 'Try it now' }).click();
  const main = page.getByRole('main');
  await expect(main.getByRole('status')).toHaveText(/^Edition 1 answered in \d+ ms: 3 options, 2 not for this cart\.$/);
  await expect(main.getByRole('row', { name: /^Ground parcel/ })).toContainText('$16.90');
  await page.getByText('The whole answer').click();
  await expect(main.locator('pre').last()).toContainText('"edition": 1');
  expect(await axeFaults(page, 'main')).toEqual([]);
});

test('a flood is limited and told when to go on', async ({ request }) => {
  const folder = mkdtempSync(join(tmpdir(), 'ostrakon-flood-'));
  const server = await startServer(folder, seedFile, 'http://127.0.0.1:9', { QUESTIONS_PER_MINUTE: '20' });
  try {
    const answers = await Promise.all(Array.from({ length: 30 }, () => request.get(`${server.url}/public/v1/options?country=CA`)));
    const statuses = answers.map((answer) => answer.status());
    expect([statuses.filter((status) => status === 200).length, statuses.filter((status) => status === 429).length]).toEqual([20, 10]);
    const over = answers.find((answer) => answer.status() === 429);
    expect(Number(over?.headers()['retry-after'])).toBeGreaterThan(0);
    // The owner's own page is not what is limited.
    expect((await request.get(`${server.url}/api/draft`)).status()).toBe(200);
  } finally {
    stop(server);
    rmSync(folder, { recursive: true, force: true });
  }
});
