import {
  countryGroupName,
  dimensionOf,
  type Measure,
  type Place,
  type PlaceAnswer,
  type RateBook,
  type Reason,
  UNKNOWN_DISTANCE,
} from '@ostrakon/core';
import { silenceWords } from './carrierWords.ts';
import type { Format } from './format.ts';

export const measureWords: Record<Measure, string> = {
  itemsWeight: 'Items weight',
  packedWeight: 'Packed weight',
  billableWeight: 'Billable weight',
  valueBeforeDiscounts: 'Goods before discounts',
  valueAfterDiscounts: 'Goods after discounts',
  itemCount: 'Number of items',
  parcels: 'Parcels',
  longestSide: 'Longest side',
  sumOfSides: 'Sum of sides',
  lengthPlusGirth: 'Length plus girth',
  distance: 'Distance',
};

/** What is measured, in a line. */
export const measureAbout: Record<Measure, string> = {
  itemsWeight: 'the goods alone',
  packedWeight: 'with packaging',
  billableWeight: 'as carriers bill, large light parcels as heavier',
  valueBeforeDiscounts: 'what the goods come to, coupons not taken off',
  valueAfterDiscounts: 'what the goods come to, coupons taken off',
  itemCount: 'pieces in the cart',
  parcels: 'how many it is packed into',
  longestSide: 'of the largest parcel',
  sumOfSides: 'length, width and height of the largest parcel',
  lengthPlusGirth: 'length and the way around the largest parcel',
  distance: 'from the location it leaves',
};

/** A stretch of a measure between two bounds, the upper one included. */
export function stretch(measure: Measure, row: { above?: number; upTo?: number }, format: Format): string {
  const { above, upTo } = row;
  const show = (bound: number) => format.measured(measure, bound);
  const dimension = dimensionOf(measure);
  if (dimension === 'money' || dimension === 'count') {
    // Whole cents, items and parcels: "over 59.99" is said as "from 60.00".
    if (upTo === undefined) return above === undefined ? 'any' : `from ${show(above + 1)}`;
    return above === undefined ? `up to ${show(upTo)}` : `${show(above + 1)} to ${show(upTo)}`;
  }
  if (upTo === undefined) return above === undefined ? 'any' : `over ${show(above)}`;
  return above === undefined ? `up to ${show(upTo)}` : `over ${show(above)}, up to ${show(upTo)}`;
}

/** What the owner calls a goods group; null is the default group. */
export type GroupName = (group: string | null) => string;

export const groupNameOf =
  ({ goodsGroups }: Pick<RateBook, 'goodsGroups'>): GroupName =>
  (group) =>
    group === null ? 'goods in no group' : (goodsGroups.find(({ id }) => id === group)?.name ?? group);

const PLAIN: GroupName = (group) => group ?? 'goods in no group';

function windowWords({ from, until }: { from: string | null; until: string | null }, format: Format): string {
  if (from === null) return `until ${format.day(until ?? '')}`;
  return until === null ? `from ${format.day(from)}` : `${format.day(from)} to ${format.day(until)}`;
}

function unmeasuredWords(reason: Extract<Reason, { code: Unmeasured }>, format: Format, group: GroupName): string {
  switch (reason.code) {
    case 'noLane':
      return 'is not offered in this zone';
    case 'noZone':
      return 'this address is in no zone';
    case 'pointUnknown':
      return 'a distance decides, and where this address lies is not known';
    case 'outsideRound':
      return 'the address lies outside the round’s area';
    case 'nothingToDeliver':
      return 'nothing in this cart is delivered';
    case 'noOrigin':
      return 'no location may ship these goods';
    case 'goodsRefused':
      return `does not take ${format.list(reason.groups.map(group))}`;
    case 'couponNeeded':
      return 'only with a coupon; none of this cart’s opens it';
    case 'outsideDates':
      return `only ${windowWords(reason.dates, format)}; ${reason.date === null ? 'no moment is set' : `this is ${format.day(reason.date)}`}`;
    case 'carrierDeclined':
      return `${reason.carrier} declined: ${reason.message}`;
    case 'carrierSilent':
      return `${reason.carrier} ${silenceWords[reason.why]}${reason.detail === undefined ? '' : ` (${reason.detail})`}`;
    case 'wrongWeekday': {
      const days = format.weekdays(reason.weekdays);
      return `only on ${days}; ${reason.weekday === null ? 'no moment is set' : `this is ${format.weekday(reason.weekday)}`}`;
    }
  }
}

const UNMEASURED = [
  'noLane',
  'noZone',
  'nothingToDeliver',
  'noOrigin',
  'pointUnknown',
  'outsideRound',
  'goodsRefused',
  'couponNeeded',
  'outsideDates',
  'wrongWeekday',
  'carrierDeclined',
  'carrierSilent',
] as const;
type Unmeasured = (typeof UNMEASURED)[number];
const isUnmeasured = (reason: Reason): reason is Extract<Reason, { code: Unmeasured }> =>
  (UNMEASURED as readonly string[]).includes(reason.code);

