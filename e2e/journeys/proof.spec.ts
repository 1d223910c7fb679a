import { PLAIN_SERVICE } from '@ostrakon/core';
import type { Page } from '@playwright/test';
import { axeFaults, bench, cell, expect, option, saved, sees, test } from '../shop.ts';

const group = (page: Page, name: string) => page.getByRole('main').getByRole('region', { name });
const finding = (page: Page, text: string) => page.getByRole('main').getByRole('listitem').filter({ hasText: text });
const undo = (page: Page) => page.getByRole('banner').getByRole('button', { name: /^Undo/ }).click();

const HOLE = 'Carts over 2 kg and under 2.2 kg to Northern territories get no option.';
const END = 'Carts over 10 kg to Northern territories get no option.';

test('every fault planted in the draft is found with a cart that shows it, repaired by one click and undone', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book`);
  await page.getByRole('link', { name: /^Proof/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/\d+ findings in the draft/);
  const away = group(page, 'Buyers turned away');
  await expect(away.getByRole('listitem')).toHaveCount(3);
  await expect(finding(page, HOLE)).toContainText('Letter packet ends at 2 kg; Ground parcel begins at 2.2 kg.');
  await expect(finding(page, HOLE)).toContainText('not live yet');
  await expect(finding(page, 'Chile, Mexico, and South Africa are served and lie in no zone.')).not.toContainText('not live yet');
  expect(await axeFaults(page, 'main')).toEqual([]);

  // Its cart is quoted on the bench: nothing is offered.
  await finding(page, HOLE)
    .getByRole('button', { name: /^Put on the bench: 1 × Kiln shelf/ })
    .click();
  await expect(sees(page)).toContainText('We have no delivery price for this order yet');

  const mendings: readonly (readonly [finding: string, repair: string, then: string])[] = [
    [HOLE, 'Ground parcel as it is live', 'this cart then gets Ground parcel $27.50'],
    [END, 'Ground parcel as it is live', 'this cart then gets Ground parcel $79.00'],
    ['Chile, Mexico, and South Africa are served and lie in no zone.', 'Put them into Far shores', ''],
    [
      'A heavier parcel pays less: $14.90 up to 2 kg, $12.40 above.',
      'Ground parcel as it is live',
      'this cart then gets Ground parcel $14.80',
    ],
    ['Pallet freight names no dates while options beside it do.', 'Pallet freight as it is live', ''],
  ];
  for (const [text, repair, then] of mendings) {
    await expect(finding(page, text)).toContainText(then);
    await finding(page, text).getByRole('button', { name: repair, exact: true }).click();
    await expect(finding(page, text)).toHaveCount(0);
    await undo(page);
    await expect(finding(page, text)).toHaveCount(1);
  }
  await saved(page);
});

test('a price below what its carrier asks is found, shown on the bench, and leads to fitting', async ({ page, shop }) => {
  await page.goto(`${shop.url}/costs`);
  await page.getByRole('button', { name: 'Ask the carriers…' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Ask the carriers' }).click();
  await expect(page.getByRole('table', { name: 'What carriage costs by weight and zone' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Stop' })).toBeHidden();
  await page.goto(`${shop.url}/proof`);
  const below = group(page, 'Money lost').getByRole('listitem').filter({ hasText: 'Ground parcel brings less than its carrier asks' });
  await expect(below).toContainText(/at worst \$\d+\.\d\d/);
  await below.getByRole('button', { name: /^Put on the bench/ }).click();
  await option(page, 'Ground parcel').click();
  await expect(bench(page).getByRole('region', { name: 'What it costs us' })).toContainText('Loss');
  // Mended by one click, and undone.
  await below.getByRole('button', { name: 'Raise what Ground parcel loses on to its cost' }).click();
  await expect(below).toHaveCount(0);
  await undo(page);
  await expect(below).toHaveCount(1);
  await below.getByRole('link', { name: /^Open/ }).click();
  await expect(page.getByRole('heading', { name: 'Fit prices' })).toBeVisible();
});

test('a repair that asks for a price takes wrong input without losing it; what is meant so is kept quiet with its note', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/proof?zone=north`);
  await finding(page, END)
    .getByRole('button', { name: /^Other ways/ })
    .click();
  await page.getByRole('menuitem', { name: 'Add a price up to 20 kg…' }).click();
  const dialog = page.getByRole('dialog', { name: 'Add a price up to 20 kg' });
  await dialog.getByLabel('Price, CAD').fill('4x.50');
  await dialog.getByRole('button', { name: 'Add it' }).click();
  await expect(dialog.getByRole('alert')).toBeVisible();
  await expect(dialog.getByLabel('Price, CAD')).toHaveValue('4x.50');
  expect(await axeFaults(page, '[role=dialog]')).toEqual([]);
  await expect(dialog).toContainText('If the last step went on: $48.50.');
  await dialog.getByRole('button', { name: 'Use it' }).click();
  await expect(dialog.getByLabel('Price, CAD')).toHaveValue('48.50');
  await dialog.getByRole('button', { name: 'Add it' }).click();
  await expect(finding(page, END)).toHaveCount(0);
  await expect(finding(page, 'Carts over 20 kg to Northern territories get no option.')).toBeVisible();

  await finding(page, HOLE)
    .getByRole('button', { name: /^Meant so/ })
    .click();
  const meant = page.getByRole('dialog', { name: 'Meant so' });
  await meant.getByLabel('Why, if you like').fill('never sent by post');
  await meant.getByRole('button', { name: 'Keep it quiet' }).click();
  await expect(group(page, 'Buyers turned away')).not.toContainText(HOLE);
  await page.reload();
  await page.getByText('One is kept quiet as meant so').click();
  await expect(page.getByText('never sent by post')).toBeVisible();
  await page.getByRole('button', { name: `No longer meant so: ${HOLE}` }).click();
  await expect(group(page, 'Buyers turned away')).toContainText(HOLE);
});

