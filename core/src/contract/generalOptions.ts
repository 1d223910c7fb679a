import { minorDigits } from '../money/currency.ts';
import type { CountryCode } from '../places/countries.ts';
import { groupMembers } from '../places/countryGroups.ts';
import type { Destination, Place } from '../places/place.ts';
import type { CompiledBook } from '../quote/compile.ts';
import { buyerNote } from '../rate-book/buyerNote.ts';
import type { Service } from '../rate-book/rateBook.ts';
import type { PublicOptions } from './publicOptions.ts';
import type { PublicQuote } from './publicQuote.ts';

type Part = PublicOptions['parts'][number];
type GeneralOption = Part['options'][number];

export interface GeneralSources {
  /** Some addresses in a zone, by its place in the book, that lie in the country. */
  addresses(zone: number): readonly Destination[];
  /** What buyers are told of each of a few small carts to an address, with the value of its goods. */
  quotes(to: Destination): readonly { readonly quote: PublicQuote; readonly value: number }[];
}

/** Where in a country a place lies. */
function whereOf(place: Place, country: CountryCode): Pick<Part, 'rest' | 'subdivisions' | 'byAddress'> | null {
  const nowhere = { rest: false, subdivisions: [], byAddress: false };
  switch (place.kind) {
    case 'country':
      return place.country === country ? { ...nowhere, rest: true } : null;
    case 'countryGroup':
      return groupMembers(place.group).includes(country) ? { ...nowhere, rest: true } : null;
    case 'subdivision':
      return place.subdivision.startsWith(`${country}-`) ? { ...nowhere, subdivisions: [place.subdivision] } : null;
    case 'postal':
      return place.country === country ? { ...nowhere, byAddress: true } : null;
    case 'area':
    case 'circle':
      return { ...nowhere, byAddress: true };
  }
}

/** The least of what is known. */
const least = (...known: (number | null | undefined)[]): number | null => {
  const numbers = known.filter((one): one is number => typeof one === 'number');
  return numbers.length === 0 ? null : Math.min(...numbers);
};

function joined(before: GeneralOption | undefined, service: Service, from: number | null, freeFrom: number | null): GeneralOption {
  const free = least(before?.freeFrom, freeFrom);
  return {
    service: service.id,
    name: service.name,
    kind: service.kind,
    note: buyerNote(service),
    from: least(before?.from, from),
    ...(free !== null && { freeFrom: free }),
  };
}

/** What the carts get at the addresses, service by service in the order of the book. */
function optionsOf(services: readonly Service[], addresses: readonly Destination[], { quotes }: GeneralSources): GeneralOption[] {
  const byService = new Map<string, GeneralOption>();
  const add = (id: string, from: number | null, freeFrom: number | null) => {
    const service = services.find((one) => one.id === id);
    if (service) byService.set(id, joined(byService.get(id), service, from, freeFrom));
  };
  for (const { quote, value } of addresses.flatMap((to) => quotes(to))) {
    for (const option of quote.options) {
      if (option.status === 'refer') add(option.service, null, null);
      else add(option.service, option.price, option.moreForFree === undefined ? null : value + option.moreForFree);
    }
    // Kept from this cart by a limit, or still waited for: there all the same.
    for (const { service } of quote.withheld) add(service, null, null);
    for (const service of quote.pending ?? []) add(service, null, null);
  }
  return services.flatMap(({ id }) => byService.get(id) ?? []);
}

/** What is delivered to a country in general, part by part in the order of the zones. */
export function generalOptions({ book }: CompiledBook, country: CountryCode, sources: GeneralSources): Omit<PublicOptions, 'edition'> {
  const parts = book.zones.flatMap(({ places }, zone): Part[] => {
    const where = places.flatMap((place) => (place.excluded ? [] : (whereOf(place, country) ?? [])));
    const addresses = where.length === 0 ? [] : sources.addresses(zone);
    if (addresses.length === 0) return [];
    return [
      {
        rest: where.some(({ rest }) => rest),
        subdivisions: [...new Set(where.flatMap(({ subdivisions }) => subdivisions))],
        byAddress: where.some(({ byAddress }) => byAddress),
        options: optionsOf(book.services, addresses, sources),
      },
    ];
  });
  const { currency } = book.shop;
  return { country, currency, minorDigits: minorDigits(currency), parts };
}
