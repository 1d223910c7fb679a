import { expect, test } from 'vitest';
import { PLAIN_TERMS } from '../carriers/carriage.ts';
import { applyCommand } from '../commands/commands.ts';
import { lastOrders } from '../promise/lastOrders.ts';
import { PLAIN_GOODS, timetableOf } from '../promise/timetableOf.ts';
import { compile } from '../quote/compile.ts';
import { QuoteRequest } from '../quote/request.ts';
import { quote } from '../quote/settle.ts';
import type { HolidaysOf, RateBook, Service } from '../rate-book/rateBook.ts';
import { onTheWay } from '../testing/anyTimetable.ts';
import { bookOf, flat, lane, location } from '../testing/bookOf.ts';
import { dispatch } from '../testing/commandBook.ts';
import { instantToMs } from '../time/calendar.ts';
import { dateFindings } from './dateFindings.ts';

const plainDispatch = { ...dispatch, lead: { least: 0, most: 0 }, capacity: null, closed: [] };
const NOW = '2026-12-01T12:00:00Z';
const holiday = (name: string, day: string) => ({ name, days: [{ from: day, until: day }] });
const christmas: HolidaysOf = { country: 'CA', subdivision: null, closed: [holiday('Christmas Day', '2026-12-25')] };
/** Quebec works on Boxing Day, which is a Saturday in 2026; the stand-in day, a Monday, is free elsewhere only. */
const ontario: HolidaysOf = {
  country: 'CA',
  subdivision: 'CA-ON',
  closed: [holiday('Christmas Day', '2026-12-25'), holiday('Boxing Day', '2026-12-28')],
};

const shop = (days: Partial<Service['days']> = {}, holidays: readonly HolidaysOf[] = [christmas, ontario]): RateBook => {
  const book = bookOf([{ id: 'canada', places: [{ kind: 'country', country: 'CA' }], lanes: { ground: lane(flat(500)) } }]);
  return {
    ...book,
    shop: { ...book.shop, timeZone: 'America/Halifax', holidays: [...holidays] },
    locations: [location('shop', { dispatch: plainDispatch })],
    services: book.services.map((service) => ({ ...service, days: onTheWay(1, 2, days) })),
  };
};

const promised = (book: RateBook, moment: string, subdivision: string) => {
  const request = { lines: [{ quantity: 1, unitPrice: 0 }], destination: { country: 'CA', subdivision }, moment };
  const [offer] = quote(compile(book), QuoteRequest.parse(request)).options;
  return offer?.status === 'priced' && offer.promise ? [offer.promise.first, offer.promise.last] : null;
};

test('a promise on a listed holiday is a finding, with the order that shows it and the change that mends it', () => {
  const [finding, ...others] = dateFindings(shop(), NOW);
  expect(others).toEqual([]);
  expect(finding).toMatchObject({
    code: 'promiseOnHoliday',
    where: { zones: ['canada'], service: 'ground' },
    // "Thu 24 to Fri 25 December".
    facts: { date: '2026-12-25', name: 'Christmas Day', first: '2026-12-24', last: '2026-12-25' },
  });
  const moment = finding?.witness?.moment ?? '';
  expect(promised(shop(), moment, 'CA-QC')).toEqual(['2026-12-24', '2026-12-25']);
  expect(finding?.repair?.map(({ name }) => name)).toEqual(['setServiceDays']);
  const mended = finding?.repair?.reduce((book, command) => applyCommand(book, command), shop());
  expect(mended && dateFindings(mended, NOW)).toEqual([]);
  expect(dateFindings(shop({ skipsHolidays: true }), NOW)).toEqual([]);
  expect(dateFindings(shop({}, []), NOW)).toEqual([]);
  expect(dateFindings(shop(), '2026-12-26T12:00:00Z').map(({ facts }) => 'name' in facts && facts.name)).toEqual(['Boxing Day']);
});

test('nothing is delivered on holidays where it goes: by province where they differ, and the day is told', () => {
  const heeds = shop({ skipsHolidays: true });
  // Packed and sent on Wednesday 23 December: Thursday 24, and Friday 25, which is Christmas.
  const moment = '2026-12-23T13:00:00Z';
  expect(promised(heeds, moment, 'CA-QC')).toEqual(['2026-12-24', '2026-12-28']);
  expect(promised(heeds, moment, 'CA-ON')).toEqual(['2026-12-24', '2026-12-29']);
  expect(promised(shop(), moment, 'CA-ON')).toEqual(['2026-12-24', '2026-12-25']);
  const timetable = timetableOf(heeds, heeds.services[0]!, null, PLAIN_GOODS, ontario);
  if (typeof timetable === 'string') throw new Error(timetable);
  const arrives = timetable.promiseAt(instantToMs(moment))?.chain.at(-1);
  expect(arrives?.code === 'arrives' && arrives.skipped.map(({ name }) => name)).toEqual(['Christmas Day', 'Boxing Day']);
  // Order before is the last moment for the same dates: an order of the 24th leaves on that day and arrives no sooner than Monday.
  expect(timetable.promiseAt(instantToMs(moment))?.orderBefore).toBe('2026-12-23T18:00:00Z');
});

test('closed days of the shop close packing, carriers, rounds and counters; a counter keeps hours it has for such a day', () => {
  const fair = [{ name: 'Fair', days: [{ from: '12-23', until: '12-23' }] }];
  const book = shop();
  const closed = { ...book, shop: { ...book.shop, closed: fair } };
  expect([promised(book, '2026-12-22T20:00:00Z', 'CA-QC'), promised(closed, '2026-12-22T20:00:00Z', 'CA-QC')]).toEqual([
    ['2026-12-24', '2026-12-25'],
    ['2026-12-25', '2026-12-28'],
  ]);
  expect(promised(closed, '2027-12-22T20:00:00Z', 'CA-QC')?.[0]).toBe('2027-12-27');
});

test('a carrier that tells the days on the way leaves no service without a date, and its last orders are told as its own', () => {
  const live = (days: 'carrier' | 'own'): RateBook => {
    const two = bookOf([
      { id: 'canada', places: [{ kind: 'country', country: 'CA' }], lanes: { ground: lane(flat(500)), air: lane(flat(900)) } },
    ]);
    const carriage = { account: 'a', carrier: 'c', service: 'AIR', residential: true, declareValue: false, packaging: null };
    return {
      ...two,
      locations: [location('shop', { dispatch: plainDispatch })],
      services: two.services.map((service) =>
        service.id === 'ground'
          ? { ...service, days: onTheWay(1, 2) }
          : { ...service, kind: 'carrier' as const, carriage, terms: { ...PLAIN_TERMS, days } },
      ),
    };
  };
  expect(dateFindings(live('carrier'), NOW)).toEqual([]);
  expect(dateFindings(live('own'), NOW).map(({ code }) => code)).toEqual(['datesOnSome']);
  expect(lastOrders(live('carrier'), '2026-12-24', PLAIN_GOODS)).toMatchObject([
    { service: 'ground' },
    { service: 'air', why: 'carrierTells' },
  ]);
});
