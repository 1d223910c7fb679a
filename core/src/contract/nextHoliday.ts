import type { PlainDate } from '../promise/promise.ts';
import { holidayNames, holidaysAt } from '../promise/shopClosed.ts';
import { homeCountry, type RateBook } from '../rate-book/rateBook.ts';
import { namesOfClosed } from '../time/closedDays.ts';
import { fromDay, toDay } from '../time/plainDate.ts';

/** How many days ahead a holiday is worth telling. */
const AHEAD = 60;

/** The next day, after today, on which the shop's first location packs nothing for a reason that has a name; null where none is near. */
export function nextHoliday(
  book: RateBook,
  today: PlainDate,
): { readonly name: string; readonly date: PlainDate; readonly eve: PlainDate } | null {
  const { shop, locations } = book;
  const listed = holidaysAt(shop, { country: homeCountry(book) });
  const closed = [namesOfClosed([...(locations[0]?.dispatch?.closed ?? []), ...shop.closed]), ...(listed ? [holidayNames(listed)] : [])];
  for (let day = toDay(today) + 1; day <= toDay(today) + AHEAD; day += 1) {
    const name = closed.map((names) => names.get(day)).find((one) => one !== undefined);
    if (name !== undefined) return { name, date: fromDay(day), eve: fromDay(day - 1) };
  }
  return null;
}
