import type { CartKind } from '../coverage/cartKind.ts';
import { type CartsOf, type Witness, within } from '../coverage/cartsOf.ts';
import type { Coverage } from '../coverage/coverage.ts';
import { GoodsIndex } from '../coverage/goodsIndex.ts';
import { WitnessSearch } from '../coverage/witness.ts';
import type { Product } from '../goods/product.ts';
import { canonicalJson } from '../json/canonicalJson.ts';
import type { Id } from '../names/naming.ts';
import { listSubdivisions } from '../places/countries.ts';
import type { Destination } from '../places/place.ts';
import { findZone } from '../places/placeIndex.ts';
import type { CompiledBook, CompiledZone } from '../quote/compile.ts';
import type { CompiledLane } from '../quote/compiledLane.ts';
import { laneOf, type RateBook } from '../rate-book/rateBook.ts';
import type { Instant } from '../time/calendar.ts';
import { effectKinds, type Side } from './effectKinds.ts';
import { type Answered, type ChangedRegion, laneEffect } from './laneEffect.ts';

/** Carts to a zone that one service answers in another way than before. */
export interface EffectRegion extends CartsOf {
  readonly zone: Id;
  readonly service: Id;
  /** The plainest kind of cart it is so for: with these coupons, at this moment. */
  readonly kind: CartKind;
  readonly before: Answered;
  readonly after: Answered;
  /** Carts of several kinds of goods, or of goods with a charge of their own: together they may come to something else. */
  readonly mixed: boolean;
  /** The lane as a whole: so much is different that it is not told part by part any more. */
  readonly whole?: true;
  readonly witness?: Witness;
  /** Where exactly; absent of mixed carts. */
  readonly changed?: ChangedRegion;
}

/** A place that was in one zone and is in another; null is none. */
export interface MovedPlaces {
  readonly from: Id | null;
  readonly to: Id | null;
  readonly places: readonly Destination[];
}

export type OtherDifference = 'texts' | 'order' | 'severalAddresses' | 'currency' | 'services' | 'packing' | 'goodsGroups' | 'goodsRules';

/** What is different for buyers between two books. */
export interface Effect {
  readonly regions: readonly EffectRegion[];
  readonly moved: readonly MovedPlaces[];
  /** Services whose dates are worked out in another way, by zone. */
  readonly dates: readonly { readonly zone: Id; readonly service: Id }[];
  /** What else buyers see that differs, or that may change what any cart measures. */
  readonly others: readonly OtherDifference[];
}

export interface EffectSources {
  readonly products: readonly Product[];
  readonly now: Instant;
  /** Addresses in a zone of the newer book, by its place in that book. */
  readonly addressesOf: (zone: number) => readonly Destination[];
}

/** What a lane makes of measures, without the names of things. */
const priceData = (lane: CompiledLane | null) =>
  lane === null
    ? null
    : {
        lane: { ...lane.lane, transit: null, kept: [], groupCards: lane.lane.groupCards.map(({ group, card }) => [group, card]) },
        charges: lane.charges.map(({ charge: { name: _name, ...charge } }) => charge),
        allowances: lane.allowances.map(({ allowance, freeFrom }) => [allowance && { ...allowance, name: '' }, freeFrom]),
        service: [
          lane.service.kind,
          lane.service.round,
          lane.service.counter?.point,
          lane.service.carriage,
          lane.service.terms,
          lane.mixing,
        ],
        rest: [lane.rule, lane.ending, lane.digits, lane.tax, lane.taxRate],
      };

function isSameLane(before: CompiledLane | null, after: CompiledLane | null): boolean {
  if (before === after) return true;
  const [old, now] = [before, after].map((lane) => [priceData(lane), priceData(lane?.backup ?? null)]);
  return canonicalJson(old) === canonicalJson(now);
}

const zoneOf = ({ zones }: CompiledBook, id: Id): CompiledZone | undefined => zones.find(({ zone }) => zone.id === id);
const laneIn = (zone: CompiledZone | undefined, service: Id): CompiledLane | null =>
  zone?.lanes.find((lane) => lane?.service.id === service) ?? null;

/** Whether carts of several kinds of goods may be answered otherwise while carts of one kind are not. */
const mixes = (lane: CompiledLane | null) =>
  lane !== null &&
  (lane.owners.length > 0 ||
    lane.charges.some(({ goods }) => goods !== null) ||
    lane.allowances.some(({ tests }) => tests.some(({ kind }) => kind === 'goods')));

