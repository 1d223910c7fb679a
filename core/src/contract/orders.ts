import { z } from 'zod';
import { Currency } from '../money/currency.ts';
import { Minor } from '../money/money.ts';
import { Id } from '../names/naming.ts';
import { KeptBuyer, OrderIn } from '../orders/orderIn.ts';
import { OrderMark, OrderState } from '../orders/orderWay.ts';
import { CountryCode } from '../places/countries.ts';
import { Destination } from '../places/place.ts';
import { CartLine } from '../quote/request.ts';
import { ServiceKind } from '../rate-book/rateBook.ts';
import { TimeSpan } from '../time/timeOfDay.ts';
import { QuoteParcel } from './ownerQuote.ts';
import { PlaceOrder } from './publicShop.ts';

const Day = z.iso.date().nullable();
const Moment = z.iso.datetime();

/** Goods of an order as they were sold: the product it was, and all that was known of it then. */
export const SoldLine = CartLine.extend({ product: z.string().min(1).max(60).optional() });
export type SoldLine = z.infer<typeof SoldLine>;

/** What is unusual about an order, told at the desk. */
export const OrderNote = z.discriminatedUnion('code', [
  /** What was charged is not what the edition asks; null where it offers no such service for the cart. */
  z.strictObject({ code: z.literal('chargeDiffers'), charged: Minor, quoted: Minor.nullable() }),
]);
export type OrderNote = z.infer<typeof OrderNote>;

/** What somebody does with a consignment: sets a mark, or takes the last one back. */
export const OrderStep = z.enum([...OrderMark.options, 'back']);
export type OrderStep = z.infer<typeof OrderStep>;

/** A consignment in the list of the desk. */
export const DeskRow = z.strictObject({
  id: z.int().min(1),
  /** Raised with everything that happens to it: who acts says which they saw. */
  revision: z.int().min(1),
  order: z.int().min(1),
  /** Which part of its order it is, from 0, and of how many. */
  part: z.int().min(0),
  parts: z.int().min(1),
  state: OrderState,
  /** Who receives it, and the town; null where that was forgotten. */
  name: z.string().nullable(),
  town: z.string().nullable(),
  /** Where it goes. */
  country: CountryCode,
  goods: z.string(),
  pieces: z.int().min(0),
  /** Packed, in micrograms. */
  weight: z.number().min(0),
  parcels: z.int().min(0),
  service: Id,
  kind: ServiceKind,
  origin: Id.nullable(),
  placedAt: Moment,
  packBy: Day,
  leavesOn: Day,
  dueAt: Moment.nullable(),
  window: TimeSpan.nullable(),
  first: Day,
  last: Day,
  /** The consignment it travels with, by that one's id: itself where it leads. */
  together: z.int().nullable(),
  /** Labels that were bought for it. */
  labels: z.int().min(0),
  noted: z.boolean(),
});
export type DeskRow = z.infer<typeof DeskRow>;

export const DeskView = z.enum(['today', 'late', 'waiting', 'ready', 'out', 'done', 'all']);
export type DeskView = z.infer<typeof DeskView>;

const Few = z.coerce.number<string>().int().min(0);
/** What is listed: a view, what it is narrowed to, in which order, and which stretch of it. */
export const DeskQuery = z.object({
  view: DeskView.default('waiting'),
  text: z.string().trim().max(100).default(''),
  service: Id.optional(),
  origin: Id.optional(),
  state: OrderState.optional(),
  /** Only those something is the matter with: a note, a label that failed, an e-mail that came back. */
  trouble: z.literal('1').optional(),
  sort: z.enum(['due', 'newest', 'oldest', 'heaviest']).default('due'),
  offset: Few.max(10_000_000).default(0),
  limit: Few.min(1).max(500).default(100),
});
export type DeskQuery = z.infer<typeof DeskQuery>;

