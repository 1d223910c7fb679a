import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Card, type Lane, PLAIN_SERVICE, plainLane, type Service, type Zone } from '@ostrakon/core';
import { type Browser, chromium, type Page } from '@playwright/test';
import { browser } from '../browser.ts';
import { root } from '../places.ts';
import { startServer } from '../startServer.ts';

// How long the page's script runs from a key in a price cell until every cell of the sheet is quoted and drawn, by the browser's
// own timing (User Timing of one headless Chromium on this machine): the demo's book, and one of 100 zones by 12 services.

/** Script time of `act` and of the drawing React does right after it, in the same task. Written as text: it runs in the page. */
async function measure(page: Page, name: string, act: string): Promise<void> {
  const spent = (await page.evaluate(`(async () => {
    const frame = () => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve, 20)));
    const times = [];
    for (let round = 0; round < 120; round += 1) {
      let from = performance.now();
      ${act};
      await Promise.resolve();
      times.push(performance.now() - from);
      await frame();
    }
    return times.slice(20).sort((a, b) => a - b);
  })()`)) as number[];
  tell(name, spent);
}

/** A key of undo and redo by turns, with the server's answer to the one before settled. */
const UNDO = `await new Promise((resolve) => setTimeout(resolve, 60));
      from = performance.now();
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'z', ctrlKey: true, shiftKey: round % 2 === 1, bubbles: true }))`;

/** What the page still has to do when the server's answer to an undo is there, its parsing included. */
async function measureAnswered(page: Page, name: string): Promise<void> {
  const spent = (await page.evaluate(`(async () => {
    const json = Response.prototype.json;
    const times = [];
    Response.prototype.json = async function () {
      const body = await json.call(this);
      const from = performance.now();
      const { port1, port2 } = new MessageChannel();
      port1.onmessage = () => times.push(performance.now() - from);
      port2.postMessage(null);
      return body;
    };
    for (let round = 0; round < 60; round += 1) {
      const key = { key: 'z', ctrlKey: true, shiftKey: round % 2 === 1, bubbles: true };
      const done = times.length;
      document.body.dispatchEvent(new KeyboardEvent('keydown', key));
      for (let waited = 0; times.length === done; waited += 1) {
        if (waited > 300) throw new Error('no answer in round ' + round + ': ' + document.querySelector('header').innerText + [...document.querySelectorAll('header button')].map((b) => b.ariaLabel));
        await new Promise((resolve) => setTimeout(resolve, 10));
      }
      await new Promise((resolve) => setTimeout(resolve, 40));
    }
    Response.prototype.json = json;
    return times.slice(10).sort((a, b) => a - b);
  })()`)) as number[];
  tell(name, spent);
}

function tell(name: string, spent: readonly number[]): void {
  const at = (share: number) => (spent[Math.floor(spent.length * share)] ?? 0).toFixed(1);
  console.log(`Sheet re-quoted, ${name}: script ${at(0.5)} ms median, ${at(0.95)} ms at the 95th percentile (a frame is 16 ms)`);
}

interface Seed {
  live: { zones: unknown[]; services: unknown[]; charges: unknown[]; allowances: unknown[] };
  draftCommands: unknown[];
}

/** The demo's shop with 100 zones, 12 services and a card of 10 tiers in every lane. */
function largeSeed(seed: Seed): Seed {
  const services = Array.from({ length: 12 }, (_, at): Service => ({ ...PLAIN_SERVICE, id: `s${at}`, name: `Service ${at + 1}` }));
  const card = (zone: number, service: number): Card => ({
    kind: 'weightTiers',
    measure: 'packedWeight',
    bands: 'whole',
    tiers: Array.from({ length: 10 }, (_, at) => ({
      upTo: `${(at + 1) * 3} kg`,
      result: { kind: 'amount' as const, amount: 500 + zone * 7 + service * 31 + at * 150 },
    })),
    above: { kind: 'refer' },
    floor: null,
    cap: null,
  });
  const zones = Array.from(
    { length: 100 },
    (_, zone): Zone => ({
      id: `z${zone}`,
      name: `Zone ${zone + 1}`,
      places:
        zone === 0 ? [{ kind: 'country', country: 'CA' }] : [{ kind: 'postal', country: 'US', rules: `${String(zone).padStart(3, '0')}*` }],
      taxRate: 0,
      label: '',
      lanes: Object.fromEntries(
        services.map(({ id }, service): [string, Lane] => [
          id,
          {
            ...plainLane(card(zone, service)),
            freeFrom: { measure: 'valueAfterDiscounts', from: 20_000, byItself: false, coversCharges: true },
          },
        ]),
      ),
    }),
  );
  // Something to undo and redo.
  const edit = { name: 'setLimits', args: { zone: 'z3', service: 's1', limits: [{ measure: 'packedWeight', upTo: '25 kg' }] } };
  return { ...seed, live: { ...seed.live, zones, services, charges: [], allowances: [] }, draftCommands: [edit] };
}

