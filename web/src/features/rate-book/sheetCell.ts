import { boundInBase, type Card, type Lane, type LedgerRow, type Offer, type TierResult, type Withheld } from '@ostrakon/core';
import type { Format } from '../../words/format.ts';
import { resultWords } from '../../words/laneSentence.ts';
import { differenceWords, reasonInShort, stretchInShort } from '../../words/quoteWords.ts';

export type Face = 'rates' | 'cart';

/** What a cell of the sheet shows. */
export interface CellWords {
  readonly main: string;
  readonly detail: string;
  readonly tone: 'price' | 'free' | 'withheld' | 'refer';
}

const resultsOf = (card: Card): readonly TierResult[] =>
  card.kind === 'flat' ? [card.result] : [...card.tiers.map((tier) => tier.result), card.above];

/** "$520 to $1,100", "$2.20 to $4.80": cents only where one of the two has them. */
function spanWords(least: number, most: number, format: Format): string {
  const ends = [format.money(least), format.money(most)];
  const whole = ends.every((end) => /[.,]00$/.test(end));
  return ends.map((end) => (whole ? end.replace(/[.,]00$/, '') : end)).join(' to ');
}

function rangeWords(card: Card, format: Format): string {
  const amounts = resultsOf(card).flatMap((result) => (result.kind === 'amount' ? [result.amount] : result.kind === 'free' ? [0] : []));
  if (amounts.length === 0) return resultWords(resultsOf(card)[0] ?? { kind: 'refer' }, format);
  const least = Math.min(...amounts);
  const most = Math.max(...amounts);
  if (least === most) return format.price(least);
  return least === 0 ? `Free to ${format.money(most)}` : spanWords(least, most, format);
}

function reachWords(card: Card, format: Format): string {
  if (card.kind === 'flat') return 'one price';
  const last = card.tiers.at(-1);
  if (card.above.kind === 'notOffered') return `up to ${format.bound(card.measure, last?.upTo ?? 0)}`;
  return `${card.tiers.length + 1} tiers by ${card.kind === 'weightTiers' ? 'weight' : card.kind === 'valueTiers' ? 'value' : 'items'}`;
}

export function ratesWords(lane: Lane, format: Format): CellWords {
  const main = rangeWords(lane.card, format);
  const detail = lane.freeFrom ? `free from ${format.money(lane.freeFrom.from).replace(/[.,]00$/, '')}` : reachWords(lane.card, format);
  return { main, detail, tone: main === 'Free' ? 'free' : 'price' };
}

function ledgerInShort(ledger: readonly LedgerRow[], format: Format): string {
  const row = ledger.at(-1);
  if (row?.code === 'freeFrom') return `free from ${format.money(row.from).replace(/[.,]00$/, '')}`;
  return row?.code === 'tier' ? stretchInShort(row, format) : 'one price';
}

/** What a cart gets in this lane, and by which tier. */
export function cartWords(answer: Offer | Withheld, format: Format): CellWords {
  if (answer.status === 'refer') return { main: 'Ask us', detail: 'shown as a message', tone: 'refer' };
  if (answer.status === 'priced') {
    return { main: format.price(answer.price), detail: ledgerInShort(answer.ledger, format), tone: answer.price === 0 ? 'free' : 'price' };
  }
  const [reason] = answer.reasons;
  const more = answer.reasons.length - 1;
  const detail = more > 0 ? `and ${more} more ${more === 1 ? 'reason' : 'reasons'}` : differenceWords(reason, format);
  return { main: reasonInShort(reason, format), detail, tone: 'withheld' };
}

/** Points of the tiny step line: x and y from 0 to 1, null where nothing is offered. */
export function stepLine(card: Card): { from: number; to: number; y: number | null }[] {
  const results = resultsOf(card);
  const bounds = card.kind === 'flat' ? [] : card.tiers.map((tier) => boundInBase(card.measure, tier.upTo));
  const end = (bounds.at(-1) ?? 1) * 1.25 || 1;
  const edges = [0, ...bounds, end];
  const most = Math.max(1, ...results.map((result) => (result.kind === 'amount' ? result.amount : 0)));
  return results.map((result, at) => ({
    from: (edges[at] ?? 0) / end,
    to: (edges[at + 1] ?? end) / end,
    y: result.kind === 'amount' ? result.amount / most : result.kind === 'free' ? 0 : null,
  }));
}
