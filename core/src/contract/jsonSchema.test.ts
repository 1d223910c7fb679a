import { expect, test } from 'vitest';
import { documentFields, documentSchemas } from './jsonSchema.ts';
import { FIELD_WORDS, PART_WORDS } from './schemaWords.ts';

test('every part and field of the documents says what it means, and nothing is said of what there is not', () => {
  const fields = documentFields();
  const names = new Set([...fields.keys()].flatMap((name) => [name, name.slice(name.lastIndexOf('.') + 1)]));
  expect([...fields].filter(([, words]) => words === undefined).map(([name]) => name)).toEqual([]);
  expect(Object.keys(FIELD_WORDS).filter((name) => !names.has(name))).toEqual([]);
  expect(fields.size).toBeGreaterThan(500);

  const parts = new Set(Object.values(documentSchemas()).flatMap(({ $defs = {}, title = '' }) => [title, ...Object.keys($defs)]));
  expect([...parts].filter((part) => PART_WORDS[part] === undefined)).toEqual([]);
  expect(Object.keys(PART_WORDS).filter((part) => !parts.has(part))).toEqual([]);
});

test('each document has an address of its own and the dialect it is written in', () => {
  const schemas = Object.values(documentSchemas());
  expect(new Set(schemas.map(({ $id }) => $id)).size).toBe(schemas.length);
  for (const schema of schemas) {
    expect(schema.$schema).toBe('https://json-schema.org/draft/2020-12/schema');
    expect(schema.$id).toMatch(/^urn:ostrakon:schema:[a-z0-9-]+$/);
  }
});
