import type { Counter } from '../counters/counter.ts';
import type { DispatchCalendar, ServiceDays } from '../dispatch/dispatchCalendar.ts';
import { oncePer } from '../once/oncePer.ts';
import type { Destination } from '../places/place.ts';
import { subdivisionOfAddress } from '../places/postalStart.ts';
import { withHolders } from '../places/subdivisionTree.ts';
import type { HolidaysOf, Shop } from '../rate-book/rateBook.ts';
import type { Round } from '../rounds/round.ts';
import { type ClosedList, namesOfClosed } from '../time/closedDays.ts';
import type { DayNumber } from '../time/plainDate.ts';

/** Something with closed days of its own, closed on those of the shop as well. */
const closedToo = oncePer((shop: ClosedList) =>
  oncePer((own: { readonly closed: ClosedList }) => ({ ...own, closed: [...own.closed, ...shop] })),
);

/** A calendar, a carrier's days or a round, closed on the days of the whole shop, too. */
export const withShopClosed = <T extends DispatchCalendar | ServiceDays | Round>(own: T, { closed }: Pick<Shop, 'closed'>): T =>
  closed.length === 0 ? own : (closedToo(closed)(own) as T);

const countersClosed = oncePer((shop: ClosedList) =>
  oncePer(
    (counter: Counter): Counter => ({ ...counter, exceptions: [...counter.exceptions, ...shop.map((entry) => ({ ...entry, hours: [] }))] }),
  ),
);

/** A counter keeps hours it has for a day; on other closed days of the shop it is shut. */
export const counterWithShopClosed = (counter: Counter, { closed }: Pick<Shop, 'closed'>): Counter =>
  closed.length === 0 ? counter : countersClosed(closed)(counter);

const namesOf = oncePer((list: ClosedList): ReadonlyMap<DayNumber, string> => namesOfClosed(list));

/** The entry that holds for a destination: that of its part of the country where there is one, else the country's. */
export function holidaysAt({ holidays }: Pick<Shop, 'holidays'>, to: Destination): HolidaysOf | null {
  if (holidays.length === 0) return null;
  const { country } = to;
  const part = subdivisionOfAddress(to);
  const around = part === undefined ? [] : withHolders(part);
  return (
    holidays.find((entry) => entry.country === country && entry.subdivision !== null && around.includes(entry.subdivision)) ??
    holidays.find((entry) => entry.country === country && entry.subdivision === null) ??
    null
  );
}

/** Days of an entry by name. */
export const holidayNames = ({ closed }: HolidaysOf): ReadonlyMap<DayNumber, string> => namesOf(closed);
