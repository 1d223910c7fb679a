import type { Measure, Measures } from '../measures/measure.ts';
import type { Place } from '../places/place.ts';
import type { FreeFrom } from '../rate-book/lane.ts';
import type { Id } from '../rate-book/rateBook.ts';

/** One row of a price. Amounts are minor units of the shop's currency; the rows of a ledger add up to the price. */
export type LedgerRow =
  | { code: 'flat'; amount: number }
  | {
      code: 'tier';
      measure: Measure;
      measured: number;
      /** Upper bound of the tier before; absent in the first. */
      above?: number;
      /** Upper bound of this tier; absent above the last. */
      upTo?: number;
      amount: number;
    }
  | { code: 'freeFrom'; measure: FreeFrom['measure']; measured: number; from: number; amount: number };

/** Why a service is withheld. Amounts are in base units of the measure: micrograms, minor units or items. */
export type Reason =
  | { code: 'noLane' }
  | { code: 'belowLimit'; measure: Measure; measured: number; bound: number; difference: number }
  | { code: 'aboveLimit'; measure: Measure; measured: number; bound: number; difference: number }
  | { code: 'aboveTopTier'; measure: Measure; measured: number; bound: number; difference: number }
  | { code: 'tierNotOffered'; measure: Measure; measured: number; above?: number; upTo?: number };

/** How much more must be in the cart for free delivery. */
export interface MoreForFree {
  readonly measure: FreeFrom['measure'];
  readonly from: number;
  readonly more: number;
}

export type Offer =
  | { status: 'priced'; service: Id; price: number; ledger: readonly LedgerRow[]; moreForFree?: MoreForFree }
  | { status: 'refer'; service: Id };

export interface Withheld {
  readonly status: 'withheld';
  readonly service: Id;
  readonly reasons: readonly [Reason, ...Reason[]];
}

export type PlaceAnswer =
  | { status: 'zone'; zone: Id; place: Place; rivals: readonly Id[] }
  | { status: 'notServed' }
  | { status: 'noZone' };

export type Remark = { code: 'lineWithoutWeight'; line: number } | { code: 'nothingToDeliver' };

/** The answer for a cart, for the owner. */
export interface Quote {
  readonly place: PlaceAnswer;
  readonly measures: Measures;
  readonly options: readonly Offer[];
  readonly withheld: readonly Withheld[];
  /** The shop's words where no option is offered. */
  readonly message?: string;
  readonly remarks: readonly Remark[];
}
