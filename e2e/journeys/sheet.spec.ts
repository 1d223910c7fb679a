import type { Page } from '@playwright/test';
import { cell, expect, saved, sees, test } from '../shop.ts';

const zones = (page: Page) => page.getByRole('grid').getByRole('rowheader').getByRole('link').locator('span:first-child').allTextContents();
const services = (page: Page) =>
  page.getByRole('grid').getByRole('columnheader').getByRole('button').locator('span:first-child').allTextContents();

test('walked with arrow keys, opened with Enter, reordered with Alt', async ({ page, shop }) => {
  await page.goto(shop.url);
  await cell(page, 'Counter pickup to Harbour cities').focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowDown');
  await expect(cell(page, 'Letter packet to Nova Scotia')).toBeFocused();
  for (let step = 0; step < 3; step += 1) await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Alt+ArrowUp');
  await expect.poll(async () => (await zones(page)).slice(0, 2)).toEqual(['Nova Scotia', 'Harbour cities']);
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Alt+ArrowRight');
  await expect.poll(async () => (await services(page)).slice(0, 2)).toEqual(['Van round', 'Counter pickup']);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Counter pickup to Nova Scotia' })).toBeVisible();
});

test('zones and services dragged into another order', async ({ page, shop }) => {
  await page.goto(shop.url);
  const drag = async (from: [number, number], to: [number, number]) => {
    await page.mouse.move(...from);
    await page.mouse.down();
    await page.mouse.move(from[0] + 6, from[1] + 6);
    await page.mouse.move(...to, { steps: 8 });
    await page.mouse.up();
  };
  const middle = async (name: string): Promise<[number, number]> => {
    const box = await page.getByRole('columnheader', { name }).boundingBox();
    return [(box?.x ?? 0) + 40, (box?.y ?? 0) + 20];
  };
  // What dragging takes is loaded after the sheet: ten zones and seven services.
  await expect(page.locator('[draggable="true"]')).toHaveCount(17);
  await drag(await middle('Pallet freight'), await middle('Letter packet'));
  await expect
    .poll(() => services(page))
    .toEqual(['Counter pickup', 'Van round', 'Pallet freight', 'Letter packet', 'Ground parcel', 'Express', 'Tracked post']);
  const handles = page.getByTitle('Drag to reorder');
  const grip = async (at: number): Promise<[number, number]> => {
    const box = await handles.nth(at).boundingBox();
    return [(box?.x ?? 0) + 4, (box?.y ?? 0) + 4];
  };
  await drag(await grip(4), await grip(1));
  await expect.poll(async () => (await zones(page)).slice(0, 3)).toEqual(['Harbour cities', 'Prairies and Pacific', 'Nova Scotia']);
  await saved(page);
});

test('renamed, duplicated and removed in place; each undone', async ({ page, shop }) => {
  await page.goto(shop.url);
  await page.getByRole('button', { name: 'More for Atlantic' }).click();
  await page.getByRole('menuitem', { name: 'Rename' }).click();
  await page.getByLabel('Name of the zone').fill('   ');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Write a name');
  await page.getByLabel('Name of the zone').fill('Three provinces');
  await page.keyboard.press('Enter');
  await expect(cell(page, 'Ground parcel to Three provinces')).toBeVisible();
  await page.getByRole('button', { name: 'More for Three provinces' }).click();
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  await expect(cell(page, 'Ground parcel to Three provinces copy')).toBeVisible();
  await page.getByRole('columnheader', { name: 'Ground parcel' }).getByRole('button').click();
  await page.getByRole('menuitem', { name: /^Remove / }).click();
  await expect(cell(page, 'Ground parcel to Europe')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(cell(page, 'Ground parcel to Europe')).toBeVisible();
  await page.getByRole('columnheader', { name: 'Van round' }).getByRole('button').click();
  await page.getByRole('menuitem', { name: 'Kind, note and mixing…' }).click();
  await page.getByLabel('Note under the name').fill('Every Tuesday');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('columnheader', { name: 'Van round' })).toContainText('Every Tuesday');
});

test('places of a zone: found by name, left out, pasted by line', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book/far`);
  await page.getByLabel('Find a country, group or province').fill('mexi');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Places', exact: true })).toContainText('Mexico');
  await page.getByLabel('Trial', { exact: true }).selectOption({ label: 'Brushes to Mexico' });
  await expect(sees(page)).toContainText('Matched by the country Mexico');
  await page.getByLabel('Leave Mexico out').check();
  await expect(sees(page)).toContainText('lies in no zone');
  await page.getByLabel('Postal codes, one a line').fill('B3H 4R2\nB3%\nV6*');
  await page.getByRole('button', { name: 'Add postal codes' }).click();
  await expect(page.getByText('Line 2, “B3%”')).toBeVisible();
  await expect(page.getByLabel('Postal codes, one a line')).toHaveValue('B3%');
  await expect(page.getByRole('region', { name: 'Places', exact: true })).toContainText('B3H 4R2, V6* (CA)');
});

test('anything is found by name; shortcuts are listed', async ({ page, shop }) => {
  await page.goto(shop.url);
  await expect(page.getByRole('heading', { name: 'Rate book' })).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Find a zone, lane').fill('pallet atlan');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Pallet freight to Atlantic' })).toBeVisible();
  await page.getByRole('heading', { name: 'Pallet freight to Atlantic' }).click();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Shortcuts' })).toContainText('The trial before');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('units switched: what is shown changes, no stored bound and no price; a currency that would change prices is refused', async ({
  page,
  shop,
}) => {
  const draft = async () => (await page.request.get(`${shop.url}/api/draft`)).json();
  const before = await draft();
  await page.goto(`${shop.url}/shop`);
  await page.getByRole('radio', { name: 'lb, in' }).click();
  await expect(page.getByLabel('Quote bench')).toContainText('26.015 lb');
  await page.getByRole('link', { name: 'Rate book' }).first().click();
  await expect(cell(page, 'Ground parcel to Nova Scotia')).toContainText('$16.90');
  await cell(page, 'Ground parcel to Nova Scotia').click();
  await expect(page.getByLabel('Bound of the tier 15 kg')).toHaveValue('15 kg');
  await saved(page);
  expect((await draft()).book.zones).toEqual(before.book.zones);

  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  await page.getByLabel('Currency', { exact: true }).selectOption('JPY');
  await expect(page.getByRole('alert')).toContainText('JPY counts in another smallest unit');
  await expect(page.getByLabel('Currency', { exact: true })).toHaveValue('CAD');
  await page.getByLabel('Currency', { exact: true }).selectOption('EUR');
  await expect(sees(page)).toContainText('€16.90');
});

test('a page opens at its top, going back finds it where it was left, and dialogs fit a narrow window', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  const main = page.getByRole('main');
  const scrolled = () => main.evaluate((element) => Math.round(element.scrollTop));
  await expect(page.getByRole('heading', { name: 'Allowances' })).toBeVisible();
  await main.evaluate((element) => element.scrollTo(0, 300));
  await expect.poll(scrolled).toBe(300);
  await page.getByRole('link', { name: 'Charges', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Charges', exact: true })).toBeVisible();
  expect(await scrolled()).toBe(0);
  await page.goBack();
  await expect.poll(scrolled).toBe(300);
  await page.setViewportSize({ width: 640, height: 720 });
  await page.getByRole('button', { name: 'Copy card to…' }).click();
  const close = page.getByRole('dialog').getByRole('button', { name: 'Close' });
  await expect(close).toBeInViewport({ ratio: 1 });
  await close.click();
  await expect(page.getByRole('dialog')).toBeHidden();
});
