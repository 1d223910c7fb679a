/** Rows of cells as spreadsheets put them on the clipboard. */
export function cellsOf(text: string): string[][] {
  return text
    .replace(/\r\n?/g, '\n')
    .split('\n')
    .filter((line) => line.trim() !== '')
    .map((line) => line.split('\t').map((cell) => cell.trim()));
}

/** Cells pasted from a spreadsheet; null for a single one, which goes into its field as it is. */
export function pastedCells(clipboard: DataTransfer): string[][] | null {
  const cells = cellsOf(clipboard.getData('text/plain'));
  return cells.length < 2 && (cells[0]?.length ?? 0) < 2 ? null : cells;
}
