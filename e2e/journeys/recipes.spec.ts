import { cell, expect, option, saved, sees, test, type } from '../shop.ts';

test('a recipe is found, told what is wrong with it, tried on the bench’s cart, taken in one step and undone', async ({ page, shop }) => {
  const before = await shop.book();
  await page.goto(`${shop.url}/book`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Find a zone, a price').fill('bands wei');
  await page.getByRole('option', { name: 'Bands of weight' }).click();

  const form = page.getByRole('region', { name: 'Bands of weight' });
  await form.getByRole('button', { name: 'Add it to the draft' }).click();
  await expect(form.getByText('Fill this in.')).toHaveCount(7);
  await expect(form.getByText('Tick at least one.')).toBeVisible();
  await type(page, 'Name the buyer reads', 'Economy');
  await type(page, 'First price', '5');
  await type(page, 'First weight', '20 kg');
  await type(page, 'Second price', '9');
  await type(page, 'Second weight', '5 kg');
  await type(page, 'Third price', 'twenty');
  await type(page, 'Greatest weight', '40 kg');
  await form.getByLabel('Nova Scotia').check();
  await expect(form.getByText('More than the one before it.')).toBeHidden();
  await expect(page.getByLabel('Third price')).toHaveAccessibleDescription(/“twenty”/);
  await type(page, 'Third price', '20');
  await expect(page.getByLabel('Second weight')).toHaveAccessibleDescription('More than the one before it.');
  await type(page, 'Second weight', '30 kg');
  // The cart on the bench weighs 11.99 kg with its packaging.
  await expect(form.getByRole('status')).toContainText('Economy is now offered to Nova Scotia');
  await expect(form.getByRole('status')).toContainText('Economy: $5.00');
  await form.getByRole('button', { name: 'Add it to the draft' }).click();

  await expect(cell(page, 'Economy to Nova Scotia')).toBeVisible();
  await expect(option(page, 'Economy')).toContainText('$5.00');
  await saved(page);
  await page.getByRole('button', { name: 'Undo several changes in one step (Ctrl Z)' }).click();
  await expect(cell(page, 'Economy to Nova Scotia')).toHaveCount(0);
  await saved(page);
  expect(await shop.book()).toEqual(before);
});

test('a reduction by recipe holds for the services that are ticked', async ({ page, shop }) => {
  await page.goto(`${shop.url}/recipes/manyFree`);
  const form = page.getByRole('region', { name: 'So many of a thing free' });
  await type(page, 'Name the buyer reads', 'Six for nothing');
  await type(page, 'Number of items', '6');
  await page.getByLabel('Goods', { exact: true }).selectOption({ label: 'all goods' });
  await form.getByLabel('Ground parcel').check();
  await expect(form.getByRole('status')).toContainText('Ground parcel: Free instead of $16.90');
  await form.getByRole('button', { name: 'Add it to the draft' }).click();
  await expect(page).toHaveURL(/\/charges$/);
  await expect(page.getByText('Six for nothing').first()).toBeVisible();
  await expect(option(page, 'Ground parcel')).toContainText('Free');
});

test.describe('in an empty shop', () => {
  test.use({ seeded: false });

  test('what a recipe needs is told; another makes the first zone and the first price', async ({ page, shop }) => {
    await shop.send({ name: 'setServed', args: { countries: ['CA'] } });
    await page.goto(`${shop.url}/recipes/express`);
    await expect(page.getByText('It needs the address of your shop.').last()).toBeVisible();
    await page.getByRole('link', { name: 'One price, free from a value' }).click();
    await type(page, 'Name the buyer reads', 'Parcel');
    await type(page, 'Price', '7.90');
    await type(page, 'Free when goods come to', '75');
    await expect(page.getByRole('checkbox', { name: 'Canada' })).toBeChecked();
    await page.getByRole('button', { name: 'Add it to the draft' }).click();
    await expect(page.getByRole('grid', { name: 'Zones by services' }).getByRole('row')).toHaveCount(2);
    await expect(cell(page, 'Parcel to Canada')).toBeVisible();
    await expect(sees(page)).toBeVisible();
    await page.goto(`${shop.url}/recipes/none`);
    await expect(page.getByText('There is no recipe of this name.')).toBeVisible();
  });
});
