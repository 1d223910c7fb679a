import { z } from 'zod';
import { Id } from '../names/naming.ts';

/** A set of goods: these groups and, if so said, the products in no group. */
export const GoodsSet = z.strictObject({ groups: z.array(Id).max(100), others: z.boolean() });
export type GoodsSet = z.infer<typeof GoodsSet>;

/** Whether a set of goods holds a group; null is the default group, and no set holds all. */
export function holdsGroup(set: GoodsSet | null, group: Id | null): boolean {
  if (set === null) return true;
  return group === null ? set.others : set.groups.includes(group);
}

/** A coupon code as compared: without capitals telling anything apart. */
export const Coupon = z.string().regex(/^\S+$/, 'A coupon code has no spaces').max(40, 'A coupon code has at most 40 characters');
export const couponKey = (code: string): string => code.normalize('NFKC').toUpperCase();

/** Where a charge or allowance holds; null is everywhere. With an empty list of services it holds for none yet. */
export const Scope = z.strictObject({
  services: z.array(Id).nullable(),
  zones: z.array(Id).min(1, 'Choose a zone').nullable(),
  goods: GoodsSet.nullable(),
});
export type Scope = z.infer<typeof Scope>;

export const EVERYWHERE: Scope = { services: null, zones: null, goods: null };

export function inScope(scope: Scope, service: Id, zone: Id): boolean {
  return (scope.services?.includes(service) ?? true) && (scope.zones?.includes(zone) ?? true);
}
