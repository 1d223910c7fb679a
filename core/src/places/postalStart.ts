import { oncePerText } from '../once/oncePerText.ts';
import type { CountryCode, SubdivisionCode } from './countries.ts';
import type { Destination } from './place.ts';
import { normalizePostal } from './postal.ts';
import { POSTAL_START_LINES } from './postalStarts.generated.ts';
import { withHolders } from './subdivisionTree.ts';

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

/** The subdivision an address lies in: the one it names, else the one its postal code tells. One rule for zones, holidays and hints. */
export const subdivisionOfAddress = ({ country, subdivision, postalCode }: Destination): SubdivisionCode | undefined =>
  subdivision ?? (postalCode === undefined ? undefined : subdivisionOfPostal(country, postalCode));

const toldCodes = new Set([...starts.values()].flatMap((rows) => rows.flatMap(({ subdivision }) => withHolders(subdivision))));

/** Whether some postal codes tell a subdivision, or a part of it. */
export const isToldByPostal = (code: SubdivisionCode): boolean => toldCodes.has(code);

/** The subdivision a postal code lies in, where its first characters tell just one. */
export function subdivisionOfPostal(country: CountryCode, code: string): SubdivisionCode | undefined {
  return told(`${country}${normalizePostal(code)}`).subdivision;
}

const told = oncePerText((text): { readonly subdivision: SubdivisionCode | undefined } => {
  const normalized = text.slice(2);
  const found = (starts.get(text.slice(0, 2)) ?? []).filter(({ start }) => start.test(normalized));
  return { subdivision: found.length === 1 ? found[0]?.subdivision : undefined };
});
