import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { compile } from '../quote/compile.ts';
import type { QuoteRequest } from '../quote/request.ts';
import { quote, quoteZone } from '../quote/settle.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import { anyBook, anyCart } from '../testing/anyBook.ts';
import { amount, byCount, byWeight, canada, carton, flat, lane, notOffered, refer } from '../testing/bookOf.ts';
import { Met } from '../testing/met.ts';
import { planOf } from '../testing/planOf.ts';
import { holdsPoint } from './box.ts';
import type { CartKind } from './cartKind.ts';
import { answersAt, type Coverage, coverage, pointOf } from './coverage.ts';

const NOW = '2026-11-23T15:00:00Z';
const kind = (more: Partial<CartKind> = {}): CartKind => ({
  groups: [null],
  coupons: [],
  moment: NOW,
  origin: null,
  destination: { country: 'CA' },
  ...more,
});

const first = (book: RateBook) => {
  const compiled = compile(book);
  const [zone] = compiled.zones;
  if (!zone) throw new Error('the book has no zone');
  return { compiled, zone };
};

const covered = (book: RateBook, more: Partial<CartKind> = {}): Coverage => {
  const { compiled, zone } = first(book);
  return coverage(compiled, zone, kind(more));
};

const KG = 1e9;

describe('what is left when every service has taken its carts', () => {
  test('between a letter that ends at 2 kg and a parcel that begins at 2.2 kg, and above its last tier', () => {
    const book = canada({
      letter: lane(flat(300), { limits: [{ measure: 'itemsWeight', upTo: '2 kg' }] }),
      parcel: lane(byWeight([['10 kg', amount(900)]], notOffered), { limits: [{ measure: 'itemsWeight', from: '2.2 kg' }] }),
    });
    const { nothing, dimensions, space } = covered(book);
    expect(nothing).toEqual([
      [2 * KG + 500, 2.2 * KG - 499],
      [10 * KG + 500, Number.POSITIVE_INFINITY],
    ]);
    const [weight] = dimensions;
    expect(weight && nothing.flat().map((at) => space.cutAt(weight, at))).toEqual([
      { bound: 2 * KG, belongs: 'below' },
      { bound: 2.2 * KG, belongs: 'above' },
      { bound: 10 * KG, belongs: 'below' },
      undefined,
    ]);
  });

  test('what no cart can be is left out: items are never heavier than their parcel', () => {
    const book = canada({
      light: lane(flat(300), { limits: [{ measure: 'packedWeight', upTo: '2 kg' }] }),
      heavy: lane(flat(900), { limits: [{ measure: 'itemsWeight', from: '1 kg' }] }),
    });
    // Light goods in a heavy parcel are all that is left.
    expect(covered(book).nothing).toEqual([[0, KG - 499, 2 * KG + 500, Number.POSITIVE_INFINITY]]);
    const both = canada({
      a: lane(flat(300), { limits: [{ measure: 'packedWeight', upTo: '2 kg' }] }),
      b: lane(flat(900), { limits: [{ measure: 'itemsWeight', from: '0 kg' }] }),
    });
    expect(covered(both).nothing).toEqual([]);
  });

  test('only "ask us" is told from nothing, and what only some goods get by the goods', () => {
    const book = canada({
      parcel: lane(byCount([[4, amount(500)]], refer), {
        conditions: { goods: { groups: [], others: true }, coupons: [], dates: null, weekdays: null },
      }),
    });
    const plain = covered(book);
    expect([plain.nothing, plain.onlyRefer]).toEqual([[], [[5, Number.POSITIVE_INFINITY]]]);
    const other = covered({ ...book, goodsGroups: [] }, { groups: ['clay'] });
    expect(other.nothing.length).toBe(1);
  });
});

type Books = fc.Arbitrary<RateBook>;

/** Limits on what is packed, cartons to pack into, and sizes. */
const anyPackedBook: Books = fc
  .record({
    book: anyBook,
    measure: fc.constantFrom('packedWeight' as const, 'billableWeight' as const, 'itemsWeight' as const),
    upTo: fc.integer({ min: 2, max: 40 }),
    parcels: fc.option(fc.integer({ min: 1, max: 4 })),
    side: fc.option(fc.integer({ min: 10, max: 45 })),
  })
  .map(({ book, measure, upTo, parcels, side }) => ({
    ...book,
    packing: {
      ...book.packing,
      packaging: [
        carton(),
        carton({
          id: 'large',
          name: 'Large',
          mostLoad: '4 kg',
          tare: '450 g',
          outside: { length: '40 cm', width: '30 cm', height: '25 cm' },
          inside: { length: '40 cm', width: '30 cm', height: '25 cm' },
        }),
      ],
    },
    zones: book.zones.map((zone) => ({
      ...zone,
      lanes: Object.fromEntries(
        Object.entries(zone.lanes).map(([id, one]) => [
          id,
          id !== 'b'
            ? one
            : {
                ...one,
                limits: [
                  ...one.limits.filter((limit) => limit.measure !== measure),
                  { measure, upTo: `${upTo * 100} g` },
                  ...(parcels === null ? [] : [{ measure: 'parcels' as const, upTo: parcels }]),
                  ...(side === null ? [] : [{ measure: 'longestSide' as const, from: `${side} cm` }]),
                ],
              },
        ]),
      ),
    })),
  }));

