import fc from 'fast-check';
import { expect, test } from 'vitest';
import { CarrierAnswers } from '../carriers/carrierAnswers.ts';
import { applyPatch } from '../commands/patch.ts';
import { runCommand } from '../commands/runCommand.ts';
import { canonicalJson } from '../json/canonicalJson.ts';
import { cardsToRows } from '../rate-book/cardRows.ts';
import { readCardRows } from '../rate-book/readCardRows.ts';
import { anyBook, anyCart, graduated } from '../testing/anyBook.ts';
import { canada, lane } from '../testing/bookOf.ts';
import { Met } from '../testing/met.ts';
import { plainPrice } from '../testing/plainPricer.ts';
import { planOf } from '../testing/planOf.ts';
import { admitted } from './admit.ts';
import { compile } from './compile.ts';
import { NO_LANE, REFER, tierIndex, WITHHELD } from './compiledResult.ts';
import { pricesInto } from './lanePrice.ts';
import { plan } from './plan.ts';
import type { Quote } from './quoteTypes.ts';
import type { QuoteRequest } from './request.ts';
import { quote, quoteZone, settle } from './settle.ts';

test('ledgers add up to the price; fast path, full quote and a plain pricer of the rules as written agree', () => {
  const met = new Met();
  fc.assert(
    fc.property(anyBook, anyCart, (book, cart) => {
      const compiled = compile(book);
      const { shipments } = planOf(compiled, cart);
      const [shipment] = shipments;
      const zone = compiled.zones[0]!;
      const out = new Float64Array(2);
      pricesInto(zone, shipment!, out);
      quoteZone(compiled, zone, shipments).forEach((answer, at) => {
        met.note(answer.status);
        const plain = plainPrice(book, zone.zone, book.services[at]!, cart);
        if (answer.status !== 'priced') {
          expect(plain).toBe(answer.status);
          expect(out[at]).toBe(answer.status === 'refer' ? REFER : WITHHELD);
          return;
        }
        expect(out[at]).toBe(answer.price);
        expect(plain).toBe(answer.price);
        for (const { code } of answer.ledger) met.note(code);
        expect(out[at]).not.toBe(NO_LANE);
        expect(answer.ledger.reduce((sum, row) => sum + row.amount, 0)).toBe(answer.price);
        expect(Number.isSafeInteger(answer.price) && answer.price >= 0).toBe(true);
        const { tax } = answer;
        met.note('free', answer.price === 0);
        met.note('taxed', tax !== undefined && tax.amount > 0);
        if (tax?.mode === 'added')
          expect(answer.ledger.filter(({ code }) => code === 'tax').reduce((sum, row) => sum + row.amount, 0)).toBe(tax.amount);
        if (tax) expect(tax.amount).toBeLessThanOrEqual(answer.price);
      });
    }),
    { numRuns: 1500 },
  );
  met.enough(20, 'priced', 'refer', 'withheld', 'free', 'taxed');
  met.enough(
    10,
    'charge',
    'allowance',
    'freeFrom',
    'laneCap',
    'laneFloor',
    'cardFloor',
    'cardCap',
    'ending',
    'ownCharge',
    'joined',
    'band',
  );
});

test('more goods value never loses an allowance that asks for a value, while everything else stays', () => {
  const met = new Met();
  const { allowances: _own, ...empty } = canada({ a: lane({ kind: 'flat', result: { kind: 'amount', amount: 4000 } }) });
  fc.assert(
    fc.property(anyBook, anyCart, fc.integer({ min: 1, max: 5000 }), ({ allowances }, cart, more) => {
      const compiled = compile({ ...empty, allowances });
      const [first, ...others] = cart.lines;
      const richer: QuoteRequest = { ...cart, lines: [{ ...first!, unitPrice: first!.unitPrice + more }, ...others] };
      const bare = ({ lines, ...rest }: QuoteRequest) => ({ ...rest, lines: lines.map(({ ownCharge: _own2, ...held }) => held) });
      const priceOf = (request: QuoteRequest) =>
        quote(compiled, bare(request)).options.map((offer) => (offer.status === 'priced' ? offer.price : -1));
      const [price, then] = [priceOf(cart)[0]!, priceOf(richer)[0]!];
      met.note('reduced already', price < 4000);
      met.note('free already', price === 0);
      met.note('reduced by more', then < price);
      expect(then).toBeLessThanOrEqual(price);
    }),
    { numRuns: 500 },
  );
  met.enough(10, 'reduced already', 'free already', 'reduced by more');
});

test('with as much more goods as it says, delivery is free', () => {
  const met = new Met();
  fc.assert(
    fc.property(anyBook, anyCart, (book, cart) => {
      const compiled = compile(book);
      const total = cart.lines.reduce((sum, { unitPrice, quantity }) => sum + unitPrice * quantity, 0);
      const off = cart.discounts.reduce((sum, discount) => sum + (discount.kind === 'amount' ? discount.amount : 0), 0);
      fc.pre(off <= total);
      const { ownCharge: _own, ...like } = cart.lines[0]!;
      for (const offer of quote(compiled, cart).options) {
        if (offer.status !== 'priced' || !offer.moreForFree) continue;
        const more = { ...like, quantity: 1, unitPrice: offer.moreForFree.more, weight: '0 g' };
        const richer = quote(compiled, { ...cart, lines: [...cart.lines, more] });
        // Each part of a cart that no service takes whole is tested by its own value.
        if (richer.consignments.length > 1) continue;
        const then = richer.options.find(({ service }) => service === offer.service);
        // Another limit or tier may speak where the value or the count grows; a price is nothing.
        if (then?.status !== 'priced') continue;
        expect(then.price).toBe(0);
        met.note('made free');
      }
    }),
    { numRuns: 600 },
  );
  met.enough(10, 'made free');
});

