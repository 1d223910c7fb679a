import type { PaperFault } from '@ostrakon/core/contract';
import bwipjs from 'bwip-js/node';
import { Liquid, LiquidError, type Template } from 'liquidjs';
import { LRUCache } from 'lru-cache';
import sanitize from 'sanitize-html';

/** What a template may take at most: letters it is read from, things it makes, milliseconds. */
const LIMITS = { parseLimit: 60_000, memoryLimit: 20_000_000, renderLimit: 2000 };

const noFile = () => {
  throw new Error('There are no files to include');
};

/** Templates read no files, call nothing, and write out nothing that would run in a page. */
const engine = new Liquid({
  outputEscape: 'escape',
  strictFilters: true,
  strictVariables: true,
  lenientIf: true,
  ownPropertyOnly: true,
  relativeReference: false,
  ...LIMITS,
  fs: {
    readFileSync: noFile,
    readFile: async () => noFile(),
    existsSync: () => false,
    exists: async () => false,
    contains: async () => false,
    containsSync: () => false,
    resolve: (_root, file) => file,
  },
});
engine.registerFilter('drawing', { raw: true, handler: (value: unknown) => String(value ?? '') });
engine.registerFilter('bars', { raw: true, handler: (value: unknown) => bars(String(value)) });

/** Of bars in modules: how high they stand, and what is left free on either side (ISO/IEC 15417, 4.3.2: ten). */
const BARS_HIGH = 35;
const QUIET = 10;
/** Points to the module. */
const MODULE = 1.5;

/** A text as Code 128 (ISO/IEC 15417), as lines of a picture. */
export function bars(text: string): string {
  const [symbol] = bwipjs.raw({ bcid: 'code128', text: text.slice(0, 40) });
  if (!symbol || !('sbs' in symbol)) throw new Error(`no bar code for ${text}`);
  const lines = new Map<number, string>();
  let x = QUIET;
  for (const [at, width] of symbol.sbs.entries()) {
    const middle = x + width / 2;
    if (at % 2 === 0) lines.set(width, `${lines.get(width) ?? ''}M${middle} ${BARS_HIGH}L${middle} 0`);
    x += width;
  }
  const wide = x + QUIET;
  const paths = [...lines].map(([width, path]) => `<path stroke="#000000" stroke-width="${width}" d="${path}"/>`).join('');
  const size = `width="${wide * MODULE}" height="${BARS_HIGH * MODULE}" viewBox="0 0 ${wide} ${BARS_HIGH}"`;
  return `<svg ${size} xmlns="http://www.w3.org/2000/svg">${paths}</svg>`;
}

const SVG = ['svg', 'path', 'g', 'rect', 'circle', 'polyline', 'line', 'text'];
const DRAWN = [
  'viewBox',
  'xmlns',
  'width',
  'height',
  'd',
  'fill',
  'stroke',
  'stroke-width',
  'x',
  'y',
  'x1',
  'y1',
  'x2',
  'y2',
  'cx',
  'cy',
  'r',
  'points',
  'font-size',
  'text-anchor',
];

/** What of HTML papers are made of; anything else goes. */
const clean = (html: string): string =>
  sanitize(html, {
    allowedTags: [
      ...['h1', 'h2', 'h3', 'h4', 'p', 'br', 'hr', 'strong', 'b', 'em', 'i', 'u', 'small', 'span', 'div', 'section', 'ul', 'ol', 'li'],
      ...['table', 'thead', 'tbody', 'tfoot', 'tr', 'th', 'td'],
      ...SVG,
      'img',
    ],
    allowedAttributes: {
      '*': ['style'],
      img: ['src', 'width', 'height', 'alt'],
      td: ['colspan', 'rowspan', 'style'],
      th: ['colspan', 'rowspan', 'style'],
      ...Object.fromEntries(SVG.map((tag) => [tag, DRAWN])),
    },
    // Pictures are in the paper itself: nothing is fetched for it.
    allowedSchemesByTag: { img: ['data'] },
    allowedStyles: {
      '*': {
        'text-align': [/^(left|right|center)$/],
        'font-size': [/^\d{1,3}(px|pt)$/],
        'font-weight': [/^(bold|normal|\d{3})$/],
        color: [/^#[0-9a-f]{3,6}$/i],
        margin: [/^[\d\s.]+(px|pt|mm)?$/],
        width: [/^\d{1,3}(px|pt|mm|%)$/],
      },
    },
    parser: { lowerCaseAttributeNames: false },
  });

const kept = new LRUCache<string, Template[]>({ max: 30 });

/** A template as it was read; hundreds of papers are written by one. */
function parsed(source: string): Template[] {
  const held = kept.get(source) ?? engine.parse(source);
  kept.set(source, held);
  return held;
}

/** Where in a template something is wrong, and what, in words. */
function faultOf(error: unknown): PaperFault {
  if (!LiquidError.is(error)) return { line: 1, message: error instanceof Error ? error.message : 'It cannot be read' };
  const said = (error as Error).message;
  const line = Number(/line:(\d+)/.exec(said)?.[1] ?? 1);
  const message = said.replace(/, line:.*$/s, '').replace(/^\w+Error: /, '');
  return { line: Math.max(1, line), message: message.charAt(0).toUpperCase() + message.slice(1) };
}

export type Made = { readonly html: string; readonly faults: readonly [] } | { readonly html: ''; readonly faults: readonly [PaperFault] };

/**
 * Writes a paper by a template.
 * @param data what the template may name
 */
export function makePaper(source: string, data: object): Made {
  try {
    return { html: clean(engine.renderSync(parsed(source), data) as string), faults: [] };
  } catch (error) {
    return { html: '', faults: [faultOf(error)] };
  }
}
