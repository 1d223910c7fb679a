import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { packed } from '../quote/compiledPacking.ts';
import { Met } from '../testing/met.ts';
import { packingInstance } from '../testing/packingInstances.ts';
import { billableWeight, girth, lengthPlusGirth, type Sides, type VolumeRule, volumetricWeight } from './billable.ts';
import { Effort } from './effort.ts';
import { fewestRooms, leastRooms } from './fewestRooms.ts';
import { prepare } from './fillRooms.ts';
import { Packaging, SAMPLE_CARTON, toCarton } from './packaging.ts';
import { MOST_PLACED, type PackingOrder, packParcels } from './packParcels.ts';
import type { PackGoods, Parcel } from './parcel.ts';

const CM = 10_000;
const KILO = 1_000_000_000;
const cm = (length: number, width: number, height: number): Sides => ({ length: length * CM, width: width * CM, height: height * CM });
const rule = (divisor: number, roundUpTo: string | null = null, per: VolumeRule['per'] = 'cm3PerKg'): VolumeRule => ({
  divisor,
  per,
  roundUpTo,
});

describe('volumetric and billable weight', () => {
  // Source: IATA TACT Rules 3.9.3 (6000 cm3/kg, up to the next 0.5 kg), from memory; 5000 is common practice.
  test.each([
    ['40x30x20', cm(40, 30, 20), 4, 4.8, 4, 5],
    ['60x40x40', cm(60, 40, 40), 16, 19.2, 16, 19.5],
    ['33x22x11', cm(33, 22, 11), 1.331, 1.5972, 1.5, 2],
    ['100x50x50', cm(100, 50, 50), 41.666666667, 50, 42, 50],
  ])('%s cm', (_name, sides, by6000, by5000, billed6000, billed5000) => {
    expect(volumetricWeight(sides, rule(6000)) / KILO).toBeCloseTo(by6000, 8);
    expect(volumetricWeight(sides, rule(5000))).toBe(by5000 * KILO);
    expect(billableWeight(0, sides, rule(6000, '0.5 kg'))).toBe(billed6000 * KILO);
    expect(billableWeight(0, sides, rule(5000, '0.5 kg'))).toBe(billed5000 * KILO);
  });

  // Common practice, no published source: 139 in3/lb, whole pounds up; 166 in3/lb from IATA TACT Rules 3.9.3 (from memory).
  test.each([
    [12, 12, 12, 13, 11],
    [16, 12, 8, 12, 10],
    [20, 15, 10, 22, 19],
    [24, 18, 12, 38, 32],
  ])('%s by %s by %s in', (length, width, height, by139, by166) => {
    const sides = { length: length * 25_400, width: width * 25_400, height: height * 25_400 };
    expect(billableWeight(0, sides, rule(139, '1 lb', 'in3PerLb'))).toBe(by139 * 453_592_370);
    expect(billableWeight(0, sides, rule(166, '1 lb', 'in3PerLb'))).toBe(by166 * 453_592_370);
  });

  test('the heavier of the two is billed; sums of converted ounces do not reach the next step', () => {
    expect(billableWeight(6 * KILO, cm(40, 30, 20), rule(5000))).toBe(6 * KILO);
    expect(billableWeight(3 * KILO, cm(40, 30, 20), rule(5000))).toBe(4.8 * KILO);
    expect(billableWeight(3 * KILO + 2, null, rule(5000, '0.5 kg'))).toBe(3 * KILO);
    expect(billableWeight(3 * KILO + 1_000_000, null, rule(5000, '0.5 kg'))).toBe(3.5 * KILO);
  });

  // Arithmetic by hand: L + 2 (W + H), L the longest whatever the order.
  test.each([
    [cm(40, 30, 20), 140],
    [cm(60, 40, 40), 220],
    [cm(20, 60, 40), 180],
    [cm(119, 40, 30), 259],
  ])('length plus girth', (sides, expected) => {
    expect(lengthPlusGirth(sides)).toBe(expected * CM);
    expect(girth(sides)).toBe(expected * CM - Math.max(sides.length, sides.width, sides.height));
  });
});

