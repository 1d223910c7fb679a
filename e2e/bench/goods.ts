import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PRODUCT_DEFAULTS } from '@ostrakon/core';
import { chromium } from '@playwright/test';
import { browser } from '../browser.ts';
import { startServer } from '../startServer.ts';

// The goods table with 20,000 products: how long a search takes to show its answer, and whether rows are missing while it is scrolled.
const folder = mkdtempSync(join(tmpdir(), 'ostrakon-bench-'));
const { child, url } = await startServer(folder, '', 'http://127.0.0.1:9');
const put = Array.from({ length: 20_000 }, (_, at) => ({
  ...PRODUCT_DEFAULTS,
  id: `p${at}`,
  name: `Bowl ${at}, ${['celadon', 'tenmoku', 'shino', 'ash'][at % 4]}`,
  price: at,
  weight: `${at % 900} g`,
  size: { length: '20 cm', width: '20 cm', height: '9 cm' },
  tags: ['glazed'],
}));
const began = performance.now();
await fetch(`${url}/api/products/changes`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({ put }),
});
console.log(`\n20,000 products taken by the server in ${(performance.now() - began).toFixed(0)} ms`);

const chrome = await chromium.launch(browser);
const page = await chrome.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(`${url}/shop/goods`);
await page.getByRole('row', { name: /Bowl 0,/ }).waitFor();

const searched = (await page.evaluate(`(async () => {
  const field = document.querySelector('input[type=search]');
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
  const times = [];
  for (let round = 0; round < 40; round += 1) {
    const from = performance.now();
    set.call(field, 'bowl ' + (round * 487) + ' ' + ['celadon', 'tenmoku', 'shino', 'ash'][(round * 487) % 4]);
    field.dispatchEvent(new Event('input', { bubbles: true }));
    await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
    times.push(performance.now() - from);
  }
  set.call(field, '');
  field.dispatchEvent(new Event('input', { bubbles: true }));
  return times.slice(5).sort((a, b) => a - b);
})()`)) as number[];
const at = (share: number) => (searched[Math.floor(searched.length * share)] ?? 0).toFixed(0);
console.log(
  `Search, from the key until the answer is on screen (two frames included): median ${at(0.5)} ms, 95th percentile ${at(0.95)} ms`,
);

const blanks = (await page.evaluate(`(async () => {
  const grid = document.querySelector('[role=grid]');
  let frames = 0;
  let blank = 0;
  for (let step = 0; step < 240; step += 1) {
    grid.scrollTop += 400;
    await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve, 0)));
    frames += 1;
    const box = grid.getBoundingClientRect();
    const probe = document.elementFromPoint(box.left + 120, box.bottom - 30);
    if (!probe?.closest('[role=row]')) blank += 1;
  }
  return { frames, blank };
})()`)) as { frames: number; blank: number };
console.log(`Scrolled by 400 pixels a frame: ${blanks.blank} of ${blanks.frames} frames with a blank at the lower edge`);
await chrome.close();
child.removeAllListeners('exit');
child.kill('SIGTERM');
rmSync(folder, { recursive: true, force: true });
