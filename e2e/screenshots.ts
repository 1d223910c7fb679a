import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { browser } from './browser.ts';
import { root } from './places.ts';
import { startServer } from './startServer.ts';

// npm run screenshots: one picture of each main view, from the demo's made-up data, into docs/screenshots.
const target = join(root, 'docs/screenshots');
const folder = mkdtempSync(join(tmpdir(), 'ostrakon-shots-'));
const seed = join(folder, 'seed.json');
mkdirSync(target, { recursive: true });
execFileSync(process.execPath, [join(root, 'demo/dist/writeSeed.js'), seed]);

const demo = await startServer(join(folder, 'demo'), seed);
const empty = await startServer(join(folder, 'empty'), '');
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
const trial = (label: string) => (on: Page) => on.getByLabel('Trial', { exact: true }).selectOption({ label });

try {
  await shoot('sheet-this-cart', `${demo.url}/book`, (on) => on.getByRole('radio', { name: /Ground parcel/ }).click());
  await shoot('sheet-rates', `${demo.url}/book?face=rates`);
  await shoot('lane', `${demo.url}/book/nova-scotia/ground`, (on) => on.getByRole('radio', { name: /Ground parcel/ }).click());
  await shoot('withheld', `${demo.url}/book/north/ground`, trial('Glaze to the north'));
  await shoot('lane-two-way', `${demo.url}/book/us/ground?goods=glazes`, async (on) => {
    await trial('Glaze to the north')(on);
    await on.getByLabel('Country', { exact: true }).selectOption('US');
    await on.getByLabel('Province or state').selectOption('US-ME');
  });
  await shoot('charges', `${demo.url}/charges?charge=season`);
  await shoot('sheet-raise', `${demo.url}/book?face=rates`, async (on) => {
    const cell = (name: string) => on.getByRole('grid', { name: 'Zones by services' }).getByRole('link', { name: new RegExp(`^${name}:`) });
    await cell('Ground parcel to Nova Scotia').click({ modifiers: ['Control'] });
    await cell('Pallet freight to Prairies and Pacific').click({ modifiers: ['Shift'] });
    await on.getByRole('button', { name: 'Raise or lower…' }).click();
  });
  await shoot('zone', `${demo.url}/book/europe`, (on) => on.getByLabel('Find a country, group or province').fill('new'));
  await shoot('publish', `${demo.url}/publish`);
  await shoot('shop', `${demo.url}/shop`);
  await shoot('goods', `${demo.url}/shop/goods`, async (on) => {
    await on.getByLabel('Only the tag').selectOption('kiln');
    await on.getByLabel('Choose all found').check();
  });
  await shoot('goods-file', `${demo.url}/shop/goods`, async (on) => {
    await on.getByRole('button', { name: 'Read a file' }).click();
    const rows = [
      'stoneware-10;Stoneware clay, 10 kg;24,50;10,4',
      'tea-bowl;Tea bowl;32,00;0,4',
      'tea-bowl;Tea bowl again;32,00;0,4',
      'jug;Jug;free;-2',
    ];
    const buffer = Buffer.from(['Article;Name;Price;Weight (kg)', ...rows].join('\r\n'));
    await on.getByLabel('Goods file').setInputFiles({ name: 'goods.csv', mimeType: 'text/csv', buffer });
    await on.getByRole('button', { name: 'Check the rows' }).click();
  });
  await shoot('packaging', `${demo.url}/shop/packaging`, async (on) => {
    await trial('Class set')(on);
    await on.getByRole('link', { name: '1 parcel' }).click();
  });
  await shoot('locations', `${demo.url}/shop/locations`, trial('Wheel and clay from two places'));
  await shoot('served-places', `${demo.url}/shop/places`, trial('Brushes to Mexico'));
  await shoot('find', `${demo.url}/book`, async (on) => {
    await on.keyboard.press('Control+k');
    await on.getByPlaceholder('Find a zone').fill('north');
  });
  await shoot('sheet-live', `${demo.url}/book?face=live`, trial('School order at three addresses'));
  await shoot('first-steps', `${empty.url}/book`);
  await shoot('zone-area', `${demo.url}/book/harbour`, async (on) => {
    const { revision } = (await (await on.request.get(`${demo.url}/api/draft`)).json()) as { revision: number };
    const ring = (beyond: string | null, within: string) => ({ kind: 'circle', location: 'dartmouth', beyond, within });
    const corners = [
      [-63.9, 44.9],
      [-64.2, 44.7],
      [-63.8, 44.55],
      [-63.9, 44.9],
    ];
    const places = [ring(null, '12 km'), ring('12 km', '35 km'), { kind: 'area', name: 'Airport road', outline: [[corners]] }];
    await on.request.post(`${demo.url}/api/draft/commands`, {
      data: { revision, command: { name: 'setPlaces', args: { zone: 'harbour', places } } },
    });
    await on.reload();
    await on.waitForLoadState('networkidle');
    await on.getByRole('button', { name: 'Move Airport road on the map' }).click();
  });
} finally {
  await chrome.close();
  demo.child.kill('SIGTERM');
  empty.child.kill('SIGTERM');
  rmSync(folder, { recursive: true, force: true });
}