/** What leaves one place by one service at one time, summed up. */
export const DeskGroup = z.strictObject({
  leavesOn: Day,
  dueAt: Moment.nullable(),
  service: Id,
  origin: Id.nullable(),
  orders: z.int().min(0),
  parcels: z.int().min(0),
  weight: z.number().min(0),
});
export type DeskGroup = z.infer<typeof DeskGroup>;

export const DeskList = z.strictObject({
  rows: z.array(DeskRow),
  total: z.int().min(0),
  /** Sums over the whole list, where it is sorted by when it is due. */
  groups: z.array(DeskGroup),
  /** How many there are of each view, whatever the list is narrowed to. */
  counts: z.record(DeskView, z.int().min(0)),
});
export type DeskList = z.infer<typeof DeskList>;

/** What the desk has to know of the shop. */
export const DeskFacts = z.strictObject({
  name: z.string(),
  currency: Currency,
  locale: z.string(),
  units: z.enum(['metric', 'imperial']),
  timeZone: z.string(),
  /** Where the shop is at home. */
  country: CountryCode,
  /** The clock of the server, so that minutes are told alike everywhere. */
  now: Moment,
  /** Whether anybody has published anything that could be ordered by. */
  sells: z.boolean(),
  services: z.array(z.strictObject({ id: Id, name: z.string(), kind: ServiceKind })),
  locations: z.array(
    z.strictObject({
      id: Id,
      name: z.string(),
      timeZone: z.string(),
      country: CountryCode,
      /** Orders it packs in a day at most; null for any number. */
      capacity: z.int().nullable(),
    }),
  ),
  packaging: z.array(z.strictObject({ id: Id, name: z.string() })),
});
export type DeskFacts = z.infer<typeof DeskFacts>;

/** Something that happened to a consignment. */
export const DeskStep = z.strictObject({
  at: Moment,
  by: z.string(),
  what: z.enum([
    ...OrderStep.options,
    'placed',
    'together',
    'apart',
    'repacked',
    'labelled',
    'labelsVoid',
    'scanned',
    'seenArrived',
    'broughtIn',
  ]),
  from: OrderState,
  to: OrderState,
  note: z.string(),
});
export type DeskStep = z.infer<typeof DeskStep>;

/** Something that happened to a parcel on its way, as its carrier says it. */
export const ParcelEvent = z.strictObject({
  at: Moment,
  code: z.enum(['made', 'takenOver', 'arrived', 'void']),
  what: z.string(),
  where: z.string(),
});
export type ParcelEvent = z.infer<typeof ParcelEvent>;

/** The label of one parcel. */
export const ParcelLabel = z.strictObject({
  id: z.int().min(1),
  /** Which parcel, from 0. */
  parcel: z.int().min(0),
  carrier: z.string(),
  service: z.string(),
  state: z.enum(['asked', 'bought', 'failed', 'void']),
  tracking: z.string().nullable(),
  cost: Minor.nullable(),
  /** Why it failed, in the carrier's words or ours. */
  detail: z.string().nullable(),
  at: Moment,
  /** When its carrier was last asked where the parcel is, and what it said. */
  seenAt: Moment.nullable(),
  events: z.array(ParcelEvent),
});
export type ParcelLabel = z.infer<typeof ParcelLabel>;

/** A consignment with all that is known of it. */
export const DeskConsignment = DeskRow.extend({
  /** Indices of the order's lines. */
  lines: z.array(z.int().min(0)),
  to: z.int().min(0),
  /** What the lines of its parcels are: the goods of its order, or of all orders it travels with, one after another. */
  things: z.array(z.strictObject({ order: z.int(), name: z.string(), quantity: z.int() })),
  parcelsPlanned: z.array(QuoteParcel),
  /** Whether its carrier sells labels. */
  hasLabels: z.boolean(),
  labelList: z.array(ParcelLabel),
  /** A piece of packaging somebody chose in place of what was planned. */
  into: Id.nullable(),
  price: Minor,
  tax: Minor,
  /** The rate of that tax, in basis points. */
  taxRate: z.int().min(0),
  /** What its carrier asks; null where that is not known. */
  carriage: Minor.nullable(),
  packaging: Minor,
  /** Given back of its delivery price, since it travelled with another. */
  givenBack: Minor,
  steps: z.array(DeskStep),
});
export type DeskConsignment = z.infer<typeof DeskConsignment>;

