import { describe, expect, test } from 'vitest';
import { PLAIN_GROUP } from '../goods/goodsGroup.ts';
import { amount, byWeight, canada, flat, lane } from '../testing/bookOf.ts';
import { CARD_COLUMNS, cardsToRows } from './cardRows.ts';
import { RateBook } from './rateBook.ts';
import { readCardRows } from './readCardRows.ts';

const plain = canada({ ground: lane(byWeight([['2 kg', amount(990)]])), post: lane(flat(500)) });
const book = RateBook.parse({
  ...plain,
  goodsGroups: [{ id: 'clay', name: 'Clay', mark: 'clay', ...PLAIN_GROUP }],
  services: plain.services.map((service) => ({ ...service, name: service.id === 'ground' ? 'Ground' : 'Post' })),
  zones: [...plain.zones, { ...plain.zones[0], id: 'twin', name: 'Zone canada', places: [] }],
});

/** A row of named cells; the rest is empty. */
const row = (cells: Partial<Record<(typeof CARD_COLUMNS)[number], string>>) => CARD_COLUMNS.map((column) => cells[column] ?? '');
const at = { Zone: 'canada', Service: 'Ground' };
const tier = (upTo: string, price: string, more = {}) =>
  row({ ...at, 'Priced by': 'weight tiers', Measure: 'packed weight', 'Up to': upTo, Price: price, ...more });
const read = (...rows: string[][]) => readCardRows([[...CARD_COLUMNS], ...rows], book);

test('zones of one name go by their ids', () => {
  expect(cardsToRows(book)[1]?.slice(0, 2)).toEqual(['canada', 'Ground']);
  expect(read(row({ ...at, 'Priced by': 'one price', Price: '9.90' }))).toMatchObject({
    ok: true,
    cards: [{ zone: 'canada', service: 'ground' }],
  });
  expect(read(row({ ...at, Zone: 'Zone canada', 'Priced by': 'one price', Price: '9.90' }))).toMatchObject({
    ok: false,
    problems: [{ problem: { code: 'unknownZone' } }],
  });
});

test('only the lanes asked for are written', () => {
  expect(cardsToRows(book, [{ zone: 'twin', service: 'post' }])).toEqual([
    [...CARD_COLUMNS],
    row({ Zone: 'twin', Service: 'Post', 'Priced by': 'one price', Price: '5.00' }),
  ]);
});

test.each<[string, string[][], Record<string, unknown>]>([
  [
    'a service nobody has',
    [row({ ...at, Service: 'Van', 'Priced by': 'one price', Price: '1' })],
    { line: 2, column: 'Service', cell: 'Van', problem: { code: 'unknownService' } },
  ],
  [
    'a group nobody has',
    [row({ ...at, 'Goods group': 'Wood', 'Priced by': 'one price', Price: '1' })],
    { column: 'Goods group', problem: { code: 'unknownGroup' } },
  ],
  ['a kind there is not', [row({ ...at, 'Priced by': 'magic', Price: '1' })], { column: 'Priced by', problem: { code: 'unknownKind' } }],
  [
    'a measure there is not',
    [tier('2 kg', '1', { Measure: 'colour' }), tier('above', '2')],
    { column: 'Measure', problem: { code: 'unknownMeasure' } },
  ],
  ['tiers without an end', [tier('2 kg', '9.90')], { line: 2, column: 'Up to', problem: { code: 'aboveMissing' } }],
  ['two ends', [tier('2 kg', '1'), tier('above', '2'), tier('above', '3')], { line: 4, problem: { code: 'aboveTwice' } }],
  [
    'bounds that fall',
    [tier('5 kg', '1'), tier('2 kg', '2'), tier('above', '3')],
    { line: 3, column: 'Up to', problem: { code: 'refused' } },
  ],
  [
    'a price that is none',
    [tier('2 kg', 'cheap'), tier('above', '2')],
    { line: 2, column: 'Price', cell: 'cheap', problem: { code: 'typed', problem: { code: 'notANumber' } } },
  ],
  [
    'a bound that is none',
    [tier('2 stone', '1'), tier('above', '2')],
    { line: 2, column: 'Up to', problem: { code: 'typed', problem: { code: 'unknownUnit' } } },
  ],
  [
    'two rows for one price',
    [row({ ...at, 'Priced by': 'one price', Price: '1' }), row({ ...at, 'Priced by': 'one price', Price: '2' })],
    { line: 3, problem: { code: 'onePriceOnly' } },
  ],
  [
    'two kinds in one card',
    [row({ ...at, 'Priced by': 'one price', Price: '2' }), tier('2 kg', '1')],
    { line: 3, column: 'Priced by', problem: { code: 'mixedCard' } },
  ],
  [
    'a rate that is a sum',
    [row({ ...at, 'Priced by': 'first and further', Measure: 'items', Price: '6.00' })],
    { column: 'Price', problem: { code: 'notOfThisKind' } },
  ],
  [
    'a share that is a sum',
    [row({ ...at, 'Priced by': 'percent', Measure: 'goods after discounts', Price: '6.00' })],
    { column: 'Price', problem: { code: 'notOfThisKind' } },
  ],
  [
    'neither whole nor graduated',
    [tier('2 kg', '1', { Applies: 'half' }), tier('above', '2')],
    { column: 'Applies', problem: { code: 'unknownApplies' } },
  ],
  [
    'a crossing that is missing',
    [
      row({
        ...at,
        'Priced by': 'two-way',
        Measure: 'packed weight',
        'Up to': '1 kg',
        'Column measure': 'items',
        'Column up to': '3',
        Price: '1',
      }),
    ],
    { problem: { code: 'aboveMissing' } },
  ],
])('%s is told by line and column', (_name, rows, problem) => {
  const answer = read(...rows);
  expect(answer.ok ? undefined : answer.problems[0]).toMatchObject(problem);
});

