import { readFileSync } from 'node:fs';
import type { DeskList, DeskRow } from '@ostrakon/core/contract';
import type { Page } from '@playwright/test';
import { BarcodeFormat, BinaryBitmap, DecodeHintType, HybridBinarizer, MultiFormatReader, RGBLuminanceSource } from '@zxing/library';
import { PNG } from 'pngjs';
import { axeFaults, expect, test, tooWide } from '../shop.ts';

/** What the bars of a picture say, as a package for reading them has it. */
function barsIn(png: Buffer): string {
  const { data, width, height } = PNG.sync.read(png);
  const grey = new Uint8ClampedArray(width * height);
  for (let at = 0; at < grey.length; at += 1)
    grey[at] = Math.round(((data[at * 4] ?? 0) + (data[at * 4 + 1] ?? 0) + (data[at * 4 + 2] ?? 0)) / 3);
  const reader = new MultiFormatReader();
  const hints = new Map<DecodeHintType, unknown>([
    [DecodeHintType.POSSIBLE_FORMATS, [BarcodeFormat.CODE_128]],
    [DecodeHintType.TRY_HARDER, true],
  ]);
  return reader.decode(new BinaryBitmap(new HybridBinarizer(new RGBLuminanceSource(grey, width, height))), hints).getText();
}

const desk = (page: Page) => page.getByRole('grid', { name: 'Orders' });
/** Its own row: what is said of orders that can travel together names them, too. */
const line = (page: Page, number: number) => desk(page).getByRole('row', { name: new RegExp(`^Choose order ${number} `) });
const panel = (page: Page, number: number | string) => page.getByRole('complementary', { name: `Order ${number}` });

/** Places an order as the shop front does, by whatever costs least. */
async function place(page: Page, url: string, reference: string, buyer: object, product = 'needle-tool'): Promise<number> {
  const cart = { lines: [{ product, quantity: 1 }], discounts: [], destination: { country: 'CA', postalCode: 'B4V 2L5' } };
  const quote = await (await page.request.post(`${url}/public/v1/quotes`, { data: cart })).json();
  const { service, price } = quote.options.find((one: { service: string }) => one.service === 'ground');
  const order = { reference, cart, edition: quote.edition, choices: [{ service, price }], buyer };
  const answer = await page.request.post(`${url}/public/v1/orders`, { data: order });
  expect(answer.status(), await answer.text()).toBe(201);
  return (await answer.json()).number;
}
const idris = { name: 'Idris Kell', mail: 'idris@buyer.example', street: '12 Mill Road', town: 'Bridgewater' };
const rowsOf = async (page: Page, url: string, query: string): Promise<DeskRow[]> =>
  ((await (await page.request.get(`${url}/api/orders?${query}`)).json()) as DeskList).rows;

