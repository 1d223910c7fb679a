import { isFile, namesIn, partsOf, type Route } from '@ostrakon/core/contract';
import fc from 'fast-check';

// What strangers send: requests that look nearly right and are not, and some that look like nothing. By a seed, so that one
// that does harm can be sent again.

export interface HostileRequest {
  readonly method: string;
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: Buffer | null;
}

const NAMES = [
  '1',
  '99',
  '-1',
  '0',
  '__proto__',
  'constructor',
  '..',
  '%2e%2e%2f',
  '%00',
  '%ff',
  'a'.repeat(2000),
  '😀',
  "' OR 1=1 --",
  '{{7*7}}',
  '*',
  '%',
];
const QUERIES = [
  '',
  '?',
  '?key=osp_x',
  '?key=a&key=b',
  '?edition=-1',
  '?edition[]=1',
  '?country=%00',
  '?country=CA',
  '?from=1e999&until=NaN',
  '?__proto__[x]=1',
  `?${'a=1&'.repeat(500)}`,
  '?countries=,,,,',
  '?text=%25%27',
];
const TYPES = [
  'application/json',
  'application/json',
  'application/json; charset=utf-8',
  'application/json; charset=utf-7',
  'text/plain',
  'application/x-www-form-urlencoded',
  'multipart/form-data; boundary=x',
  '',
  'application/json;;;',
];

const HEADERS: readonly Readonly<Record<string, string>>[] = [
  {},
  { authorization: 'Bearer oss_none' },
  { authorization: 'Bearer ' },
  { authorization: `Basic ${'QQ'.repeat(3000)}` },
  { cookie: 'ostrakon=' },
  { cookie: `ostrakon=${'x'.repeat(3000)}; ostrakon=y; %=%` },
  { origin: 'null' },
  { origin: 'https://elsewhere.example' },
  { 'sec-fetch-site': 'cross-site' },
  { 'if-none-match': '"1", W/"1", *' },
  { 'x-forwarded-for': '1.2.3.4, ::1, bad' },
  { 'content-encoding': 'gzip' },
  { 'content-encoding': 'br, gzip' },
  { accept: '*/*;q=x' },
  { 'accept-encoding': 'br;q=0, *' },
];

const deep = (levels: number, open: string, close: string) => open.repeat(levels) + close.repeat(levels);

const FIELDS = [
  'lines',
  'destination',
  'country',
  'quantity',
  'unitPrice',
  'weight',
  'product',
  'others',
  'moment',
  'coupons',
  'discounts',
  'to',
  'steps',
  'id',
  'kind',
  'command',
  'name',
  'args',
  'revision',
  'put',
  'edit',
  'remove',
  'back',
  'edition',
  'note',
  'what',
  'password',
  'token',
  'role',
  'origins',
  'scopes',
  'asks',
  'account',
  'survey',
  'orders',
  'date',
  'by',
  '__proto__',
  'constructor',
  'toString',
  'toJSON',
  '',
];

const value: fc.Arbitrary<unknown> = fc.oneof(
  fc.jsonValue({ maxDepth: 3 }),
  fc.constantFrom<unknown>(
    0,
    -0,
    -1,
    1e308,
    1e21,
    2 ** 53,
    0.1,
    '',
    '0',
    '\u0000',
    '\ud800',
    '\u202e',
    'CA',
    '1 kg',
    '-1 kg',
    '1e9 kg',
    '9'.repeat(400),
    '2026-02-30T25:61:61Z',
    '0000-01-01T00:00:00Z',
    null,
    true,
    [],
    {},
  ),
);

/** An object of the fields that are known, with whatever in them. */
const object: fc.Arbitrary<unknown> = fc.letrec((tie) => ({
  any: fc.oneof({ depthSize: 'small' }, value, tie('object'), fc.array(tie('any'), { maxLength: 4 })),
  object: fc.dictionary(fc.constantFrom(...FIELDS), tie('any'), { maxKeys: 8 }),
})).object;

/** A question that is nearly right: what it costs is looked at, too. */
const cart: fc.Arbitrary<unknown> = fc.record({
  lines: fc.array(
    fc.oneof(
      fc.record({
        unitPrice: fc.constantFrom(0, 100, 2 ** 31, 1e15),
        quantity: fc.constantFrom(1, 7, 10_000, 100_000),
        weight: fc.constantFrom('1 g', '1 kg', '7 kg', '1000 kg'),
      }),
      fc.record({ product: fc.constantFrom('clay-10', 'none'), quantity: fc.constantFrom(1, 1000) }),
    ),
    { maxLength: 20 },
  ),
  destination: fc.record({ country: fc.constantFrom('CA', 'US', 'FR', 'XX'), postalCode: fc.constantFrom('B3H 4R2', '90210', 'x', '') }),
});

const text: fc.Arbitrary<string> = fc.oneof(
  { weight: 6, arbitrary: object.map((made) => JSON.stringify(made)) },
  { weight: 4, arbitrary: cart.map((made) => JSON.stringify(made)) },
  { weight: 2, arbitrary: value.map((made) => JSON.stringify(made) ?? '') },
  fc.constantFrom(
    '',
    '{',
    '[1,',
    'null',
    '"',
    '{"lines":1e9999}',
    '{"a":1,"a":2}',
    '\ufeff{}',
    'undefined',
    '<x/>',
    deep(20_000, '[', ']'),
    deep(5000, '{"a":', '}'),
  ),
);

const bytes: fc.Arbitrary<Buffer> = fc.oneof(
  { weight: 9, arbitrary: text.map((made) => Buffer.from(made)) },
  fc.uint8Array({ maxLength: 200 }).map((made) => Buffer.from(made)),
);

/** Requests for a route of a door. */
export function hostileRequests(door: string, key: string, route: Route, count: number, seed: number): HostileRequest[] {
  const { method, path } = partsOf(key);
  const names = fc.tuple(...namesIn(path).map(() => fc.constantFrom(...NAMES)));
  const request = fc.record({
    names,
    query: fc.constantFrom(...QUERIES),
    headers: fc.constantFrom(...HEADERS),
    type: fc.constantFrom(...TYPES),
    body: bytes,
  });
  return fc.sample(request, { numRuns: count, seed }).map(({ names: parts, query, headers, type, body }) => {
    let at = 0;
    const filled = path.replaceAll(/:\w+/g, () => encodeURI(parts[at++] ?? '').replaceAll('%25', '%'));
    const sends = method !== 'GET' && (route.body !== undefined || body.length % 2 === 0);
    const sent = sends && !isFile(route.body) ? body : null;
    return {
      method,
      path: `${door}${filled}${query}`,
      headers: { ...headers, ...(sent !== null && type !== '' && { 'content-type': type }) },
      body: sent,
    };
  });
}
