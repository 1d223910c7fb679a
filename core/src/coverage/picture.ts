import { dimensionOf, type Measure } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import type { CompiledBook, CompiledZone } from '../quote/compile.ts';
import type { CompiledLane } from '../quote/compiledLane.ts';
import { REFER } from '../quote/compiledResult.ts';
import type { CartKind } from './cartKind.ts';
import { edgesOf, type LaneEdge } from './laneEdges.ts';
import { type Item, PriceProbe } from './priceProbe.ts';
import type { Cut } from './space.ts';

/** What can be laid along a side of the picture. */
export const AXES = ['weight', 'value', 'items', 'side', 'distance'] as const;
export type Axis = (typeof AXES)[number];

/** The measures that follow an axis: goods in one small box of their own weigh the same however they are weighed. */
const MEASURES_OF: Readonly<Record<Axis, readonly Measure[]>> = {
  weight: ['itemsWeight', 'packedWeight', 'billableWeight'],
  value: ['valueAfterDiscounts', 'valueBeforeDiscounts'],
  items: ['itemCount'],
  side: ['longestSide'],
  distance: ['distance'],
};

/** The finest step of an axis, in base units: milligrams, minor units, items, tenths of a millimetre, metres. */
const GRID: Readonly<Record<Axis, number>> = { weight: 1000, value: 1, items: 1, side: 100, distance: 1000 };

export const measureOfAxis = (axis: Axis): Measure => MEASURES_OF[axis][0] as Measure;

/** A stretch of an axis: from its first value to its last, both of the grid, with the bounds as entered. */
export interface Stretch {
  readonly first: number;
  readonly last: number;
  /** Absent where the axis begins, and where it goes on without end. */
  readonly low?: Cut;
  readonly high?: Cut;
}

/** What one service gives in a cell: prices at its two corners, the least and the most of everything. */
export interface CellAnswer {
  readonly service: Id;
  readonly status: 'priced' | 'refer' | 'carrier';
  readonly low: number;
  readonly high: number;
}

/** Carts that all get the same services, by where they lie on both axes. */
export interface Cell {
  readonly column: number;
  readonly row: number;
  readonly columns: number;
  readonly rows: number;
  readonly answers: readonly CellAnswer[];
}

export interface Picture {
  readonly x: Axis;
  readonly y: Axis;
  /** What the zone's services mostly read along each axis: where a cart of several parcels is to be placed. */
  readonly reads: { readonly x: Measure; readonly y: Measure };
  readonly columns: readonly Stretch[];
  readonly rows: readonly Stretch[];
  readonly cells: readonly Cell[];
}

/** What is the same for all carts of a picture. */
export type Fixed = Readonly<Record<Axis, number>>;

function edgesAlong(lanes: readonly CompiledLane[], axis: Axis): readonly LaneEdge[] {
  const found = new Map<number, LaneEdge>();
  for (const lane of lanes) for (const edge of edgesOf(lane, MEASURES_OF[axis], GRID[axis])) found.set(edge.below, edge);
  return [...found.values()].sort((a, b) => a.below - b.below);
}

/** Stretches between all bounds of an axis; the last goes on without end. */
function stretchesAlong(lanes: readonly CompiledLane[], axis: Axis): readonly Stretch[] {
  const least = dimensionOf(measureOfAxis(axis)) === 'count' ? 1 : axis === 'value' ? 0 : GRID[axis];
  const edges = edgesAlong(lanes, axis).filter(({ below }) => below >= least);
  const beyond = Math.max(least, (edges.at(-1)?.below ?? 0) * 2, USUAL_END[axis]);
  const cutOf = (edge: LaneEdge | undefined): Cut | undefined => edge && { bound: edge.bound, belongs: edge.belongs };
  return Array.from({ length: edges.length + 1 }, (_, at): Stretch => {
    const [low, high] = [edges[at - 1], edges[at]];
    const [below, above] = [cutOf(low), cutOf(high)];
    return { first: low?.above ?? least, last: high?.below ?? beyond, ...(below && { low: below }), ...(above && { high: above }) };
  });
}

