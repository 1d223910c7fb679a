import { z } from 'zod';
import { BilledParcel, Silence } from '../carriers/rateAnswer.ts';
import { Transit } from '../dispatch/dispatchCalendar.ts';
import { MEASURES, type Measure, ValueMeasure } from '../measures/measure.ts';
import { Ending } from '../money/ending.ts';
import { Minor } from '../money/money.ts';
import { Id } from '../names/naming.ts';
import { SubdivisionCode } from '../places/countries.ts';
import { Place } from '../places/place.ts';
import { Effect } from '../rate-book/allowance.ts';
import { ChargeAmount } from '../rate-book/charge.ts';
import { DateWindow, Instant, Weekday } from '../time/calendar.ts';
import { TimeOfDay, TimeSpan } from '../time/timeOfDay.ts';

/** The owner's quote as a schema: what programs that read it may count on. Held against the types by a test. */

const whole = z.int();
export const QuoteMeasure = z.enum(MEASURES);
const Held = z.enum(['floor', 'cap']).optional();
const Consigned = { consignment: whole.min(0).optional() };
const Grouped = { group: Id.nullable().optional() };

export const QuoteStretch = z.strictObject({ measure: QuoteMeasure, measured: whole, above: whole.optional(), upTo: whole.optional() });
export const QuoteRate = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('perUnit'), base: whole, each: whole, unit: z.union([z.string(), z.number()]), units: whole }),
  z.strictObject({ kind: z.literal('percent'), basisPoints: whole, of: ValueMeasure, value: whole }),
]);

const row = <C extends string, S extends z.ZodRawShape>(codes: readonly [C, ...C[]], shape: S) =>
  z.strictObject({ code: z.enum(codes), ...Consigned, amount: whole, ...shape });
const cardRow = <C extends string, S extends z.ZodRawShape>(codes: readonly [C, ...C[]], shape: S) => row(codes, { ...Grouped, ...shape });

export const QuoteRow = z.discriminatedUnion('code', [
  cardRow(['flat', 'chargesOnly', 'furtherCard'], {}),
  cardRow(['tier', 'band'], { ...QuoteStretch.shape, rate: QuoteRate.optional() }),
  cardRow(['twoWay'], { row: QuoteStretch, column: QuoteStretch, rate: QuoteRate.optional() }),
  cardRow(['firstAndFurther'], { measure: QuoteMeasure, measured: whole, first: whole, further: whole }),
  cardRow(['rate'], { measure: QuoteMeasure, measured: whole, rate: QuoteRate }),
  cardRow(['cardFloor', 'cardCap'], { bound: whole }),
  cardRow(['joined'], { price: whole }),
  row(['ownCharge'], { line: whole, how: z.enum(['instead', 'onTop']), each: whole, quantity: whole }),
  row(['charge'], { charge: Id, name: z.string(), basis: ChargeAmount, counted: z.number(), held: Held }),
  row(['carrierRate'], { carrier: z.string(), name: z.string() }),
  row(['markup'], { basisPoints: whole, fixed: whole, held: Held }),
  row(['carrierTax', 'tax'], { basisPoints: whole }),
  row(['laneFloor', 'laneCap'], { bound: whole }),
  row(['freeFrom'], { measure: ValueMeasure, measured: whole, from: whole }),
  row(['allowance'], { allowance: Id, name: z.string(), effect: Effect }),
  row(['ending'], { ending: Ending }),
]);

const reason = <C extends string, S extends z.ZodRawShape>(codes: readonly [C, ...C[]], shape: S) =>
  z.strictObject({ code: z.enum(codes), ...Consigned, ...shape });
const beyond = { measure: QuoteMeasure, measured: z.number(), bound: z.number(), difference: z.number() };

export const QuoteReason = z.discriminatedUnion('code', [
  reason(['noLane', 'couponNeeded', 'pointUnknown', 'outsideRound', 'noOrigin', 'nothingToDeliver', 'noZone'], {}),
  reason(['belowLimit', 'aboveLimit'], { ...beyond, more: whole.nullable().optional() }),
  reason(['aboveTopTier'], { ...beyond, ...Grouped }),
  reason(['tierNotOffered'], { ...QuoteStretch.shape, ...Grouped }),
  reason(['crossingNotOffered'], { row: QuoteStretch, column: QuoteStretch, ...Grouped }),
  reason(['goodsRefused'], { groups: z.array(Id.nullable()) }),
  reason(['outsideDates'], { dates: DateWindow, date: z.iso.date().nullable() }),
  reason(['wrongWeekday'], { weekdays: z.array(Weekday), weekday: Weekday.nullable() }),
  reason(['carrierDeclined'], { carrier: z.string(), message: z.string() }),
  reason(['carrierSilent'], { carrier: z.string(), why: Silence, detail: z.string().optional() }),
]);

const date = z.iso.date();
const SkippedDay = z.strictObject({
  date,
  why: z.enum(['closed', 'noPacking', 'afterCutOff', 'full', 'notCollected', 'goodsWait', 'afterLastOrder', 'stillPacked', 'notDelivered']),
  name: z.string().optional(),
});
const skipped = z.array(SkippedDay);
const step = <C extends string, S extends z.ZodRawShape>(code: C, shape: S) => z.strictObject({ code: z.literal(code), ...shape });
const PromiseStep = z.discriminatedUnion('code', [
  step('ordered', { at: Instant, date, time: TimeOfDay }),
  step('counted', { date, cutOff: TimeOfDay, skipped }),
  step('packed', { first: date, last: date, lead: Transit, extra: whole, skipped }),
  step('leaves', { first: date, last: date, skipped }),
  step('arrives', { first: date, last: date, transit: Transit, counts: z.array(Weekday), skipped }),
  step('round', { date, windows: z.array(TimeSpan), skipped }),
  step('atCounter', { date, days: whole }),
  step('ready', { at: Instant, date, time: TimeOfDay, after: whole, skipped }),
]);

