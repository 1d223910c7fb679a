import { readFile } from 'node:fs/promises';
import type { Locator, Page } from '@playwright/test';
import { bench, expect, option, sees, test } from '../shop.ts';

const goods = (page: Page) => page.getByRole('grid', { name: 'Goods' });
const row = (page: Page, name: string | RegExp) => goods(page).getByRole('row', { name });
/** Columns count from 1; the first is the checkbox. */
const WEIGHT = 6;
const cellOf = (of: Locator, column: number) => of.locator(`[aria-colindex="${column}"]`);

async function offerFile(page: Page, name: string, content: string | Buffer): Promise<Locator> {
  await page.getByRole('button', { name: 'Import', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'Import goods' });
  await dialog.getByLabel('Goods file').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(content) });
  return dialog;
}

test('a goods file with faults: columns, lines and reasons; good rows taken, bad ones saved, mended and taken; the bench follows', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/shop/goods`);
  await expect(bench(page)).toContainText('11.8 kg + 0.19 kg packing');
  const file = [
    'Artikel;Name;Price;Weight (kg);Size;Goods group;Fragile',
    'stoneware-10;Stoneware clay, 10 kg;24,50;14,2;28 x 20 x 14 cm;Clay and dry materials;no',
    'kettle;"Kettle, ""tall""";32,00;1,4;20x20x25;Tea ware;yes',
    'kettle;Twice;1,00;1;1x1x1;;',
    'no-price;No price;free;-2;1 x 1;;maybe',
  ].join('\r\n');
  const dialog = await offerFile(page, 'goods.csv', file);
  await expect(dialog).toContainText('4 rows, read as UTF-8, cells parted by semicolons');
  await expect(dialog.getByRole('alert')).toContainText('which column holds the article number');
  await dialog.getByLabel('Artikel is taken as').selectOption({ label: 'Article number' });
  await dialog.getByRole('button', { name: 'Check the rows' }).click();
  await expect(dialog).toContainText('1 new product, 1 changed, 0 as before.');
  await expect(dialog).toContainText('New goods groups will be added: Tea ware.');
  const bad = dialog.getByRole('region', { name: 'Rows not taken' });
  await expect(bad).toContainText('2 rows are not taken');
  await expect(bad.getByRole('row').filter({ hasText: 'stands on line 3 already' })).toContainText('4');
  for (const words of ['Price: ', 'Weight: Write 0 or more.', 'Size: Write three sides', 'Fragile: Write yes or no.'])
    await expect(bad).toContainText(words);
  const download = page.waitForEvent('download');
  await bad.getByRole('button', { name: 'Save them as a file, to be mended' }).click();
  const badFile = await readFile(await (await download).path(), 'utf8');
  expect(badFile).toContain('no-price;No price;free;"\'-2";1 x 1;;maybe;5;');
  await expect(bench(page)).toContainText('11.8 kg + 0.19 kg packing');
  await dialog.getByRole('button', { name: 'Take 2 products' }).click();
  await expect(dialog).toBeHidden();
  await expect(bench(page)).toContainText('16 kg + 0.19 kg packing = 16.19 kg');
  await expect(option(page, 'Ground parcel')).toContainText('$24.90');
  const search = page.getByLabel('Find goods by name, article number or tag');
  await search.fill('kettle');
  await expect(row(page, /Kettle, "tall"/)).toContainText('Tea ware');
  await search.fill('mended');

  const again = await offerFile(
    page,
    'mended.csv',
    badFile
      .replace('no-price;No price;free;"\'-2";1 x 1;;maybe', 'no-price;Mended;5.00;2;1 x 1 x 1;;no')
      .replace(/kettle;Twice[^\r\n]*\r\n/, ''),
  );
  await again.getByLabel('Artikel is taken as').selectOption({ label: 'Article number' });
  await again.getByRole('button', { name: 'Check the rows' }).click();
  await again.getByRole('button', { name: 'Take 1 product' }).click();
  await expect(again).toBeHidden();
  await expect(row(page, /Mended/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo last change' }).click();
  await expect(row(page, /Mended/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo last change' }).click();
  await expect(bench(page)).toContainText('11.8 kg + 0.19 kg packing');
});

test('twenty thousand goods: stopped half way nothing is taken; then taken, searched, scrolled and written out again', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/shop/goods`);
  const lines = Array.from(
    { length: 20_000 },
    (_, at) => `big-${at},"=Bowl ${at}",${(at % 900) + 1}.50,${(at % 40) + 1} oz,6 x 6 x ${(at % 9) + 1} in,glazed`,
  );
  const file = `Article number,Name,Price,Weight,Size,Tags\r\n${lines.join('\r\n')}\r\n`;
  const dialog = await offerFile(page, 'big.csv', file);
  await dialog.getByRole('button', { name: 'Check the rows' }).click();
  await dialog.getByRole('button', { name: 'Take 20,000 products' }).click();
  await expect(dialog.getByRole('progressbar')).toBeVisible();
  await dialog.getByRole('button', { name: 'Stop' }).click();
  await expect(dialog.getByRole('alert')).toContainText(/Nothing was taken/);
  await page.reload();
  await expect(page.getByText('42 products')).toBeVisible();

  const once = await offerFile(page, 'big.csv', file);
  await once.getByRole('button', { name: 'Check the rows' }).click();
  await once.getByRole('button', { name: 'Take 20,000 products' }).click();
  await expect(once).toBeHidden();
  await expect(page.getByText('20,042 products')).toBeVisible();
  await page.getByLabel('Find goods by name, article number or tag').fill('bowl 19999');
  await expect(page.getByText('1 of 20,042 products')).toBeVisible();
  await page.getByLabel('Find goods by name, article number or tag').fill('');
  await goods(page).getByRole('columnheader', { name: 'Price' }).getByRole('button').click();
  await row(page, /Throwing sponge|=Bowl 0/)
    .first()
    .getByRole('gridcell')
    .nth(1)
    .focus();
  await page.keyboard.press('Control+End');
  await expect(row(page, /Studio kiln, 180 litres/)).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  const written = await readFile(await (await download).path(), 'utf8');
  expect(written).toContain("'=Bowl 19999");
  const back = await offerFile(page, 'goods.csv', written);
  await back.getByRole('button', { name: 'Check the rows' }).click();
  await expect(back).toContainText('0 new products, 0 changed, 20,042 as before.');
});

