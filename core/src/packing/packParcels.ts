import type { Id } from '../names/naming.ts';
import { numberAt } from '../numbers/entry.ts';
import type { Micrograms } from '../numbers/units.ts';
import { oncePer } from '../once/oncePer.ts';
import { billableWeight, type Sides, type VolumeRule, volumetricWeight } from './billable.ts';
import { type FilledCarton, fitsCarton, type ParcelCost, planCartons } from './cartonPlan.ts';
import { attempt, Effort } from './effort.ts';
import { prepare } from './fillRooms.ts';
import type { Carton } from './packaging.ts';
import type { Content, PackedThing, PackGoods, Parcel } from './parcel.ts';
import { type Piece, volumeOf } from './piece.ts';

/** More pieces than this are not placed one by one but counted by volume and load. */
export const MOST_PLACED = 300;

export interface PackingOrder {
  /** Packaging in use, in the owner's order. */
  readonly cartons: readonly Carton[];
  /** The one goods without a size go into; the first that carries them where none is named. */
  readonly usual: Id | null;
  readonly volume: VolumeRule;
  /** What one parcel costs, where known: the set with the least sum is chosen. */
  readonly cost?: ParcelCost;
}

type Shape = Pick<Parcel, 'how' | 'contents'> & Partial<Pick<Parcel, 'placed' | 'loose' | 'inside' | 'count'>>;

function parcelOf(shape: Shape, carton: Carton | null, outside: Sides | null, load: Micrograms, order: PackingOrder): Parcel {
  const tare = carton?.tare ?? 0;
  const packedWeight = load + tare;
  return {
    how: shape.how,
    packaging: carton?.id ?? null,
    count: shape.count ?? 1,
    contents: shape.contents,
    placed: shape.placed ?? [],
    loose: shape.loose ?? [],
    inside: shape.inside ?? null,
    outside,
    contentsWeight: load,
    tare,
    packedWeight,
    volumetricWeight: outside ? volumetricWeight(outside, order.volume) : null,
    billableWeight: billableWeight(packedWeight, outside, order.volume),
  };
}

const pieceOf = (goods: PackGoods, { length, width, height }: Sides): Piece => ({
  length,
  width,
  height,
  weight: goods.weight,
  turning: goods.upright ? 'upright' : 'any',
  fragile: goods.fragile,
});

/** Whether one of the goods, of known size, fits some carton. */
function fitsSome(goods: PackGoods, cartons: readonly Carton[]): boolean {
  const [piece] = goods.size === null ? [] : prepare([pieceOf(goods, goods.size)]);
  return piece !== undefined && cartons.some((carton) => fitsCarton(piece, carton));
}

/** Goods that go as they are, each in a parcel of its own. */
const asTheyAre = (goods: PackGoods, how: 'ownBox' | 'fitsNothing', order: PackingOrder): Parcel =>
  parcelOf({ how, contents: [{ line: goods.line, quantity: 1 }], count: goods.quantity }, null, goods.size, goods.weight, order);

function counted(things: readonly PackedThing[]): Content[] {
  const quantities = new Map<number, number>();
  for (const { line } of things) quantities.set(line, (quantities.get(line) ?? 0) + 1);
  return Array.from(quantities, ([line, quantity]) => ({ line, quantity })).sort((a, b) => a.line - b.line);
}

function packedParcel({ carton, room }: FilledCarton, lines: readonly number[], order: PackingOrder): Parcel {
  const placed = room
    .placements()
    .map(({ piece, x, y, z, length, width, height }): PackedThing => ({ line: numberAt(lines, piece), x, y, z, length, width, height }));
  const { length, width, height } = room.room;
  const contents = counted(placed);
  return parcelOf({ how: 'packed', contents, placed, inside: { length, width, height } }, carton, carton.outside, room.load, order);
}

/**
 * A pallet is for what fits nothing else: by the number of parcels alone it would swallow every order of two cartons.
 * Where costs are known they decide.
 */
function partedByPallet(
  goods: readonly PackGoods[],
  order: PackingOrder,
  byVolume: readonly Carton[],
): (readonly [readonly PackGoods[], readonly Carton[]])[] {
  const cartons = byVolume.filter(({ kind }) => kind !== 'pallet');
  if (order.cost || cartons.length === 0 || cartons.length === byVolume.length) return [[goods, byVolume]];
  const inCartons = goods.filter((one) => fitsSome(one, cartons));
  return [
    [inCartons, cartons],
    [goods.filter((one) => !inCartons.includes(one)), byVolume],
  ];
}

function placeAll(goods: readonly PackGoods[], order: PackingOrder, byVolume: readonly Carton[], effort: Effort): Parcel[] {
  const pieces: Piece[] = [];
  const lines: number[] = [];
  for (const one of goods) {
    const piece = pieceOf(one, one.size as Sides);
    for (let nth = 0; nth < one.quantity; nth += 1) {
      pieces.push(piece);
      lines.push(one.line);
    }
  }
  return planCartons(pieces, byVolume, order.cost, effort).map((filled) => packedParcel(filled, lines, order));
}

/** Parcels that are being filled by count: what fits by load, and by volume where sizes are known. */
class CountedParcels {
  readonly #order: PackingOrder;
  readonly parcels: Parcel[] = [];
  #carton: Carton | undefined;
  #loose: Content[] = [];
  #load = 0;
  #volume = 0;

  constructor(order: PackingOrder) {
    this.#order = order;
  }

