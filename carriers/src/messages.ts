import { z } from 'zod';

/** Whole cents of the carrier's currency. */
const Cents = z.int();

export const Address = z.object({
  name: z.string().max(80).optional(),
  street: z.string().max(80).optional(),
  city: z.string().max(80).optional(),
  /** ISO 3166-1 alpha-2. */
  country: z.string().regex(/^[A-Z]{2}$/, 'Two capital letters, such as CA'),
  /** ISO 3166-2, such as CA-NS. */
  subdivision: z.string().max(6).optional(),
  postalCode: z.string().max(12).optional(),
  residential: z.boolean().default(true),
});
export type Address = z.infer<typeof Address>;

/** Weight in grams, outside sides in millimetres; sides may be missing, then only weight counts. */
export const ParcelIn = z.object({
  weight: z.int().min(0).max(5_000_000),
  length: z.int().min(1).max(10_000).optional(),
  width: z.int().min(1).max(10_000).optional(),
  height: z.int().min(1).max(10_000).optional(),
  count: z.int().min(1).max(100_000).default(1),
});
export type ParcelIn = z.infer<typeof ParcelIn>;

export const RateAsk = z.object({
  from: Address,
  to: Address,
  parcels: z.array(ParcelIn).min(1).max(1000),
  /** Value to insure, in cents; nothing is insured without it. */
  declaredValue: z.int().min(0).max(100_000_000).optional(),
});
export type RateAsk = z.infer<typeof RateAsk>;

const Transit = z.object({ least: z.int(), most: z.int() });

export const BilledParcel = z.object({
  count: z.int(),
  /** Grams: on the scale, by volume, and what is billed after rounding. */
  weight: z.int(),
  volumetric: z.int().nullable(),
  billed: z.int(),
  /** What one of them costs before surcharges. */
  amount: Cents,
});
export type BilledParcel = z.infer<typeof BilledParcel>;

export const Rate = z.object({
  service: z.string(),
  name: z.string(),
  total: Cents,
  /** What the total is made of; the rows add up. */
  rows: z.array(z.object({ name: z.string(), amount: Cents })),
  parcels: z.array(BilledParcel),
  /** Working days on the way. */
  transit: Transit,
});
export type Rate = z.infer<typeof Rate>;

export const Declined = z.object({ service: z.string(), name: z.string(), code: z.string(), message: z.string() });
export type Declined = z.infer<typeof Declined>;

export const RateAnswer = z.object({ currency: z.string(), account: z.string(), rates: z.array(Rate), declined: z.array(Declined) });
export type RateAnswer = z.infer<typeof RateAnswer>;

export const ServiceOut = z.object({ code: z.string(), name: z.string(), note: z.string() });
export const ServiceList = z.object({ services: z.array(ServiceOut) });
export type ServiceOut = z.infer<typeof ServiceOut>;

export const LabelAsk = z.object({
  service: z.string().max(20),
  from: Address,
  to: Address,
  parcel: ParcelIn,
  declaredValue: z.int().min(0).max(100_000_000).optional(),
  /** Printed on the label. */
  reference: z.string().max(40).default(''),
});
export type LabelAsk = z.infer<typeof LabelAsk>;

export const LabelOut = z.object({ tracking: z.string(), total: Cents, currency: z.string(), pdf: z.string(), test: z.literal(true) });
export type LabelOut = z.infer<typeof LabelOut>;

/** Events from the first on: the label was made, its parcel was taken over, it arrived, or the label was given back unused. */
export const Tracked = z.object({
  tracking: z.string(),
  service: z.string(),
  events: z.array(
    z.object({ at: z.iso.datetime(), code: z.enum(['made', 'takenOver', 'arrived', 'void']), what: z.string(), where: z.string() }),
  ),
});
/** Has parcels on their way move on by so many hours. */
export const Hasten = z.object({ hours: z.coerce.number().int().min(1).max(2400) });
export type Tracked = z.infer<typeof Tracked>;

const Sides = z.object({ length: z.int(), width: z.int(), height: z.int() });
/** Boxes and envelopes the carrier gives away: millimetres and grams; `services` null is all of its own. */
export const PackagingList = z.object({
  packaging: z.array(
    z.object({
      code: z.string(),
      name: z.string(),
      kind: z.enum(['carton', 'mailer', 'envelope', 'tube']),
      inside: Sides,
      outside: Sides,
      tare: z.int(),
      mostLoad: z.int().nullable(),
      services: z.array(z.string()).nullable(),
    }),
  ),
});
export type PackagingList = z.infer<typeof PackagingList>;

export const ClosedDays = z.object({ closed: z.array(z.object({ date: z.iso.date(), name: z.string() })) });

export const FAULTS = [
  'none',
  'slow',
  'down',
  'wrongJson',
  'wrongCurrency',
  'negativePrice',
  'halfAnswer',
  /** Every twentieth label is not made. */
  'everyTwentiethLabel',
  'fewerParcels',
  'tenfold',
  'busy',
  'unreadable',
] as const;
/** What goes wrong on purpose, and for `slow`, how many milliseconds an answer takes. */
export const Fault = z.object({ fault: z.enum(FAULTS), delay: z.coerce.number().int().min(0).max(60_000).default(5000) });
export type Fault = z.infer<typeof Fault>;

/** A further service the carrier begins to offer: rated as another is, at so many percent of it. */
export const NewService = z.object({
  code: z.string().regex(/^[A-Z0-9]{2,12}$/, 'Capital letters and digits'),
  name: z.string().min(1).max(60),
  like: z.string(),
  percent: z.coerce.number().int().min(1).max(1000).default(100),
});
export type NewService = z.infer<typeof NewService>;
