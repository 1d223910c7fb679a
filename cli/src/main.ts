import { readFileSync } from 'node:fs';
import { compile, inputSchemas, QuoteRequest, quote, readRateBook } from '@ostrakon/core';
import { withCentroid } from '@ostrakon/core/centroids';
import { Command, CommanderError } from 'commander';
import { z } from 'zod';

/** A fault of the input, told in one sentence. */
class InputFault extends Error {}

export interface Streams {
  readonly stdout: { write(text: string): unknown };
  readonly stderr: { write(text: string): unknown };
}

function readJson(file: string): unknown {
  const name = file === '-' ? 'standard input' : file;
  let text: string;
  try {
    text = readFileSync(file === '-' ? 0 : file, 'utf8');
  } catch {
    throw new InputFault(`Cannot read ${name}.`);
  }
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    throw new InputFault(`${name} is not JSON.`);
  }
}

function parseAs<T>(file: string, parse: (value: unknown) => T): T {
  try {
    return parse(readJson(file));
  } catch (error) {
    if (!(error instanceof z.ZodError)) throw error;
    const lines = error.issues.slice(0, 20).map((issue) => `${issue.path.join('.') || 'the document'}: ${issue.message}`);
    throw new InputFault(`${file === '-' ? 'standard input' : file} is not valid: ${lines.join('; ')}.`);
  }
}

function quoteFiles(bookFile: string, requestFile: string): string {
  if (bookFile === '-' && requestFile === '-') throw new InputFault('Only one of the two files can be standard input.');
  const book = parseAs(bookFile, readRateBook);
  const request = parseAs(requestFile, (value) => QuoteRequest.parse(value));
  const compiled = compile(book);
  const destination = withCentroid(compiled.places, request.destination);
  return `${JSON.stringify(quote(compiled, { ...request, destination }), null, 2)}\n`;
}

/**
 * Runs the command line.
 * @param argv as in `process.argv`
 * @returns the exit code: 0, or 1 for bad input
 */
export async function run(argv: readonly string[], { stdout, stderr }: Streams): Promise<number> {
  const program = new Command('ostrakon')
    .description('Quotes carts from a rate book, as the shop would')
    .exitOverride()
    .configureOutput({ writeOut: (text) => stdout.write(text), writeErr: (text) => stderr.write(text) });
  program
    .command('quote <book> <request>')
    .description('Print the quote of a request as JSON; - reads standard input')
    .action((book: string, request: string) => {
      stdout.write(quoteFiles(book, request));
    });
  program
    .command('schema')
    .description('Print the JSON Schema of a rate book and of a request')
    .action(() => {
      stdout.write(`${JSON.stringify(inputSchemas(), null, 2)}\n`);
    });
  try {
    await program.parseAsync([...argv]);
    return 0;
  } catch (error) {
    if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : 1;
    if (!(error instanceof InputFault)) throw error;
    stderr.write(`${error.message}\n`);
    return 1;
  }
}
