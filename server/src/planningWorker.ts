import { setPriority } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import { compile, type Instant, instantToMs, ruledById } from '@ostrakon/core';
import { EditionStore } from './features/editions/editionStore.ts';
import { GoodsStore } from './features/goods/goodsStore.ts';
import type { IntakeStart, Planned, PlanningAsk } from './features/orders/orderIntake.ts';
import { type PlanningBook, planOrder } from './features/orders/orderPlanner.ts';
import { stagedOf } from './features/orders/orderStage.ts';
import { openBeside } from './persistence/sqlite/openDatabase.ts';
import { answering } from './threadAsker.ts';

// A thread that plans orders of a file, by the editions and goods as they were when it began.

const start = workerData as IntakeStart;

/** Behind whatever quotes: a thread has a priority of its own where the machine has such a thing. */
const BEHIND = 10;

async function open() {
  try {
    setPriority(BEHIND);
  } catch {
    // A machine that does not have it plans all the same.
  }
  const database = await openBeside(start.file);
  const editions = await EditionStore.open(database, () => start.now);
  const goods = await GoodsStore.open(database);
  const planning = new Map<number | null, PlanningBook>();
  const planningBy = async (edition: number | null): Promise<PlanningBook> => {
    const held = planning.get(edition);
    if (held) return held;
    const book = edition === null ? (editions.live()?.book ?? start.draft) : (await editions.read(edition)).book;
    const ruled = ruledById(goods.byId, book);
    const products = new Map([...goods.byId.keys()].flatMap((id) => ruled.get(id) ?? []).map((product) => [product.id, product]));
    const made = { edition, compiled: compile(book), products };
    planning.set(edition, made);
    return made;
  };
  return (instant: Instant): Promise<PlanningBook> => {
    const at = instantToMs(instant);
    return planningBy(editions.spans.findLast(({ from, until }) => from <= at && at < until)?.edition ?? null);
  };
}

const opened = open();

async function planAll({ orders }: PlanningAsk): Promise<Planned[]> {
  const bookAt = await opened;
  const planned: Planned[] = [];
  for (const { line, order } of orders) {
    const made = planOrder(order, await bookAt(order.placedAt), start);
    if (!made.ok) {
      planned.push({ ok: false, fault: { line, ...made.fault } });
      continue;
    }
    const { filed, unknown } = made;
    const parcels = (filed.consignments ?? []).flatMap((part) => part.parcels);
    planned.push({
      ok: true,
      rows: stagedOf(filed),
      parcels: parcels.reduce((sum, { count }) => sum + count, 0),
      differs: (filed.notes?.length ?? 0) > 0,
      withoutEdition: filed.edition === null,
      unknown,
    });
  }
  return planned;
}

parentPort?.on(
  'message',
  answering((told) => parentPort?.postMessage(told), planAll),
);
