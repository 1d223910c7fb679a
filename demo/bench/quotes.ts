import { applyCommand, compile, measureCart, pricesInto, quote, resolveCart, toVector } from '@ostrakon/core';
import { scenario } from '../src/scenario.ts';

// Quotes a second on one thread, on the demo's draft and its trials.
const products = new Map(scenario.products.map((product) => [product.id, product]));
const book = scenario.draftCommands.reduce(applyCommand, scenario.live);
const compiled = compile(book);
const requests = scenario.trials.flatMap(({ cart }) => {
  const resolved = resolveCart(cart, products);
  return resolved.ok ? [resolved.request] : [];
});

/** Median of five rounds of at least half a second each, after one to warm up. */
function perSecond(name: string, work: () => number): void {
  const rates = Array.from({ length: 6 }, () => {
    const began = performance.now();
    let done = 0;
    while (performance.now() - began < 500) done += work();
    return (done / (performance.now() - began)) * 1000;
  }).slice(1);
  const median = rates.sort((a, b) => a - b)[2] ?? 0;
  console.log(`${name.padEnd(58)} ${Math.round(median).toLocaleString('en').padStart(12)} a second`);
}

console.log(
  `Demo draft: ${book.zones.length} zones, ${book.services.length} services, ${requests.length} trials. Node ${process.version}, one thread.`,
);
perSecond('whole quotes, with ledger and reasons', () => {
  for (const request of requests) quote(compiled, request);
  return requests.length;
});

const vectors = requests.map((request) => toVector(measureCart(compiled, request).measures));
const prices = new Float64Array(book.services.length);
let sum = 0;
perSecond('prices of all services in one zone, without ledger', () => {
  for (const zone of compiled.zones) {
    for (const vector of vectors) {
      pricesInto(zone, vector, prices);
      sum += prices[3] ?? 0;
    }
  }
  return compiled.zones.length * vectors.length;
});
perSecond('measuring carts (discounts, weights, parcels seen before)', () => {
  for (const request of requests) sum += measureCart(compiled, request).measures.itemCount;
  return requests.length;
});
perSecond('compiling the book anew after one edit', () => {
  compile({ ...book, zones: book.zones.map((zone, at) => (at === 3 ? { ...zone } : zone)) });
  return 1;
});
if (!Number.isFinite(sum)) console.log(sum);
