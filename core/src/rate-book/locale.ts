import { z } from 'zod';

function isLocale(tag: string): boolean {
  try {
    return Intl.NumberFormat.supportedLocalesOf(tag).length === 1;
  } catch {
    return false;
  }
}

/** A BCP 47 language tag that is known to the runtime. */
export const Locale = z.string().refine(isLocale, 'No language has this BCP 47 tag');
