import { z } from 'zod';
import type { GoodsById } from '../goods/goodsRules.ts';
import type { Product } from '../goods/product.ts';
import { Addresses, addressesExist, Cart, CartLine, Circumstances, MOST_LINES, Quantity, type QuoteRequest } from './request.ts';

/** Goods of the shop's own list, by id. */
export const ProductLine = z.strictObject({ product: z.string().min(1).max(60), quantity: Quantity, to: CartLine.shape.to });
export type ProductLine = z.infer<typeof ProductLine>;

/** A cart line as a shop sends it: one of its products, or goods described on the spot. */
export const CartInputLine = z.union([ProductLine, CartLine]);
export type CartInputLine = z.infer<typeof CartInputLine>;

/** A cart, where it goes and who buys when, before its products are looked up: what the bench holds and the public API takes. */
export const CartInput = z
  .strictObject({
    lines: z.array(CartInputLine).max(MOST_LINES),
    discounts: Cart.shape.discounts,
    ...Addresses,
    ...Circumstances.shape,
  })
  .superRefine(addressesExist);
export type CartInput = z.infer<typeof CartInput>;

export type Resolved = { ok: true; request: QuoteRequest } | { ok: false; line: number; product: string };

export function isProductLine(line: CartInputLine): line is ProductLine {
  return 'product' in line;
}

/** A cart line with all that is known of a product; what is not set is left out. */
function toCartLine(product: Product, { quantity, to }: ProductLine): CartLine {
  const { name, price, delivered, weight, size, group, origin, ownBox, upright, fragile, extraPackingDays, ownCharge } = product;
  return {
    name,
    quantity,
    unitPrice: price,
    delivered,
    ...(weight !== null && { weight }),
    ...(size !== null && { size }),
    ...(group !== null && { group }),
    ...(origin !== null && { origin }),
    ...(ownBox && { ownBox }),
    ...(upright && { upright }),
    ...(fragile && { fragile }),
    ...(extraPackingDays > 0 && { extraPackingDays }),
    ...(ownCharge !== null && { ownCharge }),
    ...(to !== undefined && { to }),
  };
}

/** Goods that are not sold any more: there, and counted for nothing. */
const noLongerSold = ({ product, quantity }: ProductLine): CartLine => ({
  name: `${product}, no longer sold`,
  quantity,
  unitPrice: 0,
  delivered: false,
});

/** Puts prices and weights in place of product ids. */
export function resolveCart(cart: CartInput, products: GoodsById, missing: 'refused' | 'passedOver' = 'refused'): Resolved {
  const lines: CartLine[] = [];
  for (const [at, line] of cart.lines.entries()) {
    if (!isProductLine(line)) {
      lines.push(line);
      continue;
    }
    const product = products.get(line.product);
    if (product) lines.push(toCartLine(product, line));
    else if (missing === 'passedOver') lines.push(noLongerSold(line));
    else return { ok: false, line: at, product: line.product };
  }
  return { ok: true, request: { ...cart, lines } };
}
