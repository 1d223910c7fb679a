import type { Page } from '@playwright/test';
import { bench, cell, expect, notOffered, openLimits, option, putGoods, saved, test, type } from '../shop.ts';

const prices = (page: Page) => page.getByRole('grid', { name: 'Tiers' }).getByLabel(/^Price of the tier/);
const bounds = (page: Page) => page.getByRole('grid', { name: 'Tiers' }).getByLabel(/^Bound of the tier/);
const valuesOf = (fields: ReturnType<typeof prices>) =>
  fields.evaluateAll((inputs) => inputs.map((input) => (input as HTMLInputElement).value));

async function paste(page: Page, label: string, text: string): Promise<void> {
  await page.getByLabel(label, { exact: true }).focus();
  await page.evaluate((pasted) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', pasted);
    document.activeElement?.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  }, text);
}

test.describe('bad input at every field of the lane is told in words at the field, and nothing is lost', () => {
  const faults: [string, string, string, RegExp][] = [
    [
      'nova-scotia/ground',
      'Price of the tier 5 kg',
      'cheap',
      /“cheap” is not a number\. A price, .*“free”, “not offered” or “ask us” fits here/,
    ],
    ['nova-scotia/ground', 'Price of the tier 5 kg', '-4', /Write 0 or more/],
    ['nova-scotia/ground', 'Price of the tier 5 kg', '1e99', /not a number/],
    ['nova-scotia/ground', 'Price of the tier 5 kg', '9.999', /At most 2 decimal places/],
    ['nova-scotia/ground', 'Price of the tier 5 kg', '', /Write a price/],
    ['nova-scotia/ground', 'Bound of the tier 5 kg', '12 kg', /Must stay below the next tier/],
    ['nova-scotia/ground', 'Bound of the tier 5 kg', '2000 g', /Must reach further than the tier above it/],
    ['nova-scotia/ground', 'Bound of the tier 5 kg', '5 stone', /“stone” is no unit/],
    ['nova-scotia/ground', 'Bound of the tier 5 kg', '-1 kg', /Write 0 or more/],
    ['harbour/van', 'Bound of the tier 12 km', 'far', /not a number/],
    ['harbour/van', 'Bound of the tier 12 km', '36 km', /Must stay below the next tier/],
    ['harbour/pallet', 'Bound of the tier 2', '2.5', /whole number/],
    ['harbour/pallet', 'Bound of the tier 2', '1', /Must reach further/],
    ['harbour/counter', 'Price of every delivery', 'not offered', /always offered/],
    ['nova-scotia/ground', 'Items weight, from', 'light', /not a number/],
    ['nova-scotia/ground', 'Goods before discounts, up to', '-5', /Write 0 or more/],
    ['nova-scotia/ground', 'Goods after discounts, from', '1.2.3', /not a number/],
    ['nova-scotia/ground', 'Number of items, up to', '0', /At least 1/],
    ['nova-scotia/ground', 'Free from', 'lots', /not a number/],
  ];
  test('typed one after the other', async ({ page, shop }) => {
    let at = '';
    for (const [lane, label, typed, words] of faults) {
      if (at !== lane) await page.goto(`${shop.url}/book/${lane}`);
      at = lane;
      if (/, (from|up to)$/.test(label)) await openLimits(page);
      const field = page.getByLabel(label, { exact: true });
      const before = await field.inputValue();
      await type(page, label, typed);
      await expect(field, `${label}: ${typed}`).toHaveAttribute('aria-invalid', 'true');
      await expect(field).toHaveAccessibleDescription(words);
      await expect(field).toHaveValue(typed);
      await field.press('Escape');
      await expect(field).toHaveValue(before);
      await expect(field).toHaveAttribute('aria-invalid', 'false');
    }
    const draft = await (await page.request.get(`${shop.url}/api/draft`)).json();
    expect(draft.revision).toBe(6);
  });

  test('a range that ends before it begins, and a tier that exists', async ({ page, shop }) => {
    await page.goto(`${shop.url}/book/nova-scotia/ground`);
    await openLimits(page);
    await type(page, 'Items weight, from', '5 kg');
    await type(page, 'Items weight, up to', '2 kg');
    await expect(page.getByLabel('Items weight, up to')).toHaveAccessibleDescription(/ends before it begins/);
    await page.getByLabel('Items weight, up to').press('Escape');
    await page.getByLabel('Bound of a new tier').fill('5000 g');
    await page.getByLabel('Price of a new tier').fill('3');
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Bound of a new tier')).toHaveAccessibleDescription(/There is a tier up to 5000 g already/);
    await page.getByLabel('Bound of a new tier').fill('7');
    await page.getByLabel('Price of a new tier').fill('much');
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Price of a new tier')).toHaveAccessibleDescription(/“much” is not a number/);
    await expect(page.getByLabel('Bound of a new tier')).toHaveValue('7');
  });

  test('on the bench', async ({ page, shop }) => {
    await page.goto(shop.url);
    for (const [label, typed, words] of [
      ['Discount on the goods', '120 %', /At most 100 %/],
      ['Discount on the goods', 'half', /not a number/],
      ['Postal code', 'B3H_4R2', /only letters, digits/],
      ['Quantity of Needle tool', '0', /At least 1/],
      ['Quantity of Needle tool', '1e9', /not a number/],
    ] as const) {
      const field = bench(page).getByLabel(label, { exact: true });
      await type(page, label, typed);
      await expect(field).toHaveAccessibleDescription(words);
      await expect(field).toHaveValue(typed);
      await field.press('Escape');
    }
    await bench(page).getByRole('button', { name: 'Add goods' }).click();
    const form = page.getByRole('form', { name: 'Goods of your own' });
    await form.getByLabel('Price').fill('-1');
    await form.getByLabel('Weight').fill('heavy');
    await form.getByRole('button', { name: 'Put in the cart' }).click();
    await expect(form.getByLabel('Price')).toHaveAccessibleDescription(/Write 0 or more/);
    await expect(form.getByLabel('Weight')).toHaveAccessibleDescription(/not a number/);
    await expect(form.getByLabel('Weight')).toHaveValue('heavy');
  });
});

