import {
  BrokenCircuitError,
  BulkheadRejectedError,
  bulkhead,
  CircuitState,
  ConsecutiveBreaker,
  ConstantBackoff,
  circuitBreaker,
  handleWhen,
  type IPolicy,
  retry,
  TaskCancelledError,
  TimeoutStrategy,
  timeout,
  wrap,
} from 'cockatiel';
import { CarrierFailure, type CarrierPort, CarrierSaysNo } from './carrierPort.ts';
import type { HeldAccount } from './heldAccount.ts';

export interface GatewayLimits {
  /** Milliseconds an answer may take, tries and waiting included. */
  readonly timeLimit: number;
  /** The same where nobody waits at a checkout: a label is drawn. */
  readonly labelLimit: number;
  /** Milliseconds an answer holds; and silence, for those who do not wait. */
  readonly keptFor: number;
  readonly silenceFor: number;
  /** Failures in a row after which a carrier is left alone, and for how many milliseconds. */
  readonly failures: number;
  readonly rest: number;
  /** Calls a minute that quotes of strangers may cause; past it, what is known is used. */
  readonly callsPerMinute: number;
  /** Questions to one carrier at the same time, and how many more may wait. */
  readonly atOnce: number;
  readonly waiting: number;
}

export const GATEWAY_LIMITS: GatewayLimits = {
  timeLimit: 1500,
  labelLimit: 15_000,
  keptFor: 600_000,
  silenceFor: 5000,
  failures: 5,
  rest: 10_000,
  callsPerMinute: 600,
  atOnce: 16,
  waiting: 20_000,
};

const RETRY_AFTER = 40;

const isDown = (error: Error) => error instanceof CarrierFailure && error.why === 'down';
/** The carrier had no fair chance: its question waited behind others for most of the time there was. */
class Crowded extends Error {}
/** The part of the time limit that has to be left for a question to be asked at all. */
const FAIR_PART = 0.2;

/** Whether an error speaks against the carrier: what our own queue kept from it does not. */
const isFailure = (error: Error) =>
  !(error instanceof Crowded || error instanceof TaskCancelledError || error instanceof BulkheadRejectedError);

type Heard<T> = { readonly said: T } | { readonly no: CarrierSaysNo };

/** A question from when it was put, its tries and its waiting behind others included. */
class Question {
  readonly #timeLimit: number;
  readonly #begun = performance.now();
  /** What the carrier failed at in an earlier try. */
  #failure: unknown;

  constructor(timeLimit: number) {
    this.#timeLimit = timeLimit;
  }

  /** What cut a try short: our own queue, unless the carrier had failed before. */
  #cutShort(): unknown {
    return this.#failure ?? new Crowded('No answer within the time limit.');
  }

  /** What a carrier says. Its own no is an answer like another: to the circuit breaker it speaks for the carrier. */
  async ask<T>(work: () => Promise<T>): Promise<Heard<T>> {
    const asked = performance.now();
    // With hardly any time left nobody is asked: the answer would not be waited for.
    if (asked - this.#begun > this.#timeLimit * (1 - FAIR_PART)) throw this.#cutShort();
    try {
      return { said: await work() };
    } catch (error) {
      if (error instanceof CarrierSaysNo) return { no: error };
      const hurried = error instanceof CarrierFailure && error.why === 'timeout' && performance.now() - asked < this.#timeLimit / 2;
      if (hurried) throw this.#cutShort();
      this.#failure = error;
      throw error;
    }
  }
}

function spoken<T>(answer: Heard<T>): T {
  if ('no' in answer) throw answer.no;
  return answer.said;
}

type Work<T> = (signal: AbortSignal) => Promise<T>;

/** Puts questions through the policies of an account. */
const through =
  (policies: IPolicy, timeLimit: number) =>
  async <T>(work: Work<T>): Promise<T> => {
    const question = new Question(timeLimit);
    return spoken(await policies.execute(({ signal }) => question.ask(() => work(signal))));
  };

export interface Line {
  readonly account: HeldAccount;
  readonly port: CarrierPort | null;
  readonly breaker: ReturnType<typeof circuitBreaker>;
  /** Until when the carrier has asked to be left alone, by `performance.now()`. */
  restsUntil: number;
  /** Questions that change nothing, tried once more where the carrier was not reached. */
  readonly ask: <T>(work: Work<T>) => Promise<T>;
  /** What must happen once at most is never tried again by itself. */
  readonly once: <T>(work: Work<T>) => Promise<T>;
}

/** The way to the carrier of an account, through the policies of its limits; a breaker that is there already keeps its state. */
export function openLine(
  account: HeldAccount,
  port: CarrierPort | null,
  { timeLimit, labelLimit, failures, rest, atOnce, waiting }: GatewayLimits,
  breaker = circuitBreaker(handleWhen(isFailure), { halfOpenAfter: rest, breaker: new ConsecutiveBreaker(failures) }),
): Line {
  const within = (limit: number) => timeout(limit, TimeoutStrategy.Aggressive);
  const parallel = bulkhead(atOnce, waiting);
  const again = retry(handleWhen(isDown), { maxAttempts: 1, backoff: new ConstantBackoff(RETRY_AFTER) });
  return {
    account,
    port,
    breaker,
    restsUntil: 0,
    ask: through(wrap(within(timeLimit), breaker, again, parallel), timeLimit),
    once: through(wrap(within(labelLimit), breaker, parallel), labelLimit),
  };
}

export type Circuit = 'closed' | 'open' | 'halfOpen';

export function circuitOf({ breaker: { state } }: Line): Circuit {
  if (state === CircuitState.Open) return 'open';
  return state === CircuitState.HalfOpen ? 'halfOpen' : 'closed';
}

/** What a failed question says of its carrier; null where the carrier is being left alone and was not asked. */
export function failureOf(error: unknown): CarrierFailure | null {
  if (error instanceof BrokenCircuitError) return null;
  if (error instanceof CarrierFailure) return error;
  if (error instanceof Error && !isFailure(error)) return new CarrierFailure('timeout', 'No answer within the time limit.');
  return new CarrierFailure('refused', error instanceof Error ? error.message.slice(0, 300) : 'unknown');
}
