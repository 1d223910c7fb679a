import type { Measure, TierResult } from '@ostrakon/core';
import { unitText } from '@ostrakon/core';
import type { Format } from './format.ts';

/** "kg", "500 g", "item", "$10.00" of goods. */
export const perWords = (unit: string | number, measure: Measure, format: Format): string =>
  typeof unit === 'number' && (measure === 'valueBeforeDiscounts' || measure === 'valueAfterDiscounts')
    ? format.money(unit)
    : unitText(unit, measure, format);

export const goodsWords = (of: 'valueBeforeDiscounts' | 'valueAfterDiscounts') =>
  of === 'valueAfterDiscounts' ? 'goods after discounts' : 'goods before discounts';

/** What a tier answers, in few words. `measure` is what a rate counts. */
export function resultWords(result: TierResult, format: Format, measure: Measure = 'itemCount'): string {
  switch (result.kind) {
    case 'amount':
      return format.price(result.amount);
    case 'perUnit': {
      const rate = `${format.money(result.each)} for each started ${perWords(result.unit, measure, format)}`;
      return result.base === 0 ? rate : `${format.money(result.base)} and ${rate}`;
    }
    case 'percent':
      return `${format.percent(result.basisPoints)} of ${goodsWords(result.of)}`;
    case 'free':
      return 'Free';
    case 'notOffered':
      return 'not offered';
    case 'refer':
      return result.words === undefined ? 'ask us' : `“${result.words}”`;
  }
}
