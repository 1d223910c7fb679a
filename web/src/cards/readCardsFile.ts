import { type DecimalSign, type RateBook, type ReadCards, readCardRows } from '@ostrakon/core';
import Papa from 'papaparse';

/** Reads a text with commas, semicolons or tabs between cells. */
export function readCardsFile(text: string, book: RateBook, sign: DecimalSign | null): ReadCards {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { delimitersToGuess: [',', ';', '\t'] });
  return readCardRows(data, book, sign);
}
