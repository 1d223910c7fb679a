import type { Page } from '@playwright/test';
import { axeFaults, expect, test } from '../shop.ts';

const drafts = (page: Page) => page.getByRole('main').getByRole('region', { name: 'Drafts' });
const header = (page: Page) => page.getByRole('banner');
const saved = (page: Page) => expect(header(page).getByRole('status')).toHaveText('Saved');

async function turnTo(page: Page, name: string): Promise<void> {
  await header(page)
    .getByRole('button', { name: /work on another draft$/ })
    .click();
  await page.getByRole('menu').getByText(name, { exact: true }).click();
}

/** Sets the first price of ground parcels to the Atlantic zone. */
async function setPrice(page: Page, price: string): Promise<void> {
  await page.goto(page.url().replace(/\/(editions|publish).*/, '/book/atlantic/ground'));
  const cell = page.getByLabel(/^Price of up to 2 kg|^Price up to 2 kg|^Price of/).first();
  await cell.fill(price);
  await cell.press('Enter');
  await saved(page);
}

test('a season is prepared in a draft of its own, brought up to date over a conflict, and becomes the main one', async ({ page, shop }) => {
  await page.goto(`${shop.url}/editions`);
  await turnTo(page, 'New draft…');
  const dialog = page.getByRole('dialog', { name: 'A new draft' });
  await dialog.getByRole('button', { name: 'Begin' }).click();
  await expect(dialog.getByText('Write a name, such as Holiday season')).toBeVisible();
  await dialog.getByLabel('Name').fill('Holiday season');
  expect(await axeFaults(page, '[role=dialog]')).toEqual([]);
  await dialog.getByRole('button', { name: 'Begin' }).click();
  await expect(header(page)).toContainText('Draft: Holiday season');
  await expect(drafts(page).getByRole('listitem')).toContainText('on screen');

  // Two changes here, one of them where the main draft changes something, too.
  await setPrice(page, '15.50');
  await page.goto(`${shop.url}/book`);
  await expect(header(page)).toContainText('Draft: Holiday season');
  await page.keyboard.press('Control+z');
  await saved(page);
  await page.keyboard.press('Control+Shift+z');
  await saved(page);
  const { id } = (await (await page.request.get(`${shop.url}/api/drafts`)).json()).drafts[0];
  const { revision } = await (await page.request.get(`${shop.url}/api/drafts/${id}`)).json();
  const command = { name: 'renameZone', args: { zone: 'central', name: 'The two big ones' } };
  const steps = [{ id: crypto.randomUUID(), kind: 'command', command }];
  expect((await page.request.post(`${shop.url}/api/drafts/${id}/steps`, { data: { revision, steps } })).status()).toBe(200);

  await turnTo(page, 'Main draft');
  await expect(header(page)).not.toContainText('Draft:');
  await page.goto(`${shop.url}/publish`);
  await expect(page.getByRole('region', { name: 'Trials that fail' })).toBeVisible();
  await page.getByLabel('Publish all the same').check();
  await page.getByLabel('Why? It is kept with the edition').fill('Known');
  await page.getByRole('button', { name: 'Publish edition 2' }).click();
  await expect(page.getByRole('heading', { name: 'Edition 2 is live' })).toBeVisible();

  await page.goto(`${shop.url}/editions`);
  await expect(drafts(page)).toContainText('edition 2 is live by now');
  await drafts(page).getByRole('button', { name: 'Bring Holiday season up to date' }).click();
  const bring = page.getByRole('dialog', { name: 'Bring “Holiday season” up to date' });
  await expect(bring.getByRole('region', { name: 'Change 1 of 2' })).toContainText('is now $15.50');
  await expect(bring).toContainText('up to 2 kg was $11.90, is now $14.90');
  expect(await axeFaults(page, '[role=dialog]')).toEqual([]);
  await bring.getByRole('button', { name: 'Leave it as in edition 2' }).click();
  await expect(bring).toContainText('One change of 2 is made on edition 2; 1 not made.');
  await bring.getByRole('button', { name: 'Back' }).click();
  await bring.getByRole('button', { name: 'Make my change all the same' }).click();
  await expect(bring).toContainText('2 changes of 2 are made on edition 2.');
  await bring.getByRole('button', { name: 'Go on from there' }).click();
  await expect(page.getByText('“Holiday season” now goes on from edition 2')).toBeVisible();
  await expect(drafts(page).getByRole('listitem').first()).toContainText('from edition 2');
  await expect(header(page)).toContainText('Draft: Holiday season');

  await drafts(page).getByRole('button', { name: 'More about the draft Holiday season' }).click();
  await page.getByRole('menuitem', { name: /^Make it the main draft/ }).click();
  await expect(page.getByText('“Holiday season” is the main draft now')).toBeVisible();
  await expect(header(page)).not.toContainText('Draft:');
  await page.goto(`${shop.url}/book`);
  await expect(page.getByRole('main').getByText('The two big ones').first()).toBeVisible();
  await header(page).getByRole('button', { name: 'Undo taking over another draft (Ctrl Z)' }).click();
  await expect(page.getByRole('main').getByText('The two big ones')).toHaveCount(0);
});

