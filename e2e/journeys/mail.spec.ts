import { type Mailbox, openMailbox } from '@ostrakon/mailbox';
import { axeFaults, expect, test } from '../shop.ts';

let mailbox: Mailbox;
test.beforeEach(async () => {
  mailbox = await openMailbox();
});
test.afterEach(() => mailbox.close());

test('whoever packs is written to of an order, its buyer that it is on its way a minute later', async ({ page, shop }) => {
  await page.goto(`${shop.url}/shop/mail`);
  await expect(page.getByText('Nothing has been sent yet.')).toBeVisible();
  const server = page.getByRole('region', { name: 'The server that sends them' });
  await server.getByLabel('Server', { exact: true }).fill('not a server');
  await server.getByRole('button', { name: 'Save the server' }).click();
  await expect(server.getByText('Write the name of a server, such as mail.example.org')).toBeVisible();
  await server.getByLabel('They come from').fill('Tidewrack');
  await server.getByLabel('With the address').fill('orders@tidewrack.example');
  await server.getByLabel('Server', { exact: true }).fill('127.0.0.1');
  await server.getByLabel('The connection is').selectOption('none');
  await server.getByLabel('Port').fill(String(mailbox.smtpPort));
  await server.getByRole('button', { name: 'Save the server' }).click();
  await server.getByLabel('Send one now, to see that it arrives, to').fill('me@tidewrack.example');
  await server.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByText('The server said: 250 Kept as 1')).toBeVisible();

  await page.getByLabel(/It is on its way/).check();
  await page.getByRole('button', { name: 'Add somebody' }).click();
  const dialog = page.getByRole('dialog', { name: 'Somebody who packs' });
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByText('Write who that is')).toBeVisible();
  await dialog.getByLabel('Name').fill('Robin Pack');
  await dialog.getByLabel('E-mail').fill('robin@packing.example');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('region', { name: 'Those who pack' })).toContainText('every location; for each order');
  expect(await axeFaults(page)).toEqual([]);

  // An order comes.
  const cart = { lines: [{ product: 'needle-tool', quantity: 2 }], discounts: [], destination: { country: 'CA', postalCode: 'B4V 2L5' } };
  const quote = await (await page.request.post(`${shop.url}/public/v1/quotes`, { data: cart })).json();
  const { service, price } = quote.options.find((one: { service: string }) => one.service === 'ground');
  const buyer = { name: 'Idris Kell', mail: 'idris@buyer.example', street: '12 Mill Road', town: 'Bridgewater' };
  const order = { reference: 'mail-journey', cart, edition: quote.edition, choices: [{ service, price }], buyer };
  expect((await page.request.post(`${shop.url}/public/v1/orders`, { data: order })).status()).toBe(201);
  const sent = page.getByRole('region', { name: 'What became of them' });
  await expect(sent.getByRole('row', { name: /to pack To pack: Order 1001 robin@packing.example went/ })).toBeVisible({ timeout: 30_000 });

  // And can be read in the mailbox.
  await page.goto(mailbox.url);
  await page.getByRole('link', { name: /To pack: Order 1001/ }).click();
  await expect(page.frameLocator('iframe').getByText('2 Needle tool')).toBeVisible();
  await expect(page.getByRole('link', { name: 'order-1001.csv' })).toBeVisible();

  // And comes back after all: the report of that marks it.
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'The message, had it come back' }).click();
  const report = await (await download).path();
  await page.goto(`${shop.url}/shop/mail`);
  await page.getByText('Did one come back?').click();
  const file = page.getByLabel('The message that came back');
  await file.setInputFiles({ name: 'other.eml', mimeType: 'message/rfc822', buffer: Buffer.from('Subject: Hello\r\n\r\nIt came.') });
  await expect(page.getByRole('alert')).toHaveText(/no report of mail delivery/);
  await file.setInputFiles(report);
  const cameBack = sent.getByRole('row', { name: /To pack: Order 1001/ });
  await expect(cameBack).toContainText('Came back: 550 5.1.1 There is nobody of that name here any more');

  // Handed over: its buyer is told a minute later, and until then it can be kept back.
  await page.goto(`${shop.url}/orders?view=all`);
  const row = page.getByRole('row', { name: /Idris Kell/ });
  await row.focus();
  await page.keyboard.press('k');
  await expect(row).toContainText('packed');
  await page.keyboard.press('h');
  await expect(row).toContainText('handed over');
  await page.goto(`${shop.url}/shop/mail`);
  const told = sent.getByRole('row', { name: /on its way/ });
  await expect(told).toContainText('waits');
  await told.getByRole('button', { name: 'Do not send' }).click();
  await expect(told).toContainText('Called off by hand.');
});
