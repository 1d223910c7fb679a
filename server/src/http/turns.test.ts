import { createServer, request as httpRequest, IncomingMessage, type Server, ServerResponse } from 'node:http';
import { type AddressInfo, Socket } from 'node:net';
import express, { type Request, type Response } from 'express';
import { afterEach, expect, test } from 'vitest';
import { turnsOfEach } from './turns.ts';

let server: Server | undefined;
afterEach(() => {
  server?.closeAllConnections();
  server?.close();
  server = undefined;
});

/** What is worked on, in order, until it is let go. */
async function opened(most: number) {
  const atWork = new Map<string, Response>();
  const app = express();
  app.use((req, res, next) => {
    res.locals.asker = req.query.of ?? null;
    next();
  });
  app.use(turnsOfEach(most, ({ locals }) => locals.asker));
  app.get('/:what', ({ params }, res) => void atWork.set(params.what, res));
  const listening = createServer(app);
  server = listening;
  await new Promise<void>((resolve) => listening.listen(0, '127.0.0.1', resolve));
  const { port } = listening.address() as AddressInfo;
  const ask = (what: string, of?: string) => {
    const sent = httpRequest({ port, host: '127.0.0.1', path: `/${what}${of ? `?of=${of}` : ''}` }, (answer) => answer.resume());
    sent.on('error', () => undefined);
    sent.end();
    return sent;
  };
  const end = (what: string) => {
    atWork.get(what)?.end();
    atWork.delete(what);
  };
  return { ask, end, now: () => [...atWork.keys()].toSorted() };
}

test('of one asker two at a time are worked on, others of others meanwhile, and then the next', async () => {
  const { ask, end, now } = await opened(2);
  for (const what of ['a1', 'a2', 'a3', 'a4']) {
    ask(what, 'a');
    // They come in order.
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  await expect.poll(now).toEqual(['a1', 'a2']);
  for (const what of ['b1', 'b2', 'b3']) ask(what, 'b');
  for (const what of ['free1', 'free2', 'free3']) ask(what);
  await expect.poll(() => now().length).toBe(7);
  expect(now().filter((what) => what.startsWith('b'))).toHaveLength(2);
  end('a2');
  await expect.poll(now).toContain('a3');
  expect(now()).not.toContain('a4');
});

test('where many of one asker wait, another is answered before them, though each is answered at once', async () => {
  const guard = turnsOfEach(2, ({ locals }) => locals.asker);
  const order: string[] = [];
  const ask = (asker: string) =>
    new Promise<void>((resolve) => {
      const res = Object.assign(new ServerResponse(new IncomingMessage(new Socket())), { locals: { asker } });
      guard({} as Request, res as unknown as Response, () => {
        order.push(asker);
        res.emit('close');
        resolve();
      });
    });
  const many = Array.from({ length: 60 }, () => ask('a'));
  // Whatever else comes is looked at when what was there has had its turn.
  await new Promise(setImmediate);
  await ask('b');
  expect(order.indexOf('b')).toBeLessThan(10);
  await Promise.all(many);
  expect(order).toHaveLength(61);
});

test('who leaves while waiting is not worked on, and who leaves while worked on makes room', async () => {
  const { ask, now } = await opened(1);
  const first = ask('first', 'a');
  await expect.poll(now).toEqual(['first']);
  const second = ask('second', 'a');
  await new Promise((resolve) => setTimeout(resolve, 50));
  ask('third', 'a');
  await new Promise((resolve) => setTimeout(resolve, 50));
  second.destroy();
  await new Promise((resolve) => setTimeout(resolve, 50));
  first.destroy();
  await expect.poll(now).toContain('third');
  expect(now()).not.toContain('second');
});
