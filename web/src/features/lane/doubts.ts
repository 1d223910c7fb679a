import type { Read } from '../../ui/useTypedField.ts';

/** A pasted number that could be read otherwise. */
export interface Doubt {
  readonly row: number;
  readonly column: number;
  readonly typed: string;
  readonly as: string;
  readonly instead: string;
}

/** How the cell at a place is read. */
export type CellReader = (row: number, column: number) => (text: string) => Read<unknown>;

/** Every pasted cell that could be read otherwise. */
export function doubtsIn(cells: readonly (readonly string[])[], readerAt: CellReader): Doubt[] {
  return cells.flatMap((line, row) =>
    line.flatMap((typed, column) => {
      const read = readerAt(row, column)(typed);
      return read.ok && read.twoWays ? [{ row, column, typed, ...read.twoWays }] : [];
    }),
  );
}

/** The cells with those in doubt written as they are read otherwise. */
export function readOtherwise(cells: readonly (readonly string[])[], doubts: readonly Doubt[]): string[][] {
  const made = cells.map((line) => [...line]);
  for (const { row, column, instead } of doubts) {
    const line = made[row];
    if (line) line[column] = instead;
  }
  return made;
}