/** An order as the desk looks at it. */
export const DeskOrder = z.strictObject({
  number: z.int().min(1),
  reference: z.string(),
  placedAt: Moment,
  edition: z.int().min(1).nullable(),
  language: z.string().nullable(),
  sold: z.array(SoldLine),
  destination: Destination,
  others: z.array(Destination),
  coupons: z.array(z.string()),
  delivery: Minor,
  notes: z.array(OrderNote),
  buyer: KeptBuyer.nullable(),
  consignments: z.array(DeskConsignment),
});
export type DeskOrder = z.infer<typeof DeskOrder>;

const Seen = z.strictObject({ id: z.int().min(1), revision: z.int().min(1) });

/** Steps at the desk, each with the revision that was seen: what somebody else has changed meanwhile is not overwritten. */
export const DeskMarks = z.strictObject({ step: OrderStep, of: z.array(Seen).min(1).max(1000) });
export type DeskMarks = z.infer<typeof DeskMarks>;

/** What came of each: done, not possible from the state it is in, or changed by somebody else meanwhile. */
export const DeskMarked = z.strictObject({
  results: z.array(
    z.strictObject({
      id: z.int(),
      came: z.enum(['done', 'notPossible', 'changed', 'gone']),
      state: OrderState.nullable(),
      revision: z.int().nullable(),
    }),
  ),
});
export type DeskMarked = z.infer<typeof DeskMarked>;

/** Consignments of one buyer that can travel as one, packed together: what that saves, where the carrier has said it. */
export const TogetherSet = z.strictObject({
  of: z.array(z.strictObject({ id: z.int(), revision: z.int(), order: z.int() })).min(2),
  parcels: z.int(),
  weight: z.number(),
  /** Minor units: carriage and packaging apart less together; null where a carrier has not said what it asks. */
  saves: z.int().nullable(),
  /** What the second and further ones paid for their delivery. */
  paidTwice: Minor,
  /** What they paid in all beyond the price of all of it as one order; null where that has no price. */
  beyondOne: Minor.nullable(),
});
export type TogetherSet = z.infer<typeof TogetherSet>;
export const TogetherList = z.strictObject({ sets: z.array(TogetherSet) });
export type TogetherList = z.infer<typeof TogetherList>;

/** What is given back of what the buyer paid: nothing, the second and further prices, or what one order of all of it would not have cost. */
export const GiveBack = z.enum(['nothing', 'further', 'beyondOne']);
export type GiveBack = z.infer<typeof GiveBack>;

export const PackTogether = z.strictObject({
  of: z.array(Seen).min(2).max(50),
  giveBack: GiveBack,
});
export type PackTogether = z.infer<typeof PackTogether>;

/** Consignments, by their ids. */
export const Consignments = z.strictObject({ of: z.array(z.int().min(1)).min(1).max(1000) });
export type Consignments = z.infer<typeof Consignments>;

/** A stop of a round, as whoever drives it sees it. */
export const RoundStop = z.strictObject({
  id: z.int().min(1),
  revision: z.int().min(1),
  order: z.int().min(1),
  state: OrderState,
  /** Who receives it; empty where that was forgotten. */
  name: z.string(),
  street: z.string(),
  town: z.string(),
  telephone: z.string(),
  goods: z.string(),
});
export type RoundStop = z.infer<typeof RoundStop>;
/** Stops in the order in which the way is short; its length in metres, along straight lines. */
export const RoundStops = z.strictObject({ metres: z.number().min(0), stops: z.array(RoundStop) });
export type RoundStops = z.infer<typeof RoundStops>;

