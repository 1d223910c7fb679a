import type { Reason } from '../quote/quoteTypes.ts';
import type { BuyerReason } from './buyerReason.ts';

const PLAIN = {
  tierNotOffered: 'notThisSize',
  crossingNotOffered: 'notThisSize',
  goodsRefused: 'notAllGoods',
  couponNeeded: 'couponOnly',
  wrongWeekday: 'notToday',
  pointUnknown: 'fullAddressNeeded',
  outsideRound: 'notThere',
  noOrigin: 'notTheseGoods',
  carrierDeclined: 'notThisOrder',
  carrierSilent: 'notNow',
} as const;

/** A reason as a buyer may know it; null where the buyer has no business knowing that the service exists. */
export function toBuyerReason(reason: Reason): BuyerReason | null {
  switch (reason.code) {
    case 'belowLimit':
      return { code: 'onlyFrom', measure: reason.measure, bound: reason.bound };
    case 'aboveLimit':
    case 'aboveTopTier':
      return { code: 'onlyUpTo', measure: reason.measure, bound: reason.bound };
    case 'outsideDates':
      return { code: 'onlyOnDates', dates: reason.dates };
    case 'noLane':
    case 'noZone':
    case 'nothingToDeliver':
      return null;
    default:
      return { code: PLAIN[reason.code] };
  }
}
