import type { Cart } from '@ostrakon/client';
import type { Page } from '@playwright/test';
import { axeFaults, expect, tooWide } from './shop.ts';

/** A cart as it stands in an address of the shop front. */
export const inAddress = (cart: Cart) => Buffer.from(JSON.stringify(cart)).toString('base64url');
export const to = (postalCode: string, country = 'CA') => ({ country, postalCode });
export const tools = (quantity: number): Cart => ({ lines: [{ product: 'loop-tools', quantity }], destination: to('B4V 2L5') });

export const FRONT_LANGUAGES = ['en', 'fr'] as const;

const STATES: readonly (readonly [string, Cart | null])[] = [
  ['goods', null],
  ['empty', { lines: [], destination: { country: 'CA' } }],
  ['options', tools(2)],
  ['nothing', { lines: [{ product: 'needle-tool', quantity: 1 }], destination: { country: 'CL' } }],
  ['refer', { lines: [{ product: 'stoneware-20', quantity: 4 }], destination: to('B4V 2L5') }],
  [
    'parts',
    {
      lines: [
        { product: 'needle-tool', quantity: 1 },
        { product: 'wooden-rib', quantity: 1, to: 1 },
      ],
      destination: to('B4V 2L5'),
      others: [to('M5V 2T6')],
    },
  ],
];

type Look = readonly [width: number, colorScheme: 'light' | 'dark'];

async function passes(page: Page, name: string, looks: readonly Look[]): Promise<void> {
  for (const [width, colorScheme] of looks) {
    await page.setViewportSize({ width, height: 800 });
    await page.emulateMedia({ colorScheme });
    expect.soft(await axeFaults(page), `${name} at ${width}, ${colorScheme}`).toEqual([]);
    expect.soft(await tooWide(page), `${name} at ${width}`).toEqual([]);
  }
}

/** Every state of the shop front, and the delivery page, pass axe and are no wider than the window. */
export async function everyFrontState(page: Page, url: string, language: string, looks: readonly Look[]): Promise<void> {
  for (const [name, cart] of STATES) {
    await page.goto('about:blank');
    await page.goto(`${url}/shop-front/?language=${language}#/${cart === null ? '' : `checkout?cart=${inAddress(cart)}`}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    if (name === 'options' || name === 'parts') await expect(page.getByRole('radio').first()).toBeVisible();
    if (name === 'options') await page.getByRole('button', { name: /Place the order|Passer la commande/ }).click();
    await passes(page, name, looks);
  }
  for (const query of [`?language=${language}`, `?language=${language}&country=CA&postalCode=B3H4R2`]) {
    await page.goto(`${url}/public/v1/delivery${query}`);
    await passes(page, 'delivery page', looks);
  }
}
