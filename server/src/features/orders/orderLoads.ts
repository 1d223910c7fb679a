import { type DayLoad, fromDay, type Instant, instantToMs, localAt } from '@ostrakon/core';
import type { Database } from '../../persistence/database.ts';

/** A day is over everywhere two days later by UTC. */
const DAYS_BACK = 2;

interface Packing {
  readonly location: string;
  readonly date: string;
  readonly orders: number;
}
interface Riding {
  readonly service: string;
  readonly date: string;
  readonly window: string;
  readonly orders: number;
}

/** How many orders packing days and windows of rounds have from the desk: all that were not called off. */
export async function orderLoads(database: Database, now: Instant): Promise<DayLoad[]> {
  const from = fromDay(localAt(instantToMs(now), 'UTC').day - DAYS_BACK);
  const packing: Packing[] = await database.read.query(
    `SELECT "origin" AS "location", "counts_on" AS "date", COUNT(*) AS "orders" FROM "consignment" WHERE "counts_on" >= ? AND "origin" IS NOT NULL AND "state" <> 'cancelled' GROUP BY "counts_on", "origin" ORDER BY "counts_on", "origin"`,
    [from],
  );
  const riding: Riding[] = await database.read.query(
    `SELECT "service", "leaves_on" AS "date", "window", COUNT(*) AS "orders" FROM "consignment" WHERE "leaves_on" >= ? AND "window" IS NOT NULL AND "kind" = 'round' AND "state" <> 'cancelled' GROUP BY "leaves_on", "service", "window" ORDER BY "leaves_on", "service", "window"`,
    [from],
  );
  return [
    ...packing.map((load): DayLoad => ({ kind: 'packing', ...load })),
    ...riding.map(({ window, ...load }): DayLoad => ({ kind: 'round', ...load, from: window.split(' ')[0] ?? '' })),
  ];
}
