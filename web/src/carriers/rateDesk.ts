import type { RateAnswer, RateAsk, RatesAnswered } from '@ostrakon/core';

type Answered = RatesAnswered['answers'][number];

/** What carriers have said so far, by question; and how long each account took last. */
export interface HeardRates {
  readonly answers: ReadonlyMap<string, RateAnswer>;
  readonly times: ReadonlyMap<string, Pick<Answered, 'ms' | 'from'>>;
}

const NOTHING: HeardRates = { answers: new Map(), times: new Map() };
/** Milliseconds: questions of one moment go together; silence is asked again sooner than a price. */
const GATHER = 60;
const SILENCE_HOLDS = 12_000;
const RATES_HOLD = 300_000;
const MOST_TOGETHER = 500;

type AskMany = (asks: readonly RateAsk[]) => Promise<readonly Answered[]>;

/** Puts the page's questions to carriers, many in one request, each once, and keeps what was said for a while. */
export class RateDesk {
  readonly #ask: AskMany;
  readonly #listeners = new Set<() => void>();
  readonly #underWay = new Set<string>();
  #waiting = new Map<string, RateAsk>();
  #timer: ReturnType<typeof setTimeout> | undefined;
  #heard = NOTHING;

  constructor(ask: AskMany) {
    this.#ask = ask;
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  readonly getSnapshot = (): HeardRates => this.#heard;

  readonly want = (asks: ReadonlyMap<string, RateAsk>): void => {
    for (const [key, ask] of asks) {
      if (!this.#underWay.has(key) && !this.#heard.answers.has(key)) this.#waiting.set(key, ask);
    }
    if (this.#waiting.size > 0) this.#timer ??= setTimeout(() => this.#send(), GATHER);
  };

  /** Accounts changed: everything is asked anew. */
  readonly forget = (): void => {
    this.#heard = NOTHING;
    this.#tell();
  };

  #send(): void {
    this.#timer = undefined;
    const asks = [...this.#waiting];
    this.#waiting = new Map();
    for (let at = 0; at < asks.length; at += MOST_TOGETHER) void this.#sendSome(asks.slice(at, at + MOST_TOGETHER));
  }

  async #sendSome(asks: readonly (readonly [string, RateAsk])[]): Promise<void> {
    for (const [key] of asks) this.#underWay.add(key);
    // A server that is away is no answer of any carrier, but there is none either.
    const unreached: Answered = {
      answer: { status: 'silent', why: 'down', detail: 'the shop’s server did not answer' },
      ms: 0,
      from: 'carrier',
    };
    const answered = await this.#ask(asks.map(([, ask]) => ask)).catch(() => asks.map(() => unreached));
    const answers = new Map(this.#heard.answers);
    const times = new Map(this.#heard.times);
    asks.forEach(([key, ask], at) => {
      const { answer, ms, from } = answered[at] ?? unreached;
      this.#underWay.delete(key);
      answers.set(key, answer);
      // What was kept tells nothing about how fast the carrier is.
      if (from !== 'kept' || !times.has(ask.account)) times.set(ask.account, { ms, from });
    });
    this.#heard = { answers, times };
    const silent = asks.filter(([key]) => answers.get(key)?.status === 'silent').map(([key]) => key);
    this.#dropAfter(SILENCE_HOLDS, silent);
    this.#dropAfter(
      RATES_HOLD,
      asks.map(([key]) => key).filter((key) => !silent.includes(key)),
    );
    this.#tell();
  }

  #dropAfter(ms: number, keys: readonly string[]): void {
    if (keys.length === 0) return;
    setTimeout(() => {
      const answers = new Map(this.#heard.answers);
      for (const key of keys) answers.delete(key);
      this.#heard = { ...this.#heard, answers };
      this.#tell();
    }, ms);
  }

  #tell(): void {
    for (const listener of this.#listeners) listener();
  }
}

/** The desk of this page. */
export const rateDesk = new RateDesk(async (asks) => (await import('./askRates.ts')).askRates(asks));
