import { DIALOGS, isOfBench } from '../dialogs.ts';
import { axeFaults, expect, test } from '../shop.ts';

const PARTS = 4;
for (let part = 0; part < PARTS; part += 1)
  test(`dialogs pass axe, pale or dark, fit 1280 px and 640, and Escape leaves them: part ${part + 1} of ${PARTS}`, async ({
    page,
    shop,
  }) => {
    const mine = DIALOGS.filter((_dialog, at) => at % PARTS === part);
    for (const [at, [path, open]] of mine.entries()) {
      const isPale = at % 2 === 0;
      await page.setViewportSize({ width: 1280, height: 800 });
      await page.emulateMedia({ colorScheme: isPale ? 'light' : 'dark' });
      await page.goto(shop.url + path);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await open(page);
      const dialog = page.getByRole('dialog');
      await expect(dialog).toBeVisible();
      const name = `${path}: ${await dialog.getAttribute('aria-labelledby').then((id) => id && page.locator(`[id="${id}"]`).textContent())}`;
      // What opens from the bench goes with it, where the bench is a drawer.
      const narrow = isOfBench(open) ? 1280 : 640;
      // Axe takes most of the time: once for each, every other one pale and wide (npm run looks does both at every width).
      for (const width of new Set([1280, narrow])) {
        await page.setViewportSize({ width, height: 800 });
        const box = await dialog.boundingBox();
        expect.soft((box?.x ?? -1) >= 0 && (box?.x ?? 0) + (box?.width ?? 0) <= width, `${name} fits ${width}`).toBe(true);
        const isLooked = width === (isPale ? 1280 : narrow);
        if (isLooked) expect.soft(await axeFaults(page, '[role=dialog]'), `${name} at ${width}`).toEqual([]);
      }
      await page.keyboard.press('Escape');
      await expect.soft(dialog, name).toHaveCount(0);
    }
  });

test('in a dialog a country is chosen by typing, as on a page', async ({ page, shop }) => {
  const choose = async (name: string) => {
    await expect(page.getByPlaceholder('A country, in any language')).toBeFocused();
    await page.keyboard.type(name);
    await page.keyboard.press('Enter');
  };
  await page.goto(`${shop.url}/dates/dispatch`);
  await page.getByRole('button', { name: 'Public holidays…' }).first().click();
  const holidays = page.getByRole('dialog', { name: 'Public holidays' });
  await holidays.getByRole('button', { name: 'Country of the holidays: Canada' }).click();
  await choose('japan');
  await expect(holidays.getByRole('button', { name: 'Country of the holidays: Japan' })).toBeVisible();
  await expect(holidays).toContainText('Showa Day');
  await page.keyboard.press('Escape');
  await expect(holidays).toHaveCount(0);

  await page.goto(`${shop.url}/shop/locations`);
  await page.getByRole('button', { name: 'Add location' }).first().click();
  const location = page.getByRole('dialog', { name: 'Add location' });
  await location.getByRole('button', { name: /^Country of the location: / }).click();
  // By pointer, too: the list lies over the dialog, and leaves it open.
  await page.getByPlaceholder('A country, in any language').fill('norw');
  await page.getByRole('listbox').getByRole('option', { name: 'Norway' }).click();
  await expect(location.getByRole('button', { name: 'Country of the location: Norway' })).toBeVisible();
  await expect(location.getByRole('button', { name: /^Time zone: Oslo/ })).toBeVisible();
});
