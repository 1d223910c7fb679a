import { rmSync } from 'node:fs';
import { type Command, DraftState, StepsAnswer } from '@ostrakon/core';
import { afterAll, expect, test } from 'vitest';
import { type ServerProcess, startProcess } from './testProcess.ts';
import { firstLane, newFolder, setPrice, stepsOf } from './testShop.ts';

// A server process that is killed at any moment: what it acknowledged is there afterwards, and what it did not can be sent
// again. `npm run laws` kills it 157 times.
const KILLS = Number(process.env.OSTRAKON_KILLS ?? 4);

const folder = newFolder();
let server: ServerProcess | undefined;

afterAll(() => {
  server?.child.kill('SIGKILL');
  rmSync(folder, { recursive: true, force: true });
});

const readDraft = async (url: string) => DraftState.parse(await (await fetch(`${url}/api/draft`)).json());

type Body = ReturnType<typeof stepsOf>;

async function send(url: string, body: Body): Promise<StepsAnswer> {
  const init = { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) };
  const answer = await fetch(`${url}/api/draft/steps`, init);
  expect(answer.status).toBe(200);
  return StepsAnswer.parse(await answer.json());
}

const priceOf = ({ book }: DraftState) => book.zones[0]?.lanes.ground?.card;

test(`killed ${KILLS} times in the middle of its work a server has lost nothing it acknowledged, and does nothing twice`, {
  timeout: 60_000 + KILLS * 10_000,
}, async () => {
  let revision = 0;
  let price = 0;
  let cutShort = 0;
  let unanswered: { body: Body; price: number } | undefined;
  for (let round = 0; round <= KILLS; round += 1) {
    server = startProcess(folder);
    const url = await server.url;
    const state = await readDraft(url);
    if (unanswered === undefined) expect(state.revision).toBe(revision);
    else {
      // Whether it was taken before the kill or not: sent again, it has been taken once.
      expect([revision, revision + 1]).toContain(state.revision);
      expect((await send(url, unanswered.body)).present).toBe(revision + 1);
      [revision, price] = [revision + 1, unanswered.price];
    }
    if (price > 0) expect(priceOf(await readDraft(url))).toMatchObject({ result: { amount: price } });
    if (round === 0) revision = (await send(url, stepsOf(0, ...(firstLane as Command[])))).present;
    unanswered = undefined;
    const killed = new Promise<void>((resolve) => {
      setTimeout(
        () => {
          server?.child.kill('SIGKILL');
          resolve();
        },
        (round * 37) % 120,
      );
    });
    for (let at = 0; unanswered === undefined; at += 1) {
      const next = (round + 1) * 10_000 + at;
      const body = stepsOf(revision, setPrice(next));
      try {
        revision = (await send(url, body)).present;
        price = next;
      } catch (error) {
        if (!(error instanceof TypeError)) throw error;
        unanswered = { body, price: next };
        cutShort += 1;
      }
    }
    await killed;
    await server.ended;
  }
  expect(cutShort).toBe(KILLS + 1);
});
