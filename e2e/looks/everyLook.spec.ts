import type { Page } from '@playwright/test';
import { DIALOGS, fits, isOfBench, openDialog } from '../dialogs.ts';
import { everyFrontState, FRONT_LANGUAGES } from '../frontStates.ts';
import { hasBench, openScreen, screens } from '../screens.ts';
import { axeFaults, expect, test, tooWide } from '../shop.ts';

const LOOKS = ['light', 'dark'] as const;
const WIDTHS = [1280, 1024, 640];

/** A chart takes a moment to fit a narrower window. */
const softly = expect.configure({ soft: true, timeout: 5000 });

async function inEveryLook(page: Page, width: number, name: string, part: string): Promise<void> {
  await page.setViewportSize({ width, height: 800 });
  for (const colorScheme of LOOKS) {
    await page.emulateMedia({ colorScheme });
    expect.soft(await axeFaults(page, part), `${name}, ${colorScheme} at ${width}`).toEqual([]);
  }
}

for (const path of Object.values(screens).flat())
  test(`${path} passes axe in both looks at every width, and only tables scroll sideways`, async ({ page, shop }) => {
    await openScreen(page, shop.url, path);
    for (const width of WIDTHS) {
      await inEveryLook(page, width, path, 'body');
      await softly.poll(() => tooWide(page), `${path} at ${width}`).toEqual([]);
      if (width === 640 && hasBench(path)) await expect(page.getByRole('button', { name: 'Show the bench' })).toBeVisible();
    }
  });

for (const [at, [path, open]] of DIALOGS.entries())
  test(`dialog ${at + 1} of ${path} passes axe in both looks and fits at every width, and Escape leaves it`, async ({ page, shop }) => {
    const dialog = await openDialog(page, shop.url, path, open);
    // What opens from the bench goes with it, where the bench is a drawer.
    for (const width of isOfBench(open) ? [1280] : WIDTHS) {
      await inEveryLook(page, width, path, '[role=dialog]');
      expect.soft(await fits(dialog, width), `${path} fits ${width}`).toBe(true);
    }
    await page.keyboard.press('Escape');
    await expect(dialog).toHaveCount(0);
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