/** Labels being bought: how many of how many parcels, and which failed, with why. */
export const LabelJob = z.strictObject({
  id: z.string(),
  status: z.enum(['running', 'done', 'cancelled']),
  total: z.int().min(0),
  done: z.int().min(0),
  failed: z.array(z.strictObject({ order: z.int(), parcel: z.int(), detail: z.string() })),
  /** What those bought cost, in minor units. */
  cost: z.int().min(0),
});
export type LabelJob = z.infer<typeof LabelJob>;

/** What labels are printed on: label stock of 4 by 6 inches, or sheets with two or four. */
export const LabelPaper = z.enum(['label', 'a4-2', 'a4-4', 'letter-2', 'letter-4']);
export type LabelPaper = z.infer<typeof LabelPaper>;
export const PrintLabels = Consignments.extend({ paper: LabelPaper });
export type PrintLabels = z.infer<typeof PrintLabels>;

/** What came of asking carriers where parcels are. */
export const ParcelsLookedAt = z.strictObject({
  looked: z.int().min(0),
  /** Consignments found further on than was marked. */
  moved: z.int().min(0),
  /** Parcels their carrier said nothing of. */
  silent: z.int().min(0),
});
export type ParcelsLookedAt = z.infer<typeof ParcelsLookedAt>;

/** Another piece of packaging for a consignment; null is what is planned by itself. */
export const PackInto = z.strictObject({ revision: z.int().min(1), packaging: Id.nullable() });
export type PackInto = z.infer<typeof PackInto>;

/** What is written out: an order a line, a parcel, what left the shop, or sums for the books. */
export const OrderFile = z.enum(['orders', 'parcels', 'handovers', 'sums']);
export type OrderFile = z.infer<typeof OrderFile>;
/** Of orders placed, or what left the shop, from one day to another, both included. */
export const OrderFileAsked = z
  .object({ from: z.iso.date(), until: z.iso.date() })
  .refine(({ from, until }) => from <= until, { path: ['until'], message: 'The last day is before the first' });

/** Buyers forgotten: all that bought before a day, or of one order. */
export const ForgetBuyers = z.strictObject({ before: z.iso.date() });
export type ForgetBuyers = z.infer<typeof ForgetBuyers>;
export const BuyersForgotten = z.strictObject({ forgotten: z.int().min(0) });
export type BuyersForgotten = z.infer<typeof BuyersForgotten>;

const FiledLabel = ParcelLabel.omit({ id: true, carrier: true }).extend({ account: Id, once: z.string().max(80) });

/** An order as it is filed in the document of a shop. */
export const FiledConsignment = DeskConsignment.pick({
  part: true,
  state: true,
  service: true,
  kind: true,
  origin: true,
  to: true,
  lines: true,
  pieces: true,
  weight: true,
  goods: true,
  price: true,
  tax: true,
  taxRate: true,
  packBy: true,
  leavesOn: true,
  dueAt: true,
  window: true,
  first: true,
  last: true,
  carriage: true,
  packaging: true,
  into: true,
  givenBack: true,
  steps: true,
}).extend({
  parcels: z.array(QuoteParcel),
  /** The packing day it counts for. */
  countsOn: Day.optional(),
  carried: z.strictObject({ account: Id, service: z.string() }).nullable(),
  /** Labels of its parcels; absent where none was asked for. */
  labels: z.array(FiledLabel).optional(),
  /** The part of which order it travels with, what it was by itself, and, of the one that leads, how all are packed. */
  with: z
    .strictObject({
      order: z.int().min(1),
      part: z.int().min(0),
      apart: z.strictObject({ parcels: z.int().min(0), weight: z.number().min(0), carriage: Minor.nullable(), packaging: Minor }),
      parcels: z.array(QuoteParcel).nullable(),
    })
    .nullable(),
});
export type FiledConsignment = z.infer<typeof FiledConsignment>;

