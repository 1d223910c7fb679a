import { CounterHours, DeliveryOptions, Estimate, FreeFrom } from './elements.ts';

const PARTS = {
  'ostrakon-options': DeliveryOptions,
  'ostrakon-free-from': FreeFrom,
  'ostrakon-estimate': Estimate,
  'ostrakon-hours': CounterHours,
} as const;

// A page that has the script twice keeps the first.
for (const [name, part] of Object.entries(PARTS)) if (!customElements.get(name)) customElements.define(name, part);
