import type { CountryCode, SubdivisionCode } from './countries.ts';
import { normalizePostal } from './postal.ts';
import { POSTAL_START_LINES } from './postalStarts.generated.ts';

const starts = new Map<string, { subdivision: SubdivisionCode; start: RegExp }[]>(
  POSTAL_START_LINES.split('\n').map((line) => [
    line.slice(0, 2),
    line
      .slice(3)
      .split(' ')
      .map((row) => {
        const at = row.indexOf('=');
        return { subdivision: `${line.slice(0, 2)}-${row.slice(0, at)}`, start: new RegExp(`^(?:${row.slice(at + 1)})`) };
      }),
  ]),
);

/** The subdivision a postal code lies in, where its first characters tell just one. */
export function subdivisionOfPostal(country: CountryCode, code: string): SubdivisionCode | undefined {
  const normalized = normalizePostal(code);
  const found = (starts.get(country) ?? []).filter(({ start }) => start.test(normalized));
  return found.length === 1 ? found[0]?.subdivision : undefined;
}