describe('published instances', () => {
  // Source: Martello, Pisinger, Vigo, Operations Research 48 (2000); generator and figures from memory.
  test('the generator draws the known pieces', () => {
    const first = (kind: number, count: number, number: number) => {
      const [piece] = packingInstance(kind, count, number).pieces;
      return [piece?.length, piece?.width, piece?.height];
    };
    const volume = (kind: number, count: number, number: number) =>
      packingInstance(kind, count, number).pieces.reduce((sum, piece) => sum + piece.length * piece.width * piece.height, 0);
    expect(first(1, 50, 1)).toEqual([39, 85, 72]);
    expect(first(8, 200, 10)).toEqual([16, 42, 20]);
    expect([volume(6, 50, 1), volume(5, 100, 3), volume(8, 200, 10)]).toEqual([8446, 12_874_763, 24_344_390]);
  });

  // Lower bounds: Boschetti, Discrete Applied Mathematics 140 (2004); means of ten instances, from memory.
  test.each([
    [1, 50, 12.9, 13.4],
    [4, 50, 29, 29.4],
    [6, 100, 18.4, 19],
    [8, 100, 18.4, 18.9],
  ])('class %s with %s pieces: not below the bound, and near the best known', (kind, count, bound, best) => {
    let rooms = 0;
    for (let number = 1; number <= 10; number += 1) {
      const { pieces, room } = packingInstance(kind, count, number);
      const filled = fewestRooms(pieces, room, { steady: false });
      expect(filled.length).toBeGreaterThanOrEqual(leastRooms(prepare(pieces), room));
      const placed = filled.flatMap((one) => one.placements());
      expect(new Set(placed.map(({ piece }) => piece)).size).toBe(count);
      for (const one of filled) expectSound(one.placements(), room);
      rooms += filled.length;
    }
    expect(rooms / 10).toBeGreaterThanOrEqual(bound);
    expect(rooms / 10).toBeLessThanOrEqual(1.08 * best);
  });
});

type Box = Pick<Parcel['placed'][number], 'x' | 'y' | 'z'> & Sides;

/** Nothing sticks out and nothing overlaps. */
function expectSound(boxes: readonly Box[], room: Sides): void {
  boxes.forEach((a, at) => {
    expect(Math.min(a.x, a.y, a.z)).toBeGreaterThanOrEqual(0);
    expect([a.x + a.length <= room.length, a.y + a.width <= room.width, a.z + a.height <= room.height]).toEqual([true, true, true]);
    for (const b of boxes.slice(at + 1)) {
      const apart =
        a.x + a.length <= b.x ||
        b.x + b.length <= a.x ||
        a.y + a.width <= b.y ||
        b.y + b.width <= a.y ||
        a.z + a.height <= b.z ||
        b.z + b.height <= a.z;
      expect(apart, `${JSON.stringify(a)} and ${JSON.stringify(b)}`).toBe(true);
    }
  });
}

const goods = (line: number, quantity: number, size: Sides | null, more: Partial<PackGoods> = {}): PackGoods => ({
  line,
  quantity,
  weight: 100_000_000,
  size,
  ownBox: false,
  upright: false,
  fragile: false,
  ...more,
});

const packaging = (id: string, [length, width, height]: readonly [number, number, number], more: Partial<Packaging> = {}): Packaging => {
  const size = { length: `${length} cm`, width: `${width} cm`, height: `${height} cm` };
  return Packaging.parse({ ...SAMPLE_CARTON, id, name: id, inside: size, outside: size, tare: '0 g', mostLoad: null, ...more });
};
const orderOf = (...list: Packaging[]): PackingOrder => ({ cartons: list.map(toCarton), usual: null, volume: rule(5000) });
const cube = (side: number) => orderOf(packaging('cube', [side, side, side]));

