import type { Service } from './rateBook.ts';

/** What the buyer reads under the name: the note, and what is to be known of a round. */
export const buyerNote = ({ kind, note, round }: Service) =>
  [note, kind === 'round' ? (round?.notes ?? '') : ''].filter((text) => text !== '').join(' · ');
