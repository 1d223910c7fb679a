import type { CartLine, QuoteRequest } from '../quote/request.ts';
import type { Allowance, Effect } from '../rate-book/allowance.ts';
import type { Card } from '../rate-book/card.ts';
import type { Charge } from '../rate-book/charge.ts';
import type { Lane } from '../rate-book/lane.ts';
import type { RateBook, Service, Zone } from '../rate-book/rateBook.ts';
import type { TierResult } from '../rate-book/result.ts';
import { instantToMs } from '../time/calendar.ts';

/**
 * What one service charges for a cart, worked out again by the rules as they are written, slowly and from the documents alone:
 * nothing of how the core does it is used. For carts by chance: one consignment, weights in whole grams, no sizes, so that all
 * of it travels in one sample carton of 300 g.
 */

export type PlainPrice = number | 'withheld' | 'refer';

const TARE = 300;
const grams = (text: string | undefined) => (text === undefined ? 0 : Number(text.replace(' g', '')));
const groupsOf = (book: RateBook) => new Set(book.goodsGroups.map(({ id }) => id));
const groupOf = (line: CartLine, book: RateBook) => (line.group !== undefined && groupsOf(book).has(line.group) ? line.group : null);
const inSet = (set: { groups: readonly string[]; others: boolean } | null, group: string | null) =>
  set === null || (group === null ? set.others : set.groups.includes(group));

/** Basis points of an amount, by whole and rest. */
function share(minor: number, basisPoints: number, book: RateBook): number {
  const scaled = BigInt(minor) * BigInt(basisPoints);
  const [whole, rest] = [Number(scaled / 10_000n), Number(scaled % 10_000n)];
  if (rest !== 5000) return rest > 5000 ? whole + 1 : whole;
  return book.shop.pricing.rounding === 'halfEven' && whole % 2 === 0 ? whole : whole + 1;
}

interface Priced {
  readonly line: CartLine;
  readonly group: string | null;
  readonly before: number;
  readonly after: number;
}

/** Every line with its value, less its part of what is taken off the cart: whole units first, the rest by the largest remainders. */
function linesOf({ lines, discounts }: QuoteRequest, book: RateBook): Priced[] {
  const before = lines.map(({ unitPrice, quantity }) => unitPrice * quantity);
  const total = before.reduce((sum, value) => sum + value, 0);
  let left = total;
  for (const discount of discounts)
    left -= Math.min(left, discount.kind === 'amount' ? discount.amount : share(left, discount.basisPoints, book));
  const off = total - left;
  const parts = before.map((value) => (total === 0 ? 0 : Math.floor((off * value) / total)));
  const order = before.map((_value, at) => at).sort((a, b) => ((off * before[b]!) % total) - ((off * before[a]!) % total) || a - b);
  for (let nth = 0; parts.reduce((sum, part) => sum + part, 0) < off; nth += 1) parts[order[nth]!]! += 1;
  return lines.map((line, at) => ({ line, group: groupOf(line, book), before: before[at]!, after: before[at]! - parts[at]! }));
}

type Read = (measure: string) => number;

/** The measures of some lines together. */
function measures(lines: readonly Priced[]): Read {
  const sum = (of: (one: Priced) => number) => lines.reduce((all, one) => all + of(one), 0);
  const weight = sum(({ line }) => grams(line.weight) * line.quantity);
  const held: Record<string, number> = {
    itemsWeight: weight,
    packedWeight: weight + TARE,
    itemCount: sum(({ line }) => line.quantity),
    valueBeforeDiscounts: sum(({ before }) => before),
    valueAfterDiscounts: sum(({ after }) => after),
    parcels: 1,
  };
  return (measure) => held[measure]!;
}

const bound = (written: string | number) => (typeof written === 'number' ? written : grams(written));
const started = (over: number, unit: string | number) => (over <= 0 ? 0 : Math.ceil(over / bound(unit)));

function resultPrice(result: TierResult, over: number, read: Read, book: RateBook): PlainPrice {
  switch (result.kind) {
    case 'amount':
      return result.amount;
    case 'free':
      return 0;
    case 'notOffered':
      return 'withheld';
    case 'refer':
      return 'refer';
    case 'percent':
      return share(read(result.of), result.basisPoints, book);
    case 'perUnit':
      return result.base + result.each * started(over, result.unit);
  }
}

/** The row a measure falls on, and how far it lies above the row's lower bound. */
function rowOf(bounds: readonly (string | number)[], measured: number): { at: number; over: number } {
  const found = bounds.findIndex((upTo) => measured <= bound(upTo));
  const at = found === -1 ? bounds.length : found;
  return { at, over: at === 0 ? measured : measured - bound(bounds[at - 1]!) };
}

