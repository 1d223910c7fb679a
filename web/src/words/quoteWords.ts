import { countryGroupName, type LedgerRow, type Measure, type Place, type PlaceAnswer, type RateBook, type Reason } from '@ostrakon/core';
import type { Format } from './format.ts';

export const measureWords: Record<Measure, string> = {
  itemsWeight: 'Items weight',
  valueBeforeDiscounts: 'Goods before discounts',
  valueAfterDiscounts: 'Goods after discounts',
  itemCount: 'Number of items',
};

/** A stretch of a measure between two bounds, the upper one included. */
export function stretch(measure: Measure, row: { above?: number; upTo?: number }, format: Format): string {
  const { above, upTo } = row;
  const show = (bound: number) => format.measured(measure, bound);
  if (measure !== 'itemsWeight') {
    // Whole cents and items: "over 59.99" is said as "from 60.00".
    if (upTo === undefined) return above === undefined ? 'any' : `from ${show(above + 1)}`;
    return above === undefined ? `up to ${show(upTo)}` : `${show(above + 1)} to ${show(upTo)}`;
  }
  if (upTo === undefined) return above === undefined ? 'any weight' : `over ${show(above)}`;
  return above === undefined ? `up to ${show(upTo)}` : `over ${show(above)}, up to ${show(upTo)}`;
}

/** Why a service is withheld, as the owner reads it: what was measured, the bound, and what would change it. */
export function reasonWords(reason: Reason, format: Format): string {
  if (reason.code === 'noLane') return 'has no lane in this zone';
  const has = `this cart has ${format.measured(reason.measure, reason.measured)}`;
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
  if (row.measure === 'itemsWeight' && row.above !== undefined && row.upTo !== undefined)
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
    case 'postalCode':
      return `${place.code} (${place.country})`;
    case 'postalPrefix':
      return `${place.prefix}… (${place.country})`;
  }
}

function matchedBy(place: Place, format: Format, subdivision: (code: string) => string): string {
  switch (place.kind) {
    case 'country':
      return `the country ${format.region(place.country)}`;
    case 'countryGroup':
      return `the group of countries ${countryGroupName(place.group)}`;
    case 'subdivision':
      return `the province or state ${subdivision(place.subdivision)}`;
    case 'postalCode':
      return `the postal code ${place.code}`;
    case 'postalPrefix':
      return `postal codes that begin with ${place.prefix}`;
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
      return `Matched by ${matchedBy(answer.place, format, subdivision)}.${rivals}`;
    }
  }
}
