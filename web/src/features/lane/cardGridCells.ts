import { cellsOf } from './cardRows.ts';

/** What the grids of tiers and of two measures share: cells without a frame, their places, and pasting into them. */

/** A field that is a cell of a grid. */
export const CELL =
  'h-8! rounded-none! border-transparent! bg-transparent! focus:border-clay! aria-invalid:border-fault! aria-invalid:bg-fault-soft!';

/** Row and column of the cell an event comes from; undefined outside of cells. */
export function placeOf(target: EventTarget): readonly [row: number, column: number] | undefined {
  const place = (target as HTMLElement).dataset.at?.split(',').map(Number);
  return place && [place[0] ?? 0, place[1] ?? 0];
}

export const cellAt = (table: HTMLElement | null, row: number, column: number): HTMLInputElement | null =>
  table?.querySelector<HTMLInputElement>(`[data-at="${row},${column}"]`) ?? null;

/** Cells pasted from a spreadsheet; null for a single one, which goes into its field as it is. */
export function pastedCells(clipboard: DataTransfer): string[][] | null {
  const cells = cellsOf(clipboard.getData('text/plain'));
  return cells.length < 2 && (cells[0]?.length ?? 0) < 2 ? null : cells;
}
