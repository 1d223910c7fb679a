import { z } from 'zod';
import { DispatchCalendar } from '../dispatch/dispatchCalendar.ts';
import { Id } from '../names/naming.ts';
import { Location } from '../rate-book/location.ts';
import { edited, moveTo, requireFree, requireOne } from './bookEdits.ts';
import { CommandProblem } from './commandProblem.ts';
import { define } from './define.ts';

const MOST_LOCATIONS = 100;

export const locationCommands = {
  addLocation: define(Location, (book, args) => {
    requireFree(book.locations, args.id, MOST_LOCATIONS, 'locations');
    return { ...book, locations: [...book.locations, args] };
  }),
  setLocation: define(Location, (book, args) => {
    const locations = edited(book.locations, requireOne(book.locations, args.id, 'locationNotFound', 'id'), () => args);
    return locations === book.locations ? book : { ...book, locations: [...locations] };
  }),
  setDispatch: define(z.strictObject({ location: Id, dispatch: DispatchCalendar.nullable() }), (book, { location: id, dispatch }) => {
    const held = requireOne(book.locations, id, 'locationNotFound', 'location');
    const unknown = [...(dispatch?.ownCutOffs ?? []), ...(dispatch?.collections ?? [])].find(
      ({ service }) => !book.services.some((one) => one.id === service),
    );
    if (unknown) throw new CommandProblem('serviceNotFound', 'dispatch', unknown.service);
    const locations = edited(book.locations, held, (location) => ({ ...location, dispatch }));
    return locations === book.locations ? book : { ...book, locations: [...locations] };
  }),
  /** Refused while a zone draws a circle or a round its rings around it. Products that name it leave from the first suitable location. */
  removeLocation: define(z.strictObject({ location: Id }), (book, args) => {
    const { name } = requireOne(book.locations, args.location, 'locationNotFound', 'location');
    const used = book.zones.some(({ places }) => places.some((place) => place.kind === 'circle' && place.location === args.location));
    const centre = book.services.some(({ round }) => round?.centre === args.location);
    if (used || centre) throw new CommandProblem('locationInUse', 'location', name);
    return { ...book, locations: book.locations.filter(({ id }) => id !== args.location) };
  }),
  moveLocation: define(z.strictObject({ location: Id, to: z.int().min(0) }), (book, args) => {
    const locations = moveTo(book.locations, args.location, args.to);
    return locations === book.locations ? book : { ...book, locations };
  }),
};
