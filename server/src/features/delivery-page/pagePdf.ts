import { createRequire } from 'node:module';
import PDFDocument from 'pdfkit';
import { policyLines } from './markdown.ts';
import type { PageText } from './pageText.ts';

const require = createRequire(import.meta.url);
const font = (file: string) => require.resolve(`@fontsource/source-sans-3/files/source-sans-3-${file}.woff`);
const TEXT = 'text';
const STRONG = 'strong';
const DIM = '#4a5d62';

/** A page with its headings as text, so that it can be sent to a thread. */
export type PaperText = Omit<PageText, 'words'> & {
  readonly headings: Pick<PageText['words'], 'collect' | 'notAtAll' | 'policy' | 'write'>;
};

export function paperText({ words: { collect, notAtAll, policy, write }, ...text }: PageText): PaperText {
  return { ...text, headings: { collect, notAtAll, policy, write } };
}

/** The page on paper, A4 upright, its text as text. */
export function pagePdf({ language, title, since, places, counters, notAtAll, policy, mail, headings: words }: PaperText): Promise<Buffer> {
  const document = new PDFDocument({ size: 'A4', margin: 56, lang: language, info: { Title: title }, tagged: true, displayTitle: true });
  const chunks: Buffer[] = [];
  document.on('data', (chunk: Buffer) => chunks.push(chunk));
  const done = new Promise<Buffer>((resolve, reject) => {
    document.on('end', () => resolve(Buffer.concat(chunks)));
    document.on('error', reject);
  });
  document.registerFont(TEXT, font('latin-400-normal'));
  document.registerFont(STRONG, font('latin-600-normal'));
  const heading = (text: string, size: number) =>
    document.moveDown(0.8).font(STRONG).fontSize(size).fillColor('black').text(text).moveDown(0.2);
  const line = (text: string, options: PDFKit.Mixins.TextOptions = {}, colour = 'black') =>
    document.font(TEXT).fontSize(10).fillColor(colour).text(text, options);
  document.font(STRONG).fontSize(20).text(title);
  line(since, {}, DIM);
  for (const { heading: where, options, notes } of places) {
    heading(where, 11);
    for (const option of options) line(`– ${option}`, { indent: 0, paragraphGap: 2 });
    for (const note of notes) line(note, {}, DIM);
  }
  if (counters.length > 0) heading(words.collect, 14);
  for (const { heading: name, about, hours } of counters) {
    heading(name, 11);
    for (const one of about) line(one);
    for (const [day, open] of hours) line(`${day}: ${open}`, {}, DIM);
  }
  heading(words.notAtAll, 14);
  for (const one of notAtAll) line(one);
  if (policy !== undefined) {
    heading(words.policy, 14);
    for (const one of policyLines(policy)) line(one, { paragraphGap: 3 });
  }
  if (mail !== undefined) line(`${words.write}: ${mail}`, { link: `mailto:${mail}` });
  document.end();
  return done;
}
