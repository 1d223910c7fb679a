import type { Command } from '../commands/commands.ts';
import type { Id } from '../names/naming.ts';
import type { Minor } from '../numbers/units.ts';
import type { CountryCode, SubdivisionCode } from '../places/countries.ts';
import type { Destination, Place } from '../places/place.ts';
import type { NoPromise, PlainDate } from '../promise/promise.ts';
import type { CartLine } from '../quote/request.ts';
import type { Instant } from '../time/calendar.ts';

/** What a fault costs: buyers turned away, money lost, a surprise for buyers, tidiness; or no fault, but worth knowing. */
export type Severity = 'turnedAway' | 'moneyLost' | 'surprise' | 'tidiness' | 'note';

/** The place in the book. Zones of an overlap stand in the order of the book: the first one wins. */
export interface Where {
  readonly zones: readonly Id[];
  readonly service?: Id;
  /** Where goods leave from; null where the shop has no location. */
  readonly origin?: Id | null;
}

/** A cart, address and moment that show a finding; what is left out plays no part. */
export interface Witness {
  readonly destination?: Destination;
  readonly lines?: readonly CartLine[];
  readonly moment?: Instant;
}

/** What is known of each kind of finding, by its code. Money in minor units. */
export interface FindingFacts {
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
    /** Commands for the draft that mend it. */
    readonly repair?: readonly Command[];
  };
}[C];
