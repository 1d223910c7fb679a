import { readFileSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { type Command, Problem } from '@ostrakon/core';
import { goesOn, mayDo, ownerRoutes, partsOf, type Right, type Role, type Route } from '@ostrakon/core/contract';
import { Secret, TOTP } from 'otpauth';
import request from 'supertest';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { ARGON2, hashPassword } from './features/people/passwords.ts';
import { stepOfCode } from './features/people/secondFactor.ts';
import { backUpFolder, replaceFolder } from './features/shop-file/folderShop.ts';
import { clay, firstLane, newFolder, openTestShop, stepsOf, type TestShop } from './testShop.ts';

const PASSWORD = 'kiln glaze wheel stone';
const OTHER = 'harbour lantern oak drift';
const BEGIN = '2026-11-23T14:00:00.000Z';
const DAY_MS = 86_400_000;

let clock = BEGIN;
let shop: TestShop;
const later = (ms: number) => {
  clock = new Date(Date.parse(clock) + ms).toISOString();
};
beforeEach(async () => {
  clock = BEGIN;
  shop = await openTestShop(newFolder(), { now: () => clock, hosts: ['desk.example.org'] });
});
afterEach(() => shop.discard());

const api = () => request(shop.app);
const cookieIn = ({ headers }: { headers: Record<string, unknown> }): string =>
  String((headers['set-cookie'] as string[] | undefined)?.[0]);
const first = () => api().post('/api/people/first').send({ name: 'Nell', password: PASSWORD }).expect(201);
const signIn = (name: string, password: string, code?: string) =>
  api()
    .post('/api/session')
    .send({ name, password, ...(code !== undefined && { code }) });
const codeOf = async (answer: PromiseLike<{ status: number; body: unknown }>) => {
  const { status, body } = await answer;
  return status < 300 ? status : Problem.parse(body).code;
};
const draft = (cookie: string) => codeOf(api().get('/api/draft').set('Cookie', cookie));

/** Somebody who has chosen a password, and a session of theirs. */
async function person(name: string, role: Role, mayPublish = false): Promise<{ id: string; cookie(): Promise<string> }> {
  const { people } = shop.server.access;
  const { person: made, link } = await people.invite({ name, role, mayPublish });
  await people.useLink(link.path.slice('/join#'.length), PASSWORD);
  return { id: made.id, cookie: async () => `ostrakon=${await people.sessions.begin(made.id, 'a test')}` };
}

describe('coming in', () => {
  test('without people everything may be done; with the first nobody comes in without signing in', async () => {
    expect((await api().get('/api/session')).body).toEqual({ people: false, who: null });
    expect(await codeOf(api().post('/api/people').send({ name: 'Ada', role: 'reader', mayPublish: false }))).toBe('last-owner');
    const cookie = cookieIn(await first());
    // RFC 6265bis: not for scripts, not for other sites, and for the owner's door alone.
    expect(cookie).toMatch(/^ostrakon=[\w-]{43}; Max-Age=2592000; Path=\/api; HttpOnly; SameSite=Strict$/);
    expect(await draft('')).toBe('not-signed-in');
    expect(await draft(cookie)).toBe(200);
    expect((await api().get('/api/session').set('Cookie', cookie)).body.who).toMatchObject({ name: 'Nell', role: 'owner' });
    expect(await codeOf(api().post('/api/people/first').send({ name: 'Eve', password: OTHER }))).toBe('not-signed-in');
    expect(await codeOf(api().get('/public/v1/edition'))).toBe('nothing-published');
  });

  test('behind TLS the cookie and the page are for TLS alone', async () => {
    await shop.discard();
    shop = await openTestShop(newFolder(), { now: () => clock, trustProxy: 1 });
    const answer = await api().post('/api/people/first').set('X-Forwarded-Proto', 'https').send({ name: 'Nell', password: PASSWORD });
    expect(cookieIn(answer)).toMatch(/; HttpOnly; Secure; SameSite=Strict$/);
    expect(answer.headers['strict-transport-security']).toBe('max-age=31536000');
  });

  test('a wrong password and an unknown name are told the same, and slowed the same', async () => {
    await first();
    const [wrong, unknown] = [await signIn('nell', 'not this one'), await signIn('nobody', 'not this one')];
    expect(wrong.body).toEqual({ ...unknown.body, requestId: wrong.body.requestId });
    expect([wrong.status, wrong.body.code]).toEqual([401, 'wrong-password']);
    for (const name of ['NELL', 'nobody']) {
      for (let at = 0; at < 4; at += 1) expect(await codeOf(signIn(name, `guess ${at}`))).toBe('wrong-password');
      const slowed = await signIn(name, PASSWORD);
      expect([slowed.status, slowed.body.code]).toEqual([429, 'too-many-tries']);
      expect(Number(slowed.headers['retry-after'])).toBeGreaterThan(200);
    }
  });

  test('whoever has not signed in says little', async () => {
    await first();
    const long = { name: 'Nell', password: 'x'.repeat(20_000) };
    for (const path of ['/api/session', '/api/links/use', '/api/links/look'])
      expect(await codeOf(api().post(path).send(long))).toBe('body-too-large');
    // Of a route that is not theirs nothing is read.
    expect(
      await codeOf(
        api()
          .post('/api/draft/steps')
          .send({ ...long, steps: ['x'.repeat(5_000_000)] }),
      ),
    ).toBe('not-signed-in');
  });

  test('from one address many names are slowed, too', async () => {
    await first();
    const codes: unknown[] = [];
    for (let at = 0; at < 61; at += 1) codes.push(await codeOf(signIn(`name ${at}`, 'x')));
    expect(codes.filter((code) => code === 'wrong-password')).toHaveLength(60);
    expect(codes.at(-1)).toBe('too-many-tries');
  }, 30_000);

  test('a session ends after a week of silence, after thirty days, by signing out, and everywhere at once', async () => {
    const cookie = cookieIn(await first());
    for (let at = 0; at < 4; at += 1) {
      later(6 * DAY_MS);
      expect(await draft(cookie)).toBe(200);
    }
    later(6 * DAY_MS + 1);
    expect(await draft(cookie)).toBe('not-signed-in');
    const second = cookieIn(await signIn('Nell', PASSWORD));
    later(7 * DAY_MS + 1);
    expect(await draft(second)).toBe('not-signed-in');
    const [a, b, c] = [await signIn('Nell', PASSWORD), await signIn('Nell', PASSWORD), await signIn('Nell', PASSWORD)].map(cookieIn);
    const listed = (
      await api()
        .get('/api/sessions')
        .set('Cookie', a as string)
    ).body.sessions as { id: string; here: boolean }[];
    expect(listed.map(({ here }) => here).sort()).toEqual([false, false, true]);
    const out = await api()
      .delete('/api/session')
      .set('Cookie', b as string)
      .expect(204);
    expect(cookieIn(out)).toContain('Max-Age=0');
    expect(await draft(b as string)).toBe('not-signed-in');
    await api()
      .delete('/api/sessions')
      .set('Cookie', a as string)
      .expect(204);
    for (const ended of [a, c]) expect(await draft(ended as string)).toBe('not-signed-in');
  });

  test('a desk that listens hears nothing more once its session has ended', async () => {
    await first();
    const cookie = await (await person('Pip', 'packer')).cookie();
    const listening = shop.server.app.listen(0, '127.0.0.1');
    await new Promise((ready) => listening.once('listening', ready));
    const url = `http://127.0.0.1:${(listening.address() as AddressInfo).port}/api/desk/changes`;
    const { body } = await fetch(url, { headers: { cookie } });
    const reader = (body as ReadableStream<Uint8Array>).pipeThrough(new TextDecoderStream()).getReader();
    let heard = '';
    const hear = async () => {
      const { done, value = '' } = await reader.read();
      heard += value;
      return !done;
    };
    await hear();
    shop.deskFeed.tell([7]);
    while (!heard.includes('"ids":[7]')) await hear();
    await api().delete('/api/session').set('Cookie', cookie).expect(204);
    shop.deskFeed.tell([8]);
    while (await hear());
    expect(heard).not.toContain('"ids":[8]');
    listening.closeAllConnections();
    listening.close();
  });

  test('sessions outlive the server, and somebody let in no more is out at once', async () => {
    const cookie = cookieIn(await first());
    const { id, cookie: make } = await person('Otto', 'keeper');
    const theirs = await make();
    const { folder } = shop;
    await shop.close();
    shop = await openTestShop(folder, { now: () => clock });
    expect(await draft(theirs)).toBe(200);
    await api().delete(`/api/people/${id}`).set('Cookie', cookie).expect(200);
    expect(await draft(theirs)).toBe('not-signed-in');
    expect(await codeOf(signIn('Otto', PASSWORD))).toBe('wrong-password');
    expect(await codeOf(api().post('/api/people').set('Cookie', cookie).send({ name: 'OTTO', role: 'reader', mayPublish: false }))).toBe(
      'name-in-use',
    );
  });
});

describe('passwords', () => {
  test('are kept as Argon2id with the cost that is said', async () => {
    // RFC 9106, section 3.1: salt and tag lengths; the PHC string names algorithm, version and cost.
    const hash = await hashPassword(PASSWORD);
    const { memoryCost, timeCost, parallelism } = ARGON2;
    const [, name, version, cost, salt = '', tag = ''] = hash.split('$');
    expect([name, version, cost]).toEqual(['argon2id', 'v=19', `m=${memoryCost},t=${timeCost},p=${parallelism}`]);
    expect([Buffer.from(salt, 'base64').length, Buffer.from(tag, 'base64').length]).toEqual([16, 32]);
    expect(await hashPassword(PASSWORD)).not.toBe(hash);
    await first();
    const rows = await shop.server.access.people.list();
    expect(JSON.stringify(rows)).not.toContain('argon2');
  });

  // From the list of common passwords the strength package carries, and shapes its guide names.
  test.each(['password123', 'qwertyuiop', 'iloveyou123', 'aaaaaaaaaaaa', 'Nell1234567', '12345678910', 'P@ssw0rd123'])(
    '%s would be guessed, and is told so at its field',
    async (password) => {
      const { body, status } = await api().post('/api/people/first').send({ name: 'Nell', password });
      expect([status, body.code, body.errors[0].pointer]).toEqual([422, 'weak-password', '/password']);
    },
  );

  test('are changed with the present one, and all other sessions end', async () => {
    const [here, there] = [cookieIn(await first()), cookieIn(await signIn('Nell', PASSWORD))];
    const change = (present: string, password: string) =>
      codeOf(api().put('/api/session/password').set('Cookie', here).send({ present, password }));
    expect(await change('not this one', OTHER)).toBe('wrong-password');
    expect(await change(PASSWORD, 'short')).toBe('invalid-request');
    expect(await change(PASSWORD, OTHER)).toBe(204);
    expect([await draft(here), await draft(there)]).toEqual([200, 'not-signed-in']);
    expect([await codeOf(signIn('Nell', PASSWORD)), await codeOf(signIn('Nell', OTHER))]).toEqual(['wrong-password', 201]);
  });

  test('are chosen by one-time addresses, which end when they are used, made anew, or old', async () => {
    const cookie = cookieIn(await first());
    const invite = await api()
      .post('/api/people')
      .set('Cookie', cookie)
      .send({ name: 'Ada', role: 'keeper', mayPublish: false })
      .expect(201);
    const token = String(invite.body.link.path).slice('/join#'.length);
    expect(invite.body.link.until).toBe('2026-11-30T14:00:00.000Z');
    expect((await api().post('/api/links/look').send({ token })).body).toEqual({ name: 'Ada', kind: 'invitation' });
    expect(await codeOf(api().post('/api/links/use').send({ token, password: 'password123' }))).toBe('weak-password');
    const twice = await Promise.all([1, 2].map(() => codeOf(api().post('/api/links/use').send({ token, password: OTHER }))));
    expect(twice.sort()).toEqual([201, 'link-spent']);
    expect(await codeOf(signIn('Ada', OTHER))).toBe(201);
    const { id } = invite.body.person;
    const reset = () => api().post(`/api/people/${id}/link`).set('Cookie', cookie).send({}).expect(201);
    const [old, fresh] = [(await reset()).body, (await reset()).body].map(({ path }) => path.slice('/join#'.length));
    expect(await codeOf(api().post('/api/links/look').send({ token: old }))).toBe('link-spent');
    later(DAY_MS + 1);
    expect(await codeOf(api().post('/api/links/use').send({ token: fresh, password: PASSWORD }))).toBe('link-spent');
  });
});

describe('the second factor', () => {
  // RFC 6238, appendix B, SHA-1: the key is the ASCII text below; its eight digits end in the six that apps show.
  test.each([
    [59, '94287082'],
    [1_111_111_109, '07081804'],
    [1_111_111_111, '14050471'],
    [1_234_567_890, '89005924'],
    [2_000_000_000, '69279037'],
    [20_000_000_000, '65353130'],
  ])('at %i seconds the code is %s', (seconds, code) => {
    const key = new Secret({ buffer: new TextEncoder().encode('12345678901234567890').buffer as ArrayBuffer }).base32;
    const step = Math.floor(seconds / 30);
    const asked = (at: number) => stepOfCode(key, code.slice(2), at * 1000);
    expect(asked(seconds)).toBe(step);
    // Section 5.2: one step either way for clocks that differ, no more.
    expect([asked(seconds + 30), asked(seconds - 30)]).toEqual([step, step]);
    expect(asked((step + 2) * 30)).toBeNull();
  });

  test('is begun with the password, confirmed by a code, asked for at sign-in, and each code is taken once', async () => {
    const cookie = cookieIn(await first());
    const send = (method: 'post' | 'put', path: string, body: object) =>
      api()[method](`/api/session/${path}`).set('Cookie', cookie).send(body);
    expect(await codeOf(send('post', 'second-factor', { password: 'no' }))).toBe('wrong-password');
    const begun = (await send('post', 'second-factor', { password: PASSWORD }).expect(200)).body;
    expect(begun.address).toBe(`otpauth://totp/My%20shop:Nell?issuer=My%20shop&secret=${begun.key}&algorithm=SHA1&digits=6&period=30`);
    const app = new TOTP({ secret: Secret.fromBase32(begun.key) });
    const now = () => app.generate({ timestamp: Date.parse(clock) });
    expect(await codeOf(send('put', 'second-factor', { code: '000000' }))).toBe('wrong-password');
    const { codes } = (await send('put', 'second-factor', { code: now() }).expect(200)).body;
    expect(new Set(codes).size).toBe(10);
    expect(codes[0]).toMatch(/^(?:[A-Z2-7]{4}-){3}[A-Z2-7]{4}$/);
    expect(await codeOf(signIn('Nell', PASSWORD))).toBe('code-needed');
    // The one that confirmed it was its one time.
    expect(await codeOf(signIn('Nell', PASSWORD, now()))).toBe('code-needed');
    later(30_000);
    const both = await Promise.all([1, 2].map(() => codeOf(signIn('Nell', PASSWORD, now()))));
    expect(both.sort()).toEqual([201, 'code-needed']);
    const recovery = String(codes[3]).toLowerCase().replaceAll('-', ' ');
    expect([await codeOf(signIn('Nell', PASSWORD, recovery)), await codeOf(signIn('Nell', PASSWORD, recovery))]).toEqual([
      201,
      'code-needed',
    ]);
    expect((await api().get('/api/session').set('Cookie', cookie)).body.who).toMatchObject({ secondFactor: true, recoveryCodes: 9 });
    await send('post', 'second-factor/end', { password: PASSWORD }).expect(204);
    expect(await codeOf(signIn('Nell', PASSWORD))).toBe(201);
  });
});

describe('roles', () => {
  const ROLES = [
    ['owner', true],
    ['keeper', false],
    ['keeper', true],
    ['packer', false],
    ['reader', false],
  ] as const;

  // Every route of the owner's door by every role, and by nobody: 401, 403, or whatever else it says.
  test.each(ROLES)(
    '%s, may publish %s: every route',
    async (role, mayPublish) => {
      await first();
      const { cookie } = await person('Ada', role, mayPublish);
      const may = { role, mayPublish };
      let refused = 0;
      for (const [key, route] of Object.entries(ownerRoutes) as [string, Route][]) {
        if (goesOn(route)) continue;
        const { method, path } = partsOf(key);
        const send = () => api()[method.toLowerCase() as 'get'](`/api${path.replaceAll(/:\w+/g, '99')}`);
        const body = route.body ? { nonsense: true } : undefined;
        const [known, unknown] = [
          await send()
            .set('Cookie', await cookie())
            .send(body),
          await send().send(body),
        ];
        const right = route.who as Right;
        if (right === 'anybody') {
          expect([known.status, unknown.status], key).not.toContain(403);
          continue;
        }
        expect([unknown.status, unknown.body.code], key).toEqual([401, 'not-signed-in']);
        const isRefused = known.status === 403 && known.body.code === 'not-allowed';
        expect([key, isRefused]).toEqual([key, !mayDo(may, right)]);
        expect(known.status, key).not.toBe(401);
        refused += isRefused ? 1 : 0;
      }
      expect(refused > 0).toBe(role !== 'owner');
    },
    60_000,
  );

  test('the last owner who can sign in stays one', async () => {
    const cookie = cookieIn(await first());
    const { id } = (await api().get('/api/people').set('Cookie', cookie)).body.people[0];
    const invited = await api().post('/api/people').set('Cookie', cookie).send({ name: 'Ada', role: 'owner', mayPublish: true });
    const give = () => codeOf(api().patch(`/api/people/${id}`).set('Cookie', cookie).send({ role: 'reader' }));
    expect([await give(), await codeOf(api().delete(`/api/people/${id}`).set('Cookie', cookie))]).toEqual(['last-owner', 'last-owner']);
    await api()
      .post('/api/links/use')
      .send({ token: invited.body.link.path.slice(6), password: OTHER })
      .expect(201);
    expect(await give()).toBe(200);
    expect(await codeOf(api().get('/api/people').set('Cookie', cookie))).toBe('not-allowed');
  });

  test('whoever is an owner no more publishes only where that is said anew', async () => {
    const cookie = cookieIn(await first());
    const { id, cookie: make } = await person('Ada', 'owner', true);
    const theirs = await make();
    const edit = (change: object) => api().patch(`/api/people/${id}`).set('Cookie', cookie).send(change).expect(200);
    const publish = () => codeOf(api().post('/api/editions').set('Cookie', theirs).send({ revision: 0, note: '' }));
    await edit({ role: 'keeper' });
    expect(await publish()).toBe('not-allowed');
    await edit({ mayPublish: true });
    expect(await publish()).not.toBe('not-allowed');
  });

  test('of two owners who let each other in no more at once, one stays', async () => {
    await first();
    const nell = shop.server.access.people.named('Nell')?.id ?? '';
    const { id } = await person('Ada', 'owner', true);
    const { people } = shop.server.access;
    const ended = await Promise.allSettled([people.end(id), people.end(nell)]);
    expect(ended.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    expect(people.list()).toHaveLength(1);
  });

  test('of two who are invited by one name at once, one is', async () => {
    const cookie = cookieIn(await first());
    const ask = () => codeOf(api().post('/api/people').set('Cookie', cookie).send({ name: 'Ada', role: 'reader', mayPublish: false }));
    expect((await Promise.all([ask(), ask()])).sort()).toEqual([201, 'name-in-use']);
  });

  test('of two who would be the first at once, one is', async () => {
    const both = ['Nell', 'Eve'].map((name) => codeOf(api().post('/api/people/first').send({ name, password: PASSWORD })));
    expect((await Promise.all(both)).sort()).toEqual([201, 'name-in-use']);
    expect(shop.server.access.people.list()).toHaveLength(1);
  });

  test('who did it stands beside every step, release and entry', async () => {
    const owner = cookieIn(await first());
    const keeper = await (await person('Ada', 'keeper')).cookie();
    const steps = stepsOf(0, ...(firstLane as Command[]));
    const taken = (await api().post('/api/draft/steps').set('Cookie', keeper).send(steps).expect(200)).body;
    const publish = (cookie: string) => api().post('/api/editions').set('Cookie', cookie).send({ revision: taken.present, note: 'First' });
    expect(await codeOf(publish(keeper))).toBe('not-allowed');
    await publish(owner).expect(201);
    const { releases } = (await api().get('/api/editions').set('Cookie', owner)).body;
    expect(releases[0].author).toBe('Nell');
    const rows = await shop.database.read.query('SELECT DISTINCT "author" FROM "draft_step"');
    expect(rows).toEqual([{ author: 'Ada' }]);
    await api()
      .post('/api/products/changes')
      .set('Cookie', keeper)
      .send({ put: [clay] })
      .expect(200);
    await api().get('/api/shop/document').set('Cookie', owner).expect(200);
    await signIn('Nell', 'wrong');
    const audit = async (query = '') => (await api().get(`/api/audit${query}`).set('Cookie', owner)).body;
    expect((await audit()).entries.map(({ who, what, of }: { who: string; what: string; of: string }) => `${who} ${what} ${of}`)).toEqual([
      'Nell signInRefused ',
      'Nell exported the whole shop',
      'Ada goodsChanged clay-10',
      'Nell published 1 (First)',
      'Nell personJoined ',
    ]);
    expect((await audit('?text=FIRST')).entries).toHaveLength(1);
    expect((await audit('?text=%25')).entries).toHaveLength(0);
    expect((await audit('?kinds=exported,published')).entries).toHaveLength(2);
    const [newest] = (await audit()).entries;
    expect((await audit(`?before=${newest.seq}`)).entries).toHaveLength(4);
  });
});

test('another shop in place of this one lets in the same people', async () => {
  const cookie = cookieIn(await first());
  const document = (await api().get('/api/shop/document').set('Cookie', cookie)).text;
  expect(document).not.toContain('Nell');
  const sent = await api().post('/api/shop/files').set({ Cookie: cookie, 'content-type': 'application/octet-stream' }).send(document);
  await api().post(`/api/shop/files/${sent.body.id}/taken`).set('Cookie', cookie).send({}).expect(200);
  expect([await draft(cookie), await draft('')]).toEqual([200, 'not-signed-in']);
});

test('a backup brings people back into an empty folder, second factors too, and nobody’s session', async () => {
  const cookie = cookieIn(await first());
  const { people } = shop.server.access;
  const [nell] = people.list();
  const { key } = people.beginFactor(nell?.id ?? '', 'Shop');
  const app = new TOTP({ secret: Secret.fromBase32(key) });
  await people.confirmFactor(nell?.id ?? '', app.generate({ timestamp: Date.parse(clock) }));
  const folder = newFolder();
  const file = join(folder, 'backup.sqlite');
  for (const passphrase of [undefined, 'eight letters or more']) {
    await backUpFolder(shop.folder, file, clock, passphrase);
    expect(readFileSync(file).includes('argon2id')).toBe(false);
    const into = join(folder, passphrase ?? 'open');
    await replaceFolder(into, file, { now: () => clock, passphrase, mayReplace: false });
    const other = await openTestShop(into, { now: () => clock });
    expect(await codeOf(request(other.app).get('/api/draft').set('Cookie', cookie))).toBe('not-signed-in');
    later(30_000);
    const enter = { name: 'Nell', password: PASSWORD, code: app.generate({ timestamp: Date.parse(clock) }) };
    expect(await codeOf(request(other.app).post('/api/session').send(enter))).toBe(201);
    await other.close();
  }
  rmSync(folder, { recursive: true });
});
