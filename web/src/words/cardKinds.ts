import type { CardKind, UnitsOfShop } from '@ostrakon/core';

interface KindWords {
  readonly name: string;
  /** What it does, in a line. */
  readonly about: string;
}

/** What the kinds of prices are called. */
export function kindWords(units: UnitsOfShop): Readonly<Record<CardKind, KindWords>> {
  const [weight, way] = units === 'metric' ? ['kilogram', 'kilometre'] : ['pound', 'mile'];
  return {
    flat: { name: 'One price', about: 'the same whatever is bought' },
    chargesOnly: { name: 'Only the charges', about: 'no price of its own; the charges that apply are paid' },
    weightTiers: { name: 'By weight', about: 'bands of weight, a price for each' },
    startedUnits: { name: `So much per ${weight} started`, about: `a base and more with each ${weight}, ${way} or item begun` },
    valueTiers: { name: 'By order value', about: 'bands of what the goods come to, a price for each' },
    percent: { name: 'Share of the order', about: 'a percentage of what the goods come to' },
    countTiers: { name: 'By number of items', about: 'bands of items or parcels, a price for each' },
    firstAndFurther: { name: 'First item and each further', about: 'one price for the first, another for every one after it' },
    sizeTiers: { name: 'By size', about: 'bands of the longest side or of the girth, a price for each' },
    distanceTiers: { name: 'By distance', about: `rings around the shop, a price for each; by the ${way}` },
    twoWay: { name: 'Weight and order value', about: 'a table of two measures, one down and one across' },
  };
}

/** The kinds by the question they answer, in the order in which they are offered. */
export const KIND_QUESTIONS: readonly (readonly [string, readonly CardKind[]])[] = [
  ['Always the same', ['flat', 'chargesOnly']],
  ['How heavy is it?', ['weightTiers', 'startedUnits']],
  ['What is it worth?', ['valueTiers', 'percent']],
  ['How many are there?', ['countTiers', 'firstAndFurther']],
  ['How large is it?', ['sizeTiers']],
  ['How far does it go?', ['distanceTiers']],
  ['Two of these together', ['twoWay']],
];
