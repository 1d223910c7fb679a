import { z } from 'zod';
import { Location } from '../rate-book/location.ts';
import { Id } from '../rate-book/naming.ts';
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
  /** Refused while a zone draws a circle around it. Products that name it leave from the first suitable location. */
  removeLocation: define(z.strictObject({ location: Id }), (book, args) => {
    const { name } = requireOne(book.locations, args.location, 'locationNotFound', 'location');
    const used = book.zones.some(({ places }) => places.some((place) => place.kind === 'circle' && place.location === args.location));
    if (used) throw new CommandProblem('locationInUse', 'location', name);
    return { ...book, locations: book.locations.filter(({ id }) => id !== args.location) };
  }),
  moveLocation: define(z.strictObject({ location: Id, to: z.int().min(0) }), (book, args) => {
    const locations = moveTo(book.locations, args.location, args.to);
    return locations === book.locations ? book : { ...book, locations };
  }),
};
