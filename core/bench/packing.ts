// Parcels and time on the published random classes: against the lower bounds without rotation, and against packing
// libraries of the registry with rotation, on the same instances in one run.
import { createRequire } from 'node:module';
import { pack3D } from 'binpackingjs/3d';
import { fewestRooms } from '../src/packing/fewestRooms.ts';
import { Packaging, SAMPLE_CARTON, toCarton } from '../src/packing/packaging.ts';
import { type PackingOrder, packParcels } from '../src/packing/packParcels.ts';
import type { PackGoods } from '../src/packing/parcel.ts';
import type { Placement } from '../src/packing/piece.ts';
import { type Instance, packingInstance } from '../src/testing/packingInstances.ts';

const { BP3D } = createRequire(import.meta.url)('@macder/binpackingjs');

interface Packed {
  readonly rooms: number;
  readonly placed: number;
}
type Packer = (instance: Instance) => Packed;

/** Counts rooms, after looking at every pair of pieces and at the walls. */
function checked(rooms: readonly Placement[][], { room }: Instance): Packed {
  const apart = (a: Placement, b: Placement) =>
    a.x + a.length <= b.x ||
    b.x + b.length <= a.x ||
    a.y + a.width <= b.y ||
    b.y + b.width <= a.y ||
    a.z + a.height <= b.z ||
    b.z + b.height <= a.z;
  for (const boxes of rooms) {
    boxes.forEach((a, at) => {
      if (a.x + a.length > room.length || a.y + a.width > room.width || a.z + a.height > room.height) throw new Error('a piece sticks out');
      for (const b of boxes.slice(at + 1)) if (!apart(a, b)) throw new Error('two pieces overlap');
    });
  }
  return { rooms: rooms.length, placed: rooms.flat().length };
}

const ours =
  (tries?: { tries: number; moves: number }): Packer =>
  (instance) =>
    checked(
      fewestRooms(instance.pieces, instance.room, { steady: false, ...(tries && { tries }) }).map((room) => room.placements()),
      instance,
    );

const first: Packer = ({ pieces, room }) => {
  const bins = pieces.map((_piece, at) => ({ name: `${at}`, width: room.length, height: room.height, depth: room.width, maxWeight: 1e9 }));
  const items = pieces.map((piece, at) => ({ name: `${at}`, width: piece.length, height: piece.height, depth: piece.width, weight: 1 }));
  const { packedBins } = pack3D({ bins, items });
  const used = packedBins.filter((bin: { items: readonly unknown[] }) => bin.items.length > 0);
  return { rooms: used.length, placed: used.reduce((sum: number, bin: { items: readonly unknown[] }) => sum + bin.items.length, 0) };
};

const second: Packer = ({ pieces, room }) => {
  const packer = new BP3D.Packer();
  for (const [at, piece] of pieces.entries()) {
    packer.addBin(new BP3D.Bin(`${at}`, room.length, room.height, room.width, 1e9));
    packer.addItem(new BP3D.Item(`${at}`, piece.length, piece.height, piece.width, 1));
  }
  packer.pack();
  const used = packer.bins.filter((bin: { items: readonly unknown[] }) => bin.items.length > 0);
  return { rooms: used.length, placed: used.reduce((sum: number, bin: { items: readonly unknown[] }) => sum + bin.items.length, 0) };
};

/** Mean rooms and milliseconds over the ten instances of a class; nothing may be lost. */
function mean(kind: number, count: number, turning: 'fixed' | 'any', packer: Packer): { rooms: number; ms: number } {
  let rooms = 0;
  let spent = 0;
  for (let number = 1; number <= 10; number += 1) {
    const instance = packingInstance(kind, count, number, turning);
    const began = performance.now();
    const packed = packer(instance);
    spent += performance.now() - began;
    if (packed.placed !== count) throw new Error(`${count - packed.placed} pieces of class ${kind} are lost`);
    rooms += packed.rooms;
  }
  return { rooms: rooms / 10, ms: spent / 10 };
}

const cell = (text: string | number, wide = 9) => String(text).padStart(wide);

