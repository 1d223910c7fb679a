import {
  type DecimalSign,
  type GoodsField,
  GoodsReader,
  NUMBER_FIELDS,
  newId,
  numbersRead,
  type Product,
  type RateBook,
} from '@ostrakon/core';
import type { ReadFile } from '../../files/table.ts';
import type { BadRow, CheckedFile } from './importMessages.ts';

/** The cells of a file that hold numbers. */
function* numbersOf(file: ReadFile, fields: readonly (GoodsField | null)[]): Generator<string> {
  const columns = fields.flatMap((field, at) => (field !== null && NUMBER_FIELDS.includes(field) ? [at] : []));
  for (const { cells } of file.rows) for (const at of columns) yield cells[at] ?? '';
}

/** Checks every row; `progress` is told now and then. */
export function checkRows(
  file: ReadFile,
  fields: readonly (GoodsField | null)[],
  shop: { book: RateBook; known: readonly Product[]; decimal: DecimalSign | null },
  progress: (done: number) => void,
): CheckedFile {
  const groups: { id: string; name: string }[] = [];
  const newGroupId = (name: string) => {
    const id = newId(name, [...shop.book.goodsGroups, ...groups], 'group');
    groups.push({ id, name: name.slice(0, 80) });
    return id;
  };
  const decimal = numbersRead(shop.decimal, numbersOf(file, fields), shop.book.shop.locale);
  const reader = new GoodsReader(
    shop.book,
    new Map(shop.known.map((product) => [product.id, product])),
    { headers: file.headers, fields, ...(decimal.by !== 'shop' && { decimal: decimal.sign }) },
    newGroupId,
  );
  const put: Product[] = [];
  const bad: BadRow[] = [];
  const counts = { new: 0, changed: 0, same: 0 };
  file.rows.forEach(({ cells, line }, at) => {
    const read = reader.read(cells, line);
    if (!read.ok) bad.push({ cells, problems: read.problems });
    else {
      counts[read.change] += 1;
      if (read.change !== 'same') put.push(read.product);
    }
    if (at % 500 === 499) progress(at + 1);
  });
  const used = new Set(put.map(({ group }) => group));
  return { put, counts, bad, newGroups: groups.filter(({ id }) => used.has(id)), decimal, doubts: reader.doubts };
}
