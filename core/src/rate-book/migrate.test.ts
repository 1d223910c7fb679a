import { expect, test } from 'vitest';
import { PLAIN_DAYS } from '../dispatch/dispatchCalendar.ts';
import { compile } from '../quote/compile.ts';
import { QuoteRequest } from '../quote/request.ts';
import { quote } from '../quote/settle.ts';
import { RATE_BOOK_FORMAT } from './rateBook.ts';
import { readRateBook } from './readRateBook.ts';

/** A book as format 1 wrote it. */
const old = {
  format: 1,
  shop: {
    name: 'Old shop',
    currency: 'CAD',
    units: 'metric',
    locale: 'en-CA',
    served: ['CA'],
    texts: { noOption: 'Write to us.', refer: 'Ask us.' },
  },
  services: [{ id: 'ground', name: 'Ground parcel', kind: 'card', note: '' }],
  zones: [
    {
      id: 'near',
      name: 'Near',
      places: [
        { kind: 'postalPrefix', country: 'CA', prefix: 'B3' },
        { kind: 'subdivision', subdivision: 'CA-PE' },
        { kind: 'postalCode', country: 'CA', code: 'b4v 2l5' },
        { kind: 'postalCode', country: 'CA', code: 'B3H 4R2', excluded: true },
      ],
      lanes: {
        ground: {
          card: {
            kind: 'weightTiers',
            measure: 'itemsWeight',
            tiers: [{ upTo: '2 kg', result: { kind: 'amount', amount: 990 } }],
            above: { kind: 'notOffered' },
          },
          kept: [],
          limits: [],
          freeFrom: { measure: 'valueAfterDiscounts', from: 9000 },
        },
      },
    },
  ],
};

const ask = (postalCode: string, weight: string) => {
  const request = { lines: [{ quantity: 1, unitPrice: 0, weight }], destination: { country: 'CA', postalCode } };
  const { options } = quote(compile(readRateBook(old)), QuoteRequest.parse(request));
  return options.map((offer) => (offer.status === 'priced' ? offer.price : offer.status));
};

test('a book of format 1 is brought forward: postal places in lists, everything else as it was', () => {
  const book = readRateBook(old);
  expect(book.format).toBe(RATE_BOOK_FORMAT);
  expect(book.zones[0]?.places).toEqual([
    { kind: 'postal', country: 'CA', rules: 'B3*\nb4v 2l5' },
    { kind: 'subdivision', subdivision: 'CA-PE' },
    { kind: 'postal', country: 'CA', rules: 'B3H 4R2', excluded: true },
  ]);
  const [before, after] = [old.zones[0]!.lanes.ground, book.zones[0]!.lanes.ground!];
  expect(after.card).toEqual({ ...before.card, bands: 'whole', floor: null, cap: null });
  expect(after.freeFrom).toEqual({ ...before.freeFrom, byItself: false, coversCharges: true });
  expect([book.charges, book.allowances, after.groupCards, book.shop.timeZone]).toEqual([[], [], [], 'UTC']);
  expect(book.services[0]!.days).toEqual(PLAIN_DAYS);
  expect([book.services[0]!.round, book.services[0]!.carriage, book.services[0]!.terms, book.shop.showDates]).toEqual([
    null,
    null,
    null,
    true,
  ]);
  expect([book.goodsGroups, book.locations, book.packing.packaging]).toEqual([[], [], []]);
  expect(readRateBook(book)).toEqual(book);
});

test.each([
  ['working', false, [1, 2, 3, 4, 5]],
  ['working', true, [1, 2, 3, 4, 5, 6]],
  ['calendar', false, [1, 2, 3, 4, 5, 6, 7]],
])('days of format 6 that count as %s days, Saturday %s, count and deliver as they did', (count, saturday, weekdays) => {
  const { counts: _counts, delivers: _delivers, ...days } = PLAIN_DAYS;
  const now = readRateBook(old);
  const then = { ...now, format: 6, services: now.services.map((service) => ({ ...service, days: { ...days, count, saturday } })) };
  expect(readRateBook(then).services[0]!.days).toEqual({ ...PLAIN_DAYS, counts: weekdays, delivers: weekdays });
});

test('a card of one price has no bands to begin with, and gets none', () => {
  const flat = { kind: 'flat', result: { kind: 'amount', amount: 500 } };
  const lane = { ...old.zones[0]!.lanes.ground, card: flat };
  expect(readRateBook({ ...old, zones: [{ ...old.zones[0]!, lanes: { ground: lane } }] }).zones[0]?.lanes.ground?.card).toEqual(flat);
});

test('and its prices stay the same: weighed without the carton, as before', () => {
  expect(ask('B3K 1A1', '2 kg')).toEqual([990]);
  expect(ask('B4V 2L5', '2 kg')).toEqual([990]);
  expect(ask('B3H 4R2', '2 kg')).toEqual([]);
  expect(ask('B3K 1A1', '2.001 kg')).toEqual([]);
});

test.each([
  ['a later format', { ...old, format: 8 }, 'format 8'],
  ['no number', { ...old, format: 'one' }, 'formats 1 to 7'],
  ['junk in place of zones', { ...old, zones: 'none' }, 'array'],
  ['junk in place of places', { ...old, zones: [{ ...old.zones[0], places: [null] }] }, 'zones'],
])('%s is refused with words, not with a fall', (_name, document, words) => {
  expect(() => readRateBook(document)).toThrow(words);
});

test('a zone named in another case, as runtimes allow, is given its name; what format 4 brought begins empty', () => {
  const third = { ...readRateBook(old), format: 3, locations: [] };
  const shop = { ...third.shop, timeZone: 'america/halifax', showDates: undefined };
  const services = third.services.map(({ days: _days, round: _round, counter: _counter, ...service }) => service);
  const book = readRateBook({ ...third, shop, services });
  expect([book.shop.timeZone, book.shop.showDates, book.services[0]?.days.transit]).toEqual(['America/Halifax', true, null]);
});

test('format 6: a draft reads goods value of all that goes to one address, an edition as it always did', () => {
  const limited = {
    ...old.zones[0]!.lanes.ground,
    limits: [
      { measure: 'valueAfterDiscounts', from: 100 },
      { measure: 'itemCount', upTo: 5 },
    ],
  };
  const one = { ...readRateBook({ ...old, zones: [{ ...old.zones[0]!, lanes: { ground: limited } }] }), format: 5 };
  const group = { id: 'clay', name: 'Clay', mark: 'clay', extraPackingDays: 0, leavesOn: [] };
  const document = { ...one, goodsGroups: [group] };
  const read = (reading: 'draft' | 'edition', of: unknown = document) => readRateBook(of, reading).zones[0]!.lanes.ground!;
  expect([read('draft').freeFrom?.byItself, read('draft').limits]).toEqual([false, limited.limits]);
  const [value, items] = limited.limits;
  expect([read('edition').freeFrom?.byItself, read('edition').limits]).toEqual([true, [{ ...value, byItself: true }, items]]);
  // A shop whose orders are never parted has nothing to keep.
  expect(read('edition', one)).toEqual(read('draft', one));
});
