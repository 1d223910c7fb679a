import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Command } from '@ostrakon/core';
import type { Page } from '@playwright/test';
import { axeFaults, expect, saved, test } from '../shop.ts';

/** A page of another site that lets in nothing but the shop's script and its answers. */
async function site(shop: string, body: (key: string) => string) {
  let key = '';
  const server = createServer((req, res) => {
    if (req.url === '/own.js') {
      res.setHeader('Content-Type', 'text/javascript');
      res.end(
        "document.addEventListener('ostrakon-choice', (e) => { document.querySelector('#chosen').textContent = JSON.stringify(e.detail); });",
      );
      return;
    }
    res.setHeader('Content-Type', 'text/html; charset=utf-8');
    res.setHeader('Content-Security-Policy', `default-src 'none'; script-src 'self' ${shop}; connect-src ${shop}; base-uri 'none'`);
    res.end(
      `<!doctype html><html lang="en"><head><title>Shop page</title><script type="module" src="${shop}/public/parts/parts.js"></script><script type="module" src="/own.js"></script></head><body><main><h1>Shop page</h1>${body(key)}<output id="chosen"></output></main></body></html>`,
    );
  }).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const origin = `http://localhost:${(server.address() as AddressInfo).port}`;
  return {
    origin,
    use: (made: string) => {
      key = made;
    },
    close: () => server.close(),
  };
}

const CART = '[{"product":"needle-tool","quantity":2},{"product":"stoneware-10","quantity":1}]';
const flat = (amount: number): Command => ({
  name: 'setCard',
  args: { zone: 'nova-scotia', service: 'ground', card: { kind: 'flat', result: { kind: 'amount', amount } } },
});
const part = (page: Page, name: string) => page.locator(`ostrakon-${name}`);

test('the parts stand on a page of another site under the strictest policy; the owner changes a rate, publishes, and page, parts and front show it', async ({
  page,
  shop,
}) => {
  const other = await site(
    shop.url,
    (key) => `
    <ostrakon-estimate key="${key}" product="needle-tool" country="CA" postal-code="B3H 4R2" ask></ostrakon-estimate>
    <ostrakon-free-from key="${key}" country="CA" postal-code="B4V 2L5" cart='${CART}' goods="3950"></ostrakon-free-from>
    <ostrakon-options key="${key}" country="CA" postal-code="B4V 2L5" cart='${CART}'></ostrakon-options>
    <ostrakon-hours key="${key}"></ostrakon-hours>`,
  );
  try {
    const made = await page.request.post(`${shop.url}/api/keys`, { data: { kind: 'page', name: 'Shop page', origins: [other.origin] } });
    other.use((await made.json()).key.shown);
    const refused: string[] = [];
    page.on(
      'console',
      (message) => message.type() === 'error' && /Content Security Policy/.test(message.text()) && refused.push(message.text()),
    );
    await page.goto(other.origin);

    await expect(part(page, 'estimate')).toContainText(/^To B3H 4R2: (from \$\d+\.\d\d|Free), .*\d/);
    await expect(part(page, 'free-from')).toContainText(/\$\d+\.\d\d more and Ground parcel is free/);
    await expect(part(page, 'hours')).toContainText('14 Kiln Lane, Dartmouth');
    await expect(part(page, 'hours').getByRole('row')).toHaveCount(7);
    await expect(part(page, 'hours').getByRole('status')).toHaveText(/^(Open|Closed) now$/);
    const ground = part(page, 'options').getByRole('radio', { name: /^Ground parcel/ });
    await ground.focus();
    await page.keyboard.press('Space');
    await expect(page.locator('#chosen')).toContainText('"service":"ground"');
    await page.keyboard.press('ArrowUp');
    await expect(page.locator('#chosen')).not.toContainText('"service":"ground"');
    await part(page, 'estimate').getByLabel('Your postal code').fill('M5V 2T6');
    await page.keyboard.press('Enter');
    await expect(part(page, 'estimate')).toContainText(/^To M5V 2T6: /);
    expect(await axeFaults(page)).toEqual([]);
    expect(refused).toEqual([]);

    await shop.send(flat(5555), ...(await shop.book()).charges.map(({ id }): Command => ({ name: 'removeCharge', args: { id } })));
    await shop.publish();
    await page.reload();
    await expect(part(page, 'options')).toContainText('$55.55');
    await page.goto(`${shop.url}/public/v1/delivery?country=CA&postalCode=B4V2L5`);
    await expect(page.getByRole('listitem').filter({ hasText: 'Ground parcel' })).toContainText('from $55.55');
    await page.goto(`${shop.url}/shop-front/examples.html`);
    await expect(part(page, 'options')).toContainText('$55.55');
  } finally {
    other.close();
  }
});

