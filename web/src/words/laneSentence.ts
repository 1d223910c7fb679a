import { type Conditions, inScope, type Lane, type LiveTerms, type RateBook, type Service } from '@ostrakon/core';
import { cardRuns, type Run, rangeWords } from './cardSentence.ts';
import { markupsWords, unansweredWords } from './carrierWords.ts';
import { dateWords } from './dateWords.ts';
import type { Format } from './format.ts';
import { couponWords, goodsSetWords, limitWords, type Names } from './ruleSentence.ts';

const adds = ({ markup: { basisPoints, amount, least }, seasons = [] }: LiveTerms) =>
  basisPoints > 0 || amount > 0 || least !== null || seasons.length > 0;

export type { Run } from './cardSentence.ts';

const NO_NAMES: Names = { zones: [], services: [], goodsGroups: [] };

/** What a lane asks for besides ranges: "with the coupon CLUB", "on Tuesday and Friday". */
export function conditionWords({ goods, coupons, dates, weekdays }: Conditions, names: Names, format: Format): string[] {
  return [
    ...(goods === null ? [] : [`for ${goodsSetWords(goods, names, format)}`]),
    ...(coupons.length === 0 ? [] : [couponWords(coupons, format)]),
    ...(dates === null ? [] : [dateWords(dates, format)]),
    ...(weekdays === null ? [] : [`on ${format.weekdays(weekdays)}`]),
  ];
}

/** The prices of a lane: its cards, or the carrier's and what holds without an answer. */
function priceRuns(lane: Lane, format: Format, names: Names, service: Service | undefined): Run[] {
  const groups = lane.groupCards.flatMap(({ group, card }): Run[] => {
    const name = names.goodsGroups.find(({ id }) => id === group)?.name ?? group;
    return [{ text: ` ${name}: ` }, ...cardRuns(card, format), { text: '.' }];
  });
  const cards = [...cardRuns(lane.card, format), { text: '.' }, ...groups];
  const { carriage, terms } = service ?? {};
  if (service?.kind !== 'carrier' || !carriage || !terms) return cards;
  const asked: Run[] = [
    { text: 'Priced by asking ' },
    { text: carriage.carrier, strong: true },
    ...(adds(terms) ? [{ text: ', plus ' }, { text: markupsWords(terms, format), strong: true }] : []),
    { text: '; without an answer ' },
    { text: unansweredWords(terms.unanswered, names), strong: true },
    { text: '.' },
  ];
  return terms.unanswered.kind === 'card' ? [...asked, { text: ' Those prices: ' }, ...cards] : asked;
}

/** The whole rule of a lane, read back; of a carrier's service where it is given. */
export function laneSentence(lane: Lane, format: Format, names: Names = NO_NAMES, service?: Service): Run[] {
  const limits = lane.limits.length === 0 ? [] : [`for ${format.list(lane.limits.map((limit) => limitWords(limit, format)))}`];
  const asked = [...limits, ...conditionWords(lane.conditions, names, format)];
  const offered: Run[] = asked.length === 0 ? [] : [{ text: ' Offered only ' }, { text: asked.join(', '), strong: true }, { text: '.' }];
  const range = rangeWords(lane, format);
  const free: Run[] = lane.freeFrom
    ? [
        { text: ' ' },
        { text: `Free when goods come to ${format.money(lane.freeFrom.from)} or more`, strong: true },
        {
          text: `, ${lane.freeFrom.measure === 'valueAfterDiscounts' ? 'after' : 'before'} discounts${lane.freeFrom.byItself ? ', each consignment by itself' : ''}${lane.freeFrom.coversCharges ? '' : ', but for charges'}.`,
        },
      ]
    : [];
  const days = lane.transit;
  const transit: Run[] = days
    ? [
        { text: ' Takes ' },
        {
          text: days.least === days.most ? format.count(days.most, 'day') : `${days.least} to ${format.count(days.most, 'day')}`,
          strong: true,
        },
        { text: '.' },
      ]
    : [];
  return [
    ...priceRuns(lane, format, names, service),
    ...(range === '' ? [] : [{ text: ' With charges it is ' }, { text: range, strong: true }, { text: '.' }]),
    ...offered,
    ...free,
    ...transit,
  ];
}

/** The charges and allowances of the book that count for a lane, by name. */
export function rulesOfLane(book: RateBook, at: { zone: string; service: string }) {
  const here = <T extends RateBook['charges'][number] | RateBook['allowances'][number]>(rules: readonly T[]) =>
    rules.filter(({ scope, inUse }) => inUse && inScope(scope, at.service, at.zone));
  return { charges: here(book.charges), allowances: here(book.allowances) };
}
