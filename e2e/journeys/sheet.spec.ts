import type { Page } from '@playwright/test';
import { axeFaults, cell, expect, saved, sees, test } from '../shop.ts';

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
  await page.getByRole('menuitem', { name: 'Name, kind and note…' }).click();
  await page.getByLabel('Note under the name').fill('Every Tuesday');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('columnheader', { name: 'Van round' })).toContainText('Van round');
  await page.getByRole('radio', { name: 'Roomy' }).click();
  await expect(page.getByRole('columnheader', { name: 'Van round' })).toContainText('Every Tuesday');
});

test('places of a zone: found by name, left out, pasted by line', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book/far`);
  await page.getByLabel('Find a country, group, province or town').fill('mexi');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Places', exact: true })).toContainText('Mexico');
  await page.getByLabel('Trial', { exact: true }).selectOption('left-over-country');
  await expect(sees(page)).toContainText('Matched by the country Mexico');
  await page.getByLabel('All but Mexico').check();
  await expect(sees(page)).toContainText('lies in no zone');
  await page.getByLabel('Postal codes, one a line').fill('B3H 4R2\nB3%\nV6*');
  await page.getByRole('button', { name: 'Add postal codes' }).click();
  await expect(page.getByText('Line 2, “B3%”')).toBeVisible();
  await expect(page.getByLabel('Postal codes, one a line')).toHaveValue('B3%');
  await expect(page.getByRole('region', { name: 'Places', exact: true })).toContainText('B3H 4R2, V6* (CA)');
});

test('anything is found by name', async ({ page, shop }) => {
  await page.goto(shop.url);
  await expect(page.getByRole('heading', { name: 'Rate book' })).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Find a zone, a price').fill('pallet atlan');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Pallet freight to Atlantic' })).toBeVisible();
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
  await expect(page.getByRole('heading', { name: 'Free and reduced delivery' })).toBeVisible();
  // What was found comes a moment later, and takes its place above.
  await expect(page.getByRole('region', { name: 'Findings here' })).toBeVisible();
  await main.evaluate((element) => element.scrollTo(0, 300));
  await expect.poll(scrolled).toBe(300);
  await page.getByRole('link', { name: 'Charges & reductions', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Charges', level: 1 })).toBeVisible();
  expect(await scrolled()).toBe(0);
  await page.goBack();
  await expect.poll(scrolled).toBe(300);
  await page.setViewportSize({ width: 640, height: 720 });
  await page.getByRole('button', { name: 'Copy these prices to…' }).click();
  const close = page.getByRole('dialog').getByRole('button', { name: 'Close' });
  await expect(close).toBeInViewport({ ratio: 1 });
  await close.click();
  await expect(page.getByRole('dialog')).toBeHidden();
});

test('prices typed and pasted on the sheet itself, whole rows and columns chosen, and the density kept', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book`);
  const grid = page.getByRole('grid', { name: 'Zones by services' });
  const empty = grid.getByRole('button', { name: 'Van round to Nova Scotia: not offered here. Offer it' });
  await empty.focus();
  await page.keyboard.type('18');
  const typing = page.getByLabel('One price for Van round to Nova Scotia');
  await expect(typing).toBeFocused();
  expect(await axeFaults(page, 'main')).toEqual([]);
  await expect(typing).toHaveValue('18');
  await page.keyboard.press('Escape');
  await expect(empty).toBeFocused();
  await page.keyboard.type('1x');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('“1x” is not a number');
  await page.keyboard.press('Backspace');
  await page.keyboard.type('8.50');
  await page.keyboard.press('Enter');
  await expect(cell(page, 'Van round to Nova Scotia')).toBeFocused();
  await expect(cell(page, 'Van round to Nova Scotia')).toContainText('$18.50');
  await saved(page);
  expect((await shop.book()).zones.find(({ id }) => id === 'nova-scotia')?.lanes.van?.card).toEqual({
    kind: 'flat',
    result: { kind: 'amount', amount: 1850 },
  });
  // What has more than one price is opened, not typed over.
  await cell(page, 'Ground parcel to Nova Scotia').focus();
  await page.keyboard.press('7');
  await expect(page.getByRole('main').getByRole('status').filter({ hasText: 'price' })).toContainText(
    'has more than one price. Press Enter to open it.',
  );
  await page.keyboard.press('Control+z');
  await expect(empty).toBeVisible();

  // A head chooses its whole row, or its whole column.
  await grid.locator('[data-cell="2,0"]').focus();
  await page.keyboard.press('Space');
  await expect(page.getByRole('region', { name: 'Chosen cells' })).toContainText(/^\d+ cells chosen/);
  await page.keyboard.press('Space');
  await expect(page.getByRole('region', { name: 'Chosen cells' })).toBeHidden();

  // All ten zones and all services are in sight.
  for (const at of ['1,0', '10,0', '0,1', '0,7', '10,7']) await expect(grid.locator(`[data-cell="${at}"]`)).toBeInViewport({ ratio: 1 });
  await page.getByRole('radio', { name: 'Roomy' }).click();
  await page.reload();
  await expect(page.getByRole('radio', { name: 'Roomy' })).toBeChecked();
});

