import fc from 'fast-check';
import { expect, test } from 'vitest';
import { compile } from '../quote/compile.ts';
import { quote } from '../quote/settle.ts';
import { plainAllowance } from '../rate-book/allowance.ts';
import { plainCharge } from '../rate-book/charge.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import { anyBook, anyCart } from '../testing/anyBook.ts';
import { bookOf, flat, lane } from '../testing/bookOf.ts';
import { Met } from '../testing/met.ts';
import { ruleEffect } from './ruleEffect.ts';

const inCanada = (id: string, subdivision: 'CA-NS' | 'CA-ON', lanes: Parameters<typeof bookOf>[0][number]['lanes']) => ({
  id,
  places: [{ kind: 'subdivision' as const, subdivision }],
  lanes,
});
const shop: RateBook = bookOf([
  inCanada('near', 'CA-NS', { ground: lane(flat(1000)), pickup: lane({ kind: 'flat', result: { kind: 'free' } }) }),
  inCanada('far', 'CA-ON', { ground: lane(flat(2000)) }),
]);
const to = (subdivision: string) => ({ country: 'CA', subdivision });
const request = {
  lines: [{ quantity: 1, unitPrice: 4000, weight: '1 kg', delivered: true }],
  discounts: [],
  destination: to('CA-NS'),
  moment: '2026-11-23T20:00:00Z',
};
const charge = plainCharge('packing', 'Packing', { kind: 'fixed', amount: 150, per: 'order' });

test('a charge makes what is free cost something; switched off or on, it is told what it would do', () => {
  for (const inUse of [true, false])
    expect(ruleEffect({ ...shop, charges: [{ ...charge, inUse }] }, 'near', { kind: 'charges', rule: charge }, request)).toEqual([
      { service: 'ground', without: 1000, with: 1150 },
      { service: 'pickup', without: 0, with: 150 },
    ]);
});

test('a rule for no service, or for another zone, does nothing; a reduction takes off', () => {
  const none = { ...charge, scope: { ...charge.scope, services: [] } };
  expect(ruleEffect({ ...shop, charges: [none] }, 'near', { kind: 'charges', rule: none }, request)).toEqual([]);
  const elsewhere = { ...charge, scope: { ...charge.scope, zones: ['far'] } };
  expect(ruleEffect({ ...shop, charges: [elsewhere] }, 'near', { kind: 'charges', rule: elsewhere }, request)).toEqual([]);
  const half = { ...plainAllowance('half', 'Half', { kind: 'percentOff', basisPoints: 5000 }), inUse: false };
  expect(ruleEffect({ ...shop, allowances: [half] }, 'near', { kind: 'allowances', rule: half }, request)).toEqual([
    { service: 'ground', without: 1000, with: 500 },
  ]);
});

test('an order to two zones pays for both', () => {
  const both = { ...request, lines: [...request.lines, { ...request.lines[0]!, to: 1 }], others: [to('CA-ON')] };
  const each = plainCharge('each', 'Each', { kind: 'fixed', amount: 100, per: 'consignment' });
  const book = { ...shop, charges: [each] };
  expect(ruleEffect(book, 'near', { kind: 'charges', rule: each }, both)).toEqual([{ service: 'ground', without: 3000, with: 3200 }]);
});

test('the effect is the difference of two quotes of the whole book, whatever else is in it', () => {
  const met = new Met();
  fc.assert(
    fc.property(anyBook, anyCart, (book, cart) => {
      const [rule] = book.charges;
      if (!rule) return;
      const zone = book.zones[0]!.id;
      const priced = (charges: RateBook['charges']) =>
        new Map(quote(compile({ ...book, charges }), cart).options.map((one) => [one.service, one.status === 'priced' ? one.price : null]));
      const [was, is] = [priced(book.charges.slice(1)), priced([{ ...rule, inUse: true }, ...book.charges.slice(1)])];
      const told = ruleEffect(book, zone, { kind: 'charges', rule }, cart);
      for (const { service, without, with: held } of told) {
        met.note('changed');
        met.note('free before', without === 0);
        expect([was.get(service), is.get(service)]).toEqual([without, held]);
      }
      for (const [service, price] of was) {
        if (price === null || is.get(service) == null || told.some((one) => one.service === service)) continue;
        met.note('unchanged');
        expect(is.get(service)).toBe(price);
      }
    }),
    { numRuns: 600 },
  );
  met.enough(20, 'changed', 'unchanged');
  met.enough(3, 'free before');
});
