import Papa from 'papaparse';
import { decodeText } from '../ui/decodeText.ts';

/** Why a file cannot be read at all. */
export type FileProblem = 'empty' | 'tooLarge' | 'notText' | 'onlyHeaders' | 'quoteNotClosed';

/** A file as its columns are looked at; `guess` is what each seems to hold. */
export interface OpenedFile<F extends string> {
  readonly headers: readonly string[];
  /** The first rows, to be shown beside the headers. */
  readonly sample: readonly (readonly string[])[];
  readonly rows: number;
  readonly delimiter: string;
  readonly encoding: string;
  readonly guess: readonly (F | null)[];
}

/** 64 million bytes: some hundred thousand lines. */
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

/** The text of a file, in whichever encoding it is. */
export function readText(bytes: Uint8Array): { readonly text: string; readonly encoding: string } {
  if (bytes.length === 0) throw new FileRefused('empty');
  if (bytes.length > MOST_FILE_BYTES) throw new FileRefused('tooLarge');
  const decoded = decodeText(bytes);
  if (decoded === null) throw new FileRefused('notText');
  return decoded;
}

export function readTableFile(bytes: Uint8Array): ReadFile {
  const { text, encoding } = readText(bytes);
  return readTable(text, encoding);
}

export const openedOf = <F extends string>(
  { headers, rows, delimiter, encoding }: ReadFile,
  columns: { guess(headers: readonly string[]): readonly (F | null)[] },
): OpenedFile<F> => ({
  headers,
  sample: rows.slice(0, 3).map(({ cells }) => cells),
  rows: rows.length,
  delimiter,
  encoding,
  guess: columns.guess(headers),
});
