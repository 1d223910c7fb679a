import { z } from 'zod';
import type { DayLoad } from '../dispatch/dispatchCalendar.ts';
import type { GoodsById } from '../goods/goodsRules.ts';
import type { Destination } from '../places/place.ts';
import type { PlaceIndex } from '../places/placeIndex.ts';
import type { Instant } from '../time/calendar.ts';
import { CartInput, resolveCart } from './cartInput.ts';
import { type QuoteRequest, TOTALS_TOO_LARGE, totalsFit } from './request.ts';

/** What a request is completed from. */
export interface RequestSources {
  readonly products: GoodsById;
  /** The caller's present instant: of a request that names no moment. */
  readonly now: Instant;
  /** Orders taken so far. */
  readonly loads?: readonly DayLoad[] | undefined;
  /** Gives a destination the point it lies at, where the book asks for one and none is given. */
  readonly pointed?: ((places: Pick<PlaceIndex, 'needsPoint'>, to: Destination) => Destination) | undefined;
  /** What becomes of a line whose product is not sold any more: the request is refused, or the line counts for nothing. */
  readonly missing?: 'refused' | 'passedOver';
}

export type Opened =
  | { readonly ok: true; readonly request: QuoteRequest }
  | { readonly ok: false; readonly problem: { readonly code: 'unknownProduct'; readonly line: number; readonly product: string } };

/** The sums of a cart as its products make it are exact, too. */
const WholeCart = z.custom<QuoteRequest>((cart) => totalsFit((cart as QuoteRequest).lines), { message: TOTALS_TOO_LARGE, path: ['lines'] });

/**
 * Completes a cart that was read already: goods by their products, addresses by the points they lie at, the moment by
 * the caller's clock.
 * @throws ZodError at `lines` when the cart is too heavy or too dear to add up
 */
export function completeCart(places: Pick<PlaceIndex, 'needsPoint'>, cart: CartInput, sources: RequestSources): Opened {
  const { products, now, loads, pointed, missing = 'refused' } = sources;
  const resolved = resolveCart(cart, products, missing);
  if (!resolved.ok) return { ok: false, problem: { code: 'unknownProduct', line: resolved.line, product: resolved.product } };
  const { request } = resolved;
  WholeCart.parse(request);
  const at = (to: Destination) => (pointed ? pointed(places, to) : to);
  return {
    ok: true,
    request: {
      ...request,
      moment: request.moment ?? now,
      destination: at(request.destination),
      ...(loads && { loads }),
      ...(request.others && { others: request.others.map(at) }),
    },
  };
}

/**
 * Reads and completes a request: the first step of every quote.
 * @param body a `CartInput`
 * @throws ZodError naming the fields at fault
 */
export function openRequest(places: Pick<PlaceIndex, 'needsPoint'>, body: unknown, sources: RequestSources): Opened {
  return completeCart(places, CartInput.parse(body), sources);
}
