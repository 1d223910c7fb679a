import {
  type DecimalSign,
  type GoodsField,
  GoodsReader,
  guessFields,
  NUMBER_FIELDS,
  newId,
  numbersRead,
  type Product,
  type RateBook,
} from '@ostrakon/core';
import Papa from 'papaparse';
import { decodeText } from '../../ui/decodeText.ts';
import type { BadRow, CheckedFile, FileProblem, OpenedFile } from './importMessages.ts';

/** 64 million bytes: some hundred thousand products. */
export const MOST_FILE_BYTES = 64_000_000;

/** A row of cells and the line of the file it begins on, from 1. */
export interface FileRow {
  readonly cells: string[];
  readonly line: number;
}

export interface ReadFile {
  readonly headers: string[];
  readonly rows: FileRow[];
  readonly delimiter: string;
  readonly encoding: string;
}

export class FileRefused extends Error {
  readonly problem: FileProblem;
  readonly line: number | undefined;
  constructor(problem: FileProblem, line?: number) {
    super(problem);
    this.problem = problem;
    this.line = line;
  }
}

const lineBreaks = (text: string, from: number, to: number): number => {
  let count = 0;
  for (let at = from; at < to; at += 1) {
    const sign = text.charCodeAt(at);
    if (sign === 10 || (sign === 13 && text.charCodeAt(at + 1) !== 10)) count += 1;
  }
  return count;
};

/** Reads a CSV text (RFC 4180; semicolons, tabs and bars are understood). Empty lines are passed over. */
export function readTable(text: string, encoding: string): ReadFile {
  const rows: FileRow[] = [];
  let line = 1;
  let cursor = 0;
  let delimiter = ',';
  let unclosed: number | undefined;
  Papa.parse<string[]>(text, {
    skipEmptyLines: false,
    delimitersToGuess: [',', ';', '\t', '|'],
    step: ({ data, meta, errors }) => {
      if (data.some((cell) => cell.trim() !== '')) rows.push({ cells: data, line });
      if (errors.some(({ type }) => type === 'Quotes')) unclosed ??= line;
      line += lineBreaks(text, cursor, meta.cursor);
      cursor = meta.cursor;
      delimiter = meta.delimiter;
    },
  });
  if (unclosed !== undefined) throw new FileRefused('quoteNotClosed', unclosed);
  const [head, ...body] = rows;
  if (!head) throw new FileRefused('empty');
  if (body.length === 0) throw new FileRefused('onlyHeaders');
  return { headers: head.cells.map((cell) => cell.trim()), rows: body, delimiter, encoding };
}

export function readGoodsFile(bytes: Uint8Array): ReadFile {
  if (bytes.length === 0) throw new FileRefused('empty');
  if (bytes.length > MOST_FILE_BYTES) throw new FileRefused('tooLarge');
  const decoded = decodeText(bytes);
  if (decoded === null) throw new FileRefused('notText');
  return readTable(decoded.text, decoded.encoding);
}

export const openedOf = ({ headers, rows, delimiter, encoding }: ReadFile): OpenedFile => ({
  headers,
  sample: rows.slice(0, 3).map(({ cells }) => cells),
  rows: rows.length,
  delimiter,
  encoding,
  guess: guessFields(headers),
});

/** The cells of a file that hold numbers. */
function* numbersOf(file: ReadFile, fields: readonly (GoodsField | null)[]): Generator<string> {
  const columns = fields.flatMap((field, at) => (field !== null && NUMBER_FIELDS.includes(field) ? [at] : []));
  for (const { cells } of file.rows) for (const at of columns) yield cells[at] ?? '';
}

/** Checks every row; `progress` is told now and then. */
export function checkRows(
  file: ReadFile,
  fields: readonly (GoodsField | null)[],
  shop: { book: RateBook; known: readonly Product[]; decimal: DecimalSign | null },
  progress: (done: number) => void,
): CheckedFile {
  const groups: { id: string; name: string }[] = [];
  const newGroupId = (name: string) => {
    const id = newId(name, [...shop.book.goodsGroups, ...groups], 'group');
    groups.push({ id, name: name.slice(0, 80) });
    return id;
  };
  const decimal = numbersRead(shop.decimal, numbersOf(file, fields), shop.book.shop.locale);
  const reader = new GoodsReader(
    shop.book,
    new Map(shop.known.map((product) => [product.id, product])),
    { headers: file.headers, fields, ...(decimal.by !== 'shop' && { decimal: decimal.sign }) },
    newGroupId,
  );
  const put: Product[] = [];
  const bad: BadRow[] = [];
  const counts = { new: 0, changed: 0, same: 0 };
  file.rows.forEach(({ cells, line }, at) => {
    const read = reader.read(cells, line);
    if (!read.ok) bad.push({ cells, problems: read.problems });
    else {
      counts[read.change] += 1;
      if (read.change !== 'same') put.push(read.product);
    }
    if (at % 500 === 499) progress(at + 1);
  });
  const used = new Set(put.map(({ group }) => group));
  return { put, counts, bad, newGroups: groups.filter(({ id }) => used.has(id)), decimal, doubts: reader.doubts };
}