/** Regions told one by one; past them lanes are told as a whole, for nobody reads so many. */
const MOST_REGIONS = 1000;
/** Regions a cart is looked for that shows them. */
const MOST_SHOWN = 300;

interface Of {
  readonly sides: readonly [CompiledBook, CompiledBook];
  readonly sources: EffectSources;
  readonly search: WitnessSearch;
  readonly groups: readonly (Id | null)[];
  /** How many regions were told so far. */
  told: number;
}

const NONE: Answered = { status: 'withheld' };

function told(of: Of, zone: Id, service: Id, kind: CartKind, groups: readonly (Id | null)[], changed: ChangedRegion): EffectRegion {
  const { space, dimensions, box, before, after } = changed;
  const here: Coverage = { zone, kind, space, dimensions, services: [], nothing: [], onlyRefer: [], onlyCarrier: [] };
  const found = of.told < MOST_SHOWN ? of.search.in(here, box, groups, () => true) : null;
  of.told += 1;
  return {
    zone,
    service,
    kind,
    groups,
    within: within(here, box),
    before,
    after,
    mixed: false,
    changed,
    ...(found && { witness: { lines: found.cart.lines, destination: kind.destination } }),
  };
}

/** The same carts of several kinds are one region, told of all their goods. */
function merged(regions: readonly EffectRegion[], all: readonly (Id | null)[]): readonly EffectRegion[] {
  const kept = new Map<string, EffectRegion>();
  for (const region of regions) {
    const key = JSON.stringify([region.within, region.before, region.after, region.kind.coupons]);
    const held = kept.get(key);
    kept.set(key, held ? { ...held, groups: [...new Set([...(held.groups ?? []), ...(region.groups ?? [])])] } : region);
  }
  return [...kept.values()].map((region) => (all.every((group) => region.groups?.includes(group)) ? { ...region, groups: null } : region));
}

function laneRegions(of: Of, zone: Id, service: Id, place: number): readonly EffectRegion[] {
  const sides = of.sides.map((compiled): Side => ({ compiled, lane: laneIn(zoneOf(compiled, zone), service) })) as [Side, Side];
  const [before, after] = sides;
  if (isSameLane(before.lane, after.lane)) return [];
  const { now } = of.sources;
  const addresses = of.sources.addressesOf(place);
  const whole = of.told >= MOST_REGIONS;
  const all = effectKinds(
    sides,
    whole ? { now, groups: of.groups.slice(0, 1), addresses: addresses.slice(0, 1) } : { now, groups: of.groups, addresses },
  );
  const kinds = whole ? all.slice(0, 1) : all;
  const regions = kinds.flatMap(({ kind, groups }) =>
    laneEffect(sides, kind, whole).map((changed) => told(of, zone, service, kind, groups, changed)),
  );
  if (whole) return regions.map((region) => ({ ...region, groups: null, whole }));
  const [first] = kinds;
  const several = of.groups.length > 1 && (mixes(before.lane) || mixes(after.lane));
  const apart = of.sources.products.some(({ ownCharge }) => ownCharge !== null);
  const mixed: EffectRegion[] =
    first && (several || apart)
      ? [{ zone, service, kind: first.kind, groups: null, within: [], before: NONE, after: NONE, mixed: true }]
      : [];
  return [...merged(regions, of.groups), ...mixed];
}

/** Every place either book knows by name: countries, their parts where some zone has one, and lines of postal codes. */
function namedPlaces(...books: readonly CompiledBook[]): readonly Destination[] {
  const countries = new Set(books.flatMap(({ book }) => [...book.shop.served]));
  const divided = new Set(books.flatMap(({ places }) => [...places.divided]));
  const codes = books.flatMap(({ book }) =>
    book.zones.flatMap(({ places }) =>
      places.flatMap((place) =>
        place.kind !== 'postal'
          ? []
          : place.rules
              .split('\n')
              .map((rule) => ({ country: place.country, postalCode: (rule.split('-')[0] ?? '').replace('*', '').trim() })),
      ),
    ),
  );
  return [
    ...[...countries].flatMap((country) =>
      divided.has(country) ? listSubdivisions(country).map((subdivision) => ({ country, subdivision })) : [{ country }],
    ),
    ...codes.filter(({ postalCode }) => postalCode !== ''),
  ];
}

/** Where zones lie, and what is served. */
const placeData = ({ zones, shop, locations }: RateBook) => [
  zones.map(({ id, places }) => [id, places]),
  shop.served,
  locations.map(({ id, point }) => [id, point]),
];

