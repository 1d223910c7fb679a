import { askKey, type CarrierFault, type ClosedDays, type LabelRequest, type RateAnswer, type RateAsk, tariffAnswer } from '@ostrakon/core';
import { LRUCache } from 'lru-cache';
import pLimit, { type LimitFunction } from 'p-limit';
import type { Logger } from 'pino';
import { CallBudget } from './callBudget.ts';
import { type Circuit, circuitOf, failureOf, GATEWAY_LIMITS, type GatewayLimits, type Line, openLine } from './carrierLine.ts';
import {
  CarrierFailure,
  type CarrierPort,
  CarrierSaysNo,
  type GivenPackaging,
  type ListedService,
  type TrackingEvent,
} from './carrierPort.ts';
import type { HeldAccount } from './heldAccount.ts';
import { UsualPrices } from './usualPrices.ts';

export interface GatewayParts {
  account(id: string): HeldAccount | undefined;
  /** The way to an account's carrier; null where there is none, or no key. */
  connect(account: HeldAccount): CarrierPort | null;
  readonly log: Logger;
  readonly now: () => string;
  readonly limits?: Partial<GatewayLimits>;
}

export interface Answered {
  readonly answer: RateAnswer;
  /** Milliseconds it took. */
  readonly ms: number;
  readonly from: 'carrier' | 'kept' | 'tariff';
}

interface OfAccount<T> {
  readonly account: string;
  readonly what: T;
}

const STOPPED: Answered = { answer: { status: 'silent', why: 'notAsked' }, ms: 0, from: 'carrier' };

const OVER_BUDGET: RateAnswer = {
  status: 'silent',
  why: 'notAsked',
  detail: 'More was asked in a minute than carriers are asked for strangers.',
};

const MOST_KEPT = 20_000;
const MOST_FAULTS = 100;
/** The clock as it is when it is read. */
const perf = { now: () => performance.now() };

/**
 * All that is asked of carriers goes through here: one time limit for an answer with its tries, a circuit breaker for each
 * account, many questions at once, one call for one question, and answers kept for a while.
 */
export class CarrierGateway {
  readonly #parts: GatewayParts;
  readonly limits: GatewayLimits;
  readonly #lines = new Map<string, Line>();
  // By question; each with the account it was put to, so that an account can be forgotten.
  readonly #kept: LRUCache<string, OfAccount<Extract<RateAnswer, { status: 'rates' }>>>;
  readonly #silences: LRUCache<string, OfAccount<Extract<RateAnswer, { status: 'silent' }>>>;
  readonly #underWay = new Map<string, OfAccount<Promise<Answered>>>();
  readonly #strangers: CallBudget;
  /** What is usual, so that a price out of all proportion reaches no buyer. */
  readonly usual = new UsualPrices();
  #faults: readonly CarrierFault[] = [];

  constructor(parts: GatewayParts) {
    this.#parts = parts;
    this.limits = { ...GATEWAY_LIMITS, ...parts.limits };
    this.#strangers = new CallBudget(this.limits.callsPerMinute);
    this.#kept = new LRUCache({ max: MOST_KEPT, ttl: this.limits.keptFor, perf });
    this.#silences = new LRUCache({ max: MOST_KEPT, ttl: this.limits.silenceFor, perf });
  }

  /** The latest failures, newest first. */
  get faults(): readonly CarrierFault[] {
    return this.#faults;
  }

  circuit(account: string): Circuit {
    const line = this.#lines.get(account);
    return line ? circuitOf(line) : 'closed';
  }