type Tiered = Extract<Card, { tiers: unknown }>;

function bandsPrice(card: Tiered, read: Read, book: RateBook): PlainPrice {
  const measured = read(card.measure);
  const { at: last } = rowOf(
    card.tiers.map(({ upTo }) => upTo),
    measured,
  );
  const results = [...card.tiers.map(({ result }) => result), card.above];
  const top = resultPrice(results[last]!, 0, read, book);
  if (typeof top === 'string') return top;
  let sum = 0;
  for (let at = 0; at <= last; at += 1) {
    const result = results[at]!;
    const from = at === 0 ? 0 : bound(card.tiers[at - 1]!.upTo);
    const to = at === last ? measured : bound(card.tiers[at]!.upTo);
    if (result.kind === 'percent') sum += share(to, result.basisPoints, book) - share(from, result.basisPoints, book);
    else {
      const price = resultPrice(result, to - from, read, book);
      sum += typeof price === 'number' ? price : 0;
    }
  }
  return sum;
}

/** The result a cart falls on, where a card has such. */
function resultOn(card: Card, read: Read): TierResult | null {
  if (card.kind === 'flat') return card.result;
  if (card.kind === 'twoWay')
    return card.results[rowOf(card.rows.bounds, read(card.rows.measure)).at]![rowOf(card.columns.bounds, read(card.columns.measure)).at]!;
  if (!('tiers' in card)) return null;
  return [...card.tiers.map(({ result }) => result), card.above][
    rowOf(
      card.tiers.map(({ upTo }) => upTo),
      read(card.measure),
    ).at
  ]!;
}

function rawPrice(card: Card, read: Read, book: RateBook): PlainPrice {
  if ('tiers' in card && card.bands === 'graduated') return bandsPrice(card, read, book);
  const result = resultOn(card, read);
  if (result !== null) {
    const over =
      card.kind === 'twoWay'
        ? rowOf(card.rows.bounds, read(card.rows.measure)).over
        : 'tiers' in card
          ? rowOf(
              card.tiers.map(({ upTo }) => upTo),
              read(card.measure),
            ).over
          : 0;
    return resultPrice(result, over, read, book);
  }
  switch (card.kind) {
    case 'firstAndFurther':
      return read(card.measure) < 1 ? 0 : card.first + card.further * (read(card.measure) - 1);
    case 'startedUnits':
      return card.base + card.each * started(read(card.per.measure), card.per.unit);
    case 'percent':
      return share(read(card.of), card.basisPoints, book);
    default:
      return 0;
  }
}

const isFree = (card: Card, read: Read) => resultOn(card, read)?.kind === 'free';

function cardPrice(card: Card, read: Read, book: RateBook): PlainPrice {
  const price = rawPrice(card, read, book);
  if (typeof price === 'string' || !('floor' in card)) return price;
  const lifted = price === 0 && isFree(card, read) ? 0 : Math.max(price, card.floor ?? 0);
  return lifted > price ? lifted : Math.min(lifted, card.cap ?? Number.POSITIVE_INFINITY);
}

interface CardPart {
  readonly card: Card;
  readonly read: Read;
}

/** The goods by the card that prices them. */
function partsOf(lane: Lane, lines: readonly Priced[]): CardPart[] {
  const owners = lane.groupCards.map(({ group }) => group);
  const keys = lines.map(({ group }) => (group !== null && owners.includes(group) ? group : null));
  return [...new Set(keys)].map((key) => ({
    card: lane.groupCards.find(({ group }) => group === key)?.card ?? lane.card,
    read: measures(lines.filter((_line, at) => keys[at] === key)),
  }));
}

const insteadOf = ({ line }: Priced) => line.ownCharge?.how === 'instead';

/** The cards of some lines joined by the mixing rule. */
function cardsPrice(lane: Lane, service: Service, lines: readonly Priced[], book: RateBook): PlainPrice {
  const whole = partsOf(lane, lines).map(({ card, read }) => cardPrice(card, read, book));
  const rest = partsOf(
    lane,
    lines.filter((line) => !insteadOf(line)),
  ).map(({ card, read }) => cardPrice(card, read, book));
  if ([...whole, ...rest].includes('withheld')) return 'withheld';
  if (rest.includes('refer')) return 'refer';
  const prices = rest as number[];
  if (service.mixing.kind === 'add') return prices.reduce((sum, price) => sum + price, 0);
  const dearest = Math.max(0, ...prices);
  return service.mixing.kind === 'dearest' ? dearest : dearest + service.mixing.each * Math.max(0, prices.length - 1);
}

