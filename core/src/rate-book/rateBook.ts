import { z } from 'zod';
import { Carriage, LiveTerms } from '../carriers/carriage.ts';
import { Counter } from '../counters/counter.ts';
import { PLAIN_DAYS, ServiceDays } from '../dispatch/dispatchCalendar.ts';
import { GoodsGroup } from '../goods/goodsGroup.ts';
import { GoodsRules } from '../goods/goodsRules.ts';
import { BasisPoints } from '../measures/percent.ts';
import { Currency } from '../money/currency.ts';
import { Ending } from '../money/ending.ts';
import { Minor } from '../money/money.ts';
import { Id, Name } from '../names/naming.ts';
import { VolumeRule } from '../packing/billable.ts';
import { Packaging } from '../packing/packaging.ts';
import { CountryCode, SubdivisionCode } from '../places/countries.ts';
import { Place } from '../places/place.ts';
import { Round } from '../rounds/round.ts';
import { ClosedList } from '../time/closedDays.ts';
import { TimeZone } from '../time/timeZone.ts';
import { Allowance } from './allowance.ts';
import { Charge } from './charge.ts';
import { Lane } from './lane.ts';
import { Locale } from './locale.ts';
import { Location } from './location.ts';
import { Meant } from './meant.ts';
import { ServiceTexts } from './serviceText.ts';
import { BuyersLanguage } from './translation.ts';

/** The format this code reads and writes; older ones are migrated forward. */
export const RATE_BOOK_FORMAT = 7;

const Message = z.string().trim().min(1, 'Write what the buyer reads').max(500, 'At most 500 characters');

export const ServiceKind = z.enum(['card', 'carrier', 'round', 'counter']);
export type ServiceKind = z.infer<typeof ServiceKind>;

/** Add all prices up, take the dearest, or the dearest and a fixed amount for each further card. */
export const Mixing = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('add') }),
  z.strictObject({ kind: z.literal('dearest') }),
  z.strictObject({ kind: z.literal('dearestPlus'), each: Minor }),
]);
export type Mixing = z.infer<typeof Mixing>;

/** What a buyer picks. `card` has own prices, `carrier` those of a carrier; `round` is the shop's own van, `counter` is pickup. */
export const Service = z.strictObject({
  id: Id,
  name: Name,
  /** What the shop calls it among its own; empty where that is the buyer's name. */
  internalName: z.string().trim().max(80, 'A name has at most 80 characters'),
  kind: ServiceKind,
  /** A line under the name, for the buyer; may be empty. */
  note: z.string().trim().max(120, 'At most 120 characters'),
  /** How the prices of goods with cards of their own come together. */
  mixing: Mixing,
  /** How days on the way are counted; rounds and counters have days of their own. */
  days: ServiceDays,
  /** The round it is, or was while it was of that kind. */
  round: Round.nullable(),
  counter: Counter.nullable(),
  /** Who carries it: what a `carrier` service costs the buyer rests on it, and what any costs the shop. */
  carriage: Carriage.nullable(),
  /** How the carrier's price becomes the buyer's; kept while the service is of another kind. */
  terms: LiveTerms.nullable(),
  /** Own words for buyers it is not offered to; the usual ones where there are none. */
  texts: ServiceTexts.optional(),
});
export type Service = z.infer<typeof Service>;

export const Zone = z.strictObject({
  id: Id,
  name: Name,
  places: z.array(Place),
  /** The rate of tax on delivery there; counts where the shop taxes delivery. */
  taxRate: BasisPoints,
  /** A word of the owner's that zones are gathered by, such as the person who looks after them; empty for none. Buyers never see it. */
  label: z.string().trim().max(60, 'At most 60 characters'),
  /** Lanes by service id. A service is offered in a zone only where it has one. */
  lanes: z.record(Id, Lane),
});
export type Zone = z.infer<typeof Zone>;

export const ShopTexts = z.strictObject({
  /** What the buyer reads where no option is offered. */
  noOption: Message,
  /** What the buyer reads instead of a price where the shop wants to be asked. */
  refer: Message,
  /** What the shop says of its deliveries in general, as Markdown; absent where it says nothing. */
  policy: z.string().trim().min(1, 'Write what the buyer reads').max(20_000, 'At most 20,000 characters').optional(),
});
export type ShopTexts = z.infer<typeof ShopTexts>;

/** How every price is finished, and options put in order. */
export const Pricing = z.strictObject({
  rounding: z.enum(['halfUp', 'halfEven']),
  ending: Ending,
  /** Tax on delivery: none, part of the price, or added to it, at the rate of the zone. */
  tax: z.enum(['none', 'included', 'added']),
  /** Options in the owner's order, the cheapest or the fastest first. */
  order: z.enum(['owner', 'cheapest', 'fastest']),
});
export type Pricing = z.infer<typeof Pricing>;

