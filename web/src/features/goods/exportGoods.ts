import { FORMULA_START, goodsToRows, needsQuotes, type Product, type RateBook } from '@ostrakon/core';
import Papa from 'papaparse';
import { download } from '../../ui/download.ts';

/** Rows as CSV (RFC 4180): commas, CRLF, and nothing a spreadsheet would run as a formula. */
export const toCsv = (rows: readonly (readonly string[])[]): string =>
  `${Papa.unparse(
    rows.map((row) => [...row]),
    { escapeFormulae: FORMULA_START, quotes: needsQuotes, newline: '\r\n' },
  )}\r\n`;

export function downloadGoods(products: readonly Product[], book: RateBook): void {
  download('goods.csv', toCsv(goodsToRows(products, book)));
}
