import { formatDistance } from '../measures/distance.ts';
import { formatLength } from '../measures/length.ts';
import { formatMass } from '../measures/mass.ts';
import { dimensionOf, type Measure } from '../measures/measure.ts';
import { formatMoney } from '../money/money.ts';
import { formatNumber } from '../numbers/numberFormat.ts';
import type { Reason } from '../quote/quoteTypes.ts';
import type { Shop } from '../rate-book/rateBook.ts';
import { toDay } from '../time/plainDate.ts';

function shown(measure: Measure, base: number, { currency, locale, units }: Shop): string {
  switch (dimensionOf(measure)) {
    case 'money':
      return formatMoney(base, currency, locale);
    case 'mass':
      return formatMass(base, units, locale);
    case 'length':
      return formatLength(base, units, locale);
    case 'distance':
      return formatDistance(base, units, locale);
    case 'count':
      return `${formatNumber(base, 0, locale)} ${measure === 'parcels' ? 'parcels' : 'items'}`;
  }
}

const OF: Readonly<Record<Measure, string>> = {
  itemsWeight: 'of goods',
  packedWeight: 'packed',
  billableWeight: 'billed weight',
  valueBeforeDiscounts: 'of goods before discounts',
  valueAfterDiscounts: 'of goods',
  itemCount: '',
  parcels: '',
  longestSide: 'along the longest side',
  sumOfSides: 'as the sum of sides',
  lengthPlusGirth: 'of length plus girth',
  distance: 'from us',
};

const DAY = 86_400_000;

/** A plain date, or a day of every year, read as if in UTC. */
const day = (locale: string, text: string) => {
  const dated = text.length > 5;
  const format = new Intl.DateTimeFormat(locale, { day: 'numeric', month: 'short', timeZone: 'UTC', ...(dated && { year: 'numeric' }) });
  return format.format(toDay(dated ? text : `2000-${text}`) * DAY);
};

/**
 * Why a service is withheld, as a buyer may read it: nothing of how the shop counts inside, no coupon by name. Null where
 * the buyer has no business knowing that the service exists.
 */
export function buyerReason(reason: Reason, shop: Shop): string | null {
  switch (reason.code) {
    case 'belowLimit':
    case 'aboveLimit':
    case 'aboveTopTier': {
      const bound = `${shown(reason.measure, reason.bound, shop)} ${OF[reason.measure]}`.trim();
      return reason.code === 'belowLimit' ? `Only from ${bound}.` : `Only up to ${bound}.`;
    }
    case 'tierNotOffered':
    case 'crossingNotOffered':
      return 'Not for an order of this size.';
    case 'goodsRefused':
      return 'Not for all of these goods.';
    case 'couponNeeded':
      return 'Only with a coupon.';
    case 'outsideDates': {
      const { from, until } = reason.dates;
      if (from === null) return `Only until ${day(shop.locale, until ?? '')}.`;
      return until === null ? `Only from ${day(shop.locale, from)}.` : `Only from ${day(shop.locale, from)} to ${day(shop.locale, until)}.`;
    }
    case 'wrongWeekday':
      return 'Not on this day of the week.';
    case 'pointUnknown':
      return 'Only where we know how far it is: please give your full address.';
    case 'outsideRound':
      return 'Not at this address.';
    case 'noOrigin':
      return 'Not for these goods.';
    case 'carrierDeclined':
      return 'Not for this order.';
    case 'carrierSilent':
      return 'Not available at the moment.';
    case 'noLane':
    case 'noZone':
    case 'nothingToDeliver':
      return null;
  }
}
