import { z } from 'zod';
import { Minor } from '../money/money.ts';
import { Id } from '../names/naming.ts';
import type { Offer, Quote, Reason } from '../quote/quoteTypes.ts';
import { toDay } from '../time/plainDate.ts';

/** Reasons a trial may expect a service to be withheld for. */
export const REASONS = [
  'noLane',
  'belowLimit',
  'aboveLimit',
  'aboveTopTier',
  'tierNotOffered',
  'crossingNotOffered',
  'goodsRefused',
  'couponNeeded',
  'outsideDates',
  'wrongWeekday',
  'pointUnknown',
  'outsideRound',
  'carrierDeclined',
  'carrierSilent',
  'noOrigin',
  'noZone',
] as const satisfies readonly Reason['code'][];

const PlainDate = z.iso.date('Write a day such as 2026-12-24');
const between = { least: Minor, most: Minor };
const inOrder = ({ least, most }: { least: number; most: number }) => least <= most;
const ORDER = { message: 'At most is less than at least', path: ['most'] };

/** What one service should answer a trial's cart, or all of them together. */
export const Expectation = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('price'), service: Id, amount: Minor }),
  z.strictObject({ kind: z.literal('between'), service: Id, ...between }).refine(inOrder, ORDER),
  z.strictObject({ kind: z.literal('free'), service: Id }),
  z.strictObject({ kind: z.literal('refer'), service: Id }),
  /** Not offered; for this reason among others, where one is named. */
  z.strictObject({ kind: z.literal('withheld'), service: Id, reason: z.enum(REASONS).optional() }),
  z.strictObject({ kind: z.literal('arrivesBy'), service: Id, date: PlainDate }),
  /** At most so many days after the day it is ordered. */
  z.strictObject({ kind: z.literal('arrivesWithin'), service: Id, days: z.int().min(0, 'At least 0 days').max(400, 'At most 400 days') }),
  /** What the carrier itself asks. */
  z.strictObject({ kind: z.literal('carrierBetween'), service: Id, ...between }).refine(inOrder, ORDER),
  z.strictObject({ kind: z.literal('cheapest'), service: Id }),
  z.strictObject({ kind: z.literal('fastest'), service: Id }),
  /** No service is offered but those of which something is expected. */
  z.strictObject({ kind: z.literal('nothingElse') }),
  /** No service is offered, and the buyer reads this where it is named. */
  z.strictObject({ kind: z.literal('nothing'), message: z.string().max(500).optional() }),
]);
export type Expectation = z.infer<typeof Expectation>;

export const MOST_EXPECTATIONS = 100;
export const Expectations = z.array(Expectation).max(MOST_EXPECTATIONS, `At most ${MOST_EXPECTATIONS} expectations`);

/** What came of an expectation: it holds, it does not, or it cannot be told until a carrier has answered. */
export type Verdict = 'holds' | 'fails' | 'open';

export interface Judged {
  readonly expectation: Expectation;
  readonly verdict: Verdict;
}

type Priced = Extract<Offer, { status: 'priced' }>;

const isWaiting = (reason: Reason) => reason.code === 'carrierSilent' && (reason.why === 'waiting' || reason.why === 'notAsked');

/** Whether a service's answer may yet be another: its carrier has not spoken, or another price stands in for it. */
function isOpen({ options, withheld }: Quote, service: Id): boolean {
  const offer = options.find((one) => one.service === service);
  if (offer?.status === 'priced' && offer.standIn) return true;
  return withheld.some((one) => one.service === service && one.reasons.some(isWaiting));
}

const holdsIf = (holds: boolean): Verdict => (holds ? 'holds' : 'fails');

const daysBetween = (from: string, to: string) => toDay(to) - toDay(from);

/** The day an order counts for, as its promise begins. */
const orderedOn = ({ promise }: Priced): string | undefined => {
  const [first] = promise?.chain ?? [];
  return first && 'date' in first ? first.date : undefined;
};

function arrives(offer: Priced | undefined, isInTime: (last: string, ordered: string | undefined) => boolean): boolean {
  return offer?.promise !== undefined && isInTime(offer.promise.last, orderedOn(offer));
}

function carrierAsks(offer: Offer | undefined): number | null {
  if (offer?.status !== 'priced' || !offer.carriers) return null;
  const amounts = offer.carriers.map((side) => (side.kind === 'rate' ? side.amount : null));
  return amounts.some((amount) => amount === null) ? null : amounts.reduce<number>((sum, amount) => sum + (amount ?? 0), 0);
}

type OfService = Extract<Expectation, { service: Id }>;
type OfOne = Exclude<OfService, { kind: 'cheapest' | 'fastest' }>;

