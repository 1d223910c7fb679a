import { Trial } from '@ostrakon/core';
import type { TrialRow } from './goodsEntities.ts';

export const trialFromRow = ({ id, name, label, cart, bought, expects }: TrialRow): Trial =>
  Trial.parse({
    id,
    name,
    ...(label !== null && { label }),
    cart: JSON.parse(cart),
    ...(bought !== null && { when: JSON.parse(bought) }),
    ...(expects !== null && { expects: JSON.parse(expects) }),
  });

export const rowOfTrial = ({ id, name, label, cart, when, expects }: Trial, position: number): TrialRow => ({
  id,
  position,
  name,
  label: label ?? null,
  cart: JSON.stringify(cart),
  bought: when === undefined ? null : JSON.stringify(when),
  expects: expects === undefined ? null : JSON.stringify(expects),
});
