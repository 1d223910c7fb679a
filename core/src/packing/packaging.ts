import { z } from 'zod';
import { LengthText, lengthToMicrometres } from '../measures/length.ts';
import { MassText, massForSums, massToMicrograms } from '../measures/mass.ts';
import { Minor } from '../money/money.ts';
import { Id, Name } from '../names/naming.ts';
import type { Sides } from './billable.ts';
import type { Room } from './piece.ts';

export const PackagingKind = z.enum(['carton', 'mailer', 'envelope', 'tube', 'pallet']);
export type PackagingKind = z.infer<typeof PackagingKind>;

/** Three sides as typed; a tube has its diameter as width and height. */
export const Size = z.strictObject({ length: LengthText, width: LengthText, height: LengthText });
export type Size = z.infer<typeof Size>;

export const sidesOf = (size: Size): Sides => ({
  length: lengthToMicrometres(size.length),
  width: lengthToMicrometres(size.width),
  height: lengthToMicrometres(size.height),
});

/** What goods are put into. */
export const Packaging = z
  .strictObject({
    id: Id,
    name: Name,
    kind: PackagingKind,
    inside: Size,
    outside: Size,
    /** Weight when empty. */
    tare: MassText,
    /** The greatest weight it carries, itself not counted; null where nothing is stated. */
    mostLoad: MassText.nullable(),
    /** What one costs the shop, in minor units. */
    cost: Minor,
    /** Used when packing; what is off is kept for later. */
    inUse: z.boolean(),
    /** A carrier's own: only for services of this account, and of these where they are named. */
    carrier: z.strictObject({ account: Id, name: Name, services: z.array(z.string().min(1).max(40)).min(1).max(60).nullable() }).optional(),
  })
  .superRefine((packaging, context) => {
    for (const side of ['length', 'width', 'height'] as const) {
      if (lengthToMicrometres(packaging.outside[side]) < lengthToMicrometres(packaging.inside[side])) {
        context.addIssue({
          code: 'custom',
          message: 'The outside is at least as large as the inside',
          path: ['outside', side],
          input: packaging.outside[side],
        });
      }
    }
    if (packaging.kind === 'tube' && packaging.inside.width !== packaging.inside.height) {
      context.addIssue({
        code: 'custom',
        message: 'A tube is as wide as it is high',
        path: ['inside', 'height'],
        input: packaging.inside.height,
      });
    }
  });
export type Packaging = z.infer<typeof Packaging>;

/** What a service is packed into: the shop's own, and what the carrier it is carried by gives for it. */
export const mayPackFor = ({ carrier }: Packaging, carriage: { readonly account: Id; readonly service: string } | null): boolean =>
  carrier === undefined ||
  (carriage !== null && carrier.account === carriage.account && (carrier.services?.includes(carriage.service) ?? true));

/** Stands in while a shop has no packaging in use. Made up; not to be mistaken for the shop's own. */
export const SAMPLE_CARTON: Packaging = {
  id: 'sample-carton',
  name: 'Sample carton',
  kind: 'carton',
  inside: { length: '40 cm', width: '30 cm', height: '20 cm' },
  outside: { length: '41 cm', width: '31 cm', height: '21 cm' },
  tare: '300 g',
  mostLoad: '30 kg',
  cost: 0,
  inUse: true,
};

/** A piece of packaging with its figures worked out. */
export interface Carton {
  readonly id: Id;
  readonly kind: PackagingKind;
  /** The room for goods; of a tube the square prism that fits its round inside. */
  readonly room: Room;
  /** Of a tube, the inside diameter: one thing alone may reach into the round. */
  readonly diameter: number | null;
  readonly outside: Sides;
  readonly tare: number;
  readonly cost: Minor;
}

const usable = (packaging: Packaging): Sides => {
  const inside = sidesOf(packaging.inside);
  if (packaging.kind !== 'tube') return inside;
  const side = Math.floor(inside.width / Math.SQRT2);
  return { length: inside.length, width: side, height: side };
};

export function toCarton(packaging: Packaging): Carton {
  const mostLoad = packaging.mostLoad === null ? Infinity : massToMicrograms(packaging.mostLoad);
  return {
    id: packaging.id,
    kind: packaging.kind,
    room: { ...usable(packaging), mostLoad },
    diameter: packaging.kind === 'tube' ? lengthToMicrometres(packaging.inside.width) : null,
    outside: sidesOf(packaging.outside),
    tare: massForSums(packaging.tare),
    cost: packaging.cost,
  };
}
