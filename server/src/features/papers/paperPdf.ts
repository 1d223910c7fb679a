import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import htmlToPdfmake from 'html-to-pdfmake';
import { parseHTML } from 'linkedom';
import pdfmake from 'pdfmake';
import { unpackedFont } from './unpackedFont.ts';

const require = createRequire(import.meta.url);
/** Unpacked once: as it is, its tables would be unpacked anew for each letter. Drawings read their letters from the file itself. */
function font(name: string): string {
  const path = require.resolve(`@fontsource/source-sans-3/files/source-sans-3-${name}.woff`);
  pdfmake.virtualfs.writeFileSync(path, unpackedFont(readFileSync(path)));
  return path;
}
const FONT = {
  normal: font('latin-400-normal'),
  bold: font('latin-600-normal'),
  italics: font('latin-400-italic'),
  bolditalics: font('latin-600-italic'),
};

/** The content of papers as a document whose tables have their rows in a body, as browsers have it (HTML standard, 13.2.6.4.9). */
class PaperParser {
  parseFromString(html: string) {
    const { document } = parseHTML(`<!doctype html><html><head></head><body>${html}</body></html>`);
    for (const table of document.querySelectorAll('table')) {
      const rows = [...table.children].filter(({ tagName }) => tagName === 'TR');
      if (rows.length === 0) continue;
      const body = document.createElement('tbody');
      for (const row of rows) body.append(row);
      table.append(body);
    }
    return document;
  }
}

const window = { DOMParser: PaperParser, Node: { TEXT_NODE: 3, ELEMENT_NODE: 1, COMMENT_NODE: 8 } };

const LINES =
  /^<svg width="([\d.]+)" height="[\d.]+" viewBox="0 0 (\d+) \d+"[^>]*>(?:<path stroke="#000000" stroke-width="\d+" d="(?:M[\d.]+ [\d.]+L[\d.]+ [\d.]+)+"\s*(?:\/>|><\/path>))+<\/svg>$/;

interface Line {
  readonly type: 'line';
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
  readonly lineWidth: number;
}

/** Bars are straight lines, which are drawn as such: to read each as a picture takes a fifth of the time of many papers. */
function linesIn(svg: string): Line[] | null {
  const [, width, wide] = LINES.exec(svg) ?? [];
  if (width === undefined || wide === undefined) return null;
  const scale = Number(width) / Number(wide);
  return [...svg.matchAll(/stroke-width="(\d+)" d="([^"]+)"/g)].flatMap(([, thick, path = '']) =>
    [...path.matchAll(/M([\d.]+) ([\d.]+)L([\d.]+) ([\d.]+)/g)].map(([, ...at]): Line => {
      const [x1 = 0, y1 = 0, x2 = 0, y2 = 0] = at.map((one) => Number(one) * scale);
      return { type: 'line', x1, y1, x2, y2, lineWidth: Number(thick) * scale };
    }),
  );
}

/** The same content with its bars as lines, and without names of styles that say nothing, each of which is looked up for every word. */
function simplified(node: unknown): unknown {
  if (Array.isArray(node)) return node.map(simplified);
  if (typeof node !== 'object' || node === null) return node;
  const lines = 'svg' in node && typeof node.svg === 'string' ? linesIn(node.svg) : null;
  if (lines) return { canvas: lines };
  return Object.fromEntries(
    Object.entries(node).map(([key, value]) => {
      if (key === 'style' && Array.isArray(value)) return [key, value.filter((name) => Object.hasOwn(STYLES, name))];
      return [key, INSIDE.has(key) ? simplified(value) : value];
    }),
  );
}
const INSIDE = new Set(['stack', 'text', 'columns', 'table', 'body', 'ul', 'ol']);

/** Plain, and quiet where people look for what to do. */
const STYLES = {
  'html-h1': { fontSize: 18, bold: true, marginBottom: 4 },
  'html-h2': { fontSize: 13, bold: true, marginBottom: 4, marginTop: 4 },
  'html-th': { bold: true, fillColor: '#f2ece2' },
  'html-p': { margin: [0, 3, 0, 5] },
};

/** Papers in the HTML of `makePaper`, each from a page of its own on, A4 upright. */
export async function papersPdf(papers: readonly string[]): Promise<Uint8Array> {
  const content = papers.map((html, at) => {
    const made = htmlToPdfmake(html, { window, tableAutoSize: true, defaultStyles: { table: { marginBottom: 6 } } });
    return { stack: [simplified(made)].flat(), ...(at > 0 && { pageBreak: 'before' as const }) };
  });
  pdfmake.setFonts({ Text: FONT });
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy((path: string) => path.endsWith('.woff'));
  const document = pdfmake.createPdf({
    content,
    pageMargins: [42, 42, 42, 42],
    defaultStyle: { font: 'Text', fontSize: 10 },
    styles: STYLES,
  });
  return document.getBuffer();
}