test('a shop that does not answer is told in the parts, with a way to try again', async ({ page, shop }) => {
  await page.route('**/public/v1/quotes*', (route) => route.abort());
  await page.goto(`${shop.url}/shop-front/examples.html`);
  await expect(part(page, 'options')).toContainText('Delivery prices cannot be shown at the moment.');
  await page.unrouteAll({ behavior: 'ignoreErrors' });
  await part(page, 'options').getByRole('button', { name: 'Try again' }).click();
  await expect(part(page, 'options').getByRole('radio').first()).toBeVisible();
});

test('words for buyers: a language added, what is missing found, translated, seen as on a phone, undone; buyers read it once it is live', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/shop/words`);
  await page.getByLabel('Add a language').selectOption({ label: 'German (Germany)' });
  await expect(page.getByRole('main').getByText(/texts are not translated yet\.$/)).toBeVisible();
  const field = page.getByRole('textbox', { name: 'German (Germany): Ground parcel' });
  await field.fill('Paket auf der Straße, mit Unterschrift an der Tür');
  await field.press('Enter');
  await expect(page.getByText('on a phone about 28 stand on one line').first()).toBeVisible();
  await field.fill('Paket');
  await field.press('Enter');
  await saved(page);
  const phone = page.getByRole('region', { name: 'As buyers read it on a phone' });
  await phone.getByRole('radio', { name: 'German (Germany)' }).click();
  await expect(phone).toContainText('Paket');
  await page.goto(`${shop.url}/proof`);
  await expect(page.getByText(/^Buyers who read German \(Germany\) see \d+ texts in the shop’s own language\./)).toBeVisible();
  await shop.publish();
  const cart = { lines: [{ product: 'stoneware-10', quantity: 1 }], discounts: [], destination: { country: 'CA', postalCode: 'B4V 2L5' } };
  const german = async () => (await shop.quote({ ...cart, language: 'de-AT' } as never)).options.map(({ name }) => name);
  expect(await german()).toContain('Paket');
  await page.goto(`${shop.url}/shop/words?language=de-DE`);
  await page.getByRole('button', { name: 'Remove German (Germany)' }).click();
  await expect(page.getByRole('textbox', { name: /^German/ })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('textbox', { name: 'German (Germany): Ground parcel' })).toHaveValue('Paket');
  await page.getByLabel('E-mail address buyers write to').fill('nobody');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Write an address such as orders@shop.example.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Delivery policy' }).fill('Only **Tuesdays**.');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('main').locator('strong')).toHaveText('Tuesdays');
});

test('the delivery page: opened, copied, on paper, told what machines cannot read; a feed of goods written out', async ({
  page,
  shop,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.goto(`${shop.url}/shop/delivery`);
  await expect(page.getByText('a price its carrier tells for each order')).toBeVisible();
  await page.getByRole('button', { name: 'Copy it as HTML' }).click();
  await expect(page.getByText('The page is on the clipboard, as HTML')).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toMatch(/^<article lang="en-CA">/);
  const paper = await page.request.get((await page.getByRole('link', { name: 'As PDF' }).getAttribute('href')) ?? '');
  expect((await paper.body()).subarray(0, 5).toString()).toBe('%PDF-');
  await page.getByRole('main').getByLabel('Postal code').fill('B3H 4R2');
  const waits = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export the feed' }).click();
  const file = await (await waits).path();
  const { readFileSync } = await import('node:fs');
  expect(readFileSync(file, 'utf8')).toMatch(
    /^product,name,price,place,option,delivery,earliest,latest\r\n.*needle-tool,Needle tool,7\.50,CA B3H 4R2/s,
  );
  const opened = context.waitForEvent('page');
  await page.getByRole('link', { name: 'Open the page' }).click();
  const delivery = await opened;
  await expect(delivery.getByRole('heading', { level: 1 })).toHaveText('How Tidewrack Clay Supply delivers');
  await delivery.getByLabel('Country').selectOption('Chile');
  await delivery.getByRole('button', { name: 'Show it' }).click();
  await expect(delivery.getByText('We do not deliver to that address yet.')).toBeVisible();
});
