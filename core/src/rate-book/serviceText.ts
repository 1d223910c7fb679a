import { z } from 'zod';

/** Reasons buyers may know that need no figure. */
export const PLAIN_REASONS = [
  'notThisSize',
  'notTheseGoods',
  'notAllGoods',
  'couponOnly',
  'notToday',
  'fullAddressNeeded',
  'notThere',
  'notThisOrder',
  'notNow',
] as const;

/** When a service's own words are said instead of the usual ones: for one reason that buyers may know, or for any other. */
export const TOLD_WHEN = ['any', 'onlyFrom', 'onlyUpTo', 'onlyOnDates', ...PLAIN_REASONS] as const;

/** What buyers read where a service is not offered to them. */
export const ServiceText = z.strictObject({
  when: z.enum(TOLD_WHEN),
  text: z.string().trim().min(1, 'Write what the buyer reads').max(300, 'At most 300 characters'),
});
export type ServiceText = z.infer<typeof ServiceText>;

export const ServiceTexts = z
  .array(ServiceText)
  .refine((texts) => new Set(texts.map(({ when }) => when)).size === texts.length, 'Each reason has one text at most');
