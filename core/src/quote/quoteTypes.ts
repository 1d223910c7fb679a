import type { Carriage } from '../carriers/carriage.ts';
import type { BilledParcel, Silence } from '../carriers/rateAnswer.ts';
import type { Transit } from '../dispatch/dispatchCalendar.ts';
import type { Measure, Measures, ValueMeasure } from '../measures/measure.ts';
import type { Ending } from '../money/ending.ts';
import type { Id } from '../names/naming.ts';
import type { BasisPoints, Millimetres, Minor } from '../numbers/units.ts';
import type { AddressHint } from '../places/addressHints.ts';
import type { Place } from '../places/place.ts';
import type { ArrivalPromise, NoPromise } from '../promise/promise.ts';
import type { Effect } from '../rate-book/allowance.ts';
import type { Bound } from '../rate-book/card.ts';
import type { ChargeAmount } from '../rate-book/charge.ts';
import type { FreeFrom } from '../rate-book/lane.ts';
import type { DateWindow, Weekday } from '../time/calendar.ts';
import type { MeasuredConsignment } from './consignment.ts';

/** The consignment a row or reason belongs to, where a cart has several. */
interface OfConsignment {
  readonly consignment?: number;
}

/** The goods group whose card a row comes from, where a lane has several; null is the lane's own card. */
interface OfGroup {
  readonly group?: Id | null;
}

/** A stretch of a measure and what was measured. `above` is absent in the first, `upTo` above the last. Base units. */
export interface Stretch {
  readonly measure: Measure;
  readonly measured: number;
  readonly above?: number;
  readonly upTo?: number;
}

/** How an amount that is no fixed sum came about. */
export type Rate =
  | { readonly kind: 'perUnit'; readonly base: number; readonly each: Minor; readonly unit: Bound; readonly units: number }
  | { readonly kind: 'percent'; readonly basisPoints: BasisPoints; readonly of: ValueMeasure; readonly value: Minor };

interface WithRate {
  readonly rate?: Rate;
}

/** One row of a card's price. */
export type CardRow = OfGroup & { readonly amount: Minor } & (
    | { readonly code: 'flat' | 'chargesOnly' }
    /** `band`: one of several rows of a graduated card. */
    | ({ readonly code: 'tier' | 'band' } & Stretch & WithRate)
    | ({ readonly code: 'twoWay'; readonly row: Stretch; readonly column: Stretch } & WithRate)
    | {
        readonly code: 'firstAndFurther';
        readonly measure: Measure;
        readonly measured: number;
        readonly first: number;
        readonly further: number;
      }
    | ({ readonly code: 'rate'; readonly measure: Measure; readonly measured: number } & Required<WithRate>)
    | { readonly code: 'cardFloor' | 'cardCap'; readonly bound: number }
    /** Its price is within that of a dearer card. */
    | { readonly code: 'joined'; readonly price: Minor }
    | { readonly code: 'furtherCard' }
  );

/** Where rows of a card are put. */
export interface CardRows {
  push(...rows: CardRow[]): unknown;
}

/** One row of a price. Amounts are minor units of the shop's currency; the rows of a ledger add up to the price. */
export type LedgerRow = OfConsignment &
  (
    | CardRow
    | {
        readonly code: 'ownCharge';
        /** Index of the cart's line. */
        readonly line: number;
        readonly how: 'instead' | 'onTop';
        readonly each: Minor;
        readonly quantity: number;
        readonly amount: Minor;
      }
    | {
        readonly code: 'charge';
        readonly charge: Id;
        readonly name: string;
        readonly basis: ChargeAmount;
        /** Parcels, items or started units counted, or the sum a percentage was taken of. */
        readonly counted: number;
        readonly amount: Minor;
        /** Raised to the charge's least, or lowered to its greatest. */
        readonly held?: 'floor' | 'cap';
      }
    /** What the carrier asks, and what is added to it. */
    | { readonly code: 'carrierRate'; readonly carrier: string; readonly name: string; readonly amount: Minor }
    | {
        readonly code: 'markup';
        readonly basisPoints: BasisPoints;
        readonly fixed: number;
        readonly amount: Minor;
        readonly held?: 'floor' | 'cap';
      }
    /** Tax that becomes part of a carrier's price, which is without it. */
    | { readonly code: 'carrierTax'; readonly basisPoints: BasisPoints; readonly amount: Minor }
    | { readonly code: 'laneFloor' | 'laneCap'; readonly bound: number; readonly amount: Minor }
    | {
        readonly code: 'freeFrom';
        readonly measure: FreeFrom['measure'];
        readonly measured: number;
        readonly from: number;
        readonly amount: Minor;
      }
    | { readonly code: 'allowance'; readonly allowance: Id; readonly name: string; readonly effect: Effect; readonly amount: Minor }
    | { readonly code: 'ending'; readonly ending: Ending; readonly amount: Minor }
    | { readonly code: 'tax'; readonly basisPoints: BasisPoints; readonly amount: Minor }
  );