function ofOne(quote: Quote, expectation: OfOne): boolean {
  const offer = quote.options.find(({ service }) => service === expectation.service);
  const priced = offer?.status === 'priced' ? offer : undefined;
  switch (expectation.kind) {
    case 'price':
      return priced?.price === expectation.amount;
    case 'between':
      return priced !== undefined && priced.price >= expectation.least && priced.price <= expectation.most;
    case 'free':
      return priced?.price === 0;
    case 'refer':
      return offer?.status === 'refer';
    case 'withheld': {
      const held = quote.withheld.find(({ service }) => service === expectation.service);
      return held !== undefined && (expectation.reason === undefined || held.reasons.some(({ code }) => code === expectation.reason));
    }
    case 'arrivesBy':
      return arrives(priced, (last) => last <= expectation.date);
    case 'arrivesWithin':
      return arrives(priced, (last, ordered) => ordered !== undefined && daysBetween(ordered, last) <= expectation.days);
    case 'carrierBetween': {
      const asked = carrierAsks(offer);
      return asked !== null && asked >= expectation.least && asked <= expectation.most;
    }
  }
}

const pricedIn = ({ options }: Quote): readonly Priced[] => options.filter((offer): offer is Priced => offer.status === 'priced');

/** The service that is first by a measure; several that are equal are each it. Nothing is first where nothing is offered. */
function isFirst(quote: Quote, service: Id, by: (offer: Priced) => number | string | undefined): boolean {
  const measured = pricedIn(quote).flatMap((offer) => {
    const value = by(offer);
    return value === undefined ? [] : [{ service: offer.service, value }];
  });
  const own = measured.find((one) => one.service === service);
  return own !== undefined && measured.every(({ value }) => own.value <= value);
}

function ofAll(quote: Quote, expectation: Exclude<Expectation, OfOne>, named: ReadonlySet<Id>): boolean {
  switch (expectation.kind) {
    case 'cheapest':
      return isFirst(quote, expectation.service, ({ price }) => price);
    case 'fastest':
      return isFirst(quote, expectation.service, ({ promise }) => promise?.last);
    case 'nothingElse':
      return quote.options.every(({ service }) => named.has(service));
    case 'nothing':
      return quote.options.length === 0 && (expectation.message === undefined || quote.message === expectation.message);
  }
}

const isOfOne = (expectation: Expectation): expectation is OfOne =>
  'service' in expectation && expectation.kind !== 'cheapest' && expectation.kind !== 'fastest';

/** Services whose answer decides an expectation: those of all of them where all are compared. */
function decidedBy(quote: Quote, expectation: Expectation): readonly Id[] {
  if (isOfOne(expectation)) return [expectation.service];
  return [...quote.options, ...quote.withheld].map(({ service }) => service);
}

/** Holds a quote against what is expected of it. What hangs on a carrier that has not answered is open, neither held nor broken. */
export function judge(quote: Quote, expectations: readonly Expectation[]): readonly Judged[] {
  const named = new Set(expectations.flatMap((one) => ('service' in one && one.kind !== 'withheld' ? [one.service] : [])));
  return expectations.map((expectation): Judged => {
    const open = decidedBy(quote, expectation).some((service) => isOpen(quote, service));
    if (open) return { expectation, verdict: 'open' };
    const holds = isOfOne(expectation) ? ofOne(quote, expectation) : ofAll(quote, expectation, named);
    return { expectation, verdict: holdsIf(holds) };
  });
}

/** The verdict of several: one that fails decides, then one that is open; null where nothing is expected. */
export function verdictOf(judged: readonly Judged[]): Verdict | null {
  if (judged.length === 0) return null;
  if (judged.some(({ verdict }) => verdict === 'fails')) return 'fails';
  return judged.some(({ verdict }) => verdict === 'open') ? 'open' : 'holds';
}

/** What a quote gives, as expectations: every price, every "ask us", what is withheld for its first reason, and nothing else. */
export function expectNow(quote: Quote): readonly Expectation[] {
  if (quote.options.length === 0) return [{ kind: 'nothing', ...(quote.message !== undefined && { message: quote.message }) }];
  const offered = quote.options.flatMap((offer): Expectation[] => {
    if (isOpen(quote, offer.service)) return [];
    if (offer.status === 'refer') return [{ kind: 'refer', service: offer.service }];
    return offer.price === 0
      ? [{ kind: 'free', service: offer.service }]
      : [{ kind: 'price', service: offer.service, amount: offer.price }];
  });
  const withheld = quote.withheld.flatMap(({ service, reasons: [{ code }] }): Expectation[] => {
    const reason = REASONS.find((one) => one === code);
    return code === 'noLane' || code === 'carrierSilent' || reason === undefined ? [] : [{ kind: 'withheld', service, reason }];
  });
  return [
    ...offered,
    ...withheld,
    ...(quote.withheld.some(({ reasons }) => reasons.some(isWaiting)) ? [] : [{ kind: 'nothingElse' } as const]),
  ];
}
