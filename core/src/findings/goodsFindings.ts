import type { Product } from '../goods/product.ts';
import { massToMicrograms } from '../measures/mass.ts';
import { type Packaging, type Size, sidesOf } from '../packing/packaging.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import type { Finding } from './finding.ts';

export type GoodsFinding = Finding<'noTare' | 'noWeight' | 'noSize' | 'fitsNoBox'>;

const SHOWN = 3;

interface Room {
  /** The longest first, in micrometres. */
  readonly sides: readonly number[];
  readonly load: number;
}

const sorted = (size: Size): readonly number[] => {
  const { length, width, height } = sidesOf(size);
  return [length, width, height].sort((a, b) => b - a);
};

const roomOf = ({ inside, mostLoad }: Packaging): Room => ({
  sides: sorted(inside),
  load: mostLoad === null ? Number.POSITIVE_INFINITY : massToMicrograms(mostLoad),
});

/** Whether one of a product goes into a box at all, turned any way; what is not known of it keeps it out of none. */
function fitsInto({ size, weight }: Product, { sides, load }: Room): boolean {
  const light = weight === null || massToMicrograms(weight) <= load;
  return light && (size === null || sorted(size).every((side, at) => side <= (sides[at] ?? 0)));
}

/** Packaging that weighs nothing, and goods of which weight or size is not known, so that parcels come out too light. */
export function goodsFindings({ packing }: Pick<RateBook, 'packing'>, products: readonly Product[]): GoodsFinding[] {
  const boxes = packing.packaging.filter(({ inUse }) => inUse).map(roomOf);
  const delivered = products.filter((product) => product.delivered);
  const lacking = (code: 'noWeight' | 'noSize' | 'fitsNoBox', list: readonly Product[]): GoodsFinding[] =>
    list.length === 0
      ? []
      : [
          {
            code,
            severity: code === 'noSize' ? 'tidiness' : 'moneyLost',
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
      'fitsNoBox',
      boxes.length === 0 ? [] : delivered.filter((product) => !product.ownBox && !boxes.some((box) => fitsInto(product, box))),
    ),
    ...lacking(
      'noSize',
      delivered.filter(({ weight, size }) => weight !== null && size === null),
    ),
  ];
}