  /** An account changed: what was learnt through it holds no more. */
  forget(account: string): void {
    this.#lines.delete(account);
    for (const held of [this.#kept, this.#silences, this.#underWay]) {
      for (const [key, of] of held.entries()) if (of.account === account) held.delete(key);
    }
  }

  #line(account: HeldAccount): Line {
    const held = this.#lines.get(account.id);
    if (held && held.account === account) return held;
    // A carrier that is left alone stays so when only its name or list of services was changed.
    const same = held?.account.key === account.key && held.account.carrier === account.carrier;
    const line = openLine(account, this.#parts.connect(account), this.limits, same ? held.breaker : undefined);
    this.#lines.set(account.id, line);
    return line;
  }

  /** A fault the owner is to know of. */
  #tell(account: string, why: CarrierFault['why'], detail: string): void {
    const fault = { at: this.#parts.now(), account, why, detail };
    this.#faults = [fault, ...this.#faults].slice(0, MOST_FAULTS);
    this.#parts.log.warn({ event: 'carrier.failed', ...fault });
  }

  #silent(account: string, error: unknown): Extract<RateAnswer, { status: 'silent' }> {
    const failure = failureOf(error);
    if (failure === null) return { status: 'silent', why: 'resting' };
    this.#tell(account, failure.why, failure.message);
    return { status: 'silent', why: failure.why, detail: failure.message };
  }

