import type { CardKind } from '@ostrakon/core';

/** What the kinds of cards are called, in the order in which they are offered. */
export const cardKinds: readonly (readonly [CardKind, string])[] = [
  ['flat', 'One price'],
  ['firstAndFurther', 'First and further'],
  ['weightTiers', 'Weight'],
  ['valueTiers', 'Value'],
  ['countTiers', 'Items'],
  ['sizeTiers', 'Size'],
  ['distanceTiers', 'Distance'],
  ['twoWay', 'Two-way'],
  ['startedUnits', 'Per unit'],
  ['percent', 'Percent'],
  ['chargesOnly', 'Charges only'],
];
