import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import fontkit from '@pdf-lib/fontkit';
import bwipjs from 'bwip-js/node';
import { PDFDocument, type PDFPage, rgb } from 'pdf-lib';
import type { Address, LabelAsk } from './messages.ts';
import type { CarrierTariff } from './tariffs.ts';

const require = createRequire(import.meta.url);
const fontFile = (name: string) => readFileSync(require.resolve(`@expo-google-fonts/source-sans-3/${name}/SourceSans3_${name}.ttf`));

/** Points to the inch; a label is 4 by 6 inches. */
const INCH = 72;
const WIDTH = 4 * INCH;
const HEIGHT = 6 * INCH;
const EDGE = 16;

const lines = ({ name, street, city, subdivision, postalCode, country }: Address): string[] =>
  [name, street, [city, subdivision?.slice(3), postalCode].filter(Boolean).join(' '), country].filter(
    (line) => line !== undefined && line !== '',
  ) as string[];

/** Code 128 (ISO/IEC 15417) across the label, with ten modules of quiet on either side. */
function drawBars(page: PDFPage, text: string): void {
  const [symbol] = bwipjs.raw({ bcid: 'code128', text });
  if (!symbol || !('sbs' in symbol)) throw new Error(`no bar code for ${text}`);
  const modules = symbol.sbs.reduce((sum, width) => sum + width, 20);
  const unit = (WIDTH - 2 * EDGE) / modules;
  let x = EDGE + 10 * unit;
  symbol.sbs.forEach((width, at) => {
    if (at % 2 === 0) page.drawRectangle({ x, y: 62, width: width * unit, height: 84, color: rgb(0, 0, 0) });
    x += width * unit;
  });
}

/** A test label to print: 4 by 6 inches, the tracking number as bars. */
export async function labelPdf(carrier: CarrierTariff, service: string, tracking: string, ask: LabelAsk): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.registerFontkit(fontkit);
  pdf.setTitle(`Test label ${tracking}`);
  // Whole fonts: of a subset, letters that are made of others went missing in print.
  const plain = await pdf.embedFont(fontFile('400Regular'));
  const bold = await pdf.embedFont(fontFile('600SemiBold'));
  const known = new Set(plain.getCharacterSet());
  // A sign the font does not have is shown as such, not left out.
  const printable = (text: string) => [...text].map((sign) => (known.has(sign.codePointAt(0) ?? 0) ? sign : '?')).join('');
  const page = pdf.addPage([WIDTH, HEIGHT]);
  const write = (text: string, x: number, y: number, size: number, font = plain) =>
    page.drawText(printable(text), { x, y, size, font, color: rgb(0, 0, 0) });
  const rule = (y: number) => page.drawLine({ start: { x: EDGE, y }, end: { x: WIDTH - EDGE, y }, thickness: 1.2 });
  write(carrier.name, EDGE, HEIGHT - 34, 18, bold);
  write(service, EDGE, HEIGHT - 52, 12);
  write('TEST, NOT FOR POSTING', WIDTH - EDGE - bold.widthOfTextAtSize('TEST, NOT FOR POSTING', 10), HEIGHT - 30, 10, bold);
  const weight = `${(ask.parcel.weight / 1000).toFixed(2)} kg`;
  write(weight, WIDTH - EDGE - plain.widthOfTextAtSize(weight, 12), HEIGHT - 52, 12);
  rule(HEIGHT - 62);
  write('From', EDGE, HEIGHT - 78, 8, bold);
  for (const [at, line] of lines(ask.from).entries()) write(line, EDGE + 34, HEIGHT - 78 - at * 11, 9);
  rule(HEIGHT - 132);
  write('To', EDGE, HEIGHT - 152, 9, bold);
  for (const [at, line] of lines(ask.to).entries())
    write(line, EDGE + 34, HEIGHT - 154 - at * 19, at === 0 ? 15 : 14, at === 0 ? bold : plain);
  rule(HEIGHT - 248);
  const { length, width, height } = ask.parcel;
  if (length !== undefined && width !== undefined && height !== undefined) {
    write(`${length / 10} × ${width / 10} × ${height / 10} cm`, EDGE, HEIGHT - 266, 10);
  }
  if (ask.reference !== '') write(`Reference ${ask.reference}`, WIDTH / 2, HEIGHT - 266, 10);
  if (ask.declaredValue !== undefined)
    write(`Declared value ${(ask.declaredValue / 100).toFixed(2)} ${carrier.currency}`, EDGE, HEIGHT - 279, 10);
  drawBars(page, tracking);
  const shown = tracking.replace(/(.{4})(?=.)/g, '$1 ');
  write(shown, (WIDTH - bold.widthOfTextAtSize(shown, 14)) / 2, 40, 14, bold);
  return pdf.save();
}
