import { placeFindings, type RateBook } from '@ostrakon/core';

export interface NextStep {
  readonly id: string;
  readonly to: string;
  readonly name: string;
  readonly why: string;
}

/**
 * What an owner may do next, in the order in which it is worth most: what is done is not among it.
 * @param isLive whether an edition is live
 */
export function nextSteps(book: RateBook, isLive: boolean): readonly NextStep[] {
  const { locations, packing, shop, zones } = book;
  const dated = locations.filter(({ dispatch }) => dispatch !== null);
  const closed = shop.closed.length > 0 || dated.some(({ dispatch }) => (dispatch?.closed.length ?? 0) > 0);
  const steps: readonly (readonly [isDone: boolean, step: NextStep])[] = [
    [
      packing.packaging.some(({ inUse }) => inUse),
      { id: 'packaging', to: '/shop/packaging', name: 'Say what you pack into', why: 'until then a sample carton stands in' },
    ],
    [
      zones.length > 1 || shop.served.length <= 1,
      { id: 'zone', to: '/recipes/nearFar', name: 'Add a second zone', why: 'for places that cost you more' },
    ],
    [
      zones.length === 0 || placeFindings(book).length === 0,
      { id: 'found', to: '/proof', name: 'Look at what was found', why: 'some places you serve need a look' },
    ],
    [
      dated.length > 0,
      { id: 'cut-off', to: '/dates/dispatch', name: 'Say when orders are packed', why: 'so that buyers read when their order arrives' },
    ],
    [
      closed,
      { id: 'holidays', to: '/dates/dispatch', name: 'Add closed days and public holidays', why: 'so that no arrival is told for them' },
    ],
    [isLive, { id: 'publish', to: '/publish', name: 'Publish', why: 'buyers see nothing of the draft before' }],
    [false, { id: 'checkout', to: '/publish', name: 'Connect your checkout', why: 'the page to publish says how it asks for prices' }],
  ];
  return steps.filter(([isDone]) => !isDone).map(([, step]) => step);
}
