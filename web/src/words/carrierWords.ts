import type { CarrierSide, LiveTerms, Markup, RateBook, Service, Silence, Unanswered } from '@ostrakon/core';
import { dateWords } from './dateWords.ts';
import type { Format } from './format.ts';

/** Why a carrier gave no answer, to follow its name. */
export const silenceWords: Readonly<Record<Silence, string>> = {
  timeout: 'took too long to answer',
  down: 'could not be reached',
  resting: 'failed several times and is left alone for a moment',
  refused: 'answered what cannot be right',
  busy: 'has had too many questions and is left alone for a while',
  doubted: 'asks a price far from what such parcels cost lately',
  key: 'does not accept the account key',
  noAccount: 'has no account here any more',
  otherCurrency: 'charges in another currency than the shop',
  noLocation: 'was not asked: the shop has no location that parcels leave from',
  noAddress: 'was not asked: the origin or the address is not known',
  simulated: 'is treated as down on this bench',
  notAsked: 'was not asked',
  waiting: 'is being asked',
};

export const isSilence = (why: string): why is Silence => Object.hasOwn(silenceWords, why);

/** "8% and $2.00, at least $1.00". */
export function markupWords({ basisPoints, amount, least, most }: Markup, format: Format): string {
  const parts = [...(basisPoints === 0 ? [] : [format.percent(basisPoints)]), ...(amount === 0 ? [] : [format.money(amount)])];
  const sum = parts.length === 0 ? 'nothing' : format.list(parts);
  const bounds = [
    ...(least === null ? [] : [`at least ${format.money(least)}`]),
    ...(most === null ? [] : [`at most ${format.money(most)}`]),
  ];
  return [sum, ...bounds].join(', ');
}

/** "8%; instead 12% from 1 Nov to 31 Dec every year". */
export function markupsWords({ markup, seasons = [] }: LiveTerms, format: Format): string {
  const instead = seasons.map((season) => `${markupWords(season.markup, format)} ${dateWords(season.dates, format)}`);
  return [markupWords(markup, format), ...(instead.length === 0 ? [] : [`instead ${format.list(instead)}`])].join('; ');
}

export function unansweredWords(unanswered: Unanswered, book: Pick<RateBook, 'services'>): string {
  switch (unanswered.kind) {
    case 'card':
      return 'the prices set for that hold';
    case 'withhold':
      return 'it is not offered';
    case 'service':
      return `it costs what ${book.services.find(({ id }) => id === unanswered.service)?.name ?? 'another service'} does`;
  }
}

/** "at its price plus 8%; without an answer it is not offered". */
export function termsWords(terms: LiveTerms, book: Pick<RateBook, 'services'>, format: Format): string {
  return `at its price plus ${markupsWords(terms, format)}; without an answer ${unansweredWords(terms.unanswered, book)}`;
}

/** Who carries a service, and how its price comes about. */
export function carriedWords({ kind, carriage, terms }: Service, book: Pick<RateBook, 'services'>, format: Format): string {
  if (carriage === null) return 'no carrier is named';
  const by = `carried by ${carriage.carrier} (${carriage.service})`;
  if (kind !== 'carrier' || terms === null) return `${by}, at own prices`;
  return `${by}, ${termsWords(terms, book, format)}`;
}

/** What a carrier said, in a few words. */
export function sideWords(side: CarrierSide, format: Format): string {
  switch (side.kind) {
    case 'rate':
      return `${side.carrier} asks ${format.money(side.amount)}`;
    case 'declined':
      return `${side.carrier} declined: ${side.message}`;
    case 'silent':
      return `${side.carrier} ${silenceWords[side.why]}`;
  }
}
