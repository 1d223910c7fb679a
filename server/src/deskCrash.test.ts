import { rmSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { createCarriers } from '@ostrakon/carriers';
import { type Command, PLAIN_CARRIAGE, PLAIN_LOCATION, PLAIN_SERVICE, PLAIN_TERMS } from '@ostrakon/core';
import type { DeskList, DeskMarked, DeskOrder, LabelJob, MailList } from '@ostrakon/core/contract';
import { type Mailbox, openMailbox } from '@ostrakon/mailbox';
import request from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { type ServerProcess, startProcess } from './testProcess.ts';
import { clay, newFolder, openTestShop } from './testShop.ts';

// The desk's server is killed at random while labels are bought, orders are marked and e-mails are sent: no label is bought
// twice, no e-mail sent twice, and nothing it acknowledged is lost.
const KILLS = Math.ceil(Number(process.env.OSTRAKON_KILLS ?? 4) / 2);
const ORDERS = 4;

const folder = newFolder();
let standIns: Server;
let mailbox: Mailbox;
let server: ServerProcess | undefined;
/** The key the checkout shows at the buyers' door. */
let secret = '';
/** The keys under which carriers were asked for labels: the same key again is the same label. */
const asked = new Set<string>();

beforeAll(async () => {
  mailbox = await openMailbox();
  const carriers = createCarriers();
  standIns = createServer((req, res) => {
    const key = req.headers['idempotency-key'];
    if (req.method === 'POST' && typeof key === 'string') asked.add(key);
    carriers(req, res);
  }).listen(0, '127.0.0.1');
  await new Promise((ready) => standIns.once('listening', ready));
  const shop = await openTestShop(folder, { carriersUrl: `http://127.0.0.1:${(standIns.address() as AddressInfo).port}` });
  const where = {
    street: '1 Quay',
    city: 'Dartmouth',
    country: 'CA',
    subdivision: 'CA-NS',
    postalCode: 'B2Y 2N6',
    timeZone: 'America/Halifax',
  };
  const carriage = { account: 'petrel', carrier: 'Petrel Post', service: 'TRACKED', ...PLAIN_CARRIAGE };
  const commands = [
    { name: 'setServed', args: { countries: ['CA'] } },
    { name: 'addLocation', args: { ...PLAIN_LOCATION, ...where, id: 'shop', name: 'Shop' } },
    { name: 'addZone', args: { id: 'canada', name: 'Canada', places: [{ kind: 'country', country: 'CA' }] } },
    { name: 'addService', args: { ...PLAIN_SERVICE, id: 'tracked', name: 'Tracked', kind: 'carrier', carriage, terms: PLAIN_TERMS } },
    { name: 'startLane', args: { zone: 'canada', service: 'tracked', card: { kind: 'flat', result: { kind: 'free' } } } },
  ] as unknown as Command[];
  await shop.draft.run(...commands);
  await shop.goods.change({ put: [{ ...clay, ownBox: true }] });
  const account = { kind: 'service', id: 'petrel', name: 'Petrel Post', carrier: 'petrel-post', key: 'petrel-K81-dartmouth' };
  await request(shop.app).post('/api/carriers').send(account).expect(201);
  await shop.editions.publish(() => shop.draft.current.book, '', 'owner');
  const mail = {
    server: { host: '127.0.0.1', port: mailbox.smtpPort, secure: 'none', user: '' },
    from: { name: 'Shop', mail: 'shop@example.org' },
    buyers: { packed: false, underWay: false, ready: false, late: false },
    packers: [{ id: 'pip', name: 'Pip', mail: 'pip@example.org', origin: null, groups: [], when: { every: 'order' } }],
  };
  await request(shop.app).put('/api/mail').send(mail).expect(200);
  const key = { kind: 'server', name: 'Checkout', scopes: ['orders', 'quotes'] };
  secret = (await request(shop.app).post('/api/keys').send(key).expect(201)).body.secret;
  await shop.close();
});
afterAll(async () => {
  server?.child.kill('SIGKILL');
  standIns.closeAllConnections();
  standIns.close();
  await mailbox.close();
  rmSync(folder, { recursive: true, force: true });
});

let url = '';
async function ask<T>(method: string, path: string, body?: object): Promise<T> {
  const headers = { 'content-type': 'application/json', ...(path.startsWith('/public/') && { authorization: `Bearer ${secret}` }) };
  const init = { method, headers, ...(body && { body: JSON.stringify(body) }) };
  const answer = await fetch(`${url}${path}`, init);
  const text = await answer.text();
  expect([200, 201, 202], `${method} ${path}: ${text}`).toContain(answer.status);
  return JSON.parse(text) as T;
}
const rows = async () => (await ask<DeskList>('GET', '/api/orders?view=all&sort=oldest&limit=500')).rows;

/** What was acknowledged: orders by their references, and how far each is. */
const orders = new Map<string, number>();
const marked = new Map<number, string>();
let placed = 0;

async function place(): Promise<void> {
  const cart = { lines: [{ product: 'clay-10', quantity: 2 }], discounts: [], destination: { country: 'CA', postalCode: 'B3H 4R2' } };
  const quote = await ask<{ edition: number; options: { service: string; price: number }[] }>('POST', '/public/v1/quotes', cart);
  const [option] = quote.options;
  placed += 1;
  const reference = `crash-order-${placed}`;
  const buyer = { name: `Buyer ${placed}`, mail: `b${placed}@example.org`, street: `${placed} Quay`, town: 'Halifax' };
  const choices = [{ service: option?.service, price: option?.price }];
  const { number } = await ask<{ number: number }>('POST', '/public/v1/orders', {
    reference,
    cart,
    edition: quote.edition,
    choices,
    buyer,
  });
  orders.set(reference, number);
}

async function labelAll(of: readonly number[]): Promise<void> {
  let job = await ask<LabelJob>('POST', '/api/orders/labels', { of });
  while (job.status === 'running') {
    await new Promise((resolve) => setTimeout(resolve, 20));
    job = await ask<LabelJob>('GET', `/api/orders/labels/${job.id}`);
  }
  expect(job.failed).toEqual([]);
}

async function markAll(): Promise<void> {
  for (const row of await rows()) {
    const step = row.state === 'new' ? 'begin' : row.state === 'packing' ? 'pack' : null;
    if (step === null) continue;
    const { results } = await ask<DeskMarked>('POST', '/api/orders/marks', { step, of: [{ id: row.id, revision: row.revision }] });
    const [done] = results;
    if (done?.came === 'done') marked.set(row.id, done.state ?? '');
  }
}

test(`killed ${KILLS} times at random, the desk buys no label twice, sends no e-mail twice, and has lost nothing it acknowledged`, {
  timeout: 90_000 + KILLS * 45_000,
}, async () => {
  const BEYOND: Readonly<Record<string, readonly string[]>> = { packing: ['packing', 'packed'], packed: ['packed'] };
  let cutShort = 0;
  for (let round = 0; round <= KILLS; round += 1) {
    server = startProcess(folder, { CARRIERS_URL: `http://127.0.0.1:${(standIns.address() as AddressInfo).port}` });
    url = await server.url;
    for (const row of await rows()) {
      const known = marked.get(row.id);
      if (known !== undefined) expect(BEYOND[known]).toContain(row.state);
    }
    const isLast = round === KILLS;
    if (!isLast) setTimeout(() => server?.child.kill('SIGKILL'), 1500 + ((round * 977) % 2500));
    try {
      do {
        for (let at = 0; at < ORDERS; at += 1) await place();
        const all = await rows();
        const work = [labelAll(all.map(({ id }) => id)), markAll()];
        const ends = await Promise.allSettled(work);
        for (const end of ends) if (end.status === 'rejected') throw end.reason;
      } while (!isLast);
    } catch (error) {
      if (!(error instanceof TypeError)) throw error;
      cutShort += 1;
    }
    if (!isLast) await server.ended;
  }
  expect(cutShort).toBe(KILLS);

  // Whatever was going on is ended now.
  const all = await rows();
  await labelAll(all.map(({ id }) => id));
  expect(new Set(all.map(({ order }) => order))).toEqual(new Set([...orders.values(), ...all.map(({ order }) => order)]));
  for (const number of orders.values()) expect(all.map(({ order }) => order)).toContain(number);
  let parcels = 0;
  const numbers = new Set<string | null>();
  for (const { order } of all) {
    const { consignments } = await ask<DeskOrder>('GET', `/api/orders/${order}`);
    for (const part of consignments) {
      expect(part.labelList.map(({ state }) => state)).toEqual(part.labelList.map(() => 'bought'));
      expect(part.labelList).toHaveLength(part.parcels);
      for (const { tracking } of part.labelList) numbers.add(tracking);
      parcels += part.parcels;
    }
  }
  expect(numbers.size).toBe(parcels);
  // Each parcel was asked for under one key, however often.
  expect(asked.size).toBe(parcels);

  const mails = async () => (await ask<MailList>('GET', '/api/mail/sent')).counts;
  const underWay = async () => {
    const { waiting, sending } = await mails();
    return waiting + sending;
  };
  // They go one after the other.
  await expect.poll(underWay, { timeout: 20_000 + all.length * 500 }).toBe(0);
  const { sent, unsure } = await mails();
  expect(sent + unsure).toBe(all.length);
  const came = mailbox.received.map(({ mail }) => mail.messageId);
  expect(new Set(came).size).toBe(came.length);
  expect(came.length).toBeGreaterThanOrEqual(sent);
  expect(came.length).toBeLessThanOrEqual(sent + unsure);
});
