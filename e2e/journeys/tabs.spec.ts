import { cell, expect, option, saved, test, type } from '../shop.ts';

test('a second tab that edits the draft is told, offered the newer one, and loses nothing', async ({ page, context, shop }) => {
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  const other = await context.newPage();
  await other.goto(`${shop.url}/book/atlantic/ground`);
  await type(page, 'Price of the tier 15 kg', '17.00');
  await saved(page);
  await expect(other.getByRole('alert')).toContainText('The draft was changed in another tab');

  // Typing on regardless: the change waits here, and is done again on the newer draft when the owner says so.
  await type(other, 'Price of the tier 15 kg', '23.00');
  await expect(other.getByRole('alert')).toContainText('One change of yours could not be saved on top of it yet');
  await other.getByRole('button', { name: 'Take the newer draft and do mine again' }).click();
  await expect(other.getByRole('alert')).toHaveCount(0);
  await expect(other.getByLabel('Price of the tier 15 kg')).toHaveValue('23.00');
  await saved(other);
  await other.getByRole('link', { name: 'Rate book' }).first().click();
  await expect(cell(other, 'Ground parcel to Nova Scotia')).toContainText('$17.00');

  await expect(page.getByRole('alert')).toContainText('What you see here is older');
  await page.getByRole('button', { name: 'Take the newer draft' }).click();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.goto(`${shop.url}/book/atlantic/ground`);
  await expect(page.getByLabel('Price of the tier 15 kg')).toHaveValue('23.00');
});

test('a change made elsewhere without this tab hearing of it is refused, not overwritten', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  await expect(option(page, 'Ground parcel')).toContainText('$16.90');
  await shop.send({ name: 'renameZone', args: { zone: 'nova-scotia', name: 'Mainland' } });
  await type(page, 'Price of the tier 15 kg', '19.00');
  await expect(page.getByRole('alert')).toContainText('The draft was changed in another tab');
  await page.getByRole('button', { name: 'Take the newer draft only' }).click();
  await expect(page.getByRole('heading', { name: 'Ground parcel to Mainland' })).toBeVisible();
  await expect(page.getByLabel('Price of the tier 15 kg')).toHaveValue('16.90');
});

test('while the server is away, changes wait and are sent when it is back', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  await expect(option(page, 'Ground parcel')).toContainText('$16.90');
  await page.route('**/api/drafts/1/steps', (route) => route.abort());
  await type(page, 'Price of the tier 15 kg', '19.00');
  await expect(page.getByRole('status').filter({ hasText: 'Offline: 1 change waits' })).toBeVisible();
  await expect(option(page, 'Ground parcel')).toContainText('$19.00');
  await page.unroute('**/api/drafts/1/steps');
  await saved(page);
  const draft = await (await page.request.get(`${shop.url}/api/draft`)).json();
  expect(draft.revision).toBe(7);
});
