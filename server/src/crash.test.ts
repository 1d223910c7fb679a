import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Command, DraftState } from '@ostrakon/core';
import { afterAll, expect, test } from 'vitest';
import { firstLane, setPrice, stepsOf } from './testShop.ts';

const folder = mkdtempSync(join(tmpdir(), 'ostrakon-crash-'));
const serverFolder = join(import.meta.dirname, '..');
let server: ChildProcess | undefined;

afterAll(() => {
  server?.kill('SIGKILL');
  rmSync(folder, { recursive: true, force: true });
});

/** Starts a real server process on a free port and gives its address. */
function start(): Promise<string> {
  const child = spawn(process.execPath, ['--import', 'tsx', '--conditions=ostrakon-source', 'src/main.ts'], {
    cwd: serverFolder,
    env: { ...process.env, PORT: '0', HOST: '127.0.0.1', OSTRAKON_DATA: folder, OSTRAKON_SEED: '' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  server = child;
  return new Promise((resolve, reject) => {
    child.once('exit', (code) => reject(new Error(`the server ended with ${code}`)));
    child.stdout?.on('data', (chunk) => {
      const address = /http:\/\/[\d.:]+/.exec(String(chunk))?.[0];
      if (address) resolve(address);
    });
  });
}

const readDraft = async (address: string) => DraftState.parse(await (await fetch(`${address}/api/draft`)).json());

async function send(address: string, revision: number, command: Command): Promise<number> {
  const body = JSON.stringify(stepsOf(revision, command));
  const answer = await fetch(`${address}/api/draft/steps`, { method: 'POST', headers: { 'content-type': 'application/json' }, body });
  expect(answer.status).toBe(200);
  return ((await answer.json()) as { present: number }).present;
}

function killHard(): Promise<void> {
  const child = server;
  return new Promise((resolve) => {
    child?.removeAllListeners('exit');
    child?.once('exit', () => resolve());
    child?.kill('SIGKILL');
  });
}

test('killing the server right after an acknowledged command loses nothing, six times over', { timeout: 120_000 }, async () => {
  let revision = 0;
  for (let round = 0; round < 6; round += 1) {
    const address = await start();
    const state = await readDraft(address);
    expect(state.revision).toBe(revision);
    if (round > 0) expect(state.book.zones[0]?.lanes.ground?.card).toMatchObject({ result: { amount: round * 100 + 2 } });
    if (round === 0) for (const command of firstLane) revision = await send(address, revision, command);
    for (let at = 0; at < 3; at += 1) revision = await send(address, revision, setPrice((round + 1) * 100 + at));
    await killHard();
  }
  const state = await readDraft(await start());
  expect(state.revision).toBe(revision);
  expect(state.history).toEqual({ undo: 'setCard', redo: null });
});
