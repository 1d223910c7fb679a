import { POSTAL_EXAMPLE_LINES } from './postalExamples.generated.ts';

const examples = new Map(POSTAL_EXAMPLE_LINES.split('\n').map((line) => [line.slice(0, 2), line.slice(3)]));

/** A postal code of a country, as its people write it; undefined where none is known. */
export const postalExample = (country: string): string | undefined => examples.get(country);

/** Lines as an owner might type them for a country: a code, all with a beginning, and a range where codes are numbers. */
export function postalLinesExample(country: string): string {
  const code = postalExample(country);
  if (code === undefined) return '';
  const start = code.slice(0, 2);
  const isNumber = /^\d+$/.test(code);
  const rest = code.length - 2;
  const range = isNumber && rest > 0 ? [`${start}${'0'.repeat(rest)}-${start}${'9'.repeat(rest)}   a range`] : [];
  return [code, `${start}*   all that begin with ${start}`, ...range].join('\n');
}
