import { type Card, type Command, PLAIN_GROUP, PLAIN_SERVICE } from '@ostrakon/core';
import type { Page } from '@playwright/test';
import { bench, expect, notOffered, option, putGoods, saved, sees, test, type } from '../shop.ts';

// Figures are facts of the trade (common practice, no published source); the same stand in core/src/quote/prices.test.ts.

test.use({ seeded: false });

const amount = (minor: number): Card => ({ kind: 'flat', result: { kind: 'amount', amount: minor } });

/** A shop with one zone, Canada, and these services in it. */
function offering(...services: (readonly [string, Card])[]): Command[] {
  return [
    { name: 'setServed', args: { countries: ['CA'] } },
    { name: 'addZone', args: { id: 'canada', name: 'Canada', places: [{ kind: 'country', country: 'CA' }] } },
    ...services.flatMap(([name, card], at): Command[] => [
      { name: 'addService', args: { id: `s${at}`, name, ...PLAIN_SERVICE } },
      { name: 'startLane', args: { zone: 'canada', service: `s${at}`, card } },
    ]),
  ];
}

const group = (id: string, name: string): Command => ({ name: 'addGoodsGroup', args: { id, name, mark: 'clay', ...PLAIN_GROUP } });
async function kind(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: /^Priced by/ }).click();
  await page.getByRole('menuitemradio', { name, exact: true }).click();
}
const ledger = (page: Page) => bench(page).getByRole('region', { name: 'How the price comes about' });

async function pasteInto(page: Page, label: string, text: string): Promise<void> {
  await page.getByLabel(label, { exact: true }).focus();
  await page.evaluate((pasted) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', pasted);
    document.activeElement?.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  }, text);
}

async function refused(page: Page, label: string, typed: string, words: RegExp): Promise<void> {
  const field = page.getByLabel(label, { exact: true });
  await type(page, label, typed);
  await expect(field, `${label}: ${typed}`).toHaveAccessibleDescription(words);
  await expect(field).toHaveValue(typed);
  await field.press('Escape');
}

test('kinds switched back and forth keep their entries; first and further, per unit, percent, charges alone', async ({ page, shop }) => {
  await shop.send(...offering(['Parcel', amount(990)]));
  await page.goto(`${shop.url}/book/canada/s0`);
  await putGoods(page, '10', '100 g');
  await bench(page).getByLabel('Quantity of Goods of your own').fill('4');
  await kind(page, 'First item and each further');
  await refused(page, 'First item', 'six', /“six” is not a number/);
  await refused(page, 'Each further item', '-1', /Write 0 or more/);
  await type(page, 'First item', '6');
  await type(page, 'Each further item', '1.50');
  await expect(option(page, 'Parcel')).toContainText('$10.50');
  await refused(page, 'Greatest price, before charges', '1e99', /not a number/);
  await type(page, 'Greatest price, before charges', '9.00');
  await expect(option(page, 'Parcel')).toContainText('$9.00');
  await expect(ledger(page)).toContainText('Never more than $9.00');
  await refused(page, 'Least price, before charges', '12', /At most is less than at least/);

  await kind(page, 'So much per kilogram started');
  await expect(option(page, 'Parcel')).toContainText('$9.00');
  await expect(page.getByLabel('For each kilogram started')).toHaveValue('');
  await type(page, 'For each kilogram started', '1.20');
  await page.getByLabel('Of', { exact: true }).selectOption('Number of items');
  await expect(page.getByLabel('A unit is')).toHaveValue('item');
  await expect(option(page, 'Parcel')).toContainText('$4.80');
  await refused(page, 'A unit is', '0 items', /At least 1/);

  await kind(page, 'Share of the order');
  await refused(page, 'Share', '5000 %', /At most 1000 %/);
  await type(page, 'Share', '7.5 %');
  await expect(option(page, 'Parcel')).toContainText('$3.00');
  await expect(page.getByText('7.5%').first()).toBeVisible();

  await kind(page, 'Only the charges');
  await expect(option(page, 'Parcel')).toContainText('Free');
  await kind(page, 'One price');
  await expect(page.getByLabel('Price of every delivery')).toHaveValue('9.90');
  await refused(page, 'Price of every delivery', '5 + 0.80/kg', /Nothing is measured here/);
  await kind(page, 'First item and each further');
  await expect(page.getByLabel('First item', { exact: true })).toHaveValue('6.00');
  await expect(page.getByLabel('Greatest price, before charges')).toHaveValue('9.00');
  await page.reload();
  await kind(page, 'So much per kilogram started');
  await expect(page.getByLabel('For each started unit')).toHaveValue('1.20');
  await expect(option(page, 'Parcel')).toContainText('$4.80');
});

