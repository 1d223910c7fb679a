import { type OrderCellProblem, orderColumns } from '@ostrakon/core';
import type { BroughtFault } from '@ostrakon/core/contract';
import { typedProblemWords } from '../../words/typedProblem.ts';
import type { OrdersFault } from './ordersFileMessages.ts';

function cellWords(problem: OrderCellProblem): string {
  switch (problem.code) {
    case 'typed':
      return typedProblemWords(problem.problem);
    case 'missing':
      return 'This is needed.';
    case 'notAMoment':
      return 'Write a day and time such as 2026-11-30 14:05.';
    case 'unknownCountry':
      return 'No country has this code or name.';
    case 'unknownRegion':
      return 'This country has no province or state of that code or name.';
    case 'unknownState':
      return 'Write waiting, sent, done or cancelled.';
    case 'tooManyCells':
      return 'This line has more cells than there are columns.';
    case 'notWhole':
      return 'Write a whole number.';
    case 'unknownService':
      return `The shop has no delivery option called ${problem.name}.`;
    case 'unlike':
      return `This order says something else on line ${problem.line}.`;
    case 'refused':
      return `${problem.message}.`;
  }
}

/** "Country: No country has this code or name." without the line, which has a column of its own. */
export function ordersFaultWords(fault: OrdersFault): string {
  if ('at' in fault) return `${fault.at}: ${fault.message}.`;
  return fault.field === null ? cellWords(fault.problem) : `${orderColumns.headerOf(fault.field)}: ${cellWords(fault.problem)}`;
}

const BROUGHT: Readonly<Record<BroughtFault['code'], (what: string) => string>> = {
  noPrice: (what) => `The shop does not have ${what}, and the file does not say what one costs.`,
  noService: (what) => `There was no delivery option ${what} when this was ordered.`,
  tooMuch: () => 'This is too much for one order.',
  inFuture: (what) => `${what} is yet to come.`,
  tooLongAgo: (what) => `${what} is before 2010: delivery days are not known that far back.`,
  nothingToDeliver: () => 'Nothing of this is delivered.',
  nowhereToSend: () => 'It waits to be packed, and does not say who receives it where.',
};

export const broughtFaultWords = ({ code, what }: BroughtFault): string => BROUGHT[code](what);
