import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { LiveTerms } from '../carriers/carriage.ts';
import { CarrierAnswers } from '../carriers/carrierAnswers.ts';
import type { RateAnswer } from '../carriers/rateAnswer.ts';
import type { RateAsk } from '../carriers/rateAsk.ts';
import { toPublicQuote } from '../contract/publicQuote.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import { carton } from '../testing/bookOf.ts';
import { answersTo, carriedShop, rate, said } from '../testing/carriedShop.ts';
import { dispatch } from '../testing/commandBook.ts';
import { planOf } from '../testing/planOf.ts';
import { compile } from './compile.ts';
import { WITHHELD } from './compiledResult.ts';
import { pricesInto } from './lanePrice.ts';
import { marginOf } from './margin.ts';
import type { Offer, Quote, Withheld } from './quoteTypes.ts';
import { CartLine, QuoteRequest } from './request.ts';
import { quote, settle } from './settle.ts';

const clay = { quantity: 1, unitPrice: 2000, weight: '2 kg' };
const cart = (...lines: object[]) =>
  QuoteRequest.parse({
    lines: lines.length > 0 ? lines : [clay],
    destination: { country: 'CA', subdivision: 'CA-ON', postalCode: 'M5V 2T6' },
  });

/** Asks as the caller does: what is wanted first, then with the answers. */
function ask(book: RateBook, answer: (ask: RateAsk) => RateAnswer, request = cart(), costs = false): { quote: Quote; asks: RateAsk[] } {
  const compiled = compile(book);
  const dry = new CarrierAnswers(new Map(), { costs });
  quote(compiled, request, dry);
  const asks = [...dry.wanted.values()];
  const carriers = new CarrierAnswers(answersTo(asks, answer), { costs });
  return { quote: quote(compiled, request, carriers), asks };
}

const express = ({ options, withheld }: Quote): Offer | Withheld => [...options, ...withheld].find(({ service }) => service === 'express')!;
const markup = (more: Partial<LiveTerms['markup']>): Partial<LiveTerms> => ({
  markup: { basisPoints: 0, amount: 0, least: null, most: null, ...more },
});

// Common practice, no published source: a carrier's rate plus 8 %, plus 12 %; with a fixed amount on top.
test.each([
  [2000, markup({ basisPoints: 800 }), 2160],
  [2000, markup({ basisPoints: 1200 }), 2240],
  [1990, markup({ basisPoints: 800, amount: 150 }), 2299],
  [500, markup({ basisPoints: 800, least: 200 }), 700],
  [90_000, markup({ basisPoints: 1200, most: 5000 }), 95_000],
])('%i and %o make %i', (amount, terms, price) => {
  const offer = express(ask(carriedShop(terms), () => said(rate(amount))).quote);
  expect(offer).toMatchObject({ status: 'priced', price, transit: { least: 1, most: 2 } });
});

test('a markup of a season holds instead of the usual one, to its last day (common practice, no published source)', () => {
  const usual = { basisPoints: 800, amount: 0, least: null, most: null };
  const book = carriedShop({
    markup: usual,
    seasons: [
      { dates: { from: '11-01', until: '12-31' }, markup: { ...usual, basisPoints: 1200 } },
      { dates: { from: '2026-12-30', until: '2027-01-02' }, markup: { ...usual, basisPoints: 0, amount: 300 } },
    ],
  });
  const on = (moment?: string) => {
    const offer = express(ask(book, () => said(rate(2000)), { ...cart(), ...(moment !== undefined && { moment }) }).quote);
    return offer.status === 'priced' && offer.price;
  };
  const days = ['2026-10-31', '2026-11-01', '2026-12-31', '2027-01-01', '2027-01-03'];
  expect(days.map((day) => on(`${day}T12:00:00Z`))).toEqual([2160, 2240, 2240, 2300, 2160]);
  expect(on()).toBe(2160);
});

