import { minorDigits } from '../money/currency.ts';
import type { CountryCode } from '../places/countries.ts';
import { groupMembers } from '../places/countryGroups.ts';
import type { Destination, Place } from '../places/place.ts';
import type { CompiledBook } from '../quote/compile.ts';
import { buyerNote } from '../rate-book/buyerNote.ts';
import type { Service } from '../rate-book/rateBook.ts';
import type { GeneralOption, PublicOptions } from './publicOptions.ts';
import type { PublicQuote } from './publicQuote.ts';

type Part = PublicOptions['parts'][number];

/** What buyers are told of a small cart, and the value of its goods. */
export interface QuotedCart {
  readonly quote: PublicQuote;
  readonly value: number;
}

export interface GeneralSources {
  /** Some addresses in a zone, by its place in the book, that lie in the country. */
  addresses(zone: number): readonly Destination[];
  /** What buyers are told of each of a few small carts to an address, with the value of its goods. */
  quotes(to: Destination): readonly QuotedCart[];
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

interface Told {
  readonly from: number | null;
  readonly freeFrom: number | null;
  readonly days?: GeneralOption['days'];
}

const NOTHING: Told = { from: null, freeFrom: null };

function joined(before: GeneralOption | undefined, service: Service, { from, freeFrom, days: said }: Told): GeneralOption {
  const free = least(before?.freeFrom, freeFrom);
  const days = [before?.days, said].filter((one) => one !== undefined);
  return {
    service: service.id,
    name: service.name,
    kind: service.kind,
    note: buyerNote(service),
    from: least(before?.from, from),
    ...(free !== null && { freeFrom: free }),
    ...(days.length > 0 && {
      days: { least: Math.min(...days.map((one) => one.least)), most: Math.max(...days.map((one) => one.most)) },
    }),
  };
}

/** What the carts get at the addresses, service by service in the order of the book. */
export function optionsOf(
  services: readonly Service[],
  addresses: readonly Destination[],
  { quotes }: Pick<GeneralSources, 'quotes'>,
): GeneralOption[] {
  const byService = new Map<string, GeneralOption>();
  const add = (id: string, told: Told) => {
    const service = services.find((one) => one.id === id);
    if (service) byService.set(id, joined(byService.get(id), service, told));
  };
  for (const { quote, value } of addresses.flatMap((to) => quotes(to))) {
    for (const option of quote.options) {
      if (option.status === 'refer') {
        add(option.service, NOTHING);
        continue;
      }
      const { service, price, moreForFree, transit: days } = option;
      add(service, { from: price, freeFrom: moreForFree === undefined ? null : value + moreForFree, ...(days && { days }) });
    }
    // Kept from this cart by a limit, or still waited for: there all the same.
    for (const { service } of quote.withheld) add(service, NOTHING);
    for (const service of quote.pending ?? []) add(service, NOTHING);
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
