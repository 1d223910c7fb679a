import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { browser } from '../browser.ts';
import { seedFile } from '../places.ts';
import prepare from '../prepare.ts';
import { startCarriers, startServer, stop } from '../startServer.ts';

// The shop front: how soon it can be used, and how soon after the last key of a postal code its options stand there.
prepare();
const folder = mkdtempSync(join(tmpdir(), 'ostrakon-bench-'));
const carriers = await startCarriers();
const server = await startServer(folder, seedFile, carriers.url, { SHOP_FRONT: 'open', QUESTIONS_PER_MINUTE: '100000' });
const chrome = await chromium.launch(browser);
const median = (times: number[]) => times.sort((a, b) => a - b)[times.length >> 1] ?? 0;
const worst = (times: number[]) => Math.max(...times);

try {
  const loads: number[] = [];
  for (let run = 0; run < 7; run += 1) {
    const context = await chrome.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-CA' });
    const page = await context.newPage();
    // By the page's own clock, from its address to the first frame in which something can be put into the basket.
    await page.addInitScript(`(function look() {
      if (document.querySelector('main button')) requestAnimationFrame(() => { window.usable = performance.now(); });
      else setTimeout(look, 4);
    })()`);
    await page.goto(`${server.url}/shop-front/`);
    await page.getByRole('button', { name: 'Add: Needle tool' }).click();
    loads.push(await page.evaluate<number>('window.usable'));
    await context.close();
  }
  console.log(
    `shop front, never seen, until something can be put into the basket: median ${median(loads).toFixed(0)} ms, worst ${worst(loads).toFixed(0)} ms (aim 1000)`,
  );

  const context = await chrome.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-CA' });
  const page = await context.newPage();
  await page.goto(`${server.url}/shop-front/`);
  await page.getByRole('button', { name: 'Add: Stoneware clay, 10 kg' }).click();
  await page.getByRole('link', { name: 'On to delivery' }).click();
  const code = page.getByLabel('Postal code');
  await code.fill('B3H 4R2');
  await page.getByRole('radio', { name: /^Counter pickup/ }).waitFor();
  // Between places where no carrier is asked, and each time to options that differ: in the page, from the key to the picture.
  const changes: number[] = [];
  for (let run = 0; run < 40; run += 1) {
    const [before, last] = run % 2 === 0 ? ['Y1A 2B', '3'] : ['B3H 4R', '2'];
    await code.fill(before);
    await page.waitForTimeout(150);
    // As text: what runs in the page knows nothing of the loader that runs this file.
    const took = page.evaluate<number>(`new Promise((resolve) => {
      let began = 0;
      addEventListener('input', () => { began = performance.now(); }, { once: true, capture: true });
      const there = () => [...document.querySelectorAll('fieldset label')].some((label) => label.textContent.startsWith('Counter pickup'));
      const look = () => began > 0 && there() !== ${run % 2 === 0}
        ? requestAnimationFrame(() => resolve(performance.now() - began))
        : setTimeout(look, 2);
      look();
    })`);
    await code.press('End');
    await code.pressSequentially(last);
    changes.push(await took);
  }
  console.log(
    `another postal code, from its last key to its options: median ${median(changes).toFixed(0)} ms, worst ${worst(changes).toFixed(0)} ms (aim 100)`,
  );
} finally {
  await chrome.close();
  stop(server);
  stop(carriers);
  rmSync(folder, { recursive: true, force: true });
}