test('by keyboard alone: findings are walked, put on the bench and repaired; regions are chosen', async ({ page, shop }) => {
  await page.goto(`${shop.url}/proof?zone=north`);
  await expect(finding(page, HOLE).getByRole('button', { name: 'Ground parcel as it is live' })).toBeVisible();
  await page.locator('#page').focus();
  await page.keyboard.press('ArrowDown');
  await expect(finding(page, HOLE)).toBeFocused();
  await page.keyboard.press('b');
  await expect(bench(page)).toContainText('Kiln shelf');
  await page.keyboard.press('r');
  await expect(finding(page, HOLE)).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(finding(page, HOLE)).toHaveCount(1);

  await page.goto(`${shop.url}/proof/coverage?zone=north`);
  const region = page.getByRole('button', { name: /^weight over 2 kg and under 2\.2 kg, goods any: no option/ });
  await expect(region).toBeVisible();
  await region.focus();
  await page.keyboard.press('Enter');
  await expect(sees(page)).toContainText('We have no delivery price for this order yet');
  await expect(page.getByRole('img', { name: 'the cart on the bench' })).toBeVisible();
});

test('coverage: all zones at once, one of them by other measures and scales, and as a table', async ({ page, shop }) => {
  await page.goto(`${shop.url}/proof/coverage`);
  const north = page.getByRole('main').getByRole('link', { name: /^Northern territories/ });
  await expect(north).toContainText('2 without option');
  await expect(page.getByRole('main').getByRole('link', { name: /^Atlantic/ })).toContainText('all answered');
  await north.click();
  await expect(page.getByText('2 regions get no option.')).toBeVisible();
  await page.getByRole('radio', { name: 'By cheapest service' }).click();
  await expect(page.getByText('Letter packet is cheapest')).toBeVisible();
  await page.getByRole('combobox', { name: 'Zone' }).selectOption({ label: 'Harbour cities' });
  await page.getByRole('combobox', { name: 'Across' }).selectOption({ label: 'Distance' });
  await page.getByRole('radio', { name: 'As it is' }).click();
  await page.getByLabel('Weight of every cart').fill('3 kg');
  await page.getByLabel('Weight of every cart').press('Tab');
  await expect(page).toHaveURL(/at-weight=3000000000/);
  await page.getByText('The same as a table').click();
  await expect(page.getByRole('table', { name: 'Regions and their options' }).getByRole('row')).not.toHaveCount(1);
  await page.getByLabel('Weight of every cart').fill('heavy');
  await page.getByLabel('Weight of every cart').press('Tab');
  await expect(page.getByRole('main').getByRole('alert')).toBeVisible();
  await expect(page.getByLabel('Weight of every cart')).toHaveValue('heavy');
});

