import { boundInBase, type Card, dimensionOf, type TieredCard, type TierResult } from '@ostrakon/core';

/** Bounds as they are stored, and one result more than bounds: the last holds above. */
interface Steps {
  readonly bounds: readonly (string | number)[];
  readonly results: readonly TierResult[];
}

export interface CardRow {
  /** The bound as the owner writes it; null for the first "from" and for "above". */
  readonly bound: string | number | null;
  readonly result: TierResult;
}

export type Edited = { ok: true; card: TieredCard } | { ok: false; message: string };

const stepsOf = (card: TieredCard): Steps => ({
  bounds: card.tiers.map((tier) => tier.upTo),
  results: [...card.tiers.map((tier) => tier.result), card.above],
});

/** Written by lower bounds ("from 50.00") instead of upper ones. Money is whole minor units, so both say the same. */
export const isFrom = (card: TieredCard): boolean => card.kind === 'valueTiers' && card.writing === 'from';

function cardOf(card: TieredCard, { bounds, results }: Steps): TieredCard {
  const tiers = bounds.map((upTo, at) => ({ upTo, result: results[at] }));
  // The bounds come from a card of this kind or were read for it, so they fit its schema, which checks them again.
  return { ...card, tiers, above: results.at(-1) } as TieredCard;
}

/** The rows of the grid, in order. */
export function cardRows(card: TieredCard): CardRow[] {
  const { bounds, results } = stepsOf(card);
  if (!isFrom(card)) return results.map((result, at) => ({ bound: bounds[at] ?? null, result }));
  return results.map((result, at) => ({ bound: at === 0 ? null : Number(bounds[at - 1]) + 1, result }));
}

export function withResult(card: TieredCard, row: number, result: TierResult): TieredCard {
  const steps = stepsOf(card);
  return cardOf(card, { ...steps, results: steps.results.map((held, at) => (at === row ? result : held)) });
}

/** Changes the bound of a row; the order of the tiers is for the schema to judge. */
export function withBound(card: TieredCard, row: number, bound: string | number): Edited {
  const steps = stepsOf(card);
  const at = isFrom(card) ? row - 1 : row;
  const stored = isFrom(card) ? Number(bound) - 1 : bound;
  if (isFrom(card) && Number(bound) < 1) return { ok: false, message: 'The first tier begins at 0 already.' };
  const before = steps.bounds[at - 1];
  const after = steps.bounds[at + 1];
  if (before !== undefined && boundInBase(card.measure, stored) <= boundInBase(card.measure, before))
    return { ok: false, message: 'Must reach further than the tier above it.' };
  if (after !== undefined && boundInBase(card.measure, stored) >= boundInBase(card.measure, after))
    return { ok: false, message: 'Must stay below the next tier.' };
  return { ok: true, card: cardOf(card, { ...steps, bounds: steps.bounds.map((held, index) => (index === at ? stored : held)) }) };
}

/** Adds a tier where its bound belongs, or gives the tier with that bound another result. */
export function withTier(card: TieredCard, bound: string | number, result: TierResult): TieredCard {
  const { bounds, results } = stepsOf(card);
  const stored = isFrom(card) ? Number(bound) - 1 : bound;
  const shift = isFrom(card) ? 1 : 0;
  if (isFrom(card) && bound === 0) return withResult(card, 0, result);
  const same = bounds.findIndex((held) => boundInBase(card.measure, held) === boundInBase(card.measure, stored));
  if (same !== -1) return withResult(card, same + shift, result);
  const found = bounds.findIndex((held) => boundInBase(card.measure, held) > boundInBase(card.measure, stored));
  const at = found === -1 ? bounds.length : found;
  return cardOf(card, {
    bounds: [...bounds.slice(0, at), stored, ...bounds.slice(at)],
    results: [...results.slice(0, at + shift), result, ...results.slice(at + shift)],
  });
}