/** Why a service is withheld, as the owner reads it: what was measured, the bound, and what would change it. */
export function reasonWords(reason: Reason, format: Format, group: GroupName = PLAIN): string {
  if (isUnmeasured(reason)) return unmeasuredWords(reason, format, group);
  const whose = 'group' in reason && reason.group !== undefined ? group(reason.group) : undefined;
  const it = whose ?? (reason.consignment === undefined ? 'this cart' : 'it');
  if (reason.code === 'crossingNotOffered') {
    const { row, column } = reason;
    const at = (side: typeof row) => `${measureWords[side.measure].toLowerCase()} ${stretch(side.measure, side, format)}`;
    return `not offered for ${at(row)} with ${at(column)}${whose === undefined ? '' : ` of ${whose}`}`;
  }
  const has = `${it} has ${format.measured(reason.measure, reason.measured)}`;
  if (reason.code === 'tierNotOffered') return `not offered ${stretch(reason.measure, reason, format)}; ${has}`;
  const bound = format.measured(reason.measure, reason.bound);
  const ends = { belowLimit: `starts at ${bound}`, aboveLimit: `limited to ${bound}`, aboveTopTier: `tiers stop at ${bound}` };
  const difference = differenceWords(reason, format);
  return `${ends[reason.code]}; ${has}${difference === '' ? '' : `, ${difference}`}`;
}

const SHORT: Readonly<Record<Unmeasured, string>> = {
  noLane: '',
  noZone: 'in no zone',
  nothingToDeliver: 'nothing to deliver',
  noOrigin: 'no location ships this',
  pointUnknown: 'distance not known',
  outsideRound: 'outside its area',
  goodsRefused: 'not these goods',
  couponNeeded: 'only with a coupon',
  outsideDates: 'not at this date',
  wrongWeekday: 'not on this day',
  carrierDeclined: 'carrier declines',
  carrierSilent: 'no answer',
};

/** The same in a few words, for a cell of the sheet. */
export function reasonInShort(reason: Reason, format: Format): string {
  if (reason.code === 'carrierSilent' && reason.why === 'waiting') return 'asking…';
  if (isUnmeasured(reason)) return SHORT[reason.code];
  switch (reason.code) {
    case 'belowLimit':
      return `from ${format.measured(reason.measure, reason.bound)}`;
    case 'aboveLimit':
    case 'aboveTopTier':
      return `${reason.measure === 'distance' ? 'beyond' : 'over'} ${format.measured(reason.measure, reason.bound)}`;
    case 'tierNotOffered':
      return `not ${stretch(reason.measure, reason, format)}`;
    case 'crossingNotOffered':
      return `not ${stretch(reason.row.measure, reason.row, format)}`;
  }
}

/** How far a cart is from being offered. */
export function differenceWords(reason: Reason, format: Format): string {
  if (!('difference' in reason) || (reason.measure === 'distance' && reason.measured >= UNKNOWN_DISTANCE)) return '';
  const short = `${format.measured(reason.measure, reason.difference, reason.measured)} ${reason.code === 'belowLimit' ? 'short' : 'over'}`;
  // Under discounts the buyer must add more than what is missing.
  const more = reason.code === 'belowLimit' ? reason.more : undefined;
  return typeof more === 'number' ? `${short}: ${format.measured(reason.measure, more)} of goods before discounts` : short;
}

/** A tier's stretch in the space of a cell. */
export function stretchInShort(row: { measure: Measure; above?: number; upTo?: number }, format: Format): string {
  const short = (base: number) => format.measured(row.measure, base).replace(/[.,]00$/, '');
  if (dimensionOf(row.measure) === 'mass' && row.above !== undefined && row.upTo !== undefined)
    return `${short(row.above)} to ${short(row.upTo)}`;
  return stretch(row.measure, row, format).replace(/([.,]00)(?=$| )/g, '');
}

/** What a place of a zone is, in a few words. */
export function placeWords(place: Place, format: Format, subdivision: (code: string) => string): string {
  switch (place.kind) {
    case 'country':
      return format.region(place.country);
    case 'countryGroup':
      return countryGroupName(place.group);
    case 'subdivision':
      return subdivision(place.subdivision);
    case 'postal': {
      const lines = place.rules.split('\n');
      return lines.length <= 3 ? `${lines.join(', ')} (${place.country})` : `${lines.length} lines of postal codes (${place.country})`;
    }
    case 'area':
      return place.name;
    case 'circle':
      return place.beyond === null ? `within ${place.within}` : `${place.beyond} to ${place.within}`;
  }
}

export function matchedBy(answer: Extract<PlaceAnswer, { status: 'zone' }>, format: Format, subdivision: (code: string) => string): string {
  const { place, rule = '', distance = 0 } = answer;
  switch (place.kind) {
    case 'country':
      return `the country ${format.region(place.country)}`;
    case 'countryGroup':
      return `the group of countries ${countryGroupName(place.group)}`;
    case 'subdivision':
      return `the province or state ${subdivision(place.subdivision)}`;
    case 'postal':
      return `the line of postal codes ${rule}`;
    case 'area':
      return `the drawn area ${place.name}`;
    case 'circle':
      return `the distance of ${format.distance(distance)}, ${place.beyond === null ? '' : `beyond ${place.beyond} and `}within ${place.within}`;
  }
}

export function placeAnswerWords(
  answer: PlaceAnswer,
  book: RateBook,
  country: string,
  format: Format,
  subdivision: (code: string) => string,
): string {
  switch (answer.status) {
    case 'notServed':
      return `The shop does not deliver to ${format.region(country)}.`;
    case 'noZone':
      return `${format.region(country)} is served, but this address lies in no zone.`;
    case 'zone': {
      const name = (id: string) => book.zones.find((zone) => zone.id === id)?.name ?? id;
      const rivals =
        answer.rivals.length === 0 ? '' : ` ${format.list(answer.rivals.map(name))} claims it just as closely; the zone listed first wins.`;
      return `Matched by ${matchedBy(answer, format, subdivision)}.${rivals}`;
    }
  }
}
