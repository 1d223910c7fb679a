import { type Card, isTiered, type Side, type TieredCard, type TierResult } from '@ostrakon/core';
import type { Format } from './format.ts';
import { measureWords } from './quoteWords.ts';
import { goodsWords, perWords, resultWords } from './resultWords.ts';

/** A run of a sentence; `strong` marks what the owner set. */
export interface Run {
  readonly text: string;
  readonly strong?: boolean;
}

const strong = (text: string): Run => ({ text, strong: true });

function asClause(result: TierResult, format: Format, measure?: TieredCard['measure']): string {
  if (result.kind === 'notOffered') return 'it is not offered';
  if (result.kind === 'refer')
    return result.words === undefined ? 'the buyer is asked to write to us' : `the buyer reads “${result.words}”`;
  return resultWords(result, format, measure).replace('Free', 'free');
}

function tieredRuns(card: TieredCard, format: Format): Run[] {
  const subject = card.kind === 'valueTiers' ? 'goods value' : measureWords[card.measure].toLowerCase();
  const head = { text: card.bands === 'graduated' ? `Each band of ${subject} adds its own rate:` : `Priced by ${subject}:` };
  const clause = (result: TierResult) => asClause(result, format, card.measure);
  if (card.kind === 'valueTiers' && card.writing === 'from') {
    const results = [...card.tiers.map((tier) => tier.result), card.above];
    const from = (at: number) => format.money(at === 0 ? 0 : (card.tiers[at - 1]?.upTo ?? 0) + 1);
    return [head, ...results.flatMap((result, at) => [{ text: at === 0 ? ' ' : ', ' }, strong(`${clause(result)} from ${from(at)}`)])];
  }
  const bounds = card.tiers.map((tier) => format.bound(card.measure, tier.upTo));
  const runs = card.tiers.flatMap((tier, at) => [{ text: at === 0 ? ' ' : ', ' }, strong(`${clause(tier.result)} up to ${bounds[at]}`)]);
  const priced = card.above.kind === 'amount' || card.above.kind === 'perUnit' || card.above.kind === 'percent';
  return [head, ...runs, { text: `; over ${bounds.at(-1)} ${priced ? 'it is ' : ''}` }, strong(clause(card.above))];
}

const sideWords = (side: Side, format: Format) =>
  `${measureWords[side.measure].toLowerCase()} (${side.bounds.length + 1} steps to ${format.bound(side.measure, side.bounds.at(-1) ?? 0)} and above)`;

function twoWayRuns(card: Extract<Card, { kind: 'twoWay' }>, format: Format): Run[] {
  const amounts = card.results.flat().flatMap((result) => (result.kind === 'amount' ? [result.amount] : result.kind === 'free' ? [0] : []));
  const span =
    amounts.length === 0
      ? 'no fixed price'
      : Math.min(...amounts) === Math.max(...amounts)
        ? format.price(Math.min(...amounts))
        : `${format.price(Math.min(...amounts))} to ${format.price(Math.max(...amounts))}`;
  const rest = card.results.flat();
  const has = (kind: TierResult['kind']) => rest.some((result) => result.kind === kind);
  const others = [...(has('notOffered') ? ['some not offered'] : []), ...(has('refer') ? ['some to be asked for'] : [])];
  return [
    { text: 'Priced by ' },
    strong(`${sideWords(card.rows, format)} and ${sideWords(card.columns, format)}`),
    { text: ': ' },
    strong([span, ...others].join(', ')),
  ];
}

function baseRuns(card: Card, format: Format): Run[] {
  if (isTiered(card)) return tieredRuns(card, format);
  switch (card.kind) {
    case 'flat':
      if (card.result.kind === 'refer') {
        const text = asClause(card.result, format);
        return [{ text: text.charAt(0).toUpperCase() + text.slice(1) }];
      }
      return [{ text: 'Delivery costs ' }, strong(resultWords(card.result, format).replace('Free', 'nothing'))];
    case 'chargesOnly':
      return [{ text: 'No price of its own: the buyer pays ' }, strong('the charges alone')];
    case 'firstAndFurther': {
      const one = card.measure === 'parcels' ? 'parcel' : 'item';
      return [
        strong(`${format.money(card.first)} for the first ${one}`),
        { text: ' and ' },
        strong(`${format.money(card.further)} for each further one`),
      ];
    }
    case 'startedUnits': {
      const rate = `${format.money(card.each)} for each started ${perWords(card.per.unit, card.per.measure, format)}`;
      const of = { text: ` of ${measureWords[card.per.measure].toLowerCase()}` };
      return card.base === 0 ? [strong(rate), of] : [strong(format.money(card.base)), { text: ' and ' }, strong(rate), of];
    }
    case 'percent':
      return [{ text: 'Delivery costs ' }, strong(`${format.percent(card.basisPoints)} of ${goodsWords(card.of)}`)];
    case 'twoWay':
      return twoWayRuns(card, format);
  }
}

export function rangeWords({ floor, cap }: { floor: number | null; cap: number | null }, format: Format): string {
  if (floor !== null && cap !== null) return `at least ${format.money(floor)} and never more than ${format.money(cap)}`;
  if (floor !== null) return `at least ${format.money(floor)}`;
  return cap === null ? '' : `never more than ${format.money(cap)}`;
}

/** The price rule of a card, read back, without its full stop. */
export function cardRuns(card: Card, format: Format): Run[] {
  const range = 'floor' in card ? rangeWords(card, format) : '';
  return [...baseRuns(card, format), ...(range === '' ? [] : [{ text: '; ' }, strong(range)])];
}