test('by keyboard the focus is never lost, and Find understands what people call things', async ({ page, shop }) => {
  await page.goto(`${shop.url}/charges`);
  await page.getByRole('button', { name: 'Remove Remote area' }).click();
  await expect(page.getByRole('button', { name: 'Remove November and December' })).toBeFocused();
  await page.keyboard.press('F6');
  await expect(page.getByLabel('Quote bench')).toBeFocused();
  await page.keyboard.press('F6');
  await expect(page.getByRole('button', { name: 'Remove November and December' })).toBeFocused();

  await page.goto(`${shop.url}/book`);
  const head = page.getByRole('columnheader', { name: 'Ground parcel' }).getByRole('button');
  await head.focus();
  await page.keyboard.press('Enter');
  await page.getByRole('menuitem', { name: 'Name, kind and note…' }).click();
  await expect(page.getByRole('dialog', { name: 'Ground parcel' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(head).toBeFocused();

  // Arrow keys choose.
  await page.getByRole('radio', { name: 'This cart' }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('radio', { name: 'Margin' })).toBeChecked();

  // What is typed while Find is on its way is kept for it.
  await page.keyboard.press('Control+k');
  await page.keyboard.type('surch');
  const find = page.getByPlaceholder('Find a zone, a price');
  await expect(find).toHaveValue('surch');
  await page.keyboard.type('a');
  await expect(find).toHaveValue('surcha');
  const found = page.getByRole('dialog', { name: 'Find' });
  await expect(found.getByRole('option')).toHaveText(['Charges']);
  for (const [typed, name] of [
    ['handling', 'Charges'],
    ['markup', 'Carriers'],
    ['free delivery', 'Free and reduced delivery'],
    ['history', 'Publish'],
    ['checkout', 'Publish'],
    ['tax', 'Shop facts and messages'],
  ] as const) {
    await find.fill(typed);
    await expect(found.getByRole('option', { name }).first()).toBeVisible();
  }
  await find.fill('hole');
  await expect(page.getByText('Nothing of that name.')).toBeVisible();
  await find.fill('ope');
  await expect(found.getByRole('option', { name: /arrival/ })).toHaveCount(0);
});

test('the bench follows the zone that is open, and folds to a rail', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book/europe`);
  const bench = page.getByLabel('Quote bench');
  await bench.getByRole('button', { name: 'Use an address in Europe' }).click();
  await expect(bench).toContainText('zone: Europe');
  await expect(bench.getByRole('button', { name: /^Use an address/ })).toHaveCount(0);
  await bench.getByRole('button', { name: 'Fold the bench' }).click();
  await expect(bench.getByRole('button', { name: 'Show the bench' })).toBeFocused();
  await page.reload();
  await bench.getByRole('button', { name: 'Show the bench' }).click();
  await expect(bench).toContainText('zone: Europe');
});

test('a zone cut out of another is told that it offers nothing, and takes over its services', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book`);
  await page.getByRole('button', { name: 'Add a zone' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Europe');
  await page.getByRole('button', { name: 'Add zone' }).click();
  await expect(page.getByRole('alert')).toContainText('There is a zone of that name.');
  await page.getByLabel('Name', { exact: true }).fill('Valley');
  await page.getByRole('button', { name: 'Add zone' }).click();
  await page.getByLabel('Postal codes, one a line').fill('B4P 1A1, B4P 1A2');
  await page.getByRole('button', { name: 'Add postal codes' }).click();
  await expect(page.getByRole('main')).toContainText('Nothing is offered here yet');
  await page.getByRole('button', { name: 'Copy the services and prices of Nova Scotia' }).click();
  await expect(page.getByRole('main')).not.toContainText('Nothing is offered here yet');
  await saved(page);
  const { zones } = await shop.book();
  const [valley, whole] = ['valley', 'nova-scotia'].map((id) => zones.find((zone) => zone.id === id)?.lanes);
  expect(Object.keys(valley ?? {}).sort()).toEqual(Object.keys(whole ?? {}).sort());
  // What is left is one button, and found by what people call it.
  await page.getByLabel('Find a country, group, province or town').fill('rest of');
  await expect(page.getByRole('list', { name: 'Places found' })).toContainText('Everywhere else');
});

test('a column and a row of prices copied with a percentage; the marks explained; the margin less carriage and packaging', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/book`);
  const head = page.getByRole('columnheader', { name: 'Ground parcel' }).getByRole('button');
  await head.click();
  await page.getByRole('menuitem', { name: 'Copy its prices to…' }).click();
  const dialog = page.getByRole('dialog', { name: 'Copy the prices of Ground parcel' });
  await dialog.getByLabel('To the service').selectOption({ label: 'Letter packet' });
  await dialog.getByLabel('In every zone, change by').fill('ten');
  await expect(dialog.getByRole('button', { name: 'Copy to Letter packet' })).toBeDisabled();
  await dialog.getByLabel('In every zone, change by').fill('10 %');
  await dialog.getByLabel('Atlantic, change by').fill('-1');
  await dialog.getByRole('checkbox', { name: 'Far shores' }).uncheck();
  await expect(dialog.getByRole('row', { name: /^Nova Scotia/ })).toContainText('takes the place of its prices');
  expect(await axeFaults(page, '[role=dialog]')).toEqual([]);
  await dialog.getByRole('button', { name: 'Copy to Letter packet' }).click();
  // 16.90 and 10 % are 18.59; 22.50 less 1.00.
  await expect(cell(page, 'Letter packet to Nova Scotia')).toHaveAccessibleName(/: \$18\.59/);
  await expect(cell(page, 'Letter packet to Atlantic')).toHaveAccessibleName(/: \$21\.50/);
  await expect(head).toBeFocused();
  await page.keyboard.press('Control+z');
  await expect(cell(page, 'Letter packet to Nova Scotia')).toHaveAccessibleName(/over 500 g/);

  await page.getByRole('button', { name: 'More for Nova Scotia' }).click();
  await page.getByRole('menuitem', { name: 'Copy its services to…' }).click();
  const row = page.getByRole('dialog', { name: 'Copy the services and prices of Nova Scotia' });
  await row.getByLabel('To the zone').selectOption({ label: 'Atlantic' });
  await row.getByRole('button', { name: 'Copy to Atlantic' }).click();
  await expect(cell(page, 'Ground parcel to Atlantic')).toHaveAccessibleName(/: \$16\.90/);

  const marks = page.getByRole('list', { name: 'What the marks mean' });
  await expect(marks).toContainText('not offered for this cart');
  await expect(marks).not.toContainText('money lost');
  await page.getByRole('radio', { name: 'Margin' }).click();
  await cell(page, 'Ground parcel to Nova Scotia').focus();
  const costs = page.getByRole('region', { name: 'What it costs us' });
  await page
    .getByRole('radio', { name: /Ground parcel/ })
    .first()
    .check();
  await expect(costs).toContainText('Carriage');
  await expect(costs).toContainText('Packaging');
});
