import { z } from 'zod';
import { Carriage, LiveTerms, Markup } from '../carriers/carriage.ts';
import { Counter } from '../counters/counter.ts';
import { ServiceDays } from '../dispatch/dispatchCalendar.ts';
import { Id, Name } from '../names/naming.ts';
import { Card } from '../rate-book/card.ts';
import { plainLane } from '../rate-book/lane.ts';
import type { Location } from '../rate-book/location.ts';
import { laneOf, Service } from '../rate-book/rateBook.ts';
import { ServiceTexts } from '../rate-book/serviceText.ts';
import { Round } from '../rounds/round.ts';
import { DateWindow } from '../time/calendar.ts';
import { insertAt, moveTo, requireFree, requireOne, serviceOf, withoutLane, withService } from './bookEdits.ts';
import { CommandProblem } from './commandProblem.ts';
import { define } from './define.ts';
import { withoutInRules } from './ruleCommands.ts';

const MOST_SERVICES = 60;

/** Cut-offs of a service's own, and when it is collected, go with it. */
function withoutTimesOf(location: Location, service: Id): Location {
  const { dispatch } = location;
  const others = <T extends { readonly service: Id }>(list: readonly T[]): T[] => list.filter((one) => one.service !== service);
  if (
    !dispatch ||
    others([...dispatch.ownCutOffs, ...(dispatch.collections ?? [])]).length ===
      dispatch.ownCutOffs.length + (dispatch.collections?.length ?? 0)
  )
    return location;
  const { collections, ...rest } = dispatch;
  const left = others(collections ?? []);
  return { ...location, dispatch: { ...rest, ownCutOffs: others(dispatch.ownCutOffs), ...(left.length > 0 && { collections: left }) } };
}

/** Where a service goes, those it stood in for have their own cards left. */
function withoutBackup(service: Service, gone: Id): Service {
  const { terms } = service;
  if (terms?.unanswered.kind !== 'service' || terms.unanswered.service !== gone) return service;
  return { ...service, terms: { ...terms, unanswered: { kind: 'card' } } };
}

/** A copied service orders until when the original does, and is collected with it. */
function withTimesOf(location: Location, original: Id, copy: Id): Location {
  const { dispatch } = location;
  const copied = <T extends { readonly service: Id }>(list: readonly T[]): T[] =>
    list.flatMap((one) => (one.service === original ? [{ ...one, service: copy }] : []));
  const [own, collections] = [copied(dispatch?.ownCutOffs ?? []), copied(dispatch?.collections ?? [])];
  if (!dispatch || own.length + collections.length === 0) return location;
  const collected = collections.length > 0 && { collections: [...(dispatch.collections ?? []), ...collections] };
  return { ...location, dispatch: { ...dispatch, ownCutOffs: [...dispatch.ownCutOffs, ...own], ...collected } };
}

