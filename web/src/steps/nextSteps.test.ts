import { emptyBook, type RateBook, SAMPLE_CARTON } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { nextSteps } from './nextSteps.ts';

const ids = (book: RateBook, isLive = false) => nextSteps(book, isLive).map(({ id }) => id);

test('what is done is no longer among what comes next', () => {
  const empty = emptyBook();
  expect(ids(empty)).toEqual(['packaging', 'cut-off', 'holidays', 'publish', 'checkout']);
  const far = { ...empty, shop: { ...empty.shop, served: ['CA', 'FR'] } };
  expect(ids(far)).toContain('zone');
  const canada = { id: 'canada', name: 'Canada', places: [{ kind: 'country' as const, country: 'CA' }], taxRate: 0, label: '', lanes: {} };
  expect(ids({ ...far, zones: [canada] })).toContain('found');
  const packed = { ...empty, packing: { ...empty.packing, packaging: [{ ...SAMPLE_CARTON, id: 'box', name: 'Box' }] } };
  const closed = { ...packed, shop: { ...packed.shop, closed: [{ name: 'Stocktaking', days: [{ from: '01-02', until: '01-02' }] }] } };
  expect(ids(closed, true)).toEqual(['cut-off', 'checkout']);
});
