import { BarcodeFormat, BinaryBitmap, DecodeHintType, HybridBinarizer, MultiFormatReader, RGBLuminanceSource } from '@zxing/library';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';

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

/** Pixels to the point, and how high the picture is that is read. */
const FINE = 4;
const HIGH = 40;

/** What the bars on the first page of a PDF say: its upright lines by pdf.js, read as a picture by a package for bar codes. */
export async function barsOnPage(body: Uint8Array): Promise<string> {
  const file = await getDocument({ data: new Uint8Array(body), verbosity: 0 }).promise;
  const page = await file.getPage(1);
  const { fnArray, argsArray } = await page.getOperatorList();
  const wide = Math.ceil(page.view[2] ?? 600) * FINE;
  // Upright lines that stand beside each other, by how high they stand: those of tables are fewer.
  const lines = new Map<string, (readonly [from: number, until: number])[]>();
  let thick = 1;
  for (const [at, fn] of fnArray.entries()) {
    if (fn === OPS.setLineWidth) [thick] = argsArray[at] as [number];
    if (fn !== OPS.constructPath) continue;
    const [draws, paths] = argsArray[at] as [number, (Record<string, number> | null)[]];
    const [begin, x = 0, from, on, to, until] = Object.values(paths[0] ?? {});
    if (draws !== OPS.stroke || begin !== 0 || on !== 1 || x !== to) continue;
    const height = `${from} ${until}`;
    lines.set(height, [...(lines.get(height) ?? []), [x - thick / 2, x + thick / 2]]);
  }
  const [bars = []] = [...lines.values()].toSorted((a, b) => b.length - a.length);
  const row = new Uint8ClampedArray(wide).fill(255);
  for (const [from, until] of bars) row.fill(0, Math.round(from * FINE), Math.round(until * FINE));
  const grey = new Uint8ClampedArray(wide * HIGH);
  for (let down = 0; down < HIGH; down += 1) grey.set(row, down * wide);
  const hints = new Map<DecodeHintType, unknown>([[DecodeHintType.POSSIBLE_FORMATS, [BarcodeFormat.CODE_128]]]);
  return new MultiFormatReader().decode(new BinaryBitmap(new HybridBinarizer(new RGBLuminanceSource(grey, wide, HIGH))), hints).getText();
}
