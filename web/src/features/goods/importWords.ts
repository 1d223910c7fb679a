import { type CellProblem, goodsColumns, type RowProblem } from '@ostrakon/core';
import { typedProblemWords } from '../../words/typedProblem.ts';

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
    case 'notCustomsCode':
      return 'Write 6 to 12 digits, such as 6912.00.';
    case 'unknownCountry':
      return 'No country has this code or name.';
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
  field === null ? cellProblemWords(problem) : `${goodsColumns.headerOf(field)}: ${cellProblemWords(problem)}`;