describe('small orders are searched exactly', () => {
  // Slothouber–Graatsma and Conway puzzles: Berlekamp, Conway, Guy, Winning Ways (1982), from memory.
  test('six 1x2x2 and three unit cubes fill 3x3x3', () => {
    const parcels = packParcels([goods(0, 6, cm(1, 2, 2)), goods(1, 3, cm(1, 1, 1))], cube(3));
    expect(parcels.map(({ placed }) => placed.length)).toEqual([9]);
    expectSound(parcels[0]!.placed, cm(3, 3, 3));
  });

  test('thirteen 1x2x4, a 2x2x2, a 1x2x2 and three 1x1x3 fill 5x5x5', () => {
    const list = [goods(0, 13, cm(1, 2, 4)), goods(1, 1, cm(2, 2, 2)), goods(2, 1, cm(1, 2, 2)), goods(3, 3, cm(1, 1, 3))];
    const parcels = packParcels(list, cube(5));
    expect(parcels.map(({ placed }) => placed.length)).toEqual([18]);
    expectSound(parcels[0]!.placed, cm(5, 5, 5));
  });

  // de Bruijn, Filling boxes with bricks, American Mathematical Monthly 76 (1969): 27 bricks 1x2x4 do not fill 6x6x6.
  test('26 bricks 1x2x4 go into 6x6x6, the 27th does not, though its volume would', () => {
    expect(packParcels([goods(0, 26, cm(1, 2, 4))], cube(6))).toHaveLength(1);
    expect(packParcels([goods(0, 27, cm(1, 2, 4))], cube(6))).toHaveLength(2);
  });

  test('two 6x6x6 do not share 10x10x10; no diagonal: 11x1x1 fits no 10x10x10', () => {
    expect(packParcels([goods(0, 2, cm(6, 6, 6))], cube(10))).toHaveLength(2);
    expect(packParcels([goods(0, 1, cm(11, 1, 1))], cube(10)).map(({ how }) => how)).toEqual(['fitsNothing']);
  });

  test('lengths are whole micrometres: ten of 4 in fill 40 in, three of 0.1 in fill 0.3 in', () => {
    const inch = (value: number) => ({ length: value * 25_400, width: 100_000, height: 100_000 });
    const tray = (length: string) => {
      const size = { length, width: '10 cm', height: '10 cm' };
      return orderOf(Packaging.parse({ ...SAMPLE_CARTON, inside: size, outside: size, mostLoad: null }));
    };
    expect(packParcels([goods(0, 10, inch(4), { upright: true })], tray('101.6 cm'))).toHaveLength(1);
    expect(packParcels([goods(0, 3, inch(0.1), { upright: true })], tray('0.3 in'))).toHaveLength(1);
  });
});

