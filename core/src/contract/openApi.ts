import { z } from 'zod';
import { CONTRACT_PARTS } from './jsonSchema.ts';
import { type FileKind, isFile, namesIn, partsOf, type Route, type Routes } from './routes/route.ts';

type Json = Readonly<Record<string, unknown>>;

/** What is said of a door as a whole. */
export interface DoorFacts {
  readonly title: string;
  readonly version: string;
  readonly description: string;
  /** Where its paths begin. */
  readonly path: string;
  /** How to show who one is (OpenAPI's security schemes), and which of them a route takes by who may ask. */
  readonly securitySchemes: Json;
  security(who: string): readonly Json[];
  /** Problems any of its routes can have; those of bodies only where one is sent. */
  readonly problems: { readonly always: readonly string[]; readonly withBody: readonly string[] };
  /** The status each problem is answered with. */
  status(code: string): number;
}

/** Schemas by name, collected while the description is made; one that reads otherwise than it writes stands there twice. */
class Components {
  readonly schemas = new Map<string, unknown>();
  readonly #registry = z.registry<{ id: string }>();

  constructor() {
    for (const [name, part] of Object.entries(CONTRACT_PARTS)) if (!this.#registry.has(part)) this.#registry.add(part, { id: name });
  }

  /** A schema as OpenAPI 3.1 takes it: JSON Schema 2020-12, its parts under `components`. */
  schemaOf(schema: z.ZodType, io: 'input' | 'output'): Json {
    const { $schema: _dialect, $defs = {}, ...made } = z.toJSONSchema(schema, { io, metadata: this.#registry, unrepresentable: 'any' });
    const names = new Map<string, string>();
    for (const name of Object.keys($defs)) names.set(name, io === 'input' ? `${name}Input` : name);
    for (const [name, part] of Object.entries($defs)) this.schemas.set(names.get(name) ?? name, moved(part, names));
    return moved(made, names) as Json;
  }
}

const LOCAL = '#/$defs/';

/** A schema whose parts are elsewhere. */
function moved(value: unknown, names: ReadonlyMap<string, string>): unknown {
  if (Array.isArray(value)) return value.map((one) => moved(one, names));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).flatMap(([key, inner]) => {
      if (key === 'id' && typeof inner === 'string') return [];
      if (key !== '$ref' || typeof inner !== 'string' || !inner.startsWith(LOCAL)) return [[key, moved(inner, names)]];
      const name = inner.slice(LOCAL.length);
      return [[key, `#/components/schemas/${names.get(name) ?? name}`]];
    }),
  );
}

const PROBLEM = 'Problem';

function parametersOf({ params, query }: Route, path: string, components: Components): Json[] {
  const inPath = namesIn(path).map((name) => {
    const schema = params?.shape[name] as z.ZodType | undefined;
    return { name, in: 'path', required: true, schema: schema ? components.schemaOf(schema, 'input') : { type: 'string' } };
  });
  const { properties = {}, required = [] } = query
    ? (components.schemaOf(query, 'input') as { properties?: Json; required?: string[] })
    : {};
  const inQuery = Object.entries(properties).map(([name, schema]) => ({ name, in: 'query', required: required.includes(name), schema }));
  return [...inPath, ...inQuery];
}

const content = (kind: z.ZodType | FileKind, io: 'input' | 'output', components: Components): Json =>
  isFile(kind) ? { [kind.file]: {} } : { 'application/json': { schema: components.schemaOf(kind, io) } };

/** The problems of a route, by the status they are answered with. */
function problemsOf(route: Route, path: string, door: DoorFacts): Json {
  const own = [...(route.problems ?? []), ...(namesIn(path).length > 0 ? ['not-found'] : [])];
  const codes = [...door.problems.always, ...(route.body || route.query ? door.problems.withBody : []), ...own];
  const byStatus = new Map<number, string[]>();
  for (const code of [...new Set(codes)].sort()) byStatus.set(door.status(code), [...(byStatus.get(door.status(code)) ?? []), code]);
  const schema = (list: readonly string[]) => ({
    allOf: [{ $ref: `#/components/schemas/${PROBLEM}` }, { properties: { code: { enum: list } } }],
  });
  const told = [...byStatus].sort(([a], [b]) => a - b);
  return Object.fromEntries(
    told.map(([status, list]) => [
      status,
      { description: `A problem (RFC 9457): ${list.join(', ')}`, content: { 'application/problem+json': { schema: schema(list) } } },
    ]),
  );
}

const wordsIn = (path: string) => path.split(/[^a-z0-9]+/i).filter(Boolean);

/** A name for a method and path, the same for ever. */
const operationId = (method: string, path: string): string =>
  [method.toLowerCase(), ...wordsIn(path)].map((word, at) => (at === 0 ? word : (word[0] ?? '').toUpperCase() + word.slice(1))).join('');

function operation(key: string, route: Route, door: DoorFacts, components: Components): Json {
  const { method, path } = partsOf(key);
  const { says, who, body, status = 200, answer } = route;
  const answered = answer === null ? {} : { content: content(answer, 'output', components) };
  return {
    operationId: operationId(method, path),
    summary: says,
    security: door.security(who),
    parameters: parametersOf(route, path, components),
    ...(body && { requestBody: { required: true, content: content(body, 'input', components) } }),
    responses: { [status]: { description: says, ...answered }, ...problemsOf(route, path, door) },
  };
}

/** Paths as OpenAPI writes them. */
const braced = (path: string) => path.replaceAll(/:(\w+)/g, '{$1}');

/**
 * The description of a door by OpenAPI 3.1.
 * @param problem the schema of problem details
 */
export function openApi(routes: Routes, door: DoorFacts, problem: z.ZodType): Json {
  const components = new Components();
  const paths: Record<string, Record<string, Json>> = {};
  for (const [key, route] of Object.entries(routes) as [string, Route][]) {
    const { method, path } = partsOf(key);
    paths[braced(path)] = { ...paths[braced(path)], [method.toLowerCase()]: operation(key, route, door, components) };
  }
  components.schemas.set(PROBLEM, components.schemaOf(problem, 'output'));
  const { title, version, description, path, securitySchemes } = door;
  return {
    openapi: '3.1.0',
    info: { title, version, description, license: { name: 'MIT', identifier: 'MIT' } },
    servers: [{ url: path }],
    paths,
    components: { schemas: Object.fromEntries([...components.schemas].sort(([a], [b]) => (a < b ? -1 : 1))), securitySchemes },
  };
}
