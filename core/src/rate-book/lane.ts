import { z } from 'zod';
import { Transit } from '../dispatch/dispatchCalendar.ts';
import { ValueMeasure } from '../measures/measure.ts';
import { Minor } from '../money/money.ts';
import { Id } from '../names/naming.ts';
import { DateWindow, Weekday } from '../time/calendar.ts';
import { Card } from './card.ts';
import { Limits } from './limits.ts';
import { Coupon, GoodsSet } from './scope.ts';

export { Limit, Limits } from './limits.ts';

/** The lane's own allowance "free from a value": reached counts. */
export const FreeFrom = z.strictObject({
  measure: ValueMeasure,
  from: Minor,
  /** Reads each consignment by itself; else all goods that go to one address. */
  byItself: z.boolean(),
  /** Charges are free, too. */
  coversCharges: z.boolean(),
});
export type FreeFrom = z.infer<typeof FreeFrom>;

/** What a lane asks for besides ranges of measures; null and empty ask for nothing. */
export const Conditions = z.strictObject({
  /** The goods it takes: others withhold the lane. */
  goods: GoodsSet.nullable(),
  /** Only with one of these coupons. */
  coupons: z.array(Coupon).max(200, 'At most 200 coupons'),
  dates: DateWindow.nullable(),
  /** Only on these days of the week, as the shop counts them. */
  weekdays: z.array(Weekday).min(1, 'Choose a day').max(7).nullable(),
});
export type Conditions = z.infer<typeof Conditions>;

export const NO_CONDITIONS: Conditions = { goods: null, coupons: [], dates: null, weekdays: null };

/** A card in use and those of other kinds entered before, kept so that switching the kind loses nothing. */
const cards = { card: Card, kept: z.array(Card) };

function oneOfEachKind({ card, kept }: { card: Card; kept: readonly Card[] }, context: z.RefinementCtx): void {
  const kinds = [card, ...kept].map(({ kind }) => kind);
  if (new Set(kinds).size === kinds.length) return;
  context.addIssue({ code: 'custom', message: 'A lane keeps one card of each kind', path: ['kept'], input: kept });
}

/** The card of one goods group, in place of the lane's own. */
export const GroupCard = z.strictObject({ group: Id, ...cards }).superRefine(oneOfEachKind);
export type GroupCard = z.infer<typeof GroupCard>;

/** The crossing of one service and one zone. */
export const Lane = z
  .strictObject({
    ...cards,
    /** Groups with a card of their own; all other goods are priced together by the lane's card. */
    groupCards: z.array(GroupCard).max(100),
    limits: Limits,
    conditions: Conditions,
    /** The least and greatest price after charges. */
    floor: Minor.nullable(),
    cap: Minor.nullable(),
    freeFrom: FreeFrom.nullable(),
    /** Days on the way here; null is as the service says. */
    transit: Transit.nullable(),
  })
  .superRefine((lane, context) => {
    oneOfEachKind(lane, context);
    const groups = lane.groupCards.map(({ group }) => group);
    if (new Set(groups).size !== groups.length) {
      context.addIssue({ code: 'custom', message: 'A goods group has one card', path: ['groupCards'], input: groups });
    }
    if (lane.floor !== null && lane.cap !== null && lane.floor > lane.cap) {
      context.addIssue({ code: 'custom', message: 'At most is less than at least', path: ['cap'], input: lane.cap });
    }
  });
export type Lane = z.infer<typeof Lane>;

/** A lane with nothing but a card. */
export function plainLane(card: Card): Lane {
  return { card, kept: [], groupCards: [], limits: [], conditions: NO_CONDITIONS, floor: null, cap: null, freeFrom: null, transit: null };
}
