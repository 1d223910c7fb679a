import { type Conditions, inScope, type Lane, type RateBook } from '@ostrakon/core';
import { cardRuns, type Run, rangeWords } from './cardSentence.ts';
import type { Format } from './format.ts';
import { couponWords, dateWords, goodsSetWords, limitWords, type Names, weekdayWords } from './ruleSentence.ts';

export type { Run } from './cardSentence.ts';

const NO_NAMES: Names = { zones: [], services: [], goodsGroups: [] };

/** What a lane asks for besides ranges: "with the coupon CLUB", "on Tuesday and Friday". */
export function conditionWords({ goods, coupons, dates, weekdays }: Conditions, names: Names, format: Format): string[] {
  return [
    ...(goods === null ? [] : [`for ${goodsSetWords(goods, names, format)}`]),
    ...(coupons.length === 0 ? [] : [couponWords(coupons, format)]),
    ...(dates === null ? [] : [dateWords(dates, format)]),
    ...(weekdays === null ? [] : [`on ${weekdayWords(weekdays, format)}`]),
  ];
}

/** The whole rule of a lane, read back. */
export function laneSentence(lane: Lane, format: Format, names: Names = NO_NAMES): Run[] {
  const limits = lane.limits.length === 0 ? [] : [`for ${format.list(lane.limits.map((limit) => limitWords(limit, format)))}`];
  const asked = [...limits, ...conditionWords(lane.conditions, names, format)];
  const offered: Run[] = asked.length === 0 ? [] : [{ text: ' Offered only ' }, { text: asked.join(', '), strong: true }, { text: '.' }];
  const groups = lane.groupCards.flatMap(({ group, card }): Run[] => {
    const name = names.goodsGroups.find(({ id }) => id === group)?.name ?? group;
    return [{ text: ` ${name}: ` }, ...cardRuns(card, format), { text: '.' }];
  });
  const range = rangeWords(lane, format);
  const free: Run[] = lane.freeFrom
    ? [
        { text: ' ' },
        { text: `Free when goods come to ${format.money(lane.freeFrom.from)} or more`, strong: true },
        {
          text: `, ${lane.freeFrom.measure === 'valueAfterDiscounts' ? 'after' : 'before'} discounts${lane.freeFrom.coversCharges ? '' : ', but for charges'}.`,
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
    ...cardRuns(lane.card, format),
    { text: '.' },
    ...groups,
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
