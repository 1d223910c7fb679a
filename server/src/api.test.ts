import { applyPatch, type Command, DraftState, LiveState, Problem, PublicQuote, StepsAnswer, TrialList } from '@ostrakon/core';
import request from 'supertest';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { DraftStepEntity } from './persistence/draftEntities.ts';
import { clay, firstLane, openTestShop, setPrice, stepsOf, type TestShop } from './testShop.ts';

let shop: TestShop;
beforeEach(async () => {
  shop = await openTestShop();
});
afterEach(() => shop.discard());

const draft = async () => DraftState.parse((await request(shop.app).get('/api/draft').expect(200)).body);
const steps = (revision: number, ...made: Parameters<typeof stepsOf>[1][]) =>
  request(shop.app)
    .post('/api/draft/steps')
    .send(stepsOf(revision, ...made));
const change = (revision: number, command: Command) => steps(revision, command);
const publicQuote = (body: unknown) =>
  request(shop.app)
    .post('/public/v1/quotes')
    .send(body as object);
const toCanada = { lines: [{ unitPrice: 5000, weight: '1 kg', quantity: 1 }], destination: { country: 'CA' } };

async function begin(): Promise<number> {
  for (const [at, command] of firstLane.entries()) await change(at, command).expect(200);
  return firstLane.length;
}

