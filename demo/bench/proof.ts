import {
  applyCommand,
  type Card,
  CarrierAnswers,
  compile,
  type Destination,
  describeChanges,
  isTiered,
  type Product,
  type RateBook,
  ruledById,
} from '@ostrakon/core';
import { knownCentroids, withCentroid } from '@ostrakon/core/centroids';
import { effect, findingsOf, runOn } from '@ostrakon/core/proof';
import { sampleAddresses } from '@ostrakon/core/sample-addresses';
import { largeShop } from '../src/largeShop.ts';
import { scenario } from '../src/scenario.ts';

// Findings and effect, once warm: the demo's draft, anew and after an edit; a large shop of 25, 50 and 100 zones. Milliseconds, medians of five.
const NOW = '2026-11-29T12:00:00Z';
const draft = scenario.draftCommands.reduce(applyCommand, scenario.live);

function addressesOf(book: RateBook): readonly (readonly Destination[])[] {
  const { places } = compile(book);
  return book.zones.map((zone, at) => sampleAddresses(knownCentroids, places, zone.places, at, 20));
}

const sourcesOf = (products: readonly Product[], addresses: readonly (readonly Destination[])[]) => ({
  products,
  now: NOW,
  addressesOf: (zone: number) => addresses[zone] ?? [],
});

function median(name: string, work: () => unknown, rounds = 5, warm = 10): number {
  for (let turn = 0; turn < warm; turn += 1) work();
  const times = Array.from({ length: rounds }, () => {
    const begun = performance.now();
    work();
    return performance.now() - begun;
  }).sort((a, b) => a - b);
  const middle = times[Math.floor(rounds / 2)] ?? 0;
  console.log(`${name.padEnd(64)} ${middle.toFixed(1).padStart(8)} ms`);
  return middle;
}

/** A copy of a book whose parts are new, so that nothing that was worked out for it holds. */
const fresh = (book: RateBook): RateBook => structuredClone(book);

/** A lane with its first price a cent dearer. */
function edited(book: RateBook, zone: string, service: string): RateBook {
  const lane = book.zones.find(({ id }) => id === zone)?.lanes[service];
  if (!lane || !isTiered(lane.card)) throw new Error(`${service} to ${zone} has no tiers`);
  const [first, ...rest] = lane.card.tiers;
  if (first?.result.kind !== 'amount') throw new Error('the first tier has a price');
  const card = { ...lane.card, tiers: [{ ...first, result: { ...first.result, amount: first.result.amount + 1 } }, ...rest] } as Card;
  return applyCommand(book, { name: 'setCard', args: { zone, service, card } });
}

console.log('Findings and effect');
const sources = sourcesOf(scenario.products, addressesOf(draft));
median('demo: the whole draft, anew (aim 100)', () => findingsOf(compile(fresh(draft)), sources));
let book = draft;
median('demo: after an edit of one service in one zone (aim 30)', () => {
  book = edited(book, 'nova-scotia', 'ground');
  return findingsOf(compile(book), sources);
});
const one = compile(edited(draft, 'nova-scotia', 'ground'));
median('demo: effect of one edit (aim 20)', () => effect(compile(draft), one, sources));
median('demo: effect of the draft on what is live', () => effect(compile(scenario.live), compile(draft), sources));

const large = largeShop;
const base = large.live;
/** The large shop with so many zones: some, or its own and copies of them. */
const sized = (count: number): RateBook => ({
  ...base,
  zones: Array.from({ length: count }, (_, at) => {
    const zone = base.zones[at % base.zones.length] as RateBook['zones'][number];
    return at < base.zones.length ? zone : { ...zone, id: `${zone.id}-${at}`, name: `${zone.name} ${at}` };
  }),
});
const times = [25, 50, 100].map((count) => {
  const shop = sized(count);
  const from = sourcesOf(large.products, addressesOf(base).concat(addressesOf(base)).slice(0, count));
  const name = `large: ${count} zones, ${shop.services.length} services, ${large.products.length} products${count === 100 ? ' (aim 2000)' : ''}`;
  return [count, median(name, () => findingsOf(compile(fresh(shop)), from), 3, 1)] as const;
});
for (const [count, time] of times)
  console.log(`${`large: for each of ${count} zones`.padEnd(64)} ${(time / count).toFixed(2).padStart(8)} ms`);

console.log('\nTrials and comparing');
const byId = new Map(scenario.products.map((product) => [product.id, product]));
let tried = draft;
function runAll(count: number): void {
  tried = edited(tried, 'nova-scotia', 'ground');
  const carriers = new CarrierAnswers(new Map(), { missing: 'waiting' });
  const [ofDraft, ofLive] = [compile(tried), compile(scenario.live)];
  for (let at = 0; at < count; at += 1) {
    const trial = scenario.trials[at % scenario.trials.length] as (typeof scenario.trials)[number];
    for (const [side, rules] of [
      [ofDraft, tried],
      [ofLive, scenario.live],
    ] as const)
      runOn(side, trial, { now: NOW, products: ruledById(byId, rules), pointed: withCentroid, timeZone: tried.shop.timeZone }, carriers);
  }
}
median(`demo: its ${scenario.trials.length} trials after an edit, on draft and live (aim 15)`, () => runAll(scenario.trials.length));
median('demo: 1,000 trials after an edit, on draft and live (aim 300)', () => runAll(1000), 5, 2);
const compared = (before: RateBook, after: RateBook, from: typeof sources) => [
  describeChanges(before, after),
  effect(compile(before), compile(after), from),
];
median('demo: two editions compared, anew (aim 100)', () => compared(fresh(scenario.live), fresh(draft), sources));
const hundred = sized(100);
const lanes = hundred.zones.flatMap((zone) => Object.keys(zone.lanes).map((service) => ({ zone: zone.id, service })));
const raised = applyCommand(hundred, { name: 'raisePrices', args: { lanes, by: { kind: 'percent', basisPoints: 1000 } } });
const fromHundred = sourcesOf(large.products, addressesOf(base).concat(addressesOf(base)).slice(0, 100));
median(
  `large: two books of 100 zones by 12, every price another (aim 2000)`,
  () => compared(fresh(hundred), fresh(raised), fromHundred),
  3,
  1,
);
