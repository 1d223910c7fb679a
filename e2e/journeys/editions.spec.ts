import type { Page } from '@playwright/test';
import { axeFaults, expect, test } from '../shop.ts';

const editions = (page: Page) => page.getByRole('table', { name: 'Editions' });
const edition = (page: Page, number: number) => editions(page).getByRole('row', { name: new RegExp(`^${number} `) });
const planned = (page: Page) => page.getByRole('region', { name: 'Planned' });

async function choose(page: Page, number: number, entry: string): Promise<void> {
  await page.getByRole('button', { name: `More about edition ${number}`, exact: true }).click();
  await page.getByRole('menuitem', { name: entry, exact: true }).click();
}

/** A day so many days from now, as a field takes it. */
const inDays = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);

test('publishing over failing trials needs a tick and a reason, which the history keeps; any two editions are compared; one goes back', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/publish`);
  const failing = page.getByRole('region', { name: 'Trials that fail' });
  await expect(failing).toContainText('Glaze to the north Ground parcel: starts at 2.2 kg');
  await expect(page.getByRole('region', { name: 'What buyers get otherwise' }).getByRole('listitem').first()).toBeVisible();
  await page.getByRole('button', { name: 'Publish edition 2' }).click();
  await expect(failing.getByRole('alert')).toContainText('Tick that it is to be published all the same');
  await failing.getByLabel('Publish all the same').check();
  await page.getByRole('button', { name: 'Publish edition 2' }).click();
  await expect(failing.getByRole('alert')).toContainText('Say why it is published all the same');
  await failing.getByLabel('Why? It is kept with the edition').fill('The carrier raised its prices');
  await page.getByLabel('Note for the history, if you like').fill('Winter');
  await page.getByRole('button', { name: 'Publish edition 2' }).click();
  await expect(page.getByRole('heading', { name: 'Edition 2 is live' })).toBeVisible();

  await page.getByRole('link', { name: 'Editions, plans and going back' }).click();
  await expect(edition(page, 2)).toContainText('Glaze to the north');
  await expect(edition(page, 2)).toContainText('The carrier raised its prices');
  await page.getByLabel('From', { exact: true }).selectOption({ label: '1, Autumn prices' });
  await page.getByLabel('To', { exact: true }).selectOption({ label: '2, Winter' });
  const rules = page.getByRole('region', { name: 'Rules that read differently' });
  const buyers = page.getByRole('region', { name: 'What buyers get otherwise' });
  await expect(rules).toContainText('Ground parcel to Atlantic: up to 2 kg was $11.90, is now $14.90');
  await expect(buyers).toContainText('Ground parcel to Atlantic, up to 2 kg, under $120.00: $14.90, was $11.90');
  await page.getByRole('button', { name: 'Swap' }).click();
  await expect(buyers).toContainText('Ground parcel to Atlantic, up to 2 kg, under $120.00: $11.90, was $14.90');
  await expect(page).toHaveURL(/from=2&to=1/);

  await choose(page, 1, 'Make it live again…');
  const dialog = page.getByRole('dialog', { name: 'Make edition 1 live again' });
  await expect(dialog.getByRole('region', { name: 'What buyers get otherwise' })).toContainText('$11.90, was $14.90');
  await dialog.getByLabel('Why, if you like').fill('a mistake');
  await dialog.getByRole('button', { name: 'Make it live' }).click();
  await expect(page.getByText('Edition 1 is live again')).toBeVisible();
  await expect(edition(page, 1)).toContainText('live');
  await expect(edition(page, 1)).toContainText('a mistake');
  expect(
    (
      await shop.quote({
        lines: [{ product: 'needle-tool', quantity: 1 }],
        discounts: [],
        destination: { country: 'CA', subdivision: 'CA-NB' },
      })
    ).edition,
  ).toBe(1);
  await page.getByRole('link', { name: /^Publish/ }).click();
  await expect(page.getByRole('heading', { name: 'Publish edition 3' })).toBeVisible();
});

test('a season is planned with its end, wrong input told at its field; another over it is refused; it is moved and called off', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/editions`);
  await page.getByRole('button', { name: 'Plan an edition…' }).click();
  const dialog = page.getByRole('dialog', { name: 'Plan an edition' });
  const take = (name: string) => page.getByRole('dialog').getByRole('button', { name, exact: true }).click();
  await dialog.getByLabel('Time it begins').fill('noonish');
  await take('Plan it');
  await expect(dialog.getByText('Choose a day')).toBeVisible();
  await expect(dialog.getByText('Write a time such as 00:00')).toBeVisible();
  await expect(dialog.getByLabel('Time it begins')).toHaveValue('noonish');
  await dialog.getByLabel('Time it begins').fill('0:00');
  await dialog.getByLabel('Begins on').fill(inDays(-2));
  await take('Plan it');
  await expect(dialog.getByText('It begins later than now')).toBeVisible();
  await dialog.getByLabel('Begins on').fill(inDays(10));
  await dialog.getByLabel('It ends again').check();
  await dialog.getByLabel('Ends on').fill(inDays(5));
  await take('Plan it');
  await expect(dialog.getByText('It ends before it begins')).toBeVisible();
  await dialog.getByLabel('Ends on').fill(inDays(40));
  await dialog.getByLabel('Note for the history, if you like').fill('Holiday season');
  expect(await axeFaults(page, '[role=dialog]')).toEqual([]);
  await take('Plan it');
  await expect(planned(page)).toContainText('Edition 2 from');
  await expect(planned(page)).toContainText('then what is live without it');
  await expect(edition(page, 1)).toContainText('live');

  await choose(page, 1, 'Plan it…');
  await dialog.getByLabel('Begins on').fill(inDays(20));
  await take('Plan it');
  await expect(dialog.getByRole('alert')).toContainText(/^Edition 2 from .* is planned already: move or call off one of the two\./);
  await dialog.getByRole('button', { name: 'Cancel' }).click();

  await planned(page).getByRole('button', { name: 'Move edition 2' }).click();
  const moving = page.getByRole('dialog', { name: 'Move edition 2' });
  await moving.getByLabel('What holds then').selectOption({ label: 'Then edition 1, Autumn prices' });
  await take('Move it');
  await expect(planned(page)).toContainText('then edition 1');
  await planned(page).getByRole('button', { name: 'Call off edition 2' }).click();
  await expect(planned(page)).toHaveCount(0);
  await expect(edition(page, 2)).toContainText('never live');
  // The draft is none the worse, and goes on.
  await expect(page.getByRole('link', { name: 'Publish 8 changes' })).toBeVisible();
});