describe('the draft', () => {
  test('a command moves the revision on; undo and redo bring the document back to the byte', async () => {
    const revision = await begin();
    const before = await draft();
    const changed = StepsAnswer.parse((await change(revision, setPrice(1200)).expect(200)).body);
    expect(changed).toMatchObject({ present: revision + 1, steps: [{ revision: revision + 1, history: { undo: 'setCard', redo: null } }] });
    const after = await draft();
    expect(JSON.stringify(applyPatch(before.book, changed.steps[0]!.patch))).toBe(JSON.stringify(after.book));
    const undone = StepsAnswer.parse((await steps(revision + 1, 'undo').expect(200)).body);
    expect(undone.steps[0]).toMatchObject({ revision: revision + 2, history: { undo: 'startLane', redo: 'setCard' } });
    expect(JSON.stringify(applyPatch(after.book, undone.steps[0]!.patch))).toBe(JSON.stringify(before.book));
    expect(JSON.stringify((await draft()).book)).toBe(JSON.stringify(before.book));
    await steps(revision + 2, 'redo').expect(200);
    expect(JSON.stringify((await draft()).book)).toBe(JSON.stringify(after.book));
  });

  test('history survives a restart; a new change drops what was undone', async () => {
    const revision = await begin();
    await steps(revision, setPrice(1200), 'undo').expect(200);
    await shop.close();
    shop = await openTestShop(shop.folder);
    const state = await draft();
    expect(state).toMatchObject({ revision: revision + 2, history: { undo: 'startLane', redo: 'setCard' } });
    const answer = await change(state.revision, setPrice(700)).expect(200);
    expect(answer.body.steps[0].history).toEqual({ undo: 'setCard', redo: null });
    expect((await steps(state.revision + 1, 'redo').expect(409)).body.code).toBe('nothing-to-redo');
  });

  test('a step sent again is taken once and answered as it was, whatever came since, after a restart too', async () => {
    const revision = await begin();
    const raise: Command = {
      name: 'raisePrices',
      args: { lanes: [{ zone: 'canada', service: 'ground' }], by: { kind: 'percent', basisPoints: 1000 } },
    };
    const body = stepsOf(revision, raise, 'undo', 'redo');
    const send = () => request(shop.app).post('/api/draft/steps').send(body).expect(200);
    const [first, twin] = await Promise.all([send(), send()]);
    expect(twin.body).toEqual(first.body);
    await change(revision + 3, { name: 'renameZone', args: { zone: 'canada', name: 'Canada and on' } }).expect(200);
    await shop.close();
    shop = await openTestShop(shop.folder);
    expect((await send()).body).toEqual({ ...first.body, present: revision + 4 });
    // 9.90 by 10 %, once.
    expect((await draft()).book.zones[0]?.lanes.ground?.card).toMatchObject({ result: { amount: 1089 } });
    const authors = await shop.database.read.find(DraftStepEntity, { select: { seq: true, author: true, step: true } });
    expect(new Set(authors.map(({ author }) => author))).toEqual(new Set(['owner']));
    expect(authors.filter(({ step }) => body.steps.some(({ id }) => id === step))).toHaveLength(3);
  });

  test('of several steps those before a faulty one are taken, and none after it', async () => {
    const revision = await begin();
    const answer = await steps(revision, setPrice(700), { name: 'removeZone', args: { zone: 'moon' } }, setPrice(800)).expect(200);
    expect(answer.body).toMatchObject({
      present: revision + 1,
      steps: [{ revision: revision + 1 }],
      refused: { problem: { code: 'command-refused', errors: [{ pointer: '/steps/1/command/args/zone' }] } },
    });
    expect((await draft()).book.zones[0]?.lanes.ground?.card).toMatchObject({ result: { amount: 700 } });
  });

  test('a revision of the shop that was here before is none of this one’s', async () => {
    const revision = await begin();
    const { lineage } = await draft();
    const send = (of: string) =>
      request(shop.app)
        .post('/api/draft/steps')
        .send({ ...stepsOf(revision, setPrice(700)), lineage: of });
    expect((await send('another').expect(409)).body).toMatchObject({ code: 'shop-replaced', revision });
    await send(lineage).expect(200);
  });

  test('memory is not believed: what was written past it is seen, and not written over', async () => {
    const revision = await begin();
    await shop.database.writer.query(`UPDATE draft SET revision = revision + 1`);
    expect((await change(revision, setPrice(1)).expect(409)).body).toMatchObject({ code: 'stale-revision', revision: revision + 1 });
    await change(revision + 1, setPrice(1)).expect(200);
    expect((await draft()).revision).toBe(revision + 2);
  });

  test('a stale revision is refused with the present one, and changes nothing', async () => {
    const revision = await begin();
    await change(revision, setPrice(1200)).expect(200);
    const answer = await change(revision, setPrice(1))
      .expect(409)
      .expect('content-type', /application\/problem\+json/);
    expect(Problem.parse(answer.body)).toMatchObject({ code: 'stale-revision', revision: revision + 1 });
    expect((await draft()).book.zones[0]?.lanes.ground?.card).toMatchObject({ result: { amount: 1200 } });
  });

  test('of many commands that name one revision, one is taken', async () => {
    const revision = await begin();
    const answers = await Promise.all(Array.from({ length: 8 }, (_, at) => change(revision, setPrice(at + 1))));
    expect(answers.map((answer) => answer.status).sort()).toEqual([200, 409, 409, 409, 409, 409, 409, 409]);
    expect((await draft()).revision).toBe(revision + 1);
  });

  test('a command that changes nothing makes no revision', async () => {
    const revision = await begin();
    const answer = await change(revision, setPrice(990)).expect(200);
    expect(answer.body).toMatchObject({ present: revision, steps: [{ revision, patch: [], history: { undo: 'startLane', redo: null } }] });
  });

  test('a command that does not fit the document names the field', async () => {
    const answer = await change(0, { name: 'renameZone', args: { zone: 'none', name: 'X' } }).expect(422);
    expect(answer.body).toMatchObject({
      code: 'command-refused',
      errors: [{ pointer: '/steps/0/command/args/zone', detail: 'No zone has the id "none"' }],
    });
  });
});

