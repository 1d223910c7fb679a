import { axeFaults, bench, cell, expect, saved, test } from '../shop.ts';

test.use({ seeded: 'large' });

test('80 zones: heads stay, names lead there, groups fold, and only what is in sight is drawn', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book`);
  const grid = page.getByRole('grid', { name: 'Zones by services' });
  await expect(cell(page, 'Parcel to Bavaria')).toBeVisible();
  await expect(grid).toHaveAttribute('aria-rowcount', '81');
  expect(await grid.getByRole('row').count()).toBeLessThan(40);
  // Far down and to the side, the heads are still at the edges.
  await page.getByRole('main').evaluate((main) => {
    main.scrollTop = 2600;
    main.scrollLeft = 250;
  });
  const main = await page.getByRole('main').boundingBox();
  const head = grid.getByRole('columnheader', { name: /^Freight/ });
  await expect(head).toBeInViewport();
  expect(Math.round((await head.boundingBox())?.y ?? 0)).toBe(Math.round(main?.y ?? -1));
  const side = grid.getByRole('rowheader').nth(8);
  expect(Math.round((await side.boundingBox())?.x ?? -1)).toBe(Math.round(main?.x ?? 0));
  // Letters lead to a zone, near or far; arrow keys go on from there.
  await page.getByRole('main').evaluate((element) => element.scrollTo(0, 0));
  await grid.locator('[data-cell="1,0"]').focus();
  await page.keyboard.type('port');
  await expect(grid.getByRole('link', { name: /^Portugal/ })).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await expect(cell(page, 'Letter to Portugal')).toBeFocused();
  // Opened and gone back from, the sheet stands where it was left.
  const before = await page.getByRole('main').evaluate((element) => element.scrollTop);
  expect(before).toBeGreaterThan(2000);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Letter to Portugal' })).toBeVisible();
  expect(await page.getByRole('main').evaluate((element) => element.scrollTop)).toBe(0);
  await page.goBack();
  await expect(cell(page, 'Letter to Portugal')).toBeInViewport();
  await expect.poll(() => page.getByRole('main').evaluate((element) => element.scrollTop)).toBeGreaterThan(before - 200);

  await page.getByLabel('Find a zone').fill('saxony');
  await expect(page.getByRole('status').filter({ hasText: 'of 80 zones' })).toHaveText('3 of 80 zones');
  await expect(cell(page, 'Parcel to Lower Saxony')).toBeVisible();
  await page.getByLabel('Find a zone').fill('');
  await page.getByRole('radio', { name: 'By country' }).click();
  await page.getByRole('button', { name: 'Fold all' }).click();
  await expect(grid.getByRole('row')).toHaveCount(20);
  await page.getByRole('button', { name: /^Frankreich/ }).click();
  await expect(cell(page, 'Parcel to Normandie')).toBeVisible();
  expect(await axeFaults(page, 'main')).toEqual([]);
});

test('on a slow computer letters are one name, and of two quick changes of the view none is lost', async ({ page, shop }) => {
  const slow = await page.context().newCDPSession(page);
  await page.goto(`${shop.url}/book`);
  const grid = page.getByRole('grid', { name: 'Zones by services' });
  await expect(cell(page, 'Parcel to Bavaria')).toBeVisible();
  await slow.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  await grid.locator('[data-cell="1,0"]').focus();
  await page.keyboard.type('port');
  await expect(grid.getByRole('link', { name: /^Portugal/ })).toBeFocused();
  await slow.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  // Both before the page is drawn anew.
  await page.getByLabel('Find a zone').fill('saxony');
  await expect(page.getByRole('status').filter({ hasText: 'of 80 zones' })).toHaveText('3 of 80 zones');
  await page.evaluate(() => {
    const field = document.querySelector<HTMLInputElement>('input[aria-label="Find a zone"]');
    const choice = [...document.querySelectorAll<HTMLElement>('[role=radio]')].find((one) => one.textContent === 'By country');
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(field, '');
    field?.dispatchEvent(new Event('input', { bubbles: true }));
    choice?.click();
  });
  await expect(page.getByRole('button', { name: 'Fold all' })).toBeVisible();
  await expect(page).toHaveURL(/\/book\?by=country$/);
  await expect(page.getByRole('status').filter({ hasText: 'zones' })).toHaveText('80 zones');
});

test('in a narrow window only the services in sight are drawn, and arrow keys walk to the others', async ({ page, shop }) => {
  await page.setViewportSize({ width: 760, height: 720 });
  await page.goto(`${shop.url}/book`);
  const grid = page.getByRole('grid', { name: 'Zones by services' });
  await expect(grid).toHaveAttribute('aria-colcount', '14');
  const drawn = () => grid.locator('tr[aria-rowindex="2"] [data-cell]').count();
  await expect.poll(drawn).toBeLessThan(12);
  await grid.locator('[data-cell="1,1"]').focus();
  for (let column = 2; column <= 12; column += 1) {
    await page.keyboard.press('ArrowRight');
    await expect(grid.locator(`[data-cell="1,${column}"]`)).toBeFocused();
  }
  await expect(grid.locator('[data-cell="1,12"]')).toBeInViewport({ ratio: 1 });
  // Drawn cells stand below their own heads.
  const places = await grid.locator('thead [data-cell], tr[aria-rowindex="2"] [data-cell]').evaluateAll((cells) =>
    cells.map((cell) => {
      const { left } = (cell.closest('td, th') ?? cell).getBoundingClientRect();
      return [(cell as HTMLElement).dataset.cell?.split(',')[1], Math.round(left)] as const;
    }),
  );
  const lefts = new Map<string | undefined, Set<number>>();
  for (const [column, left] of places) lefts.set(column, (lefts.get(column) ?? new Set()).add(left));
  expect([...lefts.values()].every((one) => one.size === 1)).toBe(true);
  expect(lefts.size).toBeGreaterThan(5);
});

test('a lane is copied to every zone of a country and to the empty ones only, each with one undo', async ({ page, shop }) => {
  const spain = (await shop.book()).zones.filter(({ id }) => id.startsWith('es-'));
  await page.goto(`${shop.url}/book/de-by/s3`);
  await page.getByRole('button', { name: 'Copy these prices to…' }).click();
  const dialog = page.getByRole('dialog', { name: 'Copy these prices' });
  await dialog.getByLabel('Find zones to copy to').fill('spanien');
  await dialog.getByRole('button', { name: 'Parcel to all zones shown', exact: true }).click();
  await dialog.getByRole('button', { name: `Copy to ${spain.length} cells` }).click();
  await saved(page);
  const bavaria = (await shop.book()).zones.find(({ id }) => id === 'de-by')?.lanes.s3?.card;
  for (const zone of (await shop.book()).zones.filter(({ id }) => id.startsWith('es-'))) expect(zone.lanes.s3?.card).toEqual(bavaria);
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await saved(page);
  expect((await shop.book()).zones.filter(({ id }) => id.startsWith('es-'))).toEqual(spain);
  await page.getByRole('button', { name: 'Copy these prices to…' }).click();
  await dialog.getByLabel('Find zones to copy to').fill('spanien');
  await dialog.getByRole('button', { name: 'Empty ones only' }).click();
  const empty = spain.reduce((sum, zone) => sum + 12 - Object.keys(zone.lanes).length, 0);
  await expect(dialog.getByRole('button', { name: `Copy to ${empty} cells` })).toBeVisible();
});

test('a charge for the zones of two countries, and one trial of three hundred', async ({ page, shop }) => {
  await page.goto(`${shop.url}/charges`);
  await page.getByRole('button', { name: 'Add a charge' }).click();
  const zones = page.getByRole('group', { name: /^Zones/ });
  await zones.getByRole('button', { name: 'Tick none' }).click();
  await zones.getByLabel('Find zones').fill('frankreich');
  await zones.getByRole('checkbox', { name: /^Frankreich/ }).check();
  await zones.getByLabel('Find zones').fill('italien');
  await zones.getByRole('button', { name: /^Tick these/ }).click();
  await zones.getByLabel('Find zones').fill('');
  await zones.getByRole('button', { name: 'Tick all' }).click();
  await expect(zones.getByRole('status')).toHaveText('80 of 80 zones');
  await page.getByRole('button', { name: /^Trial: / }).click();
  await page.getByPlaceholder('A trial, its label, where it goes').fill('order 77');
  await page
    .getByRole('listbox')
    .getByRole('option', { name: /^Order 77 to/ })
    .click();
  await expect(bench(page).getByRole('button', { name: /^Trial: / })).toContainText('Order 77 to');
  // A trial of one's own with a label is found by that.
  await bench(page).getByRole('button', { name: 'Save as trial' }).click();
  const dialog = page.getByRole('dialog', { name: 'Save as trial' });
  await dialog.getByLabel('Name').fill('Large kilns');
  await dialog.getByLabel('Label, if you like').fill('schools');
  await dialog.getByRole('button', { name: 'Save trial' }).click();
  await expect(dialog).toBeHidden();
  await page.getByRole('button', { name: /^Trial: / }).click();
  await page.getByPlaceholder('A trial, its label, where it goes').fill('school');
  await expect(page.getByRole('listbox').getByRole('option')).toHaveText([/^Large kilns/]);
});

test('on paper a table has all of its zones, not only those in sight', async ({ page, shop }) => {
  await page.goto(`${shop.url}/dates?show=last-orders`);
  const rows = page.getByRole('region', { name: 'Last orders' }).getByRole('rowheader');
  await expect(rows.first()).toBeVisible();
  expect(await rows.count()).toBeLessThan(60);
  await page.evaluate(() => dispatchEvent(new Event('beforeprint')));
  await expect(rows).toHaveCount(80);
  await page.evaluate(() => dispatchEvent(new Event('afterprint')));
  await expect.poll(() => rows.count()).toBeLessThan(60);
});
