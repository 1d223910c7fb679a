import { type Currency, type ReadBands, type ReadPrices, readTariffPlaces, readTariffPrices, type TariffProblem } from '@ostrakon/core';
import Papa from 'papaparse';
import { typedProblemWords } from '../words/typedProblem.ts';

/** A cell that begins with a quote, as one with a line break in it must (RFC 4180, section 2, rule 6). */
const QUOTED = /(?:^|[,;\t])\s*"/;

/**
 * The lines of a file, one a row. A row whose quoted cells go over several lines stands at its first; the lines it takes
 * up after that are empty, so that the others keep their numbers. A quote that is never closed is a sign like another.
 */
export function linesOf(text: string): string[] {
  const lines = text.split(/\r\n|\r|\n/);
  const rows: string[] = [];
  let open: number | null = null;
  for (const [at, line] of lines.entries()) {
    const odd = line.split('"').length % 2 === 0;
    if (open !== null) {
      rows[open] += `\n${line}`;
      rows.push('');
      if (odd) open = null;
    } else {
      rows.push(line);
      if (odd && QUOTED.test(line)) open = at;
    }
  }
  return open === null ? rows : lines;
}

const inOneLine = (cell: string) => cell.replace(/\s*\n\s*/g, ' ');

/** One line as cells; commas, semicolons or tabs part them, as in the first line. */
function cellsOf(lines: readonly string[]): string[][] {
  const [header = ''] = lines;
  const delimiter = [',', ';', '\t'].sort((a, b) => header.split(b).length - header.split(a).length)[0] ?? ',';
  return lines.map((line) => (line.trim() === '' ? [] : (Papa.parse<string[]>(line, { delimiter }).data[0] ?? []).map(inOneLine)));
}

export const readPrices = (lines: readonly string[], currency: Currency): ReadPrices => readTariffPrices(cellsOf(lines), currency);

export const readPlaces = (lines: readonly string[], bands: readonly string[]): ReadBands => readTariffPlaces(cellsOf(lines), bands);

const words: Record<Exclude<TariffProblem['code'], 'typed'>, string> = {
  noBands: 'The first line names no bands: “up to”, then a column for each.',
  bandTwice: 'This band stands twice.',
  tooManyCells: 'This row has more cells than there are bands.',
  notHeavier: 'Not heavier than the row before it.',
  furtherTwice: 'There is a row for further weight already.',
  furtherFirst: 'This follows the weights it goes on from.',
  unknownBand: 'The price list has no such band.',
  unknownCountry: 'No country has this code; write two letters, such as CA.',
  unknownRegion: 'No region of this country has this code.',
  badPostal: 'This is no postal code, prefix or range of this country.',
  elsewhereTwice: 'Another band is everywhere else already.',
  empty: 'The file has no weights.',
};

export const tariffProblemWords = (problem: TariffProblem): string =>
  problem.code === 'typed' ? typedProblemWords(problem.problem) : words[problem.code];

export const EXAMPLE_PRICES =
  'up to,1,2,far\n1 kg,8.50,9.75,14.00\n2 kg,9.20,11.10,18.25\n5 kg,11.40,15.60,-\neach further 1 kg,0.85,1.35,-\n';
export const EXAMPLE_PLACES = 'band,country,region,postal\n1,CA,NS,\n1,CA,,E1*\n2,CA,ON,\nfar,*,,\n';