test('a column that is missing is told before any row; order and capitals do not matter', () => {
  expect(readCardRows([['Zone', 'Service', 'Priced by']], book)).toMatchObject({
    ok: false,
    problems: [{ line: 1, column: 'Price', problem: { code: 'columnMissing' } }],
  });
  const shuffled = [
    ['price', 'PRICED BY', 'service', 'zone'],
    ['4,50', 'One price', 'post', 'twin'],
    ['', '', '', ''],
  ];
  expect(readCardRows(shuffled, book)).toMatchObject({ ok: true, cards: [{ zone: 'twin', service: 'post', card: flat(450) }] });
});

describe('numbers of a file from elsewhere', () => {
  const german: RateBook = { ...book, shop: { ...book.shop, locale: 'de-DE', currency: 'EUR' } };
  const rows = (first: string, second: string) => [[...CARD_COLUMNS], tier(first, '9'), tier(second, '12'), tier('above', 'auf Anfrage')];
  const tiers = (sign: '.' | ',' | null, first: string, second: string) => {
    const answer = readCardRows(rows(first, second), german, sign);
    if (!answer.ok) return answer.problems;
    const [one] = answer.cards;
    const bounds = one?.card.kind === 'weightTiers' ? one.card.tiers.map(({ upTo }) => upTo) : [];
    return { bounds, decimal: answer.decimal, doubts: answer.doubts.map(({ line, column, as, instead }) => [line, column, as, instead]) };
  };

  test('are read as the shop writes them, each doubt told by its line', () => {
    expect(tiers(null, '1.500 g', '2.250 g')).toEqual({
      bounds: ['1500 g', '2250 g'],
      decimal: { sign: ',', by: 'shop' },
      doubts: [
        [2, 'Up to', '1500 g', '1,5 g'],
        [3, 'Up to', '2250 g', '2,25 g'],
      ],
    });
  });

  test('are read by the file’s own sign where one number tells it, or as the owner says', () => {
    expect(tiers(null, '1.500 g', '2.25 g')).toEqual({ bounds: ['1.5 g', '2.25 g'], decimal: { sign: '.', by: 'file' }, doubts: [] });
    expect(tiers(null, '1.500 g', '2500,5 g')).toEqual({ bounds: ['1500 g', '2500.5 g'], decimal: { sign: ',', by: 'file' }, doubts: [] });
    expect(tiers('.', '1.500 g', '2.250 g')).toEqual({ bounds: ['1.5 g', '2.25 g'], decimal: { sign: '.', by: 'owner' }, doubts: [] });
  });

  test('what is written in a language reads back in it', () => {
    expect(readCardRows(cardsToRows(german), german)).toMatchObject({ ok: true, doubts: [] });
    const [header = [], first] = cardsToRows({ ...german, zones: german.zones.slice(0, 1) });
    expect([header.includes('Price'), first?.some((cell) => /\d,\d\d/.test(cell))]).toEqual([true, true]);
  });
});
