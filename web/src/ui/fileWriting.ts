/** How numbers of a file are written: as the shop's language has them, or plainly with points and commas between cells. */
export type FileWriting = 'own' | 'plain';

const decimalSign = (locale: string) =>
  new Intl.NumberFormat(locale).formatToParts(1.5).find(({ type }) => type === 'decimal')?.value ?? '.';

/** Whether the shop's language writes numbers otherwise than plainly: another decimal sign, or other figures. */
export const writesOtherwise = (locale: string): boolean => new Intl.NumberFormat(locale).format(1.5) !== '1.5';

/** The language numbers are written in. */
export const languageOfFile = (locale: string, writing: FileWriting): string => (writing === 'plain' ? 'en' : locale);

/** What stands between cells: a semicolon where the comma is the decimal sign, as spreadsheets of such places have it. */
export const between = (locale: string, writing: FileWriting) => (writing === 'own' && decimalSign(locale) === ',' ? ';' : ',');

/** What the two ways are called, each with what it looks like. */
export function writingChoices(locale: string): readonly (readonly [FileWriting, string])[] {
  const own = `${new Intl.NumberFormat(locale).format(1.5)} kg${between(locale, 'own')} ${new Intl.NumberFormat(locale).format(2)} kg`;
  return [
    ['own', `Numbers as here: ${own}`],
    ['plain', 'Plain numbers with points: 1.5 kg, 2 kg'],
  ];
}
