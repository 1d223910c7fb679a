import { z } from 'zod';
import { Counter } from '../counters/counter.ts';
import { ServiceDays } from '../dispatch/dispatchCalendar.ts';
import type { Location } from '../rate-book/location.ts';
import { Id, Name } from '../rate-book/naming.ts';
import { laneOf, Service } from '../rate-book/rateBook.ts';
import { Round } from '../rounds/round.ts';
import { insertAt, moveTo, requireFree, requireOne, serviceOf, withoutLane, withService } from './bookEdits.ts';
import { define } from './define.ts';
import { withoutInRules } from './ruleCommands.ts';

const MOST_SERVICES = 60;

function withoutOwnCutOffs(location: Location, service: Id): Location {
  const { dispatch } = location;
  if (!dispatch?.ownCutOffs.some((own) => own.service === service)) return location;
  return { ...location, dispatch: { ...dispatch, ownCutOffs: dispatch.ownCutOffs.filter((own) => own.service !== service) } };
}

/** A copied service orders until when the original does. */
function withOwnCutOffsOf(location: Location, original: Id, copy: Id): Location {
  const { dispatch } = location;
  const own = dispatch?.ownCutOffs.find(({ service }) => service === original);
  return dispatch && own
    ? { ...location, dispatch: { ...dispatch, ownCutOffs: [...dispatch.ownCutOffs, { ...own, service: copy }] } }
    : location;
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
    (book, { service: id, ...facts }) => withService(book, id, (service) => ({ ...service, ...facts })),
  ),
  setServiceDays: define(z.strictObject({ service: Id, days: ServiceDays }), (book, args) =>
    withService(book, args.service, (service) => ({ ...service, days: args.days })),
  ),
  setRound: define(z.strictObject({ service: Id, round: Round.nullable() }), (book, { service: id, round }) => {
    if (round !== null && round.centre !== null) requireOne(book.locations, round.centre, 'locationNotFound', 'round');
    return withService(book, id, (service) => ({ ...service, round }));
  }),
  setCounter: define(z.strictObject({ service: Id, counter: Counter.nullable() }), (book, { service: id, counter }) =>
    withService(book, id, (service) => ({ ...service, counter })),
  ),
  /** A copy with a copy of every lane, right after the original. */
  duplicateService: define(z.strictObject({ service: Id, id: Id, name: Name }), (book, args) => {
    const original = serviceOf(book, args.service);
    requireFree(book.services, args.id, MOST_SERVICES, 'services');
    const copy = { ...original, id: args.id, name: args.name };
    return {
      ...book,
      services: insertAt(book.services, copy, book.services.indexOf(original) + 1),
      locations: book.locations.map((location) => withOwnCutOffsOf(location, args.service, args.id)),
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
      services: book.services.filter((service) => service.id !== args.service),
      zones: book.zones.map((zone) => withoutLane(zone, args.service)),
      locations: book.locations.map((location) => withoutOwnCutOffs(location, args.service)),
      ...withoutInRules(book, { kind: 'services', id: args.service }),
    };
  }),
  moveService: define(z.strictObject({ service: Id, to: z.int().min(0) }), (book, args) => {
    serviceOf(book, args.service);
    const services = moveTo(book.services, args.service, args.to);
    return services === book.services ? book : { ...book, services };
  }),
};