describe('publishing', () => {
  test('freezes the draft; the public API answers with it and with nothing of the owner', async () => {
    const revision = await begin();
    await shop.goods.change({ put: [clay], edit: [], remove: [] });
    expect((await publicQuote(toCanada)).body.code).toBe('nothing-published');
    const edition = await request(shop.app).post('/api/editions').send({ revision, note: 'First' }).expect(201);
    expect(edition.body).toMatchObject({ number: 1, note: 'First', hash: expect.stringMatching(/^[0-9a-f]{64}$/) });
    await change(revision, setPrice(1200)).expect(200);
    const answer = await publicQuote({ ...toCanada, lines: [{ product: 'clay-10', quantity: 2 }] }).expect(200);
    expect(PublicQuote.parse(answer.body)).toEqual({
      edition: 1,
      currency: 'CAD',
      minorDigits: 2,
      options: [{ status: 'priced', service: 'ground', name: 'Ground parcel', kind: 'card', note: '', price: 990 }],
      withheld: [],
    });
    await request(shop.app)
      .post('/api/editions')
      .send({ revision: revision + 1 })
      .expect(201);
    expect((await publicQuote(toCanada)).body.options[0].price).toBe(1200);
    const live = LiveState.parse((await request(shop.app).get('/api/editions/live')).body);
    expect(live.edition?.number).toBe(2);
    const again = await request(shop.app)
      .post('/api/editions')
      .send({ revision: revision + 1 })
      .expect(409);
    expect(again.body.code).toBe('nothing-to-publish');
    const stale = await request(shop.app).post('/api/editions').send({ revision }).expect(409);
    expect(stale.body).toMatchObject({ code: 'stale-revision', revision: revision + 1 });
  });

  test('an unknown product and an unserved country', async () => {
    const revision = await begin();
    await request(shop.app).post('/api/editions').send({ revision }).expect(201);
    const unknown = await publicQuote({ ...toCanada, lines: [{ product: 'nothing', quantity: 1 }] }).expect(422);
    expect(unknown.body).toMatchObject({ code: 'unknown-product', errors: [{ pointer: '/lines/0/product' }] });
    const far = await publicQuote({ ...toCanada, destination: { country: 'DE' } }).expect(200);
    expect(far.body).toMatchObject({ options: [], message: expect.stringContaining('cannot deliver') });
  });
});

test('trials are kept, put in order, changed and removed, each change with its way back', async () => {
  const trial = {
    id: 'two-boxes',
    name: 'Two boxes',
    cart: { lines: [{ product: 'clay-10', quantity: 2 }], discounts: [], destination: { country: 'CA' } },
  };
  const change = (body: object) => request(shop.app).post('/api/trials/changes').send(body);
  const listed = async () =>
    TrialList.parse((await request(shop.app).get('/api/trials')).body).trials.map(({ id, label, expects }) => [id, label, expects?.length]);
  await change({ put: [trial, { ...trial, id: 'again', label: ' schools ' }] }).expect(200);
  const both = [
    ['two-boxes', undefined, undefined],
    ['again', 'schools', undefined],
  ];
  expect(await listed()).toEqual(both);
  const { body } = await change({ put: [{ ...trial, expects: [{ kind: 'nothing' }] }], order: ['again', 'two-boxes'] });
  expect(await listed()).toEqual([
    ['again', 'schools', undefined],
    ['two-boxes', undefined, 1],
  ]);
  await change(body.inverse).expect(200);
  expect(await listed()).toEqual(both);
  const removed = await change({ remove: ['two-boxes'] });
  await change({ remove: ['two-boxes'] }).expect(404);
  await change(removed.body.inverse).expect(200);
  expect(await listed()).toEqual(both);
  const wrong = await change({ put: [{ ...trial, expects: [{ kind: 'between', service: 'ground', least: 2, most: 1 }] }] });
  expect(wrong.body.errors).toMatchObject([{ pointer: '/put/0/expects/0/most' }]);
});

