import type { Id } from '../names/naming.ts';

/** What decides whether consignments can travel together. */
export interface Companion {
  readonly id: number;
  readonly service: Id;
  readonly origin: Id | null;
  /** Any of them alike makes two of one buyer at one address. */
  readonly keys: readonly string[];
}

/**
 * Consignments of one buyer to one address that leave one place by one service, in sets of two and more. Every one is in
 * one set at most; sets are in the order their first came, what is in them by number.
 */
export function travelTogether(waiting: readonly Companion[]): number[][] {
  const sets = new Set<number[]>();
  const setOf = new Map<string, number[]>();
  for (const { id, service, origin, keys } of waiting) {
    const own = keys.map((key) => `${service}|${origin ?? ''}|${key}`);
    const found = own.map((key) => setOf.get(key)).filter((held) => held !== undefined);
    const [set = [], ...others] = new Set(found);
    sets.add(set);
    // Whoever is alike to two sets joins them.
    for (const other of others) {
      set.push(...other);
      sets.delete(other);
      for (const [key, held] of setOf) if (held === other) setOf.set(key, set);
    }
    set.push(id);
    for (const key of own) setOf.set(key, set);
  }
  return [...sets].filter((set) => set.length > 1).map((set) => set.sort((a, b) => a - b));
}
