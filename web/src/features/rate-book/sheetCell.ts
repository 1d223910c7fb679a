import {
  boundInBase,
  type Card,
  clockText,
  daysInShort,
  dimensionOf,
  isTiered,
  type Lane,
  type LedgerRow,
  type Measure,
  marginOf,
  momentBefore,
  type Offer,
  orderedOn,
  resultsOf,
  type Service,
  type TierResult,
  type Withheld,
} from '@ostrakon/core';
import { markupsWords, silenceWords } from '../../words/carrierWords.ts';
import type { Format } from '../../words/format.ts';
import { differenceWords, reasonInShort, stretchInShort } from '../../words/quoteWords.ts';
import { perWords, resultWords } from '../../words/resultWords.ts';

export type Face = 'rates' | 'cart' | 'margin' | 'promise' | 'live';

/** What a cell of the sheet shows. */
export interface CellWords {
  readonly main: string;
  readonly detail: string;
  /** The detail where there is little room. */
  readonly short?: string;
  readonly tone: 'price' | 'live' | 'standIn' | 'free' | 'withheld' | 'refer' | 'loss';
  /** Other than in the live edition. */
  readonly changed?: boolean;
}

/** "$520 to $1,100", "$2.20 to $4.80": cents only where one of the two has them. */
function spanWords(least: number, most: number, format: Format): string {
  const ends = [format.money(least), format.money(most)];
  const whole = ends.every((end) => /[.,]00$/.test(end));
  return ends.map((end) => (whole ? end.replace(/[.,]00$/, '') : end)).join(' to ');
}

/** The prices that stand on a card: of rates, the base. */
function amountsOf(card: Card): number[] {
  if (card.kind === 'firstAndFurther') return [card.first];
  if (card.kind === 'startedUnits') return [card.base + card.each];
  return resultsOf(card).flatMap((result) => {
    if (result.kind === 'amount') return [result.amount];
    if (result.kind === 'perUnit') return [result.base + result.each];
    return result.kind === 'free' ? [0] : [];
  });
}

function rangeWords(card: Card, format: Format): string {
  if (card.kind === 'percent') return format.percent(card.basisPoints);
  if (card.kind === 'chargesOnly') return 'Charges only';
  const amounts = amountsOf(card);
  const [first = { kind: 'refer' as const }] = resultsOf(card);
  if (amounts.length === 0) return resultWords(first, format);
  const least = Math.min(...amounts);
  const most = Math.max(...amounts);
  if (least === most) return format.price(least);
  return least === 0 ? `Free to ${format.money(most)}` : spanWords(least, most, format);
}

const subjects = { mass: 'weight', money: 'value', count: 'items', length: 'size', distance: 'distance' } as const;
const subjectOf = (measure: Measure) => (measure === 'parcels' ? 'parcels' : subjects[dimensionOf(measure)]);

function reachWords(card: Card, format: Format): string {
  if (isTiered(card)) {
    if (card.above.kind === 'notOffered') return `up to ${format.bound(card.measure, card.tiers.at(-1)?.upTo ?? 0)}`;
    return `${card.tiers.length + 1} ${card.bands === 'graduated' ? 'bands' : 'tiers'} by ${subjectOf(card.measure)}`;
  }
  switch (card.kind) {
    case 'flat':
      return 'one price';
    case 'firstAndFurther':
      return `then ${format.money(card.further)} each`;
    case 'startedUnits':
      return `${format.money(card.each)} a started ${perWords(card.per.unit, card.per.measure, format)}`;
    case 'percent':
      return 'of goods value';
    case 'chargesOnly':
      return 'no price of its own';
    case 'twoWay':
      return `${subjectOf(card.rows.measure)} by ${subjectOf(card.columns.measure)}`;
  }
}

/** A carrier's service: whose price, and what is added. */
function liveWords({ carriage, terms }: Service, format: Format): CellWords | null {
  if (carriage === null || terms === null) return null;
  return { main: carriage.carrier, detail: `plus ${markupsWords(terms, format)}`, tone: 'live' };
}

/** "Free from $50" of a card that is free on some tiers and not offered on all others; null of any other. */
function onlyFree(card: Card, format: Format): string | null {
  if (!isTiered(card)) return null;
  const results = resultsOf(card);
  const free = results.findIndex(({ kind }) => kind === 'free');
  if (free === -1 || results.some(({ kind }) => kind !== 'free' && kind !== 'notOffered') || results.every(({ kind }) => kind === 'free'))
    return null;
  const last = results.findLastIndex(({ kind }) => kind === 'free');
  const edge = (tier: number) => {
    const bound = card.tiers[tier]?.upTo;
    return bound === undefined ? undefined : boundInBase(card.measure, bound);
  };
  const [above, upTo] = [edge(free - 1), edge(last)];
  return `Free ${stretchInShort({ measure: card.measure, ...(above !== undefined && { above }), ...(upTo !== undefined && { upTo }) }, format)}`;
}

export function ratesWords(lane: Lane, format: Format, service?: Service): CellWords {
  const live = service?.kind === 'carrier' ? liveWords(service, format) : null;
  if (live) return live;
  const main = rangeWords(lane.card, format);
  const only = onlyFree(lane.card, format);
  if (only !== null) return { main: only, detail: 'else not offered', tone: 'free' };
  const groups = lane.groupCards.length;
  const more = groups === 0 ? '' : `, ${groups === 1 ? 'one group' : `${groups} groups`} priced apart`;
  const detail = lane.freeFrom ? `free from ${format.money(lane.freeFrom.from).replace(/[.,]00$/, '')}` : reachWords(lane.card, format);
  return { main, detail: detail + more, tone: main === 'Free' ? 'free' : 'price' };
}

