import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { axeFaults, bench, expect, putGoods, sees, test } from '../shop.ts';

const table = (page: Page) => page.getByRole('table', { name: 'Trials' });
const row = (page: Page, name: string) =>
  table(page)
    .getByRole('row')
    .filter({ has: page.getByRole('button', { name, exact: true }) });
const names = (page: Page) =>
  table(page)
    .locator('tbody tr[data-trial]')
    .evaluateAll((rows) => rows.map((one) => one.getAttribute('data-trial')));
const expected = (page: Page) => bench(page).getByRole('region', { name: 'This trial expects' });

async function choose(page: Page, name: string, entry: string): Promise<void> {
  await page.getByRole('button', { name: `More about ${name}`, exact: true }).click();
  await page.getByRole('menuitem', { name: entry, exact: true }).click();
}

test('failing trials come first and say why; an edit breaks one that held, its undo mends it; the cart goes to the bench', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/proof/trials`);
  await expect(page.getByRole('heading', { name: '4 of 12 trials fail in the draft' })).toBeVisible();
  await expect(page.getByText('Live, 1 fails.')).toBeVisible();
  await expect(row(page, 'Glaze to the north')).toContainText('Ground parcel: starts at 2.2 kg; this cart has 2.14 kg, 0.06 kg short.');
  await expect(row(page, 'School order at three addresses')).toContainText('Ground parcel costs $45.00, $3.00 more than expected.');
  await expect(row(page, 'Brushes to Mexico')).toContainText('The address lies in no zone.');
  expect((await names(page)).slice(0, 4)).toEqual(['glaze-north', 'three-schools', 'wheel', 'left-over-country']);

  await row(page, 'Glaze to the north').getByRole('button', { name: 'Glaze to the north', exact: true }).click();
  await expect(sees(page)).toContainText('We have no delivery price for this order yet');
  await expect(expected(page)).toContainText('Ground parcel $27.50');
  await expect(bench(page).getByRole('link', { name: '4 trials fail' })).toBeVisible();

  await shop.send({ name: 'setLimits', args: { zone: 'north', service: 'ground', limits: [] } });
  await page.reload();
  await expect(page.getByRole('heading', { name: '3 of 12 trials fail in the draft' })).toBeVisible();
  await expect(expected(page)).toContainText('holds');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('heading', { name: '4 of 12 trials fail in the draft' })).toBeVisible();
  await expect(page.getByRole('link', { name: /^Proof .*trials that fail: ?4/ })).toBeVisible();
});

test('a trial made on the bench, told what to expect, with wrong input kept at its field; expected, broken, and taken back', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/proof/trials`);
  await expect(page.getByRole('heading', { name: /trials fail/ })).toBeVisible();
  await bench(page).getByRole('button', { name: 'Empty the cart' }).click();
  await putGoods(page, '40', '3 kg');
  await page.getByRole('button', { name: 'Save as trial' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Three kilograms');
  await page.getByRole('button', { name: 'Save trial' }).click();
  await expect(row(page, 'Three kilograms')).toContainText('nothing yet');

  await expected(page).getByRole('button', { name: 'Say what…' }).click();
  const dialog = page.getByRole('dialog', { name: 'What is expected of “Three kilograms”' });
  await dialog.getByRole('button', { name: 'Expect something' }).click();
  const first = dialog.getByRole('group', { name: 'Expectation 1' });
  await first.getByLabel('Service').selectOption({ label: 'Ground parcel' });
  await first.getByLabel('Price').fill('eleven');
  await dialog.getByLabel('Bought', { exact: true }).selectOption({ label: 'so many days from now' });
  await dialog.getByLabel('Days', { exact: true }).fill('soon');
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(first.getByRole('alert')).toBeVisible();
  await expect(dialog.getByText('Write whole days, from 0 to 400')).toBeVisible();
  await expect(first.getByLabel('Price')).toHaveValue('eleven');
  await first.getByLabel('Price').fill('11.00');
  await dialog.getByLabel('Days', { exact: true }).fill('2');
  expect(await axeFaults(page, '[role=dialog]')).toEqual([]);
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(dialog).toBeHidden();
  await expect(row(page, 'Three kilograms')).toContainText(/Ground parcel costs \$[\d.]+, \$[\d.]+ (more|less) than expected/);
  await expect(row(page, 'Three kilograms')).toContainText('bought in 2 days, 12:00');

  await choose(page, 'Three kilograms', 'Expect what it gets now');
  await expect(row(page, 'Three kilograms')).toContainText('and 5 more');
  await expect(page.getByRole('heading', { name: '4 of 13 trials fail in the draft' })).toBeVisible();
  await choose(page, 'Three kilograms', 'Copy it');
  await expect(row(page, 'Three kilograms, copy')).toBeVisible();
  await choose(page, 'Three kilograms', 'Remove it');
  await expect(row(page, 'Three kilograms')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo removal of Three kilograms' }).click();
  await expect(row(page, 'Three kilograms')).toBeVisible();
  await page.getByRole('button', { name: 'Undo copy of Three kilograms' }).click();
  await expect(row(page, 'Three kilograms, copy')).toHaveCount(0);
});

test('what many trials get now is taken as expected; order by keyboard; one trial in every zone', async ({ page, shop }) => {
  await page.goto(`${shop.url}/proof/trials`);
  await page.getByRole('button', { name: 'Expect what they get now…' }).click();
  const dialog = page.getByRole('dialog', { name: 'Expect what they get now' });
  await expect(dialog.getByText('That is none of them.')).toBeVisible();
  await dialog.getByLabel('All trials, in place of what they expect').click();
  await expect(dialog.getByText('That is 12 of 12.')).toBeVisible();
  await dialog.getByRole('button', { name: 'Expect it' }).click();
  await expect(page.getByRole('heading', { name: 'Every trial holds in the draft' })).toBeVisible();
  await page.getByRole('button', { name: /^Undo what 12 trials expect/ }).click();
  await expect(page.getByRole('heading', { name: '4 of 12 trials fail in the draft' })).toBeVisible();

  await page.getByRole('radio', { name: 'In my order' }).click();
  await page.getByRole('button', { name: 'More about One needle tool', exact: true }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('menuitem', { name: 'Move up' }).press('Enter');
  await expect.poll(() => names(page)).toEqual(expect.arrayContaining(['one-needle-tool']));
  await expect.poll(async () => (await names(page)).slice(0, 2)).toEqual(['one-needle-tool', 'studio-restock']);
  await page.reload();
  await expect.poll(async () => (await names(page)).slice(0, 2)).toEqual(['one-needle-tool', 'studio-restock']);
  // Rows grow when what their carts get is there.
  await expect(page.getByRole('heading', { name: '4 of 12 trials fail in the draft' })).toBeVisible();
  await row(page, 'Class set').dragTo(row(page, 'One needle tool'));
  await expect.poll(async () => (await names(page)).slice(0, 2)).toEqual(['class-set', 'one-needle-tool']);

  await choose(page, 'Studio restock', 'Look at it in every zone');
  const zones = page.getByRole('table', { name: 'Studio restock in every zone' });
  await expect(zones.getByRole('row', { name: /^United States/ })).toContainText('$40.43');
  await zones.getByRole('button', { name: 'United States' }).click();
  await expect(sees(page)).toContainText('$40.43');
  await page.getByRole('button', { name: 'All trials' }).click();
  await expect(table(page)).toBeVisible();
});

test('trials go to a file and come from one; a file with faults is told row by row, and nothing of it is taken', async ({ page, shop }) => {
  await page.goto(`${shop.url}/proof/trials`);
  await expect(page.getByRole('heading', { name: /trials fail/ })).toBeVisible();
  const write = async (entry: string) => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Import, export' }).click();
    await page.getByRole('menuitem', { name: entry }).click();
    return readFileSync(await (await download).path(), 'utf8');
  };
  const json = await write('Write a JSON file');
  const csv = await write('Write a table (CSV)');
  await expect(page.getByText('One trial has more than a table can hold')).toBeVisible();
  expect(csv).toContain('Glaze to the north,,CA,CA-YT,Y1A 2C6');

  const read = (name: string, text: string) =>
    page.getByLabel('Trials file').setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  const faulty =
    'name,country,product,quantity,expects,service,from\nNew one,CA,needle-tool,two,price,Ground parcel,9\nNew one,,wax,1,price,Sledge,9\n';
  await read('faulty.csv', faulty);
  const refused = page.getByRole('dialog', { name: 'Nothing was taken' });
  await expect(refused).toContainText('Row 2, quantity: Write a whole number from 1.');
  await expect(refused).toContainText('Row 3, product: No product has the id “wax”.');
  await expect(refused).toContainText('Row 3, service: No service is called “Sledge”.');
  await refused.getByRole('button', { name: 'Close', exact: true }).last().click();

  await read('mended.csv', faulty.replace('two', '2').replace(',wax,', ',needle-tool,').replace('Sledge', 'Letter packet'));
  const seen = page.getByRole('dialog', { name: 'Read trials from a file' });
  await expect(seen).toContainText('1 trial is new.');
  await seen.getByRole('button', { name: 'Take them' }).click();
  await expect(row(page, 'New one')).toBeVisible();
  await choose(page, 'Glaze to the north', 'Remove it');
  await expect(row(page, 'Glaze to the north')).toHaveCount(0);
  await read('all.json', json);
  await expect(seen).toContainText('1 trial is new; 11 take the place of what is saved');
  await seen.getByRole('button', { name: 'Take them' }).click();
  await expect(row(page, 'Glaze to the north')).toBeVisible();
  await expect(row(page, 'New one')).toBeVisible();
  await read('broken.json', '{"format":"ostrakon-trials"');
  await expect(refused).toContainText('This is no JSON file.');
});

test('the cart of a finding is kept as a trial', async ({ page, shop }) => {
  await page.goto(`${shop.url}/proof`);
  await page.getByRole('button', { name: /^Keep as a trial: Carts over 2 kg and under 2.2 kg/ }).click();
  await expect(page.getByText(/^Kept as the trial “/)).toBeVisible();
  await page.getByRole('link', { name: 'Trials', exact: true }).click();
  await expect(table(page).locator('tbody tr[data-trial]')).toHaveCount(13);
});
