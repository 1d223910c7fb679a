import {
  admit,
  CarrierAnswers,
  type CartInput,
  type CartInputLine,
  type CompiledBook,
  completeCart,
  consignmentsOf,
  type GoodsById,
  type Instant,
  instantToMs,
  isWaiting,
  type OrderIn,
  type OrderLineIn,
  type OrderState,
  plan,
  resolveCart,
  settle,
  splitByWeights,
} from '@ostrakon/core';
import { withCentroid } from '@ostrakon/core/centroids';
import {
  type BroughtFault,
  type FiledConsignment,
  type FiledOrder,
  filedPart,
  type OrderNote,
  type SoldLine,
} from '@ostrakon/core/contract';
import { priceOf } from './chosenPrice.ts';

/** A book orders are planned by; the edition is null where none was live at the time of the order. */
export interface PlanningBook {
  readonly edition: number | null;
  readonly compiled: CompiledBook;
  readonly products: GoodsById;
}

type Fault = Pick<BroughtFault, 'code' | 'what'>;

/** An order as it is filed, but for its number; or why it is not taken. */
export type PlannedOrder =
  | { readonly ok: true; readonly filed: Omit<FiledOrder, 'number'>; readonly unknown: readonly string[] }
  | { readonly ok: false; readonly fault: Fault };

const LEAST_DAY = '2010-01-01';
/** Clocks of shops and of this machine differ a little. */
const AHEAD_MS = 86_400_000;

/** An order that is not taken, and why. */
export class PlanRefused extends Error {
  readonly fault: Fault;
  constructor(code: Fault['code'], what = '') {
    super(code);
    this.fault = { code, what };
  }
}

interface CartRead {
  readonly cart: CartInput;
  readonly sold: readonly (string | undefined)[];
  /** Articles the shop does not have. */
  readonly unknown: readonly string[];
}

function lineOf(line: OrderLineIn, products: GoodsById): CartInputLine {
  const { product, name, quantity, unitPrice, weight } = line;
  const known = product === undefined ? undefined : products.get(product);
  if (!known || product === undefined) {
    if (unitPrice === undefined) throw new PlanRefused('noPrice', product ?? name ?? '');
    return { name: name ?? product ?? '', quantity, unitPrice, delivered: true, ...(weight !== undefined && { weight }) };
  }
  const asSold = { product, quantity };
  if ((unitPrice === undefined || unitPrice === known.price) && weight === undefined) return asSold;
  const resolved = resolveCart({ lines: [asSold], discounts: [], destination: { country: 'CA' } }, products);
  const [described] = resolved.ok ? resolved.request.lines : [];
  return { ...(described as SoldLine), ...(unitPrice !== undefined && { unitPrice }), ...(weight !== undefined && { weight }) };
}

/** The cart an order was, its goods by the articles they are: what was paid and weighed otherwise is described on the spot. */
export function cartOfOrder(order: Pick<OrderIn, 'lines' | 'discount' | 'coupons' | 'destination'>, products: GoodsById): CartRead {
  const { lines, discount, coupons, destination } = order;
  return {
    cart: {
      lines: lines.map((line) => lineOf(line, products)),
      discounts: discount > 0 ? [{ kind: 'amount', amount: discount }] : [],
      destination,
      ...(coupons.length > 0 && { coupons }),
    },
    sold: lines.map(({ product }) => product),
    unknown: lines.flatMap(({ product }) => (product !== undefined && !products.get(product) ? [product] : [])),
  };
}

/** Where an order that was not taken here has come to. */
function stateOf(state: OrderIn['state'], kind: FiledConsignment['kind']): OrderState {
  const collected = kind === 'counter';
  const states = { waiting: 'new', underWay: collected ? 'packed' : 'handedOver', done: collected ? 'collected' : 'delivered' } as const;
  return state === 'cancelled' ? 'cancelled' : states[state];
}