  /** How many more of the goods the parcel in hand takes. */
  #roomFor(goods: PackGoods): number {
    const { room } = this.#carton as Carton;
    const byLoad = goods.weight === 0 ? Infinity : Math.floor((room.mostLoad - this.#load) / goods.weight);
    const byVolume = goods.size === null ? Infinity : Math.floor((volumeOf(room) - this.#volume) / volumeOf(goods.size));
    return Math.max(0, Math.min(byLoad, byVolume));
  }

  #put(goods: PackGoods, quantity: number): void {
    this.#loose.push({ line: goods.line, quantity });
    this.#load += goods.weight * quantity;
    this.#volume += goods.size === null ? 0 : volumeOf(goods.size) * quantity;
  }

  close(count = 1): void {
    if (this.#loose.length > 0 && this.#carton) {
      const shape: Shape = { how: 'byWeight', contents: this.#loose, loose: this.#loose, count };
      this.parcels.push(parcelOf(shape, this.#carton, this.#carton.outside, this.#load, this.#order));
    }
    this.#loose = [];
    this.#load = 0;
    this.#volume = 0;
  }

  add(goods: PackGoods, carton: Carton): void {
    let left = goods.quantity;
    if (this.#carton !== carton) this.close();
    this.#carton = carton;
    // An empty parcel waits for the full ones below.
    const now = this.#loose.length === 0 ? 0 : Math.min(left, this.#roomFor(goods));
    if (now > 0) this.#put(goods, now);
    left -= now;
    if (left === 0) return;
    this.close();
    const each = this.#roomFor(goods);
    const full = Math.floor(left / each);
    if (full > 0) {
      this.#put(goods, each);
      this.close(full);
    }
    if (left % each > 0) this.#put(goods, left % each);
  }
}

/** Goods without a size: into parcels that still carry them, then into the usual packaging; by weight alone. */
function addLoose(goods: readonly PackGoods[], parcels: Parcel[], order: PackingOrder): Parcel[] {
  if (goods.length === 0) return parcels;
  const result = [...parcels];
  const byId = new Map(order.cartons.map((carton) => [carton.id, carton]));
  const counting = new CountedParcels(order);
  const alone: Parcel[] = [];
  for (const one of [...goods].sort((a, b) => b.weight - a.weight || a.line - b.line)) {
    const at = result.findIndex((parcel) => {
      const carton = parcel.packaging === null ? undefined : byId.get(parcel.packaging);
      return carton !== undefined && parcel.count === 1 && parcel.contentsWeight + one.weight * one.quantity <= carton.room.mostLoad;
    });
    const held = result[at];
    if (held) {
      const content = { line: one.line, quantity: one.quantity };
      const loose = [...held.loose, content];
      const shape: Shape = { ...held, how: 'byWeight', contents: [...held.contents, content], loose };
      const carton = byId.get(held.packaging as Id) ?? null;
      result[at] = parcelOf(shape, carton, held.outside, held.contentsWeight + one.weight * one.quantity, order);
      continue;
    }
    const usual = order.cartons.find((carton) => carton.id === order.usual && carton.room.mostLoad >= one.weight);
    const carton = usual ?? order.cartons.find(({ room }) => room.mostLoad >= one.weight);
    if (carton) counting.add(one, carton);
    else alone.push(asTheyAre(one, 'fitsNothing', order));
  }
  counting.close();
  return [...result, ...counting.parcels, ...alone];
}

/** Too many to place: full parcels by volume and load of the roomiest carton that takes them. */
function countAll(goods: readonly PackGoods[], order: PackingOrder, byVolume: readonly Carton[]): Parcel[] {
  const counting = new CountedParcels(order);
  const largestFirst = [...byVolume].reverse();
  for (const one of goods) {
    const [piece] = prepare([pieceOf(one, one.size as Sides)]);
    const carton = piece && largestFirst.find((other) => fitsCarton(piece, other));
    if (carton) counting.add(one, carton);
  }
  counting.close();
  return counting.parcels;
}

const sortedByVolume = oncePer((cartons: readonly Carton[]): readonly Carton[] =>
  [...cartons].sort((a, b) => volumeOf(a.outside) - volumeOf(b.outside) || a.cost - b.cost),
);

/**
 * Puts the goods of one consignment into parcels: three-dimensional where sizes are known. The same goods and cartons
 * always give the same parcels, in whatever order the lines come.
 * @param effort how much it may look at, and is spent; past it goods are put into parcels by weight and volume
 */
export function packParcels(goods: readonly PackGoods[], order: PackingOrder, effort: Effort = new Effort()): Parcel[] {
  const byVolume = sortedByVolume(order.cartons);
  const own = goods.filter((one) => one.ownBox);
  const others = goods.filter((one) => !one.ownBox);
  const sized = others.filter((one) => one.size !== null);
  const placeable = sized.filter((one) => fitsSome(one, byVolume));
  const tooLarge = sized.filter((one) => !placeable.includes(one));
  const pieces = placeable.reduce((sum, { quantity }) => sum + quantity, 0);
  const pack = (some: readonly PackGoods[], cartons: readonly Carton[]) =>
    (pieces > MOST_PLACED ? undefined : attempt(() => placeAll(some, order, cartons, effort))) ?? countAll(some, order, cartons);
  const packed = partedByPallet(placeable, order, byVolume).flatMap(([some, cartons]) => pack(some, cartons));
  const loose = others.filter((one) => one.size === null);
  return [
    ...addLoose(loose, packed, order),
    ...own.map((one) => asTheyAre(one, 'ownBox', order)),
    ...tooLarge.map((one) => asTheyAre(one, 'fitsNothing', order)),
  ];
}