  async #answer(account: HeldAccount, ask: RateAsk, key: string): Promise<Answered> {
    const began = performance.now();
    const done = (answer: RateAnswer): Answered => ({ answer, ms: performance.now() - began, from: 'carrier' });
    const line = this.#line(account);
    const { port } = line;
    if (port === null) return done({ status: 'silent', why: 'noAccount' });
    if (performance.now() < line.restsUntil) return done({ status: 'silent', why: 'busy' });
    // Another key or price list may have come meanwhile: then this answer is told, but not kept.
    const holds = () => this.#lines.get(account.id) === line;
    try {
      const answer = this.usual.checked(ask, await line.ask((signal) => port.rates(ask, signal)));
      for (const { service, detail } of answer.doubted ?? []) this.#tell(account.id, 'doubted', `${service}: ${detail}`);
      if (holds()) this.#kept.set(key, { account: account.id, what: answer });
      return done(answer);
    } catch (error) {
      if (error instanceof CarrierFailure && error.restFor > 0) line.restsUntil = performance.now() + error.restFor;
      const said = error instanceof CarrierSaysNo;
      const silence = said ? ({ status: 'silent', why: 'refused', detail: error.message } as const) : this.#silent(account.id, error);
      if (holds()) this.#silences.set(key, { account: account.id, what: silence });
      return done(silence);
    }
  }

  /** What can be said to a question without asking its carrier; null where that has to be asked. */
  #withoutAsking(ask: RateAsk): Answered | null {
    const account = this.#parts.account(ask.account);
    if (!account) return { answer: { status: 'silent', why: 'noAccount' }, ms: 0, from: 'carrier' };
    if (account.currency !== ask.currency) {
      const detail = `The account is billed in ${account.currency}, the shop sells in ${ask.currency}.`;
      return { answer: { status: 'silent', why: 'otherCurrency', detail }, ms: 0, from: 'carrier' };
    }
    if (account.tariff !== null) {
      const began = performance.now();
      return { answer: tariffAnswer(account.tariff, ask), ms: performance.now() - began, from: 'tariff' };
    }
    const kept = this.#kept.get(askKey(ask));
    return kept ? { answer: kept.what, ms: 0, from: 'kept' } : null;
  }

  /** What a carrier says to one question. Never rejects: a failure is an answer, too. */
  async rates(ask: RateAsk): Promise<Answered> {
    const known = this.#withoutAsking(ask);
    const account = this.#parts.account(ask.account);
    if (known !== null || account === undefined) return known ?? STOPPED;
    const key = askKey(ask);
    const held = this.#underWay.get(key);
    if (held) return held.what;
    const asked = this.#answer(account, ask, key).finally(() => {
      if (this.#underWay.get(key)?.what === asked) this.#underWay.delete(key);
    });
    this.#underWay.set(key, { account: account.id, what: asked });
    return asked;
  }

  /**
   * What is known of some questions at this moment, by key. Carriers are asked for the rest without anybody waiting, so that
   * whoever asks again finds their answers; silence is known for a moment, too.
   */
  known(asks: ReadonlyMap<string, RateAsk>): Map<string, RateAnswer> {
    const known = new Map<string, RateAnswer>();
    for (const [key, ask] of asks) {
      const answer = this.#withoutAsking(ask)?.answer ?? this.#silences.get(key)?.what;
      if (answer) known.set(key, answer);
      else if (this.#strangers.take()) void this.rates(ask);
      else known.set(key, OVER_BUDGET);
    }
    return known;
  }

  /** What is known, or what the carrier says while strangers may still make the shop ask. */
  async #forStranger(ask: RateAsk, key: string): Promise<RateAnswer> {
    const known = this.#withoutAsking(ask)?.answer ?? (await this.#underWay.get(key)?.what)?.answer;
    if (known) return known;
    return this.#strangers.take() ? (await this.rates(ask)).answer : (this.#silences.get(key)?.what ?? OVER_BUDGET);
  }

  /**
   * The answers to the few questions of one public quote by key, asked all at once.
   * @param waited milliseconds the quote has waited for earlier questions: the time limit is one for all of them, and once
   * it is over nobody is asked any more
   */
  async answers(asks: ReadonlyMap<string, RateAsk>, waited = 0): Promise<Map<string, RateAnswer>> {
    const left = this.limits.timeLimit - waited;
    const late: RateAnswer = { status: 'silent', why: 'timeout', detail: 'The time for this quote was over.' };
    if (left <= 0) return new Map([...asks.keys()].map((key) => [key, late]));
    let timer: ReturnType<typeof setTimeout> | undefined;
    const over = new Promise<RateAnswer>((resolve) => {
      timer = setTimeout(() => resolve(late), left);
    });
    const answers = await Promise.all(
      [...asks].map(async ([key, ask]) => [key, await Promise.race([this.#forStranger(ask, key), over])] as const),
    );
    clearTimeout(timer);
    return new Map(answers);
  }

  /**
   * The answers to many questions in their order, of each account no more at once than a carrier is asked: the time limit is
   * one for an answer, not for waiting behind hundreds of others, and nobody waits behind another carrier's.
   */
  many(
    asks: readonly RateAsk[],
    answered: (answer: Answered, at: number) => void = () => undefined,
    stop?: AbortSignal,
  ): Promise<Answered[]> {
    const limits = new Map(asks.map(({ account }) => [account, pLimit(this.limits.atOnce)]));
    return Promise.all(
      asks.map((ask, at) =>
        (limits.get(ask.account) as LimitFunction)(async () => {
          if (stop?.aborted) return STOPPED;
          const answer = await this.rates(ask);
          answered(answer, at);
          return answer;
        }),
      ),
    );
  }

  async #through<T>(account: HeldAccount, how: 'ask' | 'once', work: (port: CarrierPort, signal: AbortSignal) => Promise<T>): Promise<T> {
    const line = this.#line(account);
    const { port } = line;
    if (port === null) throw new CarrierFailure('key', 'This account has no connection, or no key.');
    try {
      return await line[how]((signal) => work(port, signal));
    } catch (error) {
      if (error instanceof CarrierSaysNo) throw error;
      const { why, detail } = this.#silent(account.id, error);
      if (why === 'resting') throw new CarrierFailure('down', 'The carrier failed several times and is left alone for a moment.');
      throw new CarrierFailure(why as CarrierFailure['why'], detail ?? '');
    }
  }

  services(account: HeldAccount): Promise<readonly ListedService[]> {
    return this.#through(account, 'ask', (port, signal) => port.services(signal));
  }

  label(account: HeldAccount, request: LabelRequest): Promise<{ tracking: string; cost: number }> {
    return this.#through(account, 'once', (port, signal) => port.label(request, signal));
  }

  voidLabel(account: HeldAccount, tracking: string): Promise<void> {
    return this.#through(account, 'once', (port, signal) => port.voidLabel(tracking, signal));
  }

  track(account: HeldAccount, tracking: string): Promise<readonly TrackingEvent[]> {
    return this.#through(account, 'ask', (port, signal) => port.track(tracking, signal));
  }

  labelPdf(account: HeldAccount, tracking: string): Promise<Buffer> {
    // To draw one takes as long as to make one.
    return this.#through(account, 'once', (port, signal) => port.labelPdf(tracking, signal));
  }

  packaging(account: HeldAccount): Promise<readonly GivenPackaging[]> {
    return this.#through(account, 'ask', (port, signal) => port.packaging(signal));
  }

  closedDays(account: HeldAccount, year: number): Promise<readonly ClosedDays[]> {
    return this.#through(account, 'ask', (port, signal) => port.closedDays(year, signal));
  }
}
