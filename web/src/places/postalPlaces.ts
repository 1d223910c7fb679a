import { type CountryCode, checkPostalList, type Place } from '@ostrakon/core';

type PostalPlace = Extract<Place, { kind: 'postal' }>;

const isListOf = (place: Place, country: CountryCode): place is PostalPlace =>
  place.kind === 'postal' && place.country === country && !place.excluded;

/** The rules of a country’s list of postal codes in a zone; empty where it has none. */
export const rulesIn = (places: readonly Place[], country: CountryCode): string =>
  places.find((place): place is PostalPlace => isListOf(place, country))?.rules ?? '';

/** The places with that list of postal codes for a country; with none where it is empty. */
export function withRules(places: readonly Place[], country: CountryCode, rules: string): Place[] {
  const others = places.filter((place) => !isListOf(place, country));
  return rules === '' ? others : [...others, { kind: 'postal', country, rules }];
}

/** The places with more rules in a country’s list of postal codes; what stands there is not told twice. */
export function withMoreRules(places: readonly Place[], country: CountryCode, more: readonly string[]): Place[] {
  const held = rulesIn(places, country);
  const { good } = checkPostalList(more.join('\n'), country, held);
  return good.length === 0 ? [...places] : withRules(places, country, [...(held === '' ? [] : [held]), ...good].join('\n'));
}
