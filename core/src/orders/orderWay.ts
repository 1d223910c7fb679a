import { z } from 'zod';
import type { ServiceKind } from '../rate-book/rateBook.ts';

/** Where a consignment is on its way from the order to the buyer. */
export const OrderState = z.enum(['new', 'packing', 'packed', 'handedOver', 'delivered', 'collected', 'cancelled']);
export type OrderState = z.infer<typeof OrderState>;

/** What somebody at the desk says of a consignment. */
export const OrderMark = z.enum(['begin', 'pack', 'handOver', 'deliver', 'collect', 'cancel']);
export type OrderMark = z.infer<typeof OrderMark>;

/** States in which the shop still has the goods. */
export const WAITING: readonly OrderState[] = ['new', 'packing', 'packed'];

export const isWaiting = (state: OrderState): boolean => WAITING.includes(state);

const NEXT: Readonly<Record<OrderMark, (state: OrderState, atCounter: boolean) => OrderState | null>> = {
  begin: (state) => (state === 'new' ? 'packing' : null),
  pack: (state) => (state === 'new' || state === 'packing' ? 'packed' : null),
  handOver: (state, atCounter) => (state === 'packed' && !atCounter ? 'handedOver' : null),
  deliver: (state) => (state === 'handedOver' ? 'delivered' : null),
  collect: (state, atCounter) => (state === 'packed' && atCounter ? 'collected' : null),
  cancel: (state) => (isWaiting(state) ? 'cancelled' : null),
};

/**
 * Where a mark leads; null where it cannot be set.
 * @param kind how the consignment travels: what is collected at a counter is never handed over to a carrier
 */
export const marked = (state: OrderState, mark: OrderMark, kind: ServiceKind): OrderState | null => NEXT[mark](state, kind === 'counter');

/** The marks that can be set. */
export const marksFor = (state: OrderState, kind: ServiceKind): OrderMark[] =>
  OrderMark.options.filter((mark) => marked(state, mark, kind) !== null);

/** A step is taken back until the goods have left the shop. */
export const canStepBack = (state: OrderState): boolean => state === 'packing' || state === 'packed' || state === 'cancelled';