describe('the shop’s own packaging', () => {
  const small = packaging('small', [20, 15, 10], { tare: '120 g', cost: 90, mostLoad: '5 kg' });
  const large = packaging('large', [45, 35, 30], { tare: '600 g', cost: 240, mostLoad: '20 kg' });

  test('the smallest that holds everything; tare is added once a carton', () => {
    const [parcel, ...others] = packParcels([goods(0, 6, cm(5, 5, 5), { weight: KILO / 2 })], orderOf(large, small));
    expect(others).toEqual([]);
    expect(parcel).toMatchObject({ packaging: 'small', contentsWeight: 3 * KILO, tare: 120_000_000, packedWeight: 3_120_000_000 });
  });

  test('the greatest load parts what the room would hold, each with its own tare', () => {
    const parcels = packParcels([goods(0, 9, cm(5, 5, 5), { weight: KILO })], orderOf(small));
    expect(parcels).toHaveLength(2);
    expect(parcels.reduce((sum, { packedWeight }) => sum + packedWeight, 0)).toBe(9 * KILO + 2 * 120_000_000);
  });

  test('a given cost decides: two small ones where one large one is dearer', () => {
    const list = [goods(0, 2, cm(18, 14, 9))];
    expect(packParcels(list, orderOf(small, large)).map(({ packaging: id }) => id)).toEqual(['large']);
    const cost: PackingOrder['cost'] = ({ carton }) => (carton.id === 'large' ? 1000 : 400);
    expect(packParcels(list, { ...orderOf(small, large), cost }).map(({ packaging: id }) => id)).toEqual(['small', 'small']);
  });

  test('this side up keeps its height; without it the thing is laid down', () => {
    const flat = orderOf(packaging('flat', [30, 30, 8]));
    expect(packParcels([goods(0, 1, cm(6, 6, 20))], flat).map(({ how }) => how)).toEqual(['packed']);
    expect(packParcels([goods(0, 1, cm(6, 6, 20), { upright: true })], flat).map(({ how }) => how)).toEqual(['fitsNothing']);
  });

  test('a tube takes one thing into its round, several into the square inside it', () => {
    const tube = orderOf(packaging('tube', [80, 10, 10], { kind: 'tube' }));
    expect(packParcels([goods(0, 1, cm(70, 8, 6))], tube).map(({ how }) => how)).toEqual(['packed']);
    expect(packParcels([goods(0, 1, cm(70, 8, 6.1))], tube).map(({ how }) => how)).toEqual(['fitsNothing']);
    expect(packParcels([goods(0, 2, cm(35, 8, 6))], tube)).toHaveLength(2);
    expect(packParcels([goods(0, 4, cm(70, 3, 3))], tube)).toHaveLength(1);
  });

  test('a pallet takes what fits nothing else, not every order of two cartons', () => {
    const pallet = packaging('pallet', [118, 98, 160], { kind: 'pallet', tare: '22 kg' });
    const list = [goods(0, 2, cm(44, 34, 29)), goods(1, 1, cm(90, 80, 70))];
    expect(packParcels(list, orderOf(pallet, large)).map(({ packaging: id }) => id)).toEqual(['large', 'large', 'pallet']);
    expect(packParcels([goods(0, 2, cm(44, 34, 29))], orderOf(pallet)).map(({ packaging: id }) => id)).toEqual(['pallet']);
  });

  test('own boxes and what fits nothing travel alone, in their own size', () => {
    const parcels = packParcels([goods(0, 3, cm(30, 20, 20), { ownBox: true }), goods(1, 1, cm(200, 5, 5))], orderOf(small));
    expect(parcels.map(({ how, count, packaging: id, tare }) => [how, count, id, tare])).toEqual([
      ['ownBox', 3, null, 0],
      ['fitsNothing', 1, null, 0],
    ]);
    expect(parcels[1]?.outside).toEqual(cm(200, 5, 5));
  });

  test('without a size: by weight, into what is packed already or the usual packaging', () => {
    const loose = goods(1, 2, null, { weight: 2 * KILO });
    const [beside] = packParcels([goods(0, 1, cm(5, 5, 5)), loose], orderOf(small, large));
    expect(beside).toMatchObject({ how: 'byWeight', packaging: 'small', loose: [{ line: 1, quantity: 2 }] });
    expect(packParcels([loose], { ...orderOf(small, large), usual: 'large' })).toMatchObject([
      { packaging: 'large', packedWeight: 4.6 * KILO },
    ]);
    expect(packParcels([{ ...loose, quantity: 7 }], orderOf(small)).map(({ count, loose: held }) => [count, held[0]?.quantity])).toEqual([
      [3, 2],
      [1, 1],
    ]);
  });

  test('more pieces than are placed one by one are counted, and none is lost', () => {
    const list = Array.from({ length: 500 }, (_, line) => goods(line, 100_000, cm(5, 5, 5)));
    const parcels = packParcels(list, orderOf(large));
    const packed = parcels.flatMap(({ contents, count }) => contents.map(({ quantity }) => quantity * count));
    expect(packed.reduce((sum, quantity) => sum + quantity, 0)).toBe(50_000_000);
    expect(parcels.every(({ contentsWeight }) => contentsWeight <= 20 * KILO)).toBe(true);
    expect(packParcels([goods(0, MOST_PLACED, cm(5, 5, 5))], orderOf(large)).every(({ how }) => how === 'packed')).toBe(true);
  });
});

