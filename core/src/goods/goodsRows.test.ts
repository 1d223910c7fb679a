import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { emptyBook, type RateBook } from '../rate-book/rateBook.ts';
import { location } from '../testing/bookOf.ts';
import { FORMULA_START } from './formulaGuard.ts';
import { goodsColumns } from './goodsColumns.ts';
import { PLAIN_GROUP } from './goodsGroup.ts';
import { GoodsReader, goodsToRows } from './goodsRows.ts';
import { PRODUCT_DEFAULTS, Product } from './product.ts';

const book: RateBook = {
  ...emptyBook(),
  goodsGroups: [{ id: 'glaze', name: 'Liquid glazes', mark: 'glaze', ...PLAIN_GROUP }],
  locations: [location('depot', { name: 'North depot' })],
};

function reader(headers: readonly string[], known: readonly Product[] = [], of: RateBook = book) {
  const file = { headers, fields: goodsColumns.guess(headers) };
  return new GoodsReader(of, new Map(known.map((product) => [product.id, product])), file, (name) => `new-${name.toLowerCase()}`);
}
/** Reads one row under the headers; problems as "field: code". */
function read(headers: readonly string[], row: readonly string[]) {
  const answer = reader(headers).read(row, 7);
  return answer.ok
    ? answer.product
    : answer.problems.map(
        ({ line, field, problem }) => `${line} ${field}: ${problem.code === 'typed' ? problem.problem.code : problem.code}`,
      );
}

describe('columns are known by many names', () => {
  test.each([
    [
      ['Article number', 'NAME', 'Unit price', 'Weight (g)', 'Length', 'width_cm', 'Height [in]'],
      ['id', 'name', 'price', 'weight', 'length', 'width', 'height'],
    ],
    [
      ['Artikelnummer', 'Bezeichnung', 'Preis', 'Gewicht (g)', 'Länge', 'Breite', 'Höhe', 'Warengruppe'],
      ['id', 'name', 'price', 'weight', 'length', 'width', 'height', 'group'],
    ],
    [
      ['Référence', 'Nom', 'Prix', 'Poids', 'Catégorie', 'Numéro d’article'],
      ['id', 'name', 'price', 'weight', 'group', null],
    ],
    [
      ['Código', 'Producto', 'Precio', 'Peso', 'Tamaño'],
      ['id', 'name', 'price', 'weight', 'size'],
    ],
    [
      ['商品番号', '商品名', '価格', '重量', 'サイズ'],
      ['id', 'name', 'price', 'weight', 'size'],
    ],
    [
      ['SKU', 'title', 'Goods-Group', 'fragile', 'thisSideUp', 'Notes'],
      ['id', 'name', 'group', 'fragile', 'upright', null],
    ],
    [
      ['id', 'item', 'product'],
      ['id', 'name', null],
    ],
  ])('%j', (headers, fields) => {
    expect(goodsColumns.guess(headers)).toEqual(fields);
  });
});

describe('a row', () => {
  test('decimal commas, units of the header, units of the cell, yes and no', () => {
    const headers = ['id', 'name', 'price', 'weight (g)', 'size', 'group', 'origin', 'own box', 'delivered', 'tags', 'extra packing days'];
    const row = ['A-1', 'Glaze', '1.234,50', '850', '12 x 8 x 6 in', 'liquid GLAZES', 'north depot', 'x', 'no', 'wet; cold, wet', '2'];
    expect(read(headers, row)).toEqual({
      ...PRODUCT_DEFAULTS,
      id: 'A-1',
      name: 'Glaze',
      price: 123_450,
      weight: '850 g',
      size: { length: '12 in', width: '8 in', height: '6 in' },
      group: 'glaze',
      origin: 'depot',
      ownBox: true,
      delivered: false,
      tags: ['wet', 'cold'],
      extraPackingDays: 2,
    });
    expect(read(['id', 'name', 'price', 'weight'], ['A', 'B', '1', '2 lb 4 oz'])).toMatchObject({ weight: '2 lb 4 oz' });
    expect(read(['id', 'name', 'price', 'Zolltarifnummer', 'Ursprungsland'], ['A', 'B', '1', '6912.00 10', 'Kanada'])).toMatchObject({
      hsCode: '69120010',
      madeIn: 'CA',
    });
  });

  test.each<[string, readonly string[], readonly string[], readonly string[]]>([
    [
      'every fault of a row at once',
      ['id', 'name', 'price', 'weight'],
      ['', '', 'free', '-2 kg'],
      ['7 id: missing', '7 name: missing', '7 price: notANumber', '7 weight: negative'],
    ],
    ['two sides of three', ['id', 'name', 'price', 'length', 'width', 'height'], ['A', 'B', '1', '3', '', '4'], ['7 width: sideMissing']],
    ['a side of nothing', ['id', 'name', 'price', 'size'], ['A', 'B', '1', '0 x 1 x 1'], ['7 size: noLength']],
    ['two sides in one cell', ['id', 'name', 'price', 'size'], ['A', 'B', '1', '3 x 4'], ['7 size: notThreeSides']],
    ['no customs code', ['id', 'name', 'price', 'HS code'], ['A', 'B', '1', '69'], ['7 hsCode: notCustomsCode']],
    ['no country', ['id', 'name', 'price', 'made in'], ['A', 'B', '1', 'Atlantis'], ['7 madeIn: unknownCountry']],
    ['an unknown location', ['id', 'name', 'price', 'origin'], ['A', 'B', '1', 'the moon'], ['7 origin: unknownLocation']],
    ['neither yes nor no', ['id', 'name', 'price', 'fragile'], ['A', 'B', '1', 'maybe'], ['7 fragile: notYesOrNo']],
    ['more cells than columns', ['id', 'name', 'price'], ['A', 'B', '1', 'astray'], ['7 null: tooManyCells']],
    ['a billion grams', ['id', 'name', 'price', 'weight'], ['A', 'B', '1', '1000000000 g'], ['7 weight: tooLarge']],
    ['a price column that is not there', ['id', 'name'], ['A', 'B'], ['7 price: missing']],
    ['half a day', ['id', 'name', 'price', 'extra days'], ['A', 'B', '1', '0.5'], ['7 extraPackingDays: notDays']],
  ])('%s', (_name, headers, row, problems) => {
    expect(read(headers, row)).toEqual(problems);
  });

  test('an article number twice names the first line; columns not there leave a known product as it is; an empty cell clears', () => {
    const known: Product = { ...PRODUCT_DEFAULTS, id: 'A', name: 'Old', price: 100, weight: '1 kg', group: 'glaze', tags: [] };
    const rows = reader(['id', 'name', 'price', 'weight'], [known]);
    expect(rows.read(['A', 'Old', '2.00', ''], 2)).toEqual({
      ok: true,
      change: 'changed',
      product: { ...known, price: 200, weight: null },
    });
    expect(rows.read(['A', 'Again', '1', ''], 9)).toMatchObject({ problems: [{ line: 9, problem: { code: 'duplicate', line: 2 } }] });
    expect(reader(['id', 'name'], [known]).read(['A', 'Old'], 2)).toMatchObject({ change: 'same' });
  });

  test('goods groups that are new are gathered once', () => {
    const rows = reader(['id', 'name', 'price', 'group']);
    expect(rows.read(['A', 'a', '1', 'Wheels'], 2)).toMatchObject({ product: { group: 'new-wheels' } });
    expect(rows.read(['B', 'b', '1', 'wheels'], 3)).toMatchObject({ product: { group: 'new-wheels' } });
    expect(rows.newGroups).toEqual(['Wheels']);
  });
});

