import type { SingleCommand } from '../commands/commands.ts';
import { daysOfCountry } from '../dispatch/dispatchCalendar.ts';
import type { CountryCode } from '../places/countries.ts';
import { listCountries } from '../places/countries.ts';
import type { Card } from '../rate-book/card.ts';
import { PLAIN_LOCATION } from '../rate-book/location.ts';
import { PLAIN_SERVICE, type RateBook, type Shop } from '../rate-book/rateBook.ts';
import type { PlannedZone } from './recipe.ts';

/** What an owner says of a new shop. */
export interface Beginning extends Pick<Shop, 'name' | 'currency' | 'units' | 'locale' | 'timeZone'> {
  readonly country: CountryCode;
  readonly city: string;
  readonly postalCode: string;
  /** Countries it delivers to besides its own. */
  readonly others: 'none' | 'all' | readonly CountryCode[];
}

/** The commands that begin a shop: its facts, the location it sends from where it has none yet, and where it delivers. */
export function beginShop(
  { locations }: Pick<RateBook, 'locations'>,
  { country, city, postalCode, others, ...facts }: Beginning,
): SingleCommand[] {
  const more = others === 'none' ? [] : others === 'all' ? listCountries() : others;
  const code = postalCode.trim();
  const location: SingleCommand = {
    name: 'addLocation',
    args: {
      ...PLAIN_LOCATION,
      id: 'shop',
      name: city.trim() === '' ? facts.name : city.trim(),
      country,
      city: city.trim(),
      postalCode: code === '' ? null : code.toUpperCase(),
      timeZone: facts.timeZone,
    },
  };
  return [
    { name: 'setShop', args: facts },
    ...(locations.length === 0 ? [location] : []),
    { name: 'setServed', args: { countries: [...new Set([country, ...more])] } },
  ];
}

/** The price of one zone; a zone that is not there yet is made. */
export interface ZonePrice extends PlannedZone {
  readonly result: Extract<Card, { kind: 'flat' }>['result'];
}

export interface FirstPrices {
  /** Id and name of the service the prices are for. */
  readonly service: { readonly id: string; readonly name: string };
  readonly country: CountryCode;
  readonly prices: readonly ZonePrice[];
  /** Goods worth as much are delivered free, in minor units; null where nothing is. */
  readonly freeFrom: number | null;
}

/** The commands that offer a service at one price a zone, free from a value where that is wished. */
export function firstPrices({ service, country, prices, freeFrom }: FirstPrices): SingleCommand[] {
  const lanes = prices.map(({ id }) => ({ zone: id, service: service.id }));
  return [
    ...prices.flatMap(({ id, name, places }): SingleCommand[] =>
      places === null ? [] : [{ name: 'addZone', args: { id, name, places: [...places] } }],
    ),
    { name: 'addService', args: { ...PLAIN_SERVICE, days: daysOfCountry(country), id: service.id, name: service.name } },
    {
      name: 'setCards',
      args: { cards: prices.map(({ id, result }) => ({ zone: id, service: service.id, card: { kind: 'flat', result } })) },
    },
    ...(freeFrom === null
      ? []
      : [
          {
            name: 'setFreeFromOfLanes' as const,
            args: { lanes, freeFrom: { from: freeFrom, measure: 'valueAfterDiscounts' as const, coversCharges: true, byItself: false } },
          },
        ]),
  ];
}
