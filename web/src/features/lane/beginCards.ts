import type { Bound, Card, FigureKind, Measure, Shop, TierResult } from '@ostrakon/core';
import { boundText, resultText } from '@ostrakon/core';
import { orNone, readBound, readMoney, readPercent, readResult } from '../../ui/readers.ts';
import type { Read } from '../../ui/useTypedField.ts';
import type { Format } from '../../words/format.ts';

/** What was typed so far, by field. */
export type Figures = Readonly<Record<string, unknown>>;

/** A figure that is asked for before a kind of prices begins. */
export interface Asked {
  readonly key: string;
  readonly label: string;
  /** An example of what is typed here. */
  readonly hint: string;
  readonly read: (text: string) => Read<unknown>;
  readonly show: (value: unknown) => string;
}

export interface Begun {
  readonly asked: readonly Asked[];
  /** The prices, once all that is needed is there. */
  readonly cardOf: (figures: Figures) => Card | null;
}

const open = { floor: null, cap: null };
const NOT_OFFERED: TierResult = { kind: 'notOffered' };

/** What is asked of a kind, by the shop's own measures and signs. */
export function beginCard(kind: FigureKind, shop: Shop, format: Format): Begun {
  const metric = shop.units === 'metric';
  const such = (text: string) => `such as ${text}`;
  const money = (key: string, label: string, example: number): Asked => ({
    key,
    label,
    hint: such(format.plain(example)),
    read: readMoney(shop),
    show: (value) => format.plain(value as number),
  });
  const price = (key: string, label: string, example: number, measure?: Measure): Asked => ({
    key,
    label,
    hint: such(format.plain(example)),
    read: readResult(shop, measure),
    show: (value) => resultText(value as TierResult, measure, shop),
  });
  const bound = (key: string, label: string, measure: Measure, example: Bound): Asked => ({
    key,
    label,
    hint: such(boundText(example, measure, shop)),
    read: readBound(measure, shop),
    show: (value) => boundText(value as Bound, measure, shop),
  });
  const has = (figures: Figures, ...keys: readonly string[]) => keys.every((key) => figures[key] !== undefined);
  /** One tier that is typed, and nothing above it. */
  const oneTier = (measure: Measure, example: Bound): Begun => ({
    asked: [bound('upTo', 'Up to', measure, example), price('price', 'Price up to there', 800, measure)],
    cardOf: (figures) =>
      has(figures, 'upTo', 'price')
        ? ({
            kind,
            measure,
            bands: 'whole',
            tiers: [{ upTo: figures.upTo, result: figures.price }],
            above: NOT_OFFERED,
            ...open,
          } as Card)
        : null,
  });
  switch (kind) {
    case 'weightTiers':
      return oneTier('packedWeight', metric ? '1 kg' : '1 lb');
    case 'countTiers':
      return oneTier('itemCount', 1);
    case 'sizeTiers':
      return oneTier('longestSide', metric ? '60 cm' : '24 in');
    case 'distanceTiers':
      return oneTier('distance', metric ? '10 km' : '6 mi');
    case 'valueTiers':
      return {
        asked: [
          money('below', 'For goods of less than', 5000),
          price('price', 'Price below that', 800, 'valueAfterDiscounts'),
          price('above', 'Price from there on', 400, 'valueAfterDiscounts'),
        ],
        cardOf: ({ below, price: low, above }) =>
          below === undefined || low === undefined || above === undefined
            ? null
            : {
                kind,
                measure: 'valueAfterDiscounts',
                writing: 'from',
                bands: 'whole',
                tiers: [{ upTo: Math.max(0, (below as number) - 1), result: low as TierResult }],
                above: above as TierResult,
                ...open,
              },
      };
    case 'twoWay':
      return {
        asked: [
          bound('weight', 'Parcels up to', 'packedWeight', metric ? '1 kg' : '1 lb'),
          money('below', 'For goods of less than', 5000),
          price('low', 'Price below that value', 800, 'packedWeight'),
          price('high', 'Price from that value on', 400, 'packedWeight'),
        ],
        cardOf: ({ weight, below, low, high }) =>
          weight === undefined || below === undefined || low === undefined || high === undefined
            ? null
            : {
                kind,
                rows: { measure: 'packedWeight', bounds: [weight as string] },
                columns: { measure: 'valueAfterDiscounts', bounds: [Math.max(0, (below as number) - 1)] },
                results: [
                  [low as TierResult, high as TierResult],
                  [NOT_OFFERED, NOT_OFFERED],
                ],
                ...open,
              },
      };
    case 'firstAndFurther':
      return {
        asked: [money('first', 'First item', 800), money('further', 'Each further item', 150)],
        cardOf: ({ first, further }) =>
          first === undefined || further === undefined
            ? null
            : { kind, measure: 'itemCount', first: first as number, further: further as number, ...open },
      };
    case 'startedUnits': {
      const base = money('base', 'Base, if any', 0);
      return {
        asked: [
          { ...base, hint: 'none', read: orNone(base.read) },
          money('each', metric ? 'For each kilogram started' : 'For each pound started', 120),
        ],
        cardOf: ({ base: held, each }) =>
          each === undefined
            ? null
            : {
                kind,
                base: (held as number | undefined) ?? 0,
                each: each as number,
                per: { measure: 'packedWeight', unit: metric ? '1 kg' : '1 lb' },
                ...open,
              },
      };
    }
    case 'percent':
      return {
        asked: [
          {
            key: 'share',
            label: 'Share',
            hint: such(format.percent(1000)),
            read: readPercent(format, 100_000),
            show: (value) => format.percent(value as number),
          },
        ],
        cardOf: ({ share }) => (share === undefined ? null : { kind, of: 'valueAfterDiscounts', basisPoints: share as number, ...open }),
      };
  }
}