test('tiers with rates, band by band, filled down and raised by a percentage seen before', async ({ page, shop }) => {
  await shop.send(...offering(['Parcel', amount(990)]));
  await page.goto(`${shop.url}/book/canada/s0`);
  await putGoods(page, '10', '17.2 kg');
  await kind(page, 'By weight');
  await type(page, 'Up to', '1 kg');
  await type(page, 'Price up to there', '5');
  await pasteInto(page, 'Bound of the tier 1 kg', '2 kg\t9.90\n15 kg\t13.40\n30 kg\t13.40 + 0.80/kg');
  await page.getByRole('button', { name: 'Remove the tier 1 kg' }).click();
  // 2.2 kg over 15 kg are three started kilograms.
  await expect(option(page, 'Parcel')).toContainText('$15.80');
  await expect(ledger(page)).toContainText('$13.40 and 3 × $0.80 a started kg');
  await page.getByLabel('How tiers apply').selectOption('each part its rate');
  await expect(page.getByText('A further band adds a rate, such as 0.80/kg')).toBeVisible();
  await type(page, 'Price of the tier 15 kg', '0.50/kg');
  await type(page, 'Price of the tier 30 kg', '0.80/kg');
  await page.getByLabel('How tiers apply').selectOption('each part its rate');
  // 9.90, 13 kg at 0.50, 3 started at 0.80.
  await expect(option(page, 'Parcel')).toContainText('$18.80');
  await expect(page.getByText('Each band of packed weight adds its own rate')).toBeVisible();

  await page.getByLabel('Price of the tier 30 kg').focus();
  await page.keyboard.press('Control+d');
  await expect(page.getByLabel('Price of the tier 30 kg')).toHaveValue('0.50/kg');
  await expect(option(page, 'Parcel')).toContainText('$17.90');

  await page.getByRole('button', { name: 'Raise or lower all prices…' }).click();
  const dialog = page.getByRole('dialog', { name: 'Raise or lower all prices' });
  await dialog.getByLabel('Change by').fill('lots');
  await expect(dialog.getByRole('alert')).toContainText('“lots” is not a number. A percentage or an amount fits here.');
  await expect(dialog.getByRole('button', { name: 'Change prices' })).toBeDisabled();
  await dialog.getByLabel('Change by').fill('-10 %');
  await expect(dialog.getByRole('table')).toContainText('9.908.91');
  await dialog.getByRole('button', { name: 'Change prices' }).click();
  await expect(page.getByLabel('Price of the tier 2 kg')).toHaveValue('8.91');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByLabel('Price of the tier 2 kg')).toHaveValue('9.90');
});

