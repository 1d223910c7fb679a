import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, expect, test } from 'vitest';
import { Access } from './access.ts';
import { startProcess } from './testProcess.ts';
import { clay, newFolder, openTestShop } from './testShop.ts';

// The server as a process: starting, refusing to start, and ending.

const folders: string[] = [];
const folderOfOwn = () => {
  const folder = newFolder();
  folders.push(folder);
  return folder;
};
afterAll(() => {
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
});

const post = (url: string, body: unknown) =>
  fetch(url, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });

test.each([
  ['LOG_LEVEL', 'loud', 'LOG_LEVEL must be one of fatal, error, warn, info, debug, trace, silent; it is "loud".'],
  [
    'PUBLIC_HOST',
    '999.1.1.1',
    'Cannot listen on 999.1.1.1:0: getaddrinfo ENOTFOUND 999.1.1.1. Set HOST and PORT to an address that is free.',
  ],
])('%s=%s is told in a sentence', async (name, value, sentence) => {
  const server = startProcess(folderOfOwn(), { PUBLIC_PORT: '0', [name]: value });
  expect(await server.ended).toBe(1);
  expect(server.said().trim().split('\n').at(-1)).toBe(sentence);
});

test.each([{ HOST: '0.0.0.0' }, { HOST: '::' }, { OSTRAKON_HOSTS: 'desk.example.org' }, { TRUST_PROXY: '1' }])(
  'reached from elsewhere (%j) and without an owner, it does not start',
  async (settings) => {
    const folder = folderOfOwn();
    const server = startProcess(folder, settings);
    expect(await server.ended).toBe(1);
    expect(server.said()).toContain('npx ostrakon person add');
    expect(server.said()).not.toContain('listens');
    if (!('OSTRAKON_HOSTS' in settings)) return;
    const access = await Access.open(folder, () => new Date().toISOString());
    await access.people.invite({ name: 'Nell', role: 'owner', mayPublish: true });
    await access.close();
    const second = startProcess(folder, settings);
    const url = await second.url;
    expect((await fetch(`${url}/api/draft`)).status).toBe(401);
    second.child.kill('SIGTERM');
    expect(await second.ended).toBe(0);
  },
);

test('buyers ask on a port of their own where that is wished, and metrics are on a third', async () => {
  const server = startProcess(folderOfOwn(), { PUBLIC_PORT: '0', METRICS_PORT: '0', LOG_LEVEL: 'info' });
  await expect.poll(() => server.said(), { timeout: 20_000 }).toContain('Data is kept');
  const [owner, buyers, metrics] = [...server.said().matchAll(/http:\/\/[\d.]+:\d+/g)].map(([url]) => url);
  const codeOf = async (url: string) => ((await (await fetch(url)).json()) as { code: string }).code;
  expect((await fetch(`${owner}/api/draft`)).status).toBe(200);
  expect(await codeOf(`${buyers}/api/draft`)).toBe('not-found');
  expect(await codeOf(`${buyers}/public/v1/edition`)).toBe('nothing-published');
  expect((await fetch(`${owner}/public/v1/edition`)).status).toBe(404);
  const counted = await fetch(`${metrics}/metrics`);
  expect(counted.headers.get('content-type')).toBe('application/openmetrics-text; version=1.0.0; charset=utf-8');
  const text = await counted.text();
  expect(text).toContain('ostrakon_requests_total{method="GET",route="GET /draft",status="200"} 1');
  expect(text.trimEnd().endsWith('# EOF')).toBe(true);
  expect((await fetch(`${metrics}/`)).status).toBe(404);
  server.child.kill('SIGTERM');
  expect(await server.ended).toBe(0);
  const lines = server
    .said()
    .split('\n')
    .flatMap((line) => (line.startsWith('{') ? [JSON.parse(line)] : []));
  expect(lines).toContainEqual(
    expect.objectContaining({ event: 'request', method: 'GET', route: 'GET /draft', status: 200, requestId: expect.any(String) }),
  );
  expect(Object.keys(lines.find(({ event }) => event === 'request')).sort()).toEqual(
    ['event', 'hostname', 'level', 'method', 'ms', 'pid', 'requestId', 'route', 'status', 'time'].sort(),
  );
});