/** Orders that go to several addresses. */
export const SeveralAddresses = z.strictObject({
  allowed: z.boolean(),
  /** The most items such an order may have; null for any number. */
  mostItems: z.int().min(1, 'At least 1').max(1_000_000).nullable(),
});
export type SeveralAddresses = z.infer<typeof SeveralAddresses>;

/** Public holidays of a country, or of a part of it where they differ. */
export const HolidaysOf = z.strictObject({
  country: CountryCode,
  /** Null is the country as a whole. */
  subdivision: SubdivisionCode.nullable(),
  closed: ClosedList,
});
export type HolidaysOf = z.infer<typeof HolidaysOf>;

/** Days an edition answers for after it was live, where the shop says nothing else. */
export const EDITIONS_ANSWER_DAYS = 30;

export const Shop = z.strictObject({
  name: Name,
  currency: Currency,
  units: z.enum(['metric', 'imperial']),
  /** BCP 47 language tag for numbers and names. */
  locale: Locale,
  /** Countries the shop delivers to at all. */
  served: z.array(CountryCode),
  texts: ShopTexts,
  /** Where buyers write to; absent where they cannot. */
  mail: z.email('An address such as orders@shop.example').max(254, 'At most 254 characters').optional(),
  /** IANA time zone in which dates and weekdays are counted. */
  timeZone: TimeZone,
  pricing: Pricing,
  severalAddresses: SeveralAddresses,
  /** Buyers see when an order arrives. */
  showDates: z.boolean(),
  /** Days on which nothing is packed, carried or handed over anywhere. */
  closed: ClosedList,
  /** Public holidays of places goods go to, as they were taken into the book. */
  holidays: z.array(HolidaysOf).max(500),
  /** For so many days after it was live an edition answers for orders taken then; `EDITIONS_ANSWER_DAYS` where absent. */
  editionsAnswer: z.int().min(0, 'At least 0 days').max(365, 'At most 365 days').optional(),
});
export type Shop = z.infer<typeof Shop>;

/** What goods are put into, and how a volume is billed. */
export const Packing = z
  .strictObject({
    /** In the owner's order. */
    packaging: z.array(Packaging).max(60),
    /** The packaging that goods without a size go into; null lets the first that carries them serve. */
    usual: Id.nullable(),
    volume: VolumeRule,
  })
  .superRefine((packing, context) => {
    uniqueIds(packing.packaging, 'packaging', context);
    if (packing.usual !== null && !packing.packaging.some(({ id }) => id === packing.usual)) {
      context.addIssue({ code: 'custom', message: `No packaging has the id "${packing.usual}"`, path: ['usual'], input: packing.usual });
    }
  });
export type Packing = z.infer<typeof Packing>;

function uniqueIds(entries: readonly { id: string }[], path: string, context: z.RefinementCtx): void {
  const seen = new Set<string>();
  entries.forEach((entry, at) => {
    if (seen.has(entry.id)) {
      context.addIssue({ code: 'custom', message: 'This id is in use already', path: [path, at, 'id'], input: entry.id });
    }
    seen.add(entry.id);
  });
}

function oncePerLanguage(
  { shop, languages = [] }: { shop: Shop; languages?: BuyersLanguage[] | undefined },
  context: z.RefinementCtx,
): void {
  const seen = new Set([shop.locale]);
  languages.forEach(({ locale }, at) => {
    if (seen.has(locale)) {
      context.addIssue({ code: 'custom', message: 'This language is there already', path: ['languages', at, 'locale'], input: locale });
    }
    seen.add(locale);
  });
}

