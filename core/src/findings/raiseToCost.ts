import type { Id } from '../names/naming.ts';
import { cardFor } from '../quote/basePrice.ts';
import { compile } from '../quote/compile.ts';
import { tierIndex } from '../quote/compiledResult.ts';
import { laneMeasures } from '../quote/laneMeasures.ts';
import { type Card, isTiered, type TierResult } from '../rate-book/card.ts';
import { laneOf, type RateBook } from '../rate-book/rateBook.ts';
import type { Survey } from '../surveys/survey.ts';
import { type Held, losses } from './belowCost.ts';

/** Prices are raised again where an ending or a charge left some below cost. */
const MOST_ROUNDS = 4;

/** The tier of a lane's card that priced a cart of a survey; 0 of one price. */
function tierOf(book: RateBook, { address, service, probe }: Held): number | null {
  const compiled = compile(book);
  const lane = compiled.zones.find(({ zone }) => zone.id === address.zone)?.lanes.find((one) => one?.service.id === service);
  if (!lane || lane.groupCards.size > 0) return null;
  const { table } = cardFor(lane, null);
  if (table.kind === 'one') return 0;
  if (table.kind !== 'tiers' || table.graduated) return null;
  const measures = laneMeasures(compiled, { zone: address.zone, service }, probe.lines, address.destination);
  return tierIndex(table.axis.reach, measures[table.axis.measure]);
}

const raisedResult = (result: TierResult, more: number): TierResult =>
  result.kind === 'amount' ? { ...result, amount: result.amount + more } : result;

function withRaised(card: Card, more: ReadonlyMap<number, number>): Card {
  if (card.kind === 'flat') return { ...card, result: raisedResult(card.result, more.get(0) ?? 0) } as Card;
  if (!isTiered(card)) return card;
  const tiers = card.tiers.map((tier, at) => ({ ...tier, result: raisedResult(tier.result, more.get(at) ?? 0) }));
  return { ...card, tiers, above: raisedResult(card.above, more.get(card.tiers.length) ?? 0) } as Card;
}

interface At {
  readonly zone: Id;
  readonly service: Id;
}

/** How much each tier of a lane lacks, at most; null where a price is none of its fixed sums. */
function lacking(book: RateBook, lost: readonly Held[], taxRate: number): ReadonlyMap<number, number> | null {
  const taxed = book.shop.pricing.tax === 'included' ? 1 + taxRate / 10_000 : 1;
  const more = new Map<number, number>();
  for (const loss of lost) {
    const tier = tierOf(book, loss);
    if (tier === null) return null;
    more.set(tier, Math.max(more.get(tier) ?? 0, Math.ceil((loss.cost - loss.price) * taxed)));
  }
  return more;
}

const withCard = (book: RateBook, { zone, service }: At, card: Card): RateBook => ({
  ...book,
  zones: book.zones.map((one) => {
    const lane = one.id === zone ? laneOf(one, service) : undefined;
    return lane ? { ...one, lanes: { ...one.lanes, [service]: { ...lane, card } } } : one;
  }),
});

/**
 * The card of a lane with every price that lost in a survey raised to what its carrier asked, tax on top where prices include it;
 * null where its prices are no fixed sums, or raising them does not help.
 */
export function raisedToCost(book: RateBook, survey: Survey, at: At): Card | null {
  const isHere = ({ service, address, price }: Held) => service === at.service && address.zone === at.zone && price > 0;
  let held = book;
  for (let round = 0; round <= MOST_ROUNDS; round += 1) {
    const zone = held.zones.find(({ id }) => id === at.zone);
    const card = zone && laneOf(zone, at.service)?.card;
    if (!zone || !card) return null;
    const lost = losses(compile(held), survey).filter(isHere);
    if (lost.length === 0) return round === 0 ? null : card;
    const more = lacking(held, lost, zone.taxRate);
    if (more === null) return null;
    held = withCard(held, at, withRaised(card, more));
  }
  return null;
}
