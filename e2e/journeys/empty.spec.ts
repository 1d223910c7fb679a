import { PLAIN_SERVICE } from '@ostrakon/core';
import type { Locator, Page } from '@playwright/test';
import { axeFaults, bench, expect, option, putGoods, sees, test } from '../shop.ts';

test.use({ seeded: false });

test('from nothing to the first honest quote in at most 15 steps, and to its buyers', async ({ page, shop, request }) => {
  let steps = 0;
  /** One thing a person does: a field typed in, a choice made, a button pressed. */
  const step = async (act: Promise<unknown>) => {
    steps += 1;
    await act;
  };
  await page.goto(shop.url);
  const form = page.getByRole('form', { name: 'Begin your shop' });
  await form.getByRole('button', { name: 'Begin', exact: true }).click();
  expect(await axeFaults(page, 'form[aria-label="Begin your shop"]')).toEqual([]);
  await expect(form.getByRole('alert').first()).toContainText('Write the name of the shop.');

  await step(form.getByLabel('Name of the shop').fill('Kelp and Kiln'));
  await step(form.getByRole('button', { name: 'Country it sends from' }).click());
  await step(page.getByPlaceholder('A country, in any language').fill('deutschl'));
  await step(
    page
      .getByRole('listbox')
      .getByRole('option', { name: /^Germany/ })
      .click(),
  );
  // What the country suggests is taken over, and can be changed.
  await expect(form.getByLabel('Currency')).toHaveValue('EUR');
  await expect(form.getByRole('button', { name: 'Time zone' })).toContainText('Berlin');
  await expect(form.getByRole('radio', { name: 'kg, cm' })).toBeChecked();
  await step(form.getByRole('button', { name: 'Begin', exact: true }).click());

  const first = page.getByRole('region', { name: 'First steps' });
  await expect(first).toContainText('To the first delivery price of Kelp and Kiln');
  await step(first.getByRole('button', { name: 'Type the first prices' }).click());
  const prices = page.getByRole('dialog', { name: 'What does delivery cost?' });
  await step(prices.getByRole('radio', { name: 'Free from a value' }).click());
  await prices.getByRole('button', { name: 'Offer it' }).click();
  await expect(prices.getByRole('alert').first()).toContainText('Write what the buyer picks');
  expect(await axeFaults(page, '[role=dialog]')).toEqual([]);
  await step(prices.getByLabel('Name the buyer reads').fill('Paket'));
  await step(prices.getByLabel('Price to Deutschland, EUR').fill('5,90'));
  await step(prices.getByLabel('Free when goods come to, EUR').fill('60'));
  await step(prices.getByRole('button', { name: 'Offer it' }).click());
  await expect(prices).toBeHidden();
  await expect(bench(page)).toContainText('The cart is empty');
  await putGoods(page, '25,00', '1,2 kg');
  // What putGoods does: opened, price, weight, taken.
  steps += 4;
  await expect(option(page, 'Paket')).toContainText('5,90 €');
  expect(steps).toBeLessThanOrEqual(15);
  await expect(first).toBeHidden();
  const book = await shop.book();
  expect(book.locations).toMatchObject([{ country: 'DE', timeZone: 'Europe/Berlin' }]);
  expect(book.zones.map(({ name }) => name)).toEqual(['Deutschland']);

  const cart = { lines: [{ unitPrice: 2500, weight: '1.2 kg', quantity: 1 }], destination: { country: 'DE' } };
  const ask = async () => (await request.post(`${shop.url}/public/v1/quotes`, { data: cart })).json();
  expect((await ask()).code).toBe('nothing-published');
  await page.getByRole('link', { name: 'Publish', exact: true }).click();
  await page.getByRole('button', { name: 'Publish edition 1' }).click();
  await expect(page.getByRole('heading', { name: 'Edition 1 is live' })).toBeVisible();
  // What comes next is said: how the checkout gets the prices.
  await expect(page.getByRole('region', { name: 'How your checkout gets the prices' })).toContainText(`${shop.url}/public/v1/quotes`);
  // The request that is shown is one that is answered.
  const shown = await page.getByRole('region', { name: 'How your checkout gets the prices' }).locator('pre').textContent();
  const sent = /-d '(.*)' http/s.exec(shown ?? '')?.[1]?.replaceAll("'\\''", "'") ?? '';
  const answer = await request.post(`${shop.url}/public/v1/quotes`, { data: JSON.parse(sent) });
  expect((await answer.json()).options).toMatchObject([{ name: 'Paket', price: 590 }]);
  expect((await ask()).options).toMatchObject([{ name: 'Paket', price: 590 }]);
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
  await page.getByRole('button', { name: /Offer it/ }).click();
  await page.getByRole('menuitem', { name: 'By order value' }).click();
  await expect(option(page, 'Ground parcel')).toContainText('Please ask us for a delivery price');
  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  await page.getByRole('link', { name: 'Served places' }).click();
  await page.getByLabel('Find a country').fill('canad');
  await page.getByLabel('Canada', { exact: true }).uncheck();
  await expect(sees(page)).toContainText('The shop does not deliver to Canada');
  await expect(sees(page)).toContainText('We cannot deliver this cart to your address');
});

