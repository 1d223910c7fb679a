import type { Page } from '@playwright/test';
import { axeFaults, bench, expect, option, putGoods, saved, sees, test, type } from '../shop.ts';

test.use({ seeded: false });

interface Typed {
  readonly locale: string;
  readonly currency: string;
  /** What is typed to find the clock, and the town it stands for. */
  readonly clock: readonly [string, string];
  /** What is typed to find the country, and its name on the page. */
  readonly country: readonly [string, string];
  /** What is typed to find the place of the zone, and its name on the page. */
  readonly place: readonly [string, string];
}

/** Shop, served country, one zone and one service, as an owner there types them. */
async function begin(page: Page, url: string, { locale, currency, clock, country, place }: Typed): Promise<void> {
  await page.goto(`${url}/shop`);
  await page.getByLabel('Numbers and names as in').selectOption(locale);
  await page.getByLabel('Currency').selectOption(currency);
  await page.getByRole('button', { name: /^Time zone: / }).click();
  await page.getByPlaceholder('A town, a country, +3…').fill(clock[0]);
  await page.getByRole('listbox').getByRole('option', { name: clock[1] }).first().click();
  await expect(page.getByRole('button', { name: /^Time zone: / })).toContainText(clock[1]);
  await page.getByRole('link', { name: 'Served places' }).click();
  await page.getByLabel('Find a country', { exact: true }).fill(country[0]);
  await page.getByLabel(country[1], { exact: true }).check();
  await page.getByRole('link', { name: 'Rate book' }).first().click();
  await page.getByRole('region', { name: 'First steps' }).getByRole('button', { name: 'Add a zone' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Here');
  await page.getByRole('button', { name: 'Add zone' }).click();
  await page.getByLabel('Find a country, group, province or town').fill(place[0]);
  const found = page.getByRole('list', { name: 'Places found' }).getByRole('button');
  await expect(found.first()).toContainText(place[1]);
  await found.first().click();
  await expect(found.first()).toContainText('in this zone');
  await saved(page);
  await page.getByRole('link', { name: 'Rate book' }).first().click();
  await page.getByRole('region', { name: 'First steps' }).getByRole('button', { name: 'Add a service' }).click();
  await page.getByLabel('Name the buyer reads').fill('Parcel');
  await page.getByRole('button', { name: 'Add service' }).click();
  await page.getByRole('button', { name: 'Parcel to Here: not offered here. Offer it' }).click();
  await page.getByRole('menuitem', { name: 'By weight' }).click();
  await expect(upTo(page)).toBeVisible();
}

/** The fields of the first tier, before there is any. */
const upTo = (page: Page) => page.getByLabel('Up to', { exact: true });
const priceThere = (page: Page) => page.getByLabel('Price up to there');

/** A tier at the end of the card. */
async function addTier(page: Page, bound: string, price: string): Promise<void> {
  await page.getByLabel('Bound of a new tier').fill(bound);
  await page.getByLabel('Price of a new tier').fill(price);
  await page.getByLabel('Price of a new tier').press('Enter');
  await saved(page);
}

/** Where parcels leave from, when they are packed, and how long they take: with what the country itself has. */
async function promise(page: Page, url: string, town: string, days: string): Promise<void> {
  await page.goto(`${url}/shop/locations`);
  await page.getByRole('button', { name: 'Add location' }).first().click();
  const form = page.getByRole('dialog', { name: 'Add location' });
  await form.getByLabel('Name').fill('Store');
  await form.getByLabel('Town').fill(town);
  await form.getByRole('button', { name: 'Add location' }).click();
  await expect(form).toBeHidden();
  await page.goto(`${url}/shop/dispatch`);
  await page.getByLabel('Packed the same day when ordered before').fill('14:00');
  await page.getByRole('button', { name: 'Set up the calendar' }).click();
  await page.goto(`${url}/services/parcel`);
  await type(page, 'Days on the way everywhere', days);
  await saved(page);
}

async function order(page: Page, local: string): Promise<void> {
  const button = bench(page).getByRole('button', { name: /When, coupons, buyer/ });
  await button.click();
  await bench(page).getByLabel('Ordered at', { exact: true }).fill(local);
}

const ticked = (page: Page, label: string) =>
  page
    .getByRole('group', { name: label })
    .getByRole('checkbox', { checked: true })
    .evaluateAll((boxes) => boxes.map((box) => box.getAttribute('aria-label')));

test('Germany: 1.500 g is a kilogram and a half and says so, 80331 is Bavaria, Monday to Friday', async ({ page, shop }) => {
  await begin(page, shop.url, {
    locale: 'de-DE',
    currency: 'EUR',
    clock: ['deutschland', 'Berlin'],
    country: ['germany', 'Deutschland'],
    place: ['bayern', 'Bayern'],
  });
  const first = upTo(page);
  await first.fill('1.500 g');
  await expect(page.getByRole('status').filter({ hasText: /^= / })).toHaveText('= 1500 g meant 1,5 g?');
  await first.press('Tab');
  const price = priceThere(page);
  await price.fill('9,905');
  await price.press('Tab');
  await expect(page.getByRole('alert')).toContainText('At most 2 decimal places');
  await price.fill('5,90 €');
  await price.press('Tab');
  await expect(page.getByRole('grid', { name: 'Tiers' }).locator('[data-at="0,1"]')).toHaveValue('5,90');
  await addTier(page, '1,5 t', '1.234,50');
  await promise(page, shop.url, 'Kassel', '2');
  expect(await ticked(page, 'Days that count on the way')).toEqual(['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday']);
  await putGoods(page, '25,00', '1,2 kg');
  await type(page, 'Postal code', '80331');
  await order(page, '2026-11-26T10:00');
  await expect(option(page, 'Parcel')).toContainText('5,90 €');
  // Ordered on Thursday, packed that day or on Friday.
  await expect(option(page, 'Parcel')).toContainText('Mo., 30. Nov. – Di., 1. Dez.');
  await type(page, 'Postal code', '10115');
  await expect(sees(page)).toContainText('lies in no zone');
  await page.getByLabel('Province or state').selectOption('DE-BY');
  await expect(bench(page)).toContainText('This postal code lies in Berlin, not in Bayern');
  await bench(page).getByRole('button', { name: 'Take Berlin' }).click();
  await expect(sees(page)).toContainText('lies in no zone');
  // A town by its name in English brings the postal codes it has.
  await page.goto(`${shop.url}/book/here`);
  await page.getByLabel('Find a country, group, province or town').fill('cologne');
  const town = page.getByRole('list', { name: 'Places found' }).getByRole('button').first();
  await expect(town).toContainText('town in Nordrhein-Westfalen, 6 ranges of postal codes');
  await town.click();
  await expect(page.getByRole('region', { name: 'Places', exact: true })).toContainText('postal codes of Deutschland');
  await page.getByRole('main').getByRole('button', { name: 'Change the list of 6 lines' }).click();
  await expect(page.getByLabel('Postal codes, one a line')).toHaveValue(/^50667-50679\n50733-50769\n/);
  await saved(page);
  await shop.publish();
  const asked = { lines: [{ unitPrice: 100, weight: '1 kg', quantity: 1, delivered: true }], discounts: [] };
  const contradicts = await shop.quote({ ...asked, destination: { country: 'DE', subdivision: 'DE-BY', postalCode: '10115' } });
  expect(contradicts.address).toEqual([
    {
      to: 0,
      code: 'provinceContradicts',
      field: 'subdivision',
      told: 'DE-BE',
      text: 'The postal code is not in this province. Please check both.',
    },
  ]);
  expect((await shop.quote({ ...asked, destination: { country: 'DE' } })).address).toMatchObject([{ field: 'postalCode' }]);
});

test('Japan: full-width figures, yen before or behind, a prefecture by its own name and its postal code', async ({ page, shop }) => {
  await begin(page, shop.url, {
    locale: 'ja-JP',
    currency: 'JPY',
    clock: ['日本', 'Tokyo'],
    country: ['japan', '日本'],
    place: ['福岡', '福岡県'],
  });
  const grid = page.getByRole('grid', { name: 'Tiers' });
  await upTo(page).fill('２キログラム');
  await upTo(page).press('Tab');
  await expect(upTo(page)).toHaveValue(/^2 ?(kg|キログラム)$/);
  await priceThere(page).fill('1,800円');
  await priceThere(page).press('Tab');
  await expect(grid.locator('[data-at="0,1"]')).toHaveValue('1800');
  await addTier(page, '5kg', '¥2,400');
  await promise(page, shop.url, '福岡市', '1');
  await putGoods(page, '5000', '1.2 kg');
  await type(page, 'Postal code', '812-0011');
  await order(page, '2026-11-27T10:00');
  await expect(option(page, 'Parcel')).toContainText('1,800');
  // Friday: packed that day or on Monday, there on Monday or Tuesday.
  await expect(option(page, 'Parcel')).toContainText('11月30日');
  await type(page, 'Postal code', '100-0001');
  await expect(sees(page)).toContainText('lies in no zone');
});

test('Kuwait: three decimals, and nothing is promised for Friday or Saturday', async ({ page, shop }) => {
  await begin(page, shop.url, {
    locale: 'ar-KW',
    currency: 'KWD',
    clock: ['+3', 'Kuwait'],
    country: ['kuwait', 'الكويت'],
    place: ['hawalli', 'Ḩawallī'],
  });
  const grid = page.getByRole('grid', { name: 'Tiers' });
  await upTo(page).fill('2 kg');
  await upTo(page).press('Tab');
  await priceThere(page).fill('KD 1.5');
  await priceThere(page).press('Tab');
  await expect(grid.locator('[data-at="0,1"]')).toHaveValue('١٫٥٠٠');
  await saved(page);
  // No open data tell which codes lie in a governorate: the zone says so, and so do the bench and the public answer.
  await page.goto(`${shop.url}/book/here`);
  await expect(page.getByText('A postal code alone cannot reach Here')).toBeVisible();
  await promise(page, shop.url, 'Kuwait', '2');
  expect(await ticked(page, 'Days that count on the way')).toEqual(['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday']);
  expect(await ticked(page, 'Days of collection')).toEqual(['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday']);
  await putGoods(page, '5', '1 kg');
  await expect(bench(page)).toContainText('The checkout must send the province');
  await page.getByLabel('Province or state').selectOption('KW-HA');
  // Wednesday 25 November 2026: packed that day or on Thursday; two days that count on are Sunday and Monday.
  await order(page, '2026-11-25T10:00');
  await expect(option(page, 'Parcel')).toContainText('١٫٥٠٠');
  await expect(option(page, 'Parcel')).toContainText(/الأحد، ٢٩ .* الاثنين، ٣٠/);
  await shop.publish();
  const quote = await shop.quote({
    lines: [{ unitPrice: 1000, weight: '1 kg', quantity: 1, delivered: true }],
    discounts: [],
    destination: { country: 'KW', postalCode: '20000' },
  });
  expect(quote.address).toMatchObject([{ code: 'provinceNeeded', field: 'subdivision' }]);
});

test('Australia: A$9.95, the Northern Territory by 0800, half an hour off the full one', async ({ page, shop }) => {
  await begin(page, shop.url, {
    locale: 'en-AU',
    currency: 'AUD',
    clock: ['darwin', 'Darwin'],
    country: ['aus', 'Australia'],
    place: ['northern t', 'Northern Territory'],
  });
  await expect(upTo(page)).toBeVisible();
  const grid = page.getByRole('grid', { name: 'Tiers' });
  await upTo(page).fill('1,500 g');
  await upTo(page).press('Tab');
  await priceThere(page).fill('A$9.95');
  await priceThere(page).press('Tab');
  await expect(grid.locator('[data-at="0,1"]')).toHaveValue('9.95');
  await promise(page, shop.url, 'Darwin', '1 to 2');
  await putGoods(page, '25', '1.2 kg');
  await type(page, 'Postal code', '0800');
  await order(page, '2026-11-27T13:59');
  await expect(option(page, 'Parcel')).toContainText('$9.95');
  await expect(option(page, 'Parcel')).toContainText('30 Nov');
  await expect(option(page, 'Parcel')).toContainText('2:00 pm');
});

test('Egypt, in Arabic: from right to left, in Arabic figures, Sunday to Thursday', async ({ page, shop }) => {
  await begin(page, shop.url, {
    locale: 'ar-EG',
    currency: 'EGP',
    clock: ['مصر', 'Cairo'],
    country: ['مصر', 'مصر'],
    place: ['القاهرة', 'القاهرة'],
  });
  await expect(page.locator('html')).toHaveAttribute('dir', 'rtl');
  // The sheet's first column stands at the right, the bench at the left.
  const [main, side] = [await page.getByRole('main').boundingBox(), await bench(page).boundingBox()];
  expect((side?.x ?? 0) < (main?.x ?? 0)).toBe(true);
  const grid = page.getByRole('grid', { name: 'Tiers' });
  await upTo(page).fill('٢٫٥ كيلوغرام');
  await upTo(page).press('Tab');
  await priceThere(page).fill('١٬٢٥٠٫٥٠');
  await priceThere(page).press('Tab');
  await expect(grid.locator('[data-at="0,1"]')).toHaveValue('١٢٥٠٫٥٠');
  await promise(page, shop.url, 'Cairo', '1');
  expect(await ticked(page, 'Days on which it delivers')).toEqual(['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday']);
  await putGoods(page, '٥٠٠', '١٫٢ kg');
  await type(page, 'Postal code', '11511');
  // Thursday 26 November 2026: packed that day or on Sunday, there on Sunday or Monday.
  await order(page, '2026-11-26T10:00');
  await expect(option(page, 'Parcel')).toContainText('١٬٢٥٠٫٥٠');
  await expect(option(page, 'Parcel')).toContainText(/الأحد، ٢٩ .* الاثنين، ٣٠/);
  // Amounts are isolated: the words around them do not turn them about.
  expect(await option(page, 'Parcel').textContent()).toMatch(/[\u2066\u2068][^\u2069]*١٬٢٥٠٫٥٠[^\u2066\u2068]*\u2069/);
  expect(await axeFaults(page, 'main')).toEqual([]);
});