describe('hostile requests get words, never a stack trace', () => {
  const raw = (text: string | Buffer, type = 'application/json') =>
    request(shop.app).post('/public/v1/quotes').set('content-type', type).send(text);
  const deep = `${'['.repeat(20_000)}${']'.repeat(20_000)}`;
  const long = JSON.stringify({ x: 'y'.repeat(5_000_000) });
  test.each<[string, () => request.Test, number, string]>([
    ['broken JSON', () => raw('{"lines": ['), 400, 'body-not-json'],
    ['no JSON at all', () => raw('a=1', 'application/x-www-form-urlencoded'), 415, 'media-type'],
    ['another charset', () => raw('{}', 'application/json; charset=klingon'), 415, 'media-type'],
    ['too large a body', () => raw(long), 413, 'body-too-large'],
    ['an unknown address', () => request(shop.app).get('/api/nothing'), 404, 'not-found'],
    ['a malformed address', () => request(shop.app).get('/api/%E0%A4%A'), 404, 'not-found'],
    ['undo of nothing', () => steps(0, 'undo'), 409, 'nothing-to-undo'],
  ])('%s', async (_name, send, status, code) => {
    const answer = await send();
    expect(answer.status).toBe(status);
    const problem = Problem.parse(JSON.parse(answer.text));
    expect(problem).toMatchObject({ status, code });
    expect(problem.detail.length).toBeGreaterThan(10);
    expect(answer.text).not.toContain('node_modules');
  });

  test.each<[string, unknown, string]>([
    ['null', null, ''],
    ['deep nesting', deep, ''],
    ['an unknown field', { ...toCanada, colour: 'red' }, ''],
    ['a string for a number', { ...toCanada, lines: [{ unitPrice: '50', quantity: 1 }] }, '/lines/0/unitPrice'],
    ['a fraction of a cent', { ...toCanada, lines: [{ unitPrice: 0.5, quantity: 1 }] }, '/lines/0/unitPrice'],
    ['a negative quantity', { ...toCanada, lines: [{ unitPrice: 5, quantity: -1 }] }, '/lines/0/quantity'],
    ['an amount past 2^53', { ...toCanada, lines: [{ unitPrice: 2 ** 60, quantity: 1 }] }, '/lines/0/unitPrice'],
    ['a made-up country', { ...toCanada, destination: { country: 'ZZ' } }, '/destination/country'],
    ['a province of another country', { ...toCanada, destination: { country: 'CA', subdivision: 'US-NY' } }, '/destination/subdivision'],
    ['a weight without unit', { ...toCanada, lines: [{ unitPrice: 5, quantity: 1, weight: '3' }] }, '/lines/0/weight'],
    ['a malformed weight', { ...toCanada, lines: [{ unitPrice: 5, quantity: 1, weight: 'heavy' }] }, '/lines/0/weight'],
    ['a billion grams', { ...toCanada, lines: [{ unitPrice: 5, quantity: 1, weight: '100000000000 g' }] }, '/lines/0/weight'],
    [
      'a negative side',
      { ...toCanada, lines: [{ unitPrice: 5, quantity: 1, size: { length: '-1 cm', width: '1 cm', height: '1 cm' } }] },
      '/lines/0/size/length',
    ],
    [
      'a side of nothing',
      { ...toCanada, lines: [{ unitPrice: 5, quantity: 1, size: { length: '1 cm', width: '0 cm', height: '1 cm' } }] },
      '/lines/0/size/width',
    ],
    ['two sides', { ...toCanada, lines: [{ unitPrice: 5, quantity: 1, size: { length: '1 cm', width: '1 cm' } }] }, '/lines/0/size/height'],
    [
      'a place beyond the pole',
      { ...toCanada, destination: { country: 'CA', point: { latitude: 91, longitude: 0 } } },
      '/destination/point/latitude',
    ],
    [
      'a place in words',
      { ...toCanada, destination: { country: 'CA', point: { latitude: 'north', longitude: 0 } } },
      '/destination/point/latitude',
    ],
    ['sums past 2^53', { ...toCanada, lines: [{ unitPrice: 99_999_999_999, quantity: 100_000 }] }, '/lines'],
    [
      'a prototype for a field',
      JSON.parse('{"__proto__": {"lines": []}, "lines": [], "destination": {"country": "CA"}, "constructor": 1}'),
      '',
    ],
  ])('%s', async (_name, body, pointer) => {
    const revision = await begin();
    await request(shop.app).post('/api/editions').send({ revision }).expect(201);
    const answer = await request(shop.app)
      .post('/public/v1/quotes')
      .set('content-type', 'application/json')
      .send(typeof body === 'string' ? body : JSON.stringify(body));
    expect(answer.status, answer.text).toBe(422);
    expect(answer.body.errors.map((error: { pointer: string }) => error.pointer)).toContain(pointer);
  });
});

test('migrations make the tables the entities describe', async () => {
  const drift = await shop.database.writer.driver.createSchemaBuilder().log();
  expect(drift.upQueries.map((one) => one.query)).toEqual([]);
  const pragma = async (name: string) => Object.values((await shop.database.writer.query(`PRAGMA ${name}`))[0])[0];
  expect([await pragma('journal_mode'), await pragma('synchronous'), await pragma('foreign_keys')]).toEqual(['wal', 2, 1]);
});
