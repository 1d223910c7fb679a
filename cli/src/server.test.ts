import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, request as httpRequest } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { RateBook } from '@ostrakon/core';
import { EditionFile, PublicQuote } from '@ostrakon/core/contract';
import { canada, flat, lane } from '@ostrakon/core/testing';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { run } from './main.ts';

let folder: string;
const children: ChildProcess[] = [];
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'ostrakon-cli-server-'));
});
afterAll(() => {
  for (const child of children) child.kill('SIGKILL');
  rmSync(folder, { recursive: true, force: true });
});

async function cli(...args: string[]) {
  const out = { stdout: '', stderr: '' };
  const code = await run(['node', 'ostrakon', ...args], {
    stdout: { write: (text) => (out.stdout += text) },
    stderr: { write: (text) => (out.stderr += text) },
  });
  return { code, ...out };
}

test('the version is that of the package', async () => {
  expect((await cli('--version')).stdout).toMatch(/^\d+\.\d+\.\d+\n$/);
});

describe('people', () => {
  const data = () => ['--data', folder];

  test('the first is an owner; addresses are told once; names and roles that cannot be are refused in words', async () => {
    expect((await cli('person', 'list', ...data())).stdout).toContain('Nobody yet');
    expect(await cli('person', 'add', 'Ada', '--role', 'reader', ...data())).toMatchObject({
      code: 1,
      stderr: 'The first person of a shop is an owner.\n',
    });
    const added = await cli('person', 'add', 'Nell', ...data());
    expect(added.stdout).toMatch(/until \d{4}-\d\d-\d\d \d\d:\d\d UTC:\n\/join#[\w-]{43}\n$/);
    expect((await cli('person', 'list', ...data())).stdout).toBe('Nell: owner, invited, last seen never\n');
    expect((await cli('person', 'add', 'NELL', ...data())).stderr).toContain('is or was called “NELL” here');
    expect((await cli('person', 'add', 'Otto', '--role', 'boss', ...data())).stderr).toBe(
      'A role is one of owner, keeper, packer, reader.\n',
    );
    expect((await cli('person', 'reset', 'nell', ...data())).stdout).toContain('/join#');
    expect(await cli('person', 'reset', 'Otto', ...data())).toMatchObject({
      code: 1,
      stderr: expect.stringContaining('Nobody is called “Otto”'),
    });
    expect((await cli('person', 'list', '--data', join(folder, 'nowhere'))).stderr).toContain('There is no folder');
  });
});

const SCRIPT =
  "import { run } from './src/main.ts'; process.exitCode = await run(['node', 'ostrakon', 'serve', process.argv.at(-1)], process);";

/** A process that answers for one edition, and where. */
function serve(file: string): Promise<{ port: number; child: ChildProcess }> {
  const child = spawn(
    process.execPath,
    ['--import', 'tsx', '--conditions=ostrakon-source', '--input-type=module', '-e', SCRIPT, '--', file],
    {
      cwd: join(import.meta.dirname, '..'),
      env: { ...process.env, PORT: '0', HOST: '127.0.0.1', LOG_LEVEL: 'silent' },
      stdio: ['ignore', 'pipe', 'inherit'],
    },
  );
  children.push(child);
  return new Promise((resolve, reject) => {
    let said = '';
    child.stdout?.on('data', (part) => {
      said += part;
      const port = /:(\d+)\/public\/v1/.exec(said)?.[1];
      if (port) resolve({ port: Number(port), child });
    });
    child.once('exit', (code) => reject(new Error(`ended with ${code}: ${said}`)));
  });
}

describe('one edition served by itself', () => {
  const book = (): RateBook => canada({ ground: lane(flat(990)) });
  const filed = (): EditionFile => ({
    format: 'ostrakon-edition',
    edition: { number: 7, note: '', hash: '0'.repeat(64), publishedAt: '2026-11-01T00:00:00.000Z' },
    book: book(),
    products: [],
    loads: [],
    keys: [{ id: 'a', kind: 'page', scopes: [], origins: ['https://www.shop.example'], held: 'osp_one' }],
  });

  test('three of them behind a plain round-robin proxy say the same, to the byte', async () => {
    const file = join(folder, 'edition.json');
    writeFileSync(file, JSON.stringify(EditionFile.parse(filed())));
    const three = await Promise.all([1, 2, 3].map(() => serve(file)));
    const counts = [0, 0, 0];
    let turn = 0;
    const proxy = createServer((req, res) => {
      const at = turn++ % three.length;
      counts[at] = (counts[at] ?? 0) + 1;
      const { method, url, headers } = req;
      const onward = httpRequest({ host: '127.0.0.1', port: three[at]?.port, method, path: url, headers }, (answer) => {
        res.writeHead(answer.statusCode ?? 502, answer.headers);
        answer.pipe(res);
      });
      req.pipe(onward);
    }).listen(0, '127.0.0.1');
    const { port } = await new Promise<AddressInfo>((resolve) => proxy.once('listening', () => resolve(proxy.address() as AddressInfo)));
    const ask = (grams: number, headers: Record<string, string> = {}) =>
      fetch(`http://127.0.0.1:${port}/public/v1/quotes?key=osp_one`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', ...headers },
        body: JSON.stringify({
          lines: [{ unitPrice: 5000, weight: `${grams} g`, quantity: 1 }],
          destination: { country: 'CA' },
          moment: '2026-11-23T14:00:00Z',
        }),
      });
    for (let grams = 100; grams <= 2000; grams += 100) {
      const texts = [];
      for (let at = 0; at < 3; at += 1) {
        const answer = await ask(grams);
        texts.push(`${answer.headers.get('etag')} ${await answer.text()}`);
      }
      expect(new Set(texts).size, `${grams} g`).toBe(1);
      expect(PublicQuote.parse(JSON.parse(String(texts[0]?.slice(texts[0].indexOf(' ')))))).toMatchObject({
        edition: 7,
        options: [{ price: 990 }],
      });
    }
    expect(counts).toEqual([20, 20, 20]);
    expect((await ask(100, { Origin: 'https://www.shop.example' })).headers.get('access-control-allow-origin')).toBe(
      'https://www.shop.example',
    );
    expect((await ask(100, { Origin: 'https://elsewhere.example' })).status).toBe(403);
    proxy.close();
    proxy.closeAllConnections();
    for (const { child } of three) child.kill('SIGTERM');
    const codes = await Promise.all(three.map(({ child }) => new Promise((resolve) => child.once('exit', resolve))));
    expect(codes).toEqual([0, 0, 0]);
  });

  test('a file that is none is refused in words', async () => {
    const file = join(folder, 'none.json');
    writeFileSync(file, JSON.stringify({ ...filed(), format: 'other' }));
    expect(await cli('serve', file)).toMatchObject({ code: 1, stderr: expect.stringContaining('format') });
  });
});