/** How far an axis without bounds goes: 30 kg, 200.00, 10 items, 1.5 m, 50 km. */
const USUAL_END: Readonly<Record<Axis, number>> = { weight: 3e10, value: 20_000, items: 10, side: 1_500_000, distance: 5e7 };

/** The measure of an axis that has most bounds. */
function mostRead(lanes: readonly CompiledLane[], axis: Axis): Measure {
  const counts = MEASURES_OF[axis].map((measure) => ({
    measure,
    count: lanes.reduce((sum, lane) => sum + edgesOf(lane, [measure], GRID[axis]).length, 0),
  }));
  return counts.reduce((most, one) => (one.count > most.count ? one : most)).measure;
}

const itemAt = (fixed: Fixed, x: Axis, y: Axis, across: number, up: number, distances: boolean): Item => {
  const at = { ...fixed, [x]: across, [y]: up };
  return { weight: at.weight, value: at.value, items: at.items, side: at.side, ...(distances && { distance: at.distance }) };
};

function answerOf(lane: CompiledLane, probe: PriceProbe, low: Item, high: Item): CellAnswer[] {
  const service = lane.service.id;
  const least = probe.price(lane, low);
  if (least === REFER) return [{ service, status: 'refer', low: 0, high: 0 }];
  if (least >= 0) return [{ service, status: 'priced', low: least, high: probe.price(lane, high) }];
  return probe.isOnlyCarrier(lane, low) ? [{ service, status: 'carrier', low: 0, high: 0 }] : [];
}

const sameAnswers = (a: readonly CellAnswer[], b: readonly CellAnswer[]) => JSON.stringify(a) === JSON.stringify(b);

/** Cells of the same answers that touch are one: first along rows, then those of the same width above each other. */
function joinedCells(cells: readonly (readonly (readonly CellAnswer[])[])[]): readonly Cell[] {
  const found: Cell[] = [];
  let open: Cell[] = [];
  cells.forEach((line, row) => {
    const runs: Cell[] = [];
    line.forEach((answers, column) => {
      const last = runs.at(-1);
      if (last && sameAnswers(last.answers, answers)) runs[runs.length - 1] = { ...last, columns: last.columns + 1 };
      else runs.push({ column, row, columns: 1, rows: 1, answers });
    });
    const next = runs.map((run) => {
      const below = open.find((one) => one.column === run.column && one.columns === run.columns && sameAnswers(one.answers, run.answers));
      return below ? { ...below, rows: below.rows + 1 } : run;
    });
    found.push(...open.filter((one) => !next.some((other) => other.column === one.column && other.row === one.row)));
    open = next;
  });
  return [...found, ...open];
}

/**
 * Which options goods in one box of their own get in a zone, by two of their measures: exact, for between the cuts of an axis no
 * service changes its mind. Prices are told at both corners of a cell.
 * @param group the goods group, null being the default one
 * @param fixed what the other measures are, in base units
 */
export function picture(
  compiled: CompiledBook,
  zone: CompiledZone,
  kind: CartKind,
  { x, y, fixed }: { readonly x: Axis; readonly y: Axis; readonly fixed: Fixed },
): Picture {
  const lanes = zone.lanes.filter((lane) => lane !== null);
  const probe = new PriceProbe(compiled, kind, kind.groups[0] ?? null);
  const [columns, rows] = [stretchesAlong(lanes, x), stretchesAlong(lanes, y)];
  const distances = lanes.some((lane) => edgesOf(lane, ['distance'], 1).length > 0);
  const cells = rows.map((row) =>
    columns.map((column) =>
      lanes.flatMap((lane) =>
        answerOf(
          lane,
          probe,
          itemAt(fixed, x, y, column.first, row.first, distances),
          itemAt(fixed, x, y, column.last, row.last, distances),
        ),
      ),
    ),
  );
  return { x, y, reads: { x: mostRead(lanes, x), y: mostRead(lanes, y) }, columns, rows, cells: joinedCells(cells) };
}
