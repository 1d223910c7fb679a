import { instantToMs } from '@ostrakon/core';
import { LookAt, type LookLink } from '@ostrakon/core/contract';
import { z } from 'zod';
import { HttpProblem } from '../../http/problems.ts';
import type { Secrets } from '../../persistence/secrets.ts';

/** How long an address to look answers. */
const ANSWERS_MS = 2 * 3_600_000;
const PURPOSE = 'look';

const Told = z.strictObject({ at: LookAt, until: z.iso.datetime() });

/** Addresses by which the owner sees through the buyer's eyes what is not live: locked with the key of the folder, good for a while. */
export class Looks {
  readonly #secrets: Secrets;
  readonly #now: () => string;

  constructor(secrets: Secrets, now: () => string) {
    this.#secrets = secrets;
    this.#now = now;
  }

  make(at: LookAt): Omit<LookLink, 'front'> {
    const until = new Date(instantToMs(this.#now()) + ANSWERS_MS).toISOString();
    const locked = this.#secrets.lock(JSON.stringify({ at, until } satisfies z.input<typeof Told>), PURPOSE);
    return { look: Buffer.from(locked, 'base64').toString('base64url'), until };
  }

  /**
   * What may be looked at.
   * @throws HttpProblem `link-spent` where the address was not made here, or has ended
   */
  read(look: string): LookAt {
    const text = this.#secrets.unlock(Buffer.from(look, 'base64url').toString('base64'), PURPOSE);
    const told = text === null ? null : Told.parse(JSON.parse(text));
    if (told === null || told.until <= this.#now()) {
      throw new HttpProblem('link-spent', 'This address to look at the shop has ended. Open it again from Ostrakon.');
    }
    return told.at;
  }
}