/** The row that says most about how a price came about. */
function ledgerInShort(ledger: readonly LedgerRow[], format: Format): string {
  const allowed = ledger.findLast(({ code }) => code === 'freeFrom' || code === 'allowance');
  if (allowed?.code === 'freeFrom') return `free from ${format.money(allowed.from).replace(/[.,]00$/, '')}`;
  if (allowed?.code === 'allowance') return allowed.name;
  const asked = ledger.find(({ code }) => code === 'carrierRate');
  if (asked?.code === 'carrierRate') return asked.carrier;
  const tier = ledger.find(({ code }) => code === 'tier' || code === 'twoWay');
  if (tier?.code === 'tier') return stretchInShort(tier, format);
  if (tier?.code === 'twoWay') return stretchInShort(tier.row, format);
  return ledger.some(({ code }) => code === 'charge') ? 'with charges' : 'one price';
}

/** What a cart gets in this lane, and by which tier. */
export function cartWords(answer: Offer | Withheld, format: Format): CellWords {
  if (answer.status === 'refer') return { main: 'Ask us', detail: 'shown as a message', tone: 'refer' };
  if (answer.status === 'priced') {
    const silent = answer.standIn && answer.carriers?.find(({ kind }) => kind !== 'rate');
    if (silent) return { main: format.price(answer.price), detail: `stands in for ${silent.carrier}`, tone: 'standIn' };
    const live = answer.ledger.some(({ code }) => code === 'carrierRate');
    const tone = answer.price === 0 ? 'free' : live ? 'live' : 'price';
    return { main: format.price(answer.price), detail: ledgerInShort(answer.ledger, format), tone };
  }
  const [reason] = answer.reasons;
  const more = answer.reasons.length - 1;
  const detail = more > 0 ? `and ${more} more ${more === 1 ? 'reason' : 'reasons'}` : differenceWords(reason, format);
  return { main: reasonInShort(reason, format), detail, tone: 'withheld' };
}

/** What is left of a cart's price once its carrier is paid. */
export function marginWords(answer: Offer | Withheld, format: Format): CellWords {
  if (answer.status !== 'priced') return cartWords(answer, format);
  const found = marginOf(answer);
  if (found) {
    const { margin, carriage, packaging } = found;
    return {
      main: `${margin < 0 ? '' : '+'}${format.money(margin)}`,
      ...(packaging > 0 && { short: `${format.plain(carriage)} + ${format.plain(packaging)}` }),
      detail: packaging === 0 ? `cost ${format.money(carriage)}` : `cost ${format.money(carriage)} + ${format.plain(packaging)}`,
      tone: margin < 0 ? 'loss' : 'price',
    };
  }
  const unknown = answer.carriers?.find(({ kind }) => kind !== 'rate');
  if (unknown?.kind === 'silent' && unknown.why === 'waiting') return { main: 'asking…', detail: unknown.carrier, tone: 'refer' };
  if (unknown?.kind === 'silent')
    return { main: 'Cost not known', detail: `${unknown.carrier} ${silenceWords[unknown.why]}`, tone: 'refer' };
  if (unknown?.kind === 'declined') return { main: 'Cost not known', detail: `${unknown.carrier} declines`, tone: 'refer' };
  return { main: '–', detail: 'no carrier named', tone: 'refer' };
}

/** When a cart arrives by this lane, and until when to order. */
export function promiseWords(answer: Offer | Withheld, locale: string, format: Format): CellWords {
  if (answer.status !== 'priced') return cartWords(answer, format);
  const { promise } = answer;
  if (!promise)
    return { main: 'No date', detail: answer.undated === 'datesOff' ? 'dates are switched off' : 'not dated yet', tone: 'refer' };
  const before = momentBefore(promise.orderBefore, promise.timeZone);
  const on = before.date === orderedOn(promise) ? '' : `${daysInShort(before.date, before.date, locale)}, `;
  // A day keeps its month beside it where a cell breaks its line.
  const days = daysInShort(promise.first, promise.last, locale).replace(/(\w) (\w)/g, '$1\u00a0$2');
  const main = promise.readyAt === undefined ? days : `${days}, ${clockText(promise.readyAt, promise.timeZone, locale)}`;
  return { main, detail: `before ${on}${format.time(before.time)}`, tone: 'price' };
}

/** What a cart gets in the draft, beside what the live edition gives it. */
export function againstLiveWords(answer: Offer | Withheld, live: Offer | Withheld | undefined, format: Format): CellWords {
  const now = cartWords(answer, format);
  const noLane = live === undefined || (live.status === 'withheld' && live.reasons[0].code === 'noLane');
  if (noLane) return { ...now, detail: 'new, not live yet', changed: true };
  const was = cartWords(live, format);
  if (was.main === now.main) return { ...now, detail: 'as live' };
  return { ...now, detail: `live: ${was.main}`, changed: true };
}

/** Points of the tiny step line: x and y from 0 to 1, null where nothing is offered. Cards without tiers have none. */
export function stepLine(card: Card): { from: number; to: number; y: number | null }[] {
  if (!isTiered(card) && card.kind !== 'flat') return [];
  const results = resultsOf(card);
  const bounds = isTiered(card) ? card.tiers.map((tier) => boundInBase(card.measure, tier.upTo)) : [];
  const end = (bounds.at(-1) ?? 1) * 1.25 || 1;
  const edges = [0, ...bounds, end];
  const heightOf = (result: TierResult) =>
    result.kind === 'amount' ? result.amount : result.kind === 'perUnit' ? result.base + result.each : 0;
  const most = Math.max(1, ...results.map(heightOf));
  return results.map((result, at) => ({
    from: (edges[at] ?? 0) / end,
    to: (edges[at + 1] ?? end) / end,
    y: result.kind === 'notOffered' || result.kind === 'refer' ? null : heightOf(result) / most,
  }));
}