// Lower bounds: Boschetti, Discrete Applied Mathematics 140 (2004), from memory.
const BOUNDS: Readonly<Record<number, readonly number[]>> = {
  1: [12.9, 25.6, 35.8, 49.7],
  4: [29, 58.5, 86.4, 118.3],
  6: [9.4, 18.4, 28.5, 36.7],
  8: [8.7, 18.4, 22.5, 28.2],
};
mean(8, 100, 'any', ours());
console.log('\nPacking without rotation, against published lower bounds (Martello, Pisinger, Vigo; means of ten)');
console.log(`${cell('class', 6)}${cell('pieces')}${cell('bound')}${cell('plain')}${cell('ours')}${cell('ratio')}${cell('ms')}`);
const ratios: number[] = [];
const plainRatios: number[] = [];
for (const [kind, bounds] of Object.entries(BOUNDS)) {
  [50, 100, 150, 200].forEach((count, at) => {
    const bound = bounds[at] ?? 1;
    const plain = mean(Number(kind), count, 'fixed', ours({ tries: 1, moves: 0 }));
    const { rooms, ms } = mean(Number(kind), count, 'fixed', ours());
    ratios.push(rooms / bound);
    plainRatios.push(plain.rooms / bound);
    console.log(
      `${cell(kind, 6)}${cell(count)}${cell(bound)}${cell(plain.rooms)}${cell(rooms)}${cell((rooms / bound).toFixed(3))}${cell(ms.toFixed(1))}`,
    );
  });
}
const average = (list: readonly number[]) => ((list.reduce((sum, one) => sum + one, 0) / list.length - 1) * 100).toFixed(1);
console.log(`Above the bounds on average: ${average(ratios)} % (plain first fit: ${average(plainRatios)} %)`);

console.log('\nPacking with rotation, rooms and milliseconds (means of ten)');
console.log(`${cell('class', 6)}${cell('pieces')}${cell('ours', 16)}${cell('plain', 16)}${cell('binpackingjs', 16)}${cell('@macder', 16)}`);
const told = ({ rooms, ms }: { rooms: number; ms: number }) => cell(`${rooms.toFixed(1)} ${ms.toFixed(1)} ms`, 16);
for (const [kind, count] of [
  [1, 50],
  [1, 100],
  [4, 100],
  [5, 100],
  [6, 100],
  [7, 100],
  [8, 100],
] as const) {
  const packers = [ours(), ours({ tries: 1, moves: 0 }), first, second];
  console.log(`${cell(kind, 6)}${cell(count)}${packers.map((packer) => told(mean(kind, count, 'any', packer))).join('')}`);
}

/** Median of `rounds` calls in milliseconds, after some to warm up. */
function median(rounds: number, work: () => unknown): number {
  const times = Array.from({ length: rounds + 20 }, () => {
    const began = performance.now();
    work();
    return performance.now() - began;
  }).slice(20);
  return times.sort((a, b) => a - b)[Math.floor(rounds / 2)] ?? 0;
}
const goods = (
  line: number,
  quantity: number,
  [length, width, height]: readonly [number, number, number],
  kilograms: number,
  fragile = false,
): PackGoods => ({
  line,
  quantity,
  weight: kilograms * 1e9,
  size: { length: length * 10_000, width: width * 10_000, height: height * 10_000 },
  ownBox: false,
  upright: false,
  fragile,
});
const carton = (id: string, sides: readonly [number, number, number]) => {
  const [length = '', width = '', height = ''] = sides.map((side) => `${side} cm`);
  return toCarton(Packaging.parse({ ...SAMPLE_CARTON, id, inside: { length, width, height }, outside: { length, width, height } }));
};
const cartons = [carton('s', [25, 20, 15]), carton('m', [40, 30, 25]), carton('l', [60, 40, 40]), carton('flat', [62, 46, 6])];
const order: PackingOrder = { cartons, usual: null, volume: { divisor: 5000, per: 'cm3PerKg', roundUpTo: null } };
const twelve = [
  goods(0, 3, [20, 2, 2], 0.04),
  goods(1, 2, [8, 8, 14], 0.84),
  goods(2, 1, [45, 23, 2], 3.4, true),
  goods(3, 6, [12, 8, 5], 0.3),
];
const hundred = [
  goods(0, 20, [20, 5, 5], 0.4),
  goods(1, 20, [18, 12, 8], 0.8),
  goods(2, 10, [45, 23, 3], 3.4, true),
  goods(3, 30, [12, 8, 5], 0.3),
  goods(4, 20, [25, 20, 10], 1),
];
console.log(`\nA cart of 12 pieces into four kinds of carton: ${median(300, () => packParcels(twelve, order)).toFixed(3)} ms`);
console.log(`A cart of 100 pieces: ${median(40, () => packParcels(hundred, order)).toFixed(1)} ms`);
