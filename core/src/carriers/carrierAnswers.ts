import type { Id } from '../names/naming.ts';
import type { Destination } from '../places/place.ts';
import type { RateAnswer } from './rateAnswer.ts';
import { askKey, type RateAsk } from './rateAsk.ts';

export interface AnswerOptions {
  /** Carriers of own prices are asked, too, for what they would cost. */
  readonly costs?: boolean;
  /** What a question without an answer counts as. */
  readonly missing?: 'notAsked' | 'waiting';
  /** An address in each zone, by the zone's id, to ask for where the buyer's lies elsewhere. */
  readonly samples?: ReadonlyMap<Id, Destination>;
  /** Questions whose answers still hold but are to be asked anew, by key. */
  readonly due?: ReadonlySet<string>;
  /** Accounts treated as down, to see what happens. */
  readonly down?: ReadonlySet<Id>;
}

/** The book of carrier answers a quote reads, which notes what it was asked in vain. */
export class CarrierAnswers {
  readonly costs: boolean;
  readonly samples: ReadonlyMap<Id, Destination>;
  readonly #answers: ReadonlyMap<string, RateAnswer>;
  readonly #missing: 'notAsked' | 'waiting';
  readonly #due: ReadonlySet<string>;
  readonly #down: ReadonlySet<Id>;
  readonly #wanted = new Map<string, RateAsk>();

  /** @param answers by `askKey` */
  constructor(
    answers: ReadonlyMap<string, RateAnswer> = new Map(),
    { costs = false, missing = 'notAsked', samples = new Map(), due = new Set(), down = new Set() }: AnswerOptions = {},
  ) {
    this.#answers = answers;
    this.costs = costs;
    this.samples = samples;
    this.#missing = missing;
    this.#due = due;
    this.#down = down;
  }

  to(ask: RateAsk): RateAnswer {
    if (this.#down.has(ask.account)) return { status: 'silent', why: 'simulated' };
    const key = askKey(ask);
    const answer = this.#answers.get(key);
    if (answer === undefined || this.#due.has(key)) this.#wanted.set(key, ask);
    return answer ?? { status: 'silent', why: this.#missing };
  }

  /** Questions that had no answer or are due again, by key. */
  get wanted(): ReadonlyMap<string, RateAsk> {
    return this.#wanted;
  }
}
