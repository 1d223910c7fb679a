import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openMailbox } from '@ostrakon/mailbox';
import { chromium, type Page } from '@playwright/test';
import { browser } from './browser.ts';
import { root } from './places.ts';
import { startCarriers, startServer, stop } from './startServer.ts';

// npm run screenshots: one picture of each main view, from the demo's made-up data, into docs/screenshots.
const target = join(root, 'docs/screenshots');
const folder = mkdtempSync(join(tmpdir(), 'ostrakon-shots-'));
const seed = join(folder, 'seed.json');
mkdirSync(target, { recursive: true });
const mailbox = await openMailbox();
execFileSync(process.execPath, [
  join(root, 'demo/dist/writeSeed.js'),
  seed,
  '--orders',
  '600',
  '--days',
  '40',
  '--mail',
  String(mailbox.smtpPort),
]);

const carriers = await startCarriers();
const demo = await startServer(join(folder, 'demo'), seed, carriers.url, { SHOP_FRONT: 'open' });
const empty = await startServer(join(folder, 'empty'), '', carriers.url);
const largeSeed = join(folder, 'large.json');
execFileSync(process.execPath, [join(root, 'demo/dist/writeSeed.js'), largeSeed, '--large']);
const large = await startServer(join(folder, 'large'), largeSeed, carriers.url);
const chrome = await chromium.launch(browser);
const context = await chrome.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-CA', timezoneId: 'America/Halifax' });
const page = await context.newPage();

async function shoot(name: string, url: string, act: (page: Page) => Promise<unknown> = async () => undefined): Promise<void> {
  await page.goto(url);
  await page.waitForLoadState('networkidle');
  await act(page);
  await page.waitForTimeout(1200);
  await page.screenshot({ path: join(target, `${name}.png`) });
}
/** A picture of one page alone, for the handbook. */
async function shootPage(name: string, url: string, act: (page: Page) => Promise<unknown> = async () => undefined): Promise<void> {
  await page.goto(url);
  await page.waitForLoadState('networkidle');
  await act(page);
  await page.waitForTimeout(800);
  await page.getByRole('main').screenshot({ path: join(root, 'docs/guide', `${name}.png`) });
}
/** What buyers see: the shop front on a desk and on a phone, the delivery page, the parts. */
async function shootFront(): Promise<void> {
  const lines = [
    { product: 'stoneware-10', quantity: 1 },
    { product: 'celadon-473', quantity: 2 },
    { product: 'needle-tool', quantity: 3 },
  ];
  const cart = Buffer.from(JSON.stringify({ lines, destination: { country: 'CA', postalCode: 'B4V 2L5' } })).toString('base64url');
  const checkout = `${demo.url}/shop-front/#/checkout?cart=${cart}`;
  await shoot('buyer-desktop', checkout, (on) => on.getByRole('radio', { name: /^Ground parcel/ }).check());
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('about:blank');
  await shoot('buyer-phone', `${demo.url}/shop-front/?language=fr#/checkout?cart=${cart}`, async (on) => {
    await on.getByRole('radio', { name: /^Colis terrestre/ }).check();
    await on
      .getByRole('heading', { level: 2 })
      .first()
      .evaluate((head) => head.scrollIntoView());
  });
  await page.setViewportSize({ width: 1280, height: 800 });
  await shoot('buyer-delivery-page', `${demo.url}/public/v1/delivery?language=en-CA`);
  await shoot('buyer-parts', `${demo.url}/shop-front/examples.html`, (on) => on.getByRole('radio', { name: /^Ground parcel/ }).check());
}
/** A season that waits, so that there is something ahead. */
async function planSeason(url: string): Promise<void> {
  const { revision } = (await (await context.request.get(`${url}/api/draft`)).json()) as { revision: number };
  const inDays = (days: number) => `${new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10)}T04:00:00Z`;
  const span = { from: inDays(12), until: inDays(48), after: null };
  await context.request.post(`${url}/api/editions/plans`, { data: { what: { revision }, ...span, note: 'Holiday season' } });
}
const trial = (id: string) => (on: Page) => on.getByLabel('Trial', { exact: true }).selectOption(id);