test('a carrier’s price is without tax: where the shop’s include it, what is left of it is the markup', () => {
  const book = carriedShop(markup({ basisPoints: 1000 }));
  const taxed = {
    ...book,
    shop: { ...book.shop, pricing: { ...book.shop.pricing, tax: 'included' as const } },
    zones: book.zones.map((zone) => ({ ...zone, taxRate: 1500 })),
  };
  const offer = express(ask(taxed, () => said(rate(2000))).quote);
  // 20.00 and 10 % are 22.00; with 15 % tax 25.30, of which 3.30 are tax.
  expect(offer).toMatchObject({ price: 2530, tax: { mode: 'included', amount: 330 } });
  if (offer.status !== 'priced') throw new Error(offer.status);
  expect(marginOf(offer)).toEqual({ carriage: 2000, packaging: 0, margin: 200 });
});

test('what is left is less than the packaging cost too, of each consignment, and the public never hears of it', () => {
  const shop = carriedShop(markup({ basisPoints: 1000 }));
  const book = { ...shop, packing: { ...shop.packing, packaging: [carton({ mostLoad: '3 kg' })] } };
  const request = cart({ ...clay, quantity: 2 });
  const { quote: answer } = ask(book, () => said(rate(2000)), request);
  const offer = express(answer);
  if (offer.status !== 'priced') throw new Error(offer.status);
  // Two boxes of one each.
  expect(marginOf(offer)).toEqual({ carriage: 2000, packaging: 190, margin: 10 });
  expect(JSON.stringify(toPublicQuote(answer, book, { edition: 1 }))).not.toContain('packaging');
});

test('the ledger adds up, the price without it is the same, and a dearer rate never makes a cheaper price', () => {
  const compiledPrice = (terms: Partial<LiveTerms>, amount: number) => {
    const book = carriedShop(terms);
    const compiled = compile(book);
    const dry = new CarrierAnswers();
    quote(compiled, cart(), dry);
    const carriers = new CarrierAnswers(answersTo(dry.wanted.values(), () => said(rate(amount))));
    const prepared = planOf(compiled, cart(), carriers);
    const out = new Float64Array(2);
    pricesInto(compiled.zones[0]!, prepared.shipments[0]!, out);
    return {
      offer: express(settle(prepared)),
      plain: out[compiled.book.services.findIndex(({ id }) => id === 'express')],
    };
  };
  const anyTerms = fc.record({
    markup: fc.record({
      basisPoints: fc.integer({ min: 0, max: 20_000 }),
      amount: fc.integer({ min: 0, max: 1000 }),
      least: fc.option(fc.integer({ min: 0, max: 500 }), { nil: null }),
      most: fc.option(fc.integer({ min: 500, max: 3000 }), { nil: null }),
    }),
    ending: fc.constantFrom(null, 'up99' as const, 'nearest05' as const),
  });
  fc.assert(
    fc.property(anyTerms, fc.integer({ min: 0, max: 200_000 }), fc.integer({ min: 0, max: 5000 }), (terms, amount, more) => {
      const { offer, plain } = compiledPrice(terms, amount);
      if (offer.status !== 'priced') throw new Error(offer.status);
      expect(offer.ledger.reduce((sum, row) => sum + row.amount, 0)).toBe(offer.price);
      expect(plain).toBe(offer.price);
      expect(compiledPrice(terms, amount + more).plain).toBeGreaterThanOrEqual(offer.price);
    }),
    { numRuns: 150 },
  );
});

test('a price ending of its own; days of its own or the carrier’s, after the shop’s dispatch; a home and the value are told', () => {
  const ended = carriedShop({ ending: 'nearest05' });
  expect(express(ask(ended, () => said(rate(1993))).quote)).toMatchObject({ price: 1995 });
  const dated = (days: LiveTerms['days']) => {
    const book = carriedShop({ days }, { residential: false, declareValue: true });
    return {
      ...book,
      locations: book.locations.map((location) => ({ ...location, dispatch })),
      services: book.services.map((one) => ({ ...one, days: { ...one.days, transit: { least: 5, most: 7 } } })),
    };
  };
  // A Tuesday before the cut-off at 14:00 in Halifax: packed that day or the next, then one to two working days, or five to seven.
  const request = { ...cart(), moment: '2026-11-24T15:00:00Z' };
  const carriers = ask(dated('carrier'), () => said(rate(2000)), request);
  expect(express(carriers.quote)).toMatchObject({ promise: { first: '2026-11-25', last: '2026-11-27' } });
  expect(express(ask(dated('own'), () => said(rate(2000)), request).quote)).toMatchObject({
    promise: { first: '2026-12-01', last: '2026-12-04' },
  });
  expect(carriers.asks).toMatchObject([{ residential: false, declaredValue: 2000, currency: 'CAD' }]);
});

