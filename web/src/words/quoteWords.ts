import {
  countryGroupName,
  dimensionOf,
  type LedgerRow,
  type Measure,
  type Place,
  type PlaceAnswer,
  type RateBook,
  type Reason,
} from '@ostrakon/core';
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

/** Why a service is withheld, as the owner reads it: what was measured, the bound, and what would change it. */
export function reasonWords(reason: Reason, format: Format): string {
  if (reason.code === 'noLane') return 'has no lane in this zone';
  if (reason.code === 'noOrigin') return 'no location may ship these goods';
  const has = `${reason.consignment === undefined ? 'this cart' : 'it'} has ${format.measured(reason.measure, reason.measured)}`;
  if (reason.code === 'tierNotOffered') return `not offered ${stretch(reason.measure, reason, format)}; ${has}`;
  const bound = format.measured(reason.measure, reason.bound);
  const ends = { belowLimit: `starts at ${bound}`, aboveLimit: `limited to ${bound}`, aboveTopTier: `tiers stop at ${bound}` };
  return `${ends[reason.code]}; ${has}, ${differenceWords(reason, format)}`;
}

/** The same in a few words, for a cell of the sheet. */
export function reasonInShort(reason: Reason, format: Format): string {
  switch (reason.code) {
    case 'noLane':
      return '';
    case 'noOrigin':
      return 'no location ships this';
    case 'belowLimit':
      return `only from ${format.measured(reason.measure, reason.bound)}`;
    case 'aboveLimit':
      return `only to ${format.measured(reason.measure, reason.bound)}`;
    case 'aboveTopTier':
      return `tiers stop at ${format.measured(reason.measure, reason.bound)}`;
    case 'tierNotOffered':
      return `not ${stretch(reason.measure, reason, format)}`;
  }
}

/** How far a cart is from being offered. */
export function differenceWords(reason: Reason, format: Format): string {
  if (!('difference' in reason)) return '';
  return `${format.measured(reason.measure, reason.difference, reason.measured)} ${reason.code === 'belowLimit' ? 'short' : 'over'}`;
}

/** A tier's stretch in the space of a cell. */
export function stretchInShort(row: { measure: Measure; above?: number; upTo?: number }, format: Format): string {
  const short = (base: number) => format.measured(row.measure, base).replace(/[.,]00$/, '');
  if (dimensionOf(row.measure) === 'mass' && row.above !== undefined && row.upTo !== undefined)
    return `${short(row.above)} to ${short(row.upTo)}`;
  return stretch(row.measure, row, format).replace(/([.,]00)(?=$| )/g, '');
}

export function ledgerWords(row: LedgerRow, format: Format): { name: string; detail: string } {
  switch (row.code) {
    case 'flat':
      return { name: 'One price for every cart', detail: '' };
    case 'tier':
      return {
        name: `${measureWords[row.measure]} ${format.measured(row.measure, row.measured)}`,
        detail: `tier ${stretch(row.measure, row, format)}`,
      };
    case 'freeFrom':
      return { name: `Free from ${format.money(row.from)}`, detail: `goods come to ${format.money(row.measured)}` };
  }
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
      return lines.length <= 3 ? `${lines.join(', ')} (${place.country})` : `${lines.length} postal rules (${place.country})`;
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
      return `the postal rule ${rule}`;
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
