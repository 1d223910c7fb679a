import type { CountryCode, SubdivisionCode } from './countries.ts';
import { normalizePostal } from './postal.ts';
import { POSTAL_SHAPE_LINES, POSTAL_START_LINES } from './postalShapes.generated.ts';

const entries = (lines: string): readonly (readonly [string, string])[] =>
  lines.split('\n').map((line) => [line.slice(0, 2), line.slice(3)]);

/** Patterns are written with a space or hyphen where people put one; codes are compared without. */
const withoutGaps = (pattern: string) => pattern.replace(/\[ \\-\]\??|[ -]\?|(?<=[})\]])[ -](?=[\\([])/g, '');

const sources = new Map(entries(POSTAL_SHAPE_LINES));
const shapes = new Map<string, RegExp>();

/** Whether a text can be a whole postal code of the country; always true where its shape is not known. */
export function isPostalShape(country: CountryCode, code: string): boolean {
  const source = sources.get(country);
  if (source === undefined) return true;
  const shape = shapes.get(country) ?? new RegExp(`^(?:${source}|${withoutGaps(source)})$`);
  shapes.set(country, shape);
  return shape.test(normalizePostal(code)) || shape.test(code.trim().toUpperCase());
}

const starts = new Map<string, { subdivision: SubdivisionCode; start: RegExp }[]>(
  entries(POSTAL_START_LINES).map(([country, rows]) => [
    country,
    rows.split(' ').map((row) => {
      const at = row.indexOf('=');
      return { subdivision: `${country}-${row.slice(0, at)}`, start: new RegExp(`^(?:${row.slice(at + 1)})`) };
    }),
  ]),
);

/** The subdivision a postal code lies in, where its first characters tell just one. */
export function subdivisionOfPostal(country: CountryCode, code: string): SubdivisionCode | undefined {
  const normalized = normalizePostal(code);
  const found = (starts.get(country) ?? []).filter(({ start }) => start.test(normalized));
  return found.length === 1 ? found[0]?.subdivision : undefined;
}
