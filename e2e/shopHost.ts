import { type ChildProcess, fork } from 'node:child_process';
import { join } from 'node:path';
import { root } from './places.ts';

interface Answer {
  readonly id: number;
  readonly url?: string;
  readonly failed?: string;
}
interface Waiting {
  resolve(answer: Answer): void;
  reject(error: Error): void;
}

/** One process that serves a shop to each test, one after the other. */
export class ShopHost {
  readonly #child: ChildProcess;
  readonly #waiting = new Map<number, Waiting>();
  #last = 0;

  constructor() {
    this.#child = fork(join(root, 'server/dist/testHost.js'));
    this.#child.on('message', (message) => {
      const answer = message as Answer;
      const held = this.#waiting.get(answer.id);
      this.#waiting.delete(answer.id);
      if (answer.failed === undefined) held?.resolve(answer);
      else held?.reject(new Error(answer.failed));
    });
    this.#child.once('exit', (code) => {
      for (const { reject } of this.#waiting.values()) reject(new Error(`the process that serves shops ended with ${code}`));
    });
  }

  #ask(ask: object): Promise<Answer> {
    this.#last += 1;
    const id = this.#last;
    return new Promise((resolve, reject) => {
      this.#waiting.set(id, { resolve, reject });
      this.#child.send({ id, ...ask });
    });
  }

  /** @returns where a shop of its own listens, planted with a seed, empty where that is '' */
  async open(seed: string, settings: Readonly<Record<string, string>>): Promise<string> {
    const { url } = await this.#ask({ open: { seed, settings } });
    return url ?? '';
  }

  async close(url: string): Promise<void> {
    await this.#ask({ close: url });
  }

  /** Ends the process, and what it serves. */
  end(): void {
    this.#child.removeAllListeners('exit');
    this.#child.disconnect();
  }
}
