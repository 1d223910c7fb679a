import type { FiledOrder } from '@ostrakon/core/contract';
import type { EntityManager } from 'typeorm';
import {
  ConsignmentEntity,
  type ConsignmentRow,
  ConsignmentStepEntity,
  OrderBuyerEntity,
  ParcelLabelEntity,
  ShopOrderEntity,
} from './orderEntities.ts';
import { orderFromRows, rowOfBuyer, rowOfConsignment, rowOfLabel, rowOfOrder } from './orderRow.ts';
import { slices } from './slices.ts';

function byKey<K, T>(rows: readonly T[], keyOf: (row: T) => K): Map<K, T[]> {
  const map = new Map<K, T[]>();
  for (const row of rows) {
    const held = map.get(keyOf(row));
    if (held) held.push(row);
    else map.set(keyOf(row), [row]);
  }
  return map;
}

/** All orders as they are filed, with their parts and what happened to them. */
export async function readOrders(manager: EntityManager): Promise<FiledOrder[]> {
  const orders = await manager.find(ShopOrderEntity, { order: { number: 'ASC' } });
  const buyers = new Map((await manager.find(OrderBuyerEntity)).map((row) => [row.order, row]));
  const rows = await manager.find(ConsignmentEntity, { order: { order: 'ASC', part: 'ASC' } });
  const steps = byKey(await manager.find(ConsignmentStepEntity, { order: { seq: 'ASC' } }), ({ consignment }) => consignment);
  const labels = byKey(await manager.find(ParcelLabelEntity, { order: { id: 'ASC' } }), ({ consignment }) => consignment);
  const leads = new Map(rows.map(({ id, order, part }) => [id, { order, part }]));
  const parts = byKey(rows, ({ order }) => order);
  return orders.map((order) => {
    const consignments = parts.get(order.number) ?? [];
    const happened = consignments.flatMap(({ id }) => steps.get(id) ?? []);
    const labelled = consignments.flatMap(({ id }) => labels.get(id) ?? []);
    return orderFromRows({ order, buyer: buyers.get(order.number) ?? null, consignments, steps: happened, labels: labelled }, leads);
  });
}

/**
 * Writes orders with their buyers, parts and what happened to them.
 * @returns the numbers of their consignments
 */
export async function insertOrders(manager: EntityManager, orders: readonly FiledOrder[]): Promise<number[]> {
  for (const slice of slices(orders)) {
    await manager.insert(ShopOrderEntity, slice.map(rowOfOrder));
    const buyers = slice.flatMap(({ number, buyer, cart }) => (buyer ? [rowOfBuyer(number, buyer, cart.destination)] : []));
    if (buyers.length > 0) await manager.insert(OrderBuyerEntity, buyers);
  }
  return insertParts(manager, orders);
}

/** Writes the parts of orders that are there. @returns the numbers of their consignments */
export async function insertParts(manager: EntityManager, orders: readonly FiledOrder[]): Promise<number[]> {
  let id = (await manager.maximum(ConsignmentEntity, 'id')) ?? 0;
  const numbered = orders.flatMap((order) =>
    (order.consignments ?? []).map((filed) => {
      id += 1;
      return { id, order, filed };
    }),
  );
  const ids = new Map(numbered.map((one) => [`${one.order.number} ${one.filed.part}`, one.id]));
  const leadOf = (order: number, part: number) => ids.get(`${order} ${part}`);
  for (const slice of slices(numbered)) {
    const rows = slice.map((one): ConsignmentRow => rowOfConsignment(one.order, one.filed, one.id, leadOf));
    await manager.insert(ConsignmentEntity, rows);
  }
  const steps = numbered.flatMap(({ id: consignment, filed }) => filed.steps.map((step) => ({ ...step, consignment })));
  for (const slice of slices(steps)) await manager.insert(ConsignmentStepEntity, [...slice]);
  const labels = numbered.flatMap(({ id: consignment, filed }) => (filed.labels ?? []).map((label) => rowOfLabel(consignment, label)));
  for (const slice of slices(labels)) await manager.insert(ParcelLabelEntity, [...slice]);
  return numbered.map((one) => one.id);
}
