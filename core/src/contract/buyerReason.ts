import { z } from 'zod';
import { MEASURES } from '../measures/measure.ts';
import { PLAIN_REASONS } from '../rate-book/serviceText.ts';
import { DateWindow } from '../time/calendar.ts';

const Bound = z.strictObject({
  measure: z.enum(MEASURES),
  /** In base units: micrograms, micrometres, millimetres of distance, minor units, items or parcels. */
  bound: z.number(),
});
const OnlyFrom = Bound.extend({ code: z.literal('onlyFrom') });
const OnlyUpTo = Bound.extend({ code: z.literal('onlyUpTo') });
const OnlyOnDates = z.strictObject({ code: z.literal('onlyOnDates'), dates: DateWindow });
const Plain = z.strictObject({
  code: z.enum(PLAIN_REASONS),
});

/** Why a service is withheld, as a buyer may know it: nothing of what was measured, of goods groups or of coupons by name. */
export const BuyerReason = z.discriminatedUnion('code', [OnlyFrom, OnlyUpTo, OnlyOnDates, Plain]);
export type BuyerReason = z.infer<typeof BuyerReason>;

const text = { text: z.string() };

/** The same with its sentence, in the shop's language. */
export const PublicReason = z.discriminatedUnion('code', [
  OnlyFrom.extend(text),
  OnlyUpTo.extend(text),
  OnlyOnDates.extend(text),
  Plain.extend(text),
]);
