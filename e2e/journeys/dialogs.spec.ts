import { DIALOGS, fits, openDialog } from '../dialogs.ts';
import { axeFaults, expect, test } from '../shop.ts';

// The others, and all of them in both looks at every width: npm run looks.
for (const [path, open] of DIALOGS.filter((_dialog, at) => at % 5 === 0))
  test(`a dialog of ${path} passes axe, fits 1280 px and 640, and Escape leaves it`, async ({ page, shop }) => {
    const dialog = await openDialog(page, shop.url, path, open);
    expect(await axeFaults(page, '[role=dialog]')).toEqual([]);
    for (const width of [1280, 640]) {
      await page.setViewportSize({ width, height: 800 });
      expect(await fits(dialog, width)).toBe(true);
    }
    await page.keyboard.press('Escape');
    await expect(dialog).toHaveCount(0);
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
