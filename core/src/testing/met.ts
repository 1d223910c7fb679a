import { expect } from 'vitest';

/** Counts the cases in which a law said something, so that it cannot hold for never having met one. */
export class Met {
  readonly #counts = new Map<string, number>();

  note(what: string, is = true): void {
    if (is) this.#counts.set(what, (this.#counts.get(what) ?? 0) + 1);
  }

  /** Fails where something was met less often than `least` times. */
  enough(least: number, ...all: readonly string[]): void {
    for (const what of all) expect(this.#counts.get(what) ?? 0, `cases met: ${what}`).toBeGreaterThanOrEqual(least);
  }
}
