import express, { type ErrorRequestHandler, type Express } from 'express';
import { z } from 'zod';
import { CarrierDesk, Refused } from './desk.ts';
import { Faults } from './faults.ts';
import { Fault, Hasten, LabelAsk, NewService, RateAsk } from './messages.ts';
import { openApi } from './openApi.ts';
import { carrierPage, frontPage } from './pages.ts';
import { CARRIERS } from './tariffs.ts';

const problem: ErrorRequestHandler = (error, _req, res, _next) => {
  if (error instanceof z.ZodError) {
    const errors = error.issues.map(({ path, message }) => ({ pointer: `/${path.join('/')}`, detail: message }));
    res.status(400).type('application/problem+json').json({ title: 'The question is not understood', status: 400, errors });
    return;
  }
  const status = error instanceof Refused ? error.status : Number((error as { status?: number }).status ?? 500);
  res
    .status(status)
    .type('application/problem+json')
    .json({ title: status < 500 ? String(error.message) : 'Something failed here', status });
};

/** Pages of other sites, opened in the same browser, set no faults and begin no services here. */
const ownFormsOnly: express.RequestHandler = ({ method, headers: { origin, host, ...headers } }, _res, next) => {
  const foreign = origin !== undefined && (!URL.canParse(origin) || new URL(origin).host !== host);
  if (method !== 'GET' && method !== 'HEAD' && (foreign || headers['sec-fetch-site'] === 'cross-site')) {
    throw new Refused(403, 'Forms of other sites are not taken.');
  }
  next();
};

/** The stand-in carriers: rates, labels and tracking as a carrier's own service would give them, and faults on demand. */
export function createCarriers(now: () => number = Date.now): Express {
  const desks = new Map(CARRIERS.map((tariff) => [tariff.id, new CarrierDesk(tariff, now)]));
  const faults = new Faults();
  const deskOf = (id: unknown): CarrierDesk => {
    const desk = desks.get(String(id));
    if (!desk) throw new Refused(404, `There is no carrier "${id}".`);
    return desk;
  };
  const app = express();
  app.disable('x-powered-by');
  app.use(ownFormsOnly);
  app.use(express.json({ limit: '1mb' }), express.urlencoded({ extended: false }));
  app.get('/', (_req, res) => void res.type('html').send(frontPage()));
  app.get('/openapi.json', (_req, res) => void res.json(openApi));
  app.get('/:carrier', (req, res) => {
    const desk = deskOf(req.params.carrier);
    res.type('html').send(carrierPage(desk, faults.of(desk.tariff.id)));
  });

  // Practice: what a real carrier does not offer.
  app.get('/:carrier/practice/fault', (req, res) => void res.json(faults.of(deskOf(req.params.carrier).tariff.id)));
  const practised = (carrier: string, req: express.Request, res: express.Response) =>
    req.is('urlencoded') ? res.redirect(303, `/${carrier}`) : res.status(204).end();
  app.post('/:carrier/practice/fault', (req, res) => {
    const { id } = deskOf(req.params.carrier).tariff;
    faults.set(id, Fault.parse(req.body));
    practised(id, req, res);
  });
  app.post('/:carrier/practice/services', (req, res) => {
    const desk = deskOf(req.params.carrier);
    desk.add(NewService.parse(req.body));
    practised(desk.tariff.id, req, res);
  });

  app.post('/:carrier/practice/hasten', (req, res) => {
    const desk = deskOf(req.params.carrier);
    desk.hasten(Hasten.parse(req.body).hours);
    practised(desk.tariff.id, req, res);
  });

  const api = express.Router({ mergeParams: true });
  api.use(faults.spoil);
  api.get('/services', (req, res) => {
    const desk = deskOf((req.params as { carrier?: string }).carrier);
    desk.account(req.get('X-Account-Key'));
    res.json({ services: desk.services.map(({ code, name, note }) => ({ code, name, note })) });
  });
  api.post('/rates', (req, res) => {
    const desk = deskOf((req.params as { carrier?: string }).carrier);
    res.json(desk.rates(req.get('X-Account-Key'), RateAsk.parse(req.body)));
  });
  api.post('/labels', (req, res) => {
    const desk = deskOf((req.params as { carrier?: string }).carrier);
    res.json(desk.label(req.get('X-Account-Key'), LabelAsk.parse(req.body), req.get('Idempotency-Key')));
  });
  api.get('/labels/:tracking.pdf', async (req, res) => {
    const { carrier, tracking } = req.params as { carrier?: string; tracking: string };
    res.type('pdf').send(Buffer.from(await deskOf(carrier).pdf(tracking)));
  });
  api.delete('/labels/:tracking', (req, res) => {
    const { carrier, tracking } = req.params as { carrier?: string; tracking: string };
    deskOf(carrier).giveBack(req.get('X-Account-Key'), tracking);
    res.status(204).end();
  });
  api.get('/tracking/:tracking', (req, res) => {
    const { carrier, tracking } = req.params as { carrier?: string; tracking: string };
    res.json(deskOf(carrier).track(tracking));
  });
  api.get('/packaging', (req, res) => {
    res.json({ packaging: deskOf((req.params as { carrier?: string }).carrier).tariff.packaging });
  });
  api.get('/closed-days', (req, res) => {
    const year = z.coerce.number().int().min(2000).max(2100).parse(req.query.year);
    res.json({ closed: deskOf((req.params as { carrier?: string }).carrier).closed(year) });
  });
  app.use('/:carrier/v1', api);
  app.use((_req, _res, next) => next(new Refused(404, 'Nothing is at this address.')));
  app.use(problem);
  return app;
}
