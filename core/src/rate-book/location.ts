import { z } from 'zod';
import { DispatchCalendar } from '../dispatch/dispatchCalendar.ts';
import { Id, Name } from '../names/naming.ts';
import { addressFields, inOwnCountry } from '../places/address.ts';
import { TimeZone } from '../time/timeZone.ts';
import { GoodsSet, holdsGroup } from './scope.ts';

/** Where goods leave from. */
export const Location = z
  .strictObject({
    id: Id,
    name: Name,
    ...addressFields,
    timeZone: TimeZone,
    /** The goods it may ship: null is all of them, else these groups and, if so said, those in no group. */
    ships: GoodsSet.nullable(),
    /** When orders are packed and leave; without it nothing from here is promised a date. */
    dispatch: DispatchCalendar.nullable(),
  })
  .refine(...inOwnCountry);
export type Location = z.infer<typeof Location>;

/** A location of which nothing is known but its country: it ships everything and promises nothing. */
export const PLAIN_LOCATION = {
  street: '',
  city: '',
  subdivision: null,
  postalCode: null,
  point: null,
  ships: null,
  dispatch: null,
} as const satisfies Partial<Location>;

/** Whether a location may ship goods of a group; null is the default group. */
export function mayShip(location: Pick<Location, 'ships'>, group: Id | null): boolean {
  return holdsGroup(location.ships, group);
}
