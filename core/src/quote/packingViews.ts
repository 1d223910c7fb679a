import { oncePer } from '../once/oncePer.ts';
import type { CompiledBook } from './compile.ts';
import type { CompiledLane } from './compiledLane.ts';
import { packagingOfService } from './compiledPacking.ts';

interface PackingViews {
  /** Sets of packaging that services have of their own, and the book's. */
  readonly sets: number;
  /** Sets of goods that are packed by themselves by some card or charge. */
  readonly goods: number;
}

/** The sets of goods that a lane packs by themselves, as keys. */
function setsOf({ owners, charges }: CompiledLane): string[] {
  const charged = charges.flatMap(({ goods }) => (goods === null ? [] : [JSON.stringify(goods)]));
  return owners.length === 0 ? charged : [...owners, `others ${owners.join(' ')}`, ...charged];
}

const viewsOf = oncePer(({ book, zones }: CompiledBook): PackingViews => {
  const sets = new Set(book.services.map(({ carriage }) => packagingOfService(book.packing, carriage)?.join(' ') ?? ''));
  const goods = new Set(zones.flatMap(({ lanes }) => lanes.flatMap((lane) => (lane ? setsOf(lane) : []))));
  return { sets: sets.add('').size, goods: goods.size };
});

/** How often the goods of one consignment may be packed at most: by every set of packaging, whole and in parts of so many groups. */
export function packingsOf(compiled: CompiledBook, groups: number): number {
  const { sets, goods } = viewsOf(compiled);
  return sets * (groups < 2 ? 1 : 1 + Math.min(goods, 2 ** Math.min(groups, 20)));
}
