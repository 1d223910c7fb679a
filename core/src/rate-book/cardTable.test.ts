import fc from 'fast-check';
import { unaryTest } from 'feelin';
import { expect, test } from 'vitest';
import { compile } from '../quote/compile.ts';
import { pricesInto } from '../quote/lanePrice.ts';
import { canada, lane } from '../testing/bookOf.ts';
import { planOf } from '../testing/planOf.ts';
import type { Card } from './card.ts';

// A card as a decision table. Source: OMG DMN 1.3, hit policy Unique (8.2.10) and the unary tests of FEEL, evaluated by the
// library feelin: for every cart exactly one rule may hold, so that the table is complete and no two rules overlap.

const edges = fc.uniqueArray(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 6 }).map((list) => list.sort((a, b) => a - b));

/** The stretches of a side as FEEL ranges, each with its upper bound. */
const ranges = (bounds: readonly number[]) =>
  [...bounds, undefined].map((upTo, at) => {
    const above = bounds[at - 1];
    if (above === undefined) return `<= ${upTo}`;
    return upTo === undefined ? `> ${above}` : `(${above}..${upTo}]`;
  });

/** Which tests of a side hold for a value. */
const hits = (tests: readonly string[], value: number) =>
  tests.flatMap((rule, at) => (unaryTest(rule, { '?': value }).value === true ? [at] : []));

const near = (bounds: readonly number[]) =>
  [...new Set(bounds.flatMap((bound) => [bound - 1, bound, bound + 1]))].filter((value) => value > 0);

test('every cart hits exactly one rule of a two-way card, the one whose price it pays', () => {
  fc.assert(
    fc.property(edges, edges, (items, values) => {
      const price = (row: number, column: number) => 100 * row + column + 1;
      const card: Card = {
        kind: 'twoWay',
        rows: { measure: 'itemCount', bounds: items },
        columns: { measure: 'valueAfterDiscounts', bounds: values },
        results: ranges(items).map((_down, row) =>
          ranges(values).map((_across, column) => ({ kind: 'amount', amount: price(row, column) })),
        ),
        floor: null,
        cap: null,
      };
      const compiled = compile(canada({ a: lane(card) }));
      const out = new Float64Array(1);
      for (const count of near(items)) {
        for (const value of near(values)) {
          // One item bears the value, the others are free.
          const lines = [
            { quantity: 1, unitPrice: value, delivered: true },
            ...(count > 1 ? [{ quantity: count - 1, unitPrice: 0, delivered: true }] : []),
          ];
          const [shipment] = planOf(compiled, { lines, discounts: [], destination: { country: 'CA' } }).shipments;
          pricesInto(compiled.zones[0]!, shipment!, out);
          const [rows, columns] = [hits(ranges(items), count), hits(ranges(values), value)];
          expect([rows.length, columns.length]).toEqual([1, 1]);
          expect(out[0]).toBe(price(rows[0]!, columns[0]!));
        }
      }
    }),
    { numRuns: 12 },
  );
});
