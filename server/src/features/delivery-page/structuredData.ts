import { minutesOf } from '@ostrakon/core';
import type { DeliveredOption, DeliveredTo, DeliveryFacts, PlaceTold, UnsaidWhy } from '@ostrakon/core/contract';
import type {
  DefinedRegion,
  DeliveryTimeSettings,
  Graph,
  MonetaryAmount,
  OfferShippingDetails,
  OpeningHoursSpecification,
  Organization,
  Product,
  ShippingConditions,
  ShippingDeliveryTime,
  ShippingRateSettings,
  ShippingService,
  WithContext,
} from 'schema-dts';

/** Something the page says that the vocabulary of schema.org has no words for, and why. */
export interface Unsaid {
  readonly service: string | null;
  /** Which of the parts of the page it is about, by number. */
  readonly part: number;
  readonly why: UnsaidWhy;
}

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;

const amountOf = (minor: number, digits: number) => Number((minor / 10 ** digits).toFixed(digits));

/** A place as a region, where it can be said; else why not. */
function regionOf(place: PlaceTold): DefinedRegion[] | Unsaid['why'] {
  switch (place.kind) {
    case 'country':
      return [{ '@type': 'DefinedRegion', addressCountry: place.country }];
    case 'subdivision':
      return [{ '@type': 'DefinedRegion', addressCountry: place.subdivision.slice(0, 2), addressRegion: place.subdivision.slice(3) }];
    case 'postal': {
      if (place.more > 0 || place.rules.some((rule) => /[^\w\s*]/.test(rule))) return 'rangeOfCodes';
      const prefixes = place.rules.map((rule) => rule.replace(/\*$/, '').trim());
      return [{ '@type': 'DefinedRegion', addressCountry: place.country, postalCodePrefix: prefixes }];
    }
    case 'group':
      return 'everywhereElse';
    case 'area':
      return 'placeDrawn';
    case 'circle':
      return 'placeByDistance';
  }
}

/** The regions of a part of the page, and what of it cannot be said. */
function regionsOf({ places, except }: DeliveredTo, part: number): { regions: DefinedRegion[]; unsaid: Unsaid[] } {
  if (except.length > 0) return { regions: [], unsaid: [{ service: null, part, why: 'placeExcepted' }] };
  const read = places.map(regionOf);
  return {
    regions: read.flatMap((one) => (typeof one === 'string' ? [] : one)),
    unsaid: [...new Set(read.filter((one) => typeof one === 'string'))].map((why) => ({ service: null, part, why })),
  };
}

const rateFrom = (from: number, { currency, minorDigits }: Pick<DeliveryFacts, 'currency' | 'minorDigits'>): MonetaryAmount =>
  from === 0
    ? { '@type': 'MonetaryAmount', value: 0, currency }
    : // The least it costs: what a cart costs is for its quote to say.
      { '@type': 'MonetaryAmount', minValue: amountOf(from, minorDigits), currency };

function timeOf({ days }: Pick<DeliveredOption, 'days'>): ShippingDeliveryTime | undefined {
  if (!days) return undefined;
  return {
    '@type': 'ShippingDeliveryTime',
    transitTime: { '@type': 'QuantitativeValue', minValue: days.least, maxValue: days.most, unitCode: 'DAY' },
  };
}

/** What a service says of one part: its price from so much, free from so much, and its days. */
function conditionsOf(option: DeliveredOption, regions: DefinedRegion[], facts: DeliveryFacts): ShippingConditions[] {
  const { from, freeFrom } = option;
  if (from === null) return [];
  const time = timeOf(option);
  const base = {
    '@type': 'ShippingConditions',
    shippingDestination: regions,
    ...(time && { transitTime: time.transitTime as never }),
  } as const;
  const { currency, minorDigits } = facts;
  return [
    { ...base, shippingRate: rateFrom(from, facts) },
    ...(freeFrom !== undefined && from > 0
      ? [
          {
            ...base,
            orderValue: { '@type': 'MonetaryAmount', minValue: amountOf(freeFrom, minorDigits), currency },
            shippingRate: { '@type': 'MonetaryAmount', value: 0, currency },
          } as const,
        ]
      : []),
  ];
}

