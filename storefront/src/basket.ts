import type { Address, Cart, Line } from '@ostrakon/client';

/** What the buyer has put together; kept in the browser until it is ordered. */
export interface Basket {
  readonly lines: readonly Line[];
  /** Where the lines go by number; the first is always there. */
  readonly addresses: readonly Destination[];
  readonly coupons: readonly string[];
  readonly discounts: NonNullable<Cart['discounts']>;
  readonly buyer: Buyer;
  /** The same for as long as it is the same order. */
  readonly reference: string;
  /** When the first thing was put in. */
  readonly begun: string | null;
}

export interface Destination {
  readonly country: string;
  readonly subdivision: string;
  readonly postalCode: string;
  /** Sent with the bench's cart: a place on the map. */
  readonly point?: Address['point'];
}

export interface Buyer {
  readonly name: string;
  readonly mail: string;
  readonly street: string;
  readonly town: string;
}

const NOBODY: Buyer = { name: '', mail: '', street: '', town: '' };
export const nowhere = (country: string): Destination => ({ country, subdivision: '', postalCode: '' });

export const emptyBasket = (country: string): Basket => ({
  lines: [],
  addresses: [nowhere(country)],
  coupons: [],
  discounts: [],
  buyer: NOBODY,
  reference: crypto.randomUUID(),
  begun: null,
});

const isSame = (a: Line, b: Line) => 'product' in a && 'product' in b && a.product === b.product && (a.to ?? 0) === (b.to ?? 0);

/** One more of a product, or of a line that is there. */
export function withMore(basket: Basket, line: Line, now: string): Basket {
  const at = basket.lines.findIndex((one) => one === line || isSame(one, line));
  const lines =
    at < 0 ? [...basket.lines, line] : basket.lines.map((one, nth) => (nth === at ? { ...one, quantity: one.quantity + 1 } : one));
  return { ...basket, lines, begun: basket.begun ?? now };
}

export function withQuantity(basket: Basket, at: number, quantity: number): Basket {
  const lines = basket.lines.flatMap((line, nth) => (nth !== at ? [line] : quantity < 1 ? [] : [{ ...line, quantity }]));
  return { ...basket, lines, begun: lines.length === 0 ? null : basket.begun };
}

/** An address less; what went there goes to the first. */
export function withoutAddress(basket: Basket, gone: number): Basket {
  const lines = basket.lines.map((line) => {
    const to = line.to ?? 0;
    return to === gone ? { ...line, to: 0 } : to > gone ? { ...line, to: to - 1 } : line;
  });
  return { ...basket, lines, addresses: basket.addresses.filter((_, at) => at !== gone) };
}

const addressOf = ({ country, subdivision, postalCode, point }: Destination): Address => ({
  country,
  ...(subdivision !== '' && { subdivision }),
  ...(postalCode !== '' && { postalCode }),
  ...(point && { point }),
});

/** What the shop is asked for a basket. */
export function cartOf({ lines, addresses, coupons, discounts, begun }: Basket, language: string): Cart {
  const [first, ...others] = addresses.map(addressOf);
  return {
    lines: lines.map((line) => (others.length === 0 ? { ...line, to: 0 } : line)),
    destination: first ?? { country: 'CA' },
    ...(others.length > 0 && { others }),
    ...(coupons.length > 0 && { coupons: [...coupons] }),
    discounts,
    ...(begun !== null && { cartStartedAt: begun }),
    language,
  };
}

/** A cart of the bench, as a basket. */
export function basketOf(cart: Cart, country: string): Basket {
  const destinationOf = ({ country: of, subdivision = '', postalCode = '', point }: Address): Destination => ({
    country: of,
    subdivision,
    postalCode,
    ...(point && { point }),
  });
  return {
    ...emptyBasket(country),
    lines: cart.lines,
    addresses: [cart.destination, ...(cart.others ?? [])].map(destinationOf),
    coupons: cart.coupons ?? [],
    discounts: cart.discounts ?? [],
  };
}

const PLACE = 'shop-front-basket';

export function keptBasket(): Basket | null {
  try {
    const text = localStorage.getItem(PLACE);
    const kept = text === null ? null : (JSON.parse(text) as Basket);
    return kept && Array.isArray(kept.lines) && Array.isArray(kept.addresses) && typeof kept.buyer === 'object' ? kept : null;
  } catch {
    return null;
  }
}

export function keepBasket(basket: Basket): void {
  try {
    localStorage.setItem(PLACE, JSON.stringify(basket));
  } catch {
    // A browser that keeps nothing loses the basket with the page, and nothing else.
  }
}

const LATIN = /[^\x20-\x7e]/g;

/** A cart as it stands in an address of this page, and back. */
export function cartInAddress(text: string): Cart | null {
  try {
    const bytes = Uint8Array.from(atob(text.replaceAll('-', '+').replaceAll('_', '/')), (letter) => letter.charCodeAt(0));
    const cart = JSON.parse(new TextDecoder().decode(bytes)) as Cart;
    return Array.isArray(cart.lines) && typeof cart.destination?.country === 'string' ? cart : null;
  } catch {
    return null;
  }
}

/** A letter to the shop that brings the cart. */
export function letterTo(mail: string, subject: string, lines: readonly string[]): string {
  const body = lines.join('\r\n');
  return `mailto:${mail.replace(LATIN, '')}?subject=${encodeURIComponent(subject)}&body=${encodeURIComponent(body)}`;
}
