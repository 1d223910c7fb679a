import { inflateSync } from 'node:zlib';

const HEADER = 44;
const ENTRY = 20;
const padded = (length: number) => (length + 3) & ~3;

/**
 * A font as it is unpacked: WOFF File Format 1.0 (W3C), sections 3 to 5, to the file it was packed from (ISO/IEC 14496-22, 4.5).
 * @throws RangeError where it is cut off
 */
export function unpackedFont(packed: Buffer): Buffer {
  const count = packed.readUInt16BE(12);
  const tables = Array.from({ length: count }, (_, at) => {
    const entry = HEADER + at * ENTRY;
    const [offset, length, whole] = [4, 8, 12].map((field) => packed.readUInt32BE(entry + field)) as [number, number, number];
    const data = packed.subarray(offset, offset + length);
    return {
      tag: packed.subarray(entry, entry + 4),
      sum: packed.readUInt32BE(entry + 16),
      data: length < whole ? inflateSync(data) : data,
    };
  });
  const head = Buffer.alloc(12 + count * 16);
  packed.copy(head, 0, 4, 8);
  head.writeUInt16BE(count, 4);
  const power = 2 ** Math.floor(Math.log2(count));
  head.writeUInt16BE(power * 16, 6);
  head.writeUInt16BE(Math.log2(power), 8);
  head.writeUInt16BE((count - power) * 16, 10);
  let offset = head.length;
  for (const [at, { tag, sum, data }] of tables.entries()) {
    const entry = 12 + at * 16;
    tag.copy(head, entry);
    for (const [field, value] of [sum, offset, data.length].entries()) head.writeUInt32BE(value, entry + 4 + field * 4);
    offset += padded(data.length);
  }
  return Buffer.concat([head, ...tables.flatMap(({ data }) => [data, Buffer.alloc(padded(data.length) - data.length)])]);
}