test('an edition opens as a draft; it is renamed, thrown away, and brought back as it was', async ({ page, shop }) => {
  await page.goto(`${shop.url}/editions`);
  await expect(header(page).getByRole('link', { name: /^Proof 4 that turn buyers away/ })).toBeVisible();
  await page.getByRole('button', { name: 'More about edition 1', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Open as a draft…' }).click();
  const dialog = page.getByRole('dialog', { name: 'A new draft' });
  await dialog.getByLabel('Name').fill('Sale');
  await dialog.getByLabel('Name').press('Enter');
  await expect(header(page)).toContainText('Draft: Sale');
  // What is found in it was brought by no edit.
  await expect(header(page).getByRole('link', { name: /^Proof 2 that turn buyers away/ })).toBeVisible();
  await page.waitForTimeout(1500);
  // At once: a notice goes by itself after a while.
  expect(await page.getByText('New finding').count()).toBe(0);
  const more = () => drafts(page).getByRole('button', { name: /^More about the draft/ });
  await more().click();
  await page.getByRole('menuitem', { name: 'Rename' }).click();
  await drafts(page).getByLabel('Name').fill('Sale weekend');
  await drafts(page).getByRole('button', { name: 'Rename' }).click();
  await expect(header(page)).toContainText('Draft: Sale weekend');
  await more().click();
  await page.getByRole('menuitem', { name: 'Throw it away' }).click();
  await expect(header(page)).not.toContainText('Draft:');
  await drafts(page).getByText('One thrown away').click();
  await drafts(page).getByRole('button', { name: 'Bring Sale weekend back' }).click();
  await drafts(page).getByRole('button', { name: 'Work on Sale weekend' }).click();
  await expect(header(page)).toContainText('Draft: Sale weekend');
  // A link names the draft it is about; one that is not there leads to the main one.
  await page.goto(`${shop.url}/book?draft=99`);
  await expect(page.getByRole('main')).toContainText('Atlantic');
  await expect(header(page)).not.toContainText('Draft:');
});

test('a page asks for its draft once, whichever it is, and for nothing it does not use', async ({ page, shop }) => {
  const { id } = await (await page.request.post(`${shop.url}/api/drafts`, { data: { name: 'Sale', from: 1 } })).json();
  for (const [path, draft] of [
    ['/book', 1],
    [`/book?draft=${id}`, id],
  ] as const) {
    const asked: string[] = [];
    const note = (request: { url(): string }) => asked.push(new URL(request.url()).pathname);
    page.on('request', note);
    await page.goto(shop.url + path);
    await page.waitForLoadState('networkidle');
    page.off('request', note);
    expect(asked.filter((one) => /^\/api\/drafts?(\/\d+)?$/.test(one) && one !== '/api/drafts')).toEqual([`/api/drafts/${draft}`]);
  }
});
