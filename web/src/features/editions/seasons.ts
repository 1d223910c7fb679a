import { type DateWindow, type RateBook, windowDays, windowMoments } from '@ostrakon/core';

/** Something in a book that holds on some days only, with its times now or next, in milliseconds since 1970; an open end is null. */
export interface Season {
  readonly name: string;
  readonly from: number | null;
  readonly until: number | null;
}

interface Dated {
  readonly name: string;
  readonly dates: DateWindow;
}

/** Charges, reductions and prices of a book that hold on some days only. */
function datedIn({ charges, allowances, zones, services }: RateBook): readonly Dated[] {
  const rules = [...charges, ...allowances].flatMap(({ name, dates, inUse }) => (dates !== null && inUse ? [{ name, dates }] : []));
  const lanes = zones.flatMap((zone) =>
    services.flatMap(({ id, name }): Dated[] => {
      const dates = zone.lanes[id]?.conditions.dates;
      return dates ? [{ name: `${name} to ${zone.name}`, dates }] : [];
    }),
  );
  return [...rules, ...lanes];
}

/**
 * What holds on some days only and is not over, the next to begin first.
 * @param today as days since 1970
 */
export function seasonsIn(book: RateBook, today: number): readonly Season[] {
  return datedIn(book)
    .flatMap(({ name, dates }): Season[] => {
      const days = windowDays(dates, today);
      return days === null ? [] : [{ name, ...windowMoments(days, book.shop.timeZone) }];
    })
    .sort((a, b) => (a.from ?? 0) - (b.from ?? 0));
}
