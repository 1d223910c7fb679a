import type { Minor } from '../numbers/units.ts';
/** Price parted into what every allowance covers and what only those that cover charges do; minor units. */
export interface Standing {
  readonly base: number;
  readonly charges: Minor;
}