test('the card by keyboard: Tab and Enter move, a new row at the end goes to its place', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  await page.getByLabel('Bound of the tier 2 kg').focus();
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('Price of the tier 2 kg')).toBeFocused();
  await page.keyboard.type('10,25');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Price of the tier 5 kg')).toBeFocused();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByLabel('Price of the tier 2 kg')).toHaveValue('10.25');
  await page.getByLabel('Bound of a new tier').focus();
  await page.keyboard.type('7.5');
  await page.keyboard.press('Tab');
  await page.keyboard.type('12');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Bound of a new tier')).toBeFocused();
  await expect.poll(() => valuesOf(bounds(page))).toEqual(['2 kg', '5 kg', '7.5 kg', '10 kg', '15 kg', '30 kg']);
  await expect.poll(() => valuesOf(prices(page))).toEqual(['10.25', '11.60', '12.00', '12.80', '16.90', '24.90', 'ask us']);
  await page.getByLabel('Price of the tier 7.5 kg').focus();
  await page.keyboard.press('Control+Delete');
  await expect.poll(() => valuesOf(bounds(page))).toEqual(['2 kg', '5 kg', '10 kg', '15 kg', '30 kg']);
  await saved(page);
  // The focus stands in a cell that holds no unsaved text: the key undoes the last change to the draft.
  await page.keyboard.press('Control+z');
  await expect.poll(() => valuesOf(bounds(page))).toEqual(['2 kg', '5 kg', '7.5 kg', '10 kg', '15 kg', '30 kg']);
});

