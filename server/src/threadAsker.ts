import type { Worker } from 'node:worker_threads';

type Told = { readonly id: number; readonly told?: unknown; readonly failed?: string };

/** Asks a thread, any number of questions at once: each answer comes back by the number of its question. */
export class ThreadAsker<Ask> {
  readonly #thread: Worker;
  readonly #waiting = new Map<number, { resolve(told: unknown): void; reject(error: Error): void }>();
  #last = 0;
  #ended: Error | undefined;

  /** @param gone what whoever waits is told when the thread ends before it has answered */
  constructor(thread: Worker, gone: () => Error) {
    this.#thread = thread;
    thread.on('message', ({ id, told, failed }: Told) => {
      const held = this.#waiting.get(id);
      this.#waiting.delete(id);
      if (failed === undefined) held?.resolve(told);
      else held?.reject(new Error(failed));
    });
    const end = (error: Error) => {
      this.#ended = error;
      for (const { reject } of this.#waiting.values()) reject(error);
      this.#waiting.clear();
    };
    thread.on('error', end);
    thread.on('exit', () => end(this.#ended ?? gone()));
  }

  /** How many questions wait for their answers. */
  get busy(): number {
    return this.#waiting.size;
  }

  ask<T>(ask: Ask): Promise<T> {
    if (this.#ended) return Promise.reject(this.#ended);
    this.#last += 1;
    const id = this.#last;
    return new Promise((resolve, reject) => {
      this.#waiting.set(id, { resolve: (told) => resolve(told as T), reject });
      this.#thread.postMessage({ id, ask });
    });
  }

  async end(): Promise<void> {
    await this.#thread.terminate();
  }
}

/** Answers in a thread what is asked of it. */
export const answering =
  <Ask>(post: (told: Told) => void, answer: (ask: Ask) => Promise<unknown>) =>
  ({ id, ask }: { readonly id: number; readonly ask: Ask }): void => {
    answer(ask).then(
      (told) => post({ id, told }),
      (error: unknown) => post({ id, failed: error instanceof Error ? (error.stack ?? error.message) : String(error) }),
    );
  };
