import { applyCommand, type Command, emptyBook, PLAIN_SERVICE, Trial } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { runTrials } from './trialRuns.ts';

const flat = (amount: number): Command => ({
  name: 'startLane',
  args: { zone: 'canada', service: 'ground', card: { kind: 'flat', result: { kind: 'amount', amount } } },
});
const shop = (
  [
    { name: 'setServed', args: { countries: ['CA'] } },
    { name: 'addZone', args: { id: 'canada', name: 'Canada', places: [{ kind: 'country', country: 'CA' }] } },
    { name: 'addService', args: { ...PLAIN_SERVICE, id: 'ground', name: 'Ground parcel' } },
  ] as Command[]
).reduce(applyCommand, emptyBook());
const trial = Trial.parse({
  id: 't',
  name: 'T',
  cart: { lines: [{ product: 'clay', quantity: 1 }], discounts: [], destination: { country: 'CA' } },
  expects: [{ kind: 'price', service: 'ground', amount: 900 }],
});
const clay = {
  id: 'clay',
  name: 'Clay',
  price: 2450,
  weight: '10 kg',
  size: null,
  group: null,
  origin: null,
  ownBox: false,
  upright: false,
  fragile: false,
  delivered: true,
  extraPackingDays: 0,
  ownCharge: null,
  tags: [],
};

test('every trial is run on the draft and on what is live, each with its own verdict; before anything is live, on the draft alone', () => {
  const rest = {
    trials: [trial],
    products: new Map([['clay', clay]]),
    loads: [],
    answers: new Map(),
    tables: () => undefined,
    now: '2026-11-23T15:00:00Z',
  };
  const [draft, live] = [applyCommand(shop, flat(950)), applyCommand(shop, flat(900))];
  const [run] = runTrials({ ...rest, draft, live }).runs;
  expect([run?.draft, run?.live].map((side) => side?.ok && [side.verdict, side.offers[0]?.price])).toEqual([
    ['fails', 950],
    ['holds', 900],
  ]);
  expect(runTrials({ ...rest, draft, live: null }).runs[0]?.live).toBeNull();
  expect(runTrials({ ...rest, draft, live, products: new Map() }).runs[0]?.draft).toEqual({ ok: false, product: 'clay' });
});

test('a trial of a moment to come is held against what will be live then, and says which edition that is', () => {
  const at = (moment?: string): Trial => ({ ...trial, cart: { ...trial.cart, ...(moment !== undefined && { moment }) } });
  const [live, season] = [applyCommand(shop, flat(900)), applyCommand(shop, flat(990))];
  const upcoming = [{ edition: 7, from: Date.parse('2026-12-01T04:00:00Z'), until: Date.parse('2027-01-06T04:00:00Z'), book: season }];
  const moments = [undefined, '2026-12-01T03:59:59Z', '2026-12-01T04:00:00Z', '2027-01-06T03:59:59Z', '2027-01-06T04:00:00Z'];
  const { runs } = runTrials({
    trials: moments.map(at),
    draft: live,
    live,
    upcoming,
    products: new Map([['clay', clay]]),
    loads: [],
    answers: new Map(),
    tables: () => undefined,
    now: '2026-11-23T15:00:00Z',
  });
  const gives = runs.map(({ live: side, planned }) => [side?.ok && side.offers[0]?.price, planned]);
  expect(gives).toEqual([
    [900, undefined],
    [900, undefined],
    [990, 7],
    [990, 7],
    [900, undefined],
  ]);
});
