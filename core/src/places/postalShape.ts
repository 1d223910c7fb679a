import type { CountryCode } from './countries.ts';
import { normalizePostal } from './postal.ts';
import { POSTAL_SHAPE_LINES } from './postalShapes.generated.ts';

/** Patterns are written with a space or hyphen where people put one; codes are compared without. */
const withoutGaps = (pattern: string) => pattern.replace(/\[ \\-\]\??|[ -]\?|(?<=[})\]])[ -](?=[\\([])/g, '');

const sources = new Map(POSTAL_SHAPE_LINES.split('\n').map((line) => [line.slice(0, 2), line.slice(3)]));
const shapes = new Map<string, RegExp>();

/** What a whole postal code of a country looks like, as a regular expression for capitals with or without gaps; undefined where that is not known. */
export function postalPattern(country: CountryCode): string | undefined {
  const source = sources.get(country);
  return source === undefined ? undefined : `^(?:${source}|${withoutGaps(source)})$`;
}

/** Whether a text can be a whole postal code of the country; always true where its shape is not known. */
export function isPostalShape(country: CountryCode, code: string): boolean {
  const pattern = postalPattern(country);
  if (pattern === undefined) return true;
  const shape = shapes.get(country) ?? new RegExp(pattern);
  shapes.set(country, shape);
  return shape.test(normalizePostal(code)) || shape.test(code.trim().toUpperCase());
}
