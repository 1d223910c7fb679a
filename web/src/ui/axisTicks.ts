/** How figures on an axis look. */
export const AXIS = { fontSize: 12, fill: 'var(--color-ash)' } as const;

/** Round steps for an axis from 0: 1, 2 or 5 times a power of ten, about `count` of them. */
export function axisTicks(end: number, count: number): number[] {
  const rough = end / count;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = ([1, 2, 5, 10].find((times) => times * power >= rough) ?? 10) * power;
  return Array.from({ length: Math.floor(end / step) + 1 }, (_, at) => at * step);
}
