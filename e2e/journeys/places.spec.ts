import type { Page } from '@playwright/test';
import { bench, expect, option, saved, sees, test, toCountry, type } from '../shop.ts';

const places = (page: Page) => page.getByRole('region', { name: 'Places', exact: true });
const map = (page: Page) => page.getByRole('region', { name: 'Map of the zone' }).getByRole('group');

async function find(page: Page, typed: string): Promise<void> {
  await page.getByLabel('Find a country, group, province or town').fill(typed);
  await page.keyboard.press('Enter');
}

/** Clicks the map at a share of its width and height. */
async function click(page: Page, x: number, y: number): Promise<void> {
  const box = await map(page).boundingBox();
  if (!box) throw new Error('the map is not shown');
  await map(page).click({ position: { x: box.width * x, y: box.height * y } });
}

test('a zone built from a group less two, a province, pasted codes, a ring and a drawn area; an address dropped on it tells why', async ({
  page,
  shop,
}) => {
  await page.goto(shop.url);
  await page.getByRole('button', { name: 'Add a zone' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Friends');
  await page.getByRole('button', { name: 'Add zone' }).click();
  await expect(page.getByRole('heading', { name: 'Friends' })).toBeVisible();
  // The map opens on the places a zone has when it is first shown: here none, so the world.
  await expect(map(page).locator('path[data-code="BR"]')).toBeVisible();
  await find(page, 'western europe');
  await find(page, 'monaco');
  await page.getByLabel('All but Monaco').check();
  await find(page, 'liechtenstein');
  await page.getByLabel('All but Liechtenstein').check();
  await find(page, 'prince edward');
  await expect(places(page).getByRole('row')).toHaveCount(4);

  await page.getByLabel('Postal codes, one a line').fill('B4V 2L5\nb4v2l5\nD3H 4R2\nB5A-B5C\nB9*');
  await page.getByRole('button', { name: 'Add postal codes' }).click();
  await expect(page.getByText('Line 2, “b4v2l5”: stands on line 1 already.')).toBeVisible();
  await expect(page.getByText('Line 3, “D3H 4R2”: no postal code of Canada looks like this.')).toBeVisible();
  await expect(page.getByLabel('Postal codes, one a line')).toHaveValue('b4v2l5\nD3H 4R2');
  await expect(sees(page)).toContainText('Matched by the line of postal codes B4V 2L5');
  await expect(sees(page)).toContainText('zone: Friends');

  await type(page, 'Beyond, if a ring', '35 km');
  await page.getByLabel('Up to', { exact: true }).fill('12 km');
  await page.getByRole('button', { name: 'Add the circle' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'The ring ends before it begins' })).toBeVisible();
  await page.getByLabel('Beyond, if a ring').fill('12 km');
  await page.getByLabel('Up to', { exact: true }).fill('35 km');
  await page.getByRole('button', { name: 'Add the circle' }).click();
  await expect(places(page)).toContainText('12 km to 35 km of Dartmouth store room');
  await bench(page).getByLabel('Postal code').fill('B2R 1A1');
  await bench(page).getByLabel('Postal code').press('Enter');
  await expect(bench(page)).toContainText('The middle of the postal area. A point you type is used instead.');

  await page.getByRole('radio', { name: 'Draw an area' }).click();
  for (const [x, y] of [
    [0.25, 0.4],
    [0.33, 0.4],
    [0.33, 0.52],
    [0.25, 0.52],
  ] as const)
    await click(page, x, y);
  await expect(page.getByText('4 corners.')).toBeVisible();
  await page.getByRole('button', { name: 'Name the area' }).click();
  const form = page.getByRole('dialog', { name: 'New area' });
  await form.getByRole('button', { name: 'Add the area' }).click();
  await expect(form.getByRole('alert')).toContainText('Write a name.');
  await form.getByLabel('Name of the area').fill('By hand');
  await form.getByRole('button', { name: 'Add the area' }).click();
  await expect(places(page)).toContainText('By hand');
  await page.getByRole('radio', { name: 'Drop an address' }).click();
  await click(page, 0.28, 0.46);
  await expect(page.getByRole('status').filter({ hasText: 'falls into Friends, by the drawn area By hand' })).toBeVisible();

  await page.getByRole('button', { name: 'Move By hand on the map' }).click();
  const body = page.getByTestId('area-body');
  await body.scrollIntoViewIfNeeded();
  const before = await body.getAttribute('d');
  const box = await body.boundingBox();
  await page.mouse.move((box?.x ?? 0) + 20, (box?.y ?? 0) + 20);
  await page.mouse.down();
  await page.mouse.move((box?.x ?? 0) + 60, (box?.y ?? 0) + 40, { steps: 4 });
  await page.mouse.up();
  await expect.poll(() => body.getAttribute('d')).not.toBe(before);
  await page.getByRole('button', { name: /^Undo places of a zone/ }).click();
  await expect.poll(() => body.getAttribute('d')).toBe(before);
  await saved(page);
  await page.reload();
  await expect(places(page).getByRole('row')).toHaveCount(7);
});

test('an address on a border falls into the zone listed first, and the other is named; areas are typed, written, read and refused', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/book/harbour`);
  const area = async (zone: string, name: string, corners: string) => {
    await page.goto(`${shop.url}/book/${zone}`);
    await page.getByRole('radio', { name: 'Draw an area' }).click();
    await page.getByRole('button', { name: 'Type the corners' }).click();
    const form = page.getByRole('dialog', { name: 'New area' });
    await form.getByLabel('Name of the area').fill(name);
    await form.getByLabel('Corners, one a line: latitude, longitude').fill('44, -64\n45, -63\n44, -63\n45, -64');
    await form.getByRole('button', { name: 'Add the area' }).click();
    await expect(form.getByRole('alert')).toContainText('Its outline crosses itself');
    await form.getByLabel('Corners, one a line: latitude, longitude').fill(corners);
    await form.getByRole('button', { name: 'Add the area' }).click();
    await expect(places(page)).toContainText(name);
  };
  await area('harbour', 'West side', '44, -64\n44, -63\n45, -63\n45, -64');
  await area('nova-scotia', 'East side', '44, -63\n44, -62\n45, -62\n45, -63');
  await type(page, 'Latitude and longitude', 'somewhere');
  await expect(bench(page).getByRole('alert')).toContainText('Write latitude and longitude in degrees');
  await type(page, 'Latitude and longitude', '44.5, -63');
  await expect(sees(page)).toContainText('zone: Harbour cities');
  await expect(sees(page)).toContainText(
    'Matched by the drawn area West side. Nova Scotia claims it just as closely; the zone listed first wins.',
  );
  await type(page, 'Latitude and longitude', '44.5, -62.99');
  await expect(sees(page)).toContainText('zone: Nova Scotia');

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export areas' }).click();
  const path = await (await download).path();
  await places(page).getByRole('button', { name: 'Remove East side' }).click();
  await expect(sees(page)).toContainText('Matched by the province or state Nova Scotia');
  await page.getByLabel('Area file').setInputFiles({
    name: 'bad.geojson',
    mimeType: 'application/geo+json',
    buffer: Buffer.from('{"type":"Polygon","coordinates":[[[0,0],[1,1],[1,0],[0,1],[0,0]]]}'),
  });
  await expect(page.getByRole('alert').filter({ hasText: 'Shape 1: Its outline crosses itself' })).toBeVisible();
  await page.getByLabel('Area file').setInputFiles(path);
  await expect(places(page)).toContainText('East side');
  await expect(sees(page)).toContainText('Matched by the drawn area East side');
});

test('a left-over country is found and placed; a country claimed twice is left to one; moved by a click on the map', async ({
  page,
  shop,
}) => {
  await shop.send({
    name: 'setPlaces',
    args: {
      zone: 'us',
      places: [
        { kind: 'country', country: 'US' },
        { kind: 'country', country: 'NZ' },
      ],
    },
  });
  await page.goto(`${shop.url}/shop/places`);
  const findings = page.getByRole('region', { name: 'Left over and claimed twice' });
  await expect(findings).toContainText('Chile is in no zone');
  await toCountry(page, 'Chile');
  await expect(sees(page)).toContainText('Chile is served, but this address lies in no zone.');
  // With some postal codes only, it is striped on the map and said so.
  const striped = page.getByText('striped: only some places of it are in the zone');
  await expect(striped).toHaveCount(0);
  // What a zone only excepts is no part of it.
  await expect(
    page
      .getByLabel('Zones on the map')
      .getByText(/^Russia/)
      .first(),
  ).toHaveText('Russia: not served');
  const book = await shop.book();
  const held = book.zones.find(({ id }) => id === 'far')?.places ?? [];
  await shop.send({ name: 'setPlaces', args: { zone: 'far', places: [...held, { kind: 'postal', country: 'CL', rules: '83*' }] } });
  await page.reload();
  await expect(striped).toBeVisible();
  await expect(
    page
      .getByRole('img', { name: 'Zones on the map' })
      .or(page.getByLabel('Zones on the map'))
      .getByText('Chile: Far shores, some places of it')
      .first(),
  ).toBeAttached();
  await shop.send({ name: 'setPlaces', args: { zone: 'far', places: held } });
  await page.reload();
  await toCountry(page, 'Chile');
  await page.getByLabel('Zone for Chile').selectOption({ label: 'Far shores' });
  await findings.getByRole('listitem').filter({ hasText: 'Chile' }).getByRole('button', { name: 'Put into it' }).click();
  await expect(findings).not.toContainText('Chile');
  await expect(sees(page)).toContainText('zone: Far shores');
  const twice = findings.getByRole('listitem').filter({ hasText: 'New Zealand is claimed twice' });
  await twice.getByRole('button', { name: 'Leave it to United States' }).click();
  await expect(twice).toHaveCount(0);
  await page.locator('path[data-code="CA-ON"]').click();
  await page.getByLabel('Zone of Ontario').selectOption({ label: 'Atlantic' });
  await bench(page).getByLabel('Trial', { exact: true }).selectOption('one-needle-tool');
  await expect(sees(page)).toContainText('zone: Atlantic');
  await page.locator('path[data-code="MX"]').click();
  await page.getByLabel('Zone of Mexico').selectOption({ label: 'United States' });
  await expect(findings).not.toContainText('Mexico');
  await findings.getByRole('button', { name: 'No longer serve South Africa' }).click();
  await expect(page.getByText('Every served place lies in just one zone.')).toBeVisible();
  await page.getByLabel('Serve Mexico').uncheck();
  await toCountry(page, 'Mexico');
  await expect(sees(page)).toContainText('The shop does not deliver to Mexico.');
});

test('fifty thousand pasted codes are taken in one step and undone in one', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book/us`);
  const codes = Array.from({ length: 50_000 }, (_, at) => String(10_000 + at));
  await page.getByRole('button', { name: /^Country of the postal codes: / }).click();
  await page.getByPlaceholder('A country, in any language').fill('united states');
  await page.getByRole('listbox').getByRole('option', { name: 'United States', exact: true }).click();
  await page.getByLabel('Postal codes, one a line').focus();
  await page.evaluate(
    (text) => {
      const clipboardData = new DataTransfer();
      clipboardData.setData('text/plain', text);
      document.activeElement?.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
    },
    [...codes, '10000', 'ABCDE'].join('\n'),
  );
  await page.getByRole('button', { name: 'Add postal codes' }).click();
  await expect(page.getByText('50,000 lines added.')).toBeVisible();
  await expect(page.getByText('Line 50001, “10000”: stands on line 1 already.')).toBeVisible();
  await toCountry(page, 'United States');
  await bench(page).getByLabel('Postal code').fill('59999');
  await bench(page).getByLabel('Postal code').press('Enter');
  await expect(sees(page)).toContainText('Matched by the line of postal codes 59999');
  await saved(page);
  await page.getByRole('button', { name: /^Undo places of a zone/ }).click();
  await expect(sees(page)).toContainText('Matched by the country United States');
});

