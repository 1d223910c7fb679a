import type { Page } from '@playwright/test';
import { axeFaults, bench, expect, test } from '../shop.ts';

const button = (name: string | RegExp) => (page: Page) => page.getByRole('main').getByRole('button', { name }).first().click();

const saveAsTrial = (page: Page) => bench(page).getByRole('button', { name: 'Save as trial' }).click();

/** Every dialog there is, by the page it opens on. */
const DIALOGS: readonly (readonly [path: string, open: (page: Page) => Promise<unknown>])[] = [
  ['/shop/goods', button('Add product')],
  ['/shop/goods', button('Import')],
  ['/shop/goods', button('Goods groups')],
  ['/shop/packaging', button('Add packaging')],
  ['/shop/packaging', button('Add what a carrier gives…')],
  ['/shop/carriers', button('Add an account')],
  ['/shop/carriers', button('Load a price list')],
  ['/shop/locations', button('Add location')],
  ['/shop/dispatch', button('Public holidays…')],
  ['/shop/dispatch', button('Import a calendar…')],
  ['/costs', button('Ask the carriers…')],
  ['/book/nova-scotia/ground', button('Copy these prices to…')],
  ['/book/nova-scotia/ground', button('Raise or lower all prices…')],
  ['/book', button(/^What next/)],
  ['/book', saveAsTrial],
  ['/book', (page) => page.keyboard.press('Control+k')],
];

const PARTS = 4;
for (let part = 0; part < PARTS; part += 1)
  test(`dialogs pass axe in both looks, at 1280 px and 640, and Escape leaves them: part ${part + 1} of ${PARTS}`, async ({
    page,
    shop,
  }) => {
    for (const [path, open] of DIALOGS.filter((_dialog, at) => at % PARTS === part)) {
      await page.setViewportSize({ width: 1280, height: 800 });
      await page.emulateMedia({ colorScheme: 'light' });
      await page.goto(shop.url + path);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await open(page);
      const dialog = page.getByRole('dialog');
      await expect(dialog).toBeVisible();
      const name = `${path}: ${await dialog.getAttribute('aria-labelledby').then((id) => id && page.locator(`[id="${id}"]`).textContent())}`;
      // What opens from the bench goes with it, where the bench is a drawer.
      const narrow = open === saveAsTrial ? 1280 : 640;
      for (const [colorScheme, width] of [
        ['light', 1280],
        ['dark', narrow],
      ] as const) {
        await page.emulateMedia({ colorScheme });
        await page.setViewportSize({ width, height: 800 });
        expect.soft(await axeFaults(page, '[role=dialog]'), `${name}, ${colorScheme} at ${width}`).toEqual([]);
        const box = await dialog.boundingBox();
        expect.soft((box?.x ?? -1) >= 0 && (box?.x ?? 0) + (box?.width ?? 0) <= width, `${name} fits ${width}`).toBe(true);
      }
      await page.keyboard.press('Escape');
      await expect.soft(dialog, name).toHaveCount(0);
    }
  });
