import { type CardFileProblem, type CardRowProblem, cardsToRows, type DecimalSign, type RateBook, type ReadCards } from '@ostrakon/core';
import { type Asked, askWorker } from '../ui/askWorker.ts';
import { toCsv } from '../ui/csv.ts';
import { download } from '../ui/download.ts';
import { between, type FileWriting, languageOfFile } from '../ui/fileWriting.ts';
import { typedProblemWords } from '../words/typedProblem.ts';
import type { CardsToRead } from './cards.worker.ts';

/** Writes the cards of some lanes, or of the whole book, to a CSV file. */
export function downloadCards(book: RateBook, writing: FileWriting, lanes?: readonly { zone: string; service: string }[]): void {
  const { locale } = book.shop;
  const rows = cardsToRows({ ...book, shop: { ...book.shop, locale: languageOfFile(locale, writing) } }, lanes);
  download('prices.csv', toCsv(rows, between(locale, writing)));
}

/** Reads a file of cards beside the page, which stays free; stopped, it never answers. */
export const startReading = (text: string, book: RateBook, sign: DecimalSign | null): Asked<ReadCards> =>
  askWorker(new Worker(new URL('./cards.worker.ts', import.meta.url), { type: 'module' }), { text, book, sign } satisfies CardsToRead);

const words: Record<Exclude<CardRowProblem['code'], 'typed' | 'refused'>, string> = {
  columnMissing: 'This column is missing.',
  unknownZone: 'No zone has this name.',
  unknownService: 'No service has this name.',
  unknownGroup: 'No goods group has this name.',
  unknownKind: 'This is no kind of price.',
  unknownMeasure: 'This is nothing that is measured.',
  unknownApplies: 'Write whole or graduated.',
  notOfThisKind: 'This price does not fit the kind.',
  onePriceOnly: 'This kind of price has one row only.',
  mixedCard: 'The rows of one service in one zone are of one kind.',
  aboveMissing: 'A row “above” is missing: what holds over the last bound.',
  aboveTwice: 'This stands twice.',
};

export function cardProblemWords({ problem }: CardFileProblem): string {
  if (problem.code === 'typed')
    return problem.problem.code === 'noUnitHere'
      ? 'Nothing is measured here, so a rate has nothing to count.'
      : typedProblemWords(problem.problem);
  return problem.code === 'refused' ? `${problem.message}.` : words[problem.code];
}
