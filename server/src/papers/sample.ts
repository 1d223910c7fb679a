import type { CountryCode } from '@ostrakon/core';
import type { ConsignmentRow } from '../persistence/orderEntities.ts';
import type { PaperOf } from './paperData.ts';

/** A made-up order that templates are shown with while the shop has none of its own. */
export function samplePaper(service: string, kind: string, country: CountryCode): PaperOf {
  const row: ConsignmentRow = {
    ...{ id: 0, revision: 1, order: 1001, part: 0, parts: 1, placedAt: '2026-01-05T12:00:00Z', state: 'new', service, kind, origin: null },
    ...{
      to: 0,
      price: 1290,
      tax: 0,
      taxRate: 0,
      pieces: 3,
      weight: 3_000_000_000,
      parcels: 1,
      goods: '2 First thing; 1 Second thing',
      search: '',
    },
    ...{
      countsOn: null,
      packBy: null,
      leavesOn: null,
      dueAt: null,
      window: null,
      first: null,
      last: null,
      carriage: null,
      packaging: 0,
      into: null,
    },
    ...{ givenBack: 0, lead: null, together: null, labels: 0, noted: false },
    plan: JSON.stringify({ lines: [0, 1], parcels: [], carried: null }),
  };
  const sold = [
    { name: 'First thing', quantity: 2, unitPrice: 1250, delivered: true },
    { name: 'Second thing', quantity: 1, unitPrice: 900, delivered: true },
  ];
  return {
    row,
    placedAt: row.placedAt,
    language: null,
    cart: { lines: [], discounts: [], destination: { country } },
    sold,
    buyer: { name: 'Somebody Made Up', mail: 'nobody@example.org', street: '1 Example Street', town: 'Exampleton' },
    packed: sold,
    parcels: [],
  };
}
