/** Scripts that run from right to left, of those whose languages are offered and their neighbours. Source: ISO 15924, UAX 9. */
const RIGHT_TO_LEFT = new Set(['Arab', 'Hebr', 'Syrc', 'Thaa', 'Nkoo', 'Adlm', 'Rohg']);

/** Which way a language is written. */
export const directionOf = (locale: string): 'ltr' | 'rtl' =>
  RIGHT_TO_LEFT.has(new Intl.Locale(locale).maximize().script ?? '') ? 'rtl' : 'ltr';

/** Columns an arrow key moves by: to the left is onward where the page runs from right to left. */
export function columnsBy(key: string): number {
  const along = key === 'ArrowRight' ? 1 : key === 'ArrowLeft' ? -1 : 0;
  return document.documentElement.dir === 'rtl' ? -along || 0 : along;
}
