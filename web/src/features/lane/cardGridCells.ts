/** What the grids of tiers and of two measures share: cells without a frame, and their places. */

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
