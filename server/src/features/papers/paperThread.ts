import type { PaperFault } from '@ostrakon/core/contract';
import { HttpProblem } from '../../http/problems.ts';
import { startThread } from '../../startThread.ts';
import { ThreadAsker } from '../../threadAsker.ts';

/** A template and what it may name. */
export interface PaperToMake {
  readonly source: string;
  readonly data: object;
}

export type PapersMade =
  | { readonly ok: true; readonly pdf: Uint8Array }
  /** What a template says that cannot be. */
  | { readonly ok: false; readonly fault: PaperFault };

export const saidOf = ({ line, message }: PaperFault): string => `Line ${line}: ${message}`;

/** It takes a second or two to begin, so that it stays a while for what is printed next. */
const STAYS_MS = 300_000;

/** Makes papers in a thread that begins with the first of them. */
export class PaperThread {
  #thread: ThreadAsker<readonly PaperToMake[]> | undefined;
  #leaves: NodeJS.Timeout | undefined;

  #asker(): ThreadAsker<readonly PaperToMake[]> {
    if (this.#thread) return this.#thread;
    const thread = startThread(import.meta.url, 'papersWorker');
    thread.unref();
    const asker = new ThreadAsker<readonly PaperToMake[]>(thread, () => new Error('The thread that makes papers ended'));
    thread.once('exit', () => {
      if (this.#thread === asker) this.#thread = undefined;
    });
    this.#thread = asker;
    return asker;
  }

  /**
   * One paper after the other as a file.
   * @throws HttpProblem `paper-refused` where something in them cannot be printed
   */
  async make(papers: readonly PaperToMake[]): Promise<Buffer> {
    clearTimeout(this.#leaves);
    const asker = this.#asker();
    const made = await asker
      .ask<PapersMade>(papers)
      .catch(() => {
        throw new HttpProblem('paper-refused', 'Something on these papers cannot be printed: most likely a picture that is damaged.');
      })
      .finally(() => this.#leaveLater());
    if (!made.ok) throw new HttpProblem('paper-refused', saidOf(made.fault));
    return Buffer.from(made.pdf);
  }

  #leaveLater(): void {
    clearTimeout(this.#leaves);
    this.#leaves = setTimeout(() => {
      const idle = this.#thread;
      if (idle?.busy !== 0) return;
      // Whoever prints while it ends gets another one.
      this.#thread = undefined;
      void idle.end();
    }, STAYS_MS).unref();
  }
}
