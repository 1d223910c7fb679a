import { ShopFile } from '@ostrakon/core';
import type { DeskList, MailFacts, MailList, SetMail } from '@ostrakon/core/contract';
import { type Mailbox, openMailbox } from '@ostrakon/mailbox';
import Papa from 'papaparse';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { readReturned } from './features/mail/returnedMail.ts';
import { plantShop } from './features/shop-file/shopDocument.ts';
import { MailEntity } from './persistence/mailEntities.ts';
import { clay, firstLane, newFolder, openTestShop, type TestShop } from './testShop.ts';

// E-mails are read as whoever receives them would: by another package (mailparser), through a server (smtp-server).
let shop: TestShop;
let mailbox: Mailbox;
let clock = '2026-11-23T14:00:00.000Z';
const folder = newFolder();

const settings = (more: Partial<SetMail> = {}): SetMail => ({
  server: { host: '127.0.0.1', port: mailbox.smtpPort, secure: 'none', user: 'shop' },
  from: { name: 'Fundy Clay', mail: 'shop@fundy.example' },
  buyers: { packed: false, underWay: true, ready: true, late: true },
  packers: [],
  password: 'right',
  ...more,
});
const setMail = async (more: Partial<SetMail> = {}): Promise<MailFacts> =>
  (await request(shop.app).put('/api/mail').send(settings(more)).expect(200)).body;
const work = () => shop.server.mail.work();
const later = (minutes: number) => {
  clock = new Date(Date.parse(clock) + minutes * 60_000).toISOString();
};

beforeAll(async () => {
  mailbox = await openMailbox();
  shop = await openTestShop(folder, { now: () => clock, frontOpen: true });
  await shop.draft.run(...firstLane);
  await shop.goods.change({ put: [clay] });
  await shop.editions.publish(() => shop.draft.current.book, '', 'owner');
});
afterAll(async () => {
  await shop.discard();
  await mailbox.close();
});

let made = 0;
const place = async (mail = 'nell@buyer.example', name = 'Nell Kell') => {
  made += 1;
  const order = {
    reference: `mail-order-${made}`,
    cart: { lines: [{ product: 'clay-10', quantity: 2 }], discounts: [], destination: { country: 'CA', postalCode: 'B3H 4R2' } },
    ...{ edition: 1, choices: [{ service: 'ground', price: 990 }], buyer: { name, mail, street: '1 Quay Street', town: 'Halifax' } },
  };
  return (await request(shop.app).post('/public/v1/orders').send(order).expect(201)).body.number as number;
};
const rowOf = async (number: number) =>
  ((await request(shop.app).get('/api/orders?view=all').expect(200)).body as DeskList).rows.find(({ order }) => order === number);
const mark = async (number: number, ...steps: string[]) => {
  for (const step of steps) {
    const row = await rowOf(number);
    await request(shop.app)
      .post('/api/orders/marks')
      .send({ step, of: [{ id: row?.id, revision: row?.revision }] })
      .expect(200);
  }
};
const sentList = async (query = ''): Promise<MailList> => (await request(shop.app).get(`/api/mail/sent${query}`).expect(200)).body;
const to = (address: string) => mailbox.received.filter((one) => one.to.includes(address));

