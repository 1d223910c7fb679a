import { OwnCharge, Product, Size } from '@ostrakon/core';
import type { ProductRow } from './entities.ts';

export function productFromRow({ position: _position, goodsGroup, size, ownCharge, tags, ...row }: ProductRow): Product {
  return Product.parse({
    ...row,
    group: goodsGroup,
    size: size === null ? null : Size.parse(JSON.parse(size)),
    ownCharge: ownCharge === null ? null : OwnCharge.parse(JSON.parse(ownCharge)),
    tags: JSON.parse(tags),
  });
}

export const rowOfProduct = ({ group, size, ownCharge, tags, ...product }: Product, position: number): ProductRow => ({
  ...product,
  goodsGroup: group,
  size: size === null ? null : JSON.stringify(size),
  ownCharge: ownCharge === null ? null : JSON.stringify(ownCharge),
  tags: JSON.stringify(tags),
  position,
});
