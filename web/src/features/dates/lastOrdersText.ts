import { dayText, type LastOrder, type PlainDate, type RateBook } from '@ostrakon/core';
import { beforeWords, type DateWords } from '../../words/promiseWords.ts';

/** A cell of the table; what is past stays to be seen. */
export function cellWords(order: LastOrder | undefined, words: DateWords, now: number): { text: string; tone: string } {
  if (!order) return { text: '–', tone: 'text-ash' };
  if ('why' in order) {
    if (order.why === 'carrierTells') return { text: 'as its carrier says', tone: 'text-ash' };
    return order.why === 'never' ? { text: 'not any more', tone: 'text-ash' } : { text: 'no date', tone: 'text-ochre' };
  }
  const past = Date.parse(order.before) <= now;
  const text = beforeWords(order.before, order.timeZone, words);
  return past ? { text: `too late since ${text}`, tone: 'text-ash' } : { text, tone: 'font-medium' };
}

/** The table as text for the shop's own page: a line for each zone, with plain spaces. */
export function asText(book: RateBook, orders: readonly LastOrder[], by: PlainDate, words: DateWords, now: number): string {
  const lines = book.zones.flatMap((zone) => {
    const open = orders.flatMap((order) => {
      if (order.zone !== zone.id || !('before' in order) || Date.parse(order.before) <= now) return [];
      const name = book.services.find(({ id }) => id === order.service)?.name ?? order.service;
      return [`${name} before ${beforeWords(order.before, order.timeZone, words)}`];
    });
    return open.length === 0 ? [] : [`${zone.name}: ${open.join('; ')}`];
  });
  return [`Order in time for ${dayText(by, words.locale, words.today)}`, ...lines].join('\n').replaceAll('\u00a0', ' ');
}

/** 24 December of this year, or of the next once it is past. */
export const nextEve = (today: PlainDate): PlainDate => `${Number(today.slice(0, 4)) + (today.slice(5) > '12-24' ? 1 : 0)}-12-24`;
