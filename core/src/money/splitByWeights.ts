import type { Minor } from '../numbers/units.ts';
/**
 * Splits `amount` over `weights` by the largest remainder (Hare quota), ties to the earlier part, so that nothing is lost.
 * @param amount whole minor units, 0 or more
 * @param weights whole numbers, 0 or more; at least one above 0
 * @throws RangeError when every weight is 0
 * @example splitByWeights(100, [1, 1, 1]) // [34, 33, 33]
 */
export function splitByWeights(amount: Minor, weights: readonly number[]): number[] {
  let total = 0;
  let greatest = 0;
  for (const weight of weights) {
    total += weight;
    if (weight > greatest) greatest = weight;
  }
  if (total === 0) throw new RangeError('cannot split over weights that are all 0');
  // Products that are exact in a plain number are many times faster.
  if (total <= Number.MAX_SAFE_INTEGER && amount * greatest <= Number.MAX_SAFE_INTEGER) return splitSmall(amount, weights, total);
  return splitLarge(amount, weights);
}

/** Gives what is left to the largest remainders, one each. */
function withRemainders<R extends number | bigint>(amount: Minor, wholes: number[], rests: readonly R[]): number[] {
  let left = amount - wholes.reduce((sum, whole) => sum + whole, 0);
  if (left === 0) return wholes;
  const byRest = wholes
    .map((_whole, at) => at)
    .sort((a, b) => (rests[a] === rests[b] ? a - b : (rests[a] as R) > (rests[b] as R) ? -1 : 1));
  for (const at of byRest) {
    if (left === 0) break;
    wholes[at] = (wholes[at] as number) + 1;
    left -= 1;
  }
  return wholes;
}

function splitSmall(amount: Minor, weights: readonly number[], total: number): number[] {
  const wholes: number[] = [];
  const rests: number[] = [];
  for (const weight of weights) {
    const scaled = amount * weight;
    const rest = scaled % total;
    wholes.push((scaled - rest) / total);
    rests.push(rest);
  }
  return withRemainders(amount, wholes, rests);
}

function splitLarge(amount: Minor, weights: readonly number[]): number[] {
  const total = weights.reduce((sum, weight) => sum + BigInt(weight), 0n);
  const scaled = weights.map((weight) => BigInt(amount) * BigInt(weight));
  return withRemainders(
    amount,
    scaled.map((one) => Number(one / total)),
    scaled.map((one) => one % total),
  );
}
