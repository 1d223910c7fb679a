import type { Locator, Page } from '@playwright/test';
import { bench, expect } from './shop.ts';

type Open = (page: Page) => Promise<unknown>;

const button = (name: string | RegExp) => (page: Page) => page.getByRole('main').getByRole('button', { name }).first().click();

const saveAsTrial = (page: Page) => bench(page).getByRole('button', { name: 'Save as trial' }).click();

/** Every dialog there is, by the page it opens on. */
export const DIALOGS: readonly (readonly [path: string, open: Open])[] = [
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

/** Whether a dialog opens from the bench, and goes with it where the bench is a drawer. */
export const isOfBench = (open: Open) => open === saveAsTrial;

/** Opens a dialog on its page. */
export async function openDialog(page: Page, url: string, path: string, open: Open): Promise<Locator> {
  await page.goto(url + path);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await open(page);
  const dialog = page.getByRole('dialog');
  await expect(dialog).toBeVisible();
  return dialog;
}

export async function fits(dialog: Locator, width: number): Promise<boolean> {
  const box = await dialog.boundingBox();
  return box !== null && box.x >= 0 && box.x + box.width <= width;
}
