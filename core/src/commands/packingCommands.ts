import { z } from 'zod';
import { Id } from '../names/naming.ts';
import { VolumeRule } from '../packing/billable.ts';
import { Packaging } from '../packing/packaging.ts';
import type { Packing, RateBook, Service } from '../rate-book/rateBook.ts';
import { edited, moveTo, requireFree, requireOne } from './bookEdits.ts';
import { define } from './define.ts';

const MOST_PACKAGING = 60;

function withPacking(book: RateBook, edit: (packing: Packing) => Packing): RateBook {
  const packing = edit(book.packing);
  return JSON.stringify(packing) === JSON.stringify(book.packing) ? book : { ...book, packing };
}

const withPackaging = (book: RateBook, edit: (list: readonly Packaging[]) => readonly Packaging[]) =>
  withPacking(book, (packing) => ({ ...packing, packaging: [...edit(packing.packaging)] }));

/** A service keeps what is left of its own packaging; with none left it uses all. */
function withoutPackaging(service: Service, gone: Id): Service {
  const { carriage } = service;
  if (!carriage?.packaging?.includes(gone)) return service;
  const left = carriage.packaging.filter((id) => id !== gone);
  return { ...service, carriage: { ...carriage, packaging: left.length > 0 ? left : null } };
}

export const packingCommands = {
  addPackaging: define(Packaging, (book, args) => {
    requireFree(book.packing.packaging, args.id, MOST_PACKAGING, 'pieces of packaging');
    return withPackaging(book, (list) => [...list, args]);
  }),
  setPackaging: define(Packaging, (book, args) =>
    withPackaging(book, (list) => edited(list, requireOne(list, args.id, 'packagingNotFound', 'id'), () => args)),
  ),
  removePackaging: define(z.strictObject({ packaging: Id }), (book, args) => {
    requireOne(book.packing.packaging, args.packaging, 'packagingNotFound', 'packaging');
    const services = book.services.map((service) => withoutPackaging(service, args.packaging));
    return withPacking({ ...book, services }, (packing) => ({
      ...packing,
      packaging: packing.packaging.filter(({ id }) => id !== args.packaging),
      usual: packing.usual === args.packaging ? null : packing.usual,
    }));
  }),
  movePackaging: define(z.strictObject({ packaging: Id, to: z.int().min(0) }), (book, args) =>
    withPackaging(book, (list) => moveTo([...list], args.packaging, args.to)),
  ),
  /** The packaging that goods without a size go into. */
  setUsualPackaging: define(z.strictObject({ packaging: Id.nullable() }), (book, args) => {
    if (args.packaging !== null) requireOne(book.packing.packaging, args.packaging, 'packagingNotFound', 'packaging');
    return withPacking(book, (packing) => ({ ...packing, usual: args.packaging }));
  }),
  setVolumeRule: define(VolumeRule, (book, args) => withPacking(book, (packing) => ({ ...packing, volume: args }))),
};
