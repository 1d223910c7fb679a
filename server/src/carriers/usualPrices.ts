import { type CarrierRate, formatMoney, type RateAnswer, type RateAsk, type Survey } from '@ostrakon/core';
import { LRUCache } from 'lru-cache';

type Rates = Extract<RateAnswer, { status: 'rates' }>;

/** A price below a third, or above three times, of what is usual is not believed. Common practice, no published source. */
const FAR = 3;
/** As many of the latest prices say what is usual. */
const LATEST = 7;
const MOST_KINDS = 20_000;

interface Parcels {
  /** Grams in all. */
  readonly weight: number;
  readonly count: number;
}

/** Parcels of one kind: to one region, so many, as heavy within a factor of two. */
function kindOf(
  account: string,
  service: string,
  to: { country: string; subdivision?: string | undefined },
  { weight, count }: Parcels,
): string {
  const heavy = Math.floor(Math.log2(Math.max(1, weight)));
  const many = Math.floor(Math.log2(Math.max(1, count)));
  return `${account} ${service} ${to.country} ${to.subdivision ?? ''} ${heavy} ${many}`;
}

const parcelsOf = ({ parcels }: RateAsk): Parcels => ({
  weight: parcels.reduce((sum, { weight, count }) => sum + weight * count, 0),
  count: parcels.reduce((sum, { count }) => sum + count, 0),
});

const MICROGRAMS_PER_GRAM = 1_000_000;

/** What carriers asked lately for parcels of a kind, so that a price out of all proportion is noticed before a buyer sees it. */
export class UsualPrices {
  readonly #latest = new LRUCache<string, readonly number[]>({ max: MOST_KINDS });

  #note(kind: string, amount: number): void {
    this.#latest.set(kind, [...(this.#latest.get(kind) ?? []), amount].slice(-LATEST));
  }

  /** The middle one of the latest prices; undefined where none is known. */
  #usual(kind: string): number | undefined {
    const held = [...(this.#latest.get(kind) ?? [])].sort((a, b) => a - b);
    return held[Math.floor(held.length / 2)];
  }

  /** What a survey was told. */
  learn({ probes, addresses, costs }: Pick<Survey, 'probes' | 'addresses' | 'costs'>): void {
    for (const { account, code, probe, address, cost } of costs) {
      const [lines, to] = [probes[probe], addresses[address]?.destination];
      if (cost === null || !lines || !to) continue;
      const kind = kindOf(account, code, to, { weight: Math.ceil(lines.weight / MICROGRAMS_PER_GRAM), count: 1 });
      if (this.#usual(kind) === undefined) this.#note(kind, cost);
    }
  }

  /** The owner has looked: what the account asks now is right. */
  trust(account: string): void {
    for (const kind of this.#latest.keys()) if (kind.startsWith(`${account} `)) this.#latest.delete(kind);
  }

  #doubt(kind: string, { amount }: CarrierRate, ask: RateAsk): string | null {
    const usual = this.#usual(kind);
    if (usual === undefined || (amount * FAR >= usual && amount <= usual * FAR)) return null;
    const money = (minor: number) => formatMoney(minor, ask.currency, 'en');
    return `${money(amount)} where such parcels cost about ${money(usual)} lately`;
  }

  /** An answer without the prices that are not believed; those that are say what is usual from now on. */
  checked(ask: RateAsk, answer: Rates): Rates {
    const doubted: { service: string; detail: string }[] = [];
    const parcels = parcelsOf(ask);
    const rates = answer.rates.filter((rate) => {
      const kind = kindOf(ask.account, rate.service, ask.to, parcels);
      const detail = this.#doubt(kind, rate, ask);
      if (detail === null) this.#note(kind, rate.amount);
      else doubted.push({ service: rate.service, detail });
      return detail === null;
    });
    return doubted.length === 0 ? answer : { ...answer, rates, doubted };
  }
}
