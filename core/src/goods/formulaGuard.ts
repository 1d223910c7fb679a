/** What a spreadsheet program would run when it opens the file. Source: OWASP, CSV Injection (from memory), with the full-width signs. */
export const FORMULA_START: RegExp = /^'*[=+\-@\t\r\n\uff1d\uff0b\uff0d\uff20]/;

const FORMULA = /^''*[=+\-@\t\r\n\uff1d\uff0b\uff0d\uff20]/;

/** A cell as it was before it was guarded: those that a spreadsheet would take for a formula are written with a quote before them. */
export const unquoted = (cell: string): string => (FORMULA.test(cell) ? cell.slice(1) : cell);

/** Whether a cell is written in quotes though it holds none of the signs that ask for them: other programs may part cells there. */
export const needsQuotes = (cell: unknown): boolean => typeof cell === 'string' && /[;\t|]/.test(cell);
