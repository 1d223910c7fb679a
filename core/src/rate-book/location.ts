import { z } from 'zod';
import { DispatchCalendar } from '../dispatch/dispatchCalendar.ts';
import { CountryCode, SubdivisionCode } from '../places/countries.ts';
import { Point } from '../places/point.ts';
import { PostalCode } from '../places/postal.ts';
import { TimeZone } from '../time/timeZone.ts';
import { Id, Name } from './naming.ts';
import { GoodsSet, holdsGroup } from './scope.ts';

const line = z.string().trim().max(120, 'At most 120 characters');

/** Where goods leave from. */
export const Location = z
  .strictObject({
    id: Id,
    name: Name,
    street: line,
    city: line,
    country: CountryCode,
    subdivision: SubdivisionCode.nullable(),
    postalCode: PostalCode.nullable(),
    /** Needed for circles and distances; null where it was not given. */
    point: Point.nullable(),
    timeZone: TimeZone,
    /** The goods it may ship: null is all of them, else these groups and, if so said, those in no group. */
    ships: GoodsSet.nullable(),
    /** When orders are packed and leave; without it nothing from here is promised a date. */
    dispatch: DispatchCalendar.nullable(),
  })
  .refine(({ subdivision, country }) => subdivision === null || subdivision.startsWith(`${country}-`), {
    path: ['subdivision'],
    message: 'This province or state lies in another country',
  });
export type Location = z.infer<typeof Location>;

/** Whether a location may ship goods of a group; null is the default group. */
export function mayShip(location: Pick<Location, 'ships'>, group: Id | null): boolean {
  return holdsGroup(location.ships, group);
}
