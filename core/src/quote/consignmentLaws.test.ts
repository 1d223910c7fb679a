import fc from 'fast-check';
import { expect, test } from 'vitest';
import { PLAIN_GROUP } from '../goods/goodsGroup.ts';
import { MEASURES } from '../measures/measure.ts';
import { SAMPLE_CARTON } from '../packing/packaging.ts';
import { RateBook } from '../rate-book/rateBook.ts';
import { amount, byWeight, canada, flat, lane, location, refer } from '../testing/bookOf.ts';
import { Met } from '../testing/met.ts';
import { planOf } from '../testing/planOf.ts';
import { compile } from './compile.ts';
import { type CartLine, QuoteRequest } from './request.ts';
import { quote } from './settle.ts';

const plain = canada({
  flat: lane(flat(500)),
  ground: lane({
    ...byWeight(
      [
        ['2 kg', amount(700)],
        ['9 kg', amount(1500)],
      ],
      refer,
    ),
    measure: 'packedWeight',
  } as never),
  small: lane(flat(300), {
    limits: [
      { measure: 'longestSide', upTo: '40 cm' },
      { measure: 'parcels', upTo: 2 },
    ],
  }),
});
const book = RateBook.parse({
  ...plain,
  goodsGroups: [
    { id: 'a', name: 'A', mark: 'clay', ...PLAIN_GROUP },
    { id: 'b', name: 'B', mark: 'glaze', ...PLAIN_GROUP },
  ],
  locations: [
    location('one', { ships: { groups: ['a'], others: true } }),
    location('two', { ships: { groups: ['a', 'b'], others: false } }),
  ],
  packing: { packaging: [{ ...SAMPLE_CARTON, id: 'box' }], usual: 'box', volume: { divisor: 5000, per: 'cm3PerKg', roundUpTo: '0.5 kg' } },
});
const compiled = compile(book);
/** The same, but goods in no named group leave from nowhere. */
const stranding = compile({
  ...book,
  locations: book.locations.map((place) => ({ ...place, ships: place.ships && { ...place.ships, others: false } })),
});

const side = fc.integer({ min: 1, max: 45 });
const line: fc.Arbitrary<CartLine> = fc
  .record({
    quantity: fc.integer({ min: 1, max: 5 }),
    unitPrice: fc.integer({ min: 0, max: 9000 }),
    delivered: fc.integer({ min: 0, max: 5 }).map((often) => often > 0),
    gram: fc.option(fc.integer({ min: 0, max: 3000 }), { nil: undefined }),
    size: fc.option(fc.tuple(side, side, side), { nil: undefined, freq: 6 }),
    group: fc.constantFrom(undefined, 'a', 'b', 'nowhere'),
    origin: fc.constantFrom(undefined, 'one', 'two', 'gone'),
    ownBox: fc.boolean(),
  })
  .map(({ gram, size, group, origin, ...rest }) => ({
    ...rest,
    ...(gram !== undefined && { weight: `${gram} g` }),
    ...(size && { size: { length: `${size[0]} cm`, width: `${size[1]} cm`, height: `${size[2]} cm` } }),
    ...(group && { group }),
    ...(origin && { origin }),
  }));
const request = fc
  .record({
    lines: fc.array(line, { minLength: 1, maxLength: 6 }),
    off: fc.integer({ min: 0, max: 3000 }),
    gift: fc.integer({ min: 0, max: 4000 }),
  })
  .map(({ lines, off, gift }) =>
    QuoteRequest.parse({
      lines: [...lines, { quantity: 1, unitPrice: gift, delivered: false }],
      discounts: [{ kind: 'amount', amount: off }],
      destination: { country: 'CA' },
    }),
  );

// Laws: parting a cart loses nothing and doubles nothing, and what its parts pay is what it pays.
test('every line that is delivered is in one consignment, every piece in one parcel, and the measures add up', () => {
  fc.assert(
    fc.property(request, (cart) => {
      const { consignments, measures, lineValues } = planOf(compiled, cart).measured;
      const delivered = cart.lines.flatMap(({ delivered: goes }, at) => (goes ? [at] : []));
      expect(consignments.flatMap(({ lines }) => lines).sort((a, b) => a - b)).toEqual(delivered);
      for (const { lines, parcels, measures: own } of consignments) {
        const packed = new Map<number, number>();
        for (const { contents, count } of parcels) {
          for (const { line: at, quantity } of contents) packed.set(at, (packed.get(at) ?? 0) + quantity * count);
        }
        expect([...packed].sort(([a], [b]) => a - b)).toEqual(lines.map((at) => [at, cart.lines[at]?.quantity]));
        expect(own.packedWeight).toBe(parcels.reduce((sum, { packedWeight, count }) => sum + packedWeight * count, 0));
        expect(own.billableWeight).toBeGreaterThanOrEqual(own.packedWeight);
        expect(own.packedWeight).toBeGreaterThanOrEqual(own.itemsWeight);
      }
      for (const measure of MEASURES) {
        const parts = consignments.map((consignment) => consignment.measures[measure]);
        const largest = ['longestSide', 'sumOfSides', 'lengthPlusGirth', 'distance'].includes(measure);
        expect(measures[measure]).toBe(largest ? Math.max(0, ...parts) : parts.reduce((sum, part) => sum + part, 0));
      }
      const value = cart.lines.reduce((sum, { unitPrice, quantity }) => sum + unitPrice * quantity, 0);
      const off = cart.discounts.reduce((sum, discount) => sum + (discount.kind === 'amount' ? discount.amount : 0), 0);
      expect(lineValues.reduce((sum, one) => sum + one, 0)).toBe(Math.max(0, value - off));
    }),
    { numRuns: 400 },
  );
});

test('an option of the whole is an option of every part, at the sum of their prices; goods nobody ships have no option', () => {
  const met = new Met();
  fc.assert(
    fc.property(request, fc.boolean(), (cart, strands) => {
      const held = strands ? stranding : compiled;
      const answer = quote(held, cart);
      fc.pre(answer.consignments.length > 0);
      for (const offer of answer.options) {
        const parts = answer.consignments.map(({ options }) => options.find(({ service }) => service === offer.service));
        expect(parts.every((part) => part !== undefined)).toBe(true);
        if (offer.status !== 'priced') continue;
        met.note('priced, of several parts', parts.length > 1);
        expect(offer.price).toBe(parts.reduce((sum, part) => sum + (part?.status === 'priced' ? part.price : Number.NaN), 0));
        expect(offer.ledger.reduce((sum, row) => sum + row.amount, 0)).toBe(offer.price);
      }
      expect(answer.options.length + answer.withheld.length).toBe(book.services.length);
      for (const { shippable, options } of answer.consignments) {
        if (shippable) continue;
        met.note('shipped by nobody');
        expect(options).toEqual([]);
      }
      expect(answer.message === undefined).toBe(
        answer.options.length > 0 || answer.consignments.every(({ options }) => options.length > 0),
      );
      expect(JSON.stringify(quote(compile({ ...held.book }), cart))).toBe(JSON.stringify(answer));
    }),
    { numRuns: 300 },
  );
  met.enough(10, 'priced, of several parts', 'shipped by nobody');
});