/** An order as it is kept; without its buyer where who that was is forgotten, without parts where nobody has looked yet in which it travels. */
export const FiledOrder = z.strictObject({
  number: z.int().min(1),
  reference: z.string().min(1).max(80),
  placedAt: z.iso.datetime(),
  edition: z.int().min(1).nullable(),
  language: z.string().nullable(),
  cart: PlaceOrder.shape.cart,
  sold: z.array(SoldLine).optional(),
  choices: PlaceOrder.shape.choices,
  delivery: z.int().min(0),
  notes: z.array(OrderNote).optional(),
  buyer: KeptBuyer.nullable(),
  /** A digest of the shop's own reference of who bought. */
  buyerMark: z.string().max(80).optional(),
  consignments: z.array(FiledConsignment).optional(),
});
export type FiledOrder = z.infer<typeof FiledOrder>;

/** Orders brought in, each with the line of the file it begins on. */
export const OrdersBrought = z.strictObject({
  orders: z
    .array(z.strictObject({ line: z.int().min(1), order: OrderIn }))
    .min(1)
    .max(500),
});
export type OrdersBrought = z.infer<typeof OrdersBrought>;

/** Why an order that could be read is not taken. */
export const BroughtFault = z.strictObject({
  line: z.int().min(1),
  code: z.enum(['noPrice', 'noService', 'tooMuch', 'inFuture', 'tooLongAgo', 'nothingToDeliver', 'nowhereToSend']),
  /** Which goods or service that is. */
  what: z.string(),
});
export type BroughtFault = z.infer<typeof BroughtFault>;

/** How far an import is: nothing of it is taken before all of it is there. */
export const OrdersImport = z.strictObject({
  id: z.string(),
  orders: z.int().min(0),
  /** Those the shop has already, by their references. */
  known: z.int().min(0),
  parcels: z.int().min(0),
  /** Those whose charge is not what the edition of their time asks. */
  differ: z.int().min(0),
  /** Articles the shop does not have, the first of them. */
  unknownGoods: z.array(z.string()),
  /** Those of before the first edition, planned by the one of now. */
  withoutEdition: z.int().min(0),
  faults: z.array(BroughtFault),
});
export type OrdersImport = z.infer<typeof OrdersImport>;

export const OrdersTaken = z.strictObject({
  taken: z.int().min(0),
  known: z.int().min(0),
  first: z.int().nullable(),
  last: z.int().nullable(),
});
export type OrdersTaken = z.infer<typeof OrdersTaken>;

/** An order somebody writes down by hand. */
export const OrderByHand = OrderIn.omit({ reference: true, placedAt: true, state: true, carriage: true, buyer: true }).extend({
  /** Made by the page: sent twice, it is one order. */
  reference: z.string().min(8).max(80),
  buyer: KeptBuyer,
});
export type OrderByHand = z.infer<typeof OrderByHand>;

/** What an order by hand could travel by, and what goods are found for it. */
export const OptionsByHand = OrderIn.pick({ destination: true, lines: true, discount: true, coupons: true });
export type OptionsByHand = z.infer<typeof OptionsByHand>;
export const OfferedByHand = z.strictObject({
  options: z.array(z.strictObject({ service: Id, name: z.string(), price: Minor, first: Day, last: Day })),
  /** Services there are and that it is not offered, so that whoever agreed on one can choose it all the same. */
  others: z.array(z.strictObject({ service: Id, name: z.string() })),
});
export type OfferedByHand = z.infer<typeof OfferedByHand>;

/** Goods of the shop whose number or name has what is looked for. */
export const GoodsFound = z.strictObject({ goods: z.array(z.strictObject({ id: z.string(), name: z.string(), price: Minor })) });
export type GoodsFound = z.infer<typeof GoodsFound>;