test('without an answer: the lane’s own card, another service, or nothing; always said why', () => {
  const silent = (): RateAnswer => ({ status: 'silent', why: 'timeout' });
  const by = (unanswered: LiveTerms['unanswered']) => express(ask(carriedShop({ unanswered }), silent).quote);
  expect(by({ kind: 'card' })).toMatchObject({
    status: 'priced',
    price: 2500,
    standIn: { kind: 'card' },
    carriers: [{ kind: 'silent', why: 'timeout' }],
  });
  expect(by({ kind: 'service', service: 'ground' })).toMatchObject({ price: 1200, standIn: { kind: 'service', service: 'ground' } });
  expect(by({ kind: 'withhold' })).toMatchObject({
    status: 'withheld',
    reasons: [{ code: 'carrierSilent', carrier: 'Gannet Air', why: 'timeout' }],
  });
});

test('what a carrier declines is withheld in its words, whatever stands in for silence', () => {
  const declined = (): RateAnswer => ({ status: 'rates', rates: [], declined: [{ service: 'DAY', message: 'A parcel weighs 40 kg.' }] });
  for (const unanswered of [{ kind: 'card' }, { kind: 'withhold' }] as const) {
    const { reasons } = express(ask(carriedShop({ unanswered }), declined).quote) as Withheld;
    expect(reasons).toEqual([{ code: 'carrierDeclined', carrier: 'Gannet Air', message: 'A parcel weighs 40 kg.' }]);
  }
});

test('limits, charges, floor and allowances of own cards hold for carriers, too; beyond a limit nobody is asked', () => {
  const book = carriedShop(markup({ basisPoints: 1000 }));
  const zones = book.zones.map((zone) => ({
    ...zone,
    lanes: {
      ...zone.lanes,
      express: {
        ...zone.lanes.express!,
        limits: [{ measure: 'itemsWeight' as const, upTo: '5 kg' }],
        floor: 3000,
        freeFrom: { measure: 'valueAfterDiscounts' as const, from: 9000, byItself: false, coversCharges: true },
      },
    },
  }));
  const limited = { ...book, zones };
  expect(express(ask(limited, () => said(rate(2000))).quote)).toMatchObject({ price: 3000 });
  expect(express(ask(limited, () => said(rate(2000)), cart({ ...clay, unitPrice: 9000 })).quote)).toMatchObject({ price: 0 });
  const heavy = ask(limited, () => said(rate(2000)), cart({ ...clay, weight: '6 kg' }));
  expect(heavy.asks).toEqual([]);
  expect(express(heavy.quote)).toMatchObject({ status: 'withheld', reasons: [{ code: 'aboveLimit' }] });
});

test('goods with a charge of their own are part of what it costs, not of what the buyer pays the carrier for', () => {
  const wheel = CartLine.parse({ quantity: 1, unitPrice: 90_000, weight: '50 kg', ownCharge: { how: 'instead', amount: 8500 } });
  const { quote: quoted, asks } = ask(
    carriedShop(),
    ({ parcels }) => said(rate(parcels.reduce((sum, { weight }) => sum + weight, 0))),
    cart(clay, wheel),
  );
  expect(asks).toHaveLength(2);
  const offer = express(quoted);
  if (offer.status !== 'priced') throw new Error(offer.status);
  const [cost] = offer.carriers!;
  const rest = offer.ledger.find(({ code }) => code === 'carrierRate')!.amount;
  expect(offer.price).toBe(rest + 8500);
  expect(cost).toMatchObject({ kind: 'rate' });
  expect(rest).toBeLessThan((cost as { amount: number }).amount);
});

