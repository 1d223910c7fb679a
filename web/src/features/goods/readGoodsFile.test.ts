import { emptyBook, goodsColumns, PRODUCT_DEFAULTS, type Product } from '@ostrakon/core';
import { describe, expect, test } from 'vitest';
import { MOST_FILE_BYTES, openedOf, readTable, readTableFile } from '../../files/table.ts';
import { toCsv } from '../../ui/csv.ts';
import { decodeText } from '../../ui/decodeText.ts';
import { filterGoods, NO_FILTER, sortGoods } from './goodsFilter.ts';
import { checkRows } from './readGoodsFile.ts';
import { withChange } from './useGoods.ts';

const bytes = (text: string) => new TextEncoder().encode(text);
const cells = (text: string) => {
  const { headers, rows } = readTable(text, 'UTF-8');
  return [headers, ...rows.map((row) => row.cells)];
};

// Source: RFC 4180, section 2, rules 1 to 7.
describe('CSV', () => {
  test.each([
    [
      'last break is optional',
      'a,b\r\n1,2',
      [
        ['a', 'b'],
        ['1', '2'],
      ],
    ],
    [
      'a break at the end',
      'a,b\r\n1,2\r\n',
      [
        ['a', 'b'],
        ['1', '2'],
      ],
    ],
    [
      'spaces are kept',
      'a,b\r\n 1 ,2',
      [
        ['a', 'b'],
        [' 1 ', '2'],
      ],
    ],
    [
      'quoted cells',
      '"a","b"\r\n"1","2"',
      [
        ['a', 'b'],
        ['1', '2'],
      ],
    ],
    [
      'breaks and commas in quotes',
      'a,b\r\n"1\r\n1,1",2',
      [
        ['a', 'b'],
        ['1\r\n1,1', '2'],
      ],
    ],
    [
      'a quote in quotes is doubled',
      'a,b\r\n"1""1",2',
      [
        ['a', 'b'],
        ['1"1', '2'],
      ],
    ],
    [
      'semicolons',
      'a;b\n1,5;2',
      [
        ['a', 'b'],
        ['1,5', '2'],
      ],
    ],
    [
      'tabs',
      'a\tb\n1\t2',
      [
        ['a', 'b'],
        ['1', '2'],
      ],
    ],
    [
      'old line ends',
      'a,b\r1,2',
      [
        ['a', 'b'],
        ['1', '2'],
      ],
    ],
    [
      'empty lines are passed over',
      'a,b\n\n,\n1,2\n',
      [
        ['a', 'b'],
        ['1', '2'],
      ],
    ],
  ])('%s', (_name, text, table) => {
    expect(cells(text)).toEqual(table);
  });

  test('lines are counted as an editor counts them, through breaks in cells and empty lines', () => {
    expect(readTable('a,b\r\n"1\r\n1",2\r\n\r\n3,4\r\n', 'UTF-8').rows.map(({ line }) => line)).toEqual([2, 5]);
  });

  test.each([
    ['nothing', '', 'empty'],
    ['only breaks', '\r\n\r\n', 'empty'],
    ['headers alone', 'id,name\r\n', 'onlyHeaders'],
    ['a quote that is not closed', 'a,b\r\n"1,2\r\n3,4', 'quoteNotClosed'],
    ['text behind a closing quote', 'a,b\r\n"1"x,2', 'quoteNotClosed'],
  ])('%s is refused: %s', (_name, text, problem) => {
    expect(() => readTableFile(bytes(text))).toThrow(problem);
  });

  test('more than the most bytes', () => {
    expect(() => readTableFile(new Uint8Array(MOST_FILE_BYTES + 1))).toThrow('tooLarge');
  });

  test('encodings: UTF-8 with and without its mark, UTF-16, Windows-1252; no text at all', () => {
    const utf16 = new Uint8Array([0xff, 0xfe, ...[...'id,é'].flatMap((sign) => [sign.charCodeAt(0) & 255, sign.charCodeAt(0) >> 8])]);
    expect(decodeText(utf16)).toEqual({ text: 'id,é', encoding: 'UTF-16' });
    expect(decodeText(new Uint8Array([0x63, 0x61, 0x66, 0xe9]))).toEqual({ text: 'café', encoding: 'Windows-1252' });
    expect(decodeText(bytes('\uFEFFcafé'))).toEqual({ text: 'café', encoding: 'UTF-8' });
    expect(openedOf(readTableFile(bytes('\uFEFFid,name\n1,a')), goodsColumns).guess).toEqual(['id', 'name']);
    const zip = new Uint8Array([0x50, 0x4b, 3, 4, 0, 0]);
    expect(decodeText(zip)).toBeNull();
    expect(() => readTableFile(zip)).toThrow('notText');
  });
});