test('asked to end, it lets an import end, turns new requests away, and leaves the folder to the next', async () => {
  const folder = folderOfOwn();
  const server = startProcess(folder);
  const url = await server.url;
  expect((await fetch(`${url}/readyz`)).status).toBe(200);
  const second = startProcess(folder);
  expect(await second.ended).toBe(1);
  expect(second.said()).toContain(`Another server is running on the data in ${folder}. Stop it first`);

  const { id } = (await (await post(`${url}/api/products/imports`, {})).json()) as { id: string };
  for (let part = 0; part < 6; part += 1) {
    const put = Array.from({ length: 1000 }, (_, at) => ({ ...clay, id: `p${part}-${at}`, name: `Product ${part} ${at}` }));
    expect((await post(`${url}/api/products/imports/${id}/parts`, { put })).status).toBe(200);
  }
  const taken = post(`${url}/api/products/imports/${id}/taken`, {});
  // Answered after the request before it was taken in.
  await fetch(`${url}/healthz`);
  server.child.kill('SIGTERM');
  // One key pressed in a terminal reaches a server twice; that is no second request.
  server.child.kill('SIGINT');
  const asked = async () => {
    const late = await fetch(`${url}/api/draft`);
    return [late.status, ((await late.json()) as { code?: string }).code];
  };
  await expect.poll(asked, { interval: 10 }).toEqual([503, 'shutting-down']);
  const answer = await taken;
  expect([answer.status, ((await answer.json()) as { count: number }).count]).toEqual([200, 6000]);
  expect(await server.ended).toBe(0);
  const shop = await openTestShop(folder);
  expect(shop.goods.byId.size).toBe(6000);
  await shop.close();
});

test('a second signal does not wait', async () => {
  const server = startProcess(folderOfOwn());
  const url = await server.url;
  // A body that never ends keeps its request under way.
  const stuck = fetch(`${url}/api/draft/steps`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: new ReadableStream({ start: (controller) => controller.enqueue(new TextEncoder().encode('{')) }),
    duplex: 'half',
  } as RequestInit).catch(() => 'cut short');
  for (let at = 0; at < 3; at += 1) await fetch(`${url}/healthz`);
  server.child.kill('SIGTERM');
  const early = await Promise.race([server.ended, new Promise((resolve) => setTimeout(() => resolve('still there'), 600))]);
  expect(early).toBe('still there');
  server.child.kill('SIGTERM');
  expect(await server.ended).toBe(1);
  expect(await stuck).toBe('cut short');
});

test('a damaged file is told by its name, and the server does not start on it', async () => {
  const folder = folderOfOwn();
  const shop = await openTestShop(folder);
  await shop.goods.change({ put: Array.from({ length: 400 }, (_, at) => ({ ...clay, id: `p${at}` })) });
  await shop.close();
  const file = join(folder, 'ostrakon.sqlite');
  const whole = readFileSync(file);
  const damage = async (bytes: Buffer) => {
    writeFileSync(file, bytes);
    const server = startProcess(folder);
    expect(await server.ended).toBe(1);
    expect(server.said()).toContain(`The shop's file ${file} is damaged`);
    expect(server.said()).toContain('npx ostrakon restore FILE');
    expect(server.said()).not.toMatch(/\n\s+at /);
    // Nothing was made anew in its place.
    expect(readFileSync(file).equals(bytes)).toBe(true);
  };
  await damage(Buffer.from('This is no database, but somebody gave it that name.'.repeat(50)));
  const torn = Buffer.from(whole);
  torn.fill(0xa5, 4096 * 3, 4096 * 8);
  await damage(torn);
  expect(existsSync(file)).toBe(true);
});