describe('e-mails', () => {
  test('keep a password that is never told, and are sent nowhere before a server is set', async () => {
    expect((await request(shop.app).get('/api/mail').expect(200)).body).toMatchObject({ settings: { server: null }, hasPassword: false });
    await request(shop.app).post('/api/mail/try').send({ to: 'nell@buyer.example' }).expect(409);
    await request(shop.app)
      .put('/api/mail')
      .send({ ...settings(), from: null })
      .expect(422);
    // What happened before is told to nobody.
    const early = await place();
    await mark(early, 'pack', 'handOver');
    const facts = await setMail();
    expect(facts.hasPassword).toBe(true);
    expect(JSON.stringify(facts)).not.toContain('right');
    expect(await shop.server.shop.database.read.query('SELECT "password" FROM "mail_setting"')).not.toMatchObject([{ password: 'right' }]);
    later(5);
    await work();
    expect(mailbox.received).toEqual([]);
    const tried = await request(shop.app).post('/api/mail/try').send({ to: 'nell@buyer.example' }).expect(200);
    expect(tried.body.detail).toContain('Kept as 1');
    await setMail({ password: 'wrong' });
    const refused = await request(shop.app).post('/api/mail/try').send({ to: 'nell@buyer.example' }).expect(409);
    expect(refused.body.detail).toContain('does not take this user and password');
    await setMail();
  });

  test('tell a buyer that an order is on its way, once, in their language, as text and HTML', async () => {
    const number = await place('ona@buyer.example', 'Ona Väle, "Kiln" & Co');
    await mark(number, 'pack', 'handOver');
    await work();
    expect(to('ona@buyer.example')).toEqual([]);
    later(2);
    await work();
    await work();
    const [one, ...more] = to('ona@buyer.example');
    expect(more).toEqual([]);
    expect(one?.mail.subject).toBe(`Order ${number} is on its way`);
    expect(one?.mail.from?.value).toEqual([{ name: 'Fundy Clay', address: 'shop@fundy.example' }]);
    expect(one?.mail.to).toMatchObject({ value: [{ name: 'Ona Väle, "Kiln" & Co', address: 'ona@buyer.example' }] });
    expect(one?.mail.text).toContain('2 Stoneware clay, 10 kg');
    expect(one?.mail.html).toContain('Hello Ona Väle, "Kiln" &amp; Co,');
    expect(one?.mail.html).toContain('<p>Ground parcel</p>');
    expect(one?.mail.messageId).toMatch(/^<underWay\.\d+\.\d+@fundy\.example>$/);
    expect(one?.mail.headers.get('auto-submitted')).toBe('auto-generated');
    expect((await sentList()).mails[0]).toMatchObject({
      kind: 'underWay',
      order: number,
      state: 'sent',
      tries: 1,
      to: 'ona@buyer.example',
    });
  });

  test('are not sent for a mark that was taken back before its minute was over', async () => {
    await setMail({ buyers: { packed: true, underWay: true, ready: true, late: true } });
    const number = await place('kim@buyer.example');
    await mark(number, 'pack', 'back');
    later(2);
    await work();
    expect(to('kim@buyer.example')).toEqual([]);
    expect((await sentList('?state=dropped')).mails).toMatchObject([{ kind: 'packed', order: number, detail: 'This is not so any more.' }]);
  });

  test('are tried again where that may help, and told as come back where it does not', async () => {
    await setMail();
    const [none, slow] = [await place('nobody@buyer.example'), await place('later@buyer.example')];
    await mark(none, 'pack', 'handOver');
    await mark(slow, 'pack', 'handOver');
    later(2);
    await work();
    const { mails, counts } = await sentList();
    expect(counts).toMatchObject({ bounced: 1, waiting: 1 });
    expect(mails.find(({ order }) => order === none)).toMatchObject({ state: 'bounced', detail: expect.stringContaining('550') });
    expect(mails.find(({ order }) => order === slow)).toMatchObject({ state: 'waiting', tries: 1, detail: expect.stringContaining('451') });
    later(2);
    await work();
    expect(to('later@buyer.example')).toHaveLength(1);
    const { id } = mails.find(({ order }) => order === none) ?? { id: 0 };
    await request(shop.app).post(`/api/mail/sent/${id}/again`).send({}).expect(200);
    await request(shop.app).delete(`/api/mail/sent/${id}`).expect(200);
    await request(shop.app).delete(`/api/mail/sent/${id}`).expect(409);
  });

  test('wait while the server cannot be reached, and go once it can', async () => {
    await setMail({ server: { host: '127.0.0.1', port: 9, secure: 'none', user: '' } });
    const number = await place('wait@buyer.example');
    await mark(number, 'pack', 'handOver');
    later(2);
    await work();
    expect((await sentList('?state=waiting')).mails).toMatchObject([
      { order: number, tries: 1, detail: expect.stringContaining('cannot be reached') },
    ]);
    await setMail();
    later(2);
    await work();
    expect(to('wait@buyer.example')).toHaveLength(1);
  });

  test('that were being sent when a server ended are held, not sent twice', async () => {
    const number = await place('once@buyer.example');
    await mark(number, 'pack', 'handOver');
    later(2);
    await work();
    expect(to('once@buyer.example')).toHaveLength(1);
    // As a server leaves it that ends between handing it over and keeping that it went.
    await shop.server.shop.database.write(async ({ manager }) => {
      await manager.update(MailEntity, { order: number }, { state: 'sending', sentAt: null });
    });
    await shop.close();
    shop = await openTestShop(folder, { now: () => clock, frontOpen: true });
    later(1500);
    await work();
    expect(to('once@buyer.example')).toHaveLength(1);
    const [held] = (await sentList('?state=unsure')).mails;
    expect(held).toMatchObject({ order: number, detail: expect.stringContaining('may have gone') });
    await request(shop.app).post(`/api/mail/sent/${held?.id}/again`).send({}).expect(200);
    await work();
    expect(to('once@buyer.example')).toHaveLength(2);
  });

  test('tell packers of each order, or once a day of all that waits, with a file', async () => {
    clock = '2026-12-07T10:00:00.000Z';
    await setMail({
      packers: [
        { id: 'each', name: 'Pip', mail: 'pip@packers.example', origin: null, groups: [], when: { every: 'order' } },
        { id: 'daily', name: 'Dot', mail: 'dot@packers.example', origin: null, groups: [], when: { every: 'day', at: '12:00' } },
        { id: 'other', name: 'Ash', mail: 'ash@packers.example', origin: null, groups: ['glazes'], when: { every: 'order' } },
      ],
    });
    await work();
    expect(mailbox.received.filter((one) => one.to[0]?.endsWith('packers.example'))).toEqual([]);
    const [one, two] = [await place('a@buyer.example', '=1+2'), await place('b@buyer.example')];
    await work();
    expect(to('pip@packers.example').map(({ mail }) => mail.subject)).toEqual([`To pack: Order ${two}`, `To pack: Order ${one}`]);
    expect(to('ash@packers.example')).toEqual([]);
    expect((await sentList()).mails.filter(({ kind }) => kind === 'packer')).toHaveLength(2);
    clock = '2026-12-07T13:00:00.000Z';
    await work();
    await work();
    const [sum, ...more] = to('dot@packers.example');
    expect(more).toEqual([]);
    expect(sum?.mail.subject).toMatch(/^Orders to pack, .*: \d+$/);
    expect(sum?.mail.text).toContain(`ORDER ${one}`);
    const [file] = sum?.mail.attachments ?? [];
    expect(file).toMatchObject({ contentType: 'text/csv', filename: 'to-pack-2026-12-07.csv' });
    const { data } = Papa.parse<Record<string, string>>(file?.content.toString('utf8') ?? '', { header: true, skipEmptyLines: true });
    expect(data.find((row) => row.order === String(one))).toMatchObject({
      article: 'clay-10',
      pieces: '2',
      name: "'=1+2",
      'postal code': 'B3H 4R2',
    });
  });

  test('tell a buyer whose order is late once, and forget to whom they went', async () => {
    const number = await place('slow@buyer.example');
    const row = await rowOf(number);
    await shop.server.shop.database.write(async ({ manager }) => {
      await manager.query(`UPDATE "consignment" SET "leaves_on" = '2026-12-06' WHERE "id" = ?`, [row?.id]);
    });
    await work();
    await work();
    expect(to('slow@buyer.example').map(({ mail }) => mail.subject)).toEqual([`Order ${number} comes later than we said`]);
    await request(shop.app).post(`/api/orders/${number}/forget`).send({}).expect(200);
    expect(await shop.server.shop.database.read.findBy(MailEntity, { order: number, kind: 'late' })).toMatchObject([
      { to: null, subject: null, state: 'sent' },
    ]);
  });

  test('that come back after they have gone are marked by the report of it, from the page and by a key for e-mails', async () => {
    await setMail();
    const number = await place('gone@buyer.example');
    await mark(number, 'pack', 'handOver');
    later(2);
    await work();
    const came = mailbox.received.find(({ to: receivers }) => receivers.includes('gone@buyer.example'));
    const message = await (await fetch(`${mailbox.url}/${came?.id}/returned.eml`)).text();
    const refused: readonly (readonly [string, RegExp])[] = [
      ['Subject: Hello\r\n\r\nIt came.', /no report of mail delivery/],
      [message.replace('Action: failed', 'Action: delayed'), /reports no failure/],
      [message.replace(/Message-ID: .*/, 'Subject: Hello'), /does not say which e-mail/],
      [message.replace('<underWay.', '<packed.'), /no e-mail that the shop has sent/],
    ];
    for (const [text, why] of refused) {
      const { body } = await request(shop.app).post('/api/mail/returned').send({ message: text }).expect(409);
      expect(body.detail, text).toMatch(why);
    }
    expect((await sentList('?state=bounced')).mails.map(({ order }) => order)).not.toContain(number);
    const marked = await request(shop.app).post('/api/mail/returned').send({ message }).expect(200);
    const detail = 'Came back: 550 5.1.1 There is nobody of that name here any more';
    expect(marked.body).toMatchObject({ order: number, state: 'bounced', detail });
    const trouble = (await request(shop.app).get('/api/orders?view=all&trouble=1').expect(200)).body as DeskList;
    expect(trouble.rows.map(({ order }) => order)).toContain(number);

    const key = async (...scopes: string[]) =>
      (await request(shop.app).post('/api/keys').send({ kind: 'server', name: 'Mail server', scopes }).expect(201)).body.secret as string;
    const hand = (secret: string) => request(shop.app).post('/public/v1/mail/returned').set('Authorization', `Bearer ${secret}`);
    await hand(await key('orders'))
      .send({ message })
      .expect(403);
    const told = await hand(await key('mail'))
      .send({ message })
      .expect(200);
    expect(told.body).toEqual({ order: number, kind: 'underWay' });
  });

  // RFC 3464, appendix E.1, shortened and from memory: fields folded, the whole message given back.
  test('are set up by the document of the shop, but for the password; nobody is told again of what happened before', async () => {
    const { password: _password, ...written } = settings({ buyers: { packed: true, underWay: true, ready: true, late: false } });
    await setMail(written);
    const number = await place('again@buyer.example');
    await mark(number, 'pack', 'handOver');
    const { text } = await request(shop.app).get('/api/shop/document').expect(200);
    expect(JSON.parse(text).mail).toEqual(written);
    const planted = newFolder();
    await plantShop(planted, ShopFile.parse(JSON.parse(text)));
    later(10);
    const again = await openTestShop(planted, { now: () => clock, frontOpen: true });
    const { body } = await request(again.app).get('/api/mail').expect(200);
    expect(body).toMatchObject({ settings: { server: { user: 'shop' }, buyers: { packed: true } }, hasPassword: false });
    await again.server.mail.work();
    expect(((await request(again.app).get('/api/mail/sent').expect(200)).body as MailList).mails).toEqual([]);
    expect((await request(again.app).get('/api/shop/document').expect(200)).text).toBe(text);
    await again.discard();
  });

  test('reports are read as the standard has them', async () => {
    const report = [
      'Content-Type: multipart/report; report-type=delivery-status;',
      '      boundary="RAA14128.773615765/CS.UTK.EDU"',
      '',
      '--RAA14128.773615765/CS.UTK.EDU',
      '',
      'The original message was received at Sat, 2 Jul 1994 17:10:28 -0400',
      '',
      '--RAA14128.773615765/CS.UTK.EDU',
      'content-type: message/delivery-status',
      '',
      'Reporting-MTA: dns; cs.utk.edu',
      '',
      'Original-Recipient: rfc822;louisl@larry.slip.umd.edu',
      'Final-Recipient: rfc822;louisl@larry.slip.umd.edu',
      'Action: failed',
      'Status: 4.0.0',
      'Diagnostic-Code: smtp; 426',
      '  connection timed out',
      '',
      '--RAA14128.773615765/CS.UTK.EDU',
      'content-type: message/rfc822',
      '',
      'Subject: hello',
      'Message-ID:',
      ' <199407022117.RAA14128@CS.UTK.EDU>',
      '',
      'Message-ID: <not.this@one>',
      '--RAA14128.773615765/CS.UTK.EDU--',
      '',
    ];
    expect(await readReturned(report.join('\r\n'))).toEqual({
      messageId: '199407022117.RAA14128@CS.UTK.EDU',
      detail: 'Came back: 426 connection timed out',
    });
  });
});
