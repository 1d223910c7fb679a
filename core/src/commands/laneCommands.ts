import { z } from 'zod';
import { type Card, Card as CardSchema, firstCard } from '../rate-book/card.ts';
import { FreeFrom, type Lane, Limits } from '../rate-book/lane.ts';
import { Id } from '../rate-book/naming.ts';
import { laneOf } from '../rate-book/rateBook.ts';
import { laneName, requireLane, serviceOf, withLane, withoutLane, withZone, zoneOf } from './bookEdits.ts';
import { CommandProblem } from './commandProblem.ts';
import { define } from './define.ts';

const LaneAt = z.strictObject({ zone: Id, service: Id });
const CardKindSchema = z.enum(['flat', 'weightTiers', 'valueTiers', 'countTiers']);

/** Puts a card in use; the card it replaces is kept when it is of another kind. */
function replaceCard(lane: Lane, card: Card): Lane {
  const kept = lane.kept.filter((held) => held.kind !== card.kind);
  return { ...lane, card, kept: lane.card.kind === card.kind ? kept : [...kept, lane.card] };
}

export const laneCommands = {
  startLane: define(z.strictObject({ ...LaneAt.shape, card: CardSchema }), (book, args) => {
    const zone = zoneOf(book, args.zone);
    serviceOf(book, args.service);
    if (laneOf(zone, args.service)) throw new CommandProblem('laneExists', 'service', laneName(args));
    return withLane(book, args, { card: args.card, kept: [], limits: [], freeFrom: null });
  }),
  /** Copies the named parts of one lane to others; lanes that do not exist yet get the whole. */
  copyLane: define(
    z.strictObject({
      from: LaneAt,
      to: z.array(LaneAt).min(1).max(2000),
      parts: z.array(z.enum(['card', 'limits', 'freeFrom'])).min(1),
    }),
    (book, args) => {
      const source = requireLane(book, args.from, 'from');
      return args.to.reduce((edited, at) => {
        const target = laneOf(zoneOf(edited, at.zone, 'to'), serviceOf(edited, at.service, 'to').id);
        if (!target) return withLane(edited, at, source);
        const carded = args.parts.includes('card') ? replaceCard(target, source.card) : target;
        return withLane(edited, at, {
          ...carded,
          limits: args.parts.includes('limits') ? source.limits : target.limits,
          freeFrom: args.parts.includes('freeFrom') ? source.freeFrom : target.freeFrom,
        });
      }, book);
    },
  ),
  removeLane: define(LaneAt, (book, args) => {
    requireLane(book, args);
    return withZone(book, args.zone, (zone) => withoutLane(zone, args.service));
  }),
  setCard: define(z.strictObject({ ...LaneAt.shape, card: CardSchema }), (book, args) =>
    withLane(book, args, replaceCard(requireLane(book, args), args.card)),
  ),
  /** Switches to another kind of card: the one kept from before, or a first one. */
  switchCard: define(z.strictObject({ ...LaneAt.shape, kind: CardKindSchema }), (book, args) => {
    const lane = requireLane(book, args);
    if (lane.card.kind === args.kind) return book;
    const card = lane.kept.find((held) => held.kind === args.kind) ?? firstCard(args.kind, book.shop);
    return withLane(book, args, replaceCard(lane, card));
  }),
  setLimits: define(z.strictObject({ ...LaneAt.shape, limits: Limits }), (book, args) =>
    withLane(book, args, { ...requireLane(book, args), limits: args.limits }),
  ),
  setFreeFrom: define(z.strictObject({ ...LaneAt.shape, freeFrom: FreeFrom.nullable() }), (book, args) =>
    withLane(book, args, { ...requireLane(book, args), freeFrom: args.freeFrom }),
  ),
};