export const QuotePromise = z.strictObject({
  first: date,
  last: date,
  orderBefore: Instant,
  timeZone: z.string(),
  windows: z.array(TimeSpan).optional(),
  readyAt: Instant.optional(),
  chain: z.array(PromiseStep),
});

const Undated = z.enum([
  ...['datesOff', 'noMoment', 'noLocation', 'noCalendar', 'noTransit', 'noRoundDays', 'noCounter', 'noHours', 'beyondCalendar'],
] as const);

const ofCarrier = { account: z.string(), carrier: z.string(), service: z.string() };
const CarrierSide = z.discriminatedUnion('kind', [
  z.strictObject({
    ...ofCarrier,
    kind: z.literal('rate'),
    name: z.string(),
    amount: whole,
    rows: z.array(z.strictObject({ name: z.string(), amount: whole })),
    parcels: z.array(BilledParcel),
  }),
  z.strictObject({ ...ofCarrier, kind: z.literal('declined'), message: z.string() }),
  z.strictObject({ ...ofCarrier, kind: z.literal('silent'), why: Silence, detail: z.string().optional() }),
]);

export const QuoteOffer = z.discriminatedUnion('status', [
  z.strictObject({
    status: z.literal('priced'),
    service: Id,
    price: whole.min(0),
    ledger: z.array(QuoteRow),
    moreForFree: z.strictObject({ measure: ValueMeasure, from: whole, more: whole }).optional(),
    tax: z.strictObject({ mode: z.enum(['included', 'added']), basisPoints: whole, amount: whole }).optional(),
    transit: Transit.optional(),
    promise: QuotePromise.optional(),
    undated: Undated.optional(),
    carriers: z.array(CarrierSide).optional(),
    packaging: Minor.optional(),
    standIn: z
      .discriminatedUnion('kind', [
        z.strictObject({ kind: z.literal('card') }),
        z.strictObject({ kind: z.literal('service'), service: Id }),
      ])
      .optional(),
    distance: z.number().optional(),
  }),
  z.strictObject({ status: z.literal('refer'), service: Id, words: z.string().optional() }),
]);

export const QuoteWithheld = z.strictObject({ status: z.literal('withheld'), service: Id, reasons: z.array(QuoteReason).min(1) });

export const QuotePlace = z.discriminatedUnion('status', [
  z.strictObject({
    status: z.literal('zone'),
    zone: Id,
    place: Place,
    rule: z.string().optional(),
    distance: z.number().optional(),
    rivals: z.array(Id),
  }),
  z.strictObject({ status: z.literal('notServed') }),
  z.strictObject({ status: z.literal('noZone') }),
]);

const measured = z.number();
export const QuoteMeasures = z.strictObject({
  itemsWeight: measured,
  packedWeight: measured,
  billableWeight: measured,
  valueBeforeDiscounts: measured,
  valueAfterDiscounts: measured,
  itemCount: measured,
  parcels: measured,
  longestSide: measured,
  sumOfSides: measured,
  lengthPlusGirth: measured,
  distance: measured.nullable(),
} satisfies Record<Measure, z.ZodType>);

const sides = z.strictObject({ length: whole, width: whole, height: whole });
const content = z.strictObject({ line: whole, quantity: whole });
export const QuoteParcel = z.strictObject({
  how: z.enum(['packed', 'byWeight', 'ownBox', 'fitsNothing']),
  packaging: Id.nullable(),
  count: whole,
  contents: z.array(content),
  placed: z.array(z.strictObject({ line: whole, x: whole, y: whole, z: whole, ...sides.shape })),
  loose: z.array(content),
  inside: sides.nullable(),
  outside: sides.nullable(),
  contentsWeight: whole,
  tare: whole,
  packedWeight: whole,
  volumetricWeight: whole.nullable(),
  billableWeight: whole,
});

export const QuoteConsignment = z.strictObject({
  to: whole,
  origin: Id.nullable(),
  groups: z.array(Id.nullable()),
  lines: z.array(whole),
  shippable: z.boolean(),
  measures: QuoteMeasures,
  parcels: z.array(QuoteParcel),
  options: z.array(QuoteOffer),
  withheld: z.array(QuoteWithheld),
});

export const QuoteRemark = z.discriminatedUnion('code', [
  z.strictObject({ code: z.enum(['lineWithoutWeight', 'lineWithoutSize', 'fitsNothing', 'noOrigin']), line: whole }),
  z.strictObject({ code: z.enum(['nothingToDeliver', 'sampleCarton', 'tooManyToPlace', 'noPoint', 'oneAddressOnly']) }),
  z.strictObject({ code: z.literal('provinceContradicts'), to: whole.min(0), subdivision: SubdivisionCode, told: SubdivisionCode }),
  z.strictObject({ code: z.enum(['provinceNeeded', 'postalCodeNeeded']), to: whole.min(0) }),
  z.strictObject({ code: z.literal('tooManyItemsForAddresses'), items: whole, most: whole }),
]);

/** What `quote` prints and the owner's screens show: prices with how they came about, and everything withheld with why. */
export const OwnerQuote = z.strictObject({
  place: QuotePlace,
  otherPlaces: z.array(QuotePlace),
  measures: QuoteMeasures,
  options: z.array(QuoteOffer),
  withheld: z.array(QuoteWithheld),
  consignments: z.array(QuoteConsignment),
  message: z.string().optional(),
  remarks: z.array(QuoteRemark),
});
