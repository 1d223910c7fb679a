import type { Cart } from '@ostrakon/client';
import type { Command } from '@ostrakon/core';
import type { Page } from '@playwright/test';
import { everyFrontState, inAddress, to, tools } from '../frontStates.ts';
import { expect, test } from '../shop.ts';

const flat = (zone: string, amount: number): Command => ({
  name: 'setCard',
  args: { zone, service: 'ground', card: { kind: 'flat', result: { kind: 'amount', amount } } },
});
const checkout = (url: string, cart: Cart) => `${url}/shop-front/#/checkout?cart=${inAddress(cart)}`;
const row = (page: Page, name: string) => page.getByRole('group').getByRole('listitem').filter({ hasText: name });
const price = (page: Page, name: string) => row(page, name).locator('label > span.tabular-nums');
const notFor = (page: Page) => page.getByRole('list', { name: /^(Not for this order|Pas pour cette commande)$/ });

async function add(page: Page, ...names: string[]) {
  for (const name of names) await page.getByRole('button', { name: `Add: ${name}`, exact: true }).click();
}

test('a buyer fills a basket, writes an address, chooses and orders; what is missing or wrong is told at its field', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/shop-front/`);
  await page.getByLabel('Search the goods').fill('nothing like it');
  await expect(page.getByText('Nothing here goes by that name.')).toBeVisible();
  await page.getByLabel('Search the goods').fill('tool');
  await add(page, 'Needle tool', 'Needle tool');
  await page.getByLabel('Search the goods').fill('');
  await add(page, 'Stoneware clay, 10 kg');
  await page.getByRole('link', { name: 'On to delivery' }).click();

  await page.getByLabel('Postal code').fill('B4V 2');
  await expect(page.getByText('A postal code there looks like')).toBeVisible();
  // The country alone leaves open where it goes, and the shop asks.
  await page.getByLabel('Postal code').fill('B4V 2L5');
  await expect(page.getByText('A postal code there looks like')).toBeHidden();
  await expect(price(page, 'Ground parcel')).toHaveText(/^\$\d+\.\d\d$/);
  await expect(row(page, 'Counter pickup')).toContainText('km from you');
  await row(page, 'Counter pickup').getByText('Hours and map').click();
  await expect(row(page, 'Counter pickup').getByRole('img')).toHaveAccessibleName(/as the crow flies: Dartmouth/);
  await expect(row(page, 'Counter pickup').getByRole('row')).toHaveCount(7);
  await expect(page.getByText(/more and Ground parcel is free$/)).toBeVisible();
  await expect(page.getByText(/^These days hold if you order within/)).toBeVisible();

  await page.getByRole('button', { name: 'Place the order' }).click();
  await expect(page.getByRole('alert')).toHaveText('Choose how it is delivered.');
  await expect(page.getByText('Fill this in')).toHaveCount(4);
  await row(page, 'Ground parcel').getByRole('radio').check();
  for (const [field, text] of Object.entries({
    Name: 'Nell Quay',
    'E-mail': 'nobody',
    'Street and number': '1 Quay',
    Town: 'Bridgewater',
  })) {
    await page.getByLabel(field, { exact: true }).fill(text);
  }
  await page.getByRole('button', { name: 'Place the order' }).click();
  await expect(page.getByText('Write an address such as name@example.org')).toBeVisible();
  await expect(page.getByLabel('Street and number')).toHaveValue('1 Quay');
  await page.getByLabel('E-mail').fill('nell@buyer.example');
  await page.getByRole('button', { name: 'Place the order' }).click();
  await expect(page.getByText('Your order 1001 is with us. We write to nell@buyer.example.')).toBeVisible();
  await page.getByRole('button', { name: 'Buy something else' }).click();
  await expect(page.getByText('Your basket is empty.')).toBeVisible();
});

test('two of a thing and an option goes, with its reason; goods without dates are told as such', async ({ page, shop }) => {
  await page.goto(checkout(shop.url, tools(1)));
  await expect(price(page, 'Letter packet')).toHaveText(/\$/);
  await page.getByRole('button', { name: 'One Loop tools, set of six more' }).click();
  await expect(notFor(page)).toContainText('Letter packet');
  await expect(notFor(page)).toContainText('Only up to 500 g');
  await expect(row(page, 'Letter packet')).toBeHidden();
  await page.getByRole('button', { name: 'One Loop tools, set of six less' }).click();
  await expect(price(page, 'Letter packet')).toHaveText(/\$/);
  const days: Command = {
    name: 'setServiceDays',
    args: { service: 'packet', days: { ...(await shop.book()).services.find(({ id }) => id === 'packet')?.days, transit: null } as never },
  };
  const lanes = ['nova-scotia'].map((zone) => ({ zone, service: 'packet', transit: null }));
  await shop.send(days, { name: 'setTransitOfLanes', args: { lanes } });
  await shop.publish();
  await page.reload();
  await expect(row(page, 'Letter packet')).toContainText('The shop tells no day for this one');
  await expect(row(page, 'Ground parcel')).toContainText(/\w{3}, \w{3} \d+/);
});

test('an apron of 34.00 gets its option, with days counted from when it is made ready', async ({ page, shop }) => {
  const apron: Cart = { lines: [{ unitPrice: 3400, weight: '300 g', quantity: 1, name: 'Apron, printed' }], destination: to('B4V 2L5') };
  // A Monday morning in a week without a holiday.
  const asked = { ...apron, moment: '2027-02-01T13:00:00Z', discounts: [] };
  const arrives = async () => {
    const ground = (await shop.quote(asked as never)).options.find(({ service }) => service === 'ground');
    return ground?.status === 'priced' ? ground.promise : undefined;
  };
  const before = await arrives();
  const [location] = (await shop.book()).locations;
  if (!location?.dispatch || !before) throw new Error('the demo tells no days');
  const lead = { least: location.dispatch.lead.least + 2, most: location.dispatch.lead.most + 2 };
  await shop.send({ name: 'setLocation', args: { ...location, dispatch: { ...location.dispatch, lead } } } as Command);
  await shop.publish();
  const after = await arrives();
  const workingDays = (from: string, until: string) => {
    let days = 0;
    for (let at = Date.parse(from); at < Date.parse(until); at += 86_400_000) if (![0, 6].includes(new Date(at).getUTCDay())) days += 1;
    return days;
  };
  expect([workingDays(before.first, after?.first ?? ''), workingDays(before.last, after?.last ?? '')]).toEqual([2, 2]);
  await page.goto(checkout(shop.url, apron));
  await expect(row(page, 'Ground parcel')).toContainText(/\w{3}, \w{3} \d+ – \w{3}, \w{3} \d+/);
});

test('19.99 and 20.00; free in one postal code and 3.00 in the next; a coupon', async ({ page, shop }) => {
  await shop.send(
    {
      name: 'setFreeFrom',
      args: {
        zone: 'nova-scotia',
        service: 'ground',
        freeFrom: { measure: 'valueAfterDiscounts', from: 2000, byItself: false, coversCharges: true },
      },
    } as Command,
    flat('nova-scotia', 300),
    { name: 'setCard', args: { zone: 'harbour', service: 'ground', card: { kind: 'flat', result: { kind: 'free' } } } },
    ...(await shop.book()).charges.map(({ id }): Command => ({ name: 'removeCharge', args: { id } })),
  );
  await shop.publish();
  const vase = (unitPrice: number): Cart => ({
    lines: [{ unitPrice, weight: '1 kg', quantity: 1, name: 'Vase' }],
    destination: to('B4V 2L5'),
  });
  await page.goto(checkout(shop.url, vase(1999)));
  await expect(price(page, 'Ground parcel')).toHaveText('$3.00');
  await expect(page.getByText('$0.01 more and Ground parcel is free')).toBeVisible();
  await page.getByLabel('Postal code').fill('B3H 4R2');
  await expect(price(page, 'Ground parcel')).toHaveText('Free');
  await page.goto('about:blank');
  await page.goto(checkout(shop.url, vase(2000)));
  await expect(price(page, 'Ground parcel')).toHaveText('Free');
  await page.goto('about:blank');
  await page.goto(checkout(shop.url, { ...vase(1999), destination: to('M5V 2T6') }));
  const full = await price(page, 'Ground parcel').innerText();
  await page.getByRole('button', { name: 'I have a coupon' }).click();
  await page.keyboard.type('HALFGROUND');
  await page.keyboard.press('Enter');
  const half = Number(full.slice(1)) / 2;
  await expect.poll(async () => Number((await price(page, 'Ground parcel').innerText()).slice(1))).toBeCloseTo(half, 1);
  await page.getByRole('button', { name: 'Take off HALFGROUND' }).click();
  await expect(price(page, 'Ground parcel')).toHaveText(full);
});

test('two addresses: each part has options of its own, and the sum is of both', async ({ page, shop }) => {
  await page.goto(`${shop.url}/shop-front/`);
  await add(page, 'Needle tool', 'Wooden rib, kidney');
  await page.getByRole('link', { name: 'On to delivery' }).click();
  await page.getByLabel('Postal code').fill('B4V 2L5');
  await page.getByRole('button', { name: 'Send some of it to another address' }).click();
  // A code that is not finished is told, and spoils nothing of the other address.
  await page.getByLabel('Postal code').nth(1).fill('M5V 2');
  await expect(page.getByText('A postal code there looks like')).toBeVisible();
  await expect(page.getByRole('radio').first()).toBeVisible();
  await expect(page.getByRole('status').filter({ hasText: /postal/i })).toHaveCount(0);
  await page.getByLabel('Postal code').nth(1).fill('M5V 2T6');
  await page.getByLabel('Wooden rib, kidney goes to').selectOption('Address 2');
  await expect(page.getByRole('heading', { name: /^To address 2/ })).toBeVisible();
  for (const name of [/^To the first address/, /^To address 2/]) {
    await page
      .getByRole('group', { name })
      .getByRole('radio', { name: /^Letter packet/ })
      .check();
  }
  const paid = await page.locator('dl dd').allInnerTexts();
  const [goods = 0, first = 0, second = 0, all = 0] = paid.filter((text) => /^\$/.test(text)).map((text) => Number(text.slice(1)));
  expect(goods + first + second).toBeCloseTo(all, 2);
  for (const [field, text] of Object.entries({
    Name: 'Nell',
    'E-mail': 'nell@buyer.example',
    'Street and number': '1 Quay',
    Town: 'Toronto',
  })) {
    await page.getByLabel(field, { exact: true }).fill(text);
  }
  await page.getByRole('button', { name: 'Place the order' }).click();
  await expect(page.getByText('Your order 1001 is with us.')).toBeVisible();
});

test('nothing is offered, or the shop wants to be asked: its words, and a letter that brings the cart', async ({ page, shop }) => {
  await page.goto(checkout(shop.url, { lines: [{ product: 'needle-tool', quantity: 2 }], destination: { country: 'CL' } }));
  await expect(page.getByText('We have no delivery price for this order yet.')).toBeVisible();
  const href = await page.getByRole('link', { name: 'Write to the shop' }).getAttribute('href');
  expect(decodeURIComponent(href ?? '')).toMatch(/^mailto:orders@tidewrack\.example\?subject=.*2 × Needle tool/s);
  await page.getByLabel('Country').selectOption('Canada');
  await page.getByLabel('Postal code').fill('B4V 2L5');
  await expect(price(page, 'Letter packet')).toBeVisible();
});

test('a new edition is told, not swapped; the hour for the days that are shown passes while the buyer looks', async ({ page, shop }) => {
  await page.goto(checkout(shop.url, tools(1)));
  await row(page, 'Ground parcel').getByRole('radio').check();
  const before = await price(page, 'Ground parcel').innerText();
  await shop.send(flat('nova-scotia', 4200));
  await shop.publish();
  await expect(page.getByText('The shop has new delivery prices.')).toBeVisible({ timeout: 30_000 });
  await expect(price(page, 'Ground parcel')).toHaveText(before);
  await page.getByRole('button', { name: 'See the new ones' }).click();
  await expect(page.getByText(`Ground parcel was ${before} and is now`)).toBeVisible();
  await expect(price(page, 'Ground parcel')).not.toHaveText(before);
  await expect(row(page, 'Ground parcel').getByRole('radio')).toBeChecked();
  await page.clock.install();
  await page.reload();
  await expect(page.getByText(/^These days hold if you order within/)).toBeVisible();
  await page.clock.fastForward(4 * 86_400_000);
  await expect(page.getByText('It is past the hour for the days you saw.')).toBeVisible();
});

test('a price that changed while ordering is told and nothing is ordered', async ({ page, shop }) => {
  await page.route('**/public/v1/edition*', (route) => route.abort());
  await page.goto(checkout(shop.url, tools(1)));
  await row(page, 'Ground parcel').getByRole('radio').check();
  for (const [field, text] of Object.entries({
    Name: 'Nell',
    'E-mail': 'nell@buyer.example',
    'Street and number': '1 Quay',
    Town: 'Bridgewater',
  })) {
    await page.getByLabel(field, { exact: true }).fill(text);
  }
  await page.route('**/public/v1/orders', (route) =>
    route.fulfill({
      status: 409,
      contentType: 'application/problem+json',
      body: JSON.stringify({ code: 'quote-gone', detail: 'Gone', status: 409 }),
    }),
  );
  await page.getByRole('button', { name: 'Place the order' }).click();
  await expect(page.getByRole('alert')).toHaveText(/^The price changed while you were ordering\. Nothing was ordered/);
  await page.unroute('**/public/v1/orders');
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Nell');
});

test('silent carriers, a slow network, no network, an answer that makes no sense: each is told, and the basket is kept', async ({
  page,
  shop,
  faults,
}) => {
  // A shop whose carrier has not answered yet.
  let silent = true;
  await page.route('**/public/v1/quotes*', async (route) => {
    const answer = await route.fetch();
    const quote = await answer.json();
    if (silent)
      await route.fulfill({
        response: answer,
        json: { ...quote, options: quote.options.filter(({ kind }: { kind: string }) => kind !== 'carrier'), pending: ['tracked'] },
      });
    else await route.fulfill({ response: answer });
  });
  await page.goto(checkout(shop.url, { ...tools(1), destination: to('M5V 2T6') }));
  await expect(page.getByText('still asking the carrier')).toBeVisible();
  await row(page, 'Ground parcel').getByRole('radio').check();
  await expect(page.getByText('The carrier does not answer.')).toBeVisible({ timeout: 30_000 });
  silent = false;
  await page.reload();
  await expect(price(page, 'Tracked post')).toHaveText(/\$/);

  let slow: (() => void) | undefined;
  await page.route('**/public/v1/quotes*', async (route) => {
    await new Promise<void>((resolve) => {
      slow = resolve;
    });
    await route.continue();
  });
  await page.getByRole('button', { name: 'One Loop tools, set of six more' }).click();
  await expect(page.getByRole('region', { name: 'How and when should it reach you?' })).toHaveAttribute('aria-busy', 'true');
  await expect(price(page, 'Ground parcel')).toBeVisible();
  await expect.poll(() => slow !== undefined).toBe(true);
  slow?.();
  await expect(page.getByRole('region', { name: 'How and when should it reach you?' })).toHaveAttribute('aria-busy', 'false');
  await page.unrouteAll({ behavior: 'ignoreErrors' });

  await page.context().setOffline(true);
  await expect(page.getByText('You are offline. Your basket is kept')).toBeVisible();
  await page.context().setOffline(false);
  await expect(page.getByText('You are offline.')).toBeHidden();

  await page.route('**/public/v1/quotes*', (route) => route.fulfill({ json: { edition: 1, options: 'none' } }));
  await page.reload();
  await expect(page.getByText('Something on this page broke. Your basket is kept.')).toBeVisible();
  expect(faults.length).toBeGreaterThan(0);
  faults.length = 0;
  await page.unrouteAll({ behavior: 'ignoreErrors' });
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(price(page, 'Ground parcel')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Basket, 2 things' })).toBeVisible();
});

test('by keyboard alone, in French, as wide as a phone', async ({ page, shop }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${shop.url}/shop-front/?language=fr`);
  await expect(page.getByRole('heading', { name: 'Articles' })).toBeVisible();
  const press = async (key: string, until: () => Promise<boolean>) => {
    for (let times = 0; times < 80; times += 1) {
      if (await until()) return;
      await page.keyboard.press(key);
    }
    throw new Error(`${key} led nowhere`);
  };
  const on = (name: RegExp) => async () =>
    name.test(
      await page.evaluate(
        () =>
          document.activeElement?.getAttribute('aria-label') ??
          document.activeElement?.closest('label')?.textContent ??
          document.activeElement?.textContent ??
          '',
      ),
    );
  await press('Tab', on(/^Ajouter : Aiguille|^Ajouter: Aiguille/));
  await page.keyboard.press('Enter');
  await press('Tab', on(/^Vers la livraison/));
  await page.keyboard.press('Enter');
  await page.getByLabel('Code postal').focus();
  await page.keyboard.type('g1r4p5');
  await expect(row(page, 'Pli postal')).toContainText(/\d,\d\d\s\$/);
  await expect(notFor(page)).toContainText('Palette');
  await press('Tab', async () => page.evaluate(() => (document.activeElement as HTMLInputElement | null)?.type === 'radio'));
  await page.keyboard.press('Space');
  await page.keyboard.press('ArrowDown');
  await expect(row(page, 'Colis terrestre').getByRole('radio')).toBeChecked();
  for (const text of ['Nell', 'nell@buyer.example', '1, rue du Quai', 'Québec']) {
    await press('Tab', async () =>
      page.evaluate(
        () =>
          document.activeElement?.tagName === 'INPUT' &&
          (document.activeElement as HTMLInputElement).value === '' &&
          (document.activeElement as HTMLInputElement).type !== 'radio',
      ),
    );
    await page.keyboard.type(text);
  }
  await page.keyboard.press('Enter');
  await expect(page.getByText('Votre commande 1001 est chez nous.')).toBeVisible();
});

