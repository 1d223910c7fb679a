import { ProductFacts, Size } from '@ostrakon/core';
import type { ProductRow } from './goodsEntities.ts';

export function productFromRow({ position: _position, size, tags, hsCode, madeIn, ...row }: ProductRow): ProductFacts {
  return ProductFacts.parse({
    ...row,
    size: size === null ? null : Size.parse(JSON.parse(size)),
    tags: JSON.parse(tags),
    ...(hsCode !== null && { hsCode }),
    ...(madeIn !== null && { madeIn }),
  });
}

export const rowOfProduct = ({ size, tags, hsCode = null, madeIn = null, ...product }: ProductFacts, position: number): ProductRow => ({
  ...product,
  size: size === null ? null : JSON.stringify(size),
  tags: JSON.stringify(tags),
  hsCode,
  madeIn,
  position,
});
