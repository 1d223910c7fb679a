import type { Transit } from '@ostrakon/core';
import { readDaysOrNone } from '../../calendars/readDays.ts';

export interface PastedDays {
  /** Rows of the table by columns; null empties a cell. */
  readonly cells: readonly (readonly (Transit | null)[])[];
}

export type ReadPaste = { ok: true; cells: PastedDays['cells'] } | { ok: false; message: string };

/** Days on the way as copied from a spreadsheet: cells between tabs, rows between lines. */
export function readPastedDays(text: string): ReadPaste {
  const rows = text.replace(/\r\n?/g, '\n').replace(/\n$/, '').split('\n');
  const cells: (Transit | null)[][] = [];
  for (const [at, row] of rows.entries()) {
    const read = row.split('\t').map((cell) => readDaysOrNone(cell.trim() === '-' || cell.trim() === '–' ? '' : cell));
    const bad = read.findIndex((one) => !one.ok);
    const fault = read[bad];
    if (fault && !fault.ok) {
      return {
        ok: false,
        message: `Row ${at + 1}, column ${bad + 1}, “${row.split('\t')[bad]?.trim()}”: ${fault.message} Nothing was taken.`,
      };
    }
    cells.push(read.map((one) => (one.ok ? one.value : null)));
  }
  return { ok: true, cells };
}