const ownOf = (lines: readonly Priced[]) => lines.reduce((sum, { line }) => sum + (line.ownCharge?.amount ?? 0) * line.quantity, 0);

interface Case {
  readonly book: RateBook;
  readonly zone: Zone;
  readonly service: Service;
  readonly lane: Lane;
  readonly lines: readonly Priced[];
  readonly request: QuoteRequest;
}

const dayOf = ({ moment = '' }: QuoteRequest) => moment.slice(0, 10);

/** Whether a day lies in a window; one of every year may run over its end. */
function inDates({ from, until }: { from: string | null; until: string | null }, day: string): boolean {
  if (from !== null && until !== null && from.length === 5) {
    const yearly = day.slice(5);
    return from <= until ? yearly >= from && yearly <= until : yearly >= from || yearly <= until;
  }
  return (from === null || day >= from) && (until === null || day <= until);
}

function chargeAmount({ amount, floor, cap, scope }: Charge, { book, lane, service, lines }: Case, base: number, running: number): number {
  const mine = lines.filter(({ group }) => inSet(scope.goods, group));
  if (mine.length === 0) return 0;
  const read = measures(mine);
  const raw = () => {
    switch (amount.kind) {
      case 'packagingCost':
        return 0;
      case 'fixed':
        return amount.amount * (amount.per === 'item' ? read('itemCount') : 1);
      case 'startedWeight':
        return amount.amount * started(read(amount.measure), amount.unit);
      case 'percent': {
        if (amount.of === 'running') return share(running, amount.basisPoints, book);
        if (amount.of !== 'base') return share(read(amount.of), amount.basisPoints, book);
        if (scope.goods === null) return share(base, amount.basisPoints, book);
        const rest = mine.filter((line) => !insteadOf(line));
        const alone = rest.length === 0 ? 0 : cardsPrice(lane, service, rest, book);
        return share(Math.min(base, (typeof alone === 'number' ? alone : 0) + ownOf(mine)), amount.basisPoints, book);
      }
    }
  };
  return Math.min(Math.max(raw(), floor ?? 0), Math.max(cap ?? Number.POSITIVE_INFINITY, floor ?? 0));
}

const inScope = ({ scope }: { scope: Charge['scope'] }, { service, zone }: Case) =>
  (scope.services?.includes(service.id) ?? true) && (scope.zones?.includes(zone.id) ?? true);

const hours = (from: string, to: string) => (instantToMs(to) - instantToMs(from)) / 3_600_000;

/** Whether a window of hours after something runs at the moment of the cart. */
function runs(most: number | null, since: string | undefined, { moment }: QuoteRequest, endedAt: string | null): boolean {
  if (most === null) return true;
  if (since === undefined || moment === undefined) return false;
  if (endedAt !== null && instantToMs(since) <= instantToMs(endedAt)) return false;
  return hours(since, moment) >= 0 && hours(since, moment) <= most;
}

function holds(rule: Allowance, { request, lines }: Case): boolean {
  const read = measures(lines);
  const typed = (request.coupons ?? []).map((code) => code.toUpperCase());
  return (
    rule.ranges.every(({ measure, from, upTo }) => {
      const value = read(measure);
      return (from === undefined || value >= bound(from)) && (upTo === undefined || value <= bound(upTo));
    }) &&
    (rule.coupons.length === 0 || rule.coupons.some((code) => typed.includes(code.toUpperCase()))) &&
    runs(rule.sinceOrder, request.lastOrderAt, request, rule.endedAt) &&
    runs(rule.sinceCart, request.cartStartedAt, request, rule.endedAt) &&
    (rule.dates === null || inDates(rule.dates, dayOf(request))) &&
    !rule.exceptCountries.includes(request.destination.country) &&
    lines.every(({ group }) => inSet(rule.scope.goods, group))
  );
}

function reduced(effect: Effect, amount: number, book: RateBook): number {
  if (effect.kind === 'free') return 0;
  if (effect.kind === 'amountOff') return Math.max(0, amount - effect.amount);
  if (effect.kind === 'atMost') return Math.min(amount, effect.amount);
  return amount - share(amount, effect.basisPoints, book);
}

interface Sum {
  readonly base: number;
  readonly charges: number;
}

type Rule = Pick<Allowance, 'effect' | 'coversCharges' | 'combinable'>;

function taken({ effect, coversCharges }: Rule, { base, charges }: Sum, book: RateBook): Sum {
  if (!coversCharges) return { base: reduced(effect, base, book), charges };
  const left = reduced(effect, base + charges, book);
  // Charges are what is left last.
  return { base: Math.max(0, left - charges), charges: Math.min(charges, left) };
}

