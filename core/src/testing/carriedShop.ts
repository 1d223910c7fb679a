import { type Carriage, type LiveTerms, PLAIN_CARRIAGE, PLAIN_TERMS } from '../carriers/carriage.ts';
import type { CarrierRate, RateAnswer } from '../carriers/rateAnswer.ts';
import { askKey, type RateAsk } from '../carriers/rateAsk.ts';
import { PLAIN_LOCATION } from '../rate-book/location.ts';
import type { RateBook, Service } from '../rate-book/rateBook.ts';
import { bookOf, flat, lane, service } from './bookOf.ts';

/** A shop in Dartmouth with ground parcels at 12.00 and one service of a carrier, in one zone. */
export function carriedShop(terms: Partial<LiveTerms> = {}, carriage: Partial<Carriage> = {}): RateBook {
  const book = bookOf([
    { id: 'canada', places: [{ kind: 'country', country: 'CA' }], lanes: { ground: lane(flat(1200)), express: lane(flat(2500)) } },
  ]);
  const carried: Carriage = { account: 'gannet', carrier: 'Gannet Air', service: 'DAY', ...PLAIN_CARRIAGE, ...carriage };
  return {
    ...book,
    locations: [
      {
        ...PLAIN_LOCATION,
        id: 'depot',
        name: 'Depot',
        city: 'Dartmouth',
        country: 'CA',
        subdivision: 'CA-NS',
        postalCode: 'B2Y 1A1',
        timeZone: 'America/Halifax',
      },
    ],
    services: book.services.map(
      (one): Service =>
        one.id === 'express' ? { ...service('express'), kind: 'carrier', carriage: carried, terms: { ...PLAIN_TERMS, ...terms } } : one,
    ),
  };
}

export const rate = (amount: number, more: Partial<CarrierRate> = {}): CarrierRate => ({
  service: 'DAY',
  name: 'Air day',
  amount,
  rows: [],
  parcels: [],
  transit: { least: 1, most: 2 },
  ...more,
});

/** An answer to each question, by key. */
export const answersTo = (asks: Iterable<RateAsk>, answer: (ask: RateAsk) => RateAnswer): Map<string, RateAnswer> =>
  new Map([...asks].map((ask) => [askKey(ask), answer(ask)]));

export const said = (...rates: CarrierRate[]): RateAnswer => ({ status: 'rates', rates, declined: [] });
