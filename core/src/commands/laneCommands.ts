import { z } from 'zod';
import { Transit } from '../dispatch/dispatchCalendar.ts';
import { MEASURES } from '../measures/measure.ts';
import { GREATEST_AMOUNT, Minor } from '../money/money.ts';
import { Id } from '../names/naming.ts';
import { shareOf } from '../numbers/rounding.ts';
import { CARD_KINDS, type Card, type CardKind, Card as CardSchema, firstCard, isFigureKind } from '../rate-book/card.ts';
import { Conditions, FreeFrom, type GroupCard, type Lane, plainLane } from '../rate-book/lane.ts';
import { Limit, Limits } from '../rate-book/limits.ts';
import { mapAmounts } from '../rate-book/mapAmounts.ts';
import { laneOf, type RateBook } from '../rate-book/rateBook.ts';
import { laneName, requireLane, requireOne, serviceOf, withLane, withoutLane, withZone, zoneOf } from './bookEdits.ts';
import { CommandProblem } from './commandProblem.ts';
import { define } from './define.ts';

const LaneAt = z.strictObject({ zone: Id, service: Id });
const Lanes = z.array(LaneAt).min(1, 'Choose a lane').max(20_000);
/** The card meant: a goods group's, or the lane's own where absent. */
const CardAt = z.strictObject({ ...LaneAt.shape, group: Id.optional() });

export const LANE_PARTS = ['card', 'limits', 'freeFrom'] as const;

interface Cards {
  readonly card: Card;
  readonly kept: Card[];
}

/** Puts a card in use; the card it replaces is kept when it is of another kind. */
function replaceCard<T extends Cards>(holder: T, card: Card): T {
  const kept = holder.kept.filter((held) => held.kind !== card.kind);
  return { ...holder, card, kept: holder.card.kind === card.kind ? kept : [...kept, holder.card] };
}

/** Edits the lane's own card or that of a group, which begins as a copy of the lane's. */
function withCards(lane: Lane, group: Id | undefined, edit: <T extends Cards>(holder: T) => T): Lane {
  if (group === undefined) return edit(lane);
  const held = lane.groupCards.find((one) => one.group === group);
  if (!held) return { ...lane, groupCards: [...lane.groupCards, edit<GroupCard>({ group, card: lane.card, kept: [] })] };
  return { ...lane, groupCards: lane.groupCards.map((one) => (one === held ? edit(one) : one)) };
}

function requireGroup(book: RateBook, group: Id | undefined): void {
  if (group !== undefined) requireOne(book.goodsGroups, group, 'goodsGroupNotFound', 'group');
}

/** How prices are raised: a share, or an amount; less than nothing lowers them, never below nothing. */
export const Raise = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('percent'), basisPoints: z.int().min(-10_000, 'At most 100 % off').max(100_000, 'At most 1000 %') }),
  z.strictObject({ kind: z.literal('amount'), amount: z.int().min(-GREATEST_AMOUNT).max(GREATEST_AMOUNT) }),
]);
export type Raise = z.infer<typeof Raise>;

/** A card with every price raised: rates by a share too, by an amount only what is paid once. Halves are rounded up. */
export function raisedCard(card: Card, by: Raise): Card {
  const bounded = (amount: Minor) => Math.min(GREATEST_AMOUNT, Math.max(0, amount));
  return mapAmounts(card, (amount, what) => {
    if (by.kind === 'amount') return what === 'rate' ? amount : bounded(amount + by.amount);
    return bounded(amount + Math.sign(by.basisPoints) * shareOf(amount, Math.abs(by.basisPoints), 'halfUp'));
  });
}

/** Edits lanes zone by zone, so that a zone is written once however many of its lanes change. */
function withLanes<A extends { zone: Id; service: Id }>(
  book: RateBook,
  list: readonly A[],
  edit: (lane: Lane | undefined, at: A) => Lane,
): RateBook {
  const byZone = new Map<Id, A[]>();
  for (const at of list) {
    const held = byZone.get(at.zone);
    if (held) held.push(at);
    else byZone.set(at.zone, [at]);
  }
  return [...byZone].reduce(
    (edited, [id, own]) =>
      withZone(edited, id, (zone) => {
        const lanes = { ...zone.lanes };
        for (const at of own) lanes[at.service] = edit(Object.hasOwn(lanes, at.service) ? lanes[at.service] : undefined, at);
        return { ...zone, lanes };
      }),
    book,
  );
}