test('a plan made from an older edition says what it would take back; brought up to date it is a draft; both prices are seen in the sheet', async ({
  page,
  shop,
}) => {
  const post = async (path: string, data: object) => (await page.request.post(`${shop.url}/api${path}`, { data })).json();
  const revision = async () => (await (await page.request.get(`${shop.url}/api/draft`)).json()).revision as number;
  const span = { from: `${inDays(10)}T05:00:00Z`, until: `${inDays(40)}T05:00:00Z`, after: null, note: 'Season' };
  await post('/editions/plans', { what: { revision: await revision() }, ...span });
  const command = { name: 'renameZone', args: { zone: 'central', name: 'The two big ones' } };
  await post('/draft/steps', { revision: await revision(), steps: [{ id: crypto.randomUUID(), kind: 'command', command }] });
  await post('/editions', { revision: await revision(), note: 'Names' });
  await page.goto(`${shop.url}/editions`);
  await expect(planned(page)).toContainText('Made from edition 1, it would take back what edition 3 brought');
  await expect(planned(page)).toContainText('Zone The two big ones is now called Québec and Ontario');
  await planned(page).getByRole('button', { name: 'Bring the plan of edition 2 up to date' }).click();
  const bring = page.getByRole('dialog', { name: 'Bring “Season” up to date' });
  await expect(bring.getByRole('region', { name: 'What comes of it' })).toContainText('6 are in it already');
  await bring.getByRole('button', { name: 'Open it as a draft' }).click();
  await expect(page.getByRole('banner')).toContainText('Draft: Season');

  await edition(page, 3).getByRole('button', { name: 'What edition 3 changed' }).click();
  await expect(editions(page)).toContainText('Zone Québec and Ontario is now called The two big ones');
  await page.getByLabel('From', { exact: true }).selectOption({ label: '1, Autumn prices' });
  await page.getByLabel('To', { exact: true }).selectOption({ label: '2, Season' });
  await page.getByRole('radio', { name: 'Sheet' }).click();
  const sheet = page.getByRole('table', { name: 'Prices before and after' });
  await expect(sheet.getByRole('row', { name: /^Northern territories/ })).toContainText('over 10 kgwas $46.90');
  await page.getByRole('radio', { name: 'Trials' }).click();
  const tried = page.getByRole('table', { name: 'Trials before and after' });
  await expect(tried.getByRole('row', { name: /^Glaze to the north/ })).toContainText('Ground parcel $27.50');
  expect(await axeFaults(page, 'main')).toEqual([]);

  await page.getByRole('button', { name: 'Bench at the last minute of November and December' }).click();
  await expect(page.getByRole('complementary', { name: 'Quote bench' })).toContainText('Dec 31, 2026, 11:59 p.m.');
  await page.getByRole('button', { name: 'Make an address' }).click();
  const address = await page.getByLabel('Address to subscribe to').inputValue();
  expect(await (await page.request.get(address)).text()).toContain('SUMMARY:Delivery options: edition 2 (Season)');
});
