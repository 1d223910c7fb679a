import {
  type CartInput,
  type CartLine,
  type CompiledBook,
  consignmentsOf,
  type Instant,
  instantToMs,
  isProductLine,
  type KeptBuyer,
  type Quote,
} from '@ostrakon/core';
import type { OrderNote, PlaceOrder, PublicRoutes, SoldLine } from '@ostrakon/core/contract';
import type { Handlers } from '../../http/door.ts';
import { HttpProblem } from '../../http/problems.ts';
import type { Caller } from '../../http/publicDoor.ts';
import { chargedFor, isOffered, priceOf } from './chosenPrice.ts';
import type { NewOrder, OrderStore } from './orderStore.ts';

/** What the page of a buyer could only claim: it is taken from the shop's own server. Where it stands; null where there is none. */
function claimIn({ cart: { lines, discounts, lastOrderAt, moment }, edition, buyerId }: PlaceOrder): string | null {
  const described = lines.findIndex((line) => !isProductLine(line));
  if (described >= 0) return `/cart/lines/${described}`;
  if (discounts.length > 0) return '/cart/discounts';
  if (lastOrderAt !== undefined) return '/cart/lastOrderAt';
  if (buyerId !== undefined) return '/buyerId';
  if (edition === undefined) return '/edition';
  return moment === undefined ? null : '/cart/moment';
}

/** A cart by an edition, as the owner sees it. */
export interface QuotedOrder {
  readonly edition: number;
  readonly compiled: CompiledBook;
  readonly quote: Quote;
  readonly lines: readonly CartLine[];
}

export interface OrderSources {
  /** What a cart is offered by an edition; goods the shop does not have are refused. */
  quoteOf(cart: CartInput, edition: number, buyerId?: string): Promise<QuotedOrder>;
  /** A digest of the shop's own reference of a buyer. */
  markOf(buyerId: string): string;
  /** The edition that is live. */
  live(): number;
  /** The edition that was live at an instant; null before the first. */
  liveAt(instant: Instant): number | null;
  readonly now: () => Instant;
}

/** Goods as they were sold, with the products they were. */
const soldLines = (cart: CartInput, lines: readonly CartLine[]): SoldLine[] =>
  lines.map((line, at) => {
    const asked = cart.lines[at];
    return asked && isProductLine(asked) ? { ...line, product: asked.product } : line;
  });

/** An order as it is kept: its goods as sold, and the parts it travels in. */
export function plannedOrder(
  order: Omit<PlaceOrder, 'buyer'> & { readonly buyer: KeptBuyer },
  { edition, compiled, quote, lines }: QuotedOrder,
  notes: OrderNote[],
): NewOrder {
  const { reference, cart, choices, language, buyer } = order;
  return {
    ...{ reference, cart, choices, buyer, edition, language: language ?? null, notes },
    sold: soldLines(cart, lines),
    consigned: consignmentsOf(compiled, quote, lines, choices),
  };
}

/** Orders as checkouts place them. A page is charged what the shop offers now; the shop's own server says what it charged. */
export function orderHandlers(orders: OrderStore, { quoteOf, markOf, live, liveAt, now }: OrderSources) {
  const fromServer = async (body: PlaceOrder, name: string) => {
    const bought = body.cart.moment ?? now();
    const at = body.edition ?? liveAt(bought);
    if (at === null) throw new HttpProblem('nothing-published', 'Nothing was published yet when this was bought.');
    const told = await quoteOf({ ...body.cart, moment: bought }, at, body.buyerId);
    const quoted = priceOf(told.quote, body.choices);
    const charged = chargedFor(body.choices);
    const notes: OrderNote[] = quoted === charged ? [] : [{ code: 'chargeDiffers', charged, quoted }];
    const planned = plannedOrder(body, told, notes);
    if (planned.consigned.length === 0)
      throw new HttpProblem('quote-gone', 'None of its services was there when this was bought, so nobody could tell how it travels.');
    const placedAt = instantToMs(bought) < instantToMs(now()) ? bought : undefined;
    const buyerMark = body.buyerId === undefined ? undefined : markOf(body.buyerId);
    return orders.place({ ...planned, placedAt, ...(buyerMark !== undefined && { buyerMark }) }, `key ${name}`);
  };
  const fromPage = async (body: PlaceOrder) => {
    // A buyer buys by what is live; the shop's own server may hand in what was bought before.
    const told = body.edition === live() ? await quoteOf(body.cart, live()) : null;
    if (!told || !isOffered(told.quote, body.choices)) {
      throw new HttpProblem(
        'quote-gone',
        'What was chosen is not offered for this cart at this price any more. Ask for its options again.',
      );
    }
    return orders.place(plannedOrder(body, told, []), 'buyer');
  };
  return {
    'POST /orders': async ({ body, who }) => {
      const claimed = who.key === null ? claimIn(body) : null;
      if (claimed !== null) {
        const detail = 'This is taken with a server key for orders only.';
        throw new HttpProblem('key-needed', detail, { errors: [{ pointer: claimed, detail }] });
      }
      const known = await orders.find(body.reference);
      return known ?? (who.key === null ? fromPage(body) : fromServer(body, who.key.name));
    },
  } satisfies Handlers<PublicRoutes, Caller, 'POST /orders'>;
}
