import { readFileSync } from 'node:fs';
import { documentPath } from '@ostrakon/core/contract';
import { z } from 'zod';
import { InputFault } from './inputFault.ts';

export const nameOf = (file: string) => (file === '-' ? 'standard input' : file);

export function readText(file: string): string {
  try {
    return readFileSync(file === '-' ? 0 : file, 'utf8').replace(/^\uFEFF/, '');
  } catch {
    throw new InputFault(`Cannot read ${nameOf(file)}.`);
  }
}

function readJson(file: string): unknown {
  const text = readText(file);
  try {
    return JSON.parse(text);
  } catch {
    throw new InputFault(`${nameOf(file)} is not JSON.`);
  }
}

/** Reads a JSON file and parses it; a fault names where it stands. */
export function parseAs<T>(file: string, parse: (value: unknown) => T): T {
  const document = readJson(file);
  try {
    return parse(document);
  } catch (error) {
    if (!(error instanceof z.ZodError)) throw error;
    const lines = error.issues.slice(0, 20).map(({ path, message }) => `${documentPath(document, path) || 'the document'}: ${message}`);
    throw new InputFault(`${file === '-' ? 'standard input' : file} is not valid: ${lines.join('; ')}.`);
  }
}
