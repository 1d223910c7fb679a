import type { Answered, BookEffect, EffectRegion, MovedPlaces, OtherDifference } from '@ostrakon/core';
import { boundsWords, circumstancesWords, type FindingNames } from './findingWords.ts';
import type { Format } from './format.ts';
import { groupNameOf } from './quoteWords.ts';

const OTHERS: Readonly<Record<OtherDifference, string>> = {
  texts: 'What buyers read where there is no price is different.',
  order: 'Options stand in another order.',
  severalAddresses: 'What is asked of orders to several addresses is different.',
  currency: 'The currency is different.',
  services: 'Names or notes of services are different.',
  packing: 'Packaging is different, so that parcels may weigh and measure otherwise than before.',
  goodsGroups: 'Goods groups are different.',
  goodsRules: 'What is said of single goods is different: carts with them may come to something else.',
};

const price = ({ low, high }: Extract<Answered, { status: 'priced' }>, format: Format) =>
  low === high ? format.price(low) : `from ${format.price(low)}`;

/** "$16.90, was $15.90". */
function changeOf({ before, after }: EffectRegion, format: Format): string {
  if (after.status === 'priced') {
    if (before.status === 'priced') return `${price(after, format)}, was ${price(before, format)}`;
    return `${price(after, format)}, was ${before.status === 'refer' ? '“ask us”' : before.status === 'carrier' ? 'the carrier’s price' : 'not offered'}`;
  }
  const was = before.status === 'priced' ? `, was ${price(before, format)}` : before.status === 'refer' ? ', was “ask us”' : '';
  if (after.status === 'refer') return `“ask us”${before.status === 'withheld' ? ', was not offered' : was}`;
  if (after.status === 'carrier') return `the carrier’s price${was}`;
  return before.status === 'withheld' ? 'still not offered, for another reason' : `no longer offered${was}`;
}

/** What is asked of a cart besides its measures. */
function circumstances({ kind: { moment, ...rest } }: EffectRegion, now: string, format: Format): string {
  const otherDay = moment.slice(0, 10) !== now.slice(0, 10);
  return circumstancesWords({ ...rest, ...(otherDay && { moment }) }, format);
}

/** "Ground parcel to Nova Scotia, over 10 kg and up to 15 kg, under $120.00: $16.90, was $15.90". */
export function regionWords(region: EffectRegion, now: string, { book, format }: FindingNames): string {
  const service = book.services.find(({ id }) => id === region.service)?.name ?? region.service;
  const zone = book.zones.find(({ id }) => id === region.zone)?.name ?? region.zone;
  const head = `${service} to ${zone}`;
  if (region.mixed) return `${head}: carts of several kinds of goods may come to something else as well`;
  if (region.whole) {
    // What one kind of cart gets stands for all of them, where that is something else at all.
    const isOther = JSON.stringify(region.before) !== JSON.stringify(region.after);
    return `${head}: much is different${isOther ? `, such as ${changeOf(region, format)}` : ''}`;
  }
  const group = groupNameOf(book);
  const goods = region.groups === null ? [] : [format.alternatives(region.groups.map(group))];
  const when = circumstances(region, now, format);
  const parts = [head, ...goods, ...region.within.map((bounds) => boundsWords(bounds, format)), ...(when === '' ? [] : [when])];
  return `${parts.join(', ')}: ${changeOf(region, format)}`;
}

/** Whether a region is told first: of any cart, here and now, that gets something else. */
export const isPlain = ({ kind, mixed, before, after }: EffectRegion, now: string): boolean =>
  !mixed &&
  kind.coupons.length === 0 &&
  kind.lastOrderAt === undefined &&
  kind.cartStartedAt === undefined &&
  kind.moment.slice(0, 10) === now.slice(0, 10) &&
  (before.status !== 'withheld' || after.status !== 'withheld');

const MOST_PLACES = 4;

function movedWords({ from, to, places }: MovedPlaces, { book, format, subdivision }: FindingNames): string {
  const zone = (id: string | null) => (id === null ? 'no zone' : (book.zones.find((one) => one.id === id)?.name ?? id));
  const names = places.map(
    ({ country, subdivision: part, postalCode }) => postalCode ?? (part === undefined ? format.region(country) : subdivision(part)),
  );
  const shown = names.length > MOST_PLACES ? [...names.slice(0, MOST_PLACES), `${names.length - MOST_PLACES} more`] : names;
  return `${format.list(shown)}: now in ${zone(to)}, ${from === null ? 'was in none' : `was in ${zone(from)}`}`;
}

export interface EffectText {
  readonly plain: readonly string[];
  /** With coupons, after orders, on other days, or told for another reason. */
  readonly more: readonly string[];
}

/** Everything buyers see otherwise, in sentences. */
export function effectWords({ regions, moved, dates, others }: BookEffect, now: string, names: FindingNames): EffectText {
  const { book, format } = names;
  const plain = regions.filter((region) => isPlain(region, now));
  const rest = regions.filter((region) => !isPlain(region, now));
  const services = [...new Set(dates.map(({ service }) => service))].map((id) => {
    const zones = dates.filter(({ service }) => service === id).map(({ zone }) => book.zones.find((one) => one.id === zone)?.name ?? zone);
    const name = book.services.find((one) => one.id === id)?.name ?? id;
    return `${name}: other dates to ${format.list(zones.length > 3 ? [...zones.slice(0, 3), `${zones.length - 3} more zones`] : zones)}`;
  });
  return {
    plain: [
      ...plain.map((region) => regionWords(region, now, names)),
      ...moved.map((one) => movedWords(one, names)),
      ...services,
      ...others.map((one) => OTHERS[one]),
    ],
    more: rest.map((region) => regionWords(region, now, names)),
  };
}
