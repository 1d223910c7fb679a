import { FORMULA_START, needsQuotes } from '@ostrakon/core';
import Papa from 'papaparse';

/** Rows as CSV (RFC 4180): CRLF, and nothing a spreadsheet would run as a formula. `delimiter` stands between cells. */
export const toCsv = (rows: readonly (readonly string[])[], delimiter = ','): string =>
  `${Papa.unparse(
    rows.map((row) => [...row]),
    { escapeFormulae: FORMULA_START, quotes: needsQuotes, newline: '\r\n', delimiter },
  )}\r\n`;
