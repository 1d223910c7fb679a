import { ratesOf } from '@ostrakon/carriers/rates';
import {
  type Admitted,
  admit,
  CarrierAnswers,
  type CartInput,
  type CompiledBook,
  compile,
  completeCart,
  consignmentsOf,
  fromDay,
  type Instant,
  instantToMs,
  isWaiting,
  localAt,
  marked,
  msToInstant,
  type Offer,
  type OpenAccount,
  type OrderMark,
  type Product,
  plan,
  type Quote,
  type RateAnswer,
  type RateAsk,
  type RateBook,
  settle,
} from '@ostrakon/core';
import { withCentroid } from '@ostrakon/core/centroids';
import { type FiledConsignment, type FiledOrder, filedPart } from '@ostrakon/core/contract';
import { type Chance, chance, type DemoBuyer, someBuyers } from './buyers.ts';

const DAY_MS = 86_400_000;

interface Shelf {
  readonly book: RateBook;
  readonly products: readonly Product[];
  readonly accounts: readonly OpenAccount[];
}

/** What people come for, and how often. */
const ERRANDS: readonly { readonly weight: number; readonly kinds: readonly string[]; readonly pieces: number; readonly each: number }[] = [
  { weight: 40, kinds: ['tools'], pieces: 2, each: 3 },
  { weight: 14, kinds: ['tools', 'glazes'], pieces: 3, each: 3 },
  { weight: 22, kinds: ['clay', 'tools'], pieces: 3, each: 2 },
  { weight: 10, kinds: ['clay'], pieces: 2, each: 3 },
  { weight: 8, kinds: ['glazes'], pieces: 3, each: 4 },
  { weight: 6, kinds: ['shelves', 'tools'], pieces: 2, each: 2 },
  { weight: 3, kinds: ['machines'], pieces: 1, each: 1 },
];

const kindOf = ({ group, id }: Product): string => (id === 'gift-card' ? 'none' : (group ?? 'tools'));

function cartFor(by: Chance, { products }: Shelf, to: DemoBuyer['to'], moment: Instant): CartInput {
  const { kinds, pieces, each } = by.weighed(ERRANDS);
  const lines = new Map<string, number>();
  for (let at = 0; at < 1 + by.below(pieces); at += 1) {
    const kind = kinds[at % kinds.length];
    const product = by.of(products.filter((one) => kindOf(one) === kind));
    lines.set(product.id, (lines.get(product.id) ?? 0) + 1 + by.below(each));
  }
  return {
    lines: [...lines].map(([product, quantity]) => ({ product, quantity })),
    discounts: [],
    destination: to,
    moment,
  };
}

/** Asks the stand-in carriers in place of the network. */
function askStandIns(accounts: readonly OpenAccount[], ask: RateAsk): RateAnswer {
  const account = accounts.find(({ id }) => id === ask.account);
  if (account?.kind !== 'service') return { status: 'silent', why: 'noAccount' };
  const parcels = ask.parcels.map(({ weight, sides, count }) => ({
    weight,
    count,
    ...(sides && { length: sides[0], width: sides[1], height: sides[2] }),
  }));
  const said = ratesOf(account.carrier, account.key, {
    from: { ...ask.from, residential: false },
    to: { ...ask.to, residential: ask.residential },
    parcels,
  });
  return {
    status: 'rates',
    rates: said.rates.map(({ total, ...rate }) => ({ ...rate, amount: total })),
    declined: said.declined.map(({ service, message }) => ({ service, message })),
  };
}

/** The quote of a cart with what the stand-in carriers say. */
function quoteWith(compiled: CompiledBook, admitted: Admitted, accounts: readonly OpenAccount[]): Quote {
  const answers = new Map<string, RateAnswer>();
  for (let round = 0; ; round += 1) {
    const planned = plan(compiled, admitted, new CarrierAnswers(answers, { costs: true }));
    if (planned.asks.size === 0 || round === 3) return settle(planned);
    for (const [key, ask] of planned.asks) answers.set(key, askStandIns(accounts, ask));
  }
}

type Priced = Extract<Offer, { status: 'priced' }>;
const priced = (options: readonly Offer[]): Priced[] => options.filter((offer): offer is Priced => offer.status === 'priced');

/** Most take the cheapest; some are in a hurry, and who lives near comes by. */
function chosenOf(by: Chance, options: readonly Offer[]): Priced | undefined {
  const all = priced(options);
  const [cheapest] = all.filter(({ service }) => service !== 'counter').sort((a, b) => a.price - b.price);
  const counter = all.find(({ service }) => service === 'counter');
  const roll = by.next();
  if (counter && (roll < 0.14 || !cheapest)) return counter;
  const fast = all.find(({ service }) => service === 'express' || service === 'van');
  return fast && roll > 0.82 ? fast : cheapest;
}

function choicesOf(by: Chance, { options, consignments }: Quote): FiledOrder['choices'] {
  const whole = chosenOf(by, options);
  if (whole) return [{ service: whole.service, price: whole.price }];
  const parts = consignments.map((part) => chosenOf(by, part.options));
  return parts.every((part) => part !== undefined)
    ? parts.map((part, at) => ({ part: at, service: (part as Priced).service, price: (part as Priced).price }))
    : [];
}

/** The days a part is looked at from, by the shop's clock. */
interface Days {
  readonly today: string;
  /** The last day on which it leaves so that its promise holds. */
  readonly leaves: string;
  readonly someDaysAgo: string;
}

