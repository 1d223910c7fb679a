import { readFileSync } from 'node:fs';
import { type Allowance, type Charge, type Location, plainAllowance, plainCharge } from '@ostrakon/core';
import type { Page } from '@playwright/test';
import { bench, cell, expect, notOffered, option, putGoods, saved, sees, test, type } from '../shop.ts';

const rule = (page: Page, name: string) => page.getByRole('region', { name, exact: true });
const consignments = (page: Page) => bench(page).getByRole('region', { name: 'Consignments' });

async function refused(page: Page, within: ReturnType<typeof rule>, label: string, typed: string, words: RegExp): Promise<void> {
  const field = within.getByLabel(label, { exact: true });
  await field.fill(typed);
  await field.press('Tab');
  await expect(field, `${label}: ${typed}`).toHaveAccessibleDescription(words);
  await expect(field).toHaveValue(typed);
  await field.press('Escape');
  await expect(page.getByRole('alert').filter({ hasText: words })).toHaveCount(0);
}

async function set(within: ReturnType<typeof rule>, label: string, typed: string): Promise<void> {
  await within.getByLabel(label, { exact: true }).fill(typed);
  await within.getByLabel(label, { exact: true }).press('Tab');
}

test('a charge is written, refused where it makes no sense, put in order, and stands in the ledger', async ({ page, shop }) => {
  await page.goto(`${shop.url}/charges`);
  await option(page, 'Ground parcel').click();
  await expect(option(page, 'Ground parcel')).toContainText('$16.90');
  await page.getByRole('button', { name: 'Add a charge' }).click();
  const form = rule(page, 'New charge');
  await expect(form).toContainText('It holds for no service yet.');
  await expect(page.getByText('Adds $0.00 for each order on no service yet.')).toBeVisible();
  await form
    .getByRole('group', { name: /^Services/ })
    .getByLabel('Ground parcel')
    .check();
  await refused(page, form, 'Name', ' ', /Write a name/);
  await form.getByLabel('Adds').selectOption('a share of the price with the charges before it');
  await refused(page, form, 'Share', '2000 %', /At most 1000 %/);
  await set(form, 'Share', '10 %');
  await expect(option(page, 'Ground parcel')).toContainText('$18.59');
  await expect(form).toContainText('Ground parcel: $18.59 instead of $16.90');
  await refused(page, form, 'At least', '-3', /Write 0 or more/);
  await set(form, 'At least', '2.50');
  await expect(option(page, 'Ground parcel')).toContainText('$19.40');
  await refused(page, form, 'Never more than', '1', /At most is less than at least/);
  await set(form, 'First day', '2026-11-01');
  await refused(page, form, 'Last day', '2026-10-01', /The window ends before it starts/);
  await set(form, 'First day', '');
  await form.getByLabel('Nova Scotia').uncheck();
  await expect(option(page, 'Ground parcel')).toContainText('$16.90');
  await form.getByLabel('Nova Scotia').check();
  await set(form, 'Name', 'Fuel');
  await page.getByRole('button', { name: 'Move Fuel up' }).click();
  await expect(page.getByRole('region', { name: 'Charges' }).getByRole('listitem').nth(3)).toContainText(
    'Adds 10% of the price with the charges before it',
  );
  await expect(bench(page).getByRole('region', { name: 'How the price comes about' })).toContainText('Fuel 10% of $16.90');
  await page.getByLabel('Fuel in use').uncheck();
  await expect(option(page, 'Ground parcel')).toContainText('$16.90');
  // What is free stays free only where the charge does not hold for it: that is told before it is live.
  await set(rule(page, 'Fuel'), 'At least', '3');
  await rule(page, 'Fuel').getByLabel('Counter pickup').check();
  await expect(rule(page, 'Fuel')).toContainText('Counter pickup: $3.00 instead of Free; it is free now, and would cost something');
  await rule(page, 'Fuel').getByLabel('Counter pickup').uncheck();
  await set(rule(page, 'Fuel'), 'At least', '2.50');
  await page.getByRole('button', { name: 'Remove Fuel' }).click();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(rule(page, 'Fuel')).toBeVisible();
  await page.getByLabel('Fuel in use').check();
  await saved(page);
  await page.goto(`${shop.url}/publish`);
  await expect(
    page.getByText('New charge “Fuel”: adds 10% of the price with the charges before it on Ground parcel, at least $2.50.'),
  ).toBeVisible();
});

