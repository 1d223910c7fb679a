import { type CellProblem, headerOf, type RowProblem } from '@ostrakon/core';
import { NOT_TEXT } from '../../ui/decodeText.ts';
import { typedProblemWords } from '../../words/typedProblem.ts';
import type { FileProblem } from './importMessages.ts';

const file: Record<FileProblem, string> = {
  empty: 'This file is empty.',
  tooLarge: 'This file is larger than 64 MB. Split it and read the parts one after the other.',
  notText: NOT_TEXT,
  onlyHeaders: 'This file has a header row and no goods below it.',
  quoteNotClosed: 'A quotation mark is opened and not closed, or text stands behind a closing one',
};

export const fileProblemWords = (problem: FileProblem, line?: number): string =>
  line === undefined ? file[problem] : `${file[problem]}, on line ${line}.`;

function cellProblemWords(problem: CellProblem): string {
  switch (problem.code) {
    case 'typed':
      return typedProblemWords(problem.problem);
    case 'notYesOrNo':
      return 'Write yes or no.';
    case 'notOwnCharge':
      return 'Write an amount and “instead” or “on top”, such as 45.00 instead.';
    case 'notDays':
      return 'Write whole days, at most 60.';
    case 'notThreeSides':
      return 'Write three sides, such as 30 x 20 x 10 cm.';
    case 'noLength':
      return 'Each side is more than nothing.';
    case 'sideMissing':
      return 'This side is missing; the others are there.';
    case 'missing':
      return 'This is needed.';
    case 'tooManyCells':
      return 'This row has more cells than there are columns.';
    case 'unknownLocation':
      return 'No location has this name.';
    case 'duplicate':
      return `This article number stands on line ${problem.line} already.`;
    case 'refused':
      return `${problem.message}.`;
  }
}

/** "Weight: “abc” is no weight" without the line, which has a column of its own. */
export const rowProblemWords = ({ field, problem }: RowProblem): string =>
  field === null ? cellProblemWords(problem) : `${headerOf(field)}: ${cellProblemWords(problem)}`;
