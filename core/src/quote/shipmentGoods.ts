import { type MeasureVector, toVector } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import { type GoodsSet, holdsGroup } from '../rate-book/scope.ts';
import type { CartContext } from './cartContext.ts';
import type { CompiledPacking } from './compiledPacking.ts';
import type { MeasuredConsignment } from './consignment.ts';
import { groupOf, measureLines } from './measureCart.ts';
import type { CartLine } from './request.ts';

/** Goods priced by one card: `group` is the card's, null the lane's own. */
export interface Part {
  readonly group: Id | null;
  readonly vector: MeasureVector;
}

/** Some of a consignment's goods by themselves, packed and measured when first asked for. */
export class ShipmentGoods {
  readonly #cart: CartContext;
  readonly #consignment: MeasuredConsignment;
  readonly #whole: MeasureVector;
  readonly #packing: CompiledPacking;
  readonly #apart: ReadonlySet<number>;
  readonly #measured = new Map<string, { readonly consignment: MeasuredConsignment; readonly vector: MeasureVector }>();
  /** By the set of goods and the groups with cards, all lines or the rest without those priced apart. */
  readonly #parts = new Map<GoodsSet | null, Map<readonly Id[], { readonly all?: readonly Part[]; readonly rest?: readonly Part[] }>>();
  readonly #lines = new Map<GoodsSet, readonly number[]>();

  /** @param apart lines whose own charge stands in place of a card */
  constructor(
    cart: CartContext,
    consignment: MeasuredConsignment,
    whole: MeasureVector,
    packing: CompiledPacking,
    apart: ReadonlySet<number>,
  ) {
    this.#cart = cart;
    this.#consignment = consignment;
    this.#whole = whole;
    this.#packing = packing;
    this.#apart = apart;
  }

  #groupOf(line: number): Id | null {
    return groupOf(this.#cart.cart.lines[line] as CartLine, this.#cart.compiled);
  }

  #linesOf(goods: GoodsSet): readonly number[] {
    const held = this.#lines.get(goods) ?? this.#consignment.lines.filter((line) => holdsGroup(goods, this.#groupOf(line)));
    this.#lines.set(goods, held);
    return held;
  }

  /** Some of its lines as a consignment of their own. */
  packedAlone(lines: readonly number[]): { readonly consignment: MeasuredConsignment; readonly vector: MeasureVector } {
    if (lines.length === this.#consignment.lines.length) return { consignment: this.#consignment, vector: this.#whole };
    const key = lines.join(' ');
    const held = this.#measured.get(key);
    if (held) return held;
    const { distance } = this.#consignment.measures;
    const consignment = measureLines(this.#cart, this.#consignment, lines, this.#packing);
    const measured = { consignment, vector: toVector({ ...consignment.measures, distance }) };
    this.#measured.set(key, measured);
    return measured;
  }

  /** The measures of the goods in a set alone, or null where there are none. */
  vectorOf(goods: GoodsSet): MeasureVector | null {
    return this.of(goods)?.vector ?? null;
  }

  /** The goods in a set as a consignment of their own, or null where there are none. */
  of(goods: GoodsSet): { readonly consignment: MeasuredConsignment; readonly vector: MeasureVector } | null {
    const lines = this.#linesOf(goods);
    return lines.length === 0 ? null : this.packedAlone(lines);
  }

  /**
   * The goods by the card that prices them: one part for each group with a card of its own, and one for all others.
   * @param owners groups with cards of their own
   * @param apart leaves out lines whose own charge stands in place of the card
   * @param within only goods of this set
   */
  partsFor(owners: readonly Id[], apart: boolean, within: GoodsSet | null = null): readonly Part[] {
    const byOwners = this.#parts.get(within) ?? new Map();
    this.#parts.set(within, byOwners);
    const held = byOwners.get(owners);
    const known = apart ? held?.rest : held?.all;
    if (known) return known;
    const parts = this.#partsOf(owners, apart, within === null ? this.#consignment.lines : this.#linesOf(within));
    byOwners.set(owners, { ...held, ...(apart ? { rest: parts } : { all: parts }) });
    return parts;
  }

  #partsOf(owners: readonly Id[], apart: boolean, lines: readonly number[]): readonly Part[] {
    const byCard = new Map<Id | null, number[]>();
    for (const line of lines) {
      if (apart && this.#apart.has(line)) continue;
      const group = this.#groupOf(line);
      const card = group !== null && owners.includes(group) ? group : null;
      const held = byCard.get(card);
      if (held) held.push(line);
      else byCard.set(card, [line]);
    }
    return [...byCard].map(([group, some]) => ({ group, vector: this.packedAlone(some).vector }));
  }
}
