import {
  type Admitted,
  admitted,
  applyCommand,
  compile,
  PLAIN_SERVICE,
  plainLane,
  plan,
  pricesInto,
  type QuoteRequest,
  quote,
  quoteZone,
  resolveCart,
  settle,
} from '@ostrakon/core';
import { scenario } from '../src/scenario.ts';
import { factsOf, jsonLogicLanes, rulesEngineLanes } from './engines.ts';
import { loopCartOf, loopPrice, tablesOf } from './loop.ts';

// Quotes a second on one thread, on the demo's draft and its trials, beside the same prices in rule engines and in a loop by hand.
const products = new Map(scenario.products.map((product) => [product.id, product]));
const draft = scenario.draftCommands.reduce(applyCommand, scenario.live);
// The other engines know no carriers, so that all prices are the shop's own; quotes with carriers are timed by themselves.
const book = {
  ...draft,
  services: draft.services.map((service) => ({
    ...service,
    carriage: null,
    kind: service.kind === 'carrier' ? ('card' as const) : service.kind,
  })),
};
const compiled = compile(book);
const carried = compile(draft);
const requests = scenario.trials.flatMap(({ cart }): QuoteRequest[] => {
  const resolved = resolveCart(cart, products);
  return resolved.ok ? [{ ...resolved.request, moment: '2026-11-23T12:00:00Z' }] : [];
});

/** Median of five rounds of at least half a second each, after one to warm up. */
async function perSecond(name: string, work: () => number | Promise<number>): Promise<number> {
  const rates: number[] = [];
  for (let round = 0; round < 6; round += 1) {
    const began = performance.now();
    let done = 0;
    while (performance.now() - began < 500) {
      const count = work();
      done += typeof count === 'number' ? count : await count;
    }
    rates.push((done / (performance.now() - began)) * 1000);
  }
  const median = rates.slice(1).sort((a, b) => a - b)[2] ?? 0;
  console.log(`${name.padEnd(66)} ${Math.round(median).toLocaleString('en').padStart(12)} a second`);
  return median;
}

console.log(
  `Demo draft: ${book.zones.length} zones, ${book.services.length} services, ${book.charges.length} charges, ${book.allowances.length} allowances, ${requests.length} trials. Node ${process.version}, one thread.`,
);
const quoteSeen = () => {
  for (const request of requests) quote(compiled, request);
  return requests.length;
};
const quoteAnew = () => {
  for (const request of requests) {
    compiled.parcels.clear();
    quote(compiled, request);
  }
  return requests.length;
};
await perSecond('whole quotes: ledger, reasons, dates, parcels seen before', quoteSeen);
await perSecond('the same with every cart packed anew', quoteAnew);
await perSecond('the same where carriers would be asked', () => {
  for (const request of requests) quote(carried, request);
  return requests.length;
});

// One consignment a cart, no charges of products: what the loop and the rules were written for.
const more: QuoteRequest[] = requests.flatMap((request) => [
  request,
  { ...request, coupons: ['HALFGROUND'] },
  { ...request, lastOrderAt: '2026-11-23T09:00:00Z' },
]);
const carts = more
  .map((request) => plan(compiled, admitted(compiled, request)))
  .filter(({ shipments }) => shipments.length === 1 && shipments[0]?.own.length === 0);
const loops = carts.map(loopCartOf);
const facts = loops.map(factsOf);
const shipments = carts.flatMap((cart) => cart.shipments);
const tables = tablesOf(compiled);
const logic = jsonLogicLanes(compiled);
const engines = rulesEngineLanes(compiled);

// They must agree to the cent before they are timed.
const prices = new Float64Array(book.services.length);
for (const [zone, held] of compiled.zones.entries()) {
  for (const [cart, shipment] of shipments.entries()) {
    const [loop, fact] = [loops[cart], facts[cart]];
    if (!loop || !fact) throw new Error('a cart for every shipment');
    pricesInto(held, shipment, prices);
    for (const [at, price] of prices.entries()) {
      const table = tables[zone]?.[at];
      if (!table) continue;
      const others = [loopPrice(table, loop), logic[zone]?.[at]?.(fact), await engines[zone]?.[at]?.(fact)];
      if (others.some((other) => other !== price)) {
        throw new Error(
          `${held.zone.id}, ${book.services[at]?.id}, cart ${cart}: ${price} against loop, json-logic, json-rules-engine ${others}`,
        );
      }
    }
  }
}
console.log(`All four agree on ${compiled.zones.length * shipments.length} quotes of ${book.services.length} services.`);

