import type { Logger } from 'pino';
import { type OrderSources, plannedOrder } from './orderRoutes.ts';
import type { OrderStore } from './orderStore.ts';

const AT_ONCE = 100;

/** Gives orders of before their goods as sold and their parts, as the edition they were bought by says. Those it knows nothing of stay as they are. */
export async function takeUp(orders: OrderStore, { quoteOf }: Pick<OrderSources, 'quoteOf'>, log: Logger): Promise<void> {
  for (const order of await orders.unplanned(AT_ONCE)) {
    const { number, reference, cart, choices, edition, placedAt, buyer } = order;
    try {
      if (edition === null || buyer === null) continue;
      const told = await quoteOf({ ...cart, moment: cart.moment ?? placedAt }, edition);
      await orders.plan(order, plannedOrder({ reference, cart, choices, buyer }, told, order.notes ?? []));
    } catch (err) {
      log.warn({ event: 'order.unplanned', number, err });
    }
  }
}
