import type { Product } from '../goods/product.ts';
import { massToMicrograms } from '../measures/mass.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import type { Finding } from './finding.ts';

export type GoodsFinding = Finding<'noTare' | 'noWeight' | 'noSize'>;

const SHOWN = 3;

/** Packaging that weighs nothing, and goods of which weight or size is not known, so that parcels come out too light. */
export function goodsFindings({ packing }: Pick<RateBook, 'packing'>, products: readonly Product[]): GoodsFinding[] {
  const delivered = products.filter((product) => product.delivered);
  const lacking = (code: 'noWeight' | 'noSize', list: readonly Product[]): GoodsFinding[] =>
    list.length === 0
      ? []
      : [
          {
            code,
            severity: code === 'noWeight' ? 'moneyLost' : 'tidiness',
            where: { zones: [] },
            facts: { products: list.slice(0, SHOWN).map(({ id }) => id), count: list.length },
            witness: { lines: list.slice(0, 1).map(({ id }) => ({ product: id, quantity: 1 })) },
          },
        ];
  return [
    ...packing.packaging
      .filter(({ inUse, tare }) => inUse && massToMicrograms(tare) === 0)
      .map(({ id }): GoodsFinding => ({ code: 'noTare', severity: 'moneyLost', where: { zones: [] }, facts: { packaging: id } })),
    ...lacking(
      'noWeight',
      delivered.filter(({ weight }) => weight === null),
    ),
    ...lacking(
      'noSize',
      delivered.filter(({ weight, size }) => weight !== null && size === null),
    ),
  ];
}
