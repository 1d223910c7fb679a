import type { Command } from '../commands/commands.ts';
import type { Bounds, CartsOf, Witness } from '../coverage/cartsOf.ts';
import type { Circumstances } from '../coverage/circumstances.ts';
import type { Measure } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import type { Minor } from '../numbers/units.ts';
import type { CountryCode, SubdivisionCode } from '../places/countries.ts';
import type { Place } from '../places/place.ts';
import type { NoPromise, PlainDate } from '../promise/promise.ts';

export type { Bounds, CartsOf, Circumstances, Witness };

/** What a fault costs: buyers turned away, money lost, a surprise for buyers, tidiness; or no fault, but worth knowing. */
export type Severity = 'turnedAway' | 'moneyLost' | 'surprise' | 'tidiness' | 'note';

/** The costliest first. */
export const SEVERITIES: readonly Severity[] = ['turnedAway', 'moneyLost', 'surprise', 'tidiness', 'note'];

/** The place in the book. Zones of an overlap stand in the order of the book: the first one wins. */
export interface Where {
  readonly zones: readonly Id[];
  readonly service?: Id;
  /** Where goods leave from; null where the shop has no location. */
  readonly origin?: Id | null;
}

/** Where a service ends beside carts that go without: below them or above, and by what. */
export interface Edge {
  readonly service: Id;
  readonly side: 'below' | 'above';
  readonly measure: Measure;
  /** As entered, in base units. */
  readonly bound: number;
}

/** A price that changes at a bound: what is paid just below it (or on it, where it belongs there) and just above. Minor units. */
export interface Step {
  readonly measure: Measure;
  readonly bound: number;
  readonly before: Minor;
  readonly after: Minor;
  /** What was held: the value of the item, or its weight in micrograms. */
  readonly at: number;
  /** What it takes besides the goods; absent where it is so for any cart, here and now. */
  readonly only?: Circumstances;
}

/** What is known of each kind of finding, by its code. Money in minor units. */
export interface FindingFacts {
  /** Carts that no service of a zone takes, with the services that end beside them. */
  readonly noOption: CartsOf & { readonly edges: readonly Edge[] };
  /** Carts whose buyers are told to ask, and no more. */
  readonly onlyAsk: CartsOf & { readonly services: readonly Id[] };
  /** Carts of goods of all these groups whose buyers are told to ask, though goods of each group by themselves have a price. */
  readonly onlyAskTogether: CartsOf & { readonly services: readonly Id[] };
  /** Carts that get an option only while a carrier answers. */
  readonly onlyCarrier: CartsOf & { readonly services: readonly Id[] };
  /** A heavier item pays less than a lighter one of the same value: over the bound it is cheaper. Items at each side of it show it. */
  readonly heavierPaysLess: Step;
  /** An item of more value pays more than one of the same weight: from the bound on it is dearer. */
  readonly richerPaysMore: Step;
  /** What is free up to a weight is not above it. */
  readonly freeStops: Step;
  /** One gram more costs far more. */
  readonly tallStep: Step;
  /** Goods worth a little less than a bound come, with their delivery, to more than goods at the bound. */
  readonly justUnder: Step & { readonly from: Minor };
  /** What the prices give for nothing costs something by charges. */
  readonly chargedWhenFree: { readonly charges: readonly Id[]; readonly price: Minor; readonly only?: Circumstances };
  /** Another service is offered whenever this one is, costs no more and takes no longer. */
  readonly neverBetter: { readonly other: Id };
  /** A price that no cart can come to, for other limits keep it away. */
  readonly neverReached: { readonly bounds: Bounds; readonly tier: number };
  /** Two prices side by side that are the same. */
  readonly sameTiers: { readonly measure: Measure; readonly bound: number; readonly tier: number };
  /** Dates that are over for good. */
  readonly neverAgain: { readonly of: 'lane' | 'charge' | 'allowance'; readonly id: Id; readonly until: PlainDate };
  /** A charge or reduction of services that are offered nowhere it holds. */
  readonly holdsNowhere: { readonly of: 'charge' | 'allowance'; readonly id: Id };
  /** Goods that fit no packaging in use, and travel in no box of their own. */
  readonly fitsNoBox: { readonly products: readonly string[]; readonly count: number };
  /** Delivery is free where carriage costs more than a stated share of the goods: the worst of them, by a survey. Basis points. */
  readonly freeIsDear: {
    readonly probe: string;
    readonly cost: Minor;
    readonly value: Minor;
    readonly share: number;
    readonly times: number;
  };
  /** A price, without tax, that does not pay for the packaging it travels in; of what a carrier asked besides, where a survey says. */
  readonly cartonNotCovered: { readonly price: Minor; readonly carton: Minor; readonly carriage: Minor | null };
  /** A coupon that carts are tried with, and no service or reduction asks for. */
  readonly unusedCoupon: { readonly coupon: string; readonly trials: readonly string[] };
  /** Texts buyers of a language read untranslated: the first of them. */
  readonly untranslated: { readonly locale: string; readonly texts: readonly string[]; readonly count: number };
  /** A packaging that weighs nothing. */
  readonly noTare: { readonly packaging: Id };
  /** Goods whose weight, or size, is not known. */
  readonly noWeight: { readonly products: readonly string[]; readonly count: number };
  readonly noSize: { readonly products: readonly string[]; readonly count: number };
  /** A zone without any service. */
  readonly zoneWithoutService: Record<never, never>;
  /** A served country that lies in no zone, and parts of one. */
  readonly leftOver: { readonly country: CountryCode };
  readonly leftOverParts: { readonly country: CountryCode; readonly subdivisions: readonly SubdivisionCode[] };
  /** Zones are made of parts of a country that no postal code tells: whoever asks must send the province. */
  readonly provinceToSend: { readonly country: CountryCode; readonly subdivisions: readonly SubdivisionCode[] };
  /** Delivery is taxed, but not in a zone, though others in its countries are: the rates of those, in basis points. */
  readonly untaxed: { readonly rates: readonly number[] };
  /** Two zones claim a place, postal rules or shapes equally closely. */
  readonly overlap: { readonly place: Place };
  readonly overlapPostal: { readonly country: CountryCode; readonly rules: readonly string[] };
  readonly overlapShapes: { readonly names: readonly [string, string] };
  /** Some options of a zone carry dates and others do not; goods that wait for nothing show it. */
  readonly datesOnSome: { readonly dated: readonly Id[]; readonly undated: readonly { readonly service: Id; readonly why: NoPromise }[] };
  /** A promise names a public holiday of where goods leave from or go to. */
  readonly promiseOnHoliday: { readonly date: PlainDate; readonly name: string; readonly first: PlainDate; readonly last: PlainDate };
  /** A lane's own price, without tax, is less than its carrier asked for in a survey: the probe it loses most on, and how many lose. */
  readonly belowCost: { readonly probe: string; readonly price: Minor; readonly cost: Minor; readonly times: number };
}

export type FindingCode = keyof FindingFacts;

/** A fault or risk that analysis proves about a rate book. */
export type Finding<C extends FindingCode = FindingCode> = {
  [K in C]: {
    readonly code: K;
    readonly severity: Severity;
    readonly where: Where;
    readonly facts: FindingFacts[K];
    readonly witness?: Witness;
    /** The cart it is to be held against, such as the lighter one that pays more. */
    readonly other?: Witness;
    /** Commands for the draft that mend it. */
    readonly repair?: readonly Command[];
  };
}[C];
