import { boundInBase, dimensionOf, type Side, type TierResult, type TwoWay } from '@ostrakon/core';
import type { ReadCell } from './cardRows.ts';

/** The two sides of a two-way card. */
export type SideName = 'rows' | 'columns';

export type EditedTwoWay = { ok: true; card: TwoWay } | { ok: false; message: string };

/** Sides on goods value are written by lower bounds, as the trade speaks; all others by upper ones. */
export const sideFrom = (side: Side): boolean => dimensionOf(side.measure) === 'money';

/** The headings of a side as they are typed; null is the open one. */
export function headings(side: Side): (string | number | null)[] {
  if (!sideFrom(side)) return [...side.bounds, null];
  return [null, ...side.bounds.map((bound) => Number(bound) + 1)];
}

const stored = (side: Side, typed: string | number): string | number => (sideFrom(side) ? Number(typed) - 1 : typed);

const spliced = <T>(list: readonly T[], at: number, drop: number, ...add: T[]): T[] => [
  ...list.slice(0, at),
  ...add,
  ...list.slice(at + drop),
];

export function withCell(card: TwoWay, row: number, column: number, result: TierResult): TwoWay {
  return {
    ...card,
    results: card.results.map((line, at) => (at === row ? line.map((held, over) => (over === column ? result : held)) : line)),
  };
}

/** Changes the bound that a heading shows. */
export function withHeading(card: TwoWay, name: SideName, heading: number, typed: string | number): EditedTwoWay {
  const side = card[name];
  const at = sideFrom(side) ? heading - 1 : heading;
  if (sideFrom(side) && Number(typed) < 1) return { ok: false, message: 'The first one begins at 0 already.' };
  const bound = stored(side, typed);
  const base = boundInBase(side.measure, bound);
  const [before, after] = [side.bounds[at - 1], side.bounds[at + 1]];
  if (before !== undefined && base <= boundInBase(side.measure, before))
    return { ok: false, message: 'Must reach further than the one before it.' };
  if (after !== undefined && base >= boundInBase(side.measure, after)) return { ok: false, message: 'Must stay below the next one.' };
  return { ok: true, card: { ...card, [name]: { ...side, bounds: spliced(side.bounds, at, 1, bound) } } };
}

/** Adds a bound where it belongs; the new stretch takes the results of the one it is cut from. */
export function withBoundAdded(card: TwoWay, name: SideName, typed: string | number): EditedTwoWay {
  const side = card[name];
  const bound = stored(side, typed);
  const base = boundInBase(side.measure, bound);
  if (sideFrom(side) && Number(typed) < 1) return { ok: false, message: 'The first one begins at 0 already.' };
  if (side.bounds.some((held) => boundInBase(side.measure, held) === base))
    return { ok: false, message: 'There is one with this bound already.' };
  const found = side.bounds.findIndex((held) => boundInBase(side.measure, held) > base);
  const at = found === -1 ? side.bounds.length : found;
  const next = { ...side, bounds: spliced(side.bounds, at, 0, bound) };
  const results =
    name === 'rows'
      ? spliced(card.results, at, 0, card.results[at] ?? [])
      : card.results.map((line) => spliced(line, at, 0, line[at] ?? { kind: 'notOffered' as const }));
  return { ok: true, card: { ...card, [name]: next, results } };
}

/** Takes a stretch out; the next one reaches down in its place. */
export function withoutHeading(card: TwoWay, name: SideName, heading: number): EditedTwoWay {
  const side = card[name];
  if (side.bounds.length === 1) return { ok: false, message: 'Each side keeps at least one bound.' };
  const gone = Math.min(sideFrom(side) ? Math.max(0, heading - 1) : heading, side.bounds.length - 1);
  const next = { ...side, bounds: spliced(side.bounds, gone, 1) };
  const results = name === 'rows' ? spliced(card.results, heading, 1) : card.results.map((line) => spliced(line, heading, 1));
  return { ok: true, card: { ...card, [name]: next, results } };
}

/** A side reads another measure: its bounds begin anew, its results stay where they can. */
export function withMeasure(card: TwoWay, name: SideName, side: Side): TwoWay {
  const old = card[name];
  const keeps = dimensionOf(old.measure) === dimensionOf(side.measure);
  if (keeps) return { ...card, [name]: { ...old, measure: side.measure } };
  const rateless = (result: TierResult): TierResult =>
    name === 'rows' && result.kind === 'perUnit' ? { kind: 'amount', amount: result.base + result.each } : result;
  const cut = <T>(list: readonly T[]): T[] => [...list.slice(0, 1), ...list.slice(-1)];
  const results = name === 'rows' ? cut(card.results).map((line) => line.map(rateless)) : card.results.map(cut);
  return { ...card, [name]: side, results };
}