test('the owner sees a draft through the buyer’s eyes, with the bench’s cart; nobody else does', async ({ page, shop }) => {
  await shop.send(flat('nova-scotia', 7700));
  await page.goto(`${shop.url}/book`);
  const opens = async (entry: string) => {
    await page.getByRole('button', { name: 'See as a buyer' }).click();
    const opened = page.context().waitForEvent('page');
    await page.getByRole('menuitem', { name: entry }).click();
    return opened;
  };
  const draft = await opens('This draft');
  await expect(draft.getByText(/^You are looking as a buyer would, until/)).toBeVisible();
  await expect(draft.getByRole('link', { name: 'Basket, 6 things' })).toBeVisible();
  await expect(price(draft, 'Ground parcel')).toContainText('$7');
  const dear = await price(draft, 'Ground parcel').innerText();
  await expect(draft.getByRole('button', { name: 'Place the order' })).toBeHidden();
  const live = await opens('What is live');
  await expect(price(live, 'Ground parcel')).toHaveText('$16.90');
  expect(dear).not.toBe('$16.90');
  await page.goto(`${shop.url}/editions`);
  await page.getByRole('button', { name: 'More about edition 1' }).click();
  const opened = page.context().waitForEvent('page');
  await page.getByRole('menuitem', { name: 'See as a buyer' }).click();
  await expect(price(await opened, 'Ground parcel')).toHaveText('$16.90');
});

// In both languages, by day and at night: npm run looks.
test('every state passes axe on a phone at night', async ({ page, shop }) => {
  await everyFrontState(page, shop.url, 'en', [[360, 'dark']]);
});
