import type { Page } from '@playwright/test';
import { axeFaults, bench, expect, option, saved, test } from '../shop.ts';

const field = (page: Page, label: string) => page.getByLabel(label, { exact: true });
const echo = (page: Page) => page.getByRole('status').filter({ hasText: /^= / });

/** The demo's shop as one in another country would write it. */
async function speak(page: Page, url: string, locale: string, currency?: string): Promise<void> {
  await page.goto(`${url}/shop`);
  await page.getByLabel('Numbers and names as in').selectOption(locale);
  if (currency) await page.getByLabel('Currency').selectOption(currency);
  await saved(page);
}

async function paste(page: Page, label: string, text: string): Promise<void> {
  await field(page, label).evaluate((element, data) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', data);
    element.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  }, text);
}

test('in Germany 1.500 g is a thousand and a half, says so at once, and becomes one and a half by a click', async ({ page, shop }) => {
  await speak(page, shop.url, 'de-DE');
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  await expect(field(page, 'Price of the tier 15 kg')).toHaveValue('16,90');
  // Its name follows what is typed into it.
  const bound = page.getByRole('grid', { name: 'Tiers' }).locator('[data-at="0,0"]');
  await expect(bound).toHaveValue('2 kg');
  await bound.fill('1.500 g');
  await expect(echo(page)).toHaveText('= 1500 g meant 1,5 g?');
  await bound.press('Tab');
  await expect(field(page, 'Bound of the tier 1500 g')).toHaveValue('1500 g');
  // Taken back, it says no more; also after the field was left, it does.
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await expect(echo(page)).toHaveCount(0);
  await bound.fill('1.500 g');
  await bound.press('Tab');
  await expect(echo(page)).toHaveText('= 1500 g meant 1,5 g?');
  await page.getByRole('button', { name: 'meant 1,5 g?' }).click();
  await expect(field(page, 'Bound of the tier 1,5 g')).toHaveValue('1,5 g');
  await expect(echo(page)).toHaveCount(0);
  expect((await shop.book()).zones.find(({ id }) => id === 'nova-scotia')?.lanes.ground?.card).toMatchObject({
    tiers: expect.arrayContaining([expect.objectContaining({ upTo: '1.5 g' })]),
  });
  // What can be read one way only is taken without a word; more decimals than the euro has are refused.
  const price = field(page, 'Price of the tier 15 kg');
  await price.fill('1.234,50');
  await price.press('Tab');
  await expect(price).toHaveValue('1234,50');
  await expect(echo(page)).toHaveCount(0);
  await price.fill('9,905');
  await price.press('Tab');
  await expect(page.getByRole('alert')).toContainText('At most 2 decimal places.');
  await expect(price).toHaveValue('9,905');
  await price.fill('5,90 + 0,80/Kilogramm');
  await price.press('Tab');
  await expect(price).toHaveValue('5,90 + 0,80/kg');
  await saved(page);
  expect(await axeFaults(page, 'main')).toEqual([]);
});

test('pasted numbers that could be read otherwise are asked for before anything is taken', async ({ page, shop }) => {
  await speak(page, shop.url, 'de-DE');
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  const first = field(page, 'Bound of the tier 2 kg');
  await expect(first).toBeVisible();
  const bounds = () => page.getByLabel(/^Bound of the tier/).evaluateAll((all) => all.map((one) => (one as HTMLInputElement).value));
  const before = await bounds();
  await paste(page, 'Bound of the tier 2 kg', '60.000 g\t99,90\n80.500 g\t120,00');
  const question = page.getByRole('alertdialog', { name: 'Pasted numbers that can be read two ways' });
  await expect(question).toContainText('2 pasted numbers can be read two ways: 60.000 g; 80.500 g');
  expect(await bounds()).toEqual(before);
  await question.getByRole('button', { name: 'Paste nothing' }).click();
  await expect(question).toBeHidden();
  expect(await bounds()).toEqual(before);
  await paste(page, 'Bound of the tier 2 kg', '60.000 g\t99,90\n80.500 g\t120,00');
  await question.getByRole('button', { name: 'Take 60000 g; 80500 g' }).click();
  await expect.poll(bounds).toEqual([...before, '60000 g', '80500 g']);
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await expect.poll(bounds).toEqual(before);
  await paste(page, 'Bound of the tier 2 kg', '60.000 g\t0,90\n80.500 g\t1,20');
  await question.getByRole('button', { name: 'Take 60 g; 80,5 g' }).click();
  await expect.poll(bounds).toEqual(['60 g', '80,5 g', ...before]);
});