test('an edit that brings a finding is told at once with Undo; marks on the sheet lead to it; publishing tells what every cart gets', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/book/nova-scotia/ground`);
  await expect(page.getByRole('link', { name: /^Proof 4/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Findings here' })).toBeVisible();
  await shop.send({ name: 'setLimits', args: { zone: 'us', service: 'ground', limits: [{ measure: 'itemsWeight', upTo: '1 kg' }] } });
  await page.reload();
  await page.goto(`${shop.url}/book`);
  await expect(cell(page, 'Ground parcel to Northern territories')).toHaveAccessibleName(/; \d+ findings?$/);
  await expect(page.getByRole('list', { name: 'What the marks mean' })).toContainText('buyers turned away');
  await page.getByRole('link', { name: /findings? of Ground parcel to Northern territories/ }).click();
  await expect(page).toHaveURL(/\/proof\?zone=north&service=ground/);
  await expect(finding(page, HOLE)).toBeVisible();

  await page.goto(`${shop.url}/book/north/packet`);
  await expect(page.getByText('no service takes carts over 2 kg and under 2.2 kg and over 10 kg')).toBeVisible();
  await page.getByRole('button', { name: /^Stop offering Letter packet/ }).click();
  await expect(page.getByText(/^New finding: Carts under 2\.2 kg to Northern territories get no option/)).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/^Undone: .*Letter packet to Northern territories, up to 100 g/)).toBeVisible();

  await page.goto(`${shop.url}/publish`);
  const effect = page.getByRole('region', { name: 'What buyers get otherwise' });
  await expect(effect).toContainText('Ground parcel to Atlantic, up to 2 kg, under $120.00: $14.90, was $11.90');
  await expect(effect).toContainText('Ground parcel to Northern territories, over 10 kg and up to 15 kg: no longer offered, was $46.90');
  await expect(page.getByRole('region', { name: 'New findings' })).toContainText(HOLE);
  expect(await axeFaults(page, 'main')).toEqual([]);
});

test.describe('a shop of 50 zones, one without prices, and one of carriers alone', () => {
  test.use({ seeded: false });

  test('fifty zones: the one that turns buyers away is found among them', async ({ page, shop }) => {
    const countries = [
      'AT',
      'BE',
      'BG',
      'CH',
      'CY',
      'CZ',
      'DE',
      'DK',
      'EE',
      'ES',
      'FI',
      'FR',
      'GB',
      'GR',
      'HR',
      'HU',
      'IE',
      'IS',
      'IT',
      'LT',
      'LU',
      'LV',
      'MT',
      'NL',
      'NO',
      'PL',
      'PT',
      'RO',
      'RS',
      'SE',
      'SI',
      'SK',
      'TR',
      'UA',
      'US',
      'CA',
      'MX',
      'BR',
      'AR',
      'CL',
      'JP',
      'KR',
      'CN',
      'IN',
      'AU',
      'NZ',
      'ZA',
      'EG',
      'MA',
      'KE',
    ];
    expect(countries.length).toBe(50);
    const zone = (country: string) => `z-${country.toLowerCase()}`;
    const card = { kind: 'flat' as const, result: { kind: 'amount' as const, amount: 900 } };
    await shop.send(
      { name: 'setServed', args: { countries } },
      { name: 'addService', args: { id: 'parcel', name: 'Parcel', ...PLAIN_SERVICE } },
      {
        name: 'together',
        args: {
          commands: countries.map((country) => ({
            name: 'addZone' as const,
            args: { id: zone(country), name: `Zone ${country}`, places: [{ kind: 'country' as const, country }] },
          })),
        },
      },
      { name: 'setCards', args: { cards: countries.map((country) => ({ zone: zone(country), service: 'parcel', card })) } },
    );
    await page.goto(`${shop.url}/proof`);
    await expect(
      page.getByText(/50 zones, 1 service, \d+ kinds of cart and [\d,]+ regions were looked at: nobody is turned away\./),
    ).toBeVisible();
    await shop.send({
      name: 'setLimits',
      args: { zone: zone('PT'), service: 'parcel', limits: [{ measure: 'itemsWeight', upTo: '5 kg' }] },
    });
    await page.reload();
    await expect(finding(page, 'Carts over 5 kg to Zone PT get no option.')).toBeVisible();
    await finding(page, 'Carts over 5 kg').getByRole('button', { name: 'Take the limit off Parcel' }).click();
    await expect(finding(page, 'Carts over 5 kg')).toHaveCount(0);
  });

  test('nothing to look at says so; a book of carriers’ services alone says what is not known', async ({ page, shop }) => {
    await page.goto(`${shop.url}/proof/coverage`);
    await expect(page.getByText('There is no zone yet.')).toBeVisible();
    const carriage = {
      account: 'petrel',
      carrier: 'petrel-post',
      service: 'TRACKED',
      residential: true,
      declareValue: false,
      packaging: null,
    };
    const terms = {
      markup: { basisPoints: 0, amount: 0, least: null, most: null },
      ending: null,
      days: 'carrier' as const,
      unanswered: { kind: 'withhold' as const },
      beforeTax: false,
    };
    await shop.send(
      { name: 'setServed', args: { countries: ['CA'] } },
      { name: 'addZone', args: { id: 'canada', name: 'Canada', places: [{ kind: 'country', country: 'CA' }] } },
      { name: 'addService', args: { id: 'post', name: 'Post', ...PLAIN_SERVICE, kind: 'carrier', carriage, terms } },
      { name: 'setCards', args: { cards: [{ zone: 'canada', service: 'post', card: { kind: 'flat', result: { kind: 'refer' } } }] } },
    );
    await page.goto(`${shop.url}/proof`);
    await expect(finding(page, 'Carts to Canada get an option only while a carrier answers.')).toContainText(
      'Post has nothing to fall back on.',
    );
    await finding(page, 'Carts to Canada').getByRole('button', { name: 'Let own prices of Post stand in' }).click();
    await expect(finding(page, 'only while a carrier answers')).toHaveCount(0);
    await undo(page);
    await page.goto(`${shop.url}/proof/coverage?zone=canada`);
    await expect(page.getByRole('button', { name: /1 if a carrier answers/ }).first()).toBeVisible();
    await expect(option(page, 'Post')).toHaveCount(0);
  });
});
