import { randomUUID } from 'node:crypto';
import { AxeBuilder } from '@axe-core/playwright';
import { type CartInput, type Command, PublicQuote, type RateBook } from '@ostrakon/core';
import { type APIRequestContext, expect, type Page, test as plain } from '@playwright/test';
import { largeSeedFile, ordersSeedFile, seedFile } from './places.ts';
import { ShopHost } from './shopHost.ts';
import { startCarriers, stop } from './startServer.ts';

export { expect };

interface Shop {
  readonly url: string;
  /** Address of the stand-in carriers. */
  readonly carriers: string;
  /** The draft. */
  book(): Promise<RateBook>;
  /** Runs commands on the draft, as another program would. */
  send(...commands: Command[]): Promise<void>;
  /** Makes the draft live. */
  publish(): Promise<void>;
  /** Asks as a buyer's checkout does. */
  quote(cart: CartInput): Promise<PublicQuote>;
}

/** What axe finds wrong with a page, or with a part of it. */
export async function axeFaults(page: Page, part?: string): Promise<string[]> {
  // A paper that is shown runs no scripts, axe's neither.
  const axe = (part === undefined ? new AxeBuilder({ page }) : new AxeBuilder({ page }).include(part)).exclude('iframe');
  // What passes is not told one by one, which takes most of the time on a large sheet.
  const { violations } = await axe
    .options({ resultTypes: ['violations'] })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa', 'best-practice'])
    // Frames are left out anyway; to look for them would take twice the time of all the rest.
    .setLegacyMode()
    .analyze();
  return violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.target).join(', ')}`);
}

/** What breaks some of the rules of axe, which takes a part of the time of all. */
export async function faultsOf(rules: readonly string[], page: Page, part: string): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .include(part)
    .exclude('iframe')
    .options({ resultTypes: ['violations'] })
    .withRules([...rules])
    .setLegacyMode()
    .analyze();
  return violations.flatMap(({ nodes }) => nodes.map((node) => `${node.target}: ${node.any[0]?.message}`));
}

/** What reaches sideways over the screen, or over the part that scrolls, and is no table: those may scroll. */
export async function tooWide(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const scrolled = [document.documentElement, ...document.querySelectorAll('main, aside, header, main > div > div')];
    return scrolled.flatMap((outer) => {
      if (outer.scrollWidth <= outer.clientWidth + 1) return [];
      const edge = outer.getBoundingClientRect().left + outer.clientWidth;
      const isOver = (element: Element) => {
        const box = element.getBoundingClientRect();
        if (box.width === 0 || box.right <= edge + 1 || element.closest('table')) return false;
        for (let around = element.parentElement; around && around !== outer; around = around.parentElement)
          if (getComputedStyle(around).overflowX !== 'visible') return false;
        return true;
      };
      return [...outer.querySelectorAll('*')].filter(isOver).map((element) => `${element.tagName} ${element.className}`);
    });
  });
}

/** Unfolds the limits of a page of prices. */
export async function openLimits(page: Page): Promise<void> {
  const others = page.locator('details', { hasText: 'Other limits' });
  if ((await others.getAttribute('open')) === null) await others.getByText('Other limits').click();
}

async function sendAll(url: string, request: APIRequestContext, commands: readonly Command[]): Promise<void> {
  let { revision } = (await (await request.get(`${url}/api/draft`)).json()) as { revision: number };
  for (const command of commands) {
    const steps = [{ id: randomUUID(), kind: 'command', command }];
    const answer = await request.post(`${url}/api/draft/steps`, { data: { revision, steps } });
    expect(answer.status(), await answer.text()).toBe(200);
    revision = ((await answer.json()) as { present: number }).present;
  }
}

/** Every test has a shop of its own: the demo, an empty one with `test.use({ seeded: false })`, one with orders with `'orders'`, or the large one with `'large'`; the stand-in carriers go on from test to test. */
export const test = plain.extend<
  { seeded: boolean | 'large' | 'orders'; shop: Shop; faults: string[] },
  { carriers: string; host: ShopHost }
>({
  seeded: [true, { option: true }],
  carriers: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright reads what a fixture needs from its pattern
    async ({}, use) => {
      const started = await startCarriers();
      await use(started.url);
      stop(started);
    },
    { scope: 'worker' },
  ],
  host: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright reads what a fixture needs from its pattern
    async ({}, use) => {
      const host = new ShopHost();
      await use(host);
      host.end();
    },
    { scope: 'worker' },
  ],
  shop: async ({ seeded, carriers, host, request }, use) => {
    const seed = seeded === 'large' ? largeSeedFile : seeded === 'orders' ? ordersSeedFile : seeded ? seedFile : '';
    const url = await host.open(seed, { CARRIERS_URL: carriers, SHOP_FRONT: 'open' });
    await use({
      url,
      carriers,
      book: async () => ((await (await request.get(`${url}/api/draft`)).json()) as { book: RateBook }).book,
      send: (...commands) => sendAll(url, request, commands),
      publish: async () => {
        const { revision } = (await (await request.get(`${url}/api/draft`)).json()) as { revision: number };
        expect((await request.post(`${url}/api/editions`, { data: { revision, note: '' } })).status()).toBeLessThan(300);
      },
      quote: async (cart) => PublicQuote.parse(await (await request.post(`${url}/public/v1/quotes`, { data: cart })).json()),
    });
    await host.close(url);
  },
  // What the page complained about; a journey fails when it is not empty at its end.
  faults: [
    // Names the shop so that it is asked for faults before its server goes away.
    async ({ page, shop: _shop }, use) => {
      const faults: string[] = [];
      page.on('pageerror', (error) => faults.push(error.message));
      page.on('console', (message) => {
        // Refused and failed requests are part of some journeys, and told to the user.
        const request = /status of (4|50[237])|net::ERR_(FAILED|INTERNET_DISCONNECTED|CONNECTION_(REFUSED|RESET)|EMPTY_RESPONSE)/.test(
          message.text(),
        );
        if (message.type() === 'error' && !request) faults.push(message.text());
      });
      await use(faults);
      expect(faults).toEqual([]);
    },
    { auto: true },
  ],
});

export const bench = (page: Page) => page.getByRole('complementary', { name: 'Quote bench' });
export const sees = (page: Page) => bench(page).getByRole('region', { name: 'What the buyer sees' });
export const notOffered = (page: Page) => bench(page).getByRole('region', { name: 'Not offered' });
export const option = (page: Page, name: string) => sees(page).getByRole('radiogroup').locator('label').filter({ hasText: name });
export const cell = (page: Page, name: string) =>
  page.getByRole('grid', { name: 'Zones by services' }).getByRole('link', { name: new RegExp(`^${name}:`) });
export const saved = (page: Page) => expect(page.getByRole('status').filter({ hasText: /^Saved$/ })).toBeVisible();

/** Puts goods described on the spot on the bench. */
export async function putGoods(page: Page, price: string, weight: string): Promise<void> {
  await bench(page).getByRole('button', { name: 'Add goods' }).click();
  const form = page.getByRole('form', { name: 'Goods of your own' });
  await form.getByLabel('Price').fill(price);
  await form.getByLabel('Weight').fill(weight);
  await form.getByRole('button', { name: 'Put in the cart' }).click();
  await expect(form).toBeHidden();
}

/** Types into a field and leaves it. */
export async function type(page: Page, label: string, text: string): Promise<void> {
  const field = page.getByLabel(label, { exact: true });
  await field.fill(text);
  await field.press('Tab');
}

/** Sends the cart on the bench to another country. */
export async function toCountry(page: Page, name: string): Promise<void> {
  await bench(page)
    .getByRole('button', { name: /^Country: / })
    .click();
  await page.getByPlaceholder('A country, in any language').fill(name);
  await page.getByRole('listbox').getByRole('option', { name, exact: true }).click();
  await expect(bench(page).getByRole('button', { name: `Country: ${name}` })).toBeVisible();
}