/** What was marked of what is collected: most of it by its buyer, the rest still waits. */
function atCounter(by: Chance, { dueAt }: FiledConsignment, { today, leaves }: Days, now: Instant): OrderMark[] {
  if (dueAt === null || dueAt >= now) return [];
  return leaves < today && by.next() < 0.99 ? ['begin', 'pack', 'collect'] : ['begin', 'pack'];
}

/** What was marked of what is carried: it left in time, but for a few of the last days. */
function carried(by: Chance, part: FiledConsignment, { today, leaves, someDaysAgo }: Days): OrderMark[] {
  const forgotten = leaves > someDaysAgo && by.next() < 0.03;
  if (leaves < today && !forgotten)
    return (part.last ?? leaves) < today ? ['begin', 'pack', 'handOver', 'deliver'] : ['begin', 'pack', 'handOver'];
  const roll = by.next();
  if (leaves > today || roll > 0.35) return [];
  return roll < 0.2 ? ['begin', 'pack'] : ['begin'];
}

/** A part as far as it has come by now. */
function onItsWay(by: Chance, part: FiledConsignment, placedAt: Instant, now: Instant, timeZone: string): FiledConsignment {
  const dayOf = (instant: Instant) => localAt(instantToMs(instant), timeZone).day;
  const days = { today: fromDay(dayOf(now)), leaves: part.leavesOn ?? fromDay(dayOf(placedAt)), someDaysAgo: fromDay(dayOf(now) - 5) };
  const marks = part.kind === 'counter' ? atCounter(by, part, days, now) : carried(by, part, days);
  let { state } = part;
  const steps = [...part.steps];
  const from = instantToMs(placedAt);
  const span = Math.max(1, Math.min(instantToMs(now) - from, DAY_MS / 3));
  for (const [at, mark] of marks.entries()) {
    const to = marked(state, mark, part.kind) ?? state;
    const when = mark === 'deliver' ? from + 3 * DAY_MS : from + (span * (at + 1)) / (marks.length + 1);
    const moment = msToInstant(Math.min(Math.round(when), instantToMs(now)));
    steps.push({ at: moment, by: by.of(['Nell', 'Piet']), what: mark, from: state, to, note: '' });
    state = to;
  }
  return { ...part, state, steps };
}

/** How busy a day of the year is: potters glaze before Christmas and begin again in September. */
function busyOn(instant: number): number {
  const month = Number(new Date(instant).toISOString().slice(5, 7));
  return month === 11 || month === 12 ? 1.7 : month === 9 || month === 10 ? 1.2 : month === 7 || month === 8 ? 0.6 : 1;
}

/** Moments of so many orders over some months before now, later ones likelier in busy seasons and by day. */
function momentsOf(by: Chance, many: number, now: number, days: number): number[] {
  const moments: number[] = [];
  while (moments.length < many) {
    const at = now - Math.floor(by.next() * days * DAY_MS);
    const hour = new Date(at).getUTCHours();
    if (by.next() * 1.7 <= busyOn(at) * (hour >= 11 || hour < 3 ? 1 : 0.15)) moments.push(at);
  }
  return moments.sort((a, b) => a - b);
}

export interface PastOrders {
  readonly many: number;
  /** How far back they reach, in days. */
  readonly days: number;
  readonly now: Instant;
  readonly seed?: number;
}

/** Invented orders as they could have been placed by the live edition: the same from the same seed and moment. */
export function* pastOrders(shelf: Shelf, { many, days, now, seed = 20_261_123 }: PastOrders): Generator<FiledOrder> {
  const by = chance(seed);
  const compiled = compile(shelf.book);
  const products = new Map(shelf.products.map((product) => [product.id, product]));
  const buyers = someBuyers(Math.max(20, Math.round(many / 3.2)), by);
  const { timeZone } = shelf.book.shop;
  let last: DemoBuyer | undefined;
  let number = 1000;
  for (const moment of momentsOf(by, many, instantToMs(now), days)) {
    const placedAt = msToInstant(moment);
    // Now and then somebody remembers something within hours.
    const buyer = last && by.next() < 0.06 ? last : by.of(buyers);
    last = buyer;
    const cart = cartFor(by, shelf, buyer.to, placedAt);
    const opened = completeCart(compiled.places, cart, { products, now: placedAt, pointed: withCentroid });
    const admission = opened.ok ? admit(compiled, opened.request, placedAt) : null;
    if (!opened.ok || !admission?.ok) continue;
    const quote = quoteWith(compiled, admission.admitted, shelf.accounts);
    const choices = choicesOf(by, quote);
    if (choices.length === 0) continue;
    number += 1;
    const sold = opened.request.lines.map((line, at) => ({ ...line, product: (cart.lines[at] as { product: string }).product }));
    const consigned = consignmentsOf(compiled, quote, opened.request.lines, choices);
    const { to: _to, ...person } = buyer;
    yield {
      number,
      reference: `demo-${String(number).padStart(8, '0')}`,
      placedAt,
      edition: 1,
      language: by.next() < 0.12 ? 'fr-CA' : null,
      cart,
      sold,
      choices,
      delivery: choices.reduce((sum, { price }) => sum + price, 0),
      buyer: person,
      consignments: consigned.map((one) => onItsWay(by, filedPart(one, sold, placedAt, 'buyer'), placedAt, now, timeZone)).map(light),
    };
  }
}

/** What is long gone keeps its figures, not where each thing lay in its parcel. */
function light(part: FiledConsignment): FiledConsignment {
  if (isWaiting(part.state)) return part;
  return { ...part, parcels: part.parcels.map((parcel) => ({ ...parcel, placed: [] })) };
}
