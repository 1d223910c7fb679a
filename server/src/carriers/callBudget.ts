/** So many calls a minute, refilled evenly: what strangers may make the shop ask of carriers. */
export class CallBudget {
  readonly #perMinute: number;
  readonly #now: () => number;
  #left: number;
  #since: number;

  /** @param now milliseconds, rising */
  constructor(perMinute: number, now: () => number = () => performance.now()) {
    this.#perMinute = perMinute;
    this.#now = now;
    this.#left = perMinute;
    this.#since = now();
  }

  /** Whether one more call may be made; it is counted. */
  take(): boolean {
    const now = this.#now();
    this.#left = Math.min(this.#perMinute, this.#left + ((now - this.#since) / 60_000) * this.#perMinute);
    this.#since = now;
    if (this.#left < 1) return false;
    this.#left -= 1;
    return true;
  }
}
