import type { PublicCountry } from '@ostrakon/core/contract';
import type { Destination } from './basket.ts';

const asCode = (text: string) => text.trim().toUpperCase();

/** Whether a postal code has the shape of its country's; the gap people write in is not looked at. */
export function fitsShape(text: string, pattern: string): boolean {
  const shape = new RegExp(pattern);
  return shape.test(asCode(text)) || shape.test(asCode(text).replace(/[\s-]/g, ''));
}

/** An address a quote can be asked for: an unfinished postal code is left out, so that its country answers meanwhile. */
export function readyDestination(destination: Destination, known: Pick<PublicCountry, 'postal'> | null): Destination {
  const code = destination.postalCode.trim();
  const fits = known !== null && (known.postal === null || fitsShape(code, known.postal.pattern));
  return { ...destination, postalCode: code !== '' && fits ? asCode(code) : '' };
}
