import { createRequire } from 'node:module';
import htmlToPdfmake from 'html-to-pdfmake';
import { parseHTML } from 'linkedom';
import pdfmake from 'pdfmake';

const require = createRequire(import.meta.url);
const font = (file: string) => require.resolve(`@fontsource/source-sans-3/files/source-sans-3-${file}.woff`);

const { DOMParser } = parseHTML('<!doctype html><html><head></head><body></body></html>');
const window = { DOMParser, Node: { TEXT_NODE: 3, ELEMENT_NODE: 1, COMMENT_NODE: 8 } };

/** Rows of a table stand in its body, as browsers have it (HTML standard, 13.2.6.4.9). */
function wellFormed(html: string): string {
  if (!/<table[^>]*>\s*<tr/.test(html)) return `<!doctype html><html><head></head><body>${html}</body></html>`;
  const { document } = parseHTML(`<!doctype html><html><head></head><body>${html}</body></html>`);
  for (const table of document.querySelectorAll('table')) {
    const rows = [...table.children].filter(({ tagName }) => tagName === 'TR');
    if (rows.length === 0) continue;
    const body = document.createElement('tbody');
    for (const row of rows) body.append(row);
    table.append(body);
  }
  return document.toString();
}

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
    const page = wellFormed(html);
    const made = htmlToPdfmake(page, { window, tableAutoSize: true, defaultStyles: { table: { marginBottom: 6 } } });
    return { stack: [made].flat(), ...(at > 0 && { pageBreak: 'before' as const }) };
  });
  pdfmake.setFonts({ Text: { normal: font('latin-400-normal'), bold: font('latin-600-normal'), italics: font('latin-400-normal') } });
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
