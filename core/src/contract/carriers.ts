import { z } from 'zod';
import { CarrierServiceCode } from '../carriers/carriage.ts';
import { RateAnswer } from '../carriers/rateAnswer.ts';
import { AskedParcel, RateAsk } from '../carriers/rateAsk.ts';
import { Tariff } from '../carriers/tariff.ts';
import { Currency } from '../money/currency.ts';
import { Minor } from '../money/money.ts';
import { Id, Name } from '../names/naming.ts';
import { Packaging } from '../packing/packaging.ts';
import { CountryCode, SubdivisionCode } from '../places/countries.ts';
import { PostalCode } from '../places/postal.ts';
import { Survey, SurveyRequest } from '../surveys/survey.ts';
import { ClosedDays } from '../time/closedDays.ts';

/** One of a carrier's services as the shop knows it. */
export const KnownService = z.strictObject({
  code: CarrierServiceCode,
  name: z.string(),
  note: z.string(),
  /** Appeared after the account was opened, and not looked at yet. */
  fresh: z.boolean(),
  /** The carrier does not list it any more. */
  gone: z.boolean(),
});
export type KnownService = z.infer<typeof KnownService>;

/** What happens with services that a carrier begins to offer: nothing, or they join the draft. Either way with a notice. */
export const NewServices = z.enum(['off', 'draft']);
export type NewServices = z.infer<typeof NewServices>;

/** An account with a carrier; its key is never shown. */
export const CarrierAccount = z.strictObject({
  id: Id,
  name: Name,
  /** A connection over the network, or a price list that was loaded. */
  kind: z.enum(['service', 'tariff']),
  carrier: Id.nullable(),
  currency: Currency,
  /** When its key was set; null where it has none. */
  keySetAt: z.iso.datetime().nullable(),
  /** Its key can be read no more and must be entered again. */
  keyLost: z.boolean(),
  newServices: NewServices,
  services: z.array(KnownService),
  tariff: Tariff.nullable(),
  /** Of the circuit breaker: asked, left alone for a while after failures, or asked once to see. */
  circuit: z.enum(['closed', 'open', 'halfOpen']),
});
export type CarrierAccount = z.infer<typeof CarrierAccount>;

/** A failure of a carrier, for the owner. */
export const CarrierFault = z.strictObject({ at: z.iso.datetime(), account: Id, why: z.string(), detail: z.string() });
export type CarrierFault = z.infer<typeof CarrierFault>;

export const CarrierState = z.strictObject({
  accounts: z.array(CarrierAccount),
  /** Carriers there is a connection for. */
  carriers: z.array(z.strictObject({ id: Id, name: Name, currency: Currency })),
  /** The latest failures, newest first. */
  faults: z.array(CarrierFault),
  /** Milliseconds an answer may take, and how long one holds. */
  limits: z.strictObject({ timeLimit: z.int(), keptFor: z.int() }),
});
export type CarrierState = z.infer<typeof CarrierState>;

/** Only what a header can carry (RFC 9110, section 5.5), and of that what everybody reads alike. */
const Key = z
  .string()
  .trim()
  .min(1, 'Enter the account key')
  .max(200, 'At most 200 characters')
  .regex(/^[\x20-\x7e]*$/, 'An account key is one line of plain letters, digits and signs');

export const OpenAccount = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('service'), id: Id, name: Name, carrier: Id, key: Key }),
  z.strictObject({ kind: z.literal('tariff'), id: Id, name: Name, currency: Currency, tariff: Tariff }),
]);
export type OpenAccount = z.infer<typeof OpenAccount>;

export const EditAccount = z.strictObject({
  name: Name.optional(),
  key: Key.optional(),
  newServices: NewServices.optional(),
  tariff: Tariff.optional(),
  /** New services have been looked at. */
  seen: z.literal(true).optional(),
  /** Its prices have been looked at and are right, however far they are from what was usual. */
  trusted: z.literal(true).optional(),
});
export type EditAccount = z.infer<typeof EditAccount>;

export const AskRates = z.strictObject({ asks: z.array(RateAsk).min(1).max(2000) });
/** The answers in the order of the questions, with how long each took in milliseconds and where it came from. */
export const RatesAnswered = z.strictObject({
  answers: z.array(z.strictObject({ answer: RateAnswer, ms: z.number(), from: z.enum(['carrier', 'kept', 'tariff']) })),
});
export type RatesAnswered = z.infer<typeof RatesAnswered>;

/** Somebody a label is written to or from. */
export const LabelAddress = z.strictObject({
  name: z.string().trim().max(80),
  street: z.string().trim().max(80),
  city: z.string().trim().max(80),
  country: CountryCode,
  subdivision: SubdivisionCode.optional(),
  postalCode: PostalCode.optional(),
});
export type LabelAddress = z.infer<typeof LabelAddress>;

export const LabelRequest = z.strictObject({
  account: Id,
  service: CarrierServiceCode,
  from: LabelAddress,
  to: LabelAddress,
  residential: z.boolean(),
  parcel: AskedParcel,
  declaredValue: Minor.nullable(),
  reference: z.string().trim().max(40, 'At most 40 characters'),
  /** The same key never makes a second label. */
  once: z.string().min(8).max(80),
});
export type LabelRequest = z.infer<typeof LabelRequest>;

export const LabelMade = z.strictObject({ tracking: z.string(), cost: Minor, pdf: z.string() });
export type LabelMade = z.infer<typeof LabelMade>;

/** Boxes and envelopes a carrier gives: added to the shop's packaging they serve its own services alone. */
export const CarrierPackagingList = z.strictObject({ packaging: z.array(Packaging).max(60) });

export const CarrierClosedDays = z.strictObject({ closed: z.array(ClosedDays) });

/** A survey under way or done. */
export const SurveyState = z.strictObject({
  id: Id,
  name: Name,
  at: z.iso.datetime(),
  status: z.enum(['running', 'done', 'failed']),
  /** Questions answered, of how many. */
  done: z.int(),
  total: z.int(),
});
export type SurveyState = z.infer<typeof SurveyState>;
export const SurveyList = z.strictObject({ surveys: z.array(SurveyState) });
export { Survey, SurveyRequest };