/** Why a service is withheld. Amounts are in base units of the measure: micrograms, micrometres, minor units, items or parcels. */
export type Reason = OfConsignment &
  (
    | { readonly code: 'noLane' }
    | {
        readonly code: 'belowLimit' | 'aboveLimit';
        readonly measure: Measure;
        readonly measured: number;
        readonly bound: number;
        readonly difference: number;
        /** What the buyer must add to the cart, before discounts, where that is not the difference. */
        readonly more?: number | null;
      }
    | ({
        readonly code: 'aboveTopTier';
        readonly measure: Measure;
        readonly measured: number;
        readonly bound: number;
        readonly difference: number;
      } & OfGroup)
    | ({ readonly code: 'tierNotOffered' } & Stretch & OfGroup)
    | ({ readonly code: 'crossingNotOffered'; readonly row: Stretch; readonly column: Stretch } & OfGroup)
    /** Goods that the lane does not take; null is the default group. */
    | { readonly code: 'goodsRefused'; readonly groups: readonly (Id | null)[] }
    | { readonly code: 'couponNeeded' }
    | { readonly code: 'outsideDates'; readonly dates: DateWindow; readonly date: string | null }
    | { readonly code: 'wrongWeekday'; readonly weekdays: readonly Weekday[]; readonly weekday: Weekday | null }
    /** A distance decides, and where the address lies is not known. */
    | { readonly code: 'pointUnknown' }
    /** The address lies outside the area of a round. */
    | { readonly code: 'outsideRound' }
    /** No location may ship these goods. */
    | { readonly code: 'noOrigin' }
    /** Nothing in the cart is delivered. */
    | { readonly code: 'nothingToDeliver' }
    /** The carrier does not take it, in its own words. */
    | { readonly code: 'carrierDeclined'; readonly carrier: string; readonly message: string }
    | { readonly code: 'carrierSilent'; readonly carrier: string; readonly why: Silence; readonly detail?: string }
    /** The address is not served, or in no zone. */
    | { readonly code: 'noZone' }
  );

/** How much more must be in the cart, before discounts, for free delivery. */
export interface MoreForFree {
  readonly measure: FreeFrom['measure'];
  readonly from: number;
  readonly more: number;
}

/** Tax on delivery: a part of the price, or, where added, a row of its ledger. */
export interface DeliveryTax {
  readonly mode: 'included' | 'added';
  readonly basisPoints: BasisPoints;
  readonly amount: Minor;
}

/** What the carrier of a consignment says, for the owner only. Minor units of the shop's currency. */
export type CarrierSide = Pick<Carriage, 'account' | 'carrier' | 'service'> &
  (
    | {
        readonly kind: 'rate';
        readonly name: string;
        readonly amount: Minor;
        readonly rows: readonly { readonly name: string; readonly amount: Minor }[];
        readonly parcels: readonly BilledParcel[];
      }
    | { readonly kind: 'declined'; readonly message: string }
    | { readonly kind: 'silent'; readonly why: Silence; readonly detail?: string }
  );

export type Offer =
  | {
      readonly status: 'priced';
      readonly service: Id;
      readonly price: Minor;
      readonly ledger: readonly LedgerRow[];
      readonly moreForFree?: MoreForFree;
      readonly tax?: DeliveryTax;
      readonly transit?: Transit;
      /** When it arrives; else why there is no telling. */
      readonly promise?: ArrivalPromise;
      readonly undated?: NoPromise;
      /** What its carrier says, one for each consignment; never leaves through the public API. */
      readonly carriers?: readonly CarrierSide[];
      /** What its packaging costs the shop; told beside what carriers say, and never to the public. */
      readonly packaging?: Minor;
      /** The carrier did not answer: the price is that of the lane's own card, or of another service. */
      readonly standIn?: { readonly kind: 'card' } | { readonly kind: 'service'; readonly service: Id };
      /** How far away a counter is, in millimetres, where the buyer is told. */
      readonly distance?: Millimetres;
    }
  | { readonly status: 'refer'; readonly service: Id; readonly words?: string };

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
      distance?: Millimetres;
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
  /** Zones or lanes ask where the address lies, and it is not known. */
  | { code: 'noPoint' }
  /** What the address numbered `to` lacks, or says in two ways. */
  | ({ readonly to: number } & AddressHint)
  /** The shop sends no order to several addresses. */
  | { code: 'oneAddressOnly' }
  /** An order to several addresses has more items than the shop takes. */
  | { code: 'tooManyItemsForAddresses'; items: number; most: number };

/** Measures as they are told: a distance that is not known is null. */
export type ToldMeasures = Omit<Measures, 'distance'> & { readonly distance: Millimetres | null };

/** The part of a cart that travels together, with its own options. */
export interface ConsignmentQuote extends Omit<MeasuredConsignment, 'measures'> {
  readonly measures: ToldMeasures;
  readonly options: readonly Offer[];
  readonly withheld: readonly Withheld[];
}

/** The answer for a cart, for the owner. */
export interface Quote {
  /** Where the first address falls. */
  readonly place: PlaceAnswer;
  /** Where each further address falls. */
  readonly otherPlaces: readonly PlaceAnswer[];
  readonly measures: ToldMeasures;
  /** Of several consignments, the services that take all of them, at the sum of their prices. */
  readonly options: readonly Offer[];
  readonly withheld: readonly Withheld[];
  readonly consignments: readonly ConsignmentQuote[];
  /** The shop's words where no option is offered. */
  readonly message?: string;
  readonly remarks: readonly Remark[];
}
