import { isPage } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { GUIDE_PAGES, guidePageOf, guidePicture } from './guidePages.ts';

const TEXTS = import.meta.glob<string>('../../../docs/guide/*.md', { query: '?raw', import: 'default', eager: true });
const PICTURES = import.meta.glob(['../../../docs/screenshots/*.png', '../../../docs/guide/*.png'], {
  query: '?url',
  import: 'default',
  eager: true,
});
const SOURCES = import.meta.glob<string>('../**/*.{ts,tsx}', { query: '?raw', import: 'default', eager: true });
const ROUTES = import.meta.glob<string>('../app/*.tsx', { query: '?raw', import: 'default', eager: true });
const text = (page: string) => TEXTS[`../../../docs/guide/${page}.md`];

test('every page of the handbook is listed, under its own title', () => {
  expect(
    Object.keys(TEXTS)
      .map((file) => file.replace(/.*\/|\.md$/g, ''))
      .sort(),
  ).toEqual(GUIDE_PAGES.map(([page]) => page).sort());
  for (const [page, title] of GUIDE_PAGES) expect(text(page)?.split('\n')[0]).toBe(`# ${title}`);
});

test('every link and picture of the handbook leads somewhere, and every page is led to', () => {
  const pages = GUIDE_PAGES.map(([page]) => page as string);
  const links = GUIDE_PAGES.flatMap(([page]) =>
    [...(text(page) ?? '').matchAll(/(!?)\[([^\]]+)\]\(([^)]+)\)/g)].map(([, picture, name, to]) => ({
      page,
      picture,
      name,
      to: to ?? '',
    })),
  );
  const shown = new Set(links.flatMap(({ page, picture }) => (picture === '!' ? [page as string] : [])));
  expect(pages.filter((page) => !shown.has(page) && !/^(how|why|keys)/.test(page))).toEqual([]);
  expect(links.filter(({ picture }) => picture === '').length).toBeGreaterThan(25);
  const leads = ({ picture, to }: (typeof links)[number]) =>
    picture === '!'
      ? Object.hasOwn(PICTURES, `../../../docs/${guidePicture(to)}`)
      : /^[\w-]+\.md$/.test(to) && pages.includes(to.slice(0, -3));
  expect(links.filter((link) => !leads(link))).toEqual([]);
});

test('every screen has a page of the handbook', () => {
  const routes = ROUTES['../app/routes.tsx'] ?? '';
  const ofShop = [...(ROUTES['../app/ShopScreens.tsx'] ?? '').matchAll(/<Route path="(\w+)"/g)].map(([, path]) => `/shop/${path}`);
  const nested = [...routes.matchAll(/^ {10}<Route path="(\w+)"/gm)].map(([, path]) => path);
  const top = [...routes.matchAll(/^ {8}<Route path="([\w/:]+)"/gm)].map(([, path]) => `/${path}`);
  expect(top.length).toBeGreaterThan(8);
  expect(ofShop.length).toBeGreaterThan(8);
  expect(nested.length).toBeGreaterThan(3);
  const under = (path: string | undefined) =>
    ['fit', 'label'].includes(path ?? '') ? `/costs/${path}` : path === 'dispatch' ? '/dates/dispatch' : `/proof/${path}`;
  const paths = [...top, '/shop', ...ofShop, ...nested.map(under)].filter((path) => !path.startsWith('/guide'));
  expect(paths.filter((path) => guidePageOf(path) === 'first-hour')).toEqual([]);
  // The server tells every other address apart: a page it does not know would be none.
  expect([...paths, '/guide', '/guide/keys', '/recipes/coupon'].filter((path) => !isPage(path.replace(/:\w+/g, 'a')))).toEqual([]);
});

test('what the handbook sets in bold of a screen is what the screen says', () => {
  const said = Object.entries(SOURCES)
    .filter(([file]) => !file.endsWith('.test.ts'))
    .map(([, source]) => source)
    .join(' ')
    .toLowerCase()
    .replace(/\s+/g, ' ');
  const screens = GUIDE_PAGES.filter(([page]) => !/^(how|why|keys)/.test(page));
  const bold = screens.flatMap(([page]) =>
    [...(text(page) ?? '').matchAll(/\*\*([^*]+?)\.?\*\*/g)].map(([, words]) => `${page}: ${words}`),
  );
  expect(bold.length).toBeGreaterThan(50);
  expect(bold.filter((entry) => !said.includes(entry.slice(entry.indexOf(': ') + 2).toLowerCase()))).toEqual([]);
});