test('what was typed is saved when the page is left by the browser’s own button', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book`);
  await cell(page, 'Ground parcel to Nova Scotia').click();
  await page.getByLabel('Price of the tier 15 kg').fill('18.20');
  await page.goBack();
  await expect(cell(page, 'Ground parcel to Nova Scotia')).toContainText('$18.20');
  await expect.poll(async () => (await (await page.request.get(`${shop.url}/api/draft`)).json()).revision).toBe(7);
});

test('rows pasted from a spreadsheet, all or none', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  await paste(page, 'Bound of the tier 2 kg', '2 kg\t10,00\n8 kg\t12.50\n40 kg\tfree\n');
  await expect.poll(() => valuesOf(bounds(page))).toEqual(['2 kg', '5 kg', '8 kg', '10 kg', '15 kg', '30 kg', '40 kg']);
  await expect.poll(async () => (await valuesOf(prices(page))).slice(-2)).toEqual(['free', 'ask us']);
  await paste(page, 'Bound of the tier 2 kg', '2 kg\t1\n3 kg\tnothing much');
  await expect(page.getByRole('alert')).toContainText('Row 2 of what you pasted: “nothing much” is not a number');
  await expect(page.getByLabel('Price of the tier 2 kg')).toHaveValue('10.00');
});

test('another kind of card and back brings back what was there; bounds written the other way change no price', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  await expect(prices(page)).toHaveCount(6);
  const before = await valuesOf(prices(page));
  await page.getByRole('button', { name: 'Priced by: By weight' }).click();
  await page.getByRole('menuitemradio', { name: 'By order value' }).click();
  // Nothing is made up: the prices stay as they are until the new ones are typed.
  await expect(page.getByText('Prices stay as they are until this is filled in.')).toBeVisible();
  await expect(option(page, 'Ground parcel')).toContainText('$16.90');
  await type(page, 'For goods of less than', '50');
  await type(page, 'Price below that', '8');
  await type(page, 'Price from there on', 'free');
  await expect(option(page, 'Ground parcel')).toContainText('Free');
  await page.getByRole('radio', { name: 'up to' }).click();
  await expect.poll(() => valuesOf(bounds(page))).toEqual(['49.99']);
  await expect(option(page, 'Ground parcel')).toContainText('Free');
  await page.getByRole('button', { name: 'Priced by: By order value' }).click();
  await page.getByRole('menuitemradio', { name: 'By weight' }).click();
  await expect.poll(() => valuesOf(prices(page))).toEqual(before);
  await page.getByRole('button', { name: 'Priced by: By weight' }).click();
  await page.getByRole('menuitemradio', { name: 'By order value' }).click();
  await expect.poll(() => valuesOf(prices(page))).toEqual(['8.00', 'free']);
});

test('free delivery, typed and undone; the card copied to other lanes in one step', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book/north/ground`);
  await type(page, 'Free from', '80');
  await page.getByLabel('Measured on goods').selectOption({ label: 'before discounts' });
  await expect(page.getByText('Free when goods come to $80.00 or more')).toBeVisible();
  await page.getByRole('link', { name: 'United States' }).click();
  // The lane that is left has such a button, too.
  await expect(page.getByRole('heading', { level: 1 })).toContainText('United States');
  await page.getByRole('button', { name: 'Copy these prices to…' }).click();
  await page.getByLabel('Ground parcel to Europe', { exact: true }).check();
  await page.getByLabel('Van round to Europe, new').check();
  await page.getByRole('button', { name: 'Copy to 2 cells' }).click();
  await page.getByRole('link', { name: 'Rate book' }).first().click();
  await page.getByRole('radio', { name: 'Prices' }).click();
  await expect(cell(page, 'Ground parcel to Europe')).toHaveAccessibleName(/: \$18\.90 to \$59\.90/);
  await expect(cell(page, 'Van round to Europe')).toHaveAccessibleName(/: \$18\.90 to \$59\.90/);
  await page.keyboard.press('Control+z');
  await expect(cell(page, 'Ground parcel to Europe')).toHaveAccessibleName(/: \$28\.90 to \$72\.90/);
  await expect(cell(page, 'Van round to Europe')).toHaveCount(0);
});

test('a lane stopped, and offered again by hand and by copying', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  await page.getByRole('button', { name: 'Stop offering Ground parcel to Nova Scotia' }).click();
  await expect(notOffered(page)).toContainText('Van round, Ground parcel, and Express are not offered in this zone');
  await page.getByRole('button', { name: 'Ground parcel to Nova Scotia: not offered here. Offer it' }).click();
  await page.getByRole('menuitem', { name: 'One price' }).click();
  await expect(page.getByLabel('Price of every delivery')).toHaveValue('ask us');
  await type(page, 'Price of every delivery', '11');
  await expect(option(page, 'Ground parcel')).toContainText('$11.00');
  await page.getByRole('button', { name: 'Stop offering Ground parcel to Nova Scotia' }).click();
  await page.getByRole('button', { name: 'Ground parcel to Nova Scotia: not offered here. Offer it' }).click();
  await page.getByRole('menuitem', { name: 'Ground parcel to Atlantic' }).click();
  await expect(option(page, 'Ground parcel')).toContainText('$22.50');
});

