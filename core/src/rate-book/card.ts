import { z } from 'zod';
import { compareMass, MassText, massToMicrograms } from '../measures/mass.ts';
import { CountMeasure, type Measure, WeightMeasure } from '../measures/measure.ts';
import { type Currency, minorDigits } from '../money/currency.ts';
import { Minor } from '../money/money.ts';

/** What a tier answers. `refer` shows the shop's message instead of a price. */
export const TierResult = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('amount'), amount: Minor }),
  z.strictObject({ kind: z.literal('free') }),
  z.strictObject({ kind: z.literal('notOffered') }),
  z.strictObject({ kind: z.literal('refer') }),
]);
export type TierResult = z.infer<typeof TierResult>;

/** The most tiers one card takes. */
export const MOST_TIERS = 200;

export const ItemCount = z.int().min(1, 'At least one item').max(1_000_000);

const ORDER = 'Each tier reaches further than the one before it';

function ascending<T>(tiers: readonly { upTo: T }[], compare: (a: T, b: T) => number, context: z.RefinementCtx): void {
  tiers.forEach((tier, at) => {
    const before = tiers[at - 1];
    if (before && compare(before.upTo, tier.upTo) >= 0) {
      context.addIssue({ code: 'custom', message: ORDER, path: ['tiers', at, 'upTo'], input: tier.upTo });
    }
  });
}

function tiersOf<B extends z.ZodType>(upTo: B) {
  return z
    .array(z.strictObject({ upTo, result: TierResult }))
    .min(1, 'A card of tiers has at least one tier')
    .max(MOST_TIERS);
}

/** The answer for everything above the last tier, so that a card never has a gap. */
const above = TierResult;

export const FlatCard = z.strictObject({
  kind: z.literal('flat'),
  result: z.discriminatedUnion('kind', [TierResult.options[0], TierResult.options[1], TierResult.options[3]]),
});

export const WeightTiers = z
  .strictObject({ kind: z.literal('weightTiers'), measure: WeightMeasure, tiers: tiersOf(MassText), above })
  .superRefine((card, context) => ascending(card.tiers, (a, b) => compareMass(massToMicrograms(a), massToMicrograms(b)), context));

/** How a card of value tiers is written and shown: by lower or by upper bounds. Stored by upper bounds either way. */
export const Writing = z.enum(['from', 'upTo']);

export const ValueTiers = z
  .strictObject({
    kind: z.literal('valueTiers'),
    measure: z.enum(['valueBeforeDiscounts', 'valueAfterDiscounts']),
    writing: Writing,
    tiers: tiersOf(Minor),
    above,
  })
  .superRefine((card, context) => ascending(card.tiers, (a, b) => a - b, context));

export const CountTiers = z
  .strictObject({ kind: z.literal('countTiers'), measure: CountMeasure, tiers: tiersOf(ItemCount), above })
  .superRefine((card, context) => ascending(card.tiers, (a, b) => a - b, context));

/** The price rule of a lane. A tier's upper bound belongs to the tier. */
export const Card = z.discriminatedUnion('kind', [FlatCard, WeightTiers, ValueTiers, CountTiers]);
export type Card = z.infer<typeof Card>;
export type CardKind = Card['kind'];
export type TieredCard = Exclude<Card, { kind: 'flat' }>;

/** A tier's bound in base units of the card's measure. */
export function boundToBase(upTo: TieredCard['tiers'][number]['upTo']): number {
  return typeof upTo === 'string' ? massToMicrograms(upTo) : upTo;
}

/**
 * A card of `kind` to begin with, when none was kept from before. It asks the buyer to write until a price is typed:
 * nothing is free by accident.
 */
export function firstCard(kind: CardKind, shop: { units: 'metric' | 'imperial'; currency: Currency }): Card {
  const result = { kind: 'refer' } as const;
  const top = { kind: 'notOffered' } as const;
  switch (kind) {
    case 'flat':
      return { kind, result };
    case 'weightTiers':
      return { kind, measure: 'packedWeight', tiers: [{ upTo: shop.units === 'metric' ? '1 kg' : '1 lb', result }], above: top };
    case 'valueTiers': {
      const upTo = 50 * 10 ** minorDigits(shop.currency) - 1;
      return { kind, measure: 'valueAfterDiscounts', writing: 'from', tiers: [{ upTo, result }], above: result };
    }
    case 'countTiers':
      return { kind, measure: 'itemCount', tiers: [{ upTo: 1, result }], above: top };
  }
}

/** The measure a card reads, if it reads one. */
export function cardMeasure(card: Card): Measure | undefined {
  return card.kind === 'flat' ? undefined : card.measure;
}
