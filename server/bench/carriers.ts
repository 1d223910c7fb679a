import { mkdtempSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createCarriers } from '@ostrakon/carriers';
import { type Command, PLAIN_CARRIAGE, PLAIN_LOCATION, PLAIN_SERVICE, PLAIN_TERMS, type RateAsk } from '@ostrakon/core';
import { pino } from 'pino';
import { gatewayTo, standIns } from '../src/carriers/connections.ts';
import { LiveQuotes } from '../src/features/public-quote/liveQuotes.ts';
import { planSurvey } from '../src/features/surveys/surveyRunner.ts';
import { openShop } from '../src/openShop.ts';

// Carriers over HTTP on this machine: a survey of 200 addresses by 10 weights, quotes asked anew and from what is kept, and
// quotes while every carrier is down.

const folder = mkdtempSync(join(tmpdir(), 'ostrakon-bench-'));
const now = () => new Date().toISOString();
const desk = createCarriers().listen(0, '127.0.0.1');
await new Promise((ready) => desk.once('listening', ready));
const { port } = desk.address() as AddressInfo;
const carriers = standIns(`http://127.0.0.1:${port}`);
const shop = await openShop(folder, now);
const log = pino({ level: 'silent' });
const gateway = gatewayTo(carriers, shop.accounts, log);
await shop.accounts.add({
  id: 'gannet',
  name: 'Gannet Air',
  kind: 'service',
  carrier: 'gannet-air',
  currency: 'CAD',
  key: 'ganne-7Q2F-dartmouth',
  newServices: 'off',
  services: [],
  tariff: null,
});
const carriage = { account: 'gannet', carrier: 'Gannet Air', service: 'DAY', ...PLAIN_CARRIAGE };
const commands: Command[] = [
  { name: 'setServed', args: { countries: ['CA', 'US'] } },
  {
    name: 'addLocation',
    args: {
      ...PLAIN_LOCATION,
      id: 'depot',
      name: 'Depot',
      country: 'CA',
      subdivision: 'CA-NS',
      postalCode: 'B2Y 1A1',
      timeZone: 'America/Halifax',
    },
  },
  ...(['CA', 'US'] as const).map(
    (country): Command => ({ name: 'addZone', args: { id: country.toLowerCase(), name: country, places: [{ kind: 'country', country }] } }),
  ),
  {
    name: 'addCarrierServices',
    args: {
      services: [
        {
          ...PLAIN_SERVICE,
          id: 'express',
          name: 'Express',
          kind: 'carrier',
          carriage,
          terms: { ...PLAIN_TERMS, unanswered: { kind: 'card' } },
        },
      ],
      zones: ['ca', 'us'],
      card: { kind: 'flat', result: { kind: 'amount', amount: 2500 } },
    },
  },
];
await shop.draft.run(...commands);

const weights = ['250 g', '500 g', '1 kg', '2 kg', '3 kg', '5 kg', '8 kg', '12 kg', '20 kg', '30 kg'];
const began = performance.now();
const present = new Date().toISOString();
const request = {
  name: 'Bench',
  zones: ['ca', 'us'],
  addresses: 50,
  probes: weights.map((weight, at) => ({ name: weight, weight: at + 1, lines: [{ quantity: 1, unitPrice: 0, weight, delivered: true }] })),
};
const { book } = shop.draft.current;
const work = planSurvey(book, request, present);
const elsewhere = book.locations.map((location) => ({ ...location, subdivision: 'CA-NB' }));
const more = planSurvey({ ...book, locations: elsewhere }, request, present);
const planned = performance.now() - began;
const asks = new Map([...work.asks, ...more.asks]);
const asked = performance.now();
const answers = await gateway.many([...asks.values()]);
const done = performance.now() - asked;
const priced = answers.filter(({ answer }) => answer.status === 'rates').length;
console.log(
  `survey: ${asks.size} questions (200 addresses by 10 weights) planned in ${planned.toFixed(0)} ms, ${priced} answered in ${done.toFixed(0)} ms over HTTP`,
);

await shop.editions.publish(() => shop.draft.current.book, '', 'owner');
const quotes = (held: typeof gateway) =>
  new LiveQuotes({
    live: () => {
      const live = shop.editions.live();
      return live && { number: 1, book: live.book, until: Number.POSITIVE_INFINITY };
    },
    before: () => Promise.reject(new Error('asked for no edition of before')),
    looked: () => Promise.reject(new Error('looked at nothing else')),
    products: () => new Map(),
    loads: () => [],
    carriers: (wanted: ReadonlyMap<string, RateAsk>, waited: number) => held.answers(wanted, waited),
    known: (wanted: ReadonlyMap<string, RateAsk>) => held.known(wanted),
    now: () => new Date().toISOString(),
  });
const cart = (grams: number) => ({
  lines: [{ quantity: 1, unitPrice: 2000, weight: `${grams} g`, delivered: true }],
  discounts: [],
  destination: { country: 'CA', subdivision: 'CA-ON', postalCode: 'M5V 2T6' },
});
async function timed(name: string, runs: number, of: LiveQuotes, grams: (nth: number) => number): Promise<void> {
  const times: number[] = [];
  for (let nth = 0; nth < runs; nth += 1) {
    const start = performance.now();
    await of.answer({ read: () => cart(grams(nth)), digest: `${nth}` }, {});
    times.push(performance.now() - start);
  }
  times.sort((a, b) => a - b);
  console.log(`${name.padEnd(46)} median ${(times[runs >> 1] ?? 0).toFixed(2)} ms, greatest ${(times.at(-1) ?? 0).toFixed(2)} ms`);
}
const own = quotes(gateway);
await own.answer({ read: () => cart(1), digest: 'first' }, {});
await timed('a quote that asks the carrier', 200, own, (nth) => 1000 + nth);
await timed('the same from what is kept', 500, own, () => 1000);

await fetch(`http://127.0.0.1:${port}/gannet-air/practice/fault`, {
  method: 'POST',
  headers: { 'Content-Type': 'application/json' },
  body: JSON.stringify({ fault: 'slow', delay: 20_000 }),
});
await timed(`a quote while the carrier is silent (limit ${gateway.limits.timeLimit} ms)`, 4, own, (nth) => 5000 + nth);
desk.closeAllConnections();
desk.close();
await shop.database.close();
rmSync(folder, { recursive: true, force: true });
