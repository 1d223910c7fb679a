import type { Minor } from '../numbers/units.ts';
import { type Card, isTiered } from './card.ts';
import type { TierResult } from './result.ts';

/** A price paid once, or one paid for each unit. */
export type AmountKind = 'sum' | 'rate';
type MapAmount = (amount: Minor, what: AmountKind) => number;

function mapResult(result: TierResult, map: MapAmount): TierResult {
  if (result.kind === 'amount') return { ...result, amount: map(result.amount, 'sum') };
  if (result.kind !== 'perUnit') return result;
  // A rate alone stays a rate alone.
  const base = result.base === 0 ? 0 : map(result.base, 'sum');
  return { ...result, base, each: map(result.each, 'rate') };
}

/** A card with every price on it put through `map`; shares, floors and caps stay. */
export function mapAmounts(card: Card, map: MapAmount): Card {
  if (isTiered(card)) {
    const tiers = card.tiers.map((tier) => ({ ...tier, result: mapResult(tier.result, map) }));
    // Bounds are as they were, so they still fit the kind.
    return { ...card, tiers, above: mapResult(card.above, map) } as Card;
  }
  switch (card.kind) {
    case 'flat':
      return { ...card, result: mapResult(card.result, map) as typeof card.result };
    case 'twoWay':
      return { ...card, results: card.results.map((line) => line.map((result) => mapResult(result, map))) };
    case 'firstAndFurther':
      return { ...card, first: map(card.first, 'sum'), further: map(card.further, 'rate') };
    case 'startedUnits':
      return { ...card, base: map(card.base, 'sum'), each: map(card.each, 'rate') };
    case 'percent':
    case 'chargesOnly':
      return card;
  }
}
