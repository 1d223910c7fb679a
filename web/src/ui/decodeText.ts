export interface Decoded {
  readonly text: string;
  readonly encoding: 'UTF-8' | 'UTF-16' | 'Windows-1252';
}

export const NOT_TEXT = 'This is no text file. Save the spreadsheet as CSV and read that.';

/**
 * The text of a file without the mark some programs put at its start: by that mark, else UTF-8, else the western European
 * code page older programs write. Null where it is no text.
 */
export function decodeText(bytes: Uint8Array): Decoded | null {
  const mark = bytes[0] === 0xff && bytes[1] === 0xfe ? 'utf-16le' : bytes[0] === 0xfe && bytes[1] === 0xff ? 'utf-16be' : undefined;
  if (mark !== undefined) return { text: new TextDecoder(mark).decode(bytes), encoding: 'UTF-16' };
  if (bytes.subarray(0, 4096).includes(0)) return null;
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'UTF-8' };
  } catch {
    return { text: new TextDecoder('windows-1252').decode(bytes), encoding: 'Windows-1252' };
  }
}

/** The same of a file the reader chose. */
export const decodeFile = async (file: File): Promise<Decoded | null> => decodeText(new Uint8Array(await file.arrayBuffer()));
