import { CartInput, type CartInputLine, type Discount, isProductLine, type Trial } from '@ostrakon/core';
import { z } from 'zod';

/** What the bench holds: one cart and address, the trial it came from, and the option the buyer picked. */
export const BenchState = z.object({
  cart: CartInput,
  trial: z.string().nullable(),
  chosen: z.string().nullable(),
  /** What the buyer picked for each of several consignments, by its place. */
  chosenOf: z.record(z.string(), z.string()).default({}),
});
export type BenchState = z.infer<typeof BenchState>;

export type BenchEvent =
  | { kind: 'addProduct'; product: string }
  | { kind: 'addGoods'; line: CartInputLine }
  | { kind: 'setQuantity'; at: number; quantity: number }
  | { kind: 'setDiscount'; discount: Discount | null }
  | { kind: 'setDestination'; destination: CartInput['destination'] }
  | { kind: 'setCoupons'; coupons: string[] }
  /** When the cart is quoted; null is now, and forgets how long ago things were. */
  | { kind: 'setMoment'; moment: string | null }
  /** How many minutes before the moment the buyer ordered last, or started the cart; null is never. */
  | { kind: 'setAgo'; what: 'lastOrderAt' | 'cartStartedAt'; minutes: number | null; now: string }
  | { kind: 'addAddress' }
  | { kind: 'setOther'; at: number; destination: CartInput['destination'] }
  | { kind: 'removeOther'; at: number }
  /** Sends a line, or one piece of it, to an address. */
  | { kind: 'sendTo'; at: number; to: number; piece?: boolean }
  | { kind: 'choose'; service: string; consignment?: number }
  | { kind: 'load'; trial: Trial }
  /** A cart that shows something, saved nowhere. */
  | { kind: 'put'; cart: CartInput }
  | { kind: 'saved'; trial: string }
  | { kind: 'clear' };

export const emptyBench = (country: string): BenchState => ({
  cart: { lines: [], discounts: [], destination: { country } },
  trial: null,
  chosen: null,
  chosenOf: {},
});

const toOf = (line: CartInputLine) => line.to ?? 0;

/** The same goods to the same address are one line. */
const alike = (a: CartInputLine, b: CartInputLine) =>
  isProductLine(a) && isProductLine(b) && a.product === b.product && toOf(a) === toOf(b);

function withLine(lines: readonly CartInputLine[], added: CartInputLine): CartInputLine[] {
  const held = lines.findIndex((line) => alike(line, added));
  if (held === -1) return [...lines, added];
  return lines.map((line, at) => (at === held ? { ...line, quantity: line.quantity + added.quantity } : line));
}

const addressed = ({ to: _to, ...line }: CartInputLine, to: number): CartInputLine => (to === 0 ? line : { ...line, to }) as CartInputLine;

function sent(lines: readonly CartInputLine[], { at, to, piece }: { at: number; to: number; piece?: boolean }): CartInputLine[] {
  const line = lines[at];
  if (!line || toOf(line) === to) return [...lines];
  const parted = piece === true && line.quantity > 1;
  const rest = lines.flatMap((held, index) => (index !== at ? [held] : parted ? [{ ...held, quantity: held.quantity - 1 }] : []));
  return withLine(rest, addressed(parted ? { ...line, quantity: 1 } : line, to));
}

/** Lines of a removed address go to the first one; later addresses move up. */
function withoutAddress(cart: CartInput, gone: number): CartInput {
  const others = (cart.others ?? []).filter((_other, at) => at !== gone);
  const lines = cart.lines.reduce<CartInputLine[]>((list, line) => {
    const to = toOf(line);
    return withLine(list, addressed(line, to === gone + 1 ? 0 : to > gone + 1 ? to - 1 : to));
  }, []);
  const { others: _others, ...rest } = cart;
  return { ...rest, lines, ...(others.length > 0 && { others }) };
}

const minutesBefore = (moment: string, minutes: number) => new Date(Date.parse(moment) - minutes * 60_000).toISOString();

/** The moment moves, and what lies before it with it. */
function atMoment(cart: CartInput, moment: string | null): CartInput {
  const { moment: old, lastOrderAt, cartStartedAt, ...rest } = cart;
  if (moment === null) return rest;
  const shifted = (instant: string | undefined) =>
    instant === undefined || old === undefined ? undefined : minutesBefore(moment, (Date.parse(old) - Date.parse(instant)) / 60_000);
  const [order, start] = [shifted(lastOrderAt), shifted(cartStartedAt)];
  return { ...rest, moment, ...(order !== undefined && { lastOrderAt: order }), ...(start !== undefined && { cartStartedAt: start }) };
}

function ago(cart: CartInput, { what, minutes, now }: Extract<BenchEvent, { kind: 'setAgo' }>): CartInput {
  const { [what]: _old, ...rest } = cart;
  const moment = cart.moment ?? now;
  return minutes === null ? rest : { ...rest, moment, [what]: minutesBefore(moment, minutes) };
}

function reduceCart(cart: CartInput, event: BenchEvent): CartInput {
  switch (event.kind) {
    case 'addProduct':
      return { ...cart, lines: withLine(cart.lines, { product: event.product, quantity: 1 }) };
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
    case 'setCoupons': {
      const { coupons: _old, ...rest } = cart;
      return event.coupons.length === 0 ? rest : { ...rest, coupons: event.coupons };
    }
    case 'setMoment':
      return atMoment(cart, event.moment);
    case 'setAgo':
      return ago(cart, event);
    case 'addAddress':
      return { ...cart, others: [...(cart.others ?? []), { country: cart.destination.country }] };
    case 'setOther':
      return { ...cart, others: (cart.others ?? []).map((other, at) => (at === event.at ? event.destination : other)) };
    case 'removeOther':
      return withoutAddress(cart, event.at);
    case 'sendTo':
      return { ...cart, lines: sent(cart.lines, event) };
    case 'load':
      return event.trial.cart;
    case 'put':
      return event.cart;
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
      if (event.consignment !== undefined) return { ...state, chosenOf: { ...state.chosenOf, [event.consignment]: event.service } };
      return { ...state, chosen: event.service };
    case 'load':
      return { cart, trial: event.trial.id, chosen: null, chosenOf: {} };
    case 'put':
      return { cart, trial: null, chosen: null, chosenOf: {} };
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
