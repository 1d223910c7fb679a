import { habitOf, plainDigits } from './numberHabit.ts';

export type DecimalSign = '.' | ',';

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

/** A language that parts decimals with a sign: the given one where it does. */
export function languageWith(sign: DecimalSign, locale: string): string {
  if (habitOf(locale).decimal === sign && habitOf(locale).group !== '') return locale;
  return sign === ',' ? 'de-DE' : 'en-GB';
}
