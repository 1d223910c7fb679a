import { type CartKind, kindsIn } from '../coverage/cartKind.ts';
import { GoodsIndex } from '../coverage/goodsIndex.ts';
import type { Product } from '../goods/product.ts';
import type { Id } from '../names/naming.ts';
import type { Destination } from '../places/place.ts';
import type { CompiledBook, CompiledZone } from '../quote/compile.ts';
import { mayShip } from '../rate-book/location.ts';
import type { Survey } from '../surveys/survey.ts';
import { dayAt, type Instant, instantToMs } from '../time/calendar.ts';
import { belowCost } from './belowCost.ts';
import { cartFindings } from './cartFindings.ts';
import { dateFindings } from './dateFindings.ts';
import type { Finding, Severity } from './finding.ts';
import { goodsFindings } from './goodsFindings.ts';
import { placeFindings } from './placeFindings.ts';
import { priceFindings } from './priceFindings.ts';
import { tidyFindings, windowsOver } from './tidyFindings.ts';

/** What findings are looked for in, besides the book. */
export interface FindingSources {
  readonly products: readonly Product[];
  readonly now: Instant;
  /** Addresses that lie in a zone, by its place in the book; where none is known the zone is not looked into. */
  readonly addressesOf: (zone: number) => readonly Destination[];
  /** What carriers asked when they were last surveyed. */
  readonly survey?: Survey | undefined;
}

/** How much was looked at. */
export interface LookedAt {
  readonly zones: number;
  readonly services: number;
  readonly kinds: number;
}

export interface Findings {
  readonly findings: readonly Finding[];
  readonly lookedAt: LookedAt;
}

export const SEVERITIES: readonly Severity[] = ['turnedAway', 'moneyLost', 'surprise', 'tidiness', 'note'];

interface Of {
  readonly compiled: CompiledBook;
  readonly sources: FindingSources;
  readonly goods: GoodsIndex;
  readonly groups: readonly (Id | null)[];
}

/** Carts of one group each, now and without coupons: what prices are compared on. */
function plainKinds({ compiled, sources, groups }: Of, at: number): readonly CartKind[] {
  const [destination] = sources.addressesOf(at);
  const { locations } = compiled.book;
  if (!destination) return [];
  return groups.flatMap((group): CartKind[] => {
    const from = locations.find((location) => mayShip(location, group));
    if (locations.length > 0 && !from) return [];
    return [{ groups: [group], coupons: [], moment: sources.now, origin: from?.id ?? null, destination }];
  });
}

function inZone(of: Of, zone: CompiledZone, at: number): { findings: readonly Finding[]; kinds: number } {
  const { compiled, sources, goods, groups } = of;
  const plain = plainKinds(of, at);
  const kinds = kindsIn(compiled, zone, { now: sources.now, groups, addresses: sources.addressesOf(at) });
  return {
    findings: [
      ...cartFindings(compiled, at, { now: sources.now, goods, addressesOf: sources.addressesOf }),
      ...priceFindings(compiled, zone, plain),
      ...tidyFindings(compiled, zone, plain[0]),
    ],
    kinds: kinds.length,
  };
}

const rank = ({ severity }: Finding) => SEVERITIES.indexOf(severity);

/** Every fault and risk of a book that can be shown, the costliest first. */
export function findingsOf(compiled: CompiledBook, sources: FindingSources): Findings {
  const goods = new GoodsIndex(sources.products, compiled.groups);
  const groups = goods.groups.length > 0 ? goods.groups : [null, ...compiled.groups];
  const of: Of = { compiled, sources, goods, groups };
  const zones = compiled.zones.map((zone, at) => inZone(of, zone, at));
  const { book } = compiled;
  const today = dayAt(instantToMs(sources.now), book.shop.timeZone).date;
  const findings: Finding[] = [
    ...zones.flatMap((zone) => zone.findings),
    ...placeFindings(book),
    ...dateFindings(book, sources.now),
    ...(sources.survey ? belowCost(compiled, sources.survey) : []),
    ...windowsOver(book, today),
    ...goodsFindings(book, sources.products),
  ];
  return {
    findings: findings
      .map((finding, at) => ({ finding, at }))
      .sort((a, b) => rank(a.finding) - rank(b.finding) || a.at - b.at)
      .map(({ finding }) => finding),
    lookedAt: { zones: book.zones.length, services: book.services.length, kinds: zones.reduce((sum, zone) => sum + zone.kinds, 0) },
  };
}