try {
  await shoot('sheet-this-cart', `${demo.url}/book`, (on) => on.getByRole('radio', { name: /Ground parcel/ }).click());
  await shoot('lane', `${demo.url}/book/nova-scotia/ground`, (on) => on.getByRole('radio', { name: /Ground parcel/ }).click());
  await shoot('charges', `${demo.url}/charges?charge=season`);
  await shoot('findings', `${demo.url}/proof`, (on) => on.getByRole('button', { name: 'Ground parcel as it is live' }).first().waitFor());
  await shoot('coverage', `${demo.url}/proof/coverage?zone=atlantic`, trial('class-set'));
  await shoot('trials', `${demo.url}/proof/trials`, trial('glaze-north'));
  await shoot('dates', `${demo.url}/dates?show=last-orders&by=2026-12-24`);
  await shootPage('dispatch', `${demo.url}/shop/dispatch?month=2026-12`, async (on) => {
    await on.getByRole('region', { name: 'Month' }).scrollIntoViewIfNeeded();
    await on.getByLabel('Goods of the month view').selectOption({ label: 'Liquid glazes' });
    await on.getByLabel('Goods of the month view').evaluate((field) => field.scrollIntoView({ block: 'start' }));
  });
  await shootPage('round', `${demo.url}/services/van`, (on) =>
    on.getByRole('heading', { name: 'Fees and rings' }).evaluate((head) => head.scrollIntoView()),
  );
  await shootPage('zone', `${demo.url}/book/europe`, (on) => on.getByLabel('Find a country, group, province or town').fill('new'));
  const { rows } = (await (await context.request.get(`${demo.url}/api/orders?view=waiting`)).json()) as {
    rows: { order: number; kind: string; pieces: number; parcels: number }[];
  };
  const shown = rows.find(({ kind, pieces, parcels }) => kind === 'card' && pieces > 3 && parcels === 1) ?? rows[0];
  await shootPage('orders', `${demo.url}/orders/${shown?.order}?view=waiting`, (on) =>
    on.getByRole('region', { name: 'Parcels' }).waitFor(),
  );
  await shootPage('papers', `${demo.url}/orders/papers`, (on) => on.getByRole('button', { name: 'Change the template itself' }).click());
  await shoot('publish', `${demo.url}/publish`);
  await planSeason(demo.url);
  await shootPage('mail', `${demo.url}/shop/mail`, (on) => on.getByRole('cell', { name: /Orders to pack/ }).waitFor());
  await shootPage('editions', `${demo.url}/editions`, (on) =>
    on.getByRole('region', { name: 'What buyers get otherwise' }).getByRole('listitem').first().waitFor(),
  );
  await shoot('goods', `${demo.url}/shop/goods`, async (on) => {
    await on.getByLabel('Only the tag').selectOption('kiln');
    await on.getByLabel('Choose all found').check();
  });
  await shootPage('packaging', `${demo.url}/shop/packaging`, async (on) => {
    await trial('class-set')(on);
    await on.getByRole('link', { name: '1 parcel' }).click();
  });
  await shootPage('served-places', `${demo.url}/shop/places`, trial('left-over-country'));
  await shoot('carriers', `${demo.url}/shop/carriers`, trial('studio-restock'));
  await shoot('costs', `${demo.url}/costs`, async (on) => {
    await on.getByRole('button', { name: 'Ask the carriers…' }).click();
    await on.getByRole('dialog').getByRole('button', { name: 'Ask the carriers' }).click();
    await on.getByRole('table', { name: 'What carriage costs by weight and zone' }).waitFor();
    await on.getByRole('button', { name: 'Stop' }).waitFor({ state: 'hidden' });
  });
  await shoot('sheet-margin', `${demo.url}/book?face=margin`, async (on) => {
    await on.getByRole('radio', { name: /Tracked post/ }).click();
    await on.getByRole('region', { name: 'What it costs us' }).evaluate((region) => region.scrollIntoView({ block: 'center' }));
  });
  await shoot('first-steps', `${empty.url}/book`);
  await shoot('large-sheet', `${large.url}/book?by=country`, (on) =>
    on.getByRole('main').evaluate((main) => main.scrollTo({ top: 900, left: 180 })),
  );
  await shootPage('fit-prices', `${demo.url}/costs/fit?zone=central&service=ground`, (on) =>
    on.getByRole('button', { name: 'Fit prices', exact: true }).click(),
  );
  await shootPage('words', `${demo.url}/shop/words`, (on) => on.getByText('Every text is translated.').waitFor());
  await shootPage('delivery-page', `${demo.url}/shop/delivery`, (on) => on.getByRole('heading', { name: 'A feed of goods' }).waitFor());
  await shootFront();
  await shootPage('locations', `${demo.url}/shop/locations`);
  await shootPage('shop', `${demo.url}/shop`);
  await shootPage('backup', `${demo.url}/shop/backup`);
  // Last, for it changes the shop's language.
  await shoot('recipes', `${demo.url}/recipes/valueBands`, async (on) => {
    for (const [label, text] of [
      ['Name the buyer reads', 'Economy'],
      ['First price', '9'],
      ['Where the first price ends', '40'],
      ['Second price', '5'],
      ['Free when goods come to', '90'],
    ] as const)
      await on.getByLabel(label, { exact: true }).fill(text);
    await on.getByLabel('Nova Scotia').check();
  });
  const send = (path: string, data: object) => context.request.post(`${demo.url}/api${path}`, { data });
  await send('/keys', { kind: 'page', name: 'Checkout', origins: ['https://www.tidewrack.example'] });
  await send('/keys', { kind: 'server', name: 'Shop server', scopes: ['quotes', 'loads'] });
  await shootPage('checkout', `${demo.url}/shop/checkout`);
  // From here on somebody signs in.
  await send('/people/first', { name: 'Nell Hanlon', password: 'kiln glaze wheel stone' });
  await send('/people', { name: 'Otto Veer', role: 'keeper', mayPublish: true });
  await send('/people', { name: 'Pip Arden', role: 'packer', mayPublish: false });
  await shootPage('people', `${demo.url}/shop/people`);
  await shootPage('activity', `${demo.url}/shop/activity`);
} finally {
  await chrome.close();
  for (const started of [demo, empty, large, carriers]) stop(started);
  await mailbox.close();
  rmSync(folder, { recursive: true, force: true });
}
