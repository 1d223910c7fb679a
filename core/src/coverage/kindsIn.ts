import type { Id } from '../names/naming.ts';
import type { CompiledBook, CompiledZone } from '../quote/compile.ts';
import type { CompiledLane } from '../quote/compiledLane.ts';
import { holds } from '../quote/holds.ts';
import type { Shipment } from '../quote/shipment.ts';
import { type CartKind, shipmentOf } from './cartKind.ts';
import { everySituation, originOf, type Situation, type SituationSources } from './situations.ts';

/** Kinds of cart that no lane of a zone tells apart. */
export interface SameKinds {
  /** The plainest of them. */
  readonly kind: CartKind;
  /** The goods groups that are answered alike. */
  readonly groups: readonly (Id | null)[];
}

export interface KindSources extends SituationSources {
  /** Goods groups of which there is something to sell; those of the book, and the default group, where nothing is listed. */
  readonly groups: readonly (Id | null)[];
}

export const lanesOf = ({ lanes }: CompiledZone): readonly CompiledLane[] => lanes.filter((lane) => lane !== null);

/** How the lanes of a zone tell a kind from others: which of them take it, and which cards price its goods. */
function signatureOf(lanes: readonly CompiledLane[], shipment: Shipment): string {
  const { groups } = shipment.consignment;
  return lanes
    .map(({ tests, owners }) => {
      if (tests.some((test) => test.kind !== 'range' && !holds(test, shipment))) return '-';
      const priced = [...new Set(groups.map((group) => (group !== null && owners.includes(group) ? group : '')))];
      return priced.join(' ');
    })
    .join('|');
}

type Origins = readonly { readonly group: Id | null; readonly origin: Id | null }[];

const originsOf = (compiled: CompiledBook, groups: readonly (Id | null)[]): Origins =>
  groups.flatMap((group) => originOf(compiled, group) ?? []);

const situationsIn = (compiled: CompiledBook, zone: CompiledZone, sources: SituationSources) =>
  everySituation([{ compiled, tests: lanesOf(zone).flatMap(({ tests }) => tests) }], sources);

/** Kinds of one situation by how they are told apart. */
function alike(compiled: CompiledBook, lanes: readonly CompiledLane[], situation: Situation, origins: Origins) {
  const found = new Map<string, SameKinds>();
  for (const { group, origin } of origins) {
    const kind: CartKind = { ...situation, groups: [group], origin };
    const key = signatureOf(lanes, shipmentOf(compiled, kind));
    const held = found.get(key);
    found.set(key, held ? { kind: held.kind, groups: [...held.groups, group] } : { kind, groups: [group] });
  }
  return found;
}

/**
 * The kinds of cart of goods of one group that a zone tells apart, the plainest first: a cart of several groups that no service
 * takes whole is parted by them, so that somebody is turned away only where one group by itself is. None where the zone has no
 * address, or nothing can be shipped.
 */
export function kindsIn(compiled: CompiledBook, zone: CompiledZone, { groups, ...sources }: KindSources): readonly SameKinds[] {
  const lanes = lanesOf(zone);
  const origins = originsOf(compiled, groups);
  const found = new Map<string, SameKinds>();
  for (const situation of situationsIn(compiled, zone, sources)) {
    for (const [key, { kind, groups: some }] of alike(compiled, lanes, situation, origins)) {
      const held = found.get(key);
      found.set(key, held ? { kind: held.kind, groups: [...new Set([...held.groups, ...some])] } : { kind, groups: some });
    }
  }
  return [...found.values()];
}

/** Every two of a list. */
const pairsOf = <T>(list: readonly T[]): readonly (readonly T[])[] =>
  list.flatMap((one, at) => list.slice(at + 1).map((other) => [one, other]));

/**
 * Kinds of cart of goods of several groups that a zone prices or refuses otherwise than each by itself: the pairs, and all of them
 * together. Only groups that leave from one place travel together.
 */
export function mixedKindsIn(compiled: CompiledBook, zone: CompiledZone, { groups, ...sources }: KindSources): readonly CartKind[] {
  const lanes = lanesOf(zone);
  const origins = originsOf(compiled, groups);
  const found = new Map<string, CartKind>();
  for (const situation of situationsIn(compiled, zone, sources)) {
    const apart = [...alike(compiled, lanes, situation, origins).values()];
    for (const some of [...pairsOf(apart), ...(apart.length > 2 ? [apart] : [])]) {
      const [first] = some;
      if (!first || some.some(({ kind }) => kind.origin !== first.kind.origin)) continue;
      const kind: CartKind = { ...first.kind, groups: some.flatMap(({ groups: [group = null] }) => [group]) };
      const key = `${kind.origin} ${signatureOf(lanes, shipmentOf(compiled, kind))}`;
      if (!found.has(key)) found.set(key, kind);
    }
  }
  return [...found.values()];
}
