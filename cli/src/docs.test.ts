import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { StepsRequest } from '@ostrakon/core';
import { type DocumentName, documentSchemas } from '@ostrakon/core/contract';
import { Ajv2020 } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { run } from './main.ts';

/** The page of formats is run: every command in it, every document, every answer. */

const docs = join(import.meta.dirname, '../../docs');
const page = readFileSync(join(docs, 'formats.md'), 'utf8');
const blocks = [...page.matchAll(/```(\w*)\n([\s\S]*?)```/g)].map(([, language = '', text = '']) => ({ language, text }));

const ajv = formats.default(new Ajv2020({ strict: true, strictTypes: false, allErrors: true }));
const schemas = documentSchemas();
const check = (name: DocumentName, document: unknown) => {
  const validate = ajv.getSchema(schemas[name].$id as string) ?? ajv.compile(schemas[name]);
  validate(document);
  expect(validate.errors ?? []).toEqual([]);
};

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'ostrakon-docs-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const used = new Set<string>();
async function exits(wanted: number, ...args: string[]): Promise<string> {
  const out = { stdout: '', stderr: '' };
  used.add(args[0] ?? '');
  const code = await run(['node', 'ostrakon', ...args], {
    stdout: { write: (text) => (out.stdout += text) },
    stderr: { write: (text) => (out.stderr += text) },
  });
  expect([args, code, out.stderr]).toEqual([args, wanted, '']);
  return out.stdout;
}
const cli = (...args: string[]) => exits(0, ...args);
const example = (name: string) => join(docs, 'examples', name);
const readExample = (name: string): unknown => JSON.parse(readFileSync(example(name), 'utf8'));

describe('the examples', () => {
  const names = readdirSync(join(docs, 'examples'));
  test.each(names)('%s fits its schema', (name) => check(name.endsWith('-request.json') ? 'quoteRequest' : 'rateBook', readExample(name)));

  test('every one has its chapter', () => {
    expect(names.filter((name) => !page.includes(`(examples/${name})`))).toEqual([]);
    expect(names.length).toBeGreaterThanOrEqual(12);
  });
});

describe('the commands', () => {
  const shown = blocks.filter(({ text }) => text.startsWith('$ npx ostrakon'));
  const quotes = shown.flatMap(({ text }) => {
    const [first = '', ...rest] = text.split('\n');
    return first.includes(' quote ') ? [[first.slice('$ npx ostrakon '.length), rest.join('\n')] as const] : [];
  });

  test.each(quotes)('%s prints what the page says, and it fits the schema of a quote', async (line, told) => {
    const args = line.split(' ').map((word) => (word.startsWith('docs/') ? join(docs, '..', word) : word));
    const answer = JSON.parse(await cli(...args));
    check('quote', answer);
    expect(answer).toMatchObject(JSON.parse(told));
  });

  test('cards go out and come back', async () => {
    const csv = join(folder, 'CARDS.csv');
    writeFileSync(csv, await cli('cards', example('cards.json')));
    const back = JSON.parse(await cli('set-cards', example('cards.json'), csv));
    check('rateBook', back);
    expect(back).toEqual(readExample('cards.json'));
  });

  test('the findings of a book that turns buyers away, and the exit that says so', async () => {
    expect(await exits(1, 'check', example('cards.json'))).toMatch(/^turnedAway noOption: Rest of Canada: itemsWeight over 30 kg/);
  });

  test('the schemas are printed as they are checked with; the page of fields is the one that is printed', async () => {
    expect(JSON.parse(await cli('schema'))).toEqual(JSON.parse(JSON.stringify(schemas)));
    expect(readFileSync(join(docs, 'fields.md'), 'utf8')).toBe(await cli('fields'));
  });

  test('a shop goes into a file and comes out of it', async () => {
    const empty = { editions: [], releases: [], products: [], trials: [], loads: [], accounts: [], surveys: [] };
    const shop = { format: 'ostrakon-shop', version: 2, revision: 1, draft: readExample('rules.json'), ...empty };
    check('shop', shop);
    const [document, copy] = [join(folder, 'SHOP.json'), join(folder, 'FILE.sqlite')];
    writeFileSync(document, JSON.stringify(shop));
    await cli('import', document, '--data', join(folder, 'one'));
    await cli('backup', copy, '--data', join(folder, 'one'));
    await cli('restore', copy, '--data', join(folder, 'two'));
    const written = JSON.parse(await cli('export', '-', '--data', join(folder, 'two')));
    check('shop', written);
    expect(written.draft).toEqual(shop.draft);
  });

  test('every command of the page was run', () => {
    const named = [...page.matchAll(/npx ostrakon ([a-z-]+)/g)].map(([, name = '']) => name);
    expect(new Set(named)).toEqual(used);
    expect(quotes.length).toBeGreaterThanOrEqual(6);
  });
});

test('the bodies and answers of the HTTP chapter fit what is checked', () => {
  const json = blocks.filter(({ language }) => language === 'json').map(({ text }) => JSON.parse(text));
  const [quote, steps] = [json.find((one) => 'edition' in one), json.find((one) => 'steps' in one)];
  check('publicQuote', quote);
  expect(StepsRequest.safeParse(steps).error).toBeUndefined();
  check('publicRequest', { lines: [{ product: 'needle-tool', quantity: 2 }], destination: { country: 'CA' }, carriers: 'later' });
});

test('the schemas refuse what the program refuses', () => {
  const validate = ajv.compile({ ...schemas.quoteRequest, $id: 'urn:ostrakon:schema:of-a-test' });
  const request = readExample('cards-request.json') as { lines: object[] };
  for (const wrong of [{ unitPrice: 9.9 }, { weight: '2 pounds' }, { quantity: 0 }, { colour: 'blue' }])
    expect(validate({ ...request, lines: [{ ...request.lines[0], ...wrong }] }), JSON.stringify(wrong)).toBe(false);
  expect(validate(request)).toBe(true);
});
