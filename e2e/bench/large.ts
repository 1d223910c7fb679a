import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, chromium, type Page } from '@playwright/test';
import { browser } from '../browser.ts';
import { root } from '../places.ts';
import { startServer, stop } from '../startServer.ts';

// What a shop of 80 zones, 12 services, 20,000 products, 300 trials and 50 charges and reductions waits for, beside the demo's.
// Medians of some rounds in one headless Chromium of this machine, by the page's own clock.

const CELL = '[data-cell="1,1"]';

/** Milliseconds of a first visit until the first cell is on screen; warm where the browser has been there before. */
async function firstSheet(chrome: Browser, url: string, warm: boolean): Promise<number> {
  const context = await chrome.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.addInitScript(`window.drawn = new Promise((resolve) => {
    const look = () => document.querySelector('${CELL}') ? requestAnimationFrame((now) => resolve(now)) : requestAnimationFrame(look);
    requestAnimationFrame(look);
  });`);
  await page.goto(url);
  let drawn = (await page.evaluate('window.drawn')) as number;
  if (warm) {
    await page.waitForTimeout(1000);
    await page.reload();
    drawn = (await page.evaluate('window.drawn')) as number;
  }
  await context.close();
  return drawn;
}

const median = (times: readonly number[]) => [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? 0;

/** Medians of `rounds` runs of a piece of script in the page that gives a number of milliseconds. */
async function inPage(page: Page, rounds: number, script: string): Promise<number> {
  return median(
    (await page.evaluate(`(async () => {
      const frame = () => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve, 0)));
      const until = async (shown) => { while (!shown()) await frame(); };
      const times = [];
      for (let round = 0; round < ${rounds}; round += 1) {
        times.push(await (async () => { ${script} })());
        await new Promise((resolve) => setTimeout(resolve, 150));
      }
      return times;
    })()`)) as number[],
  );
}

/** Script of one task and what React draws in it. */
const scriptOf = (act: string) => `const from = performance.now(); ${act}; await Promise.resolve(); return performance.now() - from;`;
/** From an act until something is on screen. */
const untilShown = (act: string, shown: string, after = '') =>
  `const from = performance.now(); ${act}; await until(() => ${shown}); const took = performance.now() - from; ${after} return took;`;

const TYPE = `const field = document.querySelector('input[type=search]');
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;`;

async function goods(page: Page, url: string): Promise<(readonly [string, number])[]> {
  await page.goto(`${url}/shop/goods`);
  await page.locator('[role=row][aria-rowindex="2"]').waitFor();
  const key = await inPage(
    page,
    15,
    `${TYPE} const from = performance.now(); set.call(field, ['b', 'bo', 'bowl', 'bowl 1', 'vase', 'cup', 'n'][round % 7] + (round > 6 ? ' 1' : ''));
     field.dispatchEvent(new Event('input', { bubbles: true })); await frame(); return performance.now() - from;`,
  );
  await page.evaluate(`(() => { ${TYPE} set.call(field, ''); field.dispatchEvent(new Event('input', { bubbles: true })); })()`);
  await page.waitForTimeout(300);
  const box = await page.getByRole('grid', { name: 'Goods' }).boundingBox();
  await page.mouse.move((box?.x ?? 0) + 200, (box?.y ?? 0) + 200);
  const began = performance.now();
  await Promise.all(Array.from({ length: 10 }, () => page.mouse.wheel(0, 120)));
  await page.evaluate('new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve, 0)))');
  const wheel = performance.now() - began;
  await page.waitForTimeout(300);
  // One step after the other, as a hand turns it.
  await page.evaluate(`window.longest = 0; new PerformanceObserver((list) => {
    for (const { duration } of list.getEntries()) window.longest = Math.max(window.longest, duration); }).observe({ type: 'longtask' });`);
  for (let step = 0; step < 20; step += 1) await page.mouse.wheel(0, 120);
  await page.waitForTimeout(300);
  const longest = (await page.evaluate('window.longest')) as number;
  return [
    ['goods: a key in the search, until it is shown', key],
    ['goods: ten wheel steps', wheel],
    ['goods: the longest task while scrolling (0: none over 50)', longest],
  ];
}

/** From the click until it is live, once the page has told what it would do. */
async function publishing(page: Page, url: string): Promise<number> {
  await page.goto(`${url}/publish`);
  const publish = page
    .getByRole('main')
    .getByRole('button', { name: /^Publish/ })
    .last();
  const next = /\d+/.exec((await publish.textContent()) ?? '')?.[0] ?? '';
  await page.getByRole('region', { name: 'What buyers get otherwise' }).waitFor();
  // Trials that fail are told some moments after the rest, and must be answered for.
  await page.waitForTimeout(2000);
  const tick = page.getByLabel('Publish all the same');
  if (await tick.isVisible()) {
    await tick.check();
    await page.getByLabel(/^Why\?/).fill('A measurement');
  }
  const began = performance.now();
  await publish.click();
  await page.getByRole('heading', { name: `Edition ${next} is live` }).waitFor();
  return performance.now() - began;
}

async function figures(seed: string): Promise<Map<string, number>> {
  const data = mkdtempSync(join(tmpdir(), 'ostrakon-bench-'));
  const started = await startServer(data, seed, 'http://127.0.0.1:9');
  const chrome = await chromium.launch(browser);
  const found = new Map<string, number>();
  try {
    const { url } = started;
    const visits = async (warm: boolean) => {
      const times: number[] = [];
      for (let round = 0; round < 5; round += 1) times.push(await firstSheet(chrome, `${url}/book`, warm));
      return median(times);
    };
    found.set('first sheet, never seen before', await visits(false));
    found.set('first sheet, seen before', await visits(true));
    const page = await chrome.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${url}/book`);
    await page.locator(CELL).waitFor();
    await page.waitForTimeout(1000);
    const more = `document.querySelector('[aria-label^="One "][aria-label$="' + (round % 2 === 0 ? ' more' : ' less') + '"]').click()`;
    found.set('quantity +1, all cells in sight (script)', await inPage(page, 30, scriptOf(more)));
    const press = (key: string) =>
      `document.body.dispatchEvent(new KeyboardEvent('keydown', { key: '${key}', ctrlKey: true, bubbles: true }))`;
    const close = `document.querySelector('[cmdk-input]').dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true })); await until(() => !document.querySelector('[cmdk-input]'));`;
    found.set('palette opens', await inPage(page, 7, untilShown(press('k'), `document.querySelector('[cmdk-input]')`, close)));
    const lane = (await page.locator('a[data-lane]').first().getAttribute('href')) ?? '';
    const back = `history.back(); await until(() => document.querySelector('${CELL}'));`;
    const open = untilShown(
      `document.querySelector('a[href="${lane}"]').click()`,
      `document.querySelector('[aria-label^="Price of"],[aria-label="Price"]')`,
      back,
    );
    found.set('a page of prices opens', await inPage(page, 7, open));
    await page.goto(`${url}${lane}`);
    const cell = page.locator('[aria-label^="Price of"],[aria-label="Price"]').first();
    await cell.waitFor();
    await page.waitForTimeout(500);
    const held = await cell.inputValue();
    const typed = `const field = document.querySelector('[aria-label^="Price of"],[aria-label="Price"]');
      const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
      set.call(field, '${held}' + (round % 2 === 0 ? '1' : '')); field.dispatchEvent(new Event('input', { bubbles: true }))`;
    found.set('a typed character in a price (script)', await inPage(page, 20, scriptOf(typed)));
    await cell.fill('11');
    await cell.press('Tab');
    await page.waitForTimeout(500);
    const undo = `document.activeElement.blur(); document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'z', ctrlKey: true, shiftKey: round % 2 === 1, bubbles: true }))`;
    found.set('undo (script)', await inPage(page, 12, scriptOf(undo)));
    const published: number[] = [];
    for (let round = 0; round < 3; round += 1) {
      await page.goto(`${url}${lane}`);
      await cell.fill(String(12 + round));
      await cell.press('Tab');
      await page.waitForTimeout(500);
      published.push(await publishing(page, url));
    }
    found.set('publish', median(published));
    for (const [name, value] of await goods(page, url)) found.set(name, value);
  } finally {
    await chrome.close();
    stop(started);
    rmSync(data, { recursive: true, force: true });
  }
  return found;
}

/** What is aimed at for the large shop here, in milliseconds. */
const AIMS: Readonly<Record<string, number>> = {
  'first sheet, never seen before': 2000,
  'first sheet, seen before': 1000,
  'quantity +1, all cells in sight (script)': 50,
  'palette opens': 150,
  'a page of prices opens': 300,
  'a typed character in a price (script)': 16,
  'undo (script)': 50,
  publish: 500,
  'goods: a key in the search, until it is shown': 100,
  'goods: ten wheel steps': 300,
  'goods: the longest task while scrolling (0: none over 50)': 50,
};

const folder = mkdtempSync(join(tmpdir(), 'ostrakon-seed-'));
try {
  const seeds = (['', '--large'] as const).map((size) => {
    const file = join(folder, `seed${size}.json`);
    execFileSync(process.execPath, [join(root, 'demo/dist/writeSeed.js'), file, ...(size === '' ? [] : [size])]);
    return file;
  });
  const [demo, large] = [await figures(seeds[0] ?? ''), await figures(seeds[1] ?? '')];
  const number = (value: number | undefined) => (value ?? Number.NaN).toFixed(value !== undefined && value < 100 ? 1 : 0).padStart(9);
  console.log(`\n${'In milliseconds'.padEnd(60)} ${'demo'.padStart(9)} ${'large'.padStart(9)} ${'aim'.padStart(9)}`);
  for (const [name, aim] of Object.entries(AIMS))
    console.log(`${name.padEnd(60)} ${number(demo.get(name))} ${number(large.get(name))} ${String(aim).padStart(9)}`);
} finally {
  rmSync(folder, { recursive: true, force: true });
}
