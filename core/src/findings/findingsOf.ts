import { GoodsIndex } from '../coverage/goodsIndex.ts';
import type { Product } from '../goods/product.ts';
import type { Id } from '../names/naming.ts';
import { oncePer } from '../once/oncePer.ts';
import type { Destination } from '../places/place.ts';
import type { CompiledBook, CompiledZone } from '../quote/compile.ts';
import type { Survey } from '../surveys/survey.ts';
import { dayAt, type Instant, instantToMs } from '../time/calendar.ts';
import { belowCost, cartonNotCovered, freeIsDear } from './belowCost.ts';
import { cartFindings } from './cartFindings.ts';
import { cartonFindings } from './cartonFindings.ts';
import { couponFindings, type TriedCart } from './couponFindings.ts';
import { dateFindings } from './dateFindings.ts';
import { type Finding, SEVERITIES } from './finding.ts';
import { goodsFindings } from './goodsFindings.ts';
import { mixedFindings } from './mixedFindings.ts';
import { placeFindings } from './placeFindings.ts';
import { pricedKinds, priceFindings, type SharedItems } from './priceFindings.ts';
import { holdsNowhere, neverBetter } from './serviceFindings.ts';
import { untranslatedTexts } from './textFindings.ts';
import { tidyFindings, windowsOver } from './tidyFindings.ts';

/** What findings are looked for in, besides the book. */
export interface FindingSources {
  readonly products: readonly Product[];
  readonly now: Instant;
  /** Addresses that lie in a zone, by its place in the book; where none is known the zone is not looked into. */
  readonly addressesOf: (zone: number) => readonly Destination[];
  /** What carriers asked when they were last surveyed. */
  readonly survey?: Survey | undefined;
  /** Carts the owner keeps. */
  readonly trials?: readonly TriedCart[] | undefined;
}

/** How much was looked at. */
export interface LookedAt {
  readonly zones: number;
  readonly services: number;
  readonly kinds: number;
  /** Ranges of measures that services answer, or none does. */
  readonly regions: number;
}

export interface Findings {
  readonly findings: readonly Finding[];
  readonly lookedAt: LookedAt;
}

interface Of {
  readonly compiled: CompiledBook;
  readonly sources: FindingSources;
  readonly goods: GoodsIndex;
  readonly groups: readonly (Id | null)[];
  readonly items: SharedItems;
}

function inZone(of: Of, zone: CompiledZone, at: number): InZone {
  const { compiled, sources, goods } = of;
  const priced = pricedKinds(compiled, zone, { now: sources.now, groups: of.groups, addresses: sources.addressesOf(at) });
  const plain = priced[0]?.kind;
  const carts = { now: sources.now, goods, addressesOf: sources.addressesOf };
  const { findings, kinds, regions } = cartFindings(compiled, at, carts);
  const mixed = mixedFindings(compiled, zone, at, carts);
  return {
    findings: [
      ...findings,
      ...mixed.findings,
      ...priceFindings(compiled, zone, priced, of.items),
      ...cartonFindings(compiled, zone, priced, goods),
      ...neverBetter(compiled, zone, plain),
      ...tidyFindings(compiled, zone, plain),
    ],
    kinds: kinds + mixed.kinds,
    regions: regions + mixed.regions,
  };
}

interface InZone {
  readonly findings: readonly Finding[];
  readonly kinds: number;
  readonly regions: number;
}

/** What was found in a zone, and what it rests on besides the zone. */
interface Held {
  readonly on: readonly unknown[];
  readonly found: InZone;
}

const held = new WeakMap<CompiledZone, Held>();

/** A zone that is as it was when it was last looked into is not looked into again: documents are never changed in place. */
function lookedInto(of: Of, zone: CompiledZone, at: number): InZone {
  const { compiled, sources } = of;
  const { locations, goodsGroups, shop } = compiled.book;
  const on = [sources.products, sources.now, sources.addressesOf(at), locations, goodsGroups, shop];
  const before = held.get(zone);
  if (before?.on.every((one, place) => one === on[place])) return before.found;
  const found = inZone(of, zone, at);
  held.set(zone, { on, found });
  return found;
}

const indexOf = oncePer((_products: readonly Product[]) => new Map<string, GoodsIndex>());

/** Goods by group and weight; sorted once for a list of products. */
function goodsOf({ products }: FindingSources, groups: ReadonlySet<Id>): GoodsIndex {
  const byGroups = indexOf(products);
  const key = [...groups].join(' ');
  const known = byGroups.get(key) ?? new GoodsIndex(products, groups);
  byGroups.set(key, known);
  return known;
}

const rank = ({ severity }: Finding) => SEVERITIES.indexOf(severity);

/** Every fault and risk of a book that can be shown, the costliest first. */
export function findingsOf(compiled: CompiledBook, sources: FindingSources): Findings {
  const goods = goodsOf(sources, compiled.groups);
  const groups = goods.groups.length > 0 ? goods.groups : [null, ...compiled.groups];
  const of: Of = { compiled, sources, goods, groups, items: new Map() };
  const zones = compiled.zones.map((zone, at) => lookedInto(of, zone, at));
  const { book } = compiled;
  const today = dayAt(instantToMs(sources.now), book.shop.timeZone).date;
  const findings: Finding[] = [
    ...zones.flatMap((zone) => zone.findings),
    ...placeFindings(book),
    ...dateFindings(book, sources.now),
    ...(sources.survey
      ? [...belowCost(compiled, sources.survey), ...freeIsDear(compiled, sources.survey), ...cartonNotCovered(compiled, sources.survey)]
      : []),
    ...couponFindings(book, sources.trials ?? []),
    ...windowsOver(book, today),
    ...holdsNowhere(book),
    ...untranslatedTexts(book),
    ...goodsFindings(book, sources.products),
  ];
  return {
    findings: findings
      .map((finding, at) => ({ finding, at }))
      .sort((a, b) => rank(a.finding) - rank(b.finding) || a.at - b.at)
      .map(({ finding }) => finding),
    lookedAt: {
      zones: book.zones.length,
      services: book.services.length,
      kinds: zones.reduce((sum, zone) => sum + zone.kinds, 0),
      regions: zones.reduce((sum, zone) => sum + zone.regions, 0),
    },
  };
}
