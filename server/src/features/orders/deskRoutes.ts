import {
  fromDay,
  homeCountry,
  type Instant,
  instantOf,
  instantToMs,
  localAt,
  msToInstant,
  type OrderState,
  type RateBook,
  toDay,
  wayLength,
} from '@ostrakon/core';
import type { DeskFacts, RoundStops } from '@ostrakon/core/contract';
import type { EntityManager } from 'typeorm';
import { ANSWERED } from '../../http/door.ts';
import { HttpProblem } from '../../http/problems.ts';
import { type PaperOf, papersOf, stopsOf } from '../../papers/paperData.ts';
import type { OwnerHandlers, Who } from '../../ports/who.ts';
import type { ByHand } from './byHand.ts';
import type { DeskFeed } from './deskFeed.ts';
import type { DeskStore } from './deskStore.ts';
import type { Forgetting } from './forgetting.ts';
import type { LabelDesk } from './labelDesk.ts';
import type { OrderFiles } from './orderFiles.ts';
import type { OrderIntake } from './orderIntake.ts';
import type { TogetherStore } from './togetherStore.ts';

export interface DeskSources {
  readonly desk: DeskStore;
  readonly together: TogetherStore;
  readonly forgetting: Forgetting;
  readonly labelDesk: LabelDesk;
  readonly files: OrderFiles;
  readonly feed: DeskFeed;
  readonly byHand: ByHand;
  readonly intake: OrderIntake;
  readonly now: () => Instant;
  read(): EntityManager;
  /** The book buyers are quoted from, or the draft before anything is live. */
  book(): RateBook;
  sells(): boolean;
}

function factsOf(book: RateBook, now: Instant, sells: boolean): DeskFacts {
  const { shop, services, locations, packing } = book;
  const { name, currency, locale, units, timeZone } = shop;
  return {
    ...{ name, currency, locale, units, timeZone, country: homeCountry(book), now, sells },
    services: services.map(({ id, name: called, kind }) => ({ id, name: called, kind })),
    locations: locations.map(({ id, name: called, timeZone: zone, country, dispatch }) => ({
      id,
      name: called,
      timeZone: zone,
      country,
      capacity: dispatch?.capacity ?? null,
    })),
    packaging: packing.packaging.filter(({ inUse }) => inUse).map(({ id, name: called }) => ({ id, name: called })),
  };
}

/** A round as whoever drives it sees it. */
function roundOf(papers: readonly PaperOf[], book: RateBook): RoundStops {
  const { from, points, stops } = stopsOf(papers, book);
  return {
    metres: Math.round(wayLength(from, points)),
    stops: stops.map(({ row, buyer }) => ({
      ...{ id: row.id, revision: row.revision, order: row.order, state: row.state as OrderState, goods: row.goods },
      ...{ name: buyer?.name ?? '', street: buyer?.street ?? '', town: buyer?.town ?? '', telephone: buyer?.telephone ?? '' },
    })),
  };
}

/** The packing desk. */
export function deskHandlers({ desk, together, forgetting, labelDesk, files, feed, byHand, intake, read, now, book, sells }: DeskSources) {
  const today = () => fromDay(localAt(instantToMs(now()), book().shop.timeZone).day);
  const forget = async (who: Who, of: string, forgotten: number) => {
    if (forgotten > 0) await who.tell('buyersForgotten', of);
    return { forgotten };
  };
  return {
    'GET /desk': () => factsOf(book(), now(), sells()),
    'GET /desk/changes': async ({ res, who }) => {
      await feed.send(res, () => who.still());
      return ANSWERED;
    },
    'GET /orders': ({ query }) => desk.list(query, today()),
    'GET /orders/together': async () => ({ sets: await together.sets() }),
    'POST /orders/together': async ({ body, who }) => {
      await desk.requireWaiting(body.of);
      // Labels of parcels there will not be are given back first.
      await labelDesk.giveBack(
        body.of.map(({ id }) => id),
        who.name,
      );
      return together.join(body, who.name);
    },
    'POST /orders/together/:id/apart': async ({ params, who }) => {
      await desk.requireWaiting([params]);
      await labelDesk.giveBack([params.id], who.name);
      return together.apart(params.id, who.name);
    },
    'POST /orders/marks': async ({ body, who }) => {
      const marked = await desk.mark(body, who.name);
      // What is called off needs no labels; where their carrier is silent they stay, to be given back by hand.
      const off = body.step === 'cancel' ? marked.results.flatMap(({ id, came }) => (came === 'done' ? [id] : [])) : [];
      if (off.length > 0) await labelDesk.giveBack(off, who.name).catch(() => undefined);
      return marked;
    },
    'GET /orders/goods': ({ query }) => byHand.goods(query.text),
    'POST /orders/options': ({ body }) => byHand.options(body),
    'POST /orders': ({ body, who }) => byHand.place(body, who.name),
    'POST /orders/imports': ({ who }) => intake.begin(who.name),
    'POST /orders/imports/:id/orders': ({ params, body }) => intake.add(params.id, body.orders),
    'POST /orders/imports/:id/take': ({ params }) => intake.take(params.id),
    'DELETE /orders/imports/:id': ({ params }) => {
      intake.callOff(params.id);
      return null;
    },
    'GET /orders/:number': ({ params }) => desk.order(params.number),
    'POST /orders/consignments/:id/packaging': async ({ params, body, who }) => {
      await desk.requireWaiting([{ id: params.id, revision: body.revision }]);
      await labelDesk.giveBack([params.id], who.name);
      return desk.order(await together.repack(params.id, body, who.name));
    },
    'POST /orders/round': async ({ body }) => roundOf(await papersOf(read(), body.of), book()),
    'POST /orders/labels': ({ body, who }) => labelDesk.begin(body.of, who.name),
    'GET /orders/labels/:job': ({ params }) => labelDesk.job(params.job),
    'DELETE /orders/labels/:job': ({ params }) => {
      labelDesk.cancel(params.job);
      return null;
    },
    'POST /orders/labels/void': async ({ body, who }) => {
      const back = await labelDesk.giveBack(body.of, who.name);
      return desk.asTheyAre([...new Set(back.map(({ consignment }) => consignment))]);
    },
    'POST /orders/labels/print': async ({ body, res }) => {
      res
        .type('pdf')
        .set('Cache-Control', 'no-store')
        .send(await labelDesk.print(body.of, body.paper));
      return ANSWERED;
    },
    'POST /orders/look': () => labelDesk.look(),
    'GET /orders/files/:kind': async ({ params: { kind }, query, res }) => {
      const { timeZone, currency } = book().shop;
      const text = await files.write(kind, query, { timeZone, currency });
      res.type('text/csv').set('Cache-Control', 'no-store').send(text);
      return ANSWERED;
    },
    'POST /orders/:number/forget': async ({ params, who }) => {
      const { found, forgotten } = await forgetting.one(params.number);
      if (!found) throw new HttpProblem('not-found', `There is no order ${params.number}.`);
      return forget(who, `order ${params.number}`, forgotten);
    },
    'POST /orders/forget': async ({ body, who }) => {
      const midnight = msToInstant(instantOf(toDay(body.before), 0, book().shop.timeZone));
      return forget(who, `orders before ${body.before}`, await forgetting.before(midnight));
    },
  } satisfies OwnerHandlers<'/desk'> & OwnerHandlers<'/orders'>;
}