export const hasTier = (card: TieredCard, bound: string | number): boolean =>
  cardRows(card).some((row, at) =>
    row.bound === null
      ? isFrom(card) && at === 0 && bound === 0
      : boundInBase(card.measure, row.bound) === boundInBase(card.measure, bound),
  );

/** Takes a row out; its stretch falls to its neighbour. The last tier stays: a card has at least one. */
export function withoutRow(card: TieredCard, row: number): Edited {
  const { bounds, results } = stepsOf(card);
  if (bounds.length === 1) return { ok: false, message: 'One tier at least must stay.' };
  if (!isFrom(card) && row === bounds.length) return { ok: false, message: 'What holds above the last tier can be changed, not removed.' };
  const gone = isFrom(card) ? Math.max(0, row - 1) : row;
  const drop = <T>(list: readonly T[], index: number) => list.filter((_entry, at) => at !== index);
  return { ok: true, card: cardOf(card, { bounds: drop(bounds, gone), results: drop(results, row) }) };
}

export type ReadCell<T> = (text: string) => { ok: true; value: T } | { ok: false; message: string };

/**
 * Rows pasted from a spreadsheet: a bound and a result each, or results alone, filled down from `row`.
 * All of them are taken, or none.
 */
export function withPasted(
  card: TieredCard,
  cells: readonly (readonly string[])[],
  row: number,
  read: { bound: ReadCell<string | number>; result: ReadCell<TierResult> },
): Edited {
  const mend = (at: number, message: string) =>
    ({ ok: false, message: `Row ${at + 1} of what you pasted: ${message} Nothing was pasted.` }) as const;
  let edited = card;
  for (const [at, line] of cells.entries()) {
    const [first = '', second] = line;
    const result = read.result(second ?? first);
    if (second !== undefined) {
      const bound = read.bound(first);
      if (!bound.ok) return mend(at, bound.message);
      if (!result.ok) return mend(at, result.message);
      edited = withTier(edited, bound.value, result.value);
      continue;
    }
    if (!result.ok) return mend(at, result.message);
    if (row + at > edited.tiers.length) return mend(at, `there are only ${edited.tiers.length + 1 - row} rows from here on.`);
    edited = withResult(edited, row + at, result.value);
  }
  return { ok: true, card: edited };
}

/** Another way of writing the bounds; no cart pays differently. */
export const withWriting = (card: Extract<Card, { kind: 'valueTiers' }>, writing: 'from' | 'upTo'): Card => ({ ...card, writing });

const numberAndUnit = (text: string): readonly [number, string] => {
  const [number = '', ...unit] = text.split(' ');
  return [Number(number), unit.join(' ')];
};

/** The bound that goes on from the last two as they go on from each other: 8 kg after 2 and 5 kg, 10 items after 5. */
export function nextBound(card: TieredCard): string | number {
  const bounds = cardRows(card).flatMap(({ bound }) => (bound === null ? [] : [bound]));
  const [before, last] = [bounds.at(-2), bounds.at(-1)];
  if (typeof last === 'number') return typeof before === 'number' ? 2 * last - before : 2 * last;
  const [number, unit] = numberAndUnit(last ?? '');
  const [held, heldUnit] = numberAndUnit(String(before ?? ''));
  // Decimals as typed leave no trace of how numbers are held.
  const next = Number((heldUnit === unit ? 2 * number - held : 2 * number).toPrecision(9));
  return / /.test(unit) ? String(last) : `${next} ${unit}`;
}

/** A row takes the price of the row above it. */
export function filledDown(card: TieredCard, row: number): TieredCard | null {
  const above = cardRows(card)[row - 1];
  return above ? withResult(card, row, above.result) : null;
}

/** What a rate of this card counts, as an example. */
export function unitHint(card: TieredCard): string {
  const hints = { mass: 'kg', money: '10.00', count: 'item', length: '10 cm', distance: 'km' } as const;
  return hints[dimensionOf(card.measure)];
}
