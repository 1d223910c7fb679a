import type { Page } from '@playwright/test';
import { expect, sees } from './shop.ts';

/** Every screen of the demo, by what it is about. */
export const screens: Readonly<Record<string, readonly string[]>> = {
  'of the sheet': ['/', '/book?face=rates', '/book?face=promise', '/book?face=live', '/nowhere'],
  'of zones and lanes': ['/book/europe', '/book/nova-scotia/ground', '/book/harbour/van', '/book/us/ground?goods=glazes'],
  'of rules and publishing': [
    '/charges?charge=season',
    '/charges?allowance=ride-along',
    '/recipes',
    '/recipes/packing',
    '/guide',
    '/guide/charges',
    '/publish',
    '/editions',
    '/shop',
    '/shop/backup',
  ],
  'of people and checkouts': ['/shop/words', '/shop/delivery', '/shop/checkout', '/shop/mail', '/shop/people', '/shop/activity'],
  'of orders': ['/orders', '/orders?view=all', '/orders/papers', '/orders/papers?paper=mailUnderWay'],
  'of the shop': ['/shop/goods', '/shop/packaging', '/shop/locations', '/shop/places'],
  'of carriers': ['/book?face=margin', '/shop/carriers', '/services/express', '/costs', '/costs/fit', '/costs/label'],
  'of proof': [
    '/proof',
    '/proof?zone=north',
    '/proof/coverage',
    '/proof/coverage?zone=north&colour=service',
    '/proof/trials',
    '/proof/trials?order=own',
    '/proof/trials?zones=studio-restock',
  ],
  'of dates': [
    '/dates',
    '/dates?show=last-orders',
    '/dates/dispatch',
    '/shop/dispatch',
    '/services/van',
    '/services/counter',
    '/services/ground',
  ],
};

/** Pages without the shop around them; the journeys of people look at these. */
export const plainPages: readonly string[] = ['/account', '/join'];

/** At the desk the order that is open stands where the bench does elsewhere. */
export const hasBench = (path: string): boolean => !path.startsWith('/orders');

/** Opens a screen and waits until all of it is there. */
export async function openScreen(page: Page, url: string, path: string): Promise<void> {
  await page.goto(url + path);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  if (hasBench(path)) await expect(sees(page)).toContainText('Matched by');
  else await expect(page.getByText('Opening')).toHaveCount(0);
  await expect(page.getByText('No page is at this address.')).toHaveCount(path === '/nowhere' ? 1 : 0);
}
