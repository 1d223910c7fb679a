import type { RateAnswer, RateAsk, RatesAnswered } from '@ostrakon/core';

type Answered = RatesAnswered['answers'][number];

/** What carriers have said so far, by question; and how long each account took last. */
export interface HeardRates {
  readonly answers: ReadonlyMap<string, RateAnswer>;
  readonly times: ReadonlyMap<string, Pick<Answered, 'ms' | 'from'>>;
  /** Questions to ask anew: what was said holds until there is something newer. */
  readonly due: ReadonlySet<string>;
}

const NOTHING: HeardRates = { answers: new Map(), times: new Map(), due: new Set() };
/** Milliseconds: questions of one moment go together; silence is asked again sooner than a price. */
const GATHER = 60;
const SILENCE_HOLDS = 6000;
const RATES_HOLD = 300_000;
const MOST_TOGETHER = 500;

type AskMany = (asks: readonly RateAsk[]) => Promise<readonly Answered[]>;

/**
 * Puts the page's questions to carriers, those to one account together so that none waits for another's, each once, and keeps
 * what was said for a while.
 */
export class RateDesk {
  readonly #ask: AskMany;
  readonly #listeners = new Set<() => void>();
  #underWay = new Set<string>();
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
      const { answers, due } = this.#heard;
      if (!this.#underWay.has(key) && (!answers.has(key) || due.has(key))) this.#waiting.set(key, ask);
    }
    if (this.#waiting.size > 0) this.#timer ??= setTimeout(() => this.#send(), GATHER);
  };

  /** Accounts changed: everything is asked anew. */
  readonly forget = (): void => {
    this.#heard = NOTHING;
    // What is under way was asked of the accounts as they were: nobody listens to it any more.
    this.#underWay = new Set();
    this.#tell();
  };

  #send(): void {
    this.#timer = undefined;
    const byAccount = new Map<string, (readonly [string, RateAsk])[]>();
    for (const [key, ask] of this.#waiting) byAccount.set(ask.account, [...(byAccount.get(ask.account) ?? []), [key, ask]]);
    this.#waiting = new Map();
    for (const asks of byAccount.values()) {
      for (let at = 0; at < asks.length; at += MOST_TOGETHER) void this.#sendSome(asks.slice(at, at + MOST_TOGETHER));
    }
  }

  async #sendSome(asks: readonly (readonly [string, RateAsk])[]): Promise<void> {
    const underWay = this.#underWay;
    for (const [key] of asks) underWay.add(key);
    // A server that is away is no answer of any carrier, but there is none either.
    const unreached: Answered = {
      answer: { status: 'silent', why: 'down', detail: 'the shop’s server did not answer' },
      ms: 0,
      from: 'carrier',
    };
    const answered = await this.#ask(asks.map(([, ask]) => ask)).catch(() => asks.map(() => unreached));
    if (underWay !== this.#underWay) return;
    const answers = new Map(this.#heard.answers);
    const times = new Map(this.#heard.times);
    const due = new Set(this.#heard.due);
    asks.forEach(([key, ask], at) => {
      const { answer, ms, from } = answered[at] ?? unreached;
      underWay.delete(key);
      answers.set(key, answer);
      due.delete(key);
      // What was kept tells nothing about how fast the carrier is.
      if (from !== 'kept' || !times.has(ask.account)) times.set(ask.account, { ms, from });
    });
    this.#heard = { answers, times, due };
    const keys = asks.map(([key]) => key);
    const isSilent = (key: string) => answers.get(key)?.status === 'silent';
    this.#expire(SILENCE_HOLDS, keys.filter(isSilent));
    this.#expire(
      RATES_HOLD,
      keys.filter((key) => !isSilent(key)),
    );
    this.#tell();
  }

  /** After a while questions are due anew; those that nobody asks by then are forgotten after another. */
  #expire(ms: number, keys: readonly string[]): void {
    if (keys.length === 0) return;
    const said = keys.map((key) => [key, this.#heard.answers.get(key)] as const);
    const same = () => said.filter(([key, answer]) => this.#heard.answers.get(key) === answer).map(([key]) => key);
    setTimeout(() => {
      this.#heard = { ...this.#heard, due: new Set([...this.#heard.due, ...same()]) };
      this.#tell();
    }, ms);
    setTimeout(() => {
      const [answers, due] = [new Map(this.#heard.answers), new Set(this.#heard.due)];
      for (const key of same()) {
        answers.delete(key);
        due.delete(key);
      }
      this.#heard = { ...this.#heard, answers, due };
      this.#tell();
    }, ms + RATES_HOLD);
  }

  #tell(): void {
    for (const listener of this.#listeners) listener();
  }
}

/** The desk of this page. */
export const rateDesk = new RateDesk(async (asks) => (await import('./askRates.ts')).askRates(asks));
