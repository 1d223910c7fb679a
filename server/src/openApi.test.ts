import { Problem, ProblemCode } from '@ostrakon/core';
import { goesOn, openApi, ownerRoutes, partsOf, publicRoutes, type Route, type Routes } from '@ostrakon/core/contract';
import { Validator } from '@seriousme/openapi-schema-validator';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { OWNER_DOOR, PUBLIC_DOOR } from './http/doorFacts.ts';
import { openTestShop, type TestShop } from './testShop.ts';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(() => shop.discard());

const DOORS = [
  ['the owner’s door', '/api', ownerRoutes, OWNER_DOOR],
  ['the buyers’ door', '/public/v1', publicRoutes, PUBLIC_DOOR],
] as const satisfies readonly (readonly [string, string, Routes, unknown])[];

describe.each(DOORS)('%s', (_name, path, routes, facts) => {
  const table: [string, Route][] = Object.entries(routes);

  // The OpenAPI Initiative's schema of version 3.1, as the package ships it; all references are followed.
  test('its description is OpenAPI 3.1 by the published schema, and served as it is', async () => {
    const served = (await request(shop.app).get(`${path}/openapi.json`).expect(200)).body;
    expect(served).toEqual(JSON.parse(JSON.stringify(openApi(routes, facts, Problem))));
    const validator = new Validator();
    expect(await validator.validate(structuredClone(served))).toEqual({ valid: true });
    expect(validator.version).toBe('3.1');
    expect(await validator.validate({ ...structuredClone(served), paths: { no: {} } })).toMatchObject({ valid: false });
  });

  test('every route is described, and answers under its method and path', async () => {
    const { paths } = openApi(routes, facts, Problem) as {
      paths: Record<string, Record<string, { summary: string; operationId: string }>>;
    };
    const ids = new Set<string>();
    for (const [key, route] of table) {
      const { method, path: at } = partsOf(key);
      const described = paths[at.replaceAll(/:(\w+)/g, '{$1}')]?.[method.toLowerCase()];
      expect(described?.summary, key).toBe(route.says);
      ids.add(described?.operationId ?? '');
      if (goesOn(route)) continue;
      const asked = `${path}${at.replaceAll(/:(\w+)/g, '1')}`;
      const answer = await request(shop.app)[method.toLowerCase() as 'get'](asked);
      expect(answer.body.detail ?? '', key).not.toContain('Nothing answers');
      expect(answer.status, key).not.toBe(405);
    }
    expect(ids.size).toBe(table.length);
  });
});

test('every problem is named by a route or by its door, and every one named is one', () => {
  const named = DOORS.flatMap(([, , routes, { problems }]) => [
    ...problems.always,
    ...problems.withBody,
    ...(Object.values(routes) as Route[]).flatMap((route) => [...(route.problems ?? [])]),
  ]);
  expect(new Set(named)).toEqual(new Set(ProblemCode.options));
});
