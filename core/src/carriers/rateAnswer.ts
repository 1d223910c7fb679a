import { z } from 'zod';
import { Transit } from '../dispatch/dispatchCalendar.ts';
import { GREATEST_AMOUNT } from '../money/money.ts';
import { CarrierServiceCode } from './carriage.ts';

const Amount = z.int().min(0).max(GREATEST_AMOUNT);
const grams = z.int().min(0);

/** A parcel as the carrier bills it: grams on the scale, by volume, and as billed; minor units for each. */
export const BilledParcel = z.strictObject({
  count: z.int().min(1),
  weight: grams,
  volumetric: grams.nullable(),
  billed: grams,
  amount: Amount,
});
export type BilledParcel = z.infer<typeof BilledParcel>;

/** What a carrier asks for one of its services. The rows add up to the amount. */
export const CarrierRate = z
  .strictObject({
    service: CarrierServiceCode,
    name: z.string().max(120),
    /** Minor units of the shop's currency. */
    amount: Amount,
    rows: z.array(z.strictObject({ name: z.string().max(120), amount: z.int() })).max(40),
    parcels: z.array(BilledParcel),
    /** Working days on the way; null where it does not say. */
    transit: Transit.nullable(),
  })
  .refine(({ rows, amount }) => rows.length === 0 || rows.reduce((sum, row) => sum + row.amount, 0) === amount, {
    message: 'The rows do not add up to the price',
    path: ['rows'],
  });
export type CarrierRate = z.infer<typeof CarrierRate>;

/** Why there is no answer. */
export const Silence = z.enum([
  /** Longer than the time limit. */
  'timeout',
  /** Not reached, or it failed. */
  'down',
  /** It failed so often that it is not asked for a while. */
  'resting',
  /** It answered what cannot be right. */
  'refused',
  /** It has had too many questions and asks to be left alone for a while. */
  'busy',
  /** Its price is far from what such parcels cost lately. */
  'doubted',
  /** The account key is not accepted. */
  'key',
  /** No such account, or it has no key. */
  'noAccount',
  /** It answers in another currency than the shop's. */
  'otherCurrency',
  /** The shop has no location that parcels leave from. */
  'noLocation',
  /** Nothing is known of where goods leave from, or of an address to ask for. */
  'noAddress',
  /** As if it were down, to see what happens. */
  'simulated',
  'notAsked',
  /** The question is on its way. */
  'waiting',
]);
export type Silence = z.infer<typeof Silence>;

export const RateAnswer = z.discriminatedUnion('status', [
  z.strictObject({
    status: z.literal('rates'),
    rates: z.array(CarrierRate).max(200),
    declined: z.array(z.strictObject({ service: CarrierServiceCode, message: z.string().max(300) })).max(200),
    /** Services whose price is not believed; it counts as none until somebody has looked. */
    doubted: z
      .array(z.strictObject({ service: CarrierServiceCode, detail: z.string().max(300) }))
      .max(200)
      .optional(),
  }),
  z.strictObject({ status: z.literal('silent'), why: Silence, detail: z.string().max(300).optional() }),
]);
export type RateAnswer = z.infer<typeof RateAnswer>;

/** What a carrier says about one of its services. */
export type ServiceAnswer =
  | { readonly kind: 'rate'; readonly rate: CarrierRate }
  | { readonly kind: 'declined'; readonly message: string }
  | { readonly kind: 'silent'; readonly why: Silence; readonly detail?: string };

const NOT_OFFERED = 'It does not offer this service for this parcel and address.';

export function answerOf(answer: RateAnswer, service: CarrierServiceCode): ServiceAnswer {
  if (answer.status === 'silent') return { kind: 'silent', why: answer.why, ...(answer.detail !== undefined && { detail: answer.detail }) };
  const rate = answer.rates.find((one) => one.service === service);
  if (rate) return { kind: 'rate', rate };
  const doubted = answer.doubted?.find((one) => one.service === service);
  if (doubted) return { kind: 'silent', why: 'doubted', detail: doubted.detail };
  return { kind: 'declined', message: answer.declined.find((one) => one.service === service)?.message ?? NOT_OFFERED };
}
