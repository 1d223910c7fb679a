import type { Instant } from '../time/calendar.ts';

/** When a cart is bought, and by whom, where that counts. */
export interface Circumstances {
  readonly moment?: Instant;
  readonly coupons?: readonly string[];
  readonly lastOrderAt?: Instant;
  readonly cartStartedAt?: Instant;
}

/** The circumstances of a cart, as a cart of its own would state them. */
export const circumstancesOf = ({
  moment,
  coupons,
  lastOrderAt,
  cartStartedAt,
}: { readonly [K in keyof Circumstances]: Circumstances[K] | undefined }) => ({
  ...(moment !== undefined && { moment }),
  ...(coupons && coupons.length > 0 && { coupons: [...coupons] }),
  ...(lastOrderAt !== undefined && { lastOrderAt }),
  ...(cartStartedAt !== undefined && { cartStartedAt }),
});
