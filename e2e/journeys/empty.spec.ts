import { PLAIN_SERVICE } from '@ostrakon/core';
import { bench, expect, option, putGoods, sees, test, type } from '../shop.ts';

test.use({ seeded: false });

test('from an empty shop to its first quote, and to its buyers', async ({ page, shop, request }) => {
  await page.goto(shop.url);
  const steps = page.getByRole('region', { name: 'First steps' });
  await expect(steps).toContainText('Five steps to the first delivery price of My shop');
  await expect(bench(page)).toContainText('The cart is empty');

  await steps.getByRole('link', { name: 'Choose served places' }).click();
  await page.getByRole('link', { name: 'Facts and messages' }).click();
  await type(page, 'Name of the shop', 'Kelp and Kiln');
  await page.getByRole('link', { name: 'Served places' }).click();
  await page.getByLabel('Find a country').fill('canad');
  await page.getByLabel('Canada', { exact: true }).check();
  await expect(page.getByText('Canada is in no zone')).toBeVisible();

  await page.getByRole('link', { name: 'Rate book' }).first().click();
  await steps.getByRole('button', { name: 'Add a zone' }).click();
  await page.getByRole('button', { name: 'Add zone' }).click();
  await expect(page.getByRole('alert')).toContainText('Write a name');
  await page.getByLabel('Name', { exact: true }).fill('All of Canada');
  await page.getByRole('button', { name: 'Add zone' }).click();
  await page.getByLabel('Find a country, group or province').fill('canada');
  await page
    .getByRole('list', { name: 'Places found' })
    .getByRole('button', { name: /^Canada/ })
    .click();
  await page.getByRole('link', { name: 'Rate book' }).first().click();

  await steps.getByRole('button', { name: 'Add a service' }).click();
  await page.getByLabel('Name the buyer reads').fill('Ground parcel');
  await page.getByRole('button', { name: 'Add service' }).click();
  await page.getByRole('button', { name: 'Ground parcel to All of Canada: not offered. Start a lane' }).click();
  await page.getByRole('menuitem', { name: 'One price' }).click();
  await type(page, 'Price of every delivery', '9.90');

  await putGoods(page, '25', '1.2 kg');
  await expect(option(page, 'Ground parcel')).toContainText('$9.90');
  await page.getByRole('link', { name: 'Rate book' }).first().click();
  await expect(steps).toBeHidden();

  const cart = { lines: [{ unitPrice: 2500, weight: '1.2 kg', quantity: 1 }], destination: { country: 'CA' } };
  const ask = async () => (await request.post(`${shop.url}/api/public/v1/quotes`, { data: cart })).json();
  expect((await ask()).code).toBe('nothing-published');
  await page.getByRole('link', { name: 'Publish', exact: true }).click();
  await page.getByRole('button', { name: 'Publish edition 1' }).click();
  await expect(page.getByRole('heading', { name: 'Edition 1 is live' })).toBeVisible();
  expect((await ask()).options).toMatchObject([{ name: 'Ground parcel', price: 990 }]);
});

test('a price not typed yet asks the buyer to write: nothing is free by accident', async ({ page, shop }) => {
  await shop.send(
    { name: 'setServed', args: { countries: ['CA'] } },
    { name: 'addZone', args: { id: 'canada', name: 'Canada', places: [{ kind: 'country', country: 'CA' }] } },
    {
      name: 'addService',
      args: { id: 'ground', name: 'Ground parcel', ...PLAIN_SERVICE },
    },
  );
  await page.goto(shop.url);
  await putGoods(page, '25', '1.2 kg');
  await page.getByRole('button', { name: /Start a lane/ }).click();
  await page.getByRole('menuitem', { name: 'Tiers by goods value' }).click();
  await expect(option(page, 'Ground parcel')).toContainText('Please ask us for a delivery price');
  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  await page.getByRole('link', { name: 'Served places' }).click();
  await page.getByLabel('Find a country').fill('canad');
  await page.getByLabel('Canada', { exact: true }).uncheck();
  await expect(sees(page)).toContainText('The shop does not deliver to Canada');
  await expect(sees(page)).toContainText('We cannot deliver this cart to your address');
});
