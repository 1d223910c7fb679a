import { PAGES } from '@ostrakon/core';
import { plainPages, screens } from '../screens.ts';
import { axeFaults, bench, cell, expect, faultsOf, sees, test, tooWide } from '../shop.ts';

/** A chart takes a moment to fit a narrower window. */
const softly = expect.configure({ soft: true, timeout: 5000 });

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

const all = Object.values(screens).flat();

// Axe takes most of the time here: every other screen is looked at pale and wide, the rest dark and narrow; npm run looks does
// all of them both ways at every width.
for (const [name, paths] of Object.entries(screens)) {
  test(`the screens ${name} pass axe, pale or dark, and only tables scroll sideways at 1024 px and at 640, as when enlarged twice`, async ({
    page,
    shop,
  }) => {
    for (const [at, path] of paths.entries()) {
      const isPale = all.indexOf(path) % 2 === 0;
      await page.emulateMedia({ colorScheme: isPale ? 'light' : 'dark' });
      await page.setViewportSize({ width: 1280, height: 800 });
      await page.goto(shop.url + path);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      // At the desk the order that is open stands where the bench does elsewhere.
      const hasBench = !path.startsWith('/orders');
      if (hasBench) await expect(sees(page)).toContainText('Matched by');
      else await expect(page.getByText('Opening')).toHaveCount(0);
      await expect(page.getByText('No page is at this address.')).toHaveCount(path === '/nowhere' ? 1 : 0);
      // Head and bench are the same beside every screen: once is enough.
      if (at === 0 || isPale) expect.soft(await axeFaults(page, at === 0 ? undefined : 'main'), path).toEqual([]);
      await page.setViewportSize({ width: 1024, height: 700 });
      await softly.poll(() => tooWide(page), `${path} at 1024`).toEqual([]);
      await page.setViewportSize({ width: 640, height: 700 });
      if (hasBench) await expect(page.getByRole('button', { name: 'Show the bench' })).toBeVisible();
      await softly.poll(() => tooWide(page), `${path} at 640`).toEqual([]);
      if (!isPale) expect.soft(await axeFaults(page, 'main'), `${path} at 640`).toEqual([]);
    }
  });
}

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
  expect(await faultsOf(['color-contrast'], page, 'main')).toContainEqual(expect.stringContaining('h1: '));
  expect(await faultsOf(['target-size'], page, 'main')).not.toEqual([]);
});
