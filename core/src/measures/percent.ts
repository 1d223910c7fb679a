import { z } from 'zod';
import type { Typed } from '../money/money.ts';
import { decimalTyped } from '../numbers/numberHabit.ts';
import { parseDecimal } from '../numbers/parseDecimal.ts';
import { inUnit } from '../numbers/units.ts';

/** A percentage in whole basis points: 1 is 0.01 %, 10 000 is 100 %. */
export const BasisPoints = inUnit<'basis point'>(z.int().min(0).max(10_000));
export type BasisPoints = z.infer<typeof BasisPoints>;

/** A percentage that may be more than the whole, such as a markup: at most 1000 %. */
export const MarkupPoints = inUnit<'basis point'>(z.int().min(0).max(100_000));

/** Reads "12.5", "12,5 %" as basis points, from 0 to `most` basis points. */
export function parsePercent(typed: string, locale: string, most = 10_000): Typed<BasisPoints> {
  const number = parseDecimal(typed.replace(/[%\uff05\u066a]/, ''), { mostDecimals: 2, locale });
  if (!number.ok) return number;
  const [whole = '0', part = ''] = number.value.split('.');
  const points = Number(whole + part.padEnd(2, '0'));
  return points > most ? { ok: false, problem: { code: 'tooLarge', most: `${most / 100} %` } } : { ok: true, value: points };
}

/** Basis points as a field shows them: 1250 is "12,5%". */
export const percentTyped = (basisPoints: BasisPoints, locale: string): string => `${decimalTyped(String(basisPoints / 100), locale)}%`;

/** Basis points as people read them: 1250 is "12.5%". */
export function formatPercent(basisPoints: BasisPoints, locale: string): string {
  return new Intl.NumberFormat(locale, { style: 'percent', maximumFractionDigits: 2 }).format(basisPoints / 10_000);
}