test('twenty thousand rows with faults in some: counted, sorted out, and every row told on', () => {
  const lines = Array.from(
    { length: 20_000 },
    (_, at) => `p${at},Product ${at},${at % 100 === 7 ? 'x' : '9.90'},${at % 2 === 0 ? '1.5' : ''}`,
  );
  const file = readTable(`id,name,price,weight (kg)\r\n${lines.join('\r\n')}`, 'UTF-8');
  const told: number[] = [];
  const checked = checkRows(file, openedOf(file, goodsColumns).guess, { book: emptyBook(), known: [], decimal: null }, (done) =>
    told.push(done),
  );
  expect(checked.counts).toEqual({ new: 19_800, changed: 0, same: 0 });
  expect(checked.bad).toHaveLength(200);
  expect(checked.bad[0]?.problems[0]).toMatchObject({ line: 9, field: 'price', cell: 'x' });
  expect(told.at(-1)).toBe(20_000);
});

// Payloads: OWASP, CSV Injection (from memory), with the full-width signs.
test('formulas are neutralised on the way out, plain text is not touched', () => {
  const payloads = ['=1+1', '+1+1', '-1+1', '@SUM(1,1)', '\t=1+1', '=HYPERLINK("http://127.0.0.1","x")', '＝1+1'];
  for (const payload of payloads) {
    const [row = []] = cells(`h\r\n${toCsv([[payload]])}`).slice(1);
    expect(row[0]).toBe(`'${payload}`);
  }
  expect(toCsv([['Vase', '9.90', 'a,b', 'say "x"']])).toBe('Vase,9.90,"a,b","say ""x"""\r\n');
});

describe('search, filter and sort', () => {
  const product = (id: string, more: Partial<Product> = {}): Product => ({
    ...PRODUCT_DEFAULTS,
    id,
    name: id,
    price: 100,
    tags: [],
    ...more,
  });
  const list = [
    product('Céladon 473', { tags: ['wet'], group: 'glaze', weight: '1 kg' }),
    product('Clay 10', { group: 'gone' }),
    product('Gift', { delivered: false }),
  ];
  const groups = new Set(['glaze']);
  const ids = (filter: Partial<typeof NO_FILTER>) => filterGoods(list, { ...NO_FILTER, ...filter }, groups).map(({ id }) => id);

  test('every word, whatever the accents, in name, number or tags', () => {
    expect(ids({ text: 'celadon wet' })).toEqual(['Céladon 473']);
    expect(ids({ text: 'clay 473' })).toEqual([]);
  });
  test('groups, one that is gone included, and what is missing from goods that are delivered', () => {
    expect(ids({ group: 'none' })).toEqual(['Clay 10', 'Gift']);
    expect(ids({ lacks: 'weight' })).toEqual(['Clay 10']);
    expect(ids({ lacks: 'size', tag: 'wet' })).toEqual(['Céladon 473']);
  });
  test('sorted both ways, what has no key last', () => {
    const key = ({ weight }: Product) => (weight === null ? null : 1);
    expect(sortGoods(list, { column: 'weight', down: false }, key).map(({ id }) => id)).toEqual(['Céladon 473', 'Clay 10', 'Gift']);
    expect(sortGoods(list, { column: 'weight', down: true }, key)[0]?.id).toBe('Céladon 473');
  });
  test('a change shows as the server takes it', () => {
    const changed = withChange(list, { put: [product('New')], edit: [{ id: 'Gift', set: { price: 5 } }], remove: ['Clay 10'] });
    expect(changed.map(({ id, price }) => [id, price])).toEqual([
      ['Céladon 473', 100],
      ['Gift', 5],
      ['New', 100],
    ]);
  });
});