/** Milliseconds from opening the page, with nothing kept from before, to the frame that shows the first cells; by the page's own clock. */
async function firstSheet(chrome: Browser, url: string): Promise<number> {
  const context = await chrome.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.addInitScript(`
    window.drawn = new Promise((resolve) => {
      const look = () => {
        if (!document.querySelector('[data-cell]')) return requestAnimationFrame(look);
        // The frame it is seen in is on screen when the next one begins.
        requestAnimationFrame((now) => resolve(now));
      };
      requestAnimationFrame(look);
    });`);
  await page.goto(url);
  const drawn = (await page.evaluate('window.drawn')) as number;
  await context.close();
  return drawn;
}

async function benchOf(title: string, seed: string): Promise<void> {
  const data = mkdtempSync(join(tmpdir(), 'ostrakon-bench-'));
  const { child, url } = await startServer(data, seed, 'http://127.0.0.1:9');
  const chrome = await chromium.launch(browser);
  const page = await chrome.newPage({ viewport: { width: 1280, height: 800 } });
  try {
    console.log(title);
    const drawn: number[] = [];
    for (let round = 0; round < 7; round += 1) drawn.push(await firstSheet(chrome, url));
    drawn.sort((a, b) => a - b);
    console.log(`Page opened and sheet drawn${' '.repeat(31)} ${drawn[3]?.toFixed(0).padStart(12)} ms median of 7 first visits`);
    await page.goto(url);
    await page.getByRole('heading', { name: 'Rate book' }).waitFor();
    await page.getByRole('button', { name: 'One Needle tool more' }).waitFor();
    // Up and down, so that the cart stays one people fill.
    await measure(
      page,
      'cart changed',
      `document.querySelector(round % 30 < 15 ? '[aria-label="One Needle tool more"]' : '[aria-label="One Needle tool less"]').click()`,
    );
    await measure(page, 'limit of a lane undone and redone', UNDO);
    await measureAnswered(page, 'the same, once the answer is there');
    // A zone moved down and up again: the draft is edited, compiled, and every cell quoted and drawn in its new place.
    await measure(
      page,
      'draft edited',
      `{
        const place = round % 2 === 0 ? '3,0' : '4,0';
        const key = round % 2 === 0 ? 'ArrowDown' : 'ArrowUp';
        document.querySelector('[data-cell="' + place + '"]').dispatchEvent(new KeyboardEvent('keydown', { key, altKey: true, bubbles: true }));
      }`,
    );
  } finally {
    await chrome.close();
    child.kill('SIGTERM');
    rmSync(data, { recursive: true, force: true });
  }
}

const folder = mkdtempSync(join(tmpdir(), 'ostrakon-seed-'));
const seed = join(folder, 'seed.json');
const large = join(folder, 'large.json');
try {
  execFileSync(process.execPath, [join(root, 'demo/dist/writeSeed.js'), seed]);
  writeFileSync(large, JSON.stringify(largeSeed(JSON.parse(readFileSync(seed, 'utf8')) as Seed)));
  await benchOf('The demo: 10 zones, 7 services, no carrier answers', seed);
  await benchOf('100 zones by 12 services with 10 tiers each', large);
} finally {
  rmSync(folder, { recursive: true, force: true });
}
