import { z } from 'zod';
import {
  BuyersForgotten,
  Consignments,
  DeskFacts,
  DeskList,
  DeskMarked,
  DeskMarks,
  DeskOrder,
  DeskQuery,
  ForgetBuyers,
  GoodsFound,
  LabelJob,
  OfferedByHand,
  OptionsByHand,
  OrderByHand,
  OrderFile,
  OrderFileAsked,
  OrdersBrought,
  OrdersImport,
  OrdersTaken,
  PackInto,
  PackTogether,
  ParcelsLookedAt,
  PrintLabels,
  RoundStops,
  TogetherList,
} from '../orders.ts';
import { OrderPlaced } from '../publicShop.ts';
import type { Routes } from './route.ts';

const PathNumber = z
  .string()
  .regex(/^[1-9]\d{0,8}$/)
  .transform(Number);
const ByNumber = z.object({ number: PathNumber });
const ById = z.object({ id: PathNumber });
const ByText = z.object({ text: z.string().trim().max(100).default('') });
const Nothing = z.strictObject({});

/** What the packing desk asks. Who packs sees orders, and nothing else. */
export const deskRoutes = {
  'GET /desk': { says: 'What the desk has to know of the shop', who: 'pack', answer: DeskFacts },
  'GET /desk/changes': {
    says: 'Told as it happens which consignments are not as they were, as server-sent events',
    who: 'pack',
    answer: { file: 'text/event-stream' },
  },
  'GET /orders': { says: 'Consignments of a view, a stretch of them', who: 'pack', query: DeskQuery, answer: DeskList },
  'GET /orders/together': { says: 'What can travel together, and what that saves', who: 'pack', answer: TogetherList },
  'POST /orders/together': {
    says: 'Let consignments of one buyer travel as one',
    who: 'pack',
    body: PackTogether,
    answer: DeskMarked,
    problems: ['desk-refused'],
  },
  'POST /orders/together/:id/apart': {
    says: 'Let them travel apart again',
    who: 'pack',
    params: ById,
    body: Nothing,
    answer: DeskMarked,
    problems: ['not-found', 'desk-refused'],
  },
  'POST /orders/marks': { says: 'Mark consignments, or take the last mark back', who: 'pack', body: DeskMarks, answer: DeskMarked },
  'GET /orders/goods': { says: 'Goods of the shop, by what their number or name has', who: 'pack', query: ByText, answer: GoodsFound },
  'POST /orders/options': {
    says: 'What an order by hand could travel by',
    who: 'pack',
    body: OptionsByHand,
    answer: OfferedByHand,
    problems: ['nothing-published', 'too-many-pieces', 'too-many-parts', 'desk-refused'],
  },
  'POST /orders': {
    says: 'Write an order down by hand',
    who: 'pack',
    body: OrderByHand,
    status: 201,
    answer: OrderPlaced,
    problems: ['nothing-published', 'too-many-pieces', 'too-many-parts', 'desk-refused'],
  },
  'POST /orders/imports': { says: 'Begin to bring orders in from a file', who: 'pack', body: Nothing, status: 201, answer: OrdersImport },
  'POST /orders/imports/:id/orders': {
    says: 'Orders of that file, planned and laid aside',
    who: 'pack',
    body: OrdersBrought,
    answer: OrdersImport,
    problems: ['not-found', 'id-in-use'],
  },
  'POST /orders/imports/:id/take': {
    says: 'Take all orders of that file, or none',
    who: 'pack',
    body: Nothing,
    answer: OrdersTaken,
    problems: ['not-found', 'desk-refused'],
  },
  'DELETE /orders/imports/:id': { says: 'Take none of them', who: 'pack', status: 204, answer: null },
  'GET /orders/:number': { says: 'An order', who: 'pack', params: ByNumber, answer: DeskOrder, problems: ['not-found'] },
  'POST /orders/consignments/:id/packaging': {
    says: 'Pack a consignment into another piece of packaging',
    who: 'pack',
    params: ById,
    body: PackInto,
    answer: DeskOrder,
    problems: ['not-found', 'desk-refused'],
  },
  'POST /orders/round': {
    says: 'The stops of a round in the order in which the way is short',
    who: 'pack',
    body: Consignments,
    answer: RoundStops,
  },
  'POST /orders/labels': {
    says: 'Buy the labels that are missing: each once, however often it is asked; one that fails does not stop the rest',
    who: 'pack',
    body: Consignments,
    status: 202,
    answer: LabelJob,
  },
  'GET /orders/labels/:job': { says: 'How far that is', who: 'pack', answer: LabelJob, problems: ['not-found'] },
  'DELETE /orders/labels/:job': { says: 'Buy no more of them; what was bought stays', who: 'pack', status: 204, answer: null },
  'POST /orders/labels/void': {
    says: 'Give labels back that were not used',
    who: 'pack',
    body: Consignments,
    answer: DeskMarked,
    problems: ['carrier-failed', 'carrier-refused', 'desk-refused'],
  },
  'POST /orders/labels/print': {
    says: 'Labels to print',
    who: 'pack',
    body: PrintLabels,
    answer: { file: 'application/pdf' },
    problems: ['carrier-failed', 'carrier-refused', 'desk-refused'],
  },
  'POST /orders/look': {
    says: 'Ask carriers where parcels are, and mark what they took over or delivered',
    who: 'pack',
    body: Nothing,
    answer: ParcelsLookedAt,
  },
  'GET /orders/files/:kind': {
    says: 'Orders, parcels, handovers or sums of some days as CSV',
    who: 'pack',
    params: z.object({ kind: OrderFile }),
    query: OrderFileAsked,
    answer: { file: 'text/csv' },
  },
  'POST /orders/:number/forget': {
    says: 'Forget who bought; what was bought is kept',
    who: 'own',
    params: ByNumber,
    body: Nothing,
    answer: BuyersForgotten,
    problems: ['not-found'],
  },
  'POST /orders/forget': {
    says: 'Forget who bought before a day; what was bought is kept',
    who: 'own',
    body: ForgetBuyers,
    answer: BuyersForgotten,
  },
} as const satisfies Routes;
