import { z } from 'zod';
import { boundInBase } from '../measures/bound.ts';
import { DistanceText } from '../measures/distance.ts';
import { LengthText } from '../measures/length.ts';
import { compareMass, MassText } from '../measures/mass.ts';
import { CountMeasure, dimensionOf, type Measure, SizeMeasure, ValueMeasure, WeightMeasure } from '../measures/measure.ts';
import { MarkupPoints } from '../measures/percent.ts';
import { Minor } from '../money/money.ts';
import { PlainResult, resultOf, type TierResult } from './result.ts';

export type { TierResult } from './result.ts';

/** The most tiers one card takes. */
export const MOST_TIERS = 200;
/** The most bounds along one side of a two-way card. */
export const MOST_SIDE = 40;

export const ItemCount = z.int().min(1, 'At least one item').max(1_000_000);
const Amount = Minor.check(z.gte(1, 'More than nothing'));

const ORDER = 'Each tier reaches further than the one before it';

/** A bound or unit in words or numbers: see `boundInBase`. */
export type Bound = string | number;

function ascending(measure: Measure, bounds: readonly Bound[], at: (index: number) => PropertyKey[], context: z.RefinementCtx): void {
  bounds.forEach((bound, index) => {
    const before = bounds[index - 1];
    if (before === undefined) return;
    const [low, high] = [boundInBase(measure, before), boundInBase(measure, bound)];
    const order = dimensionOf(measure) === 'mass' ? compareMass(low, high) : low - high;
    if (order >= 0) context.addIssue({ code: 'custom', message: ORDER, path: at(index), input: bound });
  });
}

/** A card's own least and greatest price, before charges; null where there is none. */
const range = { floor: Minor.nullable(), cap: Minor.nullable() };

interface Ranged {
  readonly floor: Minor | null;
  readonly cap: Minor | null;
}

function inOrder({ floor, cap }: Ranged, context: z.RefinementCtx): void {
  if (floor === null || cap === null || floor <= cap) return;
  context.addIssue({ code: 'custom', message: 'At most is less than at least', path: ['cap'], input: cap });
}

/** Whether a tier's result holds for the whole cart, or each band of the measure pays at its own rate. */
export const Bands = z.enum(['whole', 'graduated']);

interface Tiered extends Ranged {
  readonly measure: Measure;
  readonly bands: z.infer<typeof Bands>;
  readonly tiers: readonly { readonly upTo: Bound; readonly result: TierResult }[];
  readonly above: TierResult;
}

/** A band adds to the ones below it: a fixed sum may stand in the first one only, so that the price never jumps. */
function gradual({ tiers, above, measure }: Tiered, context: z.RefinementCtx): void {
  [...tiers.map((tier) => tier.result), above].forEach((result, at) => {
    const path = at < tiers.length ? ['tiers', at, 'result'] : ['above'];
    const fixed = result.kind === 'amount' || (result.kind === 'perUnit' && result.base > 0);
    if (at > 0 && fixed) {
      const message = 'A further band adds a rate, such as 0.80/kg, not a sum of its own';
      context.addIssue({ code: 'custom', message, path, input: result });
    }
    if (result.kind === 'percent' && result.of !== measure) {
      const message = 'A band takes its share of the value the card is measured on';
      context.addIssue({ code: 'custom', message, path, input: result });
    }
  });
}

function tiers<K extends string, M extends z.ZodType<Measure>, B extends z.ZodType<Bound>, E extends z.ZodRawShape>(
  kind: K,
  measure: M,
  upTo: B,
  more: E,
) {
  const result = resultOf(upTo);
  return z
    .strictObject({
      kind: z.literal(kind),
      measure,
      ...more,
      bands: Bands,
      tiers: z.array(z.strictObject({ upTo, result })).min(1, 'A card of tiers has at least one tier').max(MOST_TIERS),
      /** The answer for everything above the last tier, so that a card never has a gap. */
      above: result,
      ...range,
    })
    .superRefine((raw, context) => {
      const card = raw as unknown as Tiered;
      const bounds = card.tiers.map((tier) => tier.upTo);
      ascending(card.measure, bounds, (at) => ['tiers', at, 'upTo'], context);
      inOrder(card, context);
      if (card.bands === 'graduated') gradual(card, context);
    });
}

