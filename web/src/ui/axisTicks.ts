import { dimensionOf, distanceToMillimetres, lengthToMicrometres, type Measure, massToMicrograms, type UnitsOfShop } from '@ostrakon/core';

/** How figures on an axis look. */
export const AXIS = { fontSize: 12, fill: 'var(--color-ash)' } as const;

/** Amounts without a fraction of nothing, as an axis shows them. */
export const plainAmount = (money: (minor: number) => string) => (minor: number) =>
  money(minor).replace(/[.,\u066b](?:00|\u0660\u0660)(?!\p{Nd})/u, '');

/** Room for the longest of some labels beside an axis, in pixels. */
export const axisWidth = (labels: readonly string[]): number =>
  Math.max(36, ...labels.map((label) => label.replace(/\p{Cf}/gu, '').length * 7 + 10));

/**
 * Round steps for an axis from 0: 1, 2 or 5 times a power of ten of a unit, about `count` of them.
 * @param unit what one of the unit is in the axis's own figures, such as micrograms in a pound
 */
export function axisTicks(end: number, count: number, unit = 1): number[] {
  const rough = end / unit / count;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = ([1, 2, 5, 10].find((times) => times * power >= rough * (1 - 1e-6)) ?? 10) * power * unit;
  return Array.from({ length: Math.floor(end / step + 1e-9) + 1 }, (_, at) => at * step);
}

/** Base units in the unit that an axis of a measure up to `end` is written in. Those of the metric system are powers of ten. */
export function axisUnit(measure: Measure, end: number, units: UnitsOfShop): number {
  const dimension = dimensionOf(measure);
  if (units === 'metric') return 1;
  if (dimension === 'length') return lengthToMicrometres('1 in');
  if (dimension === 'distance') return distanceToMillimetres('1 mi');
  return dimension === 'mass' ? massToMicrograms(end < massToMicrograms('1 lb') ? '1 oz' : '1 lb') : 1;
}
