import { z } from 'zod';
import { MassText, massToMicrograms } from '../measures/mass.ts';
import { BasisPoints } from '../measures/percent.ts';
import { Minor } from '../money/money.ts';
import { Size } from '../packing/packaging.ts';
import { Destination } from '../places/place.ts';
import { Id } from '../rate-book/naming.ts';

export const MOST_LINES = 500;
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

const SAFE = BigInt(Number.MAX_SAFE_INTEGER);

/** Sums stay exact: totals of value and weight fit a safe integer. */
function totalsFit(lines: readonly CartLine[]): boolean {
  let value = 0n;
  let weight = 0n;
  for (const line of lines) {
    value += BigInt(line.unitPrice) * BigInt(line.quantity);
    weight += BigInt(line.weight === undefined ? 0 : massToMicrograms(line.weight)) * BigInt(line.quantity);
  }
  return value <= SAFE && weight <= SAFE;
}

export const Cart = z.strictObject({
  lines: z
    .array(CartLine)
    .max(MOST_LINES)
    .refine(totalsFit, 'This cart is too heavy or too dear to add up: at most 9,000 tonnes and 90 trillion'),
  discounts: z.array(Discount).max(20).default([]),
});
export type Cart = z.infer<typeof Cart>;

/** One cart and where it goes. */
export const QuoteRequest = z.strictObject({ ...Cart.shape, destination: Destination });
export type QuoteRequest = z.infer<typeof QuoteRequest>;
