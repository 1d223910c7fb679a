import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { browser } from '../browser.ts';
import { seedFile } from '../places.ts';
import prepare from '../prepare.ts';
import { startServer, stop } from '../startServer.ts';

// How long the page of editions takes to open with 500 of them, by the page's own clock: from the click to the drawn time line. Median of seven.

await prepare();
const data = mkdtempSync(join(tmpdir(), 'ostrakon-bench-'));
const started = await startServer(data, seedFile, 'http://127.0.0.1:9');
const chrome = await chromium.launch(browser);
try {
  const page = await chrome.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${started.url}/book`);
  await page.evaluate(`(async () => {
    const post = async (path, body) => (await fetch(path, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) })).json();
    let { revision } = await (await fetch('/api/draft')).json();
    for (let at = 0; at < 499; at += 1) {
      const step = { id: crypto.randomUUID(), kind: 'command', command: { name: 'renameZone', args: { zone: 'north', name: 'North ' + at } } };
      ({ present: revision } = await post('/api/draft/steps', { revision, steps: [step] }));
      await post('/api/editions', { revision, note: 'Edition of round ' + at });
    }
  })()`);
  await page.goto(`${started.url}/editions`);
  await page.getByRole('table', { name: 'Editions' }).waitFor();
  await page.waitForTimeout(3000);
  const times = (await page.evaluate(`(async () => {
    const frame = () => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve, 0)));
    const until = async (shown) => { while (!shown()) await frame(); };
    const times = [];
    for (let round = 0; round < 7; round += 1) {
      document.querySelector('a[href="/book"]').click();
      await until(() => document.querySelector('[data-cell="1,1"]'));
      await new Promise((resolve) => setTimeout(resolve, 600));
      const from = performance.now();
      history.back();
      await until(() => document.querySelector('table[aria-label="Editions"] tbody tr'));
      await frame();
      times.push(performance.now() - from);
      await new Promise((resolve) => setTimeout(resolve, 600));
    }
    return times;
  })()`)) as number[];
  const middle = [...times].sort((a, b) => a - b)[3] ?? 0;
  console.log(`\nEditions: the time line with 500 opens (aim 200)`.padEnd(66), middle.toFixed(1).padStart(8), 'ms');
} finally {
  await chrome.close();
  stop(started);
  rmSync(data, { recursive: true, force: true });
}