export const FlatCard = z.strictObject({ kind: z.literal('flat'), result: PlainResult });

/** No price of its own: the buyer pays the charges alone. */
export const ChargesOnlyCard = z.strictObject({ kind: z.literal('chargesOnly') });

export const FirstAndFurtherCard = z
  .strictObject({ kind: z.literal('firstAndFurther'), measure: CountMeasure, first: Minor, further: Minor, ...range })
  .superRefine(inOrder);

export const PercentCard = z
  .strictObject({ kind: z.literal('percent'), of: ValueMeasure, basisPoints: MarkupPoints, ...range })
  .superRefine(inOrder);

const started = <M extends z.ZodType<Measure>, U extends z.ZodType<Bound>>(measure: M, unit: U) => z.strictObject({ measure, unit });

/** A base, and so much for each started unit of a measure. */
export const StartedUnitsCard = z
  .strictObject({
    kind: z.literal('startedUnits'),
    base: Minor,
    each: Minor,
    /** What a unit is, of which measure. */
    per: z.discriminatedUnion('measure', [
      ...WeightMeasure.options.map((measure) => started(z.literal(measure), MassText)),
      ...ValueMeasure.options.map((measure) => started(z.literal(measure), Amount)),
      ...CountMeasure.options.map((measure) => started(z.literal(measure), ItemCount)),
      ...SizeMeasure.options.map((measure) => started(z.literal(measure), LengthText)),
      started(z.literal('distance'), DistanceText),
    ] as never) as unknown as z.ZodType<{ measure: Measure; unit: Bound }>,
    ...range,
  })
  .superRefine((card, context) => {
    inOrder(card, context);
    if (boundInBase(card.per.measure, card.per.unit) === 0)
      context.addIssue({ code: 'custom', message: 'A unit is more than nothing', path: ['per', 'unit'], input: card.per.unit });
  });

export const WeightTiers = tiers('weightTiers', WeightMeasure, MassText, {});

/** How a card of value tiers is written and shown: by lower or by upper bounds. Stored by upper bounds either way. */
export const Writing = z.enum(['from', 'upTo']);

export const ValueTiers = tiers('valueTiers', ValueMeasure, Minor, { writing: Writing });
export const CountTiers = tiers('countTiers', CountMeasure, ItemCount, {});
export const SizeTiers = tiers('sizeTiers', SizeMeasure, LengthText, {});
export const DistanceTiers = tiers('distanceTiers', z.literal('distance'), DistanceText, {});

/** One side of a two-way card: bounds of a measure, each belonging to the stretch it ends. */
const side = <M extends z.ZodType<Measure>, B extends z.ZodType<Bound>>(measure: M, bound: B) =>
  z.strictObject({ measure, bounds: z.array(bound).min(1, 'A side has at least one bound').max(MOST_SIDE, `At most ${MOST_SIDE} bounds`) });

const Side = z.discriminatedUnion('measure', [
  ...WeightMeasure.options.map((measure) => side(z.literal(measure), MassText)),
  ...ValueMeasure.options.map((measure) => side(z.literal(measure), Minor)),
  ...CountMeasure.options.map((measure) => side(z.literal(measure), ItemCount)),
  ...SizeMeasure.options.map((measure) => side(z.literal(measure), LengthText)),
  side(z.literal('distance'), DistanceText),
] as never) as unknown as z.ZodType<{ measure: Measure; bounds: Bound[] }>;
export type Side = z.infer<typeof Side>;

const anyResult = resultOf(z.union([MassText, LengthText, DistanceText, ItemCount]));

