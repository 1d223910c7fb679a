import { habitOf, plainDigits } from './numberHabit.ts';

export type DecimalSign = '.' | ',';

/** A number of a file that was read, and could be read otherwise: both as the shop writes them. */
export interface NumberDoubt {
  /** Line of the file, from 1. */
  readonly line: number;
  readonly column: string;
  readonly typed: string;
  readonly as: string;
  readonly instead: string;
}

/** How the numbers of a file were read: its decimal sign, and who says so. */
export interface NumbersRead {
  readonly sign: DecimalSign;
  readonly by: 'file' | 'shop' | 'owner';
}

/**
 * Which sign a file is read with: as the owner said, as the file says itself, or as the shop's language has it.
 * @param texts what stands in its columns of numbers
 */
export function numbersRead(owner: DecimalSign | null, texts: Iterable<string>, locale: string): NumbersRead {
  if (owner !== null) return { sign: owner, by: 'owner' };
  const found = decimalSignIn(texts);
  return found === null ? { sign: habitOf(locale).decimal === ',' ? ',' : '.', by: 'shop' } : { sign: found, by: 'file' };
}

/** What a number says of the sign its file parts decimals with; undefined where it could be either. */
function signOf(text: string): DecimalSign | undefined {
  const [number] = plainDigits(text).match(/\d[\d.,\ue001]*/) ?? [];
  const signs = number?.match(/[.,]/g) ?? [];
  const [first, last] = [signs[0], signs.at(-1)];
  if (number === undefined || last === undefined) return undefined;
  const decimal = last as DecimalSign;
  // Two signs: the last one parts decimals. One that stands twice parts thousands.
  if (first !== last) return decimal;
  if (signs.length > 1) return decimal === '.' ? ',' : '.';
  const [head = '', part = ''] = number.split(decimal);
  const eitherWay = /^[1-9]\d{0,2}$/.test(head) && part.length === 3;
  return eitherWay ? undefined : decimal;
}

/** The sign by which the numbers of a file part decimals: what those that can be read one way only agree on; null where there are none, or they do not agree. */
export function decimalSignIn(texts: Iterable<string>): DecimalSign | null {
  let found: DecimalSign | null = null;
  for (const text of texts) {
    const sign = signOf(text);
    if (sign === undefined || sign === found) continue;
    if (found !== null) return null;
    found = sign;
  }
  return found;
}

/** A language as it would be with this sign before decimals: its words, and the numbers of a file (`habitOf` knows the private subtags). */
export const languageWith = (sign: DecimalSign, locale: string): string => `${locale}-x-${sign === ',' ? 'comma' : 'point'}`;
