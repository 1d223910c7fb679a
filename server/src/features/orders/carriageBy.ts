import { type CartInput, carriageAsk, type RateAnswer, type RateAsk, type RateBook } from '@ostrakon/core';
import { planIn } from '../../persistence/orderRow.ts';
import type { CarriageOf } from './togetherStore.ts';

/** What carriage of parcels costs by what carriers say now; null where nobody carries them, or nobody answers. */
export function carriageBy(
  book: () => RateBook,
  answers: (asks: ReadonlyMap<string, RateAsk>) => Promise<ReadonlyMap<string, RateAnswer>>,
): CarriageOf {
  return async (row, cart, parcels) => {
    const { destination, others = [] } = JSON.parse(cart) as Pick<CartInput, 'destination' | 'others'>;
    const to = row.to === 0 ? destination : others[row.to - 1];
    if (!to || planIn(row).carried === null) return null;
    const asked = carriageAsk(book(), { service: row.service, origin: row.origin, to, parcels, value: 0 });
    if (!asked) return null;
    const said = (await answers(new Map([['parcels', asked.ask]]))).get('parcels');
    if (said?.status !== 'rates') return null;
    return said.rates.find(({ service }) => service === asked.service)?.amount ?? null;
  };
}