test('free for hours after an order or a cart begun, with a least value; ended for everyone; off in one country', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/charges`);
  await option(page, 'Ground parcel').click();
  await page.getByRole('button', { name: 'Add a reduction' }).click();
  const form = rule(page, 'New reduction');
  await form
    .getByRole('group', { name: /^Services/ })
    .getByLabel('Ground parcel')
    .check();
  await set(form, 'Name', 'Quick buyers');
  const own = rule(page, 'Quick buyers');
  await refused(page, own, 'With one of these coupons', 'two words', /no spaces/);
  await refused(page, own, 'Hours after cart began', '2.5', /whole number/);
  await set(own, 'Hours after cart began', '2');
  await own.getByLabel('Add a range of').selectOption('Goods after discounts');
  await refused(page, own, 'Goods after discounts, from', 'much', /not a number/);
  await set(own, 'Goods after discounts, from', '40');
  await refused(page, own, 'Goods after discounts, up to', '30', /ends before it begins/);
  await page.getByLabel('Quick buyers in use').check();
  await expect(option(page, 'Ground parcel')).toContainText('$16.90');

  await bench(page)
    .getByRole('button', { name: /When, coupons, buyer/ })
    .click();
  await type(page, 'Cart started', 'yesterday');
  await expect(bench(page).getByLabel('Cart started')).toHaveAccessibleDescription(/Write how long ago/);
  await type(page, 'Cart started', '40 min');
  await expect(option(page, 'Ground parcel')).toContainText('Free');
  await type(page, 'Cart started', '3 hours');
  await expect(option(page, 'Ground parcel')).toContainText('$16.90');
  await type(page, 'Cart started', '40 min');
  await own.getByLabel('Country where it does not hold').selectOption('Canada');
  await expect(option(page, 'Ground parcel')).toContainText('$16.90');
  await own.getByRole('button', { name: 'Allow it in Canada again' }).click();
  await expect(option(page, 'Ground parcel')).toContainText('Free');
  await own.getByRole('button', { name: 'End them for everyone' }).click();
  await expect(option(page, 'Ground parcel')).toContainText('$16.90');
  await own.getByRole('button', { name: 'Let them run' }).click();
  await expect(option(page, 'Ground parcel')).toContainText('Free');

  // All that run are ended where they stand together, before and after that is live.
  const running = page.getByRole('region', { name: 'Hours that run' });
  await expect(running.getByRole('listitem')).toHaveCount(2);
  await running.getByRole('button', { name: 'End all of them for everyone' }).click();
  await expect(running.getByText('ends once you publish')).toHaveCount(2);
  await saved(page);
  await shop.publish();
  await page.reload();
  await expect(running.getByText('ended for everyone')).toHaveCount(2);
  for (const name of ['Quick buyers', 'Forgotten tools ride along']) await running.getByRole('button', { name: `Let ${name} run` }).click();
  await expect(running.getByText('runs again once you publish')).toHaveCount(2);
  await page.getByRole('button', { name: /When, coupons, buyer/ }).click();

  // The demo's own: free for six hours after an order, and half price by coupon.
  await page.getByLabel('Quick buyers in use').uncheck();
  await type(page, 'Last order', '7 hours');
  await expect(option(page, 'Ground parcel')).toContainText('$16.90');
  await type(page, 'Last order', '3 hours');
  await expect(option(page, 'Ground parcel')).toContainText('Free');
  await expect(bench(page).getByRole('region', { name: 'How the price comes about' })).toContainText('Forgotten tools ride along');
  const half = rule(page, 'Half-price ground');
  await page.getByRole('button', { name: /^Half-price ground/ }).click();
  await refused(page, half, 'Share', '150 %', /At most 100 %/);
  await type(page, 'Last order', 'never');
  await type(page, 'Coupons of the buyer', 'halfground');
  await expect(option(page, 'Ground parcel')).toContainText('$8.45');
});

test('many lanes at once by keyboard: raised, limited, made free, undone; beside the live edition', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book?face=rates`);
  await cell(page, 'Ground parcel to Nova Scotia').focus();
  await page.keyboard.press(' ');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press(' ');
  const bar = page.getByRole('region', { name: 'Chosen cells' });
  await expect(bar).toContainText('2 cells chosen');
  await cell(page, 'Ground parcel to Europe').click({ modifiers: ['Shift'] });
  await expect(bar).toContainText('8 cells chosen');
  await bar.getByRole('button', { name: 'Raise or lower…' }).click();
  let dialog = page.getByRole('dialog');
  await dialog.getByLabel('Change by').fill('1e99');
  await expect(dialog.getByRole('alert')).toContainText('not a number');
  await dialog.getByLabel('Change by').fill('5 %');
  await expect(dialog.getByRole('table')).toContainText('Ground parcel to Nova Scotia$9.90 to $24.90$10.40 to $26.15');
  await dialog.getByRole('button', { name: 'Change prices' }).click();
  await expect(cell(page, 'Ground parcel to Nova Scotia')).toHaveAccessibleName(/: \$10\.40 to \$26\.15/);
  await page.getByRole('radio', { name: 'Against live' }).click();
  await expect(cell(page, 'Ground parcel to Nova Scotia')).toContainText('$17.75live: $16.90');
  await expect(cell(page, 'Ground parcel to Harbour cities')).toContainText('as live');
  await page.getByRole('button', { name: /^Undo raised prices/ }).click();
  await expect(cell(page, 'Ground parcel to Nova Scotia')).toContainText('as live');

  await bar.getByRole('button', { name: 'Set a limit…' }).click();
  dialog = page.getByRole('dialog');
  await dialog.getByLabel('Up to').fill('ten');
  await dialog.getByRole('button', { name: 'Set limit' }).click();
  await expect(dialog.getByLabel('Up to')).toHaveAccessibleDescription(/not a number/);
  await dialog.getByLabel('Up to').fill('5 kg');
  await dialog.getByRole('button', { name: 'Set limit' }).click();
  await expect(cell(page, 'Ground parcel to Atlantic')).toContainText('over 5 kg');
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await bar.getByRole('button', { name: 'Free from…' }).click();
  dialog = page.getByRole('dialog');
  await dialog.getByLabel('Free from').fill('80');
  await dialog.getByRole('button', { name: 'Set free delivery' }).click();
  await expect(cell(page, 'Ground parcel to Europe')).toContainText('Ask us');
  await expect(cell(page, 'Ground parcel to Atlantic')).toContainText('Freelive: $22.50');
  await bar.getByRole('button', { name: 'Choose none' }).click();
  await expect(bar).toHaveCount(0);
});