/** Hours of a counter, day by day as they come: the vocabulary's weeks know no holidays. */
const openingHours = ({ days }: DeliveryFacts['counters'][number]): OpeningHoursSpecification[] =>
  days.flatMap(({ date, hours }) =>
    hours.map(
      ({ from, until }): OpeningHoursSpecification => ({
        '@type': 'OpeningHoursSpecification',
        dayOfWeek: DAYS[(new Date(`${date}T00:00:00Z`).getUTCDay() + 6) % 7] as (typeof DAYS)[number],
        opens: `${from}:00`,
        closes: `${until === '24:00' || minutesOf(until) >= 1440 ? '23:59' : until}:00`,
        validFrom: date,
        validThrough: date,
      }),
    ),
  );

/** The page in the words of schema.org, and what they have no words for. */
export function pageData(facts: DeliveryFacts): { data: Graph; unsaid: Unsaid[] } {
  const unsaid: Unsaid[] = [];
  const services = new Map<string, { name: string; note: string; conditions: ShippingConditions[] }>();
  const settings: (ShippingRateSettings | DeliveryTimeSettings)[] = [];
  facts.to.forEach((to, part) => {
    const { regions, unsaid: places } = regionsOf(to, part);
    unsaid.push(...places);
    if (regions.length === 0) return;
    if (to.options.length === 0) settings.push({ '@type': 'ShippingRateSettings', doesNotShip: true, shippingDestination: regions });
    for (const option of to.options) {
      if (option.from === null) {
        unsaid.push({ service: option.name, part, why: option.kind === 'carrier' ? 'priceOfCarrier' : 'priceOnAsking' });
        continue;
      }
      const held = services.get(option.service) ?? { name: option.name, note: option.note, conditions: [] };
      held.conditions.push(...conditionsOf(option, regions, facts));
      services.set(option.service, held);
      const time = timeOf(option);
      if (time)
        settings.push({ '@type': 'DeliveryTimeSettings', shippingDestination: regions, transitTimeLabel: option.name, deliveryTime: time });
    }
  });
  const shipping = [...services.values()].map(
    ({ name, note, conditions }): ShippingService => ({
      '@type': 'ShippingService',
      name,
      ...(note !== '' && { description: note }),
      shippingConditions: conditions,
    }),
  );
  const organization: Organization = {
    '@type': 'Organization',
    name: facts.shop,
    ...(facts.mail !== undefined && { email: facts.mail }),
    ...(shipping.length > 0 && { hasShippingService: shipping }),
    ...(facts.counters.length > 0 && {
      location: facts.counters.map((counter) => ({
        '@type': 'Place' as const,
        name: counter.name,
        address: {
          '@type': 'PostalAddress' as const,
          streetAddress: counter.street,
          addressLocality: counter.city,
          addressCountry: counter.country,
          ...(counter.postalCode !== null && { postalCode: counter.postalCode }),
        },
        openingHoursSpecification: openingHours(counter),
      })),
    }),
  };
  return { data: { '@context': 'https://schema.org', '@graph': [organization, ...settings] }, unsaid };
}

/** What one of a product costs to deliver to the parts of the page, exactly. */
export interface ProductTo {
  readonly part: number;
  readonly options: readonly { readonly name: string; readonly price: number; readonly days?: DeliveredOption['days'] }[];
}

/** A product with what its delivery costs, in the words of schema.org. */
export function productData(
  product: { readonly id: string; readonly name: string; readonly price: number },
  facts: DeliveryFacts,
  delivered: readonly ProductTo[],
): WithContext<Product> {
  const { currency, minorDigits } = facts;
  const details = delivered.flatMap(({ part, options }): OfferShippingDetails[] => {
    const to = facts.to[part];
    const { regions } = to ? regionsOf(to, part) : { regions: [] };
    if (regions.length === 0) return [];
    if (options.length === 0) return [{ '@type': 'OfferShippingDetails', doesNotShip: true, shippingDestination: regions }];
    return options.map(({ name, price, days }) => {
      const time = timeOf({ days });
      return {
        '@type': 'OfferShippingDetails',
        shippingLabel: name,
        shippingDestination: regions,
        shippingRate: { '@type': 'MonetaryAmount', value: amountOf(price, minorDigits), currency },
        ...(time && { deliveryTime: time }),
      };
    });
  });
  return {
    '@context': 'https://schema.org',
    '@type': 'Product',
    sku: product.id,
    name: product.name,
    offers: {
      '@type': 'Offer',
      price: amountOf(product.price, minorDigits),
      priceCurrency: currency,
      ...(details.length > 0 && { shippingDetails: details }),
    },
  };
}
