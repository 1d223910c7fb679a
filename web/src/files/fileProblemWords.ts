import { NOT_TEXT } from '../ui/decodeText.ts';
import type { FileProblem } from './table.ts';

const file: Record<FileProblem, string> = {
  empty: 'This file is empty.',
  tooLarge: 'This file is larger than 64 MB. Split it and read the parts one after the other.',
  notText: NOT_TEXT,
  onlyHeaders: 'This file has a header row and nothing below it.',
  quoteNotClosed: 'A quotation mark is opened and not closed, or text stands behind a closing one',
};

export const fileProblemWords = (problem: FileProblem, line?: number): string =>
  line === undefined ? file[problem] : `${file[problem]}, on line ${line}.`;
