import type { Carriage } from '../carriers/carriage.ts';
import type { Id } from '../names/naming.ts';
import { oncePer } from '../once/oncePer.ts';
import { Effort } from '../packing/effort.ts';
import { type Carton, mayPackFor, type Packaging, SAMPLE_CARTON, toCarton } from '../packing/packaging.ts';
import { type PackingOrder, packParcels } from '../packing/packParcels.ts';
import type { PackGoods, Parcel } from '../packing/parcel.ts';
import type { RateBook } from '../rate-book/rateBook.ts';

/** What goods are packed into, and what they were packed into lately. */
export interface CompiledPacking {
  readonly packing: PackingOrder;
  /** No packaging is in use: the sample carton stands in. */
  readonly sampleCarton: boolean;
  readonly parcels: Map<string, PackedBefore>;
}

/** What goods were packed into, and what the search for it looked at: with more to look at it finds the same. */
export interface PackedBefore {
  readonly parcels: readonly Parcel[];
  readonly looked: number;
}

/** What serves where nothing else is said: the shop's own packaging. */
export const compilePacking = oncePer(
  (packing: RateBook['packing']): CompiledPacking => packingOf(packing, (packaging) => mayPackFor(packaging, null)),
);

/**
 * The packaging of a service's own: what was chosen for it, and what its carrier gives for it. Null where it is what serves
 * everywhere.
 */
export function packagingOfService({ packaging }: RateBook['packing'], carriage: Carriage | null): readonly Id[] | null {
  const chosen = carriage?.packaging ?? null;
  const given = packaging.filter((one) => one.inUse && one.carrier !== undefined && mayPackFor(one, carriage));
  if (given.length === 0) return chosen;
  return packaging.filter((one) => mayPackFor(one, carriage) && (chosen === null || chosen.includes(one.id))).map(({ id }) => id);
}

function packingOf(packing: RateBook['packing'], chosen: (packaging: Packaging) => boolean): CompiledPacking {
  const inUse = packing.packaging.filter((packaging) => packaging.inUse && chosen(packaging));
  const cartons: Carton[] = (inUse.length > 0 ? inUse : [SAMPLE_CARTON]).map(toCarton);
  return {
    packing: { cartons, usual: packing.usual, volume: packing.volume },
    sampleCarton: inUse.length === 0,
    parcels: new Map(),
  };
}

const ownSets = oncePer((_packing: RateBook['packing']) => new Map<string, CompiledPacking>());

/** The packing of a service with packaging of its own; all packaging where none of it is in use any more. */
export function ownPacking({ packing }: Pick<RateBook, 'packing'>, packaging: readonly Id[]): CompiledPacking {
  const sets = ownSets(packing);
  const key = packaging.join(' ');
  const held = sets.get(key);
  if (held) return held;
  const own = packingOf(packing, ({ id }) => packaging.includes(id));
  const compiled = own.sampleCarton ? compilePacking(packing) : own;
  sets.set(key, compiled);
  return compiled;
}

const MOST_KEPT = 500;

/** Goods as a key: what is packed alike has the same. */
function keyOf(goods: readonly PackGoods[]): string {
  let key = '';
  for (const { line, quantity, weight, size, ownBox, upright, fragile } of goods) {
    key += `|${line},${quantity},${weight},${(ownBox ? 1 : 0) | (upright ? 2 : 0) | (fragile ? 4 : 0)}`;
    if (size !== null) key += `,${size.length},${size.width},${size.height}`;
  }
  return key;
}

/**
 * Packs goods, or gives what the same goods were packed into before.
 * @param effort how much the packing may look at; see `packParcels`
 */
export function packed({ packing, parcels }: CompiledPacking, goods: readonly PackGoods[], effort: number): readonly Parcel[] {
  const key = keyOf(goods);
  const known = parcels.get(key);
  if (known && known.looked < effort) return known.parcels;
  const cut = parcels.get(`${effort}${key}`);
  if (cut) return cut.parcels;
  const search = new Effort(effort);
  const fresh = packParcels(goods, packing, search);
  const looked = search.used;
  if (parcels.size >= MOST_KEPT) parcels.clear();
  // Of a search that was cut short nothing is known but what it finds when it is cut there.
  parcels.set(looked < effort ? key : `${effort}${key}`, { parcels: fresh, looked });
  return fresh;
}
