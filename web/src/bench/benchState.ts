import { CartInput, type CartInputLine, type Discount, isProductLine, type Trial } from '@ostrakon/core';
import { z } from 'zod';

/** What the bench holds: one cart and address, the trial it came from, and the option the buyer picked. */
export const BenchState = z.object({ cart: CartInput, trial: z.string().nullable(), chosen: z.string().nullable() });
export type BenchState = z.infer<typeof BenchState>;

export type BenchEvent =
  | { kind: 'addProduct'; product: string }
  | { kind: 'addGoods'; line: CartInputLine }
  | { kind: 'setQuantity'; at: number; quantity: number }
  | { kind: 'setDiscount'; discount: Discount | null }
  | { kind: 'setDestination'; destination: CartInput['destination'] }
  | { kind: 'choose'; service: string }
  | { kind: 'load'; trial: Trial }
  | { kind: 'saved'; trial: string }
  | { kind: 'clear' };

export const emptyBench = (country: string): BenchState => ({
  cart: { lines: [], discounts: [], destination: { country } },
  trial: null,
  chosen: null,
});

function withProduct(lines: readonly CartInputLine[], product: string): CartInputLine[] {
  const held = lines.some((line) => isProductLine(line) && line.product === product);
  if (!held) return [...lines, { product, quantity: 1 }];
  return lines.map((line) => (isProductLine(line) && line.product === product ? { ...line, quantity: line.quantity + 1 } : line));
}

function reduceCart(cart: CartInput, event: BenchEvent): CartInput {
  switch (event.kind) {
    case 'addProduct':
      return { ...cart, lines: withProduct(cart.lines, event.product) };
    case 'addGoods':
      return { ...cart, lines: [...cart.lines, event.line] };
    case 'setQuantity':
      return {
        ...cart,
        lines: cart.lines.flatMap((line, at) =>
          at !== event.at ? [line] : event.quantity > 0 ? [{ ...line, quantity: event.quantity }] : [],
        ),
      };
    case 'setDiscount':
      return { ...cart, discounts: event.discount ? [event.discount] : [] };
    case 'setDestination':
      return { ...cart, destination: event.destination };
    case 'load':
      return event.trial.cart;
    case 'clear':
      return { ...cart, lines: [], discounts: [] };
    case 'choose':
    case 'saved':
      return cart;
  }
}

export function reduceBench(state: BenchState, event: BenchEvent): BenchState {
  const cart = reduceCart(state.cart, event);
  switch (event.kind) {
    case 'choose':
      return { ...state, chosen: event.service };
    case 'load':
      return { cart, trial: event.trial.id, chosen: null };
    case 'saved':
      return { ...state, trial: event.trial };
    case 'clear':
      return { ...state, cart, trial: null };
    default:
      return { ...state, cart };
  }
}

const KEY = 'ostrakon-bench';

/** The bench as it was left, or undefined. */
export function readBench(storage: Pick<Storage, 'getItem'>): BenchState | undefined {
  try {
    return BenchState.parse(JSON.parse(storage.getItem(KEY) ?? ''));
  } catch {
    return undefined;
  }
}

export function keepBench(storage: Pick<Storage, 'setItem'>, state: BenchState): void {
  storage.setItem(KEY, JSON.stringify(state));
}