export interface TwoWayReaders {
  readonly rows: ReadCell<string | number>;
  readonly columns: ReadCell<string | number>;
  readonly result: ReadCell<TierResult>;
}

type Read<T> = { ok: true; value: T } | { ok: false; message: string };

/** Headings of a pasted grid; an open one ("above", empty, or 0 for lower bounds) is left out where it stands last or first. */
function readHeadings(
  side: Side,
  cells: readonly string[],
  read: ReadCell<string | number>,
): Read<{ bounds: (string | number)[]; open: boolean }> {
  const isOpen = (cell: string) => cell === '' || /^(above|over|any)\b/i.test(cell);
  const from = sideFrom(side);
  const first = from ? read(cells[0] ?? '') : undefined;
  const openFirst = from && (isOpen(cells[0] ?? '') || (first?.ok === true && Number(first.value) === 0));
  const openLast = !from && isOpen(cells.at(-1) ?? '');
  const inner = openFirst ? cells.slice(1) : openLast ? cells.slice(0, -1) : cells;
  if (from && !openFirst) return { ok: false, message: `the first value must be 0, not “${cells[0]}”.` };
  const bounds: (string | number)[] = [];
  for (const cell of inner) {
    const value = read(cell.replace(/^(up to|from)\s+/i, ''));
    if (!value.ok) return { ok: false, message: `“${cell}”: ${value.message}` };
    bounds.push(stored(side, value.value));
  }
  return { ok: true, value: { bounds, open: from || openLast } };
}

/** A grid pasted with its headings takes the place of the whole card. */
function wholeGrid(card: TwoWay, cells: readonly (readonly string[])[], readers: TwoWayReaders): EditedTwoWay {
  const columns = readHeadings(card.columns, cells[0]?.slice(1) ?? [], readers.columns);
  if (!columns.ok) return { ok: false, message: `Headings of what you pasted: ${columns.message} Nothing was pasted.` };
  const body = cells.slice(1);
  const rows = readHeadings(
    card.rows,
    body.map((line) => line[0] ?? ''),
    readers.rows,
  );
  if (!rows.ok) return { ok: false, message: `First column of what you pasted: ${rows.message} Nothing was pasted.` };
  const top: TierResult = { kind: 'notOffered' };
  const results: TierResult[][] = [];
  for (const [at, line] of body.entries()) {
    const read = line.slice(1).map((cell) => readers.result(cell));
    const fault = read.findIndex((one) => !one.ok);
    const bad = read[fault];
    if (bad && !bad.ok)
      return { ok: false, message: `Row ${at + 2}, column ${fault + 2} of what you pasted: ${bad.message} Nothing was pasted.` };
    const values = read.flatMap((one) => (one.ok ? [one.value] : []));
    const wide = columns.value.bounds.length + (columns.value.open ? 1 : 0);
    if (values.length !== wide)
      return { ok: false, message: `Row ${at + 2} of what you pasted has ${values.length} prices, not ${wide}. Nothing was pasted.` };
    results.push(columns.value.open ? values : [...values, top]);
  }
  if (!rows.value.open) results.push(results[0]?.map(() => top) ?? []);
  return {
    ok: true,
    card: {
      ...card,
      rows: { ...card.rows, bounds: rows.value.bounds },
      columns: { ...card.columns, bounds: columns.value.bounds },
      results,
    },
  };
}

/** Whether pasted cells are a whole grid with its heads: its corner is empty or wordy. */
export const isWholeGrid = (cells: readonly (readonly string[])[], { result }: Pick<TwoWayReaders, 'result'>): boolean =>
  cells.length > 1 && (cells[0]?.length ?? 0) > 1 && !result(cells[0]?.[0] ?? '').ok;

/**
 * Cells pasted from a spreadsheet: a grid with an empty or wordy corner is the whole card; anything else is prices, filled in
 * from `row` and `column`. All of them are taken, or none.
 */
export function withPastedGrid(
  card: TwoWay,
  cells: readonly (readonly string[])[],
  row: number,
  column: number,
  readers: TwoWayReaders,
): EditedTwoWay {
  if (isWholeGrid(cells, readers)) return wholeGrid(card, cells, readers);
  let edited = card;
  for (const [down, line] of cells.entries()) {
    for (const [over, cell] of line.entries()) {
      if (card.results[row + down]?.[column + over] === undefined)
        return { ok: false, message: `What you pasted reaches past the grid. Nothing was pasted.` };
      const read = readers.result(cell);
      if (!read.ok)
        return { ok: false, message: `Row ${down + 1}, column ${over + 1} of what you pasted: ${read.message} Nothing was pasted.` };
      edited = withCell(edited, row + down, column + over, read.value);
    }
  }
  return { ok: true, card: edited };
}