test('limits begin with the three that are wanted first; a next tier is suggested; buyers read words of the shop’s own', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  const limits = page.getByRole('region', { name: 'Limits' });
  await expect(limits.getByLabel('Parcels, up to')).toBeHidden();
  await limits.getByLabel('Heaviest cart measured').selectOption({ label: 'Packed weight: with packaging' });
  await expect(limits).toContainText('The cart on the bench: items weight 11.8 kg, packed weight 11.99 kg');
  await type(page, 'Packed weight, up to', '11.9 kg');
  await expect(notOffered(page)).toContainText('Ground parcel limited to 11.9 kg');
  // The bound goes with what it is measured by.
  await limits.getByLabel('Heaviest cart measured').selectOption({ label: 'Items weight: the goods alone' });
  await expect(page.getByLabel('Items weight, up to')).toHaveValue('11.9 kg');
  await expect(option(page, 'Ground parcel')).toContainText('$16.90');
  await type(page, 'Items weight, up to', '11 kg');

  await page.goto(`${shop.url}/services/ground`);
  const told = page.getByRole('region', { name: 'When it is not offered' });
  await told.getByRole('button', { name: 'Words of your own' }).click();
  await told.getByLabel('Reason of “new words”').selectOption('the cart is too heavy, large, far or dear');
  await type(page, 'What buyers read when the cart is too heavy, large, far or dear', 'Write to us: we bring heavy orders on a pallet.');
  await expect(notOffered(page)).toContainText('To the buyer: Write to us: we bring heavy orders on a pallet.');
  await saved(page);
  await shop.publish();
  const quoted = await shop.quote({
    lines: [{ quantity: 1, unitPrice: 4000, weight: '15 kg', delivered: true }],
    discounts: [],
    destination: { country: 'CA', subdivision: 'CA-NS', postalCode: 'B4V 2L5' },
  });
  expect(quoted.withheld.find(({ service }) => service === 'ground')?.reasons).toMatchObject([
    { code: 'onlyUpTo', text: 'Write to us: we bring heavy orders on a pallet.' },
  ]);
  await told.getByRole('button', { name: /^Remove the words/ }).click();
  await expect(notOffered(page)).toContainText('To the buyer: Only up to 11 kg');

  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  await page.getByLabel('Price of a new tier').fill('40');
  await expect(page.getByLabel('Bound of a new tier')).toHaveValue('45 kg');
  await page.getByLabel('Price of a new tier').press('Enter');
  await expect(page.getByLabel('Price of the tier 45 kg')).toHaveValue('40.00');
  await type(page, 'Price of the tier 45 kg', 'write to us');
  await expect(page.getByLabel('Price of the tier 45 kg')).toHaveValue('ask us');
});

test('by keyboard alone: from what is missing to the mended tier in at most twelve keys', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book`);
  await bench(page).getByRole('button', { name: 'Empty the cart' }).click();
  await putGoods(page, '40.00', '12 kg');
  await bench(page).getByLabel('Province or state').selectOption('CA-YT');
  await expect(notOffered(page)).toContainText('Ground parcel');
  await notOffered(page).getByRole('link', { name: 'Show what holds Ground parcel back' }).focus();
  let keys = 0;
  const press = async (key: string) => {
    keys += 1;
    await page.keyboard.press(key);
  };
  await press('Enter');
  // The field that decides has the focus, and what stands in it is chosen.
  await expect(page.locator('main [data-show=tier]')).toBeFocused();
  for (const key of '99') await press(key);
  await press('Enter');
  expect(keys).toBeLessThanOrEqual(12);
  await expect(option(page, 'Ground parcel')).toContainText('$99.00');
});