test('edited in place by keyboard, refused in words, undone; many at once; a goods group filled by tag', async ({ page, shop }) => {
  await page.goto(`${shop.url}/shop/goods`);
  const clay = row(page, /Stoneware clay, 10 kg/);
  await cellOf(clay, WEIGHT).focus();
  await page.keyboard.type('ten');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('is no');
  await expect(page.getByLabel('weight of Stoneware clay, 10 kg')).toHaveValue('ten');
  await page.getByLabel('weight of Stoneware clay, 10 kg').fill('30 lb 8 oz');
  await page.keyboard.press('Enter');
  await expect(cellOf(clay, WEIGHT)).toHaveText('30 lb 8 oz');
  await expect(bench(page)).toContainText('15.635 kg + 0.19 kg');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('F2');
  await page.getByLabel('weight of Stoneware clay, 10 kg').fill('-1');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Write 0 or more.');
  await page.keyboard.press('Escape');
  await expect(cellOf(clay, WEIGHT)).toHaveText('30 lb 8 oz');
  await page.getByRole('button', { name: 'Undo last change' }).click();
  await expect(bench(page)).toContainText('11.8 kg + 0.19 kg packing');

  await page.getByRole('button', { name: '1 without weight' }).click();
  await expect(goods(page).getByRole('row')).toHaveCount(2);
  await expect(page).toHaveURL(/lacks=weight/);
  await page.reload();
  await expect(goods(page).getByRole('row')).toHaveCount(2);
  await page.getByRole('button', { name: '1 without weight' }).click();
  await page.getByRole('button', { name: 'Goods groups' }).click();
  const groups = page.getByRole('dialog', { name: 'Goods groups' });
  await groups.getByRole('button', { name: 'Add a goods group' }).click();
  await expect(groups.getByRole('alert')).toContainText('Write a name');
  await groups.getByLabel('Name', { exact: true }).fill('Kiln things');
  await groups.getByRole('button', { name: 'Add a goods group' }).click();
  await expect(groups.getByRole('listitem')).toHaveCount(5);
  await page.keyboard.press('Escape');
  await page.getByLabel('Only the tag').selectOption('kiln');
  await page.getByLabel('Choose all found').check();
  const bulk = page.getByRole('form', { name: 'Change the chosen products' });
  await expect(bulk).toContainText('9 products chosen');
  await bulk.getByLabel('New value').selectOption({ label: 'Kiln things' });
  await expect(bulk.getByRole('status')).toHaveText('Changes goods group of 9 products. One undo takes it back.');
  await bulk.getByRole('button', { name: 'Apply' }).click();
  await expect(row(page, /Studio kiln/)).toContainText('Kiln things');
  await expect(bulk.getByRole('status')).toHaveText('All of them have that already: nothing changes.');
  await bulk.getByLabel('What to set').selectOption({ label: 'weight' });
  await bulk.getByLabel('New value').fill('heavy');
  await bulk.getByRole('button', { name: 'Apply' }).click();
  await expect(bulk.getByRole('alert')).toContainText('is no');
  // No product is in two groups: what went into the new one has left the old.
  await page.getByLabel('Only the tag').selectOption('');
  await page.getByLabel('Only the goods group').selectOption({ label: 'Machines' });
  await expect(page.getByText('Nothing is found like this.')).toBeVisible();
});

test('files that are no goods files are refused in words', async ({ page, shop }) => {
  await page.goto(`${shop.url}/shop/goods`);
  const dialog = await offerFile(page, 'empty.csv', '');
  const offer = (name: string, content: string | Buffer) =>
    dialog.getByLabel('Goods file').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(content) });
  const fault = dialog.getByRole('alert');
  await expect(fault).toContainText('This file is empty.');
  await offer('sheet.xlsx', Buffer.from([0x50, 0x4b, 3, 4, 0, 0, 1, 2]));
  await expect(fault).toContainText('This is no text file.');
  await offer('quote.csv', 'id,name\n"a,b\nc,d');
  await expect(fault).toContainText('A quotation mark is opened and not closed');
  await offer('old.csv', Buffer.from([...Buffer.from('id,name,price\n1,Caf'), 0xe9, ...Buffer.from(',2\n')]));
  await expect(dialog).toContainText('read as Windows-1252');
  await dialog.getByRole('button', { name: 'Check the rows' }).click();
  await dialog.getByRole('button', { name: 'Take 1 product' }).click();
  await expect(dialog).toBeHidden();
  await page.getByLabel('Find goods by name, article number or tag').fill('cafe');
  await expect(row(page, /Café/)).toBeVisible();
  await expect(sees(page)).toBeVisible();
});