test('what goods were packed into before is what they are packed into anew, however little may be looked at', () => {
  const met = new Met();
  const side = fc.integer({ min: 2, max: 12 });
  const line = fc.tuple(fc.integer({ min: 1, max: 6 }), side, side, side);
  const most = fc.integer({ min: 3, max: 17 }).map((power) => 2 ** power);
  fc.assert(
    fc.property(fc.array(line, { minLength: 1, maxLength: 3 }), fc.array(most, { minLength: 2, maxLength: 4 }), (lines, efforts) => {
      const list = lines.map(([quantity, ...size], at) => goods(at, quantity, cm(...size)));
      const packing = orderOf(packaging('a', [12, 12, 12]), packaging('b', [20, 14, 13]));
      const before = { packing, sampleCarton: false, parcels: new Map() };
      for (const effort of efforts) {
        const kept = before.parcels.size;
        const anew = packParcels(list, packing, new Effort(effort));
        expect(packed(before, list, effort)).toEqual(anew);
        met.note('found again', kept === before.parcels.size);
        met.note('searched anew', kept > 0 && kept < before.parcels.size);
      }
    }),
    { numRuns: 400 },
  );
  met.enough(50, 'found again', 'searched anew');
});

// Laws: every thing is packed once, nothing overlaps or sticks out, loads hold, nothing lies over fragile goods, and
// the order of the lines plays no part.
test('any goods in any cartons', () => {
  const side = fc.integer({ min: 1, max: 50 });
  const line = fc.record({
    quantity: fc.integer({ min: 1, max: 4 }),
    size: fc.option(fc.tuple(side, side, side), { freq: 8 }),
    weight: fc.integer({ min: 0, max: 4000 }),
    upright: fc.boolean(),
    fragile: fc.boolean(),
    ownBox: fc.boolean(),
  });
  const carton = fc.tuple(side, side, side, fc.option(fc.integer({ min: 1, max: 9 })));
  const property = fc.property(
    fc.array(line, { minLength: 1, maxLength: 6 }),
    fc.array(carton, { minLength: 1, maxLength: 4 }),
    (lines, cartons) => {
      const list = lines.map(({ size, weight, ...rest }, at) =>
        goods(at, rest.quantity, size && cm(...size), { ...rest, weight: weight * 1_000_000, ownBox: rest.ownBox && at % 3 === 0 }),
      );
      const order = orderOf(
        ...cartons.map(([l, w, h, load], at) =>
          packaging(`c${at}`, [l, w, h], { mostLoad: load === null ? null : `${load} kg`, tare: '10 g' }),
        ),
      );
      const parcels = packParcels(list, order);
      const packed = new Map<number, number>();
      for (const { contents, count } of parcels)
        for (const { line: at, quantity } of contents) packed.set(at, (packed.get(at) ?? 0) + quantity * count);
      expect([...packed].sort(([a], [b]) => a - b)).toEqual(lines.map(({ quantity }, at) => [at, quantity]));
      for (const { placed, inside, packaging: id, contentsWeight } of parcels) {
        if (inside) expectSound(placed, inside);
        const used = order.cartons.find((one) => one.id === id);
        if (used) expect(contentsWeight).toBeLessThanOrEqual(used.room.mostLoad);
        for (const thing of placed) {
          const { fragile, upright, size } = list[thing.line]!;
          if (upright) expect(thing.height).toBe(size?.height);
          const over = placed.filter(
            (other) =>
              other !== thing &&
              other.z >= thing.z + thing.height &&
              other.x < thing.x + thing.length &&
              thing.x < other.x + other.length &&
              other.y < thing.y + thing.width &&
              thing.y < other.y + other.width,
          );
          if (fragile) expect(over).toEqual([]);
        }
      }
      const turned = packParcels([...list].reverse(), order);
      expect(turned.map(({ packaging: id, packedWeight, count }) => `${id} ${packedWeight} ${count}`).sort()).toEqual(
        parcels.map(({ packaging: id, packedWeight, count }) => `${id} ${packedWeight} ${count}`).sort(),
      );
    },
  );
  fc.assert(property, { numRuns: 300 });
});
