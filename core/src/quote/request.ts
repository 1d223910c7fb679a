import { z } from 'zod';
import { DayLoad } from '../dispatch/dispatchCalendar.ts';
import { OwnCharge } from '../goods/product.ts';
import { MassText, massToMicrograms } from '../measures/mass.ts';
import { BasisPoints } from '../measures/percent.ts';
import { Minor } from '../money/money.ts';
import { Id } from '../names/naming.ts';
import { Size } from '../packing/packaging.ts';
import { Destination } from '../places/place.ts';
import { Coupon } from '../rate-book/scope.ts';
import { Instant } from '../time/calendar.ts';

export const MOST_LINES = 500;
/** The most addresses besides the first. */
export const MOST_ADDRESSES = 49;
export const Quantity = z.int().min(1, 'At least one').max(100_000, 'At most 100,000');

/** Goods of one kind in a cart. */
export const CartLine = z.strictObject({
  name: z.string().trim().max(200).optional(),
  quantity: Quantity,
  /** Price of one, in minor units. */
  unitPrice: Minor,
  /** Weight of one. Without it the line counts as weightless and the quote says so. */
  weight: MassText.optional(),
  /** Outside size of one. Without it the line is packed by weight only and the quote says so. */
  size: Size.optional(),
  /** Goods group; none is the default group. */
  group: Id.optional(),
  /** Location it leaves from; none lets the shop's first suitable one send it. */
  origin: Id.optional(),
  /** Travels in the box it comes in. */
  ownBox: z.boolean().optional(),
  /** This side up. */
  upright: z.boolean().optional(),
  /** Nothing may lie over it. */
  fragile: z.boolean().optional(),
  /** Packing days on top of the location's own. */
  extraPackingDays: z.int().min(0).max(60).optional(),
  /** A delivery charge of its own for each one. */
  ownCharge: OwnCharge.optional(),
  /** Which address it goes to: 0 or absent is `destination`, 1 the first of `others`. */
  to: z.int().min(0).max(MOST_ADDRESSES).optional(),
  /** False for goods that are not delivered, such as a gift card. */
  delivered: z.boolean().default(true),
});
export type CartLine = z.infer<typeof CartLine>;

/** Money off the whole cart. Percentages apply to what earlier discounts left. */
export const Discount = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('amount'), amount: Minor }),
  z.strictObject({ kind: z.literal('percent'), basisPoints: BasisPoints }),
]);
export type Discount = z.infer<typeof Discount>;

/** Sums stay exact: totals of value and weight fit a safe integer. */
export function totalsFit(lines: readonly CartLine[]): boolean {
  // Beyond the safe integers a sum is only nearly right; it is far from the bound by then, or past it.
  let value = 0;
  let weight = 0;
  for (const line of lines) {
    value += line.unitPrice * line.quantity;
    weight += (line.weight === undefined ? 0 : massToMicrograms(line.weight)) * line.quantity;
    if (value > Number.MAX_SAFE_INTEGER || weight > Number.MAX_SAFE_INTEGER) return false;
  }
  return true;
}

export const TOTALS_TOO_LARGE = 'This cart is too heavy or too dear to add up: at most 9,000 tonnes and 90 trillion';

export const Cart = z.strictObject({
  lines: z.array(CartLine).max(MOST_LINES).refine(totalsFit, TOTALS_TOO_LARGE),
  discounts: z.array(Discount).max(20).default([]),
});
export type Cart = z.infer<typeof Cart>;

/** Who buys, and when: what coupons, windows and weekdays are tested on. */
export const Circumstances = z.strictObject({
  /** Codes the buyer typed in. */
  coupons: z.array(Coupon).max(20, 'At most 20 coupons').optional(),
  /** When the quote is asked for; without it, nothing that depends on the time holds. */
  moment: Instant.optional(),
  /** When the buyer last placed an order. */
  lastOrderAt: Instant.optional(),
  /** When this cart was started. */
  cartStartedAt: Instant.optional(),
});
export type Circumstances = z.infer<typeof Circumstances>;

/** Further addresses, which lines name by number. */
export const Addresses = { destination: Destination, others: z.array(Destination).max(MOST_ADDRESSES).optional() };

/** Every line goes to an address there is. */
export function addressesExist(
  { lines, others = [] }: { lines: readonly { to?: number | undefined }[]; others?: readonly Destination[] | undefined },
  context: z.RefinementCtx,
): void {
  lines.forEach(({ to = 0 }, at) => {
    if (to <= others.length) return;
    context.addIssue({ code: 'custom', message: 'There is no such address', path: ['lines', at, 'to'], input: to });
  });
}

/** One cart, where it goes, who buys when, and how many orders the shop has taken so far. */
export const QuoteRequest = z
  .strictObject({ ...Cart.shape, ...Addresses, ...Circumstances.shape, loads: z.array(DayLoad).max(20_000).readonly().optional() })
  .superRefine(addressesExist);
export type QuoteRequest = z.infer<typeof QuoteRequest>;
