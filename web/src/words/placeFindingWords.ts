import type { PlaceFinding } from '@ostrakon/core';
import type { Format } from './format.ts';

/** What a zone asks of the checkout that a postal code alone does not give. */
export function provinceToSendWords(
  { facts }: Extract<PlaceFinding, { code: 'provinceToSend' }>,
  zone: string,
  format: Format,
  subdivision: (code: string) => string,
) {
  const names = facts.subdivisions.map(subdivision);
  const shown = names.length > 5 ? [...names.slice(0, 4), `${names.length - 4} more`] : names;
  return {
    what: `A postal code alone cannot reach ${zone}`,
    why: `No open data tell which codes of ${format.region(facts.country)} lie in ${format.list(shown)}. The checkout must send the province as well.`,
  };
}

/** Delivery that is taxed everywhere but here. */
export function untaxedWords({ facts }: Extract<PlaceFinding, { code: 'untaxed' }>, zone: string, format: Format) {
  return {
    what: `Delivery to ${zone} is not taxed`,
    why: `Other zones in the same country are taxed at ${format.alternatives(facts.rates.map(format.percent))}.`,
  };
}
