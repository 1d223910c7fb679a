import type { CartInput, GoodsById, Offer, RateBook } from '@ostrakon/core';
import type { GoodsFound, OfferedByHand, OptionsByHand, OrderByHand, OrderNote, OrderPlaced } from '@ostrakon/core/contract';
import { HttpProblem } from '../../http/problems.ts';
import { priceOf } from './chosenPrice.ts';
import { cartOfOrder, PlanRefused } from './orderPlanner.ts';
import { plannedOrder, type QuotedOrder } from './orderRoutes.ts';
import type { OrderStore } from './orderStore.ts';

export interface ByHandSources {
  readonly orders: OrderStore;
  /** What a cart is offered by what is live. */
  quoteOf(cart: CartInput): Promise<QuotedOrder>;
  readonly products: () => ReadonlyMap<string, { readonly id: string; readonly name: string; readonly price: number }>;
  book(): RateBook;
}

/** Goods that are found at once. */
const MOST_FOUND = 20;

type Priced = Extract<Offer, { status: 'priced' }>;

/** Orders that come by telephone or over the counter: quoted like any other, and charged as was agreed. */
export class ByHand {
  readonly #sources: ByHandSources;

  constructor(sources: ByHandSources) {
    this.#sources = sources;
  }

  goods(text: string): GoodsFound {
    const looked = text.toLowerCase();
    const goods: GoodsFound['goods'] = [];
    for (const { id, name, price } of this.#sources.products().values()) {
      if (goods.length === MOST_FOUND) break;
      if (id.toLowerCase().includes(looked) || name.toLowerCase().includes(looked)) goods.push({ id, name, price });
    }
    return { goods };
  }

  #cart(order: OptionsByHand) {
    try {
      const { cart, sold } = cartOfOrder(order, this.#sources.products() as unknown as GoodsById);
      return { cart, sold };
    } catch (error) {
      if (!(error instanceof PlanRefused)) throw error;
      const at = order.lines.findIndex(({ product, name }) => (product ?? name) === error.fault.what);
      const detail = 'The shop does not have these goods: write what one costs.';
      throw new HttpProblem('desk-refused', detail, { errors: [{ pointer: `/lines/${at}/unitPrice`, detail }] });
    }
  }

  async options(order: OptionsByHand): Promise<OfferedByHand> {
    const { quote, compiled } = await this.#sources.quoteOf(this.#cart(order).cart);
    const { services } = compiled.book;
    const named = (id: string) => services.find((service) => service.id === id)?.name ?? id;
    const priced = quote.options.filter((offer): offer is Priced => offer.status === 'priced');
    return {
      options: priced.map(({ service, price, promise }) => ({
        ...{ service, name: named(service), price },
        ...{ first: promise?.first ?? null, last: promise?.last ?? null },
      })),
      others: services.flatMap(({ id, name }) => (priced.some(({ service }) => service === id) ? [] : [{ service: id, name }])),
    };
  }

  async place(order: OrderByHand, by: string): Promise<OrderPlaced> {
    const known = await this.#sources.orders.find(order.reference);
    if (known) return known;
    const { cart, sold } = this.#cart(order);
    const told = await this.#sources.quoteOf(cart);
    const { reference, language, buyer, service, charged } = order;
    const quoted = priceOf(told.quote, [{ service, price: 0 }]);
    const price = charged ?? quoted ?? 0;
    const notes: OrderNote[] = quoted === price ? [] : [{ code: 'chargeDiffers', charged: price, quoted }];
    const choices = [{ service, price }];
    const planned = plannedOrder({ ...{ reference, cart, choices, buyer }, ...(language !== undefined && { language }) }, told, notes);
    if (planned.consigned.length === 0) {
      const detail = 'Nothing of this is delivered by this service.';
      throw new HttpProblem('desk-refused', detail, { errors: [{ pointer: '/service', detail }] });
    }
    const withArticles = planned.sold.map((line, at) => ({ ...line, ...(sold[at] !== undefined && { product: sold[at] }) }));
    return this.#sources.orders.place({ ...planned, sold: withArticles }, by);
  }
}