test('prices to a file and back: nothing changes; a faulty file is told by line and column; a good one is taken and undone', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/book`);
  await page.getByRole('button', { name: 'Import, export' }).click();
  const waiting = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Export all prices' }).click();
  const csv = readFileSync(await (await waiting).path(), 'utf8');
  const read = async (text: string) => {
    await page.getByRole('button', { name: 'Import, export' }).click();
    await page.getByRole('menuitem', { name: 'Import prices…' }).click();
    await page.getByLabel('File of prices').setInputFiles({ name: 'prices.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  };
  const dialog = page.getByRole('dialog', { name: 'Import prices' });
  await read(csv);
  await expect(dialog).toContainText('all as they are in the draft');
  await page.keyboard.press('Escape');
  const line = csv.split(/\r?\n/).findIndex((row) => row.startsWith('Nova Scotia,Ground parcel') && row.endsWith('9.90'));
  await read(
    csv.replace(
      'Nova Scotia,Ground parcel,,weight tiers,packed weight,whole,,,2 kg,,,9.90',
      'Nova Scotia,Ground parcel,,weight tiers,packed weight,whole,,,2 stone,,,-9',
    ),
  );
  await expect(dialog.getByRole('alert')).toContainText(`Line ${line + 1}, Up to, “2 stone”: “stone” is no unit`);
  await expect(dialog.getByRole('button', { name: 'Nothing to import' })).toBeDisabled();
  await page.keyboard.press('Escape');
  await read(csv.replace('packed weight,whole,,,15 kg,,,16.90', 'packed weight,whole,,,15 kg,,,"17,50"'));
  await expect(dialog).toContainText('1 of them other than in the draft');
  await dialog.getByRole('button', { name: 'Import 1' }).click();
  await expect(cell(page, 'Ground parcel to Nova Scotia')).toContainText('$17.50');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(cell(page, 'Ground parcel to Nova Scotia')).toContainText('$16.90');
});

test('where no service takes everything the cart parts by goods; the buyer chooses for each, and the total follows', async ({
  page,
  shop,
}) => {
  const only = (groups: string[], others: boolean) => ({ goods: { groups, others }, coupons: [], dates: null, weekdays: null });
  const at = (service: string) => ({ zone: 'nova-scotia', service });
  await shop.send(
    { name: 'removeLane', args: at('tracked') },
    { name: 'setConditions', args: { ...at('ground'), conditions: only(['clay'], false) } },
    { name: 'setConditions', args: { ...at('counter'), conditions: only(['clay'], false) } },
    { name: 'setConditions', args: { ...at('packet'), conditions: only(['glazes'], true) } },
    { name: 'setCard', args: { ...at('packet'), card: { kind: 'flat', result: { kind: 'amount', amount: 450 } } } },
  );
  await page.goto(shop.url);
  const parts = consignments(page);
  await expect(parts).toContainText('Leaves in 3 consignments');
  await expect(parts).toContainText('No single service takes everything');
  await expect(sees(page)).toContainText('the buyer chooses one for each of the 3 consignments');
  await expect(parts).toContainText('Delivery as chosen$9.00');
  const second = parts
    .getByRole('radiogroup', { name: /Clay and dry/ })
    .getByRole('radio')
    .nth(1);
  // What carriers answer meanwhile may move the options under the pointer.
  await expect(async () => second.check({ timeout: 2000 })).toPass();
  await expect(parts).toContainText('Delivery as chosen$21.80');
  await expect(sees(page).getByRole('radio')).toHaveCount(0);
});

test('a school order at three addresses; a piece sent elsewhere; the switch and the greatest number of items', async ({ page, shop }) => {
  await page.goto(shop.url);
  await bench(page).getByLabel('Trial', { exact: true }).selectOption('three-schools');
  const parts = consignments(page);
  await expect(parts).toContainText('Leaves in 3 consignments');
  await expect(parts).toContainText('to address 3');
  await expect(option(page, 'Ground parcel')).toContainText('$45.00');
  await parts
    .getByRole('radiogroup', { name: /address 1$/ })
    .getByRole('radio', { name: /Letter packet/ })
    .check();
  await expect(parts).toContainText('Delivery as chosen');
  await bench(page).getByRole('button', { name: 'Send one Wooden rib, kidney to the next address' }).click();
  await expect(bench(page).getByLabel('Quantity of Wooden rib, kidney').first()).toHaveValue('7');
  await page.goto(`${shop.url}/shop`);
  await page.getByLabel('Items of an order to several addresses').fill('0');
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('Items of an order to several addresses')).toHaveAccessibleDescription(/At least 1/);
  await page.getByLabel('Items of an order to several addresses').fill('20');
  await page.keyboard.press('Tab');
  await expect(sees(page)).toContainText('has 20 items at most; this one has 21');
  await page.getByLabel('An order may go to several addresses').uncheck();
  await expect(sees(page)).toContainText('sends an order to one address only');
  await expect(sees(page).getByRole('radio')).toHaveCount(0);
  await bench(page).getByRole('button', { name: 'Remove address 3' }).click();
  await bench(page).getByRole('button', { name: 'Remove address 2' }).click();
  await expect(option(page, 'Ground parcel')).toBeVisible();
});

test('a whole order from two stores: its goods are read together, what is paid once is paid once, and buyers are told the same', async ({
  page,
  shop,
}) => {
  const [store, depot] = (await shop.book()).locations as [Location, Location];
  const perOrder: Charge = plainCharge('desk', 'Packing desk', { kind: 'fixed', amount: 150, per: 'order' });
  const off: Allowance = { ...plainAllowance('welcome', 'Welcome', { kind: 'amountOff', amount: 300 }), coupons: ['WELCOME3'] };
  await shop.send(
    { name: 'setLocation', args: { ...store, ships: { groups: ['clay', 'shelves'], others: true } } },
    { name: 'setLocation', args: { ...depot, ships: { groups: ['glazes', 'machines'], others: false } } },
    { name: 'addCharge', args: perOrder },
    { name: 'addAllowance', args: off },
  );
  // Clay and needles for 47.00 from the store room, glazes for 37.80 from the depot: 84.80 together.
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  const parts = consignments(page);
  await expect(parts).toContainText('Leaves in 2 consignments');
  await expect(parts).toContainText('From Dartmouth store room');
  await expect(parts).toContainText('From Moncton depot');
  await option(page, 'Ground parcel').click();
  await expect(sees(page)).toContainText('$35.20 more goods for free delivery by Ground parcel');
  const ledger = bench(page).getByRole('region', { name: 'How the price comes about' });
  await expect(ledger.getByText('Packing desk')).toHaveCount(1);
  const price = async () => Number(/\$([\d.]+)/.exec((await option(page, 'Ground parcel').textContent()) ?? '')?.[1]);
  const before = await price();

  await bench(page).getByRole('button', { name: 'When, coupons, buyer' }).click();
  await bench(page).getByLabel('Coupons of the buyer').fill('welcome3');
  await page.keyboard.press('Tab');
  await expect(ledger.getByText('Welcome')).toHaveCount(2);
  await expect.poll(price).toBeCloseTo(before - 3, 5);
  await bench(page).getByLabel('Coupons of the buyer').fill('');
  await page.keyboard.press('Tab');
  await expect.poll(price).toBeCloseTo(before, 5);

  // Five more needles from the store room, 122.30 in all, make the glazes from the depot free as well.
  await bench(page).getByLabel('Quantity of Needle tool').fill('8');
  await page.keyboard.press('Tab');
  await expect(option(page, 'Ground parcel')).toContainText('Free');
  await page.getByLabel('Each consignment by itself, not all that goes to one address').check();
  await expect(option(page, 'Ground parcel')).not.toContainText('Free');
  await expect(sees(page)).not.toContainText('more goods for free delivery by Ground parcel');
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await expect(option(page, 'Ground parcel')).toContainText('Free');

  await shop.publish();
  const lines = [
    { product: 'stoneware-10', quantity: 1 },
    { product: 'celadon-473', quantity: 2 },
    { product: 'needle-tool', quantity: 3 },
  ];
  const quote = await shop.quote({ lines, discounts: [], destination: { country: 'CA', subdivision: 'CA-NS', postalCode: 'B4V 2L5' } });
  const ground = quote.options.find(({ service }) => service === 'ground');
  expect(ground).toMatchObject({ price: Math.round(before * 100), moreForFree: 3520 });
  expect(quote.consignments?.map((one) => one.lines)).toEqual([[0, 2], [1]]);
});

test('a product’s own charge is typed into the table of goods; the public quote tells safe reasons', async ({ page, shop }) => {
  await page.goto(`${shop.url}/shop/goods`);
  await page.getByLabel('Find goods by name, article number or tag').fill('needle tool');
  const needle = page.getByRole('row').filter({ hasText: 'needle-tool' });
  await needle.getByRole('gridcell').nth(10).focus();
  await page.keyboard.type('3 each');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('“3 each” is not a number');
  const charge = page.getByRole('textbox', { name: 'Own delivery charge of Needle tool' });
  await charge.fill('3');
  await page.getByText('instead of the price of the service').click();
  await page.getByRole('group', { name: 'Own delivery charge of Needle tool' }).getByRole('button', { name: 'Done' }).click();
  await expect(needle).toContainText('3.00 instead');
  await expect(needle.getByRole('gridcell').nth(10)).toBeFocused();
  // The name stays in view beside what lies far to the side.
  await expect(needle.getByText('Needle tool')).toBeInViewport({ ratio: 1 });
  await page.keyboard.press('Enter');
  await charge.fill('3.00 on top');
  await page.keyboard.press('Enter');
  await expect(needle).toContainText('3.00 on top');
  await option(page, 'Ground parcel').click();
  await expect(option(page, 'Ground parcel')).toContainText('$25.90');
  await expect(bench(page).getByRole('region', { name: 'How the price comes about' })).toContainText(
    'Needle tool, own charge 3 × $3.00, on top',
  );
  const answer = await page.request.post(`${shop.url}/public/v1/quotes`, {
    data: { lines: [{ product: 'stoneware-10', quantity: 1 }], discounts: [], destination: { country: 'CA', subdivision: 'CA-NS' } },
  });
  const quote = await answer.json();
  expect(quote.withheld).toContainEqual({
    service: 'packet',
    name: 'Letter packet',
    reasons: [{ code: 'onlyUpTo', measure: expect.any(String), bound: 500_000_000, text: 'Only up to 500 g of goods.' }],
  });
  expect(JSON.stringify(quote)).not.toMatch(/internalName|ledger|measured|Road, own prices/);
  await putGoods(page, '1', '100 g');
  await expect(notOffered(page)).toContainText('To the buyer:');
});