export const serviceCommands = {
  addService: define(Service, (book, args) => {
    requireFree(book.services, args.id, MOST_SERVICES, 'services');
    return { ...book, services: [...book.services, args] };
  }),
  renameService: define(z.strictObject({ service: Id, name: Name }), (book, args) =>
    withService(book, args.service, (service) => ({ ...service, name: args.name })),
  ),
  describeService: define(
    z.strictObject({ service: Id, ...Service.pick({ internalName: true, kind: true, note: true, mixing: true }).shape }),
    (book, { service: id, ...facts }) => {
      const { carriage, terms } = serviceOf(book, id);
      if (facts.kind === 'carrier' && (carriage === null || terms === null)) throw new CommandProblem('carrierNotChosen', 'kind', id);
      return withService(book, id, (service) => ({ ...service, ...facts }));
    },
  ),
  setServiceDays: define(z.strictObject({ service: Id, days: ServiceDays }), (book, args) =>
    withService(book, args.service, (service) => ({ ...service, days: args.days })),
  ),
  setServiceTexts: define(z.strictObject({ service: Id, texts: ServiceTexts }), (book, { service: id, texts }) =>
    withService(book, id, ({ texts: _was, ...service }) => (texts.length === 0 ? service : { ...service, texts })),
  ),
  setRound: define(z.strictObject({ service: Id, round: Round.nullable() }), (book, { service: id, round }) => {
    if (round !== null && round.centre !== null) requireOne(book.locations, round.centre, 'locationNotFound', 'round');
    return withService(book, id, (service) => ({ ...service, round }));
  }),
  setCounter: define(z.strictObject({ service: Id, counter: Counter.nullable() }), (book, { service: id, counter }) =>
    withService(book, id, (service) => ({ ...service, counter })),
  ),
  /** Who carries a service; without a carrier it has its own prices again. */
  setCarriage: define(
    z.strictObject({ service: Id, carriage: Carriage.nullable(), terms: LiveTerms.nullable() }),
    (book, { service: id, carriage, terms }) => {
      const other = terms?.unanswered.kind === 'service' ? terms.unanswered.service : null;
      if (other !== null) serviceOf(book, other, 'terms');
      if (other === id) throw new CommandProblem('serviceNotFound', 'terms', id);
      const whole = carriage !== null && terms !== null;
      return withService(book, id, (service) => ({
        ...service,
        kind: service.kind === 'carrier' && !whole ? 'card' : service.kind,
        carriage,
        terms,
      }));
    },
  ),
  /** What is added to the carriers’ prices of some services: always, or on some days instead of that. */
  setMarkupOfServices: define(
    z.strictObject({ services: z.array(Id).min(1, 'Choose a service').max(60), markup: Markup, dates: DateWindow.nullable() }),
    (book, { services, markup, dates }) =>
      services.reduce(
        (edited, id) =>
          withService(edited, id, (service) => {
            const { terms } = service;
            if (terms === null) throw new CommandProblem('carrierNotChosen', 'services', id);
            if (dates === null) return { ...service, terms: { ...terms, markup } };
            const others = (terms.seasons ?? []).filter((one) => one.dates.from !== dates.from || one.dates.until !== dates.until);
            return { ...service, terms: { ...terms, seasons: [...others, { dates, markup }] } };
          }),
        book,
      ),
  ),
  /** Services of a carrier, with a lane in each of some zones. */
  addCarrierServices: define(
    z.strictObject({
      services: z
        .array(Service.refine(({ kind, carriage, terms }) => kind === 'carrier' && carriage !== null && terms !== null))
        .min(1)
        .max(60),
      zones: z.array(Id).max(300),
      card: Card,
    }),
    (book, { services, zones, card }) => {
      for (const zone of zones) requireOne(book.zones, zone, 'zoneNotFound', 'zones');
      const all = [...book.services];
      for (const service of services) {
        requireFree(all, service.id, MOST_SERVICES, 'services');
        all.push(service);
      }
      const lanes = Object.fromEntries(services.map(({ id }) => [id, plainLane(card)]));
      return {
        ...book,
        services: all,
        zones: book.zones.map((zone) => (zones.includes(zone.id) ? { ...zone, lanes: { ...zone.lanes, ...lanes } } : zone)),
      };
    },
  ),
  /** A copy with a copy of every lane, right after the original. */
  duplicateService: define(z.strictObject({ service: Id, id: Id, name: Name }), (book, args) => {
    const original = serviceOf(book, args.service);
    requireFree(book.services, args.id, MOST_SERVICES, 'services');
    const copy = { ...original, id: args.id, name: args.name };
    return {
      ...book,
      services: insertAt(book.services, copy, book.services.indexOf(original) + 1),
      locations: book.locations.map((location) => withTimesOf(location, args.service, args.id)),
      zones: book.zones.map((zone) => {
        const lane = laneOf(zone, args.service);
        return lane ? { ...zone, lanes: { ...zone.lanes, [args.id]: lane } } : zone;
      }),
    };
  }),
  removeService: define(z.strictObject({ service: Id }), (book, args) => {
    serviceOf(book, args.service);
    return {
      ...book,
      services: book.services.filter((service) => service.id !== args.service).map((service) => withoutBackup(service, args.service)),
      zones: book.zones.map((zone) => withoutLane(zone, args.service)),
      locations: book.locations.map((location) => withoutTimesOf(location, args.service)),
      ...withoutInRules(book, { kind: 'services', id: args.service }),
    };
  }),
  moveService: define(z.strictObject({ service: Id, to: z.int().min(0) }), (book, args) => {
    serviceOf(book, args.service);
    const services = moveTo(book.services, args.service, args.to);
    return services === book.services ? book : { ...book, services };
  }),
};
