import fc from 'fast-check';
import { expect, test } from 'vitest';
import { MASS_SLACK } from '../measures/mass.ts';
import { type Measures, NO_MEASURES, toVector } from '../measures/measure.ts';
import type { TierResult } from '../rate-book/card.ts';
import type { Lane } from '../rate-book/lane.ts';
import { byCount, byValue, byWeight, canada, flat, lane } from '../testing/bookOf.ts';
import { compile, pricesInto } from './compile.ts';
import { REFER, tierIndex, WITHHELD } from './compiledLane.ts';
import { quoteLane } from './quoteLane.ts';

const result: fc.Arbitrary<TierResult> = fc.oneof(
  fc.record({ kind: fc.constant('amount' as const), amount: fc.integer({ min: 0, max: 5000 }) }),
  fc.constantFrom<TierResult>({ kind: 'free' }, { kind: 'notOffered' }, { kind: 'refer' }),
);

const bounds = fc.uniqueArray(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 6 }).map((list) => list.sort((a, b) => a - b));

const card = fc
  .tuple(bounds, fc.array(result, { minLength: 7, maxLength: 7 }), fc.integer({ min: 0, max: 3 }))
  .map(([edges, results, kind]) => {
    const above = results[6]!;
    const rows = <B>(bound: (edge: number) => B) => edges.map((edge, at) => [bound(edge), results[at]!] as const);
    if (kind === 0) return flat(edges[0]!);
    if (kind === 1)
      return byWeight(
        rows((edge) => `${edge * 100} g`),
        above,
      );
    return kind === 2
      ? byValue(
          rows((edge) => edge * 100),
          above,
        )
      : byCount(
          rows((edge) => edge),
          above,
        );
  });

const range = fc.option(fc.tuple(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 0, max: 60 })), { nil: undefined });

const anyLane: fc.Arbitrary<Lane> = fc
  .record({ card, weight: range, value: range, free: fc.option(fc.integer({ min: 0, max: 6000 }), { nil: undefined }) })
  .map((raw) =>
    lane(raw.card, {
      limits: [
        ...(raw.weight
          ? [{ measure: 'itemsWeight' as const, from: `${raw.weight[0] * 100} g`, upTo: `${(raw.weight[0] + raw.weight[1]) * 100} g` }]
          : []),
        ...(raw.value
          ? [{ measure: 'valueBeforeDiscounts' as const, from: raw.value[0] * 100, upTo: (raw.value[0] + raw.value[1]) * 100 }]
          : []),
      ],
      ...(raw.free !== undefined && { freeFrom: { measure: 'valueAfterDiscounts' as const, from: raw.free } }),
    }),
  );

/** Measures on the edges that lanes use, and one unit to either side of them. */
const onEdges: fc.Arbitrary<Measures> = fc
  .record({
    kilo: fc.integer({ min: 1, max: 61 }),
    nudge: fc.integer({ min: -1, max: 1 }),
    value: fc.integer({ min: 0, max: 61 }),
    off: fc.integer({ min: 0, max: 300 }),
  })
  .map(({ kilo, nudge, value, off }) => {
    const before = Math.max(0, value * 100 + nudge);
    return {
      ...NO_MEASURES,
      itemsWeight: kilo * 100_000_000 + nudge * (MASS_SLACK + 1),
      valueBeforeDiscounts: before,
      valueAfterDiscounts: Math.max(0, before - off),
      itemCount: kilo,
    };
  });

test('the rows of a ledger add up to the price, and the fast path agrees with the full quote', () => {
  fc.assert(
    fc.property(anyLane, onEdges, (some, measures) => {
      const compiled = compile(canada({ a: some }));
      const out = new Float64Array(1);
      pricesInto(compiled.zones[0]!, toVector(measures), out);
      const answer = quoteLane('a', compiled.zones[0]!.lanes[0]!, measures);
      if (answer.status !== 'priced') {
        expect(out[0]).toBe(answer.status === 'refer' ? REFER : WITHHELD);
        return;
      }
      expect(out[0]).toBe(answer.price);
      expect(answer.ledger.reduce((sum, row) => sum + row.amount, 0)).toBe(answer.price);
      expect(answer.price).toBeGreaterThanOrEqual(0);
      if (answer.moreForFree) {
        const richer = { ...measures, valueAfterDiscounts: measures.valueAfterDiscounts + answer.moreForFree.more };
        const then = quoteLane('a', compiled.zones[0]!.lanes[0]!, richer);
        if (some.card.kind !== 'valueTiers') expect(then).toMatchObject({ price: 0 });
      }
    }),
    { numRuns: 2000 },
  );
});

test('tiers leave no gap and do not overlap: the search agrees with a plain scan, on every edge', () => {
  fc.assert(
    fc.property(bounds, (edges) => {
      const reach = Float64Array.from(edges);
      for (const value of edges.flatMap((edge) => [edge - 1, edge, edge + 1])) {
        const found = edges.findIndex((edge) => value <= edge);
        expect(tierIndex(reach, value)).toBe(found === -1 ? edges.length : found);
      }
    }),
  );
});
