/** Rows written in one statement: SQLite binds 32,766 values at most, and between two statements others get their turn. */
const SLICE = 500;

export function slices<T>(list: readonly T[]): (readonly T[])[] {
  return Array.from({ length: Math.ceil(list.length / SLICE) }, (_, at) => list.slice(at * SLICE, (at + 1) * SLICE));
}
