import type { BuyerSentences } from './buyerSentences.ts';

const alone = (bound: string) => bound;

export const en: BuyerSentences = {
  of: {
    itemsWeight: (bound) => `${bound} of goods`,
    packedWeight: (bound) => `${bound} packed`,
    billableWeight: (bound) => `${bound} billed weight`,
    valueBeforeDiscounts: (bound) => `${bound} of goods before discounts`,
    valueAfterDiscounts: (bound) => `${bound} of goods`,
    itemCount: alone,
    parcels: alone,
    longestSide: (bound) => `${bound} along the longest side`,
    sumOfSides: (bound) => `${bound} as the sum of sides`,
    lengthPlusGirth: (bound) => `${bound} of length plus girth`,
    distance: (bound) => `${bound} from us`,
  },
  count: (number, one, what) => `${number} ${what === 'items' ? 'item' : 'parcel'}${one ? '' : 's'}`,
  from: (bound) => `Only from ${bound}.`,
  upTo: (bound) => `Only up to ${bound}.`,
  dates: (from, until) => {
    if (from === null) return `Only until ${until}.`;
    return until === null ? `Only from ${from}.` : `Only from ${from} to ${until}.`;
  },
  plain: {
    notThisSize: 'Not for an order of this size.',
    notTheseGoods: 'Not for these goods.',
    notAllGoods: 'Not for all of these goods.',
    couponOnly: 'Only with a coupon.',
    notToday: 'Not on this day of the week.',
    fullAddressNeeded: 'Only where we know how far it is: please give your full address.',
    notThere: 'Not at this address.',
    notThisOrder: 'Not for this order.',
    notNow: 'Not available at the moment.',
  },
  address: {
    provinceContradicts: 'The postal code is not in this province. Please check both.',
    provinceNeeded: 'Please give your province or state.',
    postalCodeNeeded: 'Please give your postal code.',
  },
};
