import type { LabelPaper } from '@ostrakon/core/contract';
import { degrees, PDFDocument } from 'pdf-lib';

const INCH = 72;
const A4 = [595.28, 841.89] as const;
const LETTER = [8.5 * INCH, 11 * INCH] as const;
const EDGE = 18;

/** The sheet, and how many stand across and down it. */
const SHEETS: Readonly<Record<Exclude<LabelPaper, 'label'>, readonly [sheet: readonly [number, number], across: number, down: number]>> = {
  'a4-2': [A4, 1, 2],
  'a4-4': [A4, 2, 2],
  'letter-2': [LETTER, 1, 2],
  'letter-4': [LETTER, 2, 2],
};

/** Puts labels on paper: each on its own piece of label stock, or two or four on a sheet, as large as they fit and no larger. */
export async function labelsOnPaper(files: readonly Uint8Array[], paper: LabelPaper): Promise<Uint8Array> {
  const made = await PDFDocument.create();
  const labels = [];
  for (const file of files) labels.push(...(await made.embedPdf(file)));
  if (paper === 'label') {
    for (const label of labels) made.addPage([label.width, label.height]).drawPage(label);
    return made.save();
  }
  const [[width, height], across, down] = SHEETS[paper];
  const [cellWidth, cellHeight] = [width / across, height / down];
  for (let at = 0; at < labels.length; at += across * down) {
    const page = made.addPage([width, height]);
    for (const [nth, label] of labels.slice(at, at + across * down).entries()) {
      // Two on a sheet lie on their side: so they are as large as on label stock.
      const turned = across === 1;
      const [wide, high] = turned ? [label.height, label.width] : [label.width, label.height];
      const scale = Math.min(1, (cellWidth - 2 * EDGE) / wide, (cellHeight - 2 * EDGE) / high);
      const [x, y] = [(nth % across) * cellWidth, height - (Math.floor(nth / across) + 1) * cellHeight];
      const left = x + (cellWidth - wide * scale) / 2;
      const bottom = y + (cellHeight - high * scale) / 2;
      page.drawPage(label, {
        x: turned ? left + wide * scale : left,
        y: bottom,
        xScale: scale,
        yScale: scale,
        rotate: degrees(turned ? 90 : 0),
      });
    }
  }
  return made.save();
}
