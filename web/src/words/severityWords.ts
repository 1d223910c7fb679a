import type { Severity } from '@ostrakon/core';

/** What findings cost, and what that means. */
export const severityWords: Readonly<Record<Severity, readonly [name: string, about: string]>> = {
  turnedAway: ['Buyers turned away', 'somebody wants to buy and cannot'],
  moneyLost: ['Money lost', 'the price is less than it costs you'],
  surprise: ['Surprises', 'a buyer will wonder, and may write to you'],
  tidiness: ['Tidiness', 'costs nothing, and can go'],
  note: ['Worth knowing', 'no fault'],
};
