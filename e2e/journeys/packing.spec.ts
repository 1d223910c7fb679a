import { bench, expect, notOffered, option, saved, test, type } from '../shop.ts';

test('a carton added: parcels and price follow; the drawing is stepped through; turned off, and the sample carton stands in', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/shop/packaging`);
  const parcels = bench(page).getByRole('region', { name: 'Parcels' });
  await expect(option(page, 'Ground parcel')).toContainText('$16.90');
  await expect(parcels).toContainText('2 parcels');
  await expect(parcels).toContainText('Small carton');
  await expect(parcels.getByRole('img')).toHaveAccessibleName('Drawing of the parcel, 5 of 5: Needle tool');
  await parcels.getByLabel('Packed so far').focus();
  await page.keyboard.press('ArrowLeft');
  await expect(parcels.getByRole('img')).toHaveAccessibleName(/Drawing of the parcel, 4 of 5/);
  await parcels.getByRole('button', { name: 'Next parcel' }).click();
  await expect(parcels).toContainText('In its own box');

  await page.getByRole('button', { name: 'Add packaging' }).click();
  const form = page.getByRole('dialog', { name: 'Add packaging' });
  await form.getByRole('button', { name: 'Add packaging' }).click();
  await expect(form.getByText('Write a name.')).toBeVisible();
  await form.getByLabel('Name').fill('Iron-bound crate');
  await form.getByLabel('Inside size').fill('17 x 17');
  await form.getByLabel(/Tare/).fill('-3');
  await form.getByRole('button', { name: 'Add packaging' }).click();
  await expect(form.getByText('Write three sides, such as 30 x 20 x 10 cm.')).toBeVisible();
  await expect(form.getByText('Write 0 or more.')).toBeVisible();
  await form.getByLabel('Inside size').fill('17 x 17 x 15');
  await form.getByLabel('Outside size, if larger').fill('16 x 18 x 18 cm');
  await form.getByLabel(/Tare/).fill('7 lb 8 oz');
  await form.getByRole('button', { name: 'Add packaging' }).click();
  await expect(form.getByText('The outside is at least as large as the inside.')).toBeVisible();
  await form.getByLabel('Outside size, if larger').fill('18 x 18 x 18 cm');
  await form.getByRole('button', { name: 'Add packaging' }).click();
  await expect(form).toBeHidden();
  await expect(page.getByRole('row', { name: /Iron-bound crate/ })).toContainText('7 lb 8 oz');
  await expect(bench(page)).toContainText('11.8 kg + 3.402 kg packing = 15.202 kg in 2 parcels');
  await expect(option(page, 'Ground parcel')).toContainText('$24.90');
  await page.getByLabel('Use Iron-bound crate').uncheck();
  await expect(option(page, 'Ground parcel')).toContainText('$16.90');
  await page.getByRole('button', { name: 'Undo packaging (Ctrl Z)' }).click();
  await expect(option(page, 'Ground parcel')).toContainText('$24.90');

  for (const use of await page.getByRole('checkbox', { name: /^Use / }).all()) await use.uncheck();
  await expect(page.getByText('A sample carton stands in.')).toBeVisible();
  await expect(parcels).toContainText('A sample carton stands in');
});

test('volumetric weight is billed; a lane is limited by the longest side; goods without a size are packed by weight, and it is said', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  await page.getByLabel('Weight measured').selectOption({ label: 'Billable weight: as carriers bill, large light parcels as heavier' });
  // 10 kg of clay in its own box, 28 x 20 x 14 cm; the small carton, 26 x 21 x 16 cm, is 1.7472 kg by volume and weighs 1.99 kg.
  await expect(bench(page).getByRole('region', { name: 'Parcels' })).toContainText('1.747 kg');
  await expect(option(page, 'Ground parcel')).toContainText('$16.90');
  await page.goto(`${shop.url}/shop/packaging`);
  await type(page, 'Volumetric divisor', '0');
  await expect(page.getByRole('alert')).toContainText('Write a whole number');
  await type(page, 'Volumetric divisor', '500');
  // 15.68 kg and 17.472 kg, each rounded up to the half kilogram: 33.5 kg.
  await expect(bench(page).getByRole('region', { name: 'Parcels' })).toContainText('17.5 kg');
  await expect(option(page, 'Ground parcel')).toContainText('Heavy order: ask us');
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  await type(page, 'Longest side, up to', '10 in');
  await expect(notOffered(page)).toContainText('Ground parcel limited to 25.4 cm; this cart has 28 cm, 2.6 cm over');
  await type(page, 'Longest side, up to', 'wide');
  await expect(page.getByRole('alert')).toBeVisible();
  await bench(page).getByLabel('Trial', { exact: true }).selectOption('class-set');
  await bench(page).getByRole('button', { name: 'Add goods' }).click();
  await page.getByPlaceholder('Find goods').fill('stilts');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect(bench(page).getByRole('region', { name: 'Parcels' })).toContainText(
    'Packed by weight only: Stilts, assorted, bag of 24 has no size.',
  );
});

test('goods of two locations leave in two consignments; a location that may not ship them leaves nothing', async ({ page, shop }) => {
  await page.goto(`${shop.url}/shop/locations`);
  await bench(page).getByLabel('Trial', { exact: true }).selectOption('wheel-and-clay');
  const parts = bench(page).getByRole('region', { name: 'Consignments' });
  await expect(parts).toContainText('Leaves in 2 consignments');
  await expect(parts).toContainText('From Moncton depot · 46 kg in 1 parcel');
  // The wheel has a delivery charge of its own; what no letter packet takes stays withheld from it all the same.
  await expect(parts).toContainText(/Pallet freight.*\$145\.00/);
  await expect(parts).not.toContainText('Letter packet');
  await page.getByRole('button', { name: 'Change Dartmouth store room' }).click();
  const form = page.getByRole('dialog', { name: 'Dartmouth store room' });
  await form.getByLabel('Latitude, in degrees').fill('144');
  await form.getByLabel('Clay and dry materials').uncheck();
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form).toContainText('latitude from -90 to 90');
  await form.getByRole('button', { name: 'Coordinates from the postal code' }).click();
  await expect(form.getByLabel('Latitude, in degrees')).toHaveValue(/^44\./);
  // A clock is found by a town, and chosen by keyboard.
  await form.getByRole('button', { name: 'Time zone' }).click();
  await page.getByPlaceholder('A town, a country, +3…').fill('atlantis');
  await expect(page.getByText('Nothing of that name.')).toBeVisible();
  await page.getByPlaceholder('A town, a country, +3…').fill('new york');
  await page.keyboard.press('Enter');
  await expect(form.getByRole('button', { name: 'Time zone' })).toContainText('New York');
  await form.getByRole('button', { name: 'Time zone' }).click();
  await page.getByPlaceholder('A town, a country, +3…').fill('halifax');
  await page.keyboard.press('Enter');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form).toBeHidden();
  await expect(parts).toContainText('No location may ship this');
  await expect(notOffered(page)).toContainText('no location may ship these goods');
  await page.getByRole('button', { name: 'Undo location (Ctrl Z)' }).click();
  await expect(parts).toContainText('From Dartmouth store room');
});

test('a carrier’s own box is added from its list and used for its services alone', async ({ page, shop }) => {
  await page.goto(`${shop.url}/shop/packaging`);
  await page.getByRole('button', { name: 'Add what a carrier gives…' }).click();
  const dialog = page.getByRole('dialog', { name: 'What carriers give' });
  await dialog.getByLabel(/Gannet air box/).check();
  await expect(dialog).toContainText('for Tracked parcel of Petrel Post');
  await dialog.getByRole('button', { name: 'Add the ticked' }).click();
  await expect(page.getByRole('row', { name: /Gannet air box/ })).toContainText(/only for Gannet Air/);
  await saved(page);
  const [given] = (await shop.book()).packing.packaging.filter(({ carrier }) => carrier !== undefined);
  expect(given).toMatchObject({ name: 'Gannet air box', cost: 0, carrier: { name: 'Gannet Air', services: null } });
  // Changing it keeps whose it is; what goes by others is packed into the shop's own.
  await page.getByRole('button', { name: 'Gannet air box', exact: true }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('Air box');
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('row', { name: /^Air box/ })).toContainText(/only for Gannet Air/);
  await page.getByRole('button', { name: 'Add what a carrier gives…' }).click();
  await expect(dialog.getByLabel(/Gannet air box/)).toBeDisabled();
});
