import type { Card, Lane, Limit, TierResult } from '@ostrakon/core';
import type { Format } from './format.ts';
import { measureWords } from './quoteWords.ts';

/** A run of a sentence; `strong` marks what the owner set. */
export interface Run {
  readonly text: string;
  readonly strong?: boolean;
}

export function resultWords(result: TierResult, format: Format): string {
  switch (result.kind) {
    case 'amount':
      return format.price(result.amount);
    case 'free':
      return 'Free';
    case 'notOffered':
      return 'not offered';
    case 'refer':
      return 'ask us';
  }
}

const asClause = (result: TierResult, format: Format) => {
  if (result.kind === 'notOffered') return 'it is not offered';
  return result.kind === 'refer' ? 'the buyer is asked to write to us' : resultWords(result, format).replace('Free', 'free');
};

function cardRuns(card: Card, format: Format): Run[] {
  if (card.kind === 'flat') {
    if (card.result.kind === 'refer') return [{ text: 'The buyer is asked to write to us' }];
    return [{ text: 'Delivery costs ' }, { text: resultWords(card.result, format).replace('Free', 'nothing'), strong: true }];
  }
  const subject = card.kind === 'valueTiers' ? 'goods value' : measureWords[card.measure].toLowerCase();
  const head = { text: `Priced by ${subject}:` };
  if (card.kind === 'valueTiers' && card.writing === 'from') {
    const results = [...card.tiers.map((tier) => tier.result), card.above];
    const from = (at: number) => format.money(at === 0 ? 0 : (card.tiers[at - 1]?.upTo ?? 0) + 1);
    return [
      head,
      ...results.flatMap((result, at): Run[] => [
        { text: at === 0 ? ' ' : ', ' },
        { text: `${asClause(result, format)} from ${from(at)}`, strong: true },
      ]),
    ];
  }
  const bounds = card.tiers.map((tier) => format.bound(card.measure, tier.upTo));
  const runs = card.tiers.flatMap((tier, at): Run[] => [
    { text: at === 0 ? ' ' : ', ' },
    { text: `${asClause(tier.result, format)} up to ${bounds[at]}`, strong: true },
  ]);
  const top = { text: `; over ${bounds.at(-1)} ${card.above.kind === 'amount' ? 'it is ' : ''}` };
  return [head, ...runs, top, { text: asClause(card.above, format), strong: true }];
}

export function limitWords(limit: Limit, format: Format): string {
  const name = measureWords[limit.measure].toLowerCase();
  const show = (bound: string | number) => format.bound(limit.measure, bound);
  if (limit.from === undefined) return `${name} up to ${show(limit.upTo ?? 0)}`;
  if (limit.upTo === undefined) return `${name} from ${show(limit.from)}`;
  return `${name} ${show(limit.from)} to ${show(limit.upTo)}`;
}

/** The whole rule of a lane, read back. */
export function laneSentence(lane: Lane, format: Format): Run[] {
  const limits: Run[] =
    lane.limits.length === 0
      ? []
      : [
          { text: ' Offered only for ' },
          { text: format.list(lane.limits.map((limit) => limitWords(limit, format))), strong: true },
          { text: '.' },
        ];
  const free: Run[] = lane.freeFrom
    ? [
        { text: ' ' },
        { text: `Free when goods come to ${format.money(lane.freeFrom.from)} or more`, strong: true },
        { text: lane.freeFrom.measure === 'valueAfterDiscounts' ? ', after discounts.' : ', before discounts.' },
      ]
    : [];
  return [...cardRuns(lane.card, format), { text: '.' }, ...limits, ...free];
}
