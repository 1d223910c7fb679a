import fc from 'fast-check';
import { expect, test } from 'vitest';
import { CarrierAnswers } from '../carriers/carrierAnswers.ts';
import type { CarrierRate, RateAnswer } from '../carriers/rateAnswer.ts';
import { compile } from '../quote/compile.ts';
import { QuoteRequest } from '../quote/request.ts';
import { quote } from '../quote/settle.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import { answersTo, carriedShop, rate, said } from '../testing/carriedShop.ts';
import { PublicQuote, toPublicQuote } from './publicQuote.ts';

const cart = QuoteRequest.parse({
  lines: [{ quantity: 1, unitPrice: 2000, weight: '2 kg' }],
  destination: { country: 'CA', subdivision: 'CA-ON', postalCode: 'M5V 2T6' },
});

/** What a buyer is told where the carrier says this, with the costs of own prices known to the owner or not. */
function told(book: RateBook, answer: () => RateAnswer, costs: boolean): string {
  const compiled = compile(book);
  const dry = new CarrierAnswers(new Map(), { costs });
  quote(compiled, cart, dry);
  const carriers = new CarrierAnswers(answersTo(dry.wanted.values(), answer), { costs });
  const answered = toPublicQuote(quote(compiled, cart, carriers), compiled.book, { edition: 1 });
  return JSON.stringify(PublicQuote.parse(answered));
}

/** The shop with its own prices carried, too, and so much added to the carrier's price. */
function shopWith(amount: number): RateBook {
  const book = carriedShop({ markup: { basisPoints: 0, amount, least: null, most: null } });
  const { carriage } = book.services.find(({ id }) => id === 'express')!;
  return { ...book, services: book.services.map((one) => (one.id === 'ground' ? { ...one, carriage } : one)) };
}

test('what a buyer is told depends on the price alone: any split into cost and markup reads the same, to the byte', () => {
  const anyRows = fc.array(fc.record({ name: fc.string({ maxLength: 8 }), amount: fc.integer({ min: 0, max: 900 }) }), { maxLength: 3 });
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 9000 }), fc.integer({ min: 0, max: 9000 }), anyRows, fc.string(), (cost, markup, rows, name) => {
      const price = cost + markup;
      const rest = cost - rows.reduce((sum, { amount }) => sum + amount, 0);
      const parcels = [{ count: 1, weight: cost, volumetric: markup, billed: cost, amount: cost }];
      const itemised: Partial<CarrierRate> = { name, rows: [...rows, { name: 'Rest', amount: rest }], parcels };
      const plain = told(shopWith(0), () => said(rate(price)), false);
      expect(plain).toContain(`"price":${price}`);
      expect(told(shopWith(markup), () => said(rate(cost, itemised)), true)).toBe(plain);
      expect(told(shopWith(markup), () => said(rate(cost, itemised)), false)).toBe(plain);
    }),
  );
});

test('nor does it tell why a carrier is silent, or in whose words it declines', () => {
  const silences = (['timeout', 'down', 'resting', 'refused', 'key', 'noAccount', 'otherCurrency'] as const).map(
    (why): RateAnswer => ({ status: 'silent', why, detail: `${why} at 127.0.0.1` }),
  );
  const answers = new Set(silences.map((silence) => told(shopWith(150), () => silence, true)));
  expect(answers.size).toBe(1);
  const declined: RateAnswer = {
    status: 'rates',
    rates: [],
    declined: [{ service: 'DAY', message: 'Account GA-20418 is 3 months behind.' }],
  };
  expect(told(shopWith(150), () => declined, true)).not.toContain('GA-20418');
});