test('a change of carton alone changes what is asked (common practice, no published source)', () => {
  const sized = (side: string) => ({ length: side, width: side, height: side });
  const carton = (id: string, inside: string, outside: string) => ({
    id,
    name: id,
    kind: 'carton' as const,
    inside: sized(inside),
    outside: sized(outside),
    tare: '200 g',
    mostLoad: null,
    cost: 0,
    inUse: true,
  });
  const asked = (packaging: string[] | null) => {
    const book = carriedShop({}, { packaging });
    const packing = { ...book.packing, packaging: [carton('small', '20 cm', '21 cm'), carton('large', '40 cm', '41 cm')] };
    const request = cart({ ...clay, size: { length: '10 cm', width: '10 cm', height: '10 cm' } });
    return ask({ ...book, packing }, () => said(rate(1)), request).asks[0]!.parcels;
  };
  expect(asked(null)).toEqual([{ weight: 2200, sides: [210, 210, 210], count: 1 }]);
  expect(asked(['large'])).toEqual([{ weight: 2200, sides: [410, 410, 410], count: 1 }]);
  expect(asked(['gone'])).toEqual(asked(null));
});

test('costs of own prices are asked for the owner alone', () => {
  const book = carriedShop();
  const { carriage } = book.services.find(({ id }) => id === 'express')!;
  const carried = { ...book, services: book.services.map((one) => (one.id === 'ground' ? { ...one, carriage } : one)) };
  const ground = (costs: boolean) =>
    ask(carried, () => said(rate(1500)), cart(), costs).quote.options.find(({ service }) => service === 'ground');
  expect(ground(false)).not.toHaveProperty('carriers');
  expect(ground(true)).toMatchObject({ price: 1200, carriers: [{ kind: 'rate', amount: 1500 }] });
});

test('in another zone the carrier is asked for a sample address; without one nothing is asked', () => {
  const compiled = compile(carriedShop());
  const abroad = QuoteRequest.parse({ lines: [clay], destination: { country: 'FR' } });
  const wanted = (samples: Map<string, { country: 'CA'; postalCode: string }>) => {
    const carriers = new CarrierAnswers(new Map(), { samples });
    const out = new Float64Array(2);
    pricesInto(compiled.zones[0]!, planOf(compiled, abroad, carriers).shipments[0]!, out);
    return { asks: [...carriers.wanted.values()], out };
  };
  expect(wanted(new Map([['canada', { country: 'CA', postalCode: 'B3H 4R2' }]])).asks[0]).toMatchObject({ to: { postalCode: 'B3H 4R2' } });
  const { asks, out } = wanted(new Map());
  expect(asks).toEqual([]);
  expect(out).toContain(WITHHELD);
});

test('a box a carrier gives serves its own services alone, and only those it may be used for', () => {
  const shop = carriedShop();
  const small = carton({ id: 'own', name: 'Own', tare: '500 g', mostLoad: null });
  const given = { ...small, id: 'given', name: 'Given', tare: '50 g', cost: 0 };
  const packedBy = (services: string[] | null, account = 'gannet') => {
    const carrier = { account, name: 'Gannet Air', services };
    // The carrier's box is lighter and listed first: wherever it may be used it is.
    const book = { ...shop, packing: { ...shop.packing, packaging: [{ ...given, carrier }, small] } };
    const { asks } = ask(book, () => said(rate(2000)));
    const { consignments } = quote(compile(book), cart());
    return { asked: asks[0]?.parcels[0]?.weight, own: consignments[0]?.parcels[0]?.packaging };
  };
  const [light, heavy] = [packedBy(null).asked, packedBy(['NIGHT']).asked];
  expect(light).toBeLessThan(heavy ?? 0);
  expect(packedBy(['DAY']).asked).toBe(light);
  expect(packedBy(null, 'petrel').asked).toBe(heavy);
  // What goes by nobody the box belongs to is never packed into it.
  expect(packedBy(null).own).toBe('own');
});
