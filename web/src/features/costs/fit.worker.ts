import { type FitOrder, type FitTarget, fitTiers } from '@ostrakon/core';

// Thousands of orders are fitted away from the page.
self.onmessage = ({ data }: MessageEvent<{ orders: readonly FitOrder[]; target: FitTarget }>) =>
  self.postMessage(fitTiers(data.orders, data.target));
