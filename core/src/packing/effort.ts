/** What one request may look at when its goods are packed: about 15 ms of work. */
export const MOST_EFFORT = 1_200_000;

/** Thrown when a search has looked at all it may. */
export class EffortSpent extends Error {
  constructor() {
    super('the packing has looked at all it may');
  }
}

/** Thrown again and again: where it was thrown says nothing, and to note it costs more than a small packing. */
const SPENT = new EffortSpent();

/** How much a search may still look at. Counted, not timed: the same goods are always packed alike. */
export class Effort {
  readonly #most: number;
  #left: number;

  constructor(most: number = MOST_EFFORT) {
    this.#most = most;
    this.#left = most;
  }

  /** What was looked at so far. */
  get used(): number {
    return this.#most - this.#left;
  }

  get left(): number {
    return Math.max(0, this.#left);
  }

  get isSpent(): boolean {
    return this.#left < 0;
  }

  /** Whether so much is left; it is spent. */
  allows(looks: number): boolean {
    this.#left -= looks;
    return this.#left >= 0;
  }

  /** @throws EffortSpent when that is more than is left */
  spend(looks: number): void {
    this.#left -= looks;
    if (this.#left < 0) throw SPENT;
  }
}

/** What a search finds, or undefined where it may look no further. */
export function attempt<T>(search: () => T): T | undefined {
  try {
    return search();
  } catch (error) {
    if (error instanceof EffortSpent) return undefined;
    throw error;
  }
}
