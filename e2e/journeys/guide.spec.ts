import { expect, test } from '../shop.ts';

test('? opens the handbook at the page of the screen, and leads back; Find knows its pages', async ({ page, shop }) => {
  const handbook = page.getByRole('article');
  for (const [path, title] of [
    ['/dates?show=last-orders', 'Dates'],
    ['/book/nova-scotia/ground', 'Prices of a service in a zone'],
    ['/shop/goods', 'Goods'],
  ] as const) {
    await page.goto(shop.url + path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.keyboard.press('?');
    await expect(handbook.getByRole('heading', { level: 1, name: title, exact: true })).toBeVisible();
    await page.getByRole('link', { name: 'Back to where you were' }).click();
    await expect(page).toHaveURL(shop.url + path);
  }
  // A question mark that is typed is one.
  await page.getByLabel('Find goods by name, article number or tag').press('?');
  await expect(page.getByLabel('Find goods by name, article number or tag')).toHaveValue('?');

  await page.getByRole('button', { name: 'Handbook of this page' }).click();
  await expect(handbook.getByRole('heading', { level: 1, name: 'Goods' })).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Find a zone, a price').fill('option missing');
  await page.keyboard.press('Enter');
  await expect(handbook.getByRole('heading', { level: 1, name: 'Why an option is missing' })).toBeVisible();
  await handbook.getByRole('link', { name: 'Served places' }).click();
  await expect(handbook.getByRole('heading', { level: 1, name: 'Served places' })).toBeVisible();
});

test('every page of the handbook opens with its pictures', async ({ page, shop }) => {
  await page.goto(`${shop.url}/guide`);
  const links = page.getByRole('navigation', { name: 'Handbook' }).getByRole('link');
  await expect(links.last()).toBeVisible();
  const pages = await links.count();
  expect(pages).toBeGreaterThan(20);
  let pictures = 0;
  for (let at = 0; at < pages; at += 1) {
    const title = await links.nth(at).textContent();
    await links.nth(at).click();
    await expect(page.getByRole('article').getByRole('heading', { level: 1, name: title ?? '', exact: true })).toBeVisible();
    const all = page.getByRole('article').getByRole('img');
    for (const picture of await all.all()) {
      await expect.poll(() => picture.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(600);
      pictures += 1;
    }
  }
  expect(pictures).toBeGreaterThan(12);
  await page.goto(`${shop.url}/guide/nothing`);
  await expect(page.getByText('The handbook has no page of this name.')).toBeVisible();
});

test('what was typed into a search does not call a page back that is being left', async ({ page, shop }) => {
  // The page that is gone to comes late, after the pause in which the search is written into the address.
  await page.route(/GuideScreen[^/]*\.js/, async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 900));
    await route.continue();
  });
  await page.goto(`${shop.url}/shop/goods`);
  await page.getByLabel('Find goods by name, article number or tag').press('k');
  await page.getByRole('button', { name: 'Handbook of this page' }).click();
  await expect(page.getByRole('article').getByRole('heading', { level: 1, name: 'Goods' })).toBeVisible();
});