test('a two-way grid pasted from a spreadsheet, with faults told and nothing lost; walked and mended by keyboard', async ({
  page,
  shop,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await shop.send(...offering(['Parcel', amount(990)]));
  await page.goto(`${shop.url}/book/canada/s0`);
  await putGoods(page, '120', '4 kg');
  await kind(page, 'Weight and order value');
  await type(page, 'Parcels up to', '1 kg');
  await type(page, 'For goods of less than', '50');
  await type(page, 'Price below that value', 'ask us');
  await type(page, 'Price from that value on', '4');
  const grid = page.getByRole('grid', { name: 'Two-way prices' });
  const corner = 'Price up to 1 kg, from 0.00';
  await pasteInto(page, corner, '\t0\t100\n2 kg\t5.00\t4.00\n5 kg\t9.00\tcheap\nabove\task us\tnot offered');
  await expect(page.getByText('Row 3, column 3 of what you pasted: “cheap” is not a number.')).toBeVisible();
  await expect(page.getByLabel(corner)).toHaveValue('ask us');
  await pasteInto(page, corner, '\t0\t100\n2 kg\t5.00\t4.00\n5 kg\t9.00\t8.00\nabove\task us\tnot offered');
  await expect(option(page, 'Parcel')).toContainText('$8.00');
  await expect(ledger(page)).toContainText('over 2 kg, up to 5 kg by from $100.00');
  await expect(page.getByText('packed weight (3 steps to 5 kg and above) and goods after discounts')).toBeVisible();
  await page.getByRole('button', { name: 'Copy for a spreadsheet' }).click();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(
    '\t0.00\t100.00\n2 kg\t5.00\t4.00\n5 kg\t9.00\t8.00\nabove\task us\tnot offered',
  );
  await page.getByLabel('Price up to 2 kg, from 0.00').focus();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByLabel('Price up to 5 kg, from 0.00')).toBeFocused();
  await page.keyboard.press('End');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByLabel('Price up to 5 kg, from 100.00')).toBeFocused();
  await page.keyboard.press('Control+d');
  await expect(page.getByLabel('Price up to 5 kg, from 100.00')).toHaveValue('4.00');
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Price up to 5 kg, from 100.00')).toHaveValue('8.00');
  await refused(page, 'Bound of the row up to 2 kg', '7 kg', /Must stay below the next one/);
  await refused(page, 'Bound of a new column', '100', /There is one with this bound already/);
  await type(page, 'Bound of a new column', '200');
  await expect(grid.getByLabel('Price up to 5 kg, from 200.00')).toHaveValue('8.00');
  await grid.getByRole('button', { name: 'Remove the column from 100.00' }).click();
  await expect(grid.getByLabel('Price up to 5 kg, from 0.00')).toHaveValue('9.00');
  await expect(option(page, 'Parcel')).toContainText('$9.00');
  await page.getByLabel('Columns by').selectOption('Number of items');
  await expect(grid.getByLabel('Price up to 5 kg, up to 1')).toBeVisible();
});

test('goods groups with cards of their own, and how their prices come together', async ({ page, shop }) => {
  await shop.send(group('clay', 'Clay'), ...offering(['Parcel', amount(400)]));
  await page.goto(`${shop.url}/book/canada/s0`);
  await page.getByRole('button', { name: 'Prices for a goods group' }).click();
  await page.getByRole('menuitem', { name: 'Clay' }).click();
  // The card in hand is the group's, as whoever types sees first.
  await expect(page.getByRole('radio', { name: 'Clay' })).toBeChecked();
  await type(page, 'Price of every delivery', '13.40');
  await expect(page.getByText('Clay: Delivery costs').first()).toBeVisible();
  // Another program changes the draft only once this page has saved its own change.
  await saved(page);
  await shop.send({
    name: 'describeService',
    args: { service: 's0', kind: 'card', note: '', internalName: '', mixing: { kind: 'dearest' } },
  });
  await page.reload();
  await expect(page.getByLabel('Price of every delivery')).toHaveValue('13.40');
  await page.getByRole('link', { name: 'Rate book' }).first().click();
  await page.getByRole('columnheader', { name: 'Parcel' }).getByRole('button').click();
  await page.getByRole('menuitem', { name: 'Name, kind and note…' }).click();
  const dialog = page.getByRole('dialog');
  await dialog
    .getByLabel('When goods with prices of their own come together')
    .selectOption('Charge the dearest, and so much for each other');
  await dialog.getByLabel('For each other').fill('a bit');
  await dialog.getByRole('button', { name: 'Done' }).click();
  await expect(dialog.getByLabel('For each other')).toHaveAccessibleDescription(/“a bit” is not a number/);
  await dialog.getByLabel('For each other').fill('1.50');
  await dialog.getByLabel('Name only you see').fill('Road, own prices');
  await dialog.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('columnheader', { name: 'Parcel' }).getByRole('button')).toHaveAttribute('title', 'Parcel\nRoad, own prices');
  await saved(page);
  const draft = await (await page.request.get(`${shop.url}/api/draft`)).json();
  expect(draft.book.services[0].mixing).toEqual({ kind: 'dearestPlus', each: 150 });
});

