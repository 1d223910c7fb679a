import type { Measure, Measures } from '../measures/measure.ts';
import type { Place } from '../places/place.ts';
import type { FreeFrom } from '../rate-book/lane.ts';
import type { Id } from '../rate-book/naming.ts';
import type { MeasuredConsignment } from './measureCart.ts';

/** The consignment a row or reason belongs to, where a cart has several. */
interface OfConsignment {
  readonly consignment?: number;
}

/** One row of a price. Amounts are minor units of the shop's currency; the rows of a ledger add up to the price. */
export type LedgerRow = OfConsignment &
  (
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
    | { code: 'freeFrom'; measure: FreeFrom['measure']; measured: number; from: number; amount: number }
  );

/** Why a service is withheld. Amounts are in base units of the measure: micrograms, micrometres, minor units, items or parcels. */
export type Reason = OfConsignment &
  (
    | { code: 'noLane' }
    | { code: 'belowLimit'; measure: Measure; measured: number; bound: number; difference: number }
    | { code: 'aboveLimit'; measure: Measure; measured: number; bound: number; difference: number }
    | { code: 'aboveTopTier'; measure: Measure; measured: number; bound: number; difference: number }
    | { code: 'tierNotOffered'; measure: Measure; measured: number; above?: number; upTo?: number }
    /** No location may ship these goods. */
    | { code: 'noOrigin' }
  );

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
  | {
      status: 'zone';
      zone: Id;
      place: Place;
      /** The line of a postal list that matched. */
      rule?: string;
      /** Distance from the location of a circle, in millimetres. */
      distance?: number;
      rivals: readonly Id[];
    }
  | { status: 'notServed' }
  | { status: 'noZone' };

export type Remark =
  | { code: 'lineWithoutWeight' | 'lineWithoutSize' | 'fitsNothing' | 'noOrigin'; line: number }
  | { code: 'nothingToDeliver' }
  /** No packaging is in use. */
  | { code: 'sampleCarton' }
  /** More pieces than are placed one by one. */
  | { code: 'tooManyToPlace' }
  /** Zones ask where the address lies, and it is not known. */
  | { code: 'noPoint' };

/** The part of a cart that travels together, with its own options. */
export interface ConsignmentQuote extends MeasuredConsignment {
  readonly options: readonly Offer[];
  readonly withheld: readonly Withheld[];
}

/** The answer for a cart, for the owner. */
export interface Quote {
  readonly place: PlaceAnswer;
  readonly measures: Measures;
  /** Of several consignments, the services that take all of them, at the sum of their prices. */
  readonly options: readonly Offer[];
  readonly withheld: readonly Withheld[];
  readonly consignments: readonly ConsignmentQuote[];
  /** The shop's words where no option is offered. */
  readonly message?: string;
  readonly remarks: readonly Remark[];
}
