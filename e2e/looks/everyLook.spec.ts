import type { Page } from '@playwright/test';
import { DIALOGS, isOfBench } from '../dialogs.ts';
import { everyFrontState, FRONT_LANGUAGES } from '../frontStates.ts';
import { screens } from '../screens.ts';
import { axeFaults, expect, test } from '../shop.ts';

const LOOKS = ['light', 'dark'] as const;
const WIDTHS = [1280, 1024, 640];

async function inEveryLook(page: Page, widths: readonly number[], name: string, part: string): Promise<void> {
  for (const width of widths) {
    await page.setViewportSize({ width, height: 800 });
    for (const colorScheme of LOOKS) {
      await page.emulateMedia({ colorScheme });
      expect.soft(await axeFaults(page, part), `${name}, ${colorScheme} at ${width}`).toEqual([]);
    }
  }
}

for (const path of Object.values(screens).flat())
  test(`${path} passes axe in both looks at every width`, async ({ page, shop }) => {
    await page.goto(shop.url + path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await inEveryLook(page, WIDTHS, path, 'body');
  });

for (const [at, [path, open]] of DIALOGS.entries())
  test(`dialog ${at + 1} of ${path} passes axe in both looks at every width`, async ({ page, shop }) => {
    await page.goto(shop.url + path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await open(page);
    await expect(page.getByRole('dialog')).toBeVisible();
    await inEveryLook(page, isOfBench(open) ? [1280] : WIDTHS, path, '[role=dialog]');
  });

for (const language of FRONT_LANGUAGES)
  for (const colorScheme of LOOKS)
    test(`the shop front passes axe at every width, ${colorScheme}, in ${language}`, async ({ page, shop }) => {
      await everyFrontState(page, shop.url, language, [
        [360, colorScheme],
        [768, colorScheme],
        [1280, colorScheme],
      ]);
    });
