import type { DeskOrder } from '@ostrakon/core/contract';
import { axeFaults, expect, test } from '../shop.ts';

const head = 'Order;Ordered on;Customer;E-mail;Street;City;Postcode;Country;Article;Item;Qty;Unit price;Delivery method;Shipping';
const file = (...lines: string[]) => ({ name: 'orders.csv', mimeType: 'text/csv', buffer: Buffer.from([head, ...lines].join('\r\n')) });
const days = (ago: number) => new Date(Date.now() - ago * 86_400_000).toISOString().slice(0, 16).replace('T', ' ');

test('a file of orders is refused by line, mended, seen before it is taken, and then stands on the desk', async ({ page, shop }) => {
  await page.goto(`${shop.url}/orders?view=all`);
  await expect(page.getByText(/There are no orders yet/)).toBeVisible();
  await page.getByRole('button', { name: 'Add orders…' }).click();
  await page.getByRole('menuitem', { name: 'Bring in a file' }).click();
  const dialog = page.getByRole('dialog', { name: 'Bring orders in' });
  const good = `A-1042;${days(1)};Ona Vale;ona@buyer.example;3 Kiln Lane;Halifax;B3H 4R2;Canada;celadon-473;;2;;ground;9.99`;
  const old = `A-0007;${days(40)};Piet Moss;;9 Sea Road;Halifax;B3H 4R2;CA;;An old sponge;1;2.50;Van from before;12.00`;
  await dialog
    .getByLabel('File of orders')
    .setInputFiles(
      file(good, `A-1043;${days(1)};Ona Vale;ona@buyer;3 Kiln Lane;Halifax;B3H 4R2;Atlantis;celadon-473;;two;;ground;9.99`, old),
    );
  await expect(dialog.getByLabel('Qty is taken as')).toHaveValue('quantity');
  expect(await axeFaults(page)).toEqual([]);
  await dialog.getByRole('button', { name: 'Check the lines' }).click();
  const faults = dialog.getByRole('region', { name: 'Lines that cannot be read' });
  await expect(faults.getByRole('row', { name: /3 Atlantis Country: No country has this code or name/ })).toBeVisible();
  await expect(faults.getByRole('row', { name: /3 two Quantity: Write a whole number/ })).toBeVisible();
  await dialog.getByLabel('Van from before is').selectOption('Ground parcel');
  await dialog.getByRole('button', { name: 'Check again' }).click();
  await expect(dialog.getByLabel('Van from before is')).toBeHidden();
  await expect(faults.getByRole('row')).toHaveCount(3);
  await expect(dialog.getByRole('button', { name: 'See what comes of them' })).toBeDisabled();

  // Mended.
  await dialog.getByRole('button', { name: 'Another file' }).click();
  await dialog.getByLabel('File of orders').setInputFiles(file(good, old.replace('Van from before', 'Ground parcel')));
  await dialog.getByRole('button', { name: 'Check the lines' }).click();
  await expect(dialog.getByRole('status')).toHaveText('2 orders can be read.');
  await dialog.getByRole('button', { name: 'See what comes of them' }).click();
  await expect(dialog.getByText('2 new orders in 2 parcels.')).toBeVisible({ timeout: 30_000 });
  await expect(dialog.getByText(/2 orders from before you published anything/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Bring in 2 orders' }).click();
  await expect(dialog.getByText('2 orders brought in, numbers 1001 to 1002.')).toBeVisible();
  await dialog.getByRole('button', { name: 'To the desk' }).click();
  const grid = page.getByRole('grid', { name: 'Orders' });
  await expect(grid.getByRole('row', { name: /Ona Vale Halifax/ })).toBeVisible();
  await expect(grid.getByRole('row', { name: /Piet Moss/ })).toContainText('1 An old sponge');
});

test('an order by telephone is written down with goods of the shop and goods it does not have', async ({ page, shop }) => {
  await page.goto(`${shop.url}/orders?view=all`);
  await page.getByRole('button', { name: 'Add orders…' }).click();
  await page.getByRole('menuitem', { name: 'Write one down' }).click();
  const dialog = page.getByRole('dialog', { name: 'Write an order down' });
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  for (const fault of [
    'Write who receives it',
    'Write street and number',
    'Write the town',
    'Say which goods these are',
    'Choose how it is delivered',
  ])
    await expect(dialog.getByText(fault)).toBeVisible();
  await dialog.getByLabel('Who receives it').fill('Juno Ward');
  await dialog.getByLabel('Street and number').fill('5 Slip Street');
  await dialog.getByLabel('Town').fill('Halifax');
  await dialog.getByLabel('Postal code').fill('B3H 4R2');
  await dialog.getByLabel('Goods', { exact: true }).fill('Needle tool');
  await expect(dialog.getByLabel('Price each')).toHaveAttribute('placeholder', /\$/);
  await dialog.getByRole('button', { name: 'More goods' }).click();
  const second = dialog.getByRole('group', { name: 'Goods 2' });
  await second.getByLabel('Goods', { exact: true }).fill('A mended bat');
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  await expect(dialog.getByText('The shop does not have these: write what one costs')).toBeVisible();
  await second.getByLabel('Price each').fill('7.50');
  await second.getByLabel('Weight each').fill('900 g');
  const how = dialog.getByLabel('How it is delivered');
  await expect(how.locator('option', { hasText: 'Ground parcel, $' })).toHaveCount(1);
  await how.selectOption('ground');
  await dialog.getByLabel('Charged for delivery').fill('3.00');
  expect(await axeFaults(page)).toEqual([]);
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  const panel = page.getByRole('complementary', { name: 'Order 1001' });
  await expect(panel).toContainText('Juno Ward');
  await expect(panel).toContainText('It was charged $3.00; its edition asks $');
  const order = (await (await page.request.get(`${shop.url}/api/orders/1001`)).json()) as DeskOrder;
  expect(order.buyer).toMatchObject({ mail: '' });
  expect(order.sold).toMatchObject([{ product: 'needle-tool' }, { name: 'A mended bat', unitPrice: 750, weight: '900 g' }]);
});
