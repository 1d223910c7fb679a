import { EventEmitter, on } from 'node:events';
import type { Response } from 'express';

const CHANGED = 'changed';
/** Changed so that more or fewer of something are at the desk. */
const COUNTED = 'counted';
/** A line that says nothing, so that nobody between takes a quiet connection for a dead one. */
const QUIET_MS = 20_000;

/** Tells every desk that is open which consignments have changed, as server-sent events (HTML standard, 9.2). */
export class DeskFeed {
  readonly #emitter = new EventEmitter().setMaxListeners(0);

  /** Raised with everything that is told and counts: what was worked out before it may be wrong by now. */
  version = 0;

  readonly tell = (ids: readonly number[]): void => {
    this.version += 1;
    this.#emitter.emit(COUNTED);
    this.mention(ids);
  };

  /** Tells of what looks otherwise and counts as before: of labels that were bought there are hundreds a minute. */
  readonly mention = (ids: readonly number[]): void => {
    this.#emitter.emit(CHANGED, ids);
  };

  /** Does something whenever anything has changed that is counted. */
  onChange(act: () => void): void {
    this.#emitter.on(COUNTED, act);
  }

  /**
   * Answers with what changes from now on, until whoever asked goes, may not any more, or the shop is closed.
   * @param still whether they may
   */
  async send(res: Response, still: () => boolean): Promise<void> {
    const gone = new AbortController();
    res.on('close', () => gone.abort());
    res.writeHead(200, { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' });
    const write = (text: string) => {
      res.write(text);
      // What compresses answers would keep it until there is more.
      (res as Response & { flush?: () => void }).flush?.();
    };
    write('retry: 1000\n\n');
    const quiet = setInterval(() => (still() ? write(':\n\n') : res.destroy()), QUIET_MS);
    try {
      for await (const [ids] of on(this.#emitter, CHANGED, { signal: gone.signal, close: ['closed'] })) {
        if (!still()) break;
        write(`data: ${JSON.stringify({ ids })}\n\n`);
      }
      res.end();
    } catch (error) {
      if (!gone.signal.aborted) throw error;
    } finally {
      clearInterval(quiet);
    }
  }

  close(): void {
    this.#emitter.emit('closed');
  }
}