// Laws: what is written reads back the same, and no cell that is written starts as a formula once it is escaped.
const text = fc.string({ minLength: 1, maxLength: 20, unit: 'binary' }).filter((some) => some.trim() !== '');
const product: fc.Arbitrary<Product> = fc.record({
  id: fc.oneof(text, fc.constantFrom('=1+1', "'=1", '-2', '@SUM(A1)', '＝1+1')).map((some) => some.trim().slice(0, 60)),
  name: fc.oneof(text, fc.constantFrom('=HYPERLINK("http://127.0.0.1","x")', '+1', 'Vase, "tall"')).map((some) => some.trim()),
  group: fc.constantFrom(null, 'glaze'),
  price: fc.integer({ min: 0, max: 1_000_000 }),
  weight: fc.constantFrom(null, '2 lb 4 oz', '0.3 kg'),
  size: fc.constantFrom(null, { length: '1 ft 2 in', width: '3 cm', height: '4 mm' }, { length: '3 cm', width: '2.5 cm', height: '1 cm' }),
  origin: fc.constantFrom(null, 'depot'),
  ownBox: fc.boolean(),
  upright: fc.boolean(),
  fragile: fc.boolean(),
  delivered: fc.boolean(),
  ownCharge: fc.option(fc.record({ amount: fc.nat(99_999), how: fc.constantFrom('instead' as const, 'onTop' as const) })),
  extraPackingDays: fc.integer({ min: 0, max: 60 }),
  tags: fc.uniqueArray(fc.constantFrom('wet', 'heavy', '=cmd', 'two words'), { maxLength: 3 }),
});

test('goods written and read back are the same, formulas neutralised on the way', () => {
  fc.assert(
    fc.property(fc.uniqueArray(product, { minLength: 1, maxLength: 5, selector: ({ id }) => id }), (products) => {
      const valid = products.filter((one) => Product.safeParse(one).success);
      const [headers = [], ...rows] = goodsToRows(valid, book);
      const escaped = rows.map((row) => row.map((cell) => (FORMULA_START.test(cell) ? `'${cell}` : cell)));
      const back = reader(headers);
      expect(escaped.map((row, at) => back.read(row, at + 2))).toEqual(
        valid.map((one) => ({ ok: true, product: Product.parse(one), change: 'new' })),
      );
    }),
    { numRuns: 300 },
  );
  expect(goodsColumns.headerOf('upright')).toBe('This side up');
});

describe('numbers of a file from elsewhere', () => {
  const german: RateBook = { ...book, shop: { ...book.shop, locale: 'de-DE', currency: 'EUR', units: 'metric' } };
  const headers = ['Artikelnummer', 'Bezeichnung', 'Preis', 'Gewicht'];
  const readAs = (decimal?: '.' | ',') => {
    const file = { headers, fields: goodsColumns.guess(headers), ...(decimal && { decimal }) };
    const made = new GoodsReader(german, new Map(), file, (name) => name);
    const answer = made.read(['a', 'Ton', '1.234', '1.500 g'], 2);
    return { read: answer.ok ? [answer.product.price, answer.product.weight] : answer.problems, doubts: made.doubts };
  };

  test('are read as the shop writes them, and what could be otherwise is told by line', () => {
    expect(readAs()).toEqual({
      read: [123_400, '1500 g'],
      doubts: [{ line: 2, column: 'Weight', typed: '1.500 g', as: '1500 g', instead: '1,5 g' }],
    });
  });

  test('are read by the file’s own sign where it is known: then nothing is in doubt, and what has too many decimals is refused', () => {
    expect(readAs(',')).toEqual({ read: [123_400, '1500 g'], doubts: [] });
    expect(readAs('.')).toMatchObject({
      read: [{ field: 'price', problem: { code: 'typed', problem: { code: 'tooManyDecimals' } } }],
      doubts: [],
    });
  });
});
