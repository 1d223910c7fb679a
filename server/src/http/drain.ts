import type { RequestHandler } from 'express';
import { HttpProblem } from './problems.ts';
import { whenClosed } from './whenClosed.ts';

/** Knows the requests under way, and turns new ones away once the server is to end. */
export class Drain {
  #underWay = 0;
  #closing = false;
  #idle: (() => void) | undefined;
  #mayStay = 0;

  get closing(): boolean {
    return this.#closing;
  }

  readonly count: RequestHandler = (_req, res, next) => {
    if (this.#closing) {
      res.set({ Connection: 'close', 'Retry-After': '5' });
      throw new HttpProblem('shutting-down', 'The server takes no requests just now. Please try again in a moment.');
    }
    this.#underWay += 1;
    whenClosed(res, () => {
      this.#underWay -= 1;
      if (this.#underWay <= this.#mayStay) this.#idle?.();
    });
    next();
  };

  /**
   * Lets no new request in, and waits for those under way.
   * @param most milliseconds to wait at the most
   * @param mayStay how many may stay under way: one, where a request asks for this itself
   * @returns whether all of them ended
   */
  async close(most: number, mayStay = 0): Promise<boolean> {
    this.#closing = true;
    this.#mayStay = mayStay;
    if (this.#underWay <= mayStay) return true;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const ended = await Promise.race([
      new Promise<true>((resolve) => {
        this.#idle = () => resolve(true);
      }),
      new Promise<false>((resolve) => {
        timer = setTimeout(() => resolve(false), most);
      }),
    ]);
    clearTimeout(timer);
    return ended;
  }

  /** Lets requests in again. */
  open(): void {
    this.#closing = false;
    this.#idle = undefined;
  }
}