/** A cart of one line, its weight, value or number at a cut of the coverage or beside it. */
function aimed(request: QuoteRequest, { dimensions, space }: Coverage, pick: number, beside: number): QuoteRequest {
  const dimension = dimensions[pick % Math.max(1, dimensions.length)];
  const cuts = dimension ? space.cutsOf(dimension) : [];
  const cut = cuts[pick % Math.max(1, cuts.length)];
  const [line] = request.lines;
  if (!dimension || cut === undefined || !line) return request;
  const bound = space.cutAt(dimension, cut)?.bound ?? 0;
  const to = (more: Partial<typeof line>): QuoteRequest => ({ ...request, discounts: [], lines: [{ ...line, quantity: 1, ...more }] });
  switch (dimension.measure) {
    case 'itemsWeight':
    case 'packedWeight':
    case 'billableWeight':
      return to({ weight: `${Math.max(0, Math.round(bound / 1000) + beside)} mg`, ownBox: dimension.measure !== 'itemsWeight' });
    case 'valueAfterDiscounts':
    case 'valueBeforeDiscounts':
      return to({ unitPrice: Math.max(0, cut + beside) });
    default:
      return to({ quantity: Math.max(1, cut + beside) });
  }
}

test('for any cart what coverage says of its place is what the quote says', () => {
  const met = new Met();
  fc.assert(
    fc.property(fc.oneof(anyBook, anyPackedBook), anyCart, fc.nat(1000), fc.integer({ min: -1, max: 1 }), (book, cart, pick, beside) => {
      const { compiled, zone } = first(book);
      const of = (request: QuoteRequest) => {
        const { shipments } = planOf(compiled, request);
        const [shipment] = shipments;
        if (!shipment || shipments.length !== 1) throw new Error('one consignment');
        const { groups } = shipment.consignment;
        const here = coverage(compiled, zone, kind({ groups, coupons: request.coupons ?? [], moment: request.moment ?? NOW }));
        return { here, shipment, shipments };
      };
      const plain: QuoteRequest = { ...cart, destination: { country: 'CA' } };
      const request = aimed(plain, of(plain).here, pick, beside);
      const { here, shipment, shipments } = of(request);
      const point = pointOf(here, shipment);
      if (point === null) throw new Error('a cart of a kind has all its goods');
      const answers = quoteZone(compiled, zone, shipments);
      const apart = shipment.hasInstead;
      for (const answer of answers) {
        const service = here.services.find((one) => one.service === answer.service);
        const [said, ...more] = service ? answersAt(service, point) : [];
        expect(more).toEqual([]);
        const wanted = answer.status === 'withheld' ? undefined : answer.status === 'refer' ? 'refer' : 'offered';
        met.note(wanted ?? 'withheld');
        met.note('at a cut', request !== plain);
        met.note('priced apart', apart);
        // Goods whose own charge stands in place of a price may have one where others are asked to write.
        if (apart && said === 'refer' && wanted !== undefined) continue;
        expect(said).toBe(wanted);
      }
      const nothing = here.nothing.some((box) => holdsPoint(box, point));
      expect(nothing).toBe(answers.every(({ status }) => status === 'withheld'));
      met.note('nothing', nothing);
      met.note(
        'only asked',
        here.onlyRefer.some((box) => holdsPoint(box, point)),
      );
      if (shipment.consignment.groups.length === 1) {
        const { options, message } = quote(compiled, request);
        expect(options.length === 0).toBe(nothing);
        if (nothing) expect(message).toBe(book.shop.texts.noOption);
        met.note('one group', nothing);
      }
    }),
    { numRuns: 1500 },
  );
  met.enough(150, 'offered', 'withheld', 'at a cut', 'nothing');
  met.enough(10, 'refer', 'only asked', 'one group', 'priced apart');
});
