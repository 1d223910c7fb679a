import { normalizePostal } from './postal.ts';
import { orderOf, type PostalRule, readPostalRule, shapeOf } from './postalRule.ts';

/** How specific the best rule of a list is: an exact code, a prefix of some length, or a range of some width. */
export type PostalHit =
  | { readonly kind: 'code'; readonly line: string }
  | { readonly kind: 'prefix'; readonly line: string; readonly length: number }
  | { readonly kind: 'range'; readonly line: string; readonly width: number };

interface Range {
  readonly from: number;
  readonly upTo: number;
  /** The greatest end of this range and all before it. */
  readonly reach: number;
  readonly line: string;
}

interface Ranges {
  readonly shape: string;
  readonly ranges: readonly Range[];
}

/** A postal list ready to be asked: constant time for codes and prefixes, a search for ranges. */
export interface PostalLookup {
  readonly codes: ReadonlyMap<string, string>;
  /** By length of the prefix, longest first. */
  readonly prefixes: readonly (readonly [number, ReadonlyMap<string, string>])[];
  readonly ranges: readonly Ranges[];
}

function withReach(ranges: readonly Omit<Range, 'reach'>[]): Range[] {
  let reach = -1;
  return [...ranges]
    .sort((a, b) => a.from - b.from || b.upTo - a.upTo)
    .map((range) => {
      reach = Math.max(reach, range.upTo);
      return { ...range, reach };
    });
}

function build(rules: string): PostalLookup {
  const codes = new Map<string, string>();
  const prefixes = new Map<number, Map<string, string>>();
  const ranges = new Map<string, Omit<Range, 'reach'>[]>();
  const take = (rule: PostalRule, line: string) => {
    if (rule.kind === 'code') codes.set(rule.code, line);
    else if (rule.kind === 'prefix') {
      const alike = prefixes.get(rule.prefix.length) ?? new Map<string, string>();
      prefixes.set(rule.prefix.length, alike.set(rule.prefix, line));
    } else {
      const shape = shapeOf(rule.from);
      const alike = ranges.get(shape) ?? [];
      alike.push({ from: orderOf(rule.from), upTo: orderOf(rule.upTo), line });
      ranges.set(shape, alike);
    }
  };
  for (const line of rules.split('\n')) {
    const read = readPostalRule(line);
    if (read.ok) take(read.rule, line.trim());
  }
  return {
    codes,
    prefixes: [...prefixes].sort(([a], [b]) => b - a),
    ranges: [...ranges].map(([shape, list]) => ({ shape, ranges: withReach(list) })),
  };
}

const built = new Map<string, PostalLookup>();
const MOST_BUILT = 400;

/** The look-up of a list. Lists that were seen lately are not built again: books are compiled anew after each edit. */
export function postalLookup(rules: string): PostalLookup {
  const known = built.get(rules);
  if (known) return known;
  const lookup = build(rules);
  if (built.size >= MOST_BUILT) built.clear();
  built.set(rules, lookup);
  return lookup;
}

function narrowest({ ranges }: Ranges, order: number): Range | undefined {
  let low = 0;
  let high = ranges.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if ((ranges[middle] as Range).from <= order) low = middle + 1;
    else high = middle;
  }
  let best: Range | undefined;
  for (let at = low - 1; at >= 0 && (ranges[at] as Range).reach >= order; at -= 1) {
    const range = ranges[at] as Range;
    if (range.upTo >= order && (!best || range.upTo - range.from < best.upTo - best.from)) best = range;
  }
  return best;
}

/** The most specific rule of a list that holds a code: the exact code, the longest prefix, the narrowest range. */
export function lookUpPostal(lookup: PostalLookup, postalCode: string): PostalHit | undefined {
  const code = normalizePostal(postalCode);
  const exact = lookup.codes.get(code);
  if (exact !== undefined) return { kind: 'code', line: exact };
  for (const [length, alike] of lookup.prefixes) {
    const line = length <= code.length ? alike.get(code.slice(0, length)) : undefined;
    if (line !== undefined) return { kind: 'prefix', line, length };
  }
  let best: { line: string; width: number } | undefined;
  for (const group of lookup.ranges) {
    const head = code.slice(0, group.shape.length);
    if (shapeOf(head) !== group.shape) continue;
    const range = narrowest(group, orderOf(head));
    if (range && (!best || range.upTo - range.from < best.width)) best = { line: range.line, width: range.upTo - range.from };
  }
  return best && { kind: 'range', ...best };
}