test('units switched: bounds, sizes and weights stay as typed, what is measured is shown anew, and no price moves', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/shop`);
  // How far away a counter is, is measured, and shown in the new unit.
  const prices = async () =>
    (await sees(page).getByRole('radiogroup').allInnerTexts()).map((text) => text.replace(/[\d.]+ (km|mi) away/, ''));
  await expect(sees(page)).toContainText('$16.90');
  // What comes after the page: the carrier's answer, and where the postal code lies.
  await expect(option(page, 'Tracked post')).toContainText('$');
  await expect(sees(page)).toContainText('km away');
  const before = await prices();
  await page.getByRole('radio', { name: 'lb, in' }).click();
  await expect(bench(page)).toContainText('26.015 lb + 0.419 lb packing = 26.433 lb in 2 parcels');
  expect(await prices()).toEqual(before);
  await page.getByRole('link', { name: 'Packaging' }).click();
  await expect(page.getByRole('row', { name: /Small carton/ })).toContainText('25 × 20 × 15 cm');
  await expect(bench(page).getByRole('region', { name: 'Parcels' })).toContainText('10.24 × 8.27 × 6.3 in');
});

test('where delivery is taxed a new zone asks for its rate, and takes one of those beside it', async ({ page, shop }) => {
  await page.goto(`${shop.url}/book`);
  await page.getByRole('button', { name: 'Add a zone' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Sable Island');
  await page.getByRole('button', { name: 'Add zone' }).click();
  await expect(page.getByText('What is the rate here?')).toBeVisible();
  await page.getByLabel('Find a country, group, province or town').fill('newfoundland');
  await page
    .getByRole('list', { name: 'Places found' })
    .getByRole('button', { name: /^Newfoundland and Labrador/ })

    .click();
  // Rates of Canada differ: the owner says which.
  await expect(page.getByRole('main').getByText('Delivery to Sable Island is not taxed')).toBeVisible();
  await page.getByRole('button', { name: 'Tax it at 14%' }).click();
  await expect(page.getByLabel('Tax on delivery here')).toHaveValue('14%');
  await expect(page.getByText('is not taxed')).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  await page.getByRole('link', { name: 'Served places' }).click();
  await expect(page.getByRole('region', { name: 'Left over and claimed twice' })).toContainText('Delivery to Sable Island is not taxed');
});