test('delivery of 3.00 on goods of 41.00 makes 44.00, at 14 % added 44.42; price endings and the order of options', async ({
  page,
  shop,
}) => {
  await shop.send(...offering(['Parcel', amount(300)], ['Letter', amount(181)]));
  await page.goto(`${shop.url}/shop`);
  await putGoods(page, '41', '100 g');
  await expect(ledger(page)).toContainText('with goods of $41.00$44.00');
  await page.getByLabel('Delivery is').selectOption('taxed on top of the price');
  await page.goto(`${shop.url}/book/canada`);
  await refused(page, 'Tax on delivery here', '140 %', /At most 100 %/);
  await type(page, 'Tax on delivery here', '14 %');
  await expect(option(page, 'Parcel')).toContainText('$3.42');
  await expect(ledger(page)).toContainText('Tax on delivery, 14%');
  await expect(ledger(page)).toContainText('$44.42');
  await page.goto(`${shop.url}/shop`);
  await page.getByLabel('Delivery is').selectOption('not taxed');
  await expect(sees(page).locator('label').first()).toContainText('Parcel');
  await page.getByLabel('Show options').selectOption('the cheapest first');
  await expect(sees(page).locator('label').first()).toContainText('Letter');
  await page.getByLabel('Round prices').selectOption('up to the next .99');
  await expect(option(page, 'Letter')).toContainText('$1.99');
  await page.getByLabel('Round prices').selectOption('to the nearest 0.05');
  await expect(option(page, 'Letter')).toContainText('$1.80');
  await page.getByLabel('Show options').selectOption('the fastest first');
  await page.goto(`${shop.url}/book/canada/s0`);
  await refused(page, 'Days on the way', 'soon', /not a number/);
  await refused(page, 'Days on the way', '5 to 2', /At most is less than at least/);
  await type(page, 'Days on the way', '1 to 2');
  await expect(option(page, 'Parcel')).toContainText('1 to 2 days');
  await expect(sees(page).locator('label').first()).toContainText('Parcel');
});

test('a lane only for some goods, days and coupons: every reason is told, and what the buyer may read', async ({ page, shop }) => {
  await shop.send(group('clay', 'Clay'), ...offering(['Parcel', amount(300)]));
  await page.goto(`${shop.url}/book/canada/s0`);
  await putGoods(page, '41', '100 g');
  await refused(page, 'Only with one of these coupons', 'my code', /A coupon code has no spaces/);
  await type(page, 'Only with one of these coupons', 'CLUB, Friend');
  await expect(notOffered(page)).toContainText('only with a coupon');
  await expect(notOffered(page)).toContainText('To the buyer: Only with a coupon.');
  await bench(page)
    .getByRole('button', { name: /When, coupons, buyer/ })
    .click();
  await refused(page, 'Coupons of the buyer', 'one two', /no spaces/);
  await type(page, 'Coupons of the buyer', 'friend');
  await expect(option(page, 'Parcel')).toBeVisible();
  await bench(page).getByLabel('Ordered at', { exact: true }).fill('2026-12-01T09:00');
  // It is told that carts get nothing now, over the days of the week.
  await page.getByRole('button', { name: 'Put this notice away' }).click();
  await page.getByRole('button', { name: 'Tuesday' }).click();
  await expect(notOffered(page)).toContainText('this is Tuesday');
  await bench(page).getByLabel('Ordered at', { exact: true }).fill('2026-12-02T09:00');
  await expect(option(page, 'Parcel')).toBeVisible();
  await refused(page, 'First day', '31 April', /no date/);
  await type(page, 'First day', '2026-12-03');
  await expect(notOffered(page)).toContainText('only from Dec 3, 2026; this is Dec 2, 2026');
  await refused(page, 'Last day', '2026-11-03', /The window ends before it starts/);
  await type(page, 'First day', '');
  await expect(option(page, 'Parcel')).toBeVisible();
  await page.getByLabel('Goods in no group').uncheck();
  await expect(notOffered(page)).toContainText('does not take goods in no group');
  await expect(page.getByText('Offered only').first()).toBeVisible();
});
