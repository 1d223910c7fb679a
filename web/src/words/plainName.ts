/** Letters that no mark can be taken from. */
const LETTERS: Readonly<Record<string, string>> = { ß: 'ss', ø: 'o', ł: 'l', đ: 'd', ð: 'd', ı: 'i', æ: 'ae', œ: 'oe', þ: 'th' };

/** A name as it is looked for: small letters without marks and apostrophes, words apart by single spaces. */
export function plainName(text: string): string {
  return text
    .normalize('NFKD')
    .toLowerCase()
    .replace(/\p{M}/gu, '')
    .replace(/[ßøłđðıæœþ]/g, (letter) => LETTERS[letter] ?? letter)
    .replace(/['’‘`ʻʼʾʿ]/g, '')
    .replace(/[\s_/,.()-]+/g, ' ')
    .trim();
}

/** The same with umlauts written as two letters: "muenchen" for München. */
const spelledOut = (text: string) =>
  plainName(text.toLowerCase().replace(/[äöü]/g, (letter) => ({ ä: 'ae', ö: 'oe', ü: 'ue' })[letter] ?? letter));

/** What a thing is found by: all its names, each way they are written. */
export const foundBy = (names: readonly string[]): string => {
  const ways = names.flatMap((name) => (/[äöü]/i.test(name) ? [plainName(name), spelledOut(name)] : [plainName(name)]));
  return ` ${[...new Set(ways)].join(' | ')}`;
};

/** Whether what was typed is in the names of a thing: each of its words begins one of theirs, or stands within. */
export const isFoundBy = (haystack: string, wanted: string): boolean => wanted.split(' ').every((word) => haystack.includes(word));

/** Whether a name begins with what was typed; such are told first. */
export const beginsWith = (haystack: string, wanted: string): boolean =>
  haystack.startsWith(` ${wanted}`) || haystack.includes(`| ${wanted}`);

/** Whether what was typed is one of the names as a whole. */
export const isCalled = (haystack: string, wanted: string): boolean => haystack.split('|').some((name) => name.trim() === wanted);
