import { quantityTyped, type Shop } from '@ostrakon/core';
import type { TwoWays } from './useTypedField.ts';

const decimalSign = (locale: string) =>
  new Intl.NumberFormat(locale).formatToParts(1.5).find(({ type }) => type === 'decimal')?.value ?? '.';

/**
 * Entries of a list that is typed: between semicolons, on lines of their own, and between commas that are no part of a number. Where
 * the comma stands before decimals it parts entries only with a space after it; elsewhere three figures after it are thousands.
 */
export function entriesOf(text: string, locale: string): string[] {
  const comma = decimalSign(locale) === ',' ? ',(?=\\s|$)' : ',(?!\\d{3}(?!\\d))';
  return text.split(new RegExp(`[;；、،\\n]|${comma}`)).map((entry) => entry.trim());
}

/** A list in which some entries can be read otherwise: as it is read, and with those read the other way. */
export function listTwoWays(
  entries: readonly { readonly text: string; readonly other?: string | undefined }[],
  { locale }: Pick<Shop, 'locale'>,
): { twoWays?: TwoWays } {
  if (entries.every(({ other }) => other === undefined)) return {};
  const joined = (pick: (entry: (typeof entries)[number]) => string) =>
    entries.map((entry) => quantityTyped(pick(entry), locale)).join('; ');
  return { twoWays: { as: joined(({ text }) => text), instead: joined(({ text, other }) => other ?? text) } };
}