const isSame = (a: unknown, b: unknown) => a === b || canonicalJson(a) === canonicalJson(b);

/** Places that lie in another zone than before, served or not. */
function movedPlaces(before: CompiledBook, after: CompiledBook): readonly MovedPlaces[] {
  if (isSame(placeData(before.book), placeData(after.book))) return [];
  const zoneIn = ({ book, places, served }: CompiledBook, to: Destination): Id | null => {
    if (!served.has(to.country)) return null;
    const found = findZone(places, to);
    return found ? (book.zones[found.zone]?.id ?? null) : null;
  };
  const moved = new Map<string, MovedPlaces>();
  for (const place of namedPlaces(before, after)) {
    const [from, to] = [zoneIn(before, place), zoneIn(after, place)];
    if (from === to) continue;
    const key = JSON.stringify([from, to]);
    moved.set(key, { from, to, places: [...(moved.get(key)?.places ?? []), place] });
  }
  return [...moved.values()];
}

/** Everything the dates of a service in a zone are worked out from. */
const dateData = (book: RateBook, zone: RateBook['zones'][number], service: RateBook['services'][number]) => {
  const lane = laneOf(zone, service.id);
  const { closed, holidays, showDates, timeZone } = book.shop;
  return lane === undefined
    ? null
    : [
        lane.transit,
        service.days,
        service.kind,
        service.round,
        service.counter,
        service.terms?.days,
        book.locations.map(({ id, dispatch, timeZone: clock, ships }) => [id, dispatch, clock, ships]),
        book.goodsGroups.map(({ id, extraPackingDays, leavesOn }) => [id, extraPackingDays, leavesOn]),
        [closed, holidays, showDates, timeZone],
      ];
};

function otherDates({ book: before }: CompiledBook, { book: after }: CompiledBook): Effect['dates'] {
  const shared = before.shop === after.shop && before.locations === after.locations && before.goodsGroups === after.goodsGroups;
  return after.zones.flatMap((zone) => {
    const old = before.zones.find(({ id }) => id === zone.id);
    return after.services.flatMap((service) => {
      const held = before.services.find(({ id }) => id === service.id);
      const [was, is] = [old && laneOf(old, service.id), laneOf(zone, service.id)];
      if (!old || !held || !was || !is || (shared && held === service && isSame(was.transit, is.transit))) return [];
      const same = canonicalJson(dateData(before, old, held)) === canonicalJson(dateData(after, zone, service));
      return same ? [] : [{ zone: zone.id, service: service.id }];
    });
  });
}

const OTHERS: Readonly<Record<OtherDifference, (book: RateBook) => unknown>> = {
  texts: ({ shop }) => shop.texts,
  order: ({ shop }) => shop.pricing.order,
  severalAddresses: ({ shop }) => shop.severalAddresses,
  currency: ({ shop }) => shop.currency,
  services: ({ services }) => services.map(({ id, name, note, texts }) => [id, name, note, texts]),
  packing: ({ packing }) => packing,
  goodsGroups: ({ goodsGroups }) => goodsGroups.map(({ id }) => id),
  goodsRules: ({ goodsRules }) => goodsRules ?? null,
};

function otherDifferences({ book: before }: CompiledBook, { book: after }: CompiledBook): readonly OtherDifference[] {
  const kinds = Object.keys(OTHERS) as OtherDifference[];
  return kinds.filter((kind) => !isSame(OTHERS[kind](before), OTHERS[kind](after)));
}

/**
 * What is different for buyers between two books: the carts each service answers in another way, with their regions exact; places
 * that moved; dates; words. What carriers answer is taken to be the same.
 */
export function effect(before: CompiledBook, after: CompiledBook, sources: EffectSources): Effect {
  const goods = new GoodsIndex(sources.products, after.groups);
  const groups = goods.groups.length > 0 ? goods.groups : [null, ...after.groups];
  const of: Of = { sides: [before, after], sources, search: new WitnessSearch(after, goods), groups, told: 0 };
  const services = [...new Set([...after.book.services, ...before.book.services].map(({ id }) => id))];
  // A zone that is new or gone is told by the places that moved.
  const regions = after.book.zones.flatMap(({ id }, place) =>
    zoneOf(before, id) ? services.flatMap((service) => laneRegions(of, id, service, place)) : [],
  );
  return {
    regions,
    moved: movedPlaces(before, after),
    dates: otherDates(before, after),
    others: otherDifferences(before, after),
  };
}
