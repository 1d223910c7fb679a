import fontkit from '@pdf-lib/fontkit';
import { Validator } from '@seriousme/openapi-schema-validator';
import { Ajv2020 } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import { decodePDFRawStream, PDFDict, PDFDocument, PDFName, PDFRawStream } from 'pdf-lib';
import request from 'supertest';
import { beforeEach, expect, test } from 'vitest';
import { createCarriers } from './app.ts';
import { labelPdf } from './label.ts';
import { carrierOf } from './tariffs.ts';

const KEY = 'ganne-7Q2F-dartmouth';
const ask = {
  from: { country: 'CA', subdivision: 'CA-NS' },
  to: { country: 'CA', subdivision: 'CA-ON', postalCode: 'M5V 2T6' },
  parcels: [{ weight: 2400 }],
};
let app: ReturnType<typeof createCarriers>;
beforeEach(() => {
  app = createCarriers(() => 0);
});
const rates = (key = KEY) => request(app).post('/gannet-air/v1/rates').set('X-Account-Key', key).send(ask);

test('an account key is asked for; a negotiated account pays less than the list', async () => {
  expect((await request(app).post('/gannet-air/v1/rates').send(ask)).status).toBe(401);
  expect((await rates('constructor')).status).toBe(401);
  const [own, list] = [await rates(), await rates('ganne-list-price')];
  expect(own.body.account).toBe('GA-20418');
  expect(own.body.rates[0].total).toBeLessThan(list.body.rates[0].total);
});

test('a question that is not understood is answered where it is wrong', async () => {
  const answer = await request(app)
    .post('/gannet-air/v1/rates')
    .set('X-Account-Key', KEY)
    .send({ ...ask, parcels: [{ weight: -1 }] });
  expect(answer.status).toBe(400);
  expect(answer.body.errors[0].pointer).toBe('/parcels/0/weight');
  expect((await request(app).get('/nobody/v1/services')).status).toBe(404);
});

test('the list of services grows', async () => {
  const codes = async () =>
    (await request(app).get('/gannet-air/v1/services').set('X-Account-Key', KEY)).body.services.map(({ code }: { code: string }) => code);
  expect(await codes()).toEqual(['MORN', 'DAY', 'SAVER']);
  await request(app).post('/gannet-air/practice/services').send({ code: 'NIGHT', name: 'Night', like: 'DAY', percent: 200 }).expect(204);
  expect(await codes()).toEqual(['MORN', 'DAY', 'SAVER', 'NIGHT']);
  expect((await rates()).body.rates.map(({ service }: { service: string }) => service)).toContain('NIGHT');
});

test('a label is a PDF with a tracking number; asked for twice it is made once', async () => {
  const label = { service: 'DAY', from: ask.from, to: { ...ask.to, name: 'Łucja Test 陶' }, parcel: ask.parcels[0], reference: 'T-1' };
  const make = () => request(app).post('/gannet-air/v1/labels').set({ 'X-Account-Key': KEY, 'Idempotency-Key': 'a' }).send(label);
  const [first, again] = [await make(), await make()];
  expect(again.body).toEqual(first.body);
  const pdf = await request(app).get(first.body.pdf).buffer();
  expect(pdf.headers['content-type']).toBe('application/pdf');
  expect(pdf.body.subarray(0, 5).toString()).toBe('%PDF-');
  const tracked = await request(app).get(`/gannet-air/v1/tracking/${first.body.tracking}`);
  expect(tracked.body.events).toHaveLength(1);
  // Given back while it has not left; once it is on its way it stays.
  const giveBack = (tracking: string) => request(app).delete(`/gannet-air/v1/labels/${tracking}`).set('X-Account-Key', KEY);
  await giveBack(first.body.tracking).expect(204);
  const other = await request(app).post('/gannet-air/v1/labels').set({ 'X-Account-Key': KEY, 'Idempotency-Key': 'b' }).send(label);
  await request(app).post('/gannet-air/practice/hasten').send({ hours: 3 }).expect(204);
  await giveBack(other.body.tracking).expect(409);
  const codes = async ({ body: { tracking } }: { body: { tracking: string } }) =>
    (await request(app).get(`/gannet-air/v1/tracking/${tracking}`)).body.events.map(({ code }: { code: string }) => code);
  expect(await codes(first)).toEqual(['made', 'void']);
  expect(await codes(other)).toEqual(['made', 'takenOver']);
  await request(app).post('/gannet-air/practice/hasten').send({ hours: 240 }).expect(204);
  expect(await codes(other)).toEqual(['made', 'takenOver', 'arrived']);
  expect((await request(app).get('/petrel-post/v1/tracking/none')).status).toBe(404);
});

