import type { Cart, PricedOption, Quote } from '@ostrakon/client';
import type { PlaceOrder } from '@ostrakon/core/contract';
import { useState } from 'react';
import { placeOrder, problemOf } from './door.ts';
import { useFront } from './FrontProvider.tsx';
import { FIELDS, type Field } from './parts/BuyerFields.tsx';
import { goTo, MAIL } from './place.ts';

export type Faults = Readonly<Partial<Record<Field | 'choice' | 'order', string>>>;

/** Places the order; what is wrong with it is told where it is, and nothing that was typed is lost. */
export function usePlacing(onStale: () => void) {
  const { basket, shop, words, change } = useFront();
  const [faults, setFaults] = useState<Faults>({});
  const [placing, setPlacing] = useState(false);

  const missing = (): Faults =>
    Object.fromEntries(FIELDS.flatMap(([field]) => (basket.buyer[field].trim() === '' ? [[field, words.fillIn]] : [])));

  const refused = (thrown: unknown) => {
    const problem = problemOf(thrown);
    const byField = Object.fromEntries((problem?.errors ?? []).map(({ pointer, detail }) => [pointer.replace('/buyer/', ''), detail]));
    if (problem?.code === 'quote-gone' || problem?.code === 'edition-gone') {
      setFaults({ order: words.priceChanged });
      onStale();
      return;
    }
    // What has a field is told there.
    const isTold = FIELDS.some(([field]) => byField[field] !== undefined);
    const order = problem?.message ?? (navigator.onLine ? words.failed : words.offline);
    setFaults({ ...byField, ...(!isTold && { order }) });
  };

  const place = async (cart: Cart, quote: Quote, chosen: readonly PricedOption[]) => {
    setPlacing(true);
    try {
      const placed = await placeOrder({
        reference: basket.reference,
        // The door reads the cart by the same schema a quote's is read by.
        cart: (({ language: _language, ...sold }) => sold)(cart) as PlaceOrder['cart'],
        edition: quote.edition,
        language: shop.language,
        choices: chosen.map(({ service, price }, part) => ({ ...(quote.consignments && { part }), service, price })),
        buyer: basket.buyer,
      });
      sessionStorage.setItem(MAIL, basket.buyer.mail);
      change((held) => ({ ...held, lines: [], reference: crypto.randomUUID(), begun: null, coupons: [] }));
      goTo({ at: 'placed', number: placed.number });
    } catch (thrown) {
      refused(thrown);
    } finally {
      setPlacing(false);
    }
  };

  return { faults, setFaults, missing, place, placing };
}