test('asked about one service, it says of it what it says when asked about all', () => {
  const met = new Met();
  fc.assert(
    fc.property(anyBook, anyCart, (book, cart) => {
      const compiled = compile(book);
      const { message: _message, ...all } = quote(compiled, cart);
      for (const { id: service } of book.services) {
        const { message: _own, ...one } = settle(plan(compiled, admitted(compiled, cart), new CarrierAnswers(), { service }));
        const ofService = <O extends Pick<Quote, 'options' | 'withheld'>>(told: O): O => ({
          ...told,
          options: told.options.filter((offer) => offer.service === service),
          withheld: told.withheld.filter((answer) => answer.service === service),
        });
        expect(one).toEqual({ ...ofService(all), consignments: all.consignments.map(ofService) });
        met.note('offered', one.options.length > 0);
        met.note('withheld', one.withheld.length > 0);
        met.note(
          'parted for one that takes it so',
          one.consignments.length > 1 && one.consignments.some(({ options }) => options.length > 0),
        );
      }
    }),
    { numRuns: 600 },
  );
  met.enough(10, 'offered', 'withheld', 'parted for one that takes it so');
});

test('graduated tiers are continuous: a gram more costs at most one started unit more, across every bound', () => {
  fc.assert(
    fc.property(graduated, (card) => {
      const compiled = compile(canada({ a: lane(card) }));
      const priceAt = (grams: number) => {
        const line = { quantity: 1, unitPrice: 0, weight: `${grams} g`, delivered: true };
        const [offer] = quote(compiled, { lines: [line], discounts: [], destination: { country: 'CA' } }).options;
        return offer?.status === 'priced' ? offer.price : Number.NaN;
      };
      const dearest = Math.max(
        ...[...card.tiers.map((tier) => tier.result), card.above].map((result) => (result.kind === 'perUnit' ? result.each : 0)),
      );
      for (const { upTo } of card.tiers) {
        const edge = Number.parseInt(upTo, 10);
        const step = priceAt(edge + 1) - priceAt(edge);
        expect(step).toBeGreaterThanOrEqual(0);
        expect(step).toBeLessThanOrEqual(dearest);
      }
    }),
    { numRuns: 200 },
  );
});

test('sending lines to several addresses changes no line’s value', () => {
  fc.assert(
    fc.property(anyBook, anyCart, fc.array(fc.nat(2), { minLength: 4, maxLength: 4 }), (book, cart, addresses) => {
      const compiled = compile(book);
      const parted: QuoteRequest = {
        ...cart,
        others: [{ country: 'FR' }, { country: 'US' }],
        lines: cart.lines.map((line, at) => ({ ...line, to: addresses[at] ?? 0 })),
      };
      const [whole, parts] = [planOf(compiled, cart).measured, planOf(compiled, parted).measured];
      expect(parts.lineValues).toEqual(whole.lineValues);
      for (const measure of ['valueBeforeDiscounts', 'valueAfterDiscounts', 'itemsWeight', 'itemCount'] as const) {
        expect(parts.measures[measure]).toBe(whole.measures[measure]);
      }
    }),
    { numRuns: 200 },
  );
});

test('tiers leave no gap and do not overlap: the search agrees with a plain scan, on every edge', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 8 }), (list) => {
      const edges = list.sort((a, b) => a - b);
      const reach = Float64Array.from(edges);
      for (const value of edges.flatMap((edge) => [edge - 1, edge, edge + 1])) {
        const found = edges.findIndex((edge) => value <= edge);
        expect(tierIndex(reach, value)).toBe(found === -1 ? edges.length : found);
      }
    }),
  );
});

test('cards written to rows and read back are the same cards; a raise and its undo restore the bytes', () => {
  fc.assert(
    fc.property(anyBook, fc.integer({ min: -5000, max: 5000 }), (book, basisPoints) => {
      const read = readCardRows(cardsToRows(book), book);
      if (!read.ok) throw new Error(JSON.stringify(read.problems));
      const back = runCommand(book, { name: 'setCards', args: { cards: read.cards.map((card) => ({ ...card })) } }).book;
      expect(canonicalJson(back)).toBe(canonicalJson(book));
      const lanes = ['a', 'b'].map((service) => ({ zone: 'canada', service }));
      const raised = runCommand(book, { name: 'raisePrices', args: { lanes, by: { kind: 'percent', basisPoints } } });
      expect(canonicalJson(applyPatch(raised.book, raised.inverse))).toBe(canonicalJson(book));
    }),
    { numRuns: 300 },
  );
});
