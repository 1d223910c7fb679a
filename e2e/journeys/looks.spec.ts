import { PAGES } from '@ostrakon/core';
import { hasBench, openScreen, plainPages, screens } from '../screens.ts';
import { axeFaults, bench, cell, expect, faultsOf, sees, test, tooWide } from '../shop.ts';

test('the screens that are looked at are all there are', () => {
  const paths = [...plainPages, ...Object.values(screens).flatMap((list) => list.map((path) => path.split('?')[0] ?? ''))];
  for (const page of PAGES) {
    const pattern = new RegExp(`^${page.replaceAll(/:\w+/g, '[^/]+')}$`);
    expect(
      paths.some((path) => pattern.test(path)),
      page,
    ).toBe(true);
  }
});

// One screen of each kind, every other one pale and wide, the rest dark and narrow. All of them in both looks at every width:
// npm run looks.
for (const [at, path] of Object.values(screens)
  .flatMap(([first]) => first ?? [])
  .entries())
  test(`${path} passes axe ${at % 2 === 0 ? 'by day' : 'at night, on a narrow window'}, and only tables scroll sideways`, async ({
    page,
    shop,
  }) => {
    const isPale = at % 2 === 0;
    await page.emulateMedia({ colorScheme: isPale ? 'light' : 'dark' });
    await openScreen(page, shop.url, path);
    if (isPale) expect(await axeFaults(page)).toEqual([]);
    await page.setViewportSize({ width: 640, height: 700 });
    if (hasBench(path)) await expect(page.getByRole('button', { name: 'Show the bench' })).toBeVisible();
    await expect.poll(() => tooWide(page)).toEqual([]);
    if (!isPale) expect(await axeFaults(page, 'main')).toEqual([]);
  });

test('the look is the system’s or the owner’s; the bench is a drawer where there is no room; paper is pale and bare', async ({
  page,
  shop,
}) => {
  const ground = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  await page.goto(`${shop.url}/shop`);
  const pale = await ground();
  await page.emulateMedia({ colorScheme: 'dark' });
  await expect.poll(ground).not.toBe(pale);
  await page.getByRole('radio', { name: 'Light' }).click();
  await expect.poll(ground).toBe(pale);
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect.poll(ground).toBe(pale);
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Find a zone, a price').fill('theme');
  await page.getByRole('option', { name: 'Look: dark' }).click();
  await expect.poll(ground).not.toBe(pale);

  await page.setViewportSize({ width: 640, height: 700 });
  await page.goto(`${shop.url}/book`);
  await expect(sees(page)).toHaveCount(0);
  await page.getByRole('button', { name: 'Show the bench' }).click();
  await expect(sees(page)).toContainText('Matched by');
  await expect(bench(page)).toBeFocused();
  expect(await axeFaults(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await expect(sees(page)).toHaveCount(0);
  await expect(cell(page, 'Ground parcel to Nova Scotia')).toBeVisible();

  // On paper: pale, without head and bench.
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${shop.url}/dates?show=last-orders`);
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('banner')).toBeHidden();
  await expect(bench(page)).toBeHidden();
  await expect(page.getByText(/^Last orders to have it by/)).toBeVisible();
  await expect(page.getByRole('rowheader', { name: 'Harbour cities' })).toBeVisible();
  await expect.poll(ground).toBe(pale);
});

test('what is too pale, too wide or too small to hit is found', async ({ page, shop }) => {
  await page.goto(`${shop.url}/charges`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  expect(await tooWide(page)).toEqual([]);
  await page.getByRole('main').evaluate((main) => {
    const small = '<button style="width: 9px; height: 9px; padding: 0">a</button>';
    main.insertAdjacentHTML('afterbegin', `<p style="width: 3000px">planted</p>${small}${small}`);
    main.querySelector('h1')?.style.setProperty('color', '#aaa');
  });
  expect(await tooWide(page)).not.toEqual([]);
  expect(await axeFaults(page, 'main')).toContainEqual(expect.stringMatching(/^color-contrast: .*h1/));
  expect(await faultsOf(['color-contrast'], page, 'main')).toContainEqual(expect.stringContaining('h1: '));
  expect(await faultsOf(['target-size'], page, 'main')).not.toEqual([]);
});
