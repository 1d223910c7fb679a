import { publicRoutes } from '@ostrakon/core/contract';
import express from 'express';
import { pino } from 'pino';
import request from 'supertest';
import { expect, test } from 'vitest';
import { type BuyersHandlers, buyersApp } from './buyersApp.ts';
import { PUBLIC_LIMITS } from './http/publicDoor.ts';
import type { HeldKey, KeyRing } from './ports/keyRing.ts';

test('of an address or a page so many questions are worked on at a time; of the shop’s own server as many as it asks', async () => {
  const atWork: (() => void)[] = [];
  const hold = () => new Promise((resolve) => atWork.push(() => resolve({ edition: 1 })));
  const handlers = Object.fromEntries(Object.keys(publicRoutes).map((key) => [key, hold])) as unknown as BuyersHandlers;
  const key: HeldKey = { id: 'k', kind: 'server', name: 'Shop server', origins: new Set(), scopes: new Set(['quotes']) };
  const keys: KeyRing = { find: (text) => (text === 'its-secret' ? key : null), used: () => undefined };
  const app = express();
  app.set('trust proxy', 1);
  app.use(buyersApp(handlers, keys, { ...PUBLIC_LIMITS, atWorkOfOne: 2 }, pino({ level: 'silent' })));
  const server = app.listen(0, '127.0.0.1');
  const ask = (address: string, more: Record<string, string> = {}) =>
    request(server)
      .get('/edition')
      .set({ 'X-Forwarded-For': address, ...more })
      .then(({ status }) => status);
  const asked = Array.from({ length: 5 }, () => ask('203.0.113.7'));
  await expect.poll(() => atWork.length).toBe(2);
  asked.push(ask('203.0.113.8'));
  await expect.poll(() => atWork.length).toBe(3);
  for (let at = 0; at < 5; at += 1) asked.push(ask('203.0.113.9', { Authorization: 'Bearer its-secret' }));
  await expect.poll(() => atWork.length).toBe(8);
  // What is ended makes room for what waits.
  let answered = 0;
  for (const one of asked) void one.then(() => (answered += 1));
  const endAll = () => {
    for (const end of atWork.splice(0)) end();
    return answered;
  };
  await expect.poll(endAll).toBe(asked.length);
  expect(await Promise.all(asked)).toEqual(asked.map(() => 200));
  server.close();
});
