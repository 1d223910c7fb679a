import { oncePer } from '../once/oncePer.ts';
import { MOST_EFFORT } from '../packing/effort.ts';
import { instantToMs } from '../time/calendar.ts';
import type { CompiledBook } from './compile.ts';
import type { CompiledLane } from './compiledLane.ts';
import { type Located, locate } from './locate.ts';
import { type ConsignmentLines, consignmentLines, groupOf } from './measureCart.ts';
import { packingsOf } from './packingViews.ts';
import type { Remark } from './quoteTypes.ts';
import type { CartLine, QuoteRequest } from './request.ts';

/** The most pieces of goods in one request. */
export const MOST_PIECES = 10_000;
/** Days a moment may lie before and after the caller's present. */
export const MOMENT_REACH = { before: 400, after: 800 } as const;

/** Why a request is not looked at any further. */
export type AdmissionProblem =
  | { readonly code: 'tooManyPieces'; readonly pieces: number; readonly most: number }
  /** The rules of this book are too many to be worked out for so many parts of an order. */
  | { readonly code: 'tooManyParts'; readonly parts: number; readonly most: number }
  | {
      readonly code: 'momentOutOfReach';
      readonly field: 'moment' | 'lastOrderAt' | 'cartStartedAt';
      readonly before: number;
      readonly after: number;
    };

/** A request that may be quoted: what it costs to do so is bounded. */
export interface Admitted {
  readonly request: QuoteRequest;
  /** Where each address falls, the first of them first. */
  readonly places: readonly [Located, ...Located[]];
  /** The lines that travel together. */
  readonly parts: readonly ConsignmentLines[];
  /** Why the shop takes no such order; then nothing is packed. */
  readonly refusals: readonly Remark[];
  /** How much the packing of each consignment may look at. */
  readonly effort: number;
}

export type Admission = { readonly ok: true; readonly admitted: Admitted } | { readonly ok: false; readonly problem: AdmissionProblem };

const DAY = 86_400_000;

function momentProblem(request: QuoteRequest, now: string): AdmissionProblem | undefined {
  const present = instantToMs(now);
  const { before, after } = MOMENT_REACH;
  const moment = request.moment === undefined ? present : instantToMs(request.moment);
  if (moment < present - before * DAY || moment > present + after * DAY)
    return { code: 'momentOutOfReach', field: 'moment', before, after };
  return undefined;
}

const NO_REMARKS: readonly Remark[] = [];

function addressRemarks({ book }: CompiledBook, { lines }: QuoteRequest): readonly Remark[] {
  if (lines.every(({ to }) => to === undefined || to === 0)) return NO_REMARKS;
  const used = new Set<number>();
  let items = 0;
  for (const { delivered, quantity, to = 0 } of lines) {
    if (!delivered) continue;
    used.add(to);
    items += quantity;
  }
  if (used.size < 2) return NO_REMARKS;
  const { allowed, mostItems } = book.shop.severalAddresses;
  if (!allowed) return [{ code: 'oneAddressOnly' }];
  return mostItems !== null && items > mostItems ? [{ code: 'tooManyItemsForAddresses', items, most: mostItems }] : [];
}

/** Rules worked out for one request at most: lanes, with their cards, charges and allowances. About 15 ms of work on a quiet machine. */
const MOST_RULES = 6_000;

/** Rules that one part of an order meets in a zone, at most. */
const rulesOf = oncePer(({ zones }: CompiledBook): number => {
  const rules = ({ owners, charges, allowances }: CompiledLane) => 1 + owners.length + charges.length + allowances.length;
  return Math.max(1, ...zones.map(({ lanes }) => lanes.reduce((sum, lane) => sum + (lane ? rules(lane) : 0), 0)));
});

const powerAtLeast = (count: number) => 2 ** Math.ceil(Math.log2(Math.max(1, count)));

/** What each packing may look at, so that all of them together stay within bounds; in steps, so that parcels are found again. */
function effortFor(compiled: CompiledBook, { lines }: QuoteRequest, parts: readonly ConsignmentLines[]): number {
  const [first] = lines;
  const groups =
    first && lines.every(({ group }) => group === first.group) ? 1 : new Set(lines.map((line) => groupOf(line, compiled))).size;
  const packings = parts.length * packingsOf(compiled, groups);
  return Math.floor(MOST_EFFORT / powerAtLeast(packings));
}

/** A request without a look at its bounds, for callers who made it themselves. */
export function admitted(compiled: CompiledBook, request: QuoteRequest): Admitted {
  const first = locate(compiled, request.destination);
  const places: Admitted['places'] =
    request.others === undefined ? [first] : [first, ...request.others.map((destination) => locate(compiled, destination))];
  const parts = consignmentLines(compiled, request.lines);
  return { request, places, parts, refusals: addressRemarks(compiled, request), effort: effortFor(compiled, request, parts) };
}

/**
 * Admits a request by what it would cost, before anything is packed: the second step of every quote.
 * @param now the caller's present instant
 */
export function admit(compiled: CompiledBook, request: QuoteRequest, now: string): Admission {
  const pieces = request.lines.reduce((sum: number, { quantity, delivered }: CartLine) => sum + (delivered ? quantity : 0), 0);
  if (pieces > MOST_PIECES) return { ok: false, problem: { code: 'tooManyPieces', pieces, most: MOST_PIECES } };
  const problem = momentProblem(request, now);
  if (problem) return { ok: false, problem };
  const open = admitted(compiled, request);
  const most = Math.max(1, Math.floor(MOST_RULES / rulesOf(compiled)));
  const parts = open.parts.length;
  return parts > most ? { ok: false, problem: { code: 'tooManyParts', parts, most } } : { ok: true, admitted: open };
}