/** A part as far as it has come: what is long gone keeps its figures, not where each thing lay in its parcel. */
function broughtPart(
  part: FiledConsignment,
  order: OrderIn,
  { at, by }: { at: Instant; by: string },
  carriage: number | null,
): FiledConsignment {
  const state = stateOf(order.state, part.kind);
  const known = carriage === null ? part : { ...part, carriage };
  if (state === 'new') return known;
  const steps = [...known.steps, { at, by, what: 'broughtIn' as const, from: 'new' as const, to: state, note: '' }];
  const parcels = isWaiting(state) ? known.parcels : known.parcels.map((parcel) => ({ ...parcel, placed: [] }));
  return { ...known, state, steps, parcels };
}

/** What an order says that cannot be, whatever its goods are. */
function requirePossible(order: OrderIn, { book }: CompiledBook, now: Instant): void {
  const { placedAt, service, state, buyer } = order;
  if (instantToMs(placedAt) > instantToMs(now) + AHEAD_MS) throw new PlanRefused('inFuture', placedAt.slice(0, 10));
  if (placedAt < LEAST_DAY) throw new PlanRefused('tooLongAgo', placedAt.slice(0, 10));
  if (!book.services.some(({ id }) => id === service)) throw new PlanRefused('noService', service);
  if (state === 'waiting' && !(buyer && buyer.street !== '' && buyer.town !== '')) throw new PlanRefused('nowhereToSend');
}

/** What one service asks for a cart at its moment, as far as it can be told without asking a carrier. */
function quoteBy({ compiled, products }: PlanningBook, cart: CartInput, { placedAt: moment, service }: OrderIn) {
  const opened = completeCart(compiled.places, { ...cart, moment }, { products, now: moment, pointed: withCentroid });
  const admission = opened.ok ? admit(compiled, opened.request, moment) : null;
  if (!opened.ok || !admission?.ok) throw new PlanRefused('tooMuch');
  const planned = plan(compiled, admission.admitted, new CarrierAnswers(), { ledger: false, service });
  return { quote: settle(planned), lines: opened.request.lines, unasked: planned.asks.size > 0 };
}

function planned(order: OrderIn, by: PlanningBook, who: { now: Instant; by: string }): PlannedOrder {
  const { reference, placedAt, language = null, buyer, service, charged, carriage } = order;
  const { edition, compiled, products } = by;
  requirePossible(order, compiled, who.now);
  const { cart, sold: articles, unknown } = cartOfOrder(order, products);
  const { quote, lines, unasked } = quoteBy(by, cart, order);
  const quoted = priceOf(quote, [{ service, price: 0 }]);
  const paid = charged ?? quoted ?? 0;
  // What a carrier would have said then nobody can tell now.
  const untold = edition === null || (quoted === null && unasked);
  const notes: OrderNote[] = quoted === paid || untold ? [] : [{ code: 'chargeDiffers', charged: paid, quoted }];
  const choices = [{ service, price: paid }];
  const sold = lines.map((line, at): SoldLine => ({ ...line, ...(articles[at] !== undefined && { product: articles[at] }) }));
  const parts = consignmentsOf(compiled, quote, lines, choices).map((one) => filedPart(one, sold, placedAt, 'buyer'));
  if (parts.length === 0) throw new PlanRefused('nothingToDeliver');
  const weights = parts.map(({ weight }) => Math.max(1, weight));
  const carriages = carriage === null ? null : splitByWeights(carriage, weights);
  const brought = { at: who.now, by: who.by };
  return {
    ok: true,
    filed: {
      ...{ reference, placedAt, edition, language, cart: { ...cart, moment: placedAt }, sold, choices, delivery: paid, notes, buyer },
      consignments: parts.map((part, at) => broughtPart(part, order, brought, carriages?.[at] ?? null)),
    },
    unknown,
  };
}

/**
 * Plans an order that was taken elsewhere as if it had been placed by the edition of its time, without asking any carrier.
 * @param who brings it in, and when
 */
export function planOrder(order: OrderIn, by: PlanningBook, who: { readonly now: Instant; readonly by: string }): PlannedOrder {
  try {
    return planned(order, by, who);
  } catch (error) {
    if (error instanceof PlanRefused) return { ok: false, fault: error.fault };
    // The sums of a cart that is too heavy or too dear.
    if (error instanceof Error && error.name === 'ZodError') return { ok: false, fault: { code: 'tooMuch', what: '' } };
    throw error;
  }
}