/** Everything that decides what buyers are offered: one document. */
export const RateBook = z
  .strictObject({
    format: z.literal(RATE_BOOK_FORMAT),
    shop: Shop,
    /** Named sets of products; a product that names none, or none of these, is in the default group. */
    goodsGroups: z.array(GoodsGroup).max(100),
    /** What is said of single products, by article number; absent where nothing is. */
    goodsRules: GoodsRules.optional(),
    /** Where goods leave from; the first one sends what names no other. */
    locations: z.array(Location).max(100),
    packing: Packing,
    /** Near to far; of equally specific claims the first wins. */
    zones: z.array(Zone).max(300),
    /** In the order buyers see them. */
    services: z.array(Service).max(60),
    /** Added to prices in this order. */
    charges: z.array(Charge).max(100),
    allowances: z.array(Allowance).max(100),
    /** What findings the owner means to be so. */
    meant: z.array(Meant).max(500).optional(),
    /** Languages buyers read besides the shop's own; absent where there are none. */
    languages: z.array(BuyersLanguage).max(12, 'At most 12 languages').optional(),
  })
  .superRefine((book, context) => {
    uniqueIds(book.zones, 'zones', context);
    uniqueIds(book.services, 'services', context);
    uniqueIds(book.goodsGroups, 'goodsGroups', context);
    uniqueIds(book.locations, 'locations', context);
    uniqueIds(book.charges, 'charges', context);
    uniqueIds(book.allowances, 'allowances', context);
    oncePerLanguage(book, context);
    const locations = new Set(book.locations.map((location) => location.id));
    book.zones.forEach((zone, at) => {
      zone.places.forEach((place, index) => {
        if (place.kind !== 'circle' || locations.has(place.location)) return;
        const path = ['zones', at, 'places', index, 'location'];
        context.addIssue({ code: 'custom', message: `No location has the id "${place.location}"`, path, input: place.location });
      });
    });
    book.services.forEach(({ round }, at) => {
      if (round === null || round.centre === null || locations.has(round.centre)) return;
      const path = ['services', at, 'round', 'centre'];
      context.addIssue({ code: 'custom', message: `No location has the id "${round.centre}"`, path, input: round.centre });
    });
    book.services.forEach(({ kind, carriage, terms }, at) => {
      if (kind !== 'carrier' || (carriage !== null && terms !== null)) return;
      context.addIssue({
        code: 'custom',
        message: 'Choose the carrier and its service',
        path: ['services', at, 'carriage'],
        input: carriage,
      });
    });
    book.services.forEach(({ terms, id }, at) => {
      const other = terms?.unanswered.kind === 'service' ? terms.unanswered.service : null;
      if (other === null || (other !== id && book.services.some((service) => service.id === other))) return;
      const message = other === id ? 'Choose another service' : `No service has the id "${other}"`;
      context.addIssue({ code: 'custom', message, path: ['services', at, 'terms', 'unanswered', 'service'], input: other });
    });
    const services = new Set(book.services.map((service) => service.id));
    const zones = new Set(book.zones.map((zone) => zone.id));
    for (const list of ['charges', 'allowances'] as const) {
      book[list].forEach(({ scope }, at) => {
        for (const [kind, known] of [['services', services] as const, ['zones', zones] as const]) {
          const gone = scope[kind]?.find((id) => !known.has(id));
          if (gone === undefined) continue;
          const message = `No ${kind === 'services' ? 'service' : 'zone'} has the id "${gone}"`;
          context.addIssue({ code: 'custom', message, path: [list, at, 'scope', kind], input: gone });
        }
      });
    }
    book.zones.forEach((zone, at) => {
      for (const id of Object.keys(zone.lanes)) {
        if (services.has(id)) continue;
        context.addIssue({ code: 'custom', message: `No service has the id "${id}"`, path: ['zones', at, 'lanes', id], input: id });
      }
    });
  });
export type RateBook = z.infer<typeof RateBook>;

/** The lane of a service in a zone, or none. */
export function laneOf(zone: Zone, service: Id): Lane | undefined {
  return Object.hasOwn(zone.lanes, service) ? zone.lanes[service] : undefined;
}

/** The country a shop is at home in, which what it adds begins with: that of its first location, else the first it delivers to. */
export const homeCountry = ({ locations, shop }: Pick<RateBook, 'locations' | 'shop'>): string =>
  locations[0]?.country ?? shop.served[0] ?? 'CA';

/** What a service is besides its name and kind. */
export const PLAIN_SERVICE = {
  internalName: '',
  kind: 'card',
  note: '',
  mixing: { kind: 'add' },
  days: PLAIN_DAYS,
  round: null,
  counter: null,
  carriage: null,
  terms: null,
} as const satisfies Partial<Service>;

/** What a shop does while nothing else is said. */
export const SHOP_DEFAULTS = {
  timeZone: 'UTC',
  pricing: { rounding: 'halfUp', ending: 'none', tax: 'none', order: 'owner' },
  severalAddresses: { allowed: true, mostItems: null },
  showDates: true,
  closed: [],
  holidays: [],
} satisfies Partial<Shop>;

/** A book to begin with: no zones, no services, nothing served. */
export function emptyBook(): RateBook {
  return {
    format: RATE_BOOK_FORMAT,
    shop: {
      name: 'My shop',
      currency: 'CAD',
      units: 'metric',
      locale: 'en-CA',
      served: [],
      texts: {
        noOption: 'We cannot deliver this cart to your address. Please write to us.',
        refer: 'Please ask us for a delivery price.',
      },
      ...SHOP_DEFAULTS,
    },
    goodsGroups: [],
    locations: [],
    packing: { packaging: [], usual: null, volume: { divisor: 5000, per: 'cm3PerKg', roundUpTo: null } },
    zones: [],
    services: [],
    charges: [],
    allowances: [],
  };
}
