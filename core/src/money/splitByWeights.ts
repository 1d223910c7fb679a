/**
 * Splits `amount` over `weights` by the largest remainder (Hare quota), ties to the earlier part, so that nothing is lost.
 * @param amount whole minor units, 0 or more
 * @param weights whole numbers, 0 or more; at least one above 0
 * @throws RangeError when every weight is 0
 * @example splitByWeights(100, [1, 1, 1]) // [34, 33, 33]
 */
export function splitByWeights(amount: number, weights: readonly number[]): number[] {
  const total = weights.reduce((sum, weight) => sum + BigInt(weight), 0n);
  if (total === 0n) throw new RangeError('cannot split over weights that are all 0');
  const parts = weights.map((weight, index) => {
    const scaled = BigInt(amount) * BigInt(weight);
    return { index, whole: Number(scaled / total), rest: scaled % total };
  });
  let left = amount - parts.reduce((sum, part) => sum + part.whole, 0);
  const byRest = [...parts].sort((a, b) => (a.rest === b.rest ? a.index - b.index : a.rest > b.rest ? -1 : 1));
  for (const part of byRest) {
    if (left === 0) break;
    part.whole += 1;
    left -= 1;
  }
  return parts.map((part) => part.whole);
}
