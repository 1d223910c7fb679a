import { describe, expect, test } from 'vitest';
import { plainCharge } from '../rate-book/charge.ts';
import { RateBook } from '../rate-book/rateBook.ts';
import { bookOf, canada, flat, lane } from '../testing/bookOf.ts';
import { admit } from './admit.ts';
import { compile } from './compile.ts';
import { plan } from './plan.ts';
import { QuoteRequest } from './request.ts';
import { settle } from './settle.ts';

const now = '2026-11-24T12:00:00Z';
const plain = canada({ ground: lane(flat(500)) });
const requestOf = (lines: readonly object[], more: object = {}) =>
  QuoteRequest.parse({
    destination: { country: 'CA' },
    ...more,
    lines: lines.map((line) => ({ quantity: 1, unitPrice: 0, weight: '1 kg', ...line })),
  });
const ask = (book: RateBook, lines: readonly object[], more: object = {}) =>
  admit(compile(RateBook.parse(book)), requestOf(lines, more), now);
const problem = (admission: ReturnType<typeof ask>) => (admission.ok ? 'admitted' : admission.problem.code);

describe('admission', () => {
  test('the moment lies from 400 days before the caller’s now to 800 days after, both included', () => {
    const at = (moment: string) => problem(ask(plain, [{}], { moment }));
    // 400 days before 24 November 2026 is 20 October 2025, 800 after it is 1 February 2029.
    expect([at('2025-10-20T12:00:00Z'), at('2025-10-20T11:59:59Z')]).toEqual(['admitted', 'momentOutOfReach']);
    expect([at('2029-02-01T12:00:00Z'), at('2029-02-01T12:00:01Z')]).toEqual(['admitted', 'momentOutOfReach']);
    expect(problem(ask(plain, [{}]))).toBe('admitted');
  });

  test('ten thousand pieces at most, of what is delivered', () => {
    expect(problem(ask(plain, [{ quantity: 5000 }, { quantity: 5000 }]))).toBe('admitted');
    expect(ask(plain, [{ quantity: 5000 }, { quantity: 5001 }])).toEqual({
      ok: false,
      problem: { code: 'tooManyPieces', pieces: 10_001, most: 10_000 },
    });
    expect(problem(ask(plain, [{ quantity: 5000 }, { quantity: 5001, delivered: false }]))).toBe('admitted');
  });

  test('as many parts as the rules of the book leave room for', () => {
    const charges = Array.from({ length: 99 }, (_one, at) => plainCharge(`c${at}`, 'C', { kind: 'fixed', amount: 1, per: 'order' }));
    const lanes = Object.fromEntries('abcdefghij'.split('').map((id) => [id, lane(flat(500))]));
    const book = { ...canada(lanes), charges };
    const others = Array.from({ length: 15 }, () => ({ country: 'CA' }));
    const parts = (count: number) =>
      ask(
        book,
        Array.from({ length: count }, (_one, to) => ({ to })),
        { others },
      );
    // Ten lanes of 1 + 99 rules are 1000 a part; 6,000 are worked out at most.
    expect([problem(parts(6)), parts(7)]).toEqual(['admitted', { ok: false, problem: { code: 'tooManyParts', parts: 7, most: 6 } }]);
  });

  test('what the shop forbids for several addresses is refused with nothing packed', () => {
    const several = (severalAddresses: RateBook['shop']['severalAddresses'], quantity: number) => {
      const compiled = compile(RateBook.parse({ ...plain, shop: { ...plain.shop, severalAddresses } }));
      const request = requestOf([{ quantity }, { to: 1, quantity: 2 }], { others: [{ country: 'CA' }] });
      const admission = admit(compiled, request, now);
      if (!admission.ok) throw new Error(admission.problem.code);
      return { refusals: admission.admitted.refusals, answer: settle(plan(compiled, admission.admitted)) };
    };
    const capped = { allowed: true, mostItems: 5 };
    expect(several(capped, 3).refusals).toEqual([]);
    const over = several(capped, 4);
    expect(over.refusals).toEqual([{ code: 'tooManyItemsForAddresses', items: 6, most: 5 }]);
    expect([over.answer.options, over.answer.consignments.flatMap(({ parcels }) => parcels)]).toEqual([[], []]);
    expect(several({ allowed: false, mostItems: null }, 1).refusals).toEqual([{ code: 'oneAddressOnly' }]);
  });

  test('the more there is to pack, the less each packing may look at; in steps, so that parcels are found again', () => {
    const zones = ['CA', 'US'].map((country) => ({
      id: country.toLowerCase(),
      places: [{ kind: 'country' as const, country }],
      lanes: { ground: lane(flat(500)) },
    }));
    const effort = (count: number) => {
      const others = Array.from({ length: 8 }, () => ({ country: 'US' }));
      const admission = ask(
        bookOf(zones),
        Array.from({ length: count }, (_one, to) => ({ to })),
        { others },
      );
      return admission.ok ? admission.admitted.effort : 0;
    };
    const [one, two, three, four, five] = [1, 2, 3, 4, 5].map(effort) as [number, number, number, number, number];
    expect([two / one, three / one, four / one, five / one]).toEqual([1 / 2, 1 / 4, 1 / 4, 1 / 8]);
  });
});