const sumOf = ({ base, charges }: Sum) => base + charges;

/** The allowances that hold for a cart: the lane's own "free from" first. */
function rulesFor(held: Case): Rule[] {
  const { lane, book, lines } = held;
  const free = lane.freeFrom;
  const own: Rule[] =
    free !== null && measures(lines)(free.measure) >= free.from
      ? [{ effect: { kind: 'free' }, coversCharges: free.coversCharges, combinable: false }]
      : [];
  return [...own, ...book.allowances.filter((rule) => rule.inUse && inScope(rule, held) && holds(rule, held))];
}

function best(rules: readonly Rule[], sum: Sum, book: RateBook): number {
  const alone = rules.filter(({ combinable }) => !combinable).map((rule) => sumOf(taken(rule, sum, book)));
  const together = rules.filter(({ combinable }) => combinable).reduce((left, rule) => taken(rule, left, book), sum);
  return Math.min(sumOf(sum), ...alone, sumOf(together));
}

/** The price that ends as wished next to a price: looked for unit by unit. */
function ended(price: number, { pricing }: RateBook['shop'], most: number): number {
  const { ending } = pricing;
  if (ending === 'none' || price === 0) return price;
  const fits = (cents: number) => (ending === 'up99' ? cents % 100 === 99 : cents % (ending === 'nearest05' ? 5 : 100) === 0);
  let [up, down] = [price, price];
  while (!fits(up)) up += 1;
  while (down > 0 && !fits(down)) down -= 1;
  const nearer = down > 0 && fits(down) && ending !== 'up99' && price - down < up - price ? down : up;
  if (nearer <= most) return nearer;
  return down > 0 && fits(down) ? down : price;
}

/** What the price may not be lifted over by its ending. */
function mostOf({ lane, lines }: Case, rules: readonly Rule[], charges: number): number {
  const plain = charges === 0 && ownOf(lines) === 0 && lines.every(({ line }) => !line.ownCharge) && lane.groupCards.length === 0;
  const never = rules.flatMap(({ effect, coversCharges }) =>
    effect.kind === 'atMost' ? [effect.amount + (coversCharges ? 0 : charges)] : [],
  );
  const card = plain && 'cap' in lane.card && lane.card.cap !== null ? [lane.card.cap] : [];
  return Math.min(lane.cap ?? Number.POSITIVE_INFINITY, ...card, ...never);
}

function offeredIn({ lane, lines, request }: Case): boolean {
  const read = measures(lines);
  const { goods, coupons } = lane.conditions;
  const typed = (request.coupons ?? []).map((code) => code.toUpperCase());
  return (
    lane.limits.every(({ measure, from, upTo }) => {
      const value = read(measure);
      return (from === undefined || value >= bound(from)) && (upTo === undefined || value <= bound(upTo));
    }) &&
    lines.every(({ group }) => inSet(goods, group)) &&
    (coupons.length === 0 || coupons.some((code) => typed.includes(code.toUpperCase())))
  );
}

/** The price of a service in a zone for a cart that goes there in one piece; minor units. */
export function plainPrice(book: RateBook, zone: Zone, service: Service, request: QuoteRequest): PlainPrice {
  const lane = zone.lanes[service.id];
  if (!lane) return 'withheld';
  const held: Case = { book, zone, service, lane, lines: linesOf(request, book), request };
  const { lines } = held;
  if (!offeredIn(held)) return 'withheld';
  const cards = cardsPrice(lane, service, lines, book);
  if (typeof cards === 'string') return cards;
  const base = cards + ownOf(lines);
  let running = base;
  for (const charge of book.charges) {
    if (!charge.inUse || !inScope(charge, held) || (charge.dates !== null && !inDates(charge.dates, dayOf(request)))) continue;
    running += chargeAmount(charge, held, base, running);
  }
  const free =
    base === 0 &&
    partsOf(
      lane,
      lines.filter((line) => !insteadOf(line)),
    ).every(({ card, read }) => isFree(card, read));
  const lifted = free ? running : Math.max(running, lane.floor ?? 0);
  const total = lifted > running ? lifted : Math.min(running, lane.cap ?? Number.POSITIVE_INFINITY);
  const charges = Math.min(total, running - base);
  const rules = rulesFor(held);
  const left = total === 0 ? 0 : best(rules, { base: total - charges, charges }, book);
  const price = ended(left, book.shop, mostOf(held, rules, charges));
  return book.shop.pricing.tax === 'added' ? price + share(price, zone.taxRate, book) : price;
}
