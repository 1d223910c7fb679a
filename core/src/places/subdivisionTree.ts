import type { SubdivisionCode } from './countries.ts';
import { SUBDIVISION_HOLDERS } from './iso3166.generated.ts';

const holders = new Map<SubdivisionCode, SubdivisionCode>();
const held = new Map<SubdivisionCode, readonly SubdivisionCode[]>();
for (const line of SUBDIVISION_HOLDERS.split('\n')) {
  const country = line.slice(0, 2);
  for (const row of line.slice(3).split(' ')) {
    const [holder = '', parts = ''] = row.split('=');
    const codes = parts.split(',').map((part) => `${country}-${part}`);
    held.set(`${country}-${holder}`, codes);
    for (const code of codes) holders.set(code, `${country}-${holder}`);
  }
}

/** A subdivision and those it lies in, the nearest first: the department, then its region. Source: ISO 3166-2, parent subdivision. */
export function withHolders(code: SubdivisionCode): readonly SubdivisionCode[] {
  const holder = holders.get(code);
  return holder === undefined ? [code] : [code, ...withHolders(holder)];
}

/** How many other subdivisions one lies in: a department of a region is at 1. */
export const depthOf = (code: SubdivisionCode): number => withHolders(code).length - 1;

/** The subdivisions a subdivision is made of; none for most. */
export const partsOf = (code: SubdivisionCode): readonly SubdivisionCode[] => held.get(code) ?? [];

/** Whether one of two subdivisions lies in the other, or they are the same. */
export const areNested = (one: SubdivisionCode, other: SubdivisionCode): boolean =>
  withHolders(one).includes(other) || withHolders(other).includes(one);
