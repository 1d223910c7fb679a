import { applyCommand, compile, describeChanges, type Quote, quote, RateBook, resolveCart } from '@ostrakon/core';
import { knownCentroids, withCentroid } from '@ostrakon/core/centroids';
import { findingsOf, tellFindings } from '@ostrakon/core/proof';
import { sampleAddresses } from '@ostrakon/core/sample-addresses';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { scenario } from './scenario.ts';

const draft = scenario.draftCommands.reduce(applyCommand, scenario.live);
const products = new Map(scenario.products.map((product) => [product.id, product]));

function answer(id: string, book = draft): Quote {
  const trial = scenario.trials.find((one) => one.id === id)!;
  const resolved = resolveCart(trial.cart, products);
  if (!resolved.ok) throw new Error(`${id} names an unknown product`);
  const compiled = compile(book);
  const { request } = resolved;
  return quote(compiled, { ...request, destination: withCentroid(compiled.places, request.destination) });
}

const prices = (id: string, book = draft) =>
  Object.fromEntries(answer(id, book).options.map((offer) => [offer.service, offer.status === 'priced' ? offer.price : 'refer']));

// No carrier answers here: what stands in for it holds. Arithmetic by hand from the price lists in liveBook.ts.
test('the trials get the prices on the lists', () => {
  expect(prices('studio-restock')).toEqual({ counter: 0, ground: 1690, tracked: 1690 });
  expect(prices('one-needle-tool')).toEqual({ packet: 240, ground: 1390, tracked: 1390 });
  expect(prices('class-set')).toEqual({ ground: 0, tracked: 0 });
  expect(prices('over-the-edge')).toEqual({ ground: 3890, tracked: 3890 });
  expect(prices('shelf-and-tools')).toEqual({ counter: 0, van: 600, ground: 950 });
  expect(prices('wheel')).toEqual({ ground: 'refer', tracked: 'refer', pallet: 19_500 });
  expect(answer('gift-card-only').remarks).toEqual([{ code: 'nothingToDeliver' }]);
  expect(answer('left-over-country').place).toEqual({ status: 'noZone' });
});

test('an order at 23:59 on the eve of a holiday counts for the next packing day, and arrives over the year’s end', () => {
  const [ground] = answer('before-a-holiday').options.filter(({ service }) => service === 'ground');
  const promise = ground?.status === 'priced' ? ground.promise : undefined;
  // 25 and 26 December are closed, 27 is a Sunday; the glaze leaves Monday to Wednesday; the stock is counted on the 29th and 30th.
  expect(promise?.chain.map((step) => ('first' in step ? `${step.code} ${step.first} ${step.last}` : `${step.code} ${step.date}`))).toEqual(
    [
      'ordered 2026-12-24',
      'counted 2026-12-28',
      'packed 2026-12-28 2026-12-31',
      'leaves 2026-12-28 2027-01-04',
      'arrives 2026-12-29 2027-01-05',
    ],
  );
});

test('the faults are in the draft and not in the live edition', () => {
  expect(prices('glaze-north')).toEqual({});
  expect(
    answer('glaze-north')
      .withheld.map(({ service, reasons }) => [service, reasons[0].code])
      .filter(([, code]) => code !== 'noLane'),
  ).toEqual([
    ['packet', 'aboveTopTier'],
    ['ground', 'belowLimit'],
  ]);
  expect(prices('glaze-north', scenario.live)).toEqual({ ground: 2750 });
  expect(describeChanges(scenario.live, draft).length).toBe(8);
});

/** Every place of a document, as a path. */
function pathsOf(value: unknown, path: readonly (string | number)[] = []): (readonly (string | number)[])[] {
  if (typeof value !== 'object' || value === null) return [path];
  return [path, ...Object.entries(value).flatMap(([key, entry]) => pathsOf(entry, [...path, Array.isArray(value) ? Number(key) : key]))];
}

function withJunk(document: unknown, path: readonly (string | number)[], junk: unknown): unknown {
  if (path.length === 0) return junk;
  const copy = structuredClone(document) as Record<string | number, never>;
  const parent = path.slice(0, -1).reduce((held, key) => held[key] as unknown as typeof copy, copy);
  parent[path.at(-1)!] = junk as never;
  return copy;
}

test('a rate book with junk anywhere in it is refused or quoted, and never breaks the reader', () => {
  const paths = pathsOf(scenario.live);
  const junk = fc.constantFrom<unknown>(
    null,
    '',
    'heavy',
    '2 kg',
    '-1 kg',
    '1e9 kg',
    -1,
    0.5,
    2 ** 60,
    Number.NaN,
    [],
    {},
    true,
    '__proto__',
    'ZZ',
  );
  const requests = scenario.trials.flatMap(({ cart }) => {
    const resolved = resolveCart(cart, products);
    return resolved.ok ? [resolved.request] : [];
  });
  let taken = 0;
  fc.assert(
    fc.property(fc.constantFrom(...paths), junk, (path, value) => {
      const parsed = RateBook.safeParse(withJunk(scenario.live, path, value));
      if (!parsed.success) return;
      taken += 1;
      for (const request of requests) quote(compile(parsed.data), request);
    }),
    { numRuns: 400 },
  );
  expect(taken).toBeGreaterThan(5);
});

test('every planted fault is found in the draft, with a cart that shows it, and none of them in the live edition', () => {
  const told = (book: RateBook) => {
    const compiled = compile(book);
    const addresses = book.zones.map(({ places }, at) => sampleAddresses(knownCentroids, compiled.places, places, at, 20));
    const sources = { products: scenario.products, now: '2026-11-29T12:00:00Z', addressesOf: (zone: number) => addresses[zone] ?? [] };
    return tellFindings(book, scenario.live, findingsOf(compiled, sources).findings);
  };
  const planted = ['noOption', 'heavierPaysLess', 'datesOnSome'];
  const found = told(draft).filter(({ findings: [{ code }] }) => planted.includes(code));
  expect(found.map(({ findings: [{ code, where }] }) => [code, where.zones[0], where.service])).toEqual([
    ['noOption', 'north', undefined],
    ['noOption', 'north', undefined],
    ['heavierPaysLess', 'atlantic', 'ground'],
    ['datesOnSome', 'harbour', undefined],
  ]);
  expect(found.slice(0, 3).map(({ findings: [{ witness }] }) => witness?.lines?.[0])).toMatchObject([
    { product: 'shelf-30', quantity: 1 },
    { product: 'earthenware-20', quantity: 1 },
    { quantity: 1, weight: '5 kg' },
  ]);
  expect(found.every(({ repairs }) => repairs.some(({ code }) => code === 'asLive'))).toBe(true);
  expect(told(scenario.live).filter(({ findings: [{ code }] }) => planted.includes(code))).toEqual([]);
});