test('an order of the shop front comes to the desk as it is placed, is packed with a second one, and goes its way by keyboard', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/orders?view=waiting`);
  await expect(page.getByText('No order waits to be packed.')).toBeVisible();
  const first = await place(page, shop.url, 'journey-0001', idris);
  // Nobody has pressed anything: the desk hears of it.
  await expect(line(page, first)).toContainText('Idris Kell Bridgewater');
  const second = await place(page, shop.url, 'journey-0002', { ...idris, street: '12 MILL RD.' }, 'celadon-473');
  await expect(page.getByText(`${first} and ${second} can travel together.`)).toBeVisible();
  await page.getByRole('button', { name: 'Pack together…' }).click();
  await page.getByRole('menuitem', { name: /^Give back \$/ }).click();
  await expect(page.getByText(/can travel together/)).toBeHidden();

  await line(page, first).click();
  await expect(panel(page, first)).toContainText(`Travels together with ${second}.`);
  await expect(panel(page, first).getByRole('heading', { name: 'One parcel' })).toBeVisible();
  await expect(panel(page, first)).toContainText('1 Needle tool');
  await expect(panel(page, first)).toContainText('1 Celadon glaze, 473 ml');
  await line(page, second).click();
  await expect(panel(page, second)).toContainText('To give back');

  await line(page, first).focus();
  await page.keyboard.press('k');
  await expect(line(page, second)).toContainText('packed');
  await page.keyboard.press('Control+z');
  await expect(line(page, first)).toContainText('new');
  await page.keyboard.press('b');
  await expect(line(page, first)).toContainText('packing');
  await page.keyboard.press('k');
  await expect(line(page, first)).toContainText('packed');

  await line(page, first).click();
  const labels = panel(page, first).getByRole('region', { name: 'Labels' });
  await labels.getByRole('button', { name: 'Buy the label' }).click();
  // UPU standard S10: two letters, eight digits and a check digit, the country.
  await expect(labels.getByRole('listitem')).toHaveText(/^LX\d{9}CA \$\d+\.\d\d$/);
  const saved = page.waitForEvent('download');
  await labels.getByRole('combobox', { name: 'Paper' }).selectOption({ label: 'A4, two on a sheet' });
  await labels.getByRole('button', { name: 'Print' }).click();
  expect((await saved).suggestedFilename()).toBe('labels.pdf');
  // As a picture, and handed over with that: another package reads its bars (Code 128, ISO/IEC 15417).
  const [tracking] = ((await labels.getByRole('listitem').textContent()) ?? '').split(' ');
  await labels.getByRole('combobox', { name: 'Paper' }).selectOption({ label: 'A picture of each (PNG)' });
  await labels.getByLabel('Mark what is packed as handed over when its labels are printed').check();
  const picture = page.waitForEvent('download');
  await labels.getByRole('button', { name: 'Print' }).click();
  expect((await picture).suggestedFilename()).toBe('label-1.png');
  expect(barsIn(readFileSync(await (await picture).path()))).toBe(tracking);
  await expect(page.getByText('No order waits to be packed.')).toBeVisible();
  await page.getByRole('radio', { name: 'Under way 2' }).click();
  await line(page, first).click();
  await page.request.post(`${shop.carriers}/petrel-post/practice/hasten`, { data: { hours: 600 } });
  await page.getByRole('button', { name: 'Where are they?' }).click();
  await expect(page.getByText('Nothing is under way.')).toBeVisible();
  await expect(panel(page, first).getByRole('region', { name: 'What happened' })).toContainText('arrived, as the carrier says');
  await expect(panel(page, first).getByRole('region', { name: 'Labels' })).toContainText('Arrived, Bridgewater');
  await page.keyboard.press('Escape');
  await expect(panel(page, first)).toBeHidden();
});

test('two at one desk see each other’s marks, and who comes second is told', async ({ page, shop }) => {
  const number = await place(page, shop.url, 'journey-0003', idris);
  const [row] = await rowsOf(page, shop.url, 'view=waiting');
  const other = await page.context().newPage();
  for (const one of [page, other]) {
    await one.goto(`${shop.url}/orders/${number}?view=waiting`);
    await expect(panel(one, number).getByRole('button', { name: 'Packed' })).toBeVisible();
  }
  // The second desk hears nothing for a while.
  await other.route('**/api/orders/**', (route) => (route.request().method() === 'GET' ? route.abort() : route.continue()));
  await other.route('**/api/orders?*', (route) => route.abort());
  await panel(page, number).getByRole('button', { name: 'Packed' }).click();
  await expect(line(page, number)).toContainText('packed');
  await panel(other, number).getByRole('button', { name: 'More…' }).click();
  await other.getByRole('menuitem', { name: 'Call this order off' }).click();
  await expect(other.getByText('1 order changed meanwhile by somebody else; look again')).toBeVisible();
  expect((await rowsOf(page, shop.url, 'view=all')).find(({ id }) => id === row?.id)).toMatchObject({ state: 'packed' });
  await other.close();
});

test('labels for forty orders: two fail, are told with why, and only those are bought again', async ({ page, shop }) => {
  for (let at = 0; at < 40; at += 1)
    await place(page, shop.url, `bulk-${at}-order`, { ...idris, name: `Buyer ${at}`, mail: `b${at}@buyer.example` });
  await page.goto(`${shop.url}/orders?view=waiting`);
  await line(page, 1001).focus();
  for (let at = 0; at < 40; at += 1) {
    await page.keyboard.press(' ');
    await page.keyboard.press('ArrowDown');
  }
  await expect(page.getByText('40 orders chosen')).toBeVisible();
  const practise = (fault: string) => page.request.post(`${shop.carriers}/petrel-post/practice/fault`, { data: { fault } });
  await practise('everyTwentiethLabel');
  await page.keyboard.press('l');
  const dialog = page.getByRole('dialog', { name: 'Some labels were not bought' });
  await expect(dialog.getByRole('status')).toContainText('38 of 40 labels bought, $');
  await expect(dialog.getByRole('listitem')).toHaveCount(2);
  await practise('none');
  await dialog.getByRole('button', { name: 'Buy the missing ones' }).click();
  await expect(page.getByRole('dialog', { name: 'Labels bought' }).getByRole('status')).toContainText('2 of 2 labels bought');
  const rows = await rowsOf(page, shop.url, 'view=waiting&limit=100');
  expect(rows.map(({ labels }) => labels)).toEqual(rows.map(() => 1));
});

test.describe('with some weeks of orders', () => {
  test.use({ seeded: 'orders' });

  test('what leaves first stands first; searched, narrowed, walked and opened; another carton, and its figures follow', async ({
    page,
    shop,
  }) => {
    await page.goto(`${shop.url}/orders?view=waiting`);
    await expect(desk(page).getByRole('row').first()).toBeVisible();
    const rows = await rowsOf(page, shop.url, 'view=waiting');
    const due = rows.map(({ leavesOn, dueAt }) => `${leavesOn ?? '9'} ${dueAt ?? '9'}`);
    expect(due).toEqual(due.toSorted());
    expect(rows.length).toBeGreaterThan(10);
    const wanted = rows.find(({ kind, weight, parcels }) => kind !== 'counter' && parcels === 1 && weight < 2_000_000_000) as DeskRow;
    await page.getByRole('searchbox', { name: 'Search orders' }).fill(wanted.name?.toUpperCase() ?? '');
    await expect(line(page, wanted.order)).toBeVisible();
    await page.getByRole('searchbox', { name: 'Search orders' }).fill('nobody of that name');
    await expect(page.getByText('Nothing fits what you search for.')).toBeVisible();
    // Of one letter, too, once nobody types on.
    await page.getByRole('searchbox', { name: 'Search orders' }).fill('1');
    await expect(page.getByText('Nothing fits what you search for.')).toBeHidden();
    await expect(
      desk(page)
        .getByRole('row', { name: /^Choose order 1/ })
        .first(),
    ).toBeVisible();
    await page.goto(`${shop.url}/orders/${wanted.order}?view=waiting`);
    const parcels = panel(page, wanted.order).getByRole('region', { name: 'Parcels' });
    await expect(parcels).toBeVisible();
    await parcels.getByRole('combobox', { name: 'Pack into' }).selectOption({ label: 'Pack into: Large carton' });
    await expect(parcels.getByText('Large carton ·').first()).toBeVisible();
    await expect(panel(page, wanted.order).getByRole('region', { name: 'What is left of it' })).toContainText('−$2.85');
    await expect(panel(page, wanted.order)).toContainText('packed into Large carton, the owner');
    const [after] = (await rowsOf(page, shop.url, `view=all&text=${wanted.order}`)).filter(({ id }) => id === wanted.id);
    expect(after?.weight).toBeGreaterThan(wanted.weight);
    expect(await axeFaults(page)).toEqual([]);
    await page.setViewportSize({ width: 1024, height: 768 });
    expect(await tooWide(page)).toEqual([]);
  });

  test('what was collected at the counter is found by name and marked; a buyer is forgotten', async ({ page, shop }) => {
    const ready = (await rowsOf(page, shop.url, 'view=all&service=counter&limit=500')).find(
      ({ state }) => state === 'packed' || state === 'new',
    );
    if (ready === undefined) throw new Error('The demo has nothing that waits at its counter');
    if (ready.state === 'new')
      await page.request.post(`${shop.url}/api/orders/marks`, { data: { step: 'pack', of: [{ id: ready.id, revision: ready.revision }] } });
    await page.goto(`${shop.url}/orders?view=ready`);
    await page.getByRole('searchbox', { name: 'Search orders' }).fill(ready.name ?? '');
    await line(page, ready.order).focus();
    await page.keyboard.press('c');
    await expect(line(page, ready.order)).toBeHidden();
    await page.goto(`${shop.url}/orders/${ready.order}?view=done`);
    await panel(page, ready.order).getByRole('button', { name: 'More…' }).click();
    await page.getByRole('menuitem', { name: 'Forget who bought…' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Forget' }).click();
    await expect(panel(page, ready.order)).toContainText('buyer forgotten');
    expect((await rowsOf(page, shop.url, `view=all&text=${ready.order}`)).find(({ id }) => id === ready.id)?.name).toBeNull();
  });

  test('slips are changed with their look beside, faults told by line, printed for many; a round has its sheet', async ({ page, shop }) => {
    await page.goto(`${shop.url}/orders/papers`);
    const paper = page.frameLocator('iframe');
    await expect(paper.getByRole('heading', { level: 2 })).toContainText('Packing slip: Order');
    await expect(paper.getByText('Price', { exact: true })).toBeHidden();
    await page.getByLabel('Prices').check();
    await expect(paper.getByText('Price', { exact: true })).toBeVisible();
    await page.getByLabel('A few words at its end').fill('Glazes stand upright');
    await expect(paper.getByText('Glazes stand upright')).toBeVisible();
    await page.getByRole('button', { name: 'Change the template itself' }).click();
    const source = page.getByLabel('Template, in the Liquid language');
    const given = await source.inputValue();
    await source.fill(`${given}\n{{ order.nothing | upcase }}`);
    await expect(page.getByRole('alert')).toHaveText(/^Line \d+: .*nothing/);
    await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled();
    await source.fill(`<h1>Mine {{ order.number }}</h1>{{ choices.note }}`);
    await expect(paper.getByRole('heading', { level: 1 })).toContainText('Mine 1');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('Packing slips: saved')).toBeVisible();
    await page.reload();
    await expect(source).toHaveValue(/^<h1>Mine/);
    await page.getByRole('button', { name: 'As it came with the shop' }).click();
    await page.getByRole('button', { name: 'Save' }).click();
    expect(await axeFaults(page)).toEqual([]);

    await page.getByRole('main').getByRole('link', { name: 'Orders' }).click();
    await page.getByRole('radio', { name: /^Waiting/ }).click();
    await page.getByLabel('Service').selectOption({ label: 'Van round' });
    const round = await rowsOf(page, shop.url, 'view=waiting&service=van');
    expect(round.length).toBeGreaterThan(0);
    await expect(desk(page).locator('[data-row]')).toHaveCount(round.length);
    for (const { order } of round) await page.getByLabel(`Choose order ${order}`).check();
    for (const [name, file] of [
      ['Round sheet', 'round-sheet.pdf'],
      ['Packing slips', 'packing-slips.pdf'],
    ] as const) {
      const saved = page.waitForEvent('download');
      await page.getByRole('button', { name: 'Print…' }).click();
      await page.getByRole('menuitem', { name }).click();
      expect((await saved).suggestedFilename()).toBe(file);
    }
  });

  test('a list is narrowed to what is in trouble, kept under a name, shown again and forgotten', async ({ page, shop }) => {
    // Charged other than its edition asks.
    const key = { kind: 'server', name: 'Checkout', scopes: ['orders'] };
    const { secret } = await (await page.request.post(`${shop.url}/api/keys`, { data: key })).json();
    const cart = { lines: [{ product: 'needle-tool', quantity: 1 }], discounts: [], destination: { country: 'CA', postalCode: 'B4V 2L5' } };
    const data = { reference: 'in-trouble', cart, choices: [{ service: 'ground', price: 1 }], buyer: idris };
    await page.request.post(`${shop.url}/public/v1/orders`, { data, headers: { authorization: `Bearer ${secret}` } });
    await page.goto(`${shop.url}/orders?view=all`);
    await expect(desk(page).locator('[data-row]').nth(5)).toBeVisible();
    await page.getByLabel('With trouble').click();
    await expect(desk(page).locator('[data-row]')).toHaveCount(1);
    await expect(desk(page)).toContainText('Idris Kell');
    await expect(page).toHaveURL(/trouble=1/);
    const mine = page.getByRole('button', { name: 'My lists' });
    await mine.click();
    await page.getByRole('menuitem', { name: 'Keep what is shown…' }).click();
    const dialog = page.getByRole('dialog', { name: 'Keep this list' });
    await dialog.getByRole('button', { name: 'Keep' }).click();
    await expect(dialog).toContainText('Write a name');
    await dialog.getByRole('textbox').fill('To be looked into');
    await page.keyboard.press('Enter');
    await expect(dialog).toBeHidden();
    await page.goto(`${shop.url}/orders`);
    await mine.click();
    await page.getByRole('menuitem', { name: 'To be looked into' }).first().click();
    await expect(page.getByLabel('With trouble')).toBeChecked();
    await expect(desk(page).locator('[data-row]')).toHaveCount(1);
    await mine.click();
    await page.getByRole('menuitem', { name: 'To be looked into' }).last().click();
    await mine.click();
    await expect(page.getByRole('menuitem')).toHaveText(['Keep what is shown…']);
  });

  test('a round is ticked off stop by stop, as it is driven', async ({ page, shop }) => {
    const round = await rowsOf(page, shop.url, 'view=waiting&service=van');
    await page.goto(`${shop.url}/orders?view=waiting&service=van`);
    for (const { order } of round) await page.getByLabel(`Choose order ${order}`).check();
    await page.getByRole('button', { name: 'Tick list' }).click();
    const dialog = page.getByRole('dialog', { name: 'The round' });
    await expect(dialog).toContainText(`${round.length} to go.`);
    const stops = dialog.getByRole('listitem');
    await expect(stops).toHaveCount(round.length);
    await stops.first().getByRole('checkbox').click();
    await expect(stops.first()).toContainText('arrived');
    await expect(dialog).toContainText(round.length === 1 ? 'All are delivered.' : `${round.length - 1} to go.`);
    expect(await axeFaults(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await expect(dialog).toBeHidden();
    const after = await rowsOf(page, shop.url, 'view=done&service=van&limit=500');
    expect(after.filter(({ id }) => round.some((row) => row.id === id))).toMatchObject([{ state: 'delivered' }]);
  });

  test('slips bear the mark of the shop; what goes abroad has its customs form', async ({ page, shop }) => {
    await page.goto(`${shop.url}/orders/papers`);
    const mark = page.getByLabel('The mark of your shop, at its top');
    await mark.setInputFiles({ name: 'mark.png', mimeType: 'image/png', buffer: Buffer.from('no picture at all') });
    await expect(page.getByRole('alert')).toHaveText(/picture/);
    const png = new PNG({ width: 24, height: 12 });
    png.data.fill(120);
    await mark.setInputFiles({ name: 'mark.png', mimeType: 'image/png', buffer: PNG.sync.write(png) });
    await expect(page.frameLocator('iframe').locator('img').first()).toBeVisible();
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('Packing slips: saved')).toBeVisible();

    const rows = await rowsOf(page, shop.url, 'view=all&sort=newest&limit=500');
    const abroad = rows.find(({ country, kind }) => country !== 'CA' && kind !== 'counter');
    const home = rows.find(({ country, kind }) => country === 'CA' && kind !== 'counter');
    if (!abroad || !home) throw new Error('The demo has no order that goes abroad, or none that stays');
    await page.goto(`${shop.url}/orders/${home.order}?view=all`);
    await expect(page.getByRole('button', { name: 'Print slip' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Print customs form' })).toBeHidden();
    await page.goto(`${shop.url}/orders/${abroad.order}?view=all`);
    await expect(page.getByRole('button', { name: 'Print customs form' })).toBeVisible();
    await page.goto(`${shop.url}/orders?view=all&text=${abroad.order}`);
    await page.getByLabel(`Choose order ${abroad.order}`).check();
    await page.getByRole('button', { name: 'Print…' }).click();
    const saved = page.waitForEvent('download');
    await page.getByRole('menuitem', { name: 'Customs forms' }).click();
    const file = readFileSync(await (await saved).path());
    expect((await saved).suggestedFilename()).toBe('customs-forms.pdf');
    expect(file.subarray(0, 5).toString()).toBe('%PDF-');
  });
});
