import { setPriority } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import type { BroughtFault, OrdersBrought } from '@ostrakon/core/contract';
import type { IntakeAsk, IntakeCounts, IntakeStart, Planned, PlanningAsk } from './features/orders/orderIntake.ts';
import { OrderStage, type StagedOrder } from './features/orders/orderStage.ts';
import { openBeside } from './persistence/sqlite/openDatabase.ts';
import { startThread } from './startThread.ts';
import { answering, ThreadAsker } from './threadAsker.ts';

// A thread that lays orders of a file aside, planned by others beside it, while the shop goes on quoting; told to, it takes them all.

/** Articles that are named to whoever brings orders in. */
const MOST_NAMED = 20;
const MOST_FAULTS = 1000;
const BEHIND = 10;
const PLANNERS = 2;

const start = workerData as IntakeStart;

async function open(): Promise<OrderStage> {
  try {
    setPriority(BEHIND);
  } catch {
    // A machine that has no priorities takes orders all the same.
  }
  return OrderStage.open((await openBeside(start.file)).writer);
}

const opened = open();
const planners: ThreadAsker<PlanningAsk>[] = [];
function startPlanner(): ThreadAsker<PlanningAsk> {
  const thread = startThread(import.meta.url, 'planningWorker', start);
  const next = new ThreadAsker<PlanningAsk>(thread, () => new Error('A thread that plans orders ended'));
  planners.push(next);
  return next;
}

/** Whoever has least to do; another one where all are at work. */
function planner(): ThreadAsker<PlanningAsk> {
  const [least] = planners.toSorted((a, b) => a.busy - b.busy);
  return least && (least.busy === 0 || planners.length === PLANNERS) ? least : startPlanner();
}

// It takes a second or two until it has read the editions and goods: the first orders may come meanwhile.
startPlanner();
const counts = { orders: 0, known: 0, parcels: 0, differ: 0, withoutEdition: 0 };
const unknownGoods = new Set<string>();
const faults: BroughtFault[] = [];
/** References that are being planned at the moment. */
const planning = new Set<string>();

/** Orders that are not there yet, each once. */
async function fresh(stage: OrderStage, orders: OrdersBrought['orders']): Promise<OrdersBrought['orders']> {
  const known = await stage.known(orders.map(({ order }) => order.reference));
  return orders.filter(({ order: { reference } }) => {
    if (known.has(reference) || planning.has(reference)) return false;
    planning.add(reference);
    return true;
  });
}

function count({ parcels, differs, withoutEdition, unknown }: Extract<Planned, { ok: true }>): void {
  counts.parcels += parcels;
  if (differs) counts.differ += 1;
  if (withoutEdition) counts.withoutEdition += 1;
  for (const article of unknown) if (unknownGoods.size < MOST_NAMED) unknownGoods.add(article);
}

async function plan(brought: OrdersBrought['orders']): Promise<IntakeCounts> {
  const stage = await opened;
  const orders = await fresh(stage, brought);
  const planned = orders.length === 0 ? [] : await planner().ask<Planned[]>({ orders });
  const rows: StagedOrder[] = [];
  for (const one of planned) {
    if (one.ok) {
      rows.push(one.rows);
      count(one);
    } else if (faults.length < MOST_FAULTS) faults.push(one.fault);
  }
  await stage.add(rows);
  for (const { order } of orders) planning.delete(order.reference);
  counts.orders += brought.length;
  counts.known += brought.length - orders.length;
  faults.sort((a, b) => a.line - b.line);
  return { ...counts, unknownGoods: [...unknownGoods], faults };
}

const answer = async (ask: IntakeAsk): Promise<unknown> => (ask.kind === 'plan' ? plan(ask.orders) : (await opened).take());

parentPort?.on(
  'message',
  answering((told) => parentPort?.postMessage(told), answer),
);
