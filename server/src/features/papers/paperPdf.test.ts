import { expect, test, vi } from 'vitest';
import { roundMap } from '../../papers/roundMap.ts';
import { pdfPages } from '../../testPdf.ts';
import { papersPdf } from './paperPdf.ts';

test('numbers on the map of a round are written in the letters of the paper, and can be read', async () => {
  const complaints = vi.spyOn(console, 'warn');
  const points = [1, 2, 3].map((at) => ({ latitude: 44.6 + at / 100, longitude: -63.6 + at / 50 }));
  const pdf = await papersPdf([`<p>Round</p>${roundMap({ latitude: 44.67, longitude: -63.57 }, points)}`]);
  expect(complaints.mock.calls).toEqual([]);
  const fonts = [
    ...Buffer.from(pdf)
      .toString('latin1')
      .matchAll(/\/BaseFont \/(\S+)/g),
  ].map(([, name]) => name);
  expect(fonts.length).toBeGreaterThan(1);
  for (const name of fonts) expect(name).toMatch(/\+SourceSans3/);
  const [page = ''] = await pdfPages(pdf);
  for (const number of ['1', '2', '3']) expect(page).toContain(number);
});

test('words are printed as they stand in a template: bold, in italics, both, and one within the other', async () => {
  const pdf = await papersPdf([
    '<p>plain <b>bold <i>both</i></b> <em>italics</em> <u>under</u></p><table><tr><th><i>head</i></th></tr></table>',
  ]);
  const fonts = new Set(
    [
      ...Buffer.from(pdf)
        .toString('latin1')
        .matchAll(/\/BaseFont \/\w+\+SourceSans3-(\S+)/g),
    ].map(([, name]) => name),
  );
  expect([...fonts].sort()).toEqual(['Italic', 'Regular', 'SemiBold', 'SemiBoldItalic']);
  const [page = ''] = await pdfPages(pdf);
  expect(page).toContain('plain bold both italics under');
});
