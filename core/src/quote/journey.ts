import type { Allowance } from '../rate-book/allowance.ts';
import type { Charge } from '../rate-book/charge.ts';
import type { CompiledZone } from './compile.ts';
import type { CompiledLane } from './compiledLane.ts';
import type { Shipment } from './shipment.ts';
import type { Standing } from './standing.ts';

/** One consignment of an order and the zone it goes to. */
export interface Leg {
  readonly zone: CompiledZone | undefined;
  readonly shipment: Shipment;
}

/** All consignments of an order as one service takes them: what counts once an order is settled between them. */
export class Journey {
  readonly legs: readonly Leg[];
  readonly #shares = new Map<Allowance, Map<number, readonly number[]>>();
  readonly #standings = new Map<number, readonly (Standing | null)[]>();

  constructor(legs: readonly Leg[]) {
    this.legs = legs;
  }

  /** The lane by which the service of another lane takes a consignment, with the consignment as it sees it. */
  leg(at: number, { slot }: Pick<CompiledLane, 'slot'>): { readonly lane: CompiledLane; readonly shipment: Shipment } | null {
    const leg = this.legs[at];
    const lane = leg?.zone?.lanes[slot];
    return leg && lane ? { lane, shipment: leg.shipment.seenBy(lane) } : null;
  }

  /** Whether a charge per order already lies on an earlier consignment: the first that its scope holds for bears it. */
  isBorneBefore(charge: Charge, lane: CompiledLane, at: number): boolean {
    for (let earlier = 0; earlier < at; earlier += 1) {
      const leg = this.leg(earlier, lane);
      const rule = leg?.lane.charges.find((one) => one.charge === charge);
      if (leg && rule && (rule.goods === null || leg.shipment.goods.of(rule.goods) !== null)) return true;
    }
    return false;
  }

  /** How the price of every consignment stands before allowances, worked out once for each service. */
  standings({ slot }: CompiledLane, workOut: () => readonly (Standing | null)[]): readonly (Standing | null)[] {
    const held = this.#standings.get(slot) ?? workOut();
    this.#standings.set(slot, held);
    return held;
  }

  /** What each consignment gets of an amount given once, worked out once for each service. */
  sharesOf(allowance: Allowance, { slot }: CompiledLane, workOut: () => readonly number[]): readonly number[] {
    const bySlot = this.#shares.get(allowance) ?? new Map<number, readonly number[]>();
    this.#shares.set(allowance, bySlot);
    const shares = bySlot.get(slot) ?? workOut();
    bySlot.set(slot, shares);
    return shares;
  }
}

/** A consignment's place in its order; null where it is the only one. */
export type Standpoint = { readonly journey: Journey; readonly at: number } | null;
