import type { Axis, CartInputLine, CartKind, Cell, CompiledBook, Fixed, Picture } from '@ostrakon/core';
import { coverage, type GoodsIndex, measureOfAxis, PriceProbe, roundFigure, WitnessSearch } from '@ostrakon/core/proof';

/** A cart of the shop's own goods in a cell, else one item described on the spot. */
export function cartIn(
  compiled: CompiledBook,
  kind: CartKind,
  goods: GoodsIndex,
  zone: number,
  { picture: { x, y, columns, rows }, cell, fixed }: { picture: Picture; cell: Cell; fixed: Fixed },
): readonly CartInputLine[] {
  const held = compiled.zones[zone];
  const [group = null] = kind.groups;
  const range = (axis: Axis, stretches: Picture['columns'], at: number, count: number) => ({
    axis,
    from: stretches[at]?.first ?? 0,
    below: (stretches[at + count - 1]?.high ? (stretches[at + count - 1]?.last ?? 0) : Number.POSITIVE_INFINITY) + 1,
  });
  const ranges = [range(x, columns, cell.column, cell.columns), range(y, rows, cell.row, cell.rows)];
  if (held) {
    const covered = coverage(compiled, held, kind);
    const within = new Map(
      covered.dimensions.flatMap(({ key, measure, part }) => {
        const own = ranges.find(({ axis }) => axisOfMeasure(measure) === axis);
        return own && part === null ? [[key, { from: own.from, below: own.below }] as const] : [];
      }),
    );
    const found = new WitnessSearch(compiled, goods).in(covered, covered.space.box(within), [group], () => true);
    if (found?.ownGoods) return found.cart.lines;
  }
  const { units } = compiled.book.shop;
  const at = { ...fixed };
  for (const { axis, from, below } of ranges) at[axis] = roundFigure(measureOfAxis(axis), { from, below }, units)?.value ?? from;
  return new PriceProbe(compiled, kind, group).request(at).lines;
}

const axisOfMeasure = (measure: string): Axis | undefined =>
  measure.endsWith('Weight')
    ? 'weight'
    : measure.startsWith('value')
      ? 'value'
      : measure === 'itemCount'
        ? 'items'
        : measure === 'longestSide'
          ? 'side'
          : measure === 'distance'
            ? 'distance'
            : undefined;
