/** No order lies farther before its arrival. */
const FARTHEST = 800;

/**
 * The last of ascending numbers that is answered like the first, where answers never go back once they have moved on.
 * @param next the number after one, or null at the end
 * @param alike whether a number is answered like the first
 */
export function lastAlike(first: number, next: (at: number) => number | null, alike: (at: number) => boolean): number {
  let last = first;
  for (let step = 0; step < FARTHEST; step += 1) {
    const following = next(last);
    if (following === null || !alike(following)) return last;
    last = following;
  }
  return last;
}

/** The same for whole numbers one after the other, by halving. */
export function lastAlikeBy(first: number, most: number, alike: (at: number) => boolean): number {
  let [low, high] = [first, most + 1];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (alike(middle)) low = middle;
    else high = middle;
  }
  return low;
}
