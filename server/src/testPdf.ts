import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** The pages of a PDF as text, read by pdf.js. */
export async function pdfPages(body: Uint8Array): Promise<string[]> {
  const file = await getDocument({ data: new Uint8Array(body), verbosity: 0, useSystemFonts: true }).promise;
  const pages: string[] = [];
  for (let at = 1; at <= file.numPages; at += 1) {
    const { items } = await (await file.getPage(at)).getTextContent();
    pages.push(
      items
        .map((item) => ('str' in item ? item.str : ''))
        .join('')
        .replace(/\s+/g, ' '),
    );
  }
  return pages;
}
