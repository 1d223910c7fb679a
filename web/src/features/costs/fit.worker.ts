import { type FitTarget, fitTiers } from '@ostrakon/core';
import { measuredOrders, type OrdersOf } from './fitting.ts';

// Thousands of orders are packed and fitted away from the page.
self.onmessage = ({ data: { of, target } }: MessageEvent<{ of: OrdersOf; target: FitTarget }>) => {
  const orders = measuredOrders(of);
  self.postMessage({ orders, fit: fitTiers(orders, target) });
};