function editLanes(
  book: RateBook,
  lanes: readonly { zone: Id; service: Id }[],
  edit: (lane: Lane, at: { zone: Id; service: Id }) => Lane,
): RateBook {
  for (const at of lanes) requireLane(book, at, 'lanes');
  return withLanes(book, lanes, (lane, at) => {
    if (!lane) throw new CommandProblem('laneNotFound', 'lanes', laneName(at));
    return edit(lane, at);
  });
}

const withRaised = (lane: Lane, by: Raise): Lane => ({
  ...lane,
  card: raisedCard(lane.card, by),
  groupCards: lane.groupCards.map((held) => ({ ...held, card: raisedCard(held.card, by) })),
});

/** The named parts of a lane in the place of another's; the whole where there is none yet. */
function copied(source: Lane, target: Lane | undefined, parts: readonly (typeof LANE_PARTS)[number][]): Lane {
  if (!target) return source;
  const { floor, cap, groupCards, limits, conditions } = source;
  return {
    ...(parts.includes('card') ? { ...replaceCard(target, source.card), groupCards, floor, cap } : target),
    ...(parts.includes('limits') && { limits, conditions }),
    ...(parts.includes('freeFrom') && { freeFrom: source.freeFrom }),
  };
}

export const laneCommands = {
  startLane: define(z.strictObject({ ...LaneAt.shape, card: CardSchema }), (book, args) => {
    const zone = zoneOf(book, args.zone);
    serviceOf(book, args.service);
    if (laneOf(zone, args.service)) throw new CommandProblem('laneExists', 'service', laneName(args));
    return withLane(book, args, plainLane(args.card));
  }),
  /** Copies the named parts of one lane to others; lanes that do not exist yet get the whole. */
  copyLane: define(z.strictObject({ from: LaneAt, to: Lanes, parts: z.array(z.enum(LANE_PARTS)).min(1) }), (book, args) => {
    const source = requireLane(book, args.from, 'from');
    for (const at of args.to) {
      zoneOf(book, at.zone, 'to');
      serviceOf(book, at.service, 'to');
    }
    return withLanes(book, args.to, (target) => copied(source, target, args.parts));
  }),
  /** Copies each of some lanes to another as `copyLane` does, its prices raised or lowered on the way; all as they were before. */
  copyLanes: define(
    z.strictObject({
      pairs: z
        .array(z.strictObject({ from: LaneAt, to: LaneAt, by: Raise.optional() }))
        .min(1, 'Choose what to copy')
        .max(20_000),
      parts: z.array(z.enum(LANE_PARTS)).min(1),
    }),
    (book, { pairs, parts }) =>
      pairs.reduce((edited, { from, to, by }) => {
        zoneOf(book, to.zone, 'to');
        serviceOf(book, to.service, 'to');
        const held = requireLane(book, from, 'from');
        const source = by === undefined ? held : withRaised(held, by);
        return withLanes(edited, [to], (target) => copied(source, target, parts));
      }, book),
  ),
  removeLane: define(LaneAt, (book, args) => {
    requireLane(book, args);
    return withZone(book, args.zone, (zone) => withoutLane(zone, args.service));
  }),
  setCard: define(z.strictObject({ ...CardAt.shape, card: CardSchema }), (book, args) => {
    requireGroup(book, args.group);
    return withLane(
      book,
      args,
      withCards(requireLane(book, args), args.group, (holder) => replaceCard(holder, args.card)),
    );
  }),
  /** Switches to another kind of card: the one kept from before, or a first one. */
  switchCard: define(z.strictObject({ ...CardAt.shape, kind: z.enum(CARD_KINDS as [CardKind, ...CardKind[]]) }), (book, args) => {
    requireGroup(book, args.group);
    const lane = requireLane(book, args);
    return withLane(
      book,
      args,
      withCards(lane, args.group, (holder) => {
        if (holder.card.kind === args.kind) return holder;
        const kept = holder.kept.find((held) => held.kind === args.kind);
        if (kept) return replaceCard(holder, kept);
        if (isFigureKind(args.kind)) throw new CommandProblem('figuresNeeded', 'kind', '');
        return replaceCard(holder, firstCard(args.kind));
      }),
    );
  }),
  /** A goods group goes back to the lane's own card. */
  removeGroupCard: define(z.strictObject({ ...LaneAt.shape, group: Id }), (book, args) => {
    const lane = requireLane(book, args);
    return withLane(book, args, { ...lane, groupCards: lane.groupCards.filter(({ group }) => group !== args.group) });
  }),
  /** Puts cards into many lanes at once, as a file of cards does; a lane that does not exist is started. */
  setCards: define(
    z.strictObject({
      cards: z
        .array(z.strictObject({ ...CardAt.shape, card: CardSchema }))
        .min(1)
        .max(20_000),
    }),
    (book, args) => {
      for (const { zone, service, group } of args.cards) {
        zoneOf(book, zone);
        serviceOf(book, service);
        requireGroup(book, group);
      }
      return withLanes(book, args.cards, (lane, { group, card }) =>
        withCards(lane ?? plainLane(card), group, (holder) => replaceCard(holder, card)),
      );
    },
  ),
  raisePrices: define(z.strictObject({ lanes: Lanes, by: Raise }), (book, args) =>
    editLanes(book, args.lanes, (lane) => withRaised(lane, args.by)),
  ),
  setLimits: define(z.strictObject({ ...LaneAt.shape, limits: Limits }), (book, args) =>
    withLane(book, args, { ...requireLane(book, args), limits: args.limits }),
  ),
  /** Gives many lanes the same limit on one measure, in place of what they had on it. */
  setLimitOfLanes: define(z.strictObject({ lanes: Lanes, limit: Limit }), (book, args) =>
    editLanes(book, args.lanes, (lane) => {
      const others = lane.limits.filter(({ measure }) => measure !== args.limit.measure);
      const limits = [...others, args.limit].sort((a, b) => MEASURES.indexOf(a.measure) - MEASURES.indexOf(b.measure));
      return { ...lane, limits };
    }),
  ),
  setConditions: define(z.strictObject({ ...LaneAt.shape, conditions: Conditions }), (book, args) =>
    withLane(book, args, { ...requireLane(book, args), conditions: args.conditions }),
  ),
  /** The least and greatest price of the lane, after charges. */
  setLaneRange: define(z.strictObject({ ...LaneAt.shape, floor: Minor.nullable(), cap: Minor.nullable() }), (book, args) => {
    const lane = { ...requireLane(book, args), floor: args.floor, cap: args.cap };
    if (lane.floor !== null && lane.cap !== null && lane.floor > lane.cap) throw new CommandProblem('capBelowFloor', 'cap', '');
    return withLane(book, args, lane);
  }),
  setTransit: define(z.strictObject({ ...LaneAt.shape, transit: Transit.nullable() }), (book, args) =>
    withLane(book, args, { ...requireLane(book, args), transit: args.transit }),
  ),
  /** Days on the way of several lanes, each its own. */
  setTransitOfLanes: define(
    z.strictObject({
      lanes: z
        .array(z.strictObject({ ...LaneAt.shape, transit: Transit.nullable() }))
        .min(1)
        .max(20_000),
    }),
    (book, args) => {
      const wanted = new Map(args.lanes.map((one) => [`${one.zone} ${one.service}`, one.transit]));
      const asked = args.lanes.map(({ zone, service }) => ({ zone, service }));
      return editLanes(book, asked, (lane, { zone, service }) => ({ ...lane, transit: wanted.get(`${zone} ${service}`) ?? null }));
    },
  ),
  setFreeFrom: define(z.strictObject({ ...LaneAt.shape, freeFrom: FreeFrom.nullable() }), (book, args) =>
    withLane(book, args, { ...requireLane(book, args), freeFrom: args.freeFrom }),
  ),
  setFreeFromOfLanes: define(z.strictObject({ lanes: Lanes, freeFrom: FreeFrom.nullable() }), (book, args) =>
    editLanes(book, args.lanes, (lane) => ({ ...lane, freeFrom: args.freeFrom })),
  ),
};
