import { z } from 'zod';
import { Id } from '../names/naming.ts';

const Moment = z.iso.datetime();

/** A buyer for whom hours are running since an order. */
export const BuyerInside = z.strictObject({
  /** Their last order, which began them. */
  order: z.int().min(1),
  /** Null where who that was is forgotten. */
  name: z.string().nullable(),
  since: Moment,
  until: Moment,
  /** Whether the shop knows them by a reference of its own, so that their hours can be ended here. */
  known: z.boolean(),
});
export type BuyerInside = z.infer<typeof BuyerInside>;

/** A reduction of what is live that runs for some hours after an order. */
export const RunningWindow = z.strictObject({
  allowance: Id,
  name: z.string(),
  hours: z.number(),
  /** How many buyers are inside it now, and the first of them by when it ends. */
  inside: z.int().min(0),
  buyers: z.array(BuyerInside),
});
export type RunningWindow = z.infer<typeof RunningWindow>;

export const RunningWindows = z.strictObject({ now: Moment, windows: z.array(RunningWindow) });
export type RunningWindows = z.infer<typeof RunningWindows>;

/** Whoever placed an order: hours that run for them end now. */
export const EndForBuyer = z.strictObject({ order: z.int().min(1) });
export type EndForBuyer = z.infer<typeof EndForBuyer>;
