import { normalizePostal } from './postal.ts';
import { orderOf, type PostalRule, readPostalRule, shapeOf } from './postalRule.ts';

/** A rule that holds a code: which list it stands in, its line, and how specific it is. */
export type PostalHit = { readonly list: number; readonly line: string } & (
  | { readonly kind: 'code' }
  | { readonly kind: 'prefix'; readonly length: number }
  | { readonly kind: 'range'; readonly width: number }
);

interface Line {
  readonly list: number;
  readonly line: string;
}

interface Range extends Line {
  readonly from: number;
  readonly upTo: number;
  /** The greatest end of this range and all before it. */
  readonly reach: number;
}

/** The rules of several lists of one country together, so that a look-up costs the same however many zones there are. */
export interface PostalLookup {
  readonly codes: ReadonlyMap<string, readonly Line[]>;
  /** By length of the prefix, longest first. */
  readonly prefixes: readonly (readonly [number, ReadonlyMap<string, readonly Line[]>])[];
  readonly ranges: readonly { readonly shape: string; readonly ranges: readonly Range[] }[];
}

interface ReadLine {
  readonly rule: PostalRule;
  readonly line: string;
}

const readTexts = new Map<string, readonly ReadLine[]>();
const MOST_READ = 400;

/** The rules of a text. Texts that were seen lately are not read again: books are compiled anew after each edit. */
function readRules(rules: string): readonly ReadLine[] {
  const known = readTexts.get(rules);
  if (known) return known;
  const lines = rules.split('\n').flatMap((text): ReadLine[] => {
    const read = readPostalRule(text);
    return read.ok ? [{ rule: read.rule, line: text.trim() }] : [];
  });
  if (readTexts.size >= MOST_READ) readTexts.clear();
  readTexts.set(rules, lines);
  return lines;
}

function push(map: Map<string, Line[]>, key: string, line: Line): void {
  const held = map.get(key);
  if (held) held.push(line);
  else map.set(key, [line]);
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

/** Builds the look-up of some lists; `lists` are their rules, one a line. */
export function postalLookup(lists: readonly string[]): PostalLookup {
  const codes = new Map<string, Line[]>();
  const prefixes = new Map<number, Map<string, Line[]>>();
  const ranges = new Map<string, Omit<Range, 'reach'>[]>();
  const take = (rule: PostalRule, at: Line) => {
    if (rule.kind === 'code') push(codes, rule.code, at);
    else if (rule.kind === 'prefix') {
      const alike = prefixes.get(rule.prefix.length) ?? new Map<string, Line[]>();
      prefixes.set(rule.prefix.length, alike);
      push(alike, rule.prefix, at);
    } else {
      const shape = shapeOf(rule.from);
      const alike = ranges.get(shape) ?? [];
      ranges.set(shape, alike);
      alike.push({ ...at, from: orderOf(rule.from), upTo: orderOf(rule.upTo) });
    }
  };
  lists.forEach((rules, list) => {
    for (const { rule, line } of readRules(rules)) take(rule, { list, line });
  });
  return {
    codes,
    prefixes: [...prefixes].sort(([a], [b]) => b - a),
    ranges: [...ranges].map(([shape, alike]) => ({ shape, ranges: withReach(alike) })),
  };
}

/** Every range that holds an order. */
function holding(ranges: readonly Range[], order: number, found: PostalHit[]): void {
  let low = 0;
  let high = ranges.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if ((ranges[middle] as Range).from <= order) low = middle + 1;
    else high = middle;
  }
  for (let at = low - 1; at >= 0 && (ranges[at] as Range).reach >= order; at -= 1) {
    const { list, line, from, upTo } = ranges[at] as Range;
    if (upTo >= order) found.push({ kind: 'range', list, line, width: upTo - from });
  }
}

/** Nine digits of a ZIP+4 code: the first five are the code, the others an addition to it. Common practice, no published source. */
const ZIP_AND_FOUR = /^\d{9}$/;

/** The lines of an exact code; in the United States those of the code without its addition where none names both. */
function exactly({ codes }: PostalLookup, code: string, country: string): readonly Line[] {
  return codes.get(code) ?? (country === 'US' && ZIP_AND_FOUR.test(code) ? codes.get(code.slice(0, 5)) : undefined) ?? [];
}

/** Every rule that holds a code of a country: exact codes first, then prefixes from the longest on, then ranges. */
export function lookUpPostal(lookup: PostalLookup, postalCode: string, country: string): PostalHit[] {
  const code = normalizePostal(postalCode);
  const found: PostalHit[] = [];
  for (const { list, line } of exactly(lookup, code, country)) found.push({ kind: 'code', list, line });
  for (const [length, alike] of lookup.prefixes) {
    if (length > code.length) continue;
    for (const { list, line } of alike.get(code.slice(0, length)) ?? []) found.push({ kind: 'prefix', list, line, length });
  }
  for (const { shape, ranges } of lookup.ranges) {
    const head = code.slice(0, shape.length);
    if (shapeOf(head) === shape) holding(ranges, orderOf(head), found);
  }
  return found;
}
