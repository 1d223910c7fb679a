import { createRequire } from 'node:module';
import {
  type AdmissionProblem,
  admit,
  applyCommand,
  type CardFileProblem,
  cardsToRows,
  compile,
  completeCart,
  type DecimalSign,
  FORMULA_START,
  Instant,
  needsQuotes,
  plan,
  QuoteRequest,
  readCardRows,
  readRateBook,
  settle,
} from '@ostrakon/core';
import { withCentroid } from '@ostrakon/core/centroids';
import { documentSchemas } from '@ostrakon/core/contract';
import { Command, CommanderError } from 'commander';
import Papa from 'papaparse';

import { addCheckCommand, FoundFaults } from './checkCommand.ts';
import { fieldTables } from './fieldTables.ts';
import { InputFault, type Streams } from './inputFault.ts';
import { nameOf, parseAs, readText } from './readFiles.ts';
import { addServerCommands } from './serverCommands.ts';
import { addShopCommands } from './shopCommands.ts';

const VERSION: string = createRequire(import.meta.url)('../package.json').version;

function refusal(problem: AdmissionProblem): string {
  if (problem.code === 'tooManyPieces') return `a cart has at most ${problem.most} pieces, this one has ${problem.pieces}`;
  if (problem.code === 'tooManyParts')
    return `an order of this book travels in ${problem.most} parts at most, this one in ${problem.parts}`;
  return `the ${problem.field} may lie ${problem.before} days back at most, and ${problem.after} ahead`;
}

function quoteFiles(bookFile: string, requestFile: string, now: string): string {
  if (bookFile === '-' && requestFile === '-') throw new InputFault('Only one of the two files can be standard input.');
  const book = parseAs(bookFile, readRateBook);
  const request = parseAs(requestFile, (value) => QuoteRequest.parse(value));
  const compiled = compile(book);
  const opened = completeCart(compiled.places, request, { products: new Map(), now, loads: request.loads, pointed: withCentroid });
  if (!opened.ok) throw new InputFault(`${nameOf(requestFile)} names the product "${opened.problem.product}", and a rate book has none.`);
  const admission = admit(compiled, opened.request, now);
  if (!admission.ok) throw new InputFault(`${nameOf(requestFile)} was not quoted: ${refusal(admission.problem)}.`);
  return `${JSON.stringify(settle(plan(compiled, admission.admitted)), null, 2)}\n`;
}

function cardsOut(bookFile: string): string {
  return `${Papa.unparse(cardsToRows(parseAs(bookFile, readRateBook)), { escapeFormulae: FORMULA_START, quotes: needsQuotes, newline: '\n' })}\n`;
}

const cardProblem = ({ line, column, cell, problem }: CardFileProblem): string =>
  `line ${line}${column === null ? '' : `, ${column}`}${cell === '' ? '' : ` “${cell}”`}: ${'message' in problem ? problem.message : 'problem' in problem ? problem.problem.code : problem.code}`;

function cardsIn(bookFile: string, cardsFile: string, sign: DecimalSign | null): string {
  const book = parseAs(bookFile, readRateBook);
  const { data } = Papa.parse<string[]>(readText(cardsFile), { skipEmptyLines: 'greedy' });
  const read = readCardRows(data, book, sign);
  if (!read.ok) throw new InputFault(`${cardsFile} was not taken: ${read.problems.slice(0, 20).map(cardProblem).join('; ')}.`);
  const [doubt] = read.doubts;
  if (doubt) {
    const { line, column, typed, as, instead } = doubt;
    throw new InputFault(
      `${cardsFile} was not taken: line ${line}, ${column} “${typed}” is ${as}, or ${instead}, and ${read.doubts.length - 1} more. Say which with --decimal . or --decimal ,`,
    );
  }
  if (read.cards.length === 0) throw new InputFault(`${cardsFile} holds no card.`);
  return `${JSON.stringify(applyCommand(book, { name: 'setCards', args: { cards: [...read.cards] } }), null, 2)}\n`;
}

/**
 * Runs the command line.
 * @param argv as in `process.argv`
 * @returns the exit code: 0, or 1 for bad input and for what `check` found
 */
export async function run(argv: readonly string[], { stdout, stderr }: Streams): Promise<number> {
  const program = new Command('ostrakon')
    .description('Quotes carts from a rate book, as the shop would, and keeps a whole shop in a file')
    .version(VERSION, '-V, --version', 'Print the version')
    .exitOverride()
    .configureOutput({ writeOut: (text) => stdout.write(text), writeErr: (text) => stderr.write(text) });
  program
    .command('quote <book> <request>')
    .description('Print the quote of a request as JSON; - reads standard input')
    .option('--now <instant>', 'the moment of a request that names none, such as 2026-11-23T13:05:00Z; the present one otherwise')
    .action((book: string, request: string, { now }: { now?: string }) => {
      if (now !== undefined && !Instant.safeParse(now).success) throw new InputFault('Write --now such as 2026-11-23T13:05:00Z.');
      stdout.write(quoteFiles(book, request, now ?? new Date().toISOString()));
    });
  program
    .command('cards <book>')
    .description('Print the rate cards of a book as CSV, one row a price')
    .action((book: string) => {
      stdout.write(cardsOut(book));
    });
  program
    .command('set-cards <book> <csv>')
    .description('Print the book with the cards of a CSV file put in; - reads standard input')
    .option('--decimal <sign>', 'the sign its numbers part decimals with, . or , where the file itself does not tell')
    .action((book: string, csv: string, { decimal }: { decimal?: string }) => {
      if (decimal !== undefined && decimal !== '.' && decimal !== ',') throw new InputFault('Write --decimal . or --decimal ,');
      stdout.write(cardsIn(book, csv, decimal ?? null));
    });
  program
    .command('schema')
    .description('Print the JSON Schemas of rate book, request, quote, public request and answer, and of a whole shop')
    .action(() => {
      stdout.write(`${JSON.stringify(documentSchemas(), null, 2)}\n`);
    });
  program
    .command('fields')
    .description('Print the fields of all documents as tables in Markdown')
    .action(() => {
      stdout.write(fieldTables());
    });
  addCheckCommand(program, { stdout, stderr });
  addShopCommands(program, { stdout, stderr });
  addServerCommands(program, { stdout, stderr });
  try {
    await program.parseAsync([...argv]);
    return 0;
  } catch (error) {
    if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : 1;
    if (error instanceof FoundFaults) return 1;
    if (!(error instanceof InputFault)) throw error;
    stderr.write(`${error.message}\n`);
    return 1;
  }
}