test('every sign of a label that the font has is drawn: none is an empty shape', async () => {
  const ask = {
    service: 'DAY',
    from: { country: 'CA', residential: false },
    to: { country: 'CA', name: 'Zoë Quick, 12 Jump', residential: true },
    parcel: { weight: 1, count: 1 },
    reference: '',
  };
  const pdf = await PDFDocument.load(await labelPdf(carrierOf('gannet-air')!, 'Air day', 'GA00000081', ask));
  const fonts = pdf.context.enumerateIndirectObjects().flatMap(([, object]) => {
    const file = object instanceof PDFDict ? (object.lookup(PDFName.of('FontFile2')) ?? object.lookup(PDFName.of('FontFile3'))) : undefined;
    return file instanceof PDFRawStream ? [fontkit.create(decodePDFRawStream(file).decode())] : [];
  });
  expect(fonts).toHaveLength(2);
  for (const font of fonts) {
    for (const sign of 'GannetAirFromToZoëQuick,12Jump×TESTNOPSI') {
      expect(font.glyphForCodePoint(sign.codePointAt(0)!).path.toSVG().length, sign).toBeGreaterThan(0);
    }
  }
});

test('faults are done as asked for, and only to one carrier', async () => {
  const fault = (name: string, more = {}) =>
    request(app)
      .post('/gannet-air/practice/fault')
      .send({ fault: name, ...more })
      .expect(204);
  await fault('wrongCurrency');
  expect((await rates()).body.currency).toBe('XTS');
  await fault('negativePrice');
  expect((await rates()).body.rates[0].total).toBeLessThan(0);
  await fault('wrongJson');
  expect((await rates()).body).not.toHaveProperty('rates');
  await fault('fewerParcels');
  expect((await rates()).body.rates[0].parcels).toEqual([]);
  await fault('halfAnswer');
  await expect(rates()).rejects.toThrow();
  await fault('down');
  await expect(rates()).rejects.toThrow();
  expect((await request(app).get('/petrel-post/v1/closed-days?year=2026')).body.closed).toHaveLength(5);
  await fault('none');
  expect((await rates()).status).toBe(200);
});

test('pages for people', async () => {
  expect((await request(app).get('/')).text).toContain('Petrel Post');
  expect((await request(app).get('/bluff-freight')).text).toContain('18.25 %');
});

// OpenAPI 3.1 by its published schema, and answers by JSON Schema 2020-12; both checked by packages that know nothing of ours.
test('the description for programs is OpenAPI 3.1, and the service answers as it says', async () => {
  const { body: description } = await request(app).get('/openapi.json');
  const validator = new Validator();
  expect(await validator.validate(structuredClone(description))).toMatchObject({ valid: true });
  expect(validator.version).toBe('3.1');
  const ajv = formats.default(new Ajv2020({ strict: false }));
  const answers = (path: string, method: 'get' | 'post') =>
    ajv.compile(description.paths[`/{carrier}/v1${path}`][method].responses['200'].content['application/json'].schema);
  const keyed = { 'X-Account-Key': KEY };
  const label = { service: 'DAY', from: ask.from, to: { ...ask.to, name: 'A. Test' }, parcel: ask.parcels[0] };
  const { body: made } = await request(app).post('/gannet-air/v1/labels').set(keyed).send(label).expect(200);
  const spoken = [
    [answers('/services', 'get'), (await request(app).get('/gannet-air/v1/services').set(keyed)).body],
    [answers('/rates', 'post'), (await rates()).body],
    [answers('/labels', 'post'), made],
    [answers('/tracking/{tracking}', 'get'), (await request(app).get(`/gannet-air/v1/tracking/${made.tracking}`)).body],
    [answers('/packaging', 'get'), (await request(app).get('/gannet-air/v1/packaging')).body],
    [answers('/closed-days', 'get'), (await request(app).get('/gannet-air/v1/closed-days?year=2026')).body],
  ] as const;
  for (const [fits, body] of spoken) {
    expect(fits(body), JSON.stringify(fits.errors)).toBe(true);
    expect(fits({ ...body, rates: 'x', services: 'x', tracking: 1, closed: 'x', packaging: 'x' })).toBe(false);
  }
});

test('forms of other sites set no faults here', async () => {
  const set = () => request(app).post('/gannet-air/practice/fault').type('form').set('Host', '127.0.0.1:4311');
  await set().set('Origin', 'http://elsewhere.example').send('fault=down&delay=0').expect(403);
  await set().set('Origin', 'null').send('fault=down&delay=0').expect(403);
  await set().set('Sec-Fetch-Site', 'cross-site').send('fault=down&delay=0').expect(403);
  await rates().expect(200);
  await set().set('Origin', 'http://127.0.0.1:4311').send('fault=down&delay=0').expect(303);
  await expect(rates()).rejects.toThrow('socket hang up');
});
