import type { Service } from '../rate-book/rateBook.ts';

/** Whether the days on the way are the carrier's to tell: then a date is known once it has answered. */
export const carrierTellsDays = ({ kind, terms }: Pick<Service, 'kind' | 'terms'>): boolean =>
  kind === 'carrier' && terms?.days === 'carrier';