test('goods, packaging and the bench are typed as the language writes them, in Arabic digits, too', async ({ page, shop }) => {
  await speak(page, shop.url, 'ar-EG');
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  const price = page.getByLabel(/^Price of the tier/).first();
  const shown = await price.inputValue();
  expect(shown).toMatch(/^[\u0660-\u0669]+\u066b[\u0660-\u0669]{2}$/);
  await price.fill('١٢٫٥٠');
  await price.press('Tab');
  await expect(price).toHaveValue('١٢٫٥٠');
  await price.fill('13.25');
  await price.press('Tab');
  await expect(price).toHaveValue('١٣٫٢٥');
  await page.goto(`${shop.url}/shop/goods`);
  await page.getByRole('button', { name: 'Add product' }).click();
  const form = page.getByRole('dialog', { name: 'Add a product' });
  await form.getByLabel('Name', { exact: true }).fill('Kiln cone');
  await form.getByLabel(/^Price/).fill('٩٫٩٠');
  await form.getByLabel(/^Weight/).fill('1.500 kg');
  await expect(echo(page)).toContainText('meant');
  await form.getByLabel(/^Weight/).fill('٢٥٠ غ');
  await expect(echo(page)).toHaveCount(0);
  await form.getByRole('button', { name: 'Add product' }).click();
  await page.getByPlaceholder('Name, article number or tag').fill('Kiln cone');
  await expect(page.getByRole('row', { name: /Kiln cone/ })).toContainText('٢٥٠ g');
  await expect(bench(page)).toBeVisible();
  await expect(option(page, 'Ground parcel')).toBeVisible();
});

test('a goods file tells its decimal sign; where it does not, it is asked for before anything is taken', async ({ page, shop }) => {
  await speak(page, shop.url, 'de-DE');
  await page.goto(`${shop.url}/shop/goods`);
  await page.getByRole('button', { name: 'Import', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'Import goods' });
  const offer = async (rows: string[]) => {
    const buffer = Buffer.from(['Artikelnummer;Bezeichnung;Preis;Gewicht', ...rows].join('\r\n'));
    await dialog.getByLabel('Goods file').setInputFiles({ name: 'waren.csv', mimeType: 'text/csv', buffer });
    await dialog.getByRole('button', { name: 'Check the rows' }).click();
  };
  await offer(['x-1;Ton;9;1.500 g', 'x-2;Glasur;12;2.250 g']);
  await expect(dialog.getByRole('alert')).toContainText('2 numbers of this file can be read two ways, and nothing in it says which.');
  await expect(dialog.getByRole('alert')).toContainText('Line 2, weight: 1.500 g is 1500 g, or 1,5 g');
  await expect(dialog.getByRole('button', { name: 'Take 2 products' })).toBeDisabled();
  expect(await axeFaults(page, '[role=dialog]')).toEqual([]);
  await dialog.getByLabel('Numbers are read like').selectOption(',');
  await expect(dialog).toContainText('as you said');
  await expect(dialog.getByRole('button', { name: 'Take 2 products' })).toBeEnabled();
  await dialog.getByRole('button', { name: 'Another file' }).click();
  // One number that can be read one way only settles the others.
  await offer(['x-1;Ton;9.90;1.500 g', 'x-2;Glasur;12.50;2.250 g']);
  await expect(dialog).toContainText('so the file has them');
  await expect(dialog.getByLabel('Numbers are read like')).toHaveValue('.');
  await dialog.getByRole('button', { name: 'Take 2 products' }).click();
  await expect(dialog).toBeHidden();
  await page.getByPlaceholder('Name, article number or tag').fill('x-1');
  await expect(page.getByRole('row', { name: /Ton/ })).toContainText('1,5 g');
});