/** Tab until something has the focus. */
async function tabTo(page: Page, target: Locator, most = 45): Promise<void> {
  for (let keys = 0; keys < most; keys += 1) {
    if (await target.evaluate((element) => element === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  await expect(target).toBeFocused();
}

test('from nothing to the first quote by keyboard alone', async ({ page, shop }) => {
  await page.goto(shop.url);
  const form = page.getByRole('form', { name: 'Begin your shop' });
  await expect(form).toBeVisible();
  await tabTo(page, form.getByLabel('Name of the shop'));
  await page.keyboard.type('Kelp and Kiln');
  await tabTo(page, form.getByRole('button', { name: 'Country it sends from' }));
  await page.keyboard.press('Enter');
  await expect(page.getByPlaceholder('A country, in any language')).toBeFocused();
  await page.keyboard.type('norw');
  await page.keyboard.press('Enter');
  await expect(form.getByLabel('Currency')).toHaveValue('NOK');
  await tabTo(page, form.getByRole('button', { name: 'Begin', exact: true }));
  await page.keyboard.press('Enter');

  await expect(form).toBeHidden();
  await tabTo(page, page.getByRole('region', { name: 'First steps' }).getByRole('button', { name: 'Type the first prices' }));
  await page.keyboard.press('Enter');
  const prices = page.getByRole('dialog', { name: 'What does delivery cost?' });
  await tabTo(page, prices.getByLabel('Name the buyer reads'));
  await page.keyboard.type('Pakke');
  await page.keyboard.press('Tab');
  await page.keyboard.type('79');
  await page.keyboard.press('Enter');
  await expect(prices).toBeHidden();

  await page.keyboard.press('F6');
  await expect(bench(page)).toBeFocused();
  await tabTo(page, bench(page).getByRole('button', { name: 'Add goods' }));
  await page.keyboard.press('Enter');
  const goods = page.getByRole('form', { name: 'Goods of your own' });
  await tabTo(page, goods.getByLabel('Price'));
  await page.keyboard.type('250');
  await tabTo(page, goods.getByLabel('Weight'));
  await page.keyboard.type('1 kg');
  await page.keyboard.press('Enter');
  await expect(option(page, 'Pakke')).toContainText('79');
});

test('a carrier’s price with a share on top as the first price: told what is missing, then on the bench', async ({ page, shop }) => {
  await page.goto(shop.url);
  const form = page.getByRole('form', { name: 'Begin your shop' });
  await form.getByLabel('Name of the shop').fill('Kelp and Kiln');
  await form.getByRole('button', { name: 'Country it sends from' }).click();
  await page.getByPlaceholder('A country, in any language').fill('canad');
  await page.keyboard.press('Enter');
  await form.getByLabel('Postal code').fill('B3J 1V9');
  await form.getByRole('button', { name: 'Begin', exact: true }).click();
  const start = page.getByRole('region', { name: 'First steps' }).getByRole('button', { name: 'Type the first prices' });
  const prices = page.getByRole('dialog', { name: 'What does delivery cost?' });
  await start.click();
  await prices.getByRole('radio', { name: 'A carrier’s price' }).click();
  await prices.getByRole('link', { name: 'Open an account with a carrier' }).click();
  await page.getByRole('button', { name: 'Add an account' }).click();
  const account = page.getByRole('dialog', { name: 'Add an account' });
  await account.getByLabel('Carrier').selectOption({ label: 'Petrel Post' });
  await account.getByLabel('Account key').fill('petrel-counter');
  await account.getByRole('button', { name: 'Add the account' }).click();
  await expect(account).toBeHidden();

  await page.goto(`${shop.url}/book`);
  await start.click();
  await prices.getByRole('radio', { name: 'A carrier’s price' }).click();
  await prices.getByRole('button', { name: 'Offer it' }).click();
  await expect(prices.getByRole('alert')).toHaveText([/Write what the buyer picks/, /Choose whose price it is/, /./]);
  expect(await axeFaults(page, '[role=dialog]')).toEqual([]);
  await prices.getByLabel('Name the buyer reads').fill('Post');
  await prices.getByLabel('Whose price it is').selectOption('Tracked parcel by Petrel Post');
  await prices.getByLabel('Added to it, %').fill('10');
  await prices.getByRole('button', { name: 'Offer it' }).click();
  await expect(prices).toBeHidden();
  await putGoods(page, '25.00', '1 kg');
  await bench(page).getByLabel('Postal code').fill('B3H 4R2');
  await page.keyboard.press('Tab');
  await expect(option(page, 'Post')).toContainText(/\$\d+\.\d\d/);
  expect((await shop.book()).services).toMatchObject([{ name: 'Post', kind: 'carrier', terms: { markup: { basisPoints: 1000 } } }]);
});
