import { z } from 'zod';
import { MarkupPoints } from '../measures/percent.ts';
import { Ending } from '../money/ending.ts';
import { Minor } from '../money/money.ts';
import { Id, Name } from '../names/naming.ts';
import { DateWindow, inWindow } from '../time/calendar.ts';

/** A carrier's own code of one of its services. */
export const CarrierServiceCode = z.string().trim().min(1, 'Choose a service').max(40, 'At most 40 characters');
export type CarrierServiceCode = z.infer<typeof CarrierServiceCode>;

/** Who carries what a service sends: an account with a carrier, and one of the carrier's services. */
export const Carriage = z.strictObject({
  account: Id,
  /** The name of the account when it was chosen. */
  carrier: Name,
  service: CarrierServiceCode,
  /** What parcels are packed into for it; null is all packaging in use. */
  packaging: z.array(Id).min(1, 'Choose a piece of packaging').max(60).nullable(),
  /** Asked for a home: carriers may charge for that. */
  residential: z.boolean(),
  /** The value of the goods is declared, so that it is insured. */
  declareValue: z.boolean(),
});
export type Carriage = z.infer<typeof Carriage>;

/** What is added to what the carrier asks: a share and a fixed amount, within bounds. */
export const Markup = z
  .strictObject({ basisPoints: MarkupPoints, amount: Minor, least: Minor.nullable(), most: Minor.nullable() })
  .refine(({ least, most }) => least === null || most === null || least <= most, {
    message: 'At most is less than at least',
    path: ['most'],
  });
export type Markup = z.infer<typeof Markup>;

/** What holds while the carrier does not answer: the lane's own card, the price of another service, or nothing. */
export const Unanswered = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('card') }),
  z.strictObject({ kind: z.literal('service'), service: Id }),
  z.strictObject({ kind: z.literal('withhold') }),
]);
export type Unanswered = z.infer<typeof Unanswered>;

/** How a carrier’s price becomes the buyer's. */
export const LiveTerms = z.strictObject({
  markup: Markup,
  /** Markups that hold instead on some days; of two on one day the first. */
  seasons: z
    .array(z.strictObject({ dates: DateWindow, markup: Markup }))
    .max(20, 'At most 20 seasons')
    .optional(),
  /** The carrier's prices are without tax: where the shop's include it, it is added to them. */
  beforeTax: z.boolean(),
  /** Null is as all prices of the shop end. */
  ending: Ending.nullable(),
  /** Days on the way as the carrier says, or as the service and its lanes do. */
  days: z.enum(['carrier', 'own']),
  unanswered: Unanswered,
});
export type LiveTerms = z.infer<typeof LiveTerms>;

/** The markup that holds on a plain date, as the shop counts days; the usual one where the day is not known. */
export function markupOn({ markup, seasons }: LiveTerms, date: string | null): Markup {
  return (date === null ? undefined : seasons?.find(({ dates }) => inWindow(dates, date))?.markup) ?? markup;
}

export const PLAIN_CARRIAGE = { packaging: null, residential: true, declareValue: false } as const satisfies Partial<Carriage>;

export const PLAIN_TERMS: LiveTerms = {
  markup: { basisPoints: 0, amount: 0, least: null, most: null },
  beforeTax: true,
  ending: null,
  days: 'carrier',
  unanswered: { kind: 'withhold' },
};
