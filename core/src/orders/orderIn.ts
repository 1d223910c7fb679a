import { z } from 'zod';
import { MassText } from '../measures/mass.ts';
import { Minor } from '../money/money.ts';
import { Id } from '../names/naming.ts';
import { Destination } from '../places/place.ts';
import { MOST_LINES, Quantity } from '../quote/request.ts';
import { Coupon } from '../rate-book/scope.ts';
import { Instant } from '../time/calendar.ts';

/** A file of orders has at most so many. */
export const MOST_ORDERS_IN_FILE = 1_000_000;

const line = (most: number) => z.string().trim().max(most, `At most ${most} characters`);

/** Who buys, as a shop keeps it: who calls by telephone may have no mail address, and files of before may lack what was not kept. */
export const KeptBuyer = z.strictObject({
  name: line(120).min(1, 'Write who receives it'),
  mail: z.union([z.literal(''), z.email('Write an address such as name@example.org').max(254)]),
  street: line(200),
  town: line(120),
  telephone: line(40).optional(),
});
export type KeptBuyer = z.infer<typeof KeptBuyer>;

/** Goods as they were sold: by article number, by name, or both. What is not said is taken from the article; goods the shop does not know are kept as they were sold. */
export const OrderLineIn = z
  .strictObject({
    product: z.string().trim().min(1).max(60).optional(),
    name: line(200).optional(),
    quantity: Quantity,
    /** Of one, in minor units. */
    unitPrice: Minor.optional(),
    weight: MassText.optional(),
  })
  .refine(({ product, name }) => product !== undefined || (name !== undefined && name !== ''), {
    path: ['name'],
    message: 'Say which goods these are',
  });
export type OrderLineIn = z.infer<typeof OrderLineIn>;

/** How far an order is that was not taken here: waiting, on its way, with its buyer, or called off. */
export const BroughtState = z.enum(['waiting', 'underWay', 'done', 'cancelled']);
export type BroughtState = z.infer<typeof BroughtState>;

/** An order as a file or a person says it. */
export const OrderIn = z.strictObject({
  /** How the shop knows it: the same one again is the same order. */
  reference: line(80).min(1, 'Write the number of the order'),
  placedAt: Instant,
  language: z.string().max(35).optional(),
  buyer: KeptBuyer.nullable(),
  destination: Destination,
  lines: z.array(OrderLineIn).min(1, 'An order has goods').max(MOST_LINES, `At most ${MOST_LINES} lines`),
  /** Off the goods, in minor units. */
  discount: Minor.default(0),
  coupons: z.array(Coupon).max(20, 'At most 20 coupons').default([]),
  service: Id,
  /** What the buyer paid for delivery; null is what the shop asked then. */
  charged: Minor.nullable().default(null),
  /** What its carrier was paid, where that is known. */
  carriage: Minor.nullable().default(null),
  state: BroughtState.default('waiting'),
});
export type OrderIn = z.infer<typeof OrderIn>;