let sum = 0;
const count = compiled.zones.length * shipments.length;
const core = await perSecond('quotes without ledger (all services of a zone)', () => {
  for (const zone of compiled.zones) {
    for (const shipment of shipments) {
      pricesInto(zone, shipment, prices);
      sum += prices[3] ?? 0;
    }
  }
  return count;
});
const hand = await perSecond('the same by a loop written by hand', () => {
  for (const zone of tables) {
    for (const cart of loops) for (const lane of zone) if (lane) sum += loopPrice(lane, cart);
  }
  return count;
});
const quoteByLogic = () => {
  for (const zone of logic) {
    for (const fact of facts) for (const lane of zone) if (lane) sum += lane(fact);
  }
  return count;
};
const byLogic = await perSecond('the same in json-logic-js', quoteByLogic);
const byRules = await perSecond('the same in json-rules-engine', async () => {
  const [fact = {}] = facts;
  for (const zone of engines) for (const lane of zone) if (lane) sum += await lane(fact);
  return engines.length;
});
const times = (rate: number) => `${(core / rate).toFixed(rate > core ? 2 : 0)} times`;
console.log(
  `Without ledger: ${times(byLogic)} json-logic-js, ${times(byRules)} json-rules-engine; the loop by hand takes ${(core / hand).toFixed(2)} of its time.`,
);

/** How two works compare: the median of many short rounds, one beside the other, so that a busy moment strikes both. */
function ratioOf(one: () => number, other: () => number): number {
  const rate = (work: () => number) => {
    const began = performance.now();
    let done = 0;
    while (performance.now() - began < 40) done += work();
    return done / (performance.now() - began);
  };
  const ratios = Array.from({ length: 60 }, () => rate(one) / rate(other));
  return ratios.sort((a, b) => a - b)[30] ?? 0;
}
console.log(
  `Whole quotes: ${ratioOf(quoteSeen, quoteByLogic).toFixed(2)} of json-logic-js without ledger (aim 0.65), packed anew ${ratioOf(quoteAnew, quoteByLogic).toFixed(2)} (aim 0.25).`,
);

const openRequests: Admitted[] = requests.map((request) => admitted(compiled, request));
await perSecond('of it, admitting', () => {
  for (const request of requests) sum += admitted(compiled, request).effort;
  return requests.length;
});
await perSecond('of it, planning (values, parcels seen before, measures)', () => {
  for (const one of openRequests) sum += plan(compiled, one).shipments.length;
  return requests.length;
});
const plans = openRequests.map((one) => plan(compiled, one));
await perSecond('of it, settling', () => {
  for (const one of plans) sum += settle(one).options.length;
  return requests.length;
});
await perSecond('compiling the book anew after one edit', () => {
  compile({ ...book, zones: book.zones.map((zone, at) => (at === 3 ? { ...zone } : zone)) });
  return 1;
});
// The largest sheet asked for: 100 zones by 12 services with 10 tiers each, every cell with its ledger.
const tiers = Array.from({ length: 10 }, (_, at) => ({
  upTo: `${(at + 1) * 3} kg`,
  result: { kind: 'amount' as const, amount: 500 + at * 150 },
}));
const largeServices = Array.from({ length: 12 }, (_, at) => ({
  id: `s${at}`,
  name: `Service ${at}`,
  ...PLAIN_SERVICE,
}));
const open = { floor: null, cap: null };
const largeLane = plainLane({ kind: 'weightTiers', measure: 'packedWeight', bands: 'whole', tiers, above: { kind: 'refer' }, ...open });
const large = compile({
  ...book,
  services: largeServices,
  charges: [],
  allowances: [],
  zones: Array.from({ length: 100 }, (_, at) => ({
    id: `z${at}`,
    name: `Zone ${at}`,
    places: [],
    taxRate: 0,
    label: '',
    lanes: Object.fromEntries(largeServices.map(({ id }) => [id, largeLane])),
  })),
});
const [first] = requests;
if (first) {
  const { shipments: cart } = plan(large, admitted(large, first));
  const rate = await perSecond('sheets of 100 zones by 12 services, with ledgers', () => {
    for (const zone of large.zones) sum += quoteZone(large, zone, cart).length;
    return 1;
  });
  console.log(`One such sheet takes ${(1000 / rate).toFixed(2)} ms.`);
}
if (!Number.isFinite(sum)) console.log(sum);
