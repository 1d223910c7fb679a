/** A text as it is compared and searched: width and case apart from nothing (UAX 15, form NFKC). */
export const folded = (text: string): string => text.normalize('NFKC').toLowerCase();