/** Two measures: a result for each stretch of rows in each stretch of columns, the last of both being open above. */
export const TwoWayCard = z
  .strictObject({ kind: z.literal('twoWay'), rows: Side, columns: Side, results: z.array(z.array(anyResult)), ...range })
  .superRefine((card, context) => {
    const { rows, columns, results } = card;
    inOrder(card, context);
    ascending(rows.measure, rows.bounds, (at) => ['rows', 'bounds', at], context);
    ascending(columns.measure, columns.bounds, (at) => ['columns', 'bounds', at], context);
    if (rows.measure === columns.measure) {
      context.addIssue({
        code: 'custom',
        message: 'The two sides read different measures',
        path: ['columns', 'measure'],
        input: columns.measure,
      });
    }
    if (results.length !== rows.bounds.length + 1 || results.some((line) => line.length !== columns.bounds.length + 1)) {
      context.addIssue({ code: 'custom', message: 'Every row has a result in every column', path: ['results'], input: results });
    }
    results.forEach((line, row) => {
      line.forEach((result, column) => {
        if (result.kind !== 'perUnit' || unitFits(rows.measure, result.unit)) return;
        context.addIssue({
          code: 'custom',
          message: 'The unit is one of the rows',
          path: ['results', row, column, 'unit'],
          input: result.unit,
        });
      });
    });
  });

/** Whether a unit can be measured by a measure. */
export function unitFits(measure: Measure, unit: Bound): boolean {
  const dimension = dimensionOf(measure);
  if (dimension === 'money' || dimension === 'count') return typeof unit === 'number';
  const schema = dimension === 'mass' ? MassText : dimension === 'length' ? LengthText : DistanceText;
  return schema.safeParse(unit).success;
}

/** The price rule of a lane for a set of goods. A tier's upper bound belongs to the tier. */
export const Card = z.discriminatedUnion('kind', [
  FlatCard,
  FirstAndFurtherCard,
  WeightTiers,
  ValueTiers,
  CountTiers,
  SizeTiers,
  DistanceTiers,
  TwoWayCard,
  StartedUnitsCard,
  PercentCard,
  ChargesOnlyCard,
]);
export type Card = z.infer<typeof Card>;
export type CardKind = Card['kind'];
/** In the order in which they are offered. */
export const CARD_KINDS: readonly CardKind[] = Card.options.map((option) => option.shape.kind.value);

const TIERED = ['weightTiers', 'valueTiers', 'countTiers', 'sizeTiers', 'distanceTiers'] as const;
export type TieredCard = Extract<Card, { kind: (typeof TIERED)[number] }>;
export type TwoWay = Extract<Card, { kind: 'twoWay' }>;

export function isTiered(card: Card): card is TieredCard {
  return (TIERED as readonly string[]).includes(card.kind);
}

/** Every result that stands on a card, in its order. */
export function resultsOf(card: Card): readonly TierResult[] {
  if (isTiered(card)) return [...card.tiers.map((tier) => tier.result), card.above];
  if (card.kind === 'twoWay') return card.results.flat();
  return card.kind === 'flat' ? [card.result] : [];
}

/** Kinds that are made of figures: there is no first card of theirs before somebody has typed them. */
export const FIGURE_KINDS = [
  'firstAndFurther',
  'weightTiers',
  'valueTiers',
  'countTiers',
  'sizeTiers',
  'distanceTiers',
  'twoWay',
  'startedUnits',
  'percent',
] as const satisfies readonly CardKind[];
export type FigureKind = (typeof FIGURE_KINDS)[number];

export const isFigureKind = (kind: CardKind): kind is FigureKind => FIGURE_KINDS.some((one) => one === kind);

/** A card without figures to begin with. It asks the buyer to write until a price is typed: nothing is free by accident. */
export const firstCard = (kind: Exclude<CardKind, FigureKind>): Card => (kind === 'flat' ? { kind, result: { kind: 'refer' } } : { kind });

/** The measures a card reads. */
export function cardMeasures(card: Card): readonly Measure[] {
  if (isTiered(card) || card.kind === 'firstAndFurther') return [card.measure];
  if (card.kind === 'twoWay') return [card.rows.measure, card.columns.measure];
  if (card.kind === 'startedUnits') return [card.per.measure];
  return card.kind === 'percent' ? [card.of] : [];
}
