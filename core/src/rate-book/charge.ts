import { z } from 'zod';
import { MassText, massToMicrograms } from '../measures/mass.ts';
import { WeightMeasure } from '../measures/measure.ts';
import { MarkupPoints } from '../measures/percent.ts';
import { Minor } from '../money/money.ts';
import { Id, Name } from '../names/naming.ts';
import { DateWindow } from '../time/calendar.ts';
import { EVERYWHERE, Scope } from './scope.ts';

/** What a percentage is taken of: the base price, the goods, or all that was added up so far. */
export const ChargeBasis = z.enum(['base', 'valueBeforeDiscounts', 'valueAfterDiscounts', 'running']);
export type ChargeBasis = z.infer<typeof ChargeBasis>;

export const ChargeAmount = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('fixed'),
    amount: Minor,
    /** An order pays it once, with its first consignment. */
    per: z.enum(['order', 'consignment', 'parcel', 'item']),
  }),
  z.strictObject({
    kind: z.literal('startedWeight'),
    amount: Minor,
    measure: WeightMeasure,
    unit: MassText.refine((unit) => massToMicrograms(unit) > 0, 'A unit is more than nothing'),
  }),
  z.strictObject({ kind: z.literal('percent'), basisPoints: MarkupPoints, of: ChargeBasis }),
  /** What the packaging costs the shop, passed on. */
  z.strictObject({ kind: z.literal('packagingCost') }),
]);
export type ChargeAmount = z.infer<typeof ChargeAmount>;

/**
 * Something added to a base price, in the owner's order. With a set of goods it is added only where such goods are in the
 * consignment, and counts these alone: their items, weight, value and parcels as if packed by themselves.
 */
export const Charge = z
  .strictObject({
    id: Id,
    name: Name,
    amount: ChargeAmount,
    floor: Minor.nullable(),
    cap: Minor.nullable(),
    scope: Scope,
    dates: DateWindow.nullable(),
    /** What is off is kept for later. */
    inUse: z.boolean(),
  })
  .superRefine(({ floor, cap }, context) => {
    if (floor === null || cap === null || floor <= cap) return;
    context.addIssue({ code: 'custom', message: 'At most is less than at least', path: ['cap'], input: cap });
  });
export type Charge = z.infer<typeof Charge>;

/** A charge on every price, at all times. */
export function plainCharge(id: Id, name: string, amount: ChargeAmount): Charge {
  return { id, name, amount, floor: null, cap: null, scope: EVERYWHERE, dates: null, inUse: true };
}
