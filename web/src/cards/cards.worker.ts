import type { DecimalSign, RateBook } from '@ostrakon/core';
import { readCardsFile } from './readCardsFile.ts';

/** What is asked: the text of a file, and the book it is read for. */
export interface CardsToRead {
  readonly text: string;
  readonly book: RateBook;
  /** The sign before decimals as the owner said. */
  readonly sign: DecimalSign | null;
}

// Reads and checks a file of cards away from the page, so that the page goes on answering.
self.onmessage = ({ data }: MessageEvent<CardsToRead>) => self.postMessage(readCardsFile(data.text, data.book, data.sign));
