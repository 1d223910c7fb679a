import type { Transit } from '../dispatch/dispatchCalendar.ts';
import { orderedOn } from '../promise/promiseText.ts';
import type { Pricing } from '../rate-book/rateBook.ts';
import { toDay } from '../time/plainDate.ts';
import type { Priced } from './joinAnswers.ts';
import type { Offer } from './quoteTypes.ts';

/** Days until it arrives, or at least on the way. */
function daysUntil({ promise, transit }: Priced): Transit | undefined {
  if (!promise) return transit;
  const today = toDay(orderedOn(promise));
  return { least: toDay(promise.first) - today, most: toDay(promise.last) - today };
}

/** Cheapest or fastest first; what has no price or no known time comes last. Equals stay in the owner's order. */
export function sortOffers(options: Offer[], order: Pricing['order']): Offer[] {
  if (order === 'owner' || options.length < 2) return options;
  const rank = (offer: Offer) => {
    if (offer.status === 'refer') return Infinity;
    if (order === 'cheapest') return offer.price;
    const days = daysUntil(offer);
    return days ? days.most * 1000 + days.least : Number.MAX_SAFE_INTEGER;
  };
  return options.sort((a, b) => (rank(a) === rank(b) ? 0 : rank(a) - rank(b)));
}
