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
  await shoot('sheet-this-cart', `${demo.url}/book`);
  await shoot('sheet-rates', `${demo.url}/book?face=rates`);
  await shoot('lane', `${demo.url}/book/nova-scotia/ground`, (on) => on.getByRole('radio', { name: /Ground parcel/ }).click());
  await shoot('withheld', `${demo.url}/book/north/ground`, trial('Glaze to the north'));
  await shoot('lane-value', `${demo.url}/book/harbour/van`, trial('Shelf plus tools'));
  await shoot('zone', `${demo.url}/book/europe`, (on) => on.getByLabel('Find a country, group or province').fill('new'));
  await shoot('publish', `${demo.url}/publish`);
  await shoot('shop', `${demo.url}/shop`);
  await shoot('find', `${demo.url}/book`, async (on) => {
    await on.keyboard.press('Control+k');
    await on.getByPlaceholder('Find a zone').fill('north');
  });
  await shoot('first-steps', `${empty.url}/book`);
  await shoot('other-tab', `${demo.url}/book/nova-scotia/ground`, async (on) => {
    const { revision } = (await (await on.request.get(`${demo.url}/api/draft`)).json()) as { revision: number };
    const command = { name: 'renameZone', args: { zone: 'far', name: 'Far and away' } };
    await on.request.post(`${demo.url}/api/draft/commands`, { data: { revision, command } });
    await on.getByLabel('Price of the tier 15 kg').fill('17.40');
    await on.keyboard.press('Tab');
  });
} finally {
  await chrome.close();
  demo.child.kill('SIGTERM');
  empty.child.kill('SIGTERM');
  rmSync(folder, { recursive: true, force: true });
}
