import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { describe, expect, test } from 'vitest';
import { unpackedFont } from './unpackedFont.ts';

/** Sum of a table (OpenType specification 1.9, "Calculating checksums"): of its 32-bit words, padded with zeros. */
function sumOf(table: Buffer): number {
  const words = Buffer.concat([table, Buffer.alloc(((table.length + 3) & ~3) - table.length)]);
  let sum = 0;
  for (let at = 0; at < words.length; at += 4) sum = (sum + words.readUInt32BE(at)) >>> 0;
  return sum;
}

describe('an unpacked font', () => {
  test('has every table at its place, as the font says itself', () => {
    const require = createRequire(import.meta.url);
    const font = unpackedFont(readFileSync(require.resolve('@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff')));
    const count = font.readUInt16BE(4);
    expect(count).toBeGreaterThan(8);
    const names: string[] = [];
    for (let at = 0; at < count; at += 1) {
      const entry = 12 + at * 16;
      const name = font.toString('latin1', entry, entry + 4);
      const [sum, offset, length] = [4, 8, 12].map((field) => font.readUInt32BE(entry + field)) as [number, number, number];
      const table = Buffer.from(font.subarray(offset, offset + length));
      expect(table.length).toBe(length);
      expect(offset % 4).toBe(0);
      // What makes the sum of the whole file come out right is not counted in its own table.
      if (name === 'head') table.writeUInt32BE(0, 8);
      expect(sumOf(table), name).toBe(sum);
      names.push(name);
    }
    expect(names).toEqual(names.toSorted());
    expect(names).toEqual(expect.arrayContaining(['cmap', 'glyf', 'head', 'hmtx', 'loca', 'maxp']));
  });

  test('is refused where it is cut off', () => {
    expect(() => unpackedFont(Buffer.alloc(20))).toThrow();
    expect(() => unpackedFont(Buffer.concat([Buffer.alloc(12), Buffer.from([0, 9]), Buffer.alloc(40)]))).toThrow(RangeError);
  });
});
