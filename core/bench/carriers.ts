import { CarrierAnswers, compile, type FitOrder, fitTiers, QuoteRequest, quote, type RateAnswer } from '@ostrakon/core';
import { answersTo, carriedShop, rate, said } from '../src/testing/carriedShop.ts';

// How long tiers take to fit, and a quote with and without a carrier's answer at hand.

/** Lehmer's generator (16807 modulo 2^31 - 1), so that every run times the same orders. */
function numbers(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 16_807) % 2_147_483_647;
    return state / 2_147_483_647;
  };
}

function timed(name: string, runs: number, work: () => unknown): void {
  work();
  const times = Array.from({ length: runs }, () => {
    const began = performance.now();
    work();
    return performance.now() - began;
  }).sort((a, b) => a - b);
  const at = (share: number) => (times[Math.min(runs - 1, Math.floor(runs * share))] ?? 0).toFixed(2);
  console.log(`${name.padEnd(62)} median ${at(0.5)} ms, 95 % under ${at(0.95)} ms`);
}

const random = numbers(20_261_124);
const orders = Array.from({ length: 5000 }, (): FitOrder => {
  const weight = Math.round(random() ** 2 * 30_000) + 20;
  return { weight, cost: Math.round(800 + weight * 0.09 + random() * 600) };
});
timed('5,000 orders fitted into 8 tiers', 20, () => fitTiers(orders, { tiers: 8, margin: 1000, mostLoss: null }));
timed('the same, none losing more than 2.00', 20, () => fitTiers(orders, { tiers: 8, margin: 1000, mostLoss: 200 }));

const compiled = compile(carriedShop());
const request = QuoteRequest.parse({
  lines: [{ quantity: 1, unitPrice: 2000, weight: '2 kg' }],
  destination: { country: 'CA', subdivision: 'CA-ON', postalCode: 'M5V 2T6' },
});
const dry = new CarrierAnswers();
quote(compiled, request, dry);
const answers: ReadonlyMap<string, RateAnswer> = answersTo(dry.wanted.values(), () => said(rate(2000)));
const thousand = (held: ReadonlyMap<string, RateAnswer>) => () => {
  for (let nth = 0; nth < 1000; nth += 1) quote(compiled, request, new CarrierAnswers(held));
};
timed('1,000 quotes with a live price, answer at hand', 20, thousand(answers));
timed('1,000 quotes that note what to ask', 20, thousand(new Map()));
