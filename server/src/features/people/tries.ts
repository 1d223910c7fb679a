import { RateLimiterMemory, type RateLimiterRes } from 'rate-limiter-flexible';
import { HttpProblem } from '../../http/problems.ts';

/** How many wrong passwords and codes, in how many seconds. */
const LIMITS = {
  /** From one address for one name: a few slips, then a pause. */
  pair: { points: 5, duration: 300 },
  /** For one name from anywhere: far too few to guess, and whoever knows theirs is not kept out by a few. */
  name: { points: 30, duration: 3600 },
  /** From one address, for whatever names. */
  address: { points: 60, duration: 3600 },
} as const;

/** Slows whoever guesses, the same whether a name exists or not. */
export class Tries {
  readonly #limiters = Object.entries(LIMITS).map(
    ([of, limit]) => [of as keyof typeof LIMITS, new RateLimiterMemory({ ...limit, keyPrefix: of })] as const,
  );

  #keys(name: string, address: string): Record<keyof typeof LIMITS, string> {
    return { pair: `${address} ${name}`, name, address };
  }

  /** @throws HttpProblem `too-many-tries` with when to try again */
  async require(name: string, address: string): Promise<void> {
    const keys = this.#keys(name, address);
    const held = await Promise.all(this.#limiters.map(async ([of, limiter]) => [limiter, await limiter.get(keys[of])] as const));
    const waits = held.flatMap(([limiter, seen]) => (seen !== null && seen.consumedPoints >= limiter.points ? [seen.msBeforeNext] : []));
    if (waits.length === 0) return;
    const seconds = Math.ceil(Math.max(...waits) / 1000);
    const minutes = Math.ceil(seconds / 60);
    throw new HttpProblem(
      'too-many-tries',
      `Too many wrong passwords. Try again in ${minutes === 1 ? 'a minute' : `${minutes} minutes`}.`,
      {
        retryAfter: seconds,
      },
    );
  }

  async wrong(name: string, address: string): Promise<void> {
    const keys = this.#keys(name, address);
    // Past the limit it is refused anyway.
    await Promise.all(this.#limiters.map(([of, limiter]) => limiter.consume(keys[of]).catch((seen: RateLimiterRes) => seen)));
  }

  /** Whoever knew it has no slips of before. */
  async right(name: string, address: string): Promise<void> {
    const pair = this.#limiters.find(([of]) => of === 'pair')?.[1];
    await pair?.delete(this.#keys(name, address).pair);
  }
}
