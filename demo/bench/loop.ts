import {
  boundInBase,
  type CompiledBook,
  isTiered,
  type Lane,
  laneOf,
  MEASURES,
  type Measure,
  type Plan,
  type TierResult,
} from '@ostrakon/core';

/**
 * The same numbers in plain arrays and one loop, as somebody would write it by hand for the demo book alone: tiers, limits,
 * free delivery, the book's charges and allowances. The limit that a general engine can be measured against.
 */
const WITHHELD = -1;
const REFER = -2;

interface Table {
  readonly limits: readonly { at: number; from: number; upTo: number }[];
  readonly at: number;
  readonly bounds: readonly number[];
  readonly prices: readonly number[];
  readonly columnAt: number;
  readonly columns: readonly number[];
  readonly grid: readonly (readonly number[])[];
}

interface LaneTable extends Table {
  readonly freeFrom: number;
  readonly glazes: Table | null;
  readonly charges: readonly {
    kind: 'share' | 'fixed' | 'cartons';
    of: number;
    share: number;
    fixed: number;
    floor: number;
    season: boolean;
  }[];
  readonly half: boolean;
  readonly rideAlong: boolean;
  readonly tenBoxes: boolean;
}

const SLACK = 500;
const VALUE = MEASURES.indexOf('valueAfterDiscounts');
const ITEMS = MEASURES.indexOf('itemCount');
const code = (result: TierResult): number =>
  result.kind === 'amount' ? result.amount : result.kind === 'free' ? 0 : result.kind === 'refer' ? REFER : WITHHELD;
const index = (measure: Measure) => MEASURES.indexOf(measure);
const base = (measure: Measure, bound: string | number) => boundInBase(measure, bound) + (typeof bound === 'string' ? SLACK : 0);

function tableOf(card: Lane['card'], limits: Lane['limits']): Table {
  const own = limits.map((limit) => ({
    at: index(limit.measure),
    from: limit.from === undefined ? -Infinity : base(limit.measure, limit.from) - 2 * SLACK,
    upTo: limit.upTo === undefined ? Infinity : base(limit.measure, limit.upTo),
  }));
  const rest = { limits: own, columnAt: 0, columns: [], grid: [] };
  if (card.kind === 'twoWay') {
    const { rows, columns, results } = card;
    const bounds = (side: typeof rows) => side.bounds.map((bound) => base(side.measure, bound));
    const grid = results.map((line) => line.map(code));
    return {
      ...rest,
      at: index(rows.measure),
      bounds: bounds(rows),
      prices: [],
      columnAt: index(columns.measure),
      columns: bounds(columns),
      grid,
    };
  }
  if (isTiered(card)) {
    const results = [...card.tiers.map((tier) => tier.result), card.above];
    return { ...rest, at: index(card.measure), bounds: card.tiers.map(({ upTo }) => base(card.measure, upTo)), prices: results.map(code) };
  }
  if (card.kind !== 'flat') throw new Error(`the demo has no card of kind ${card.kind}`);
  return { ...rest, at: 0, bounds: [], prices: [code(card.result)] };
}

type LoopCharge = LaneTable['charges'][number];

function chargeOf({ amount, floor, dates }: CompiledBook['book']['charges'][number]): LoopCharge {
  const rest = { of: -1, share: 0, fixed: 0, floor: floor ?? 0, season: dates !== null };
  if (amount.kind === 'packagingCost') return { ...rest, kind: 'cartons' };
  if (amount.kind !== 'percent') return { ...rest, kind: 'fixed', fixed: amount.amount };
  return { ...rest, kind: 'share', share: amount.basisPoints, of: amount.of === 'valueAfterDiscounts' ? VALUE : -1 };
}

/** Reads the demo book into plain tables; fails where the book holds what the loop was not written for. */
export function tablesOf({ book }: CompiledBook): (LaneTable | null)[][] {
  return book.zones.map((zone) =>
    book.services.map((service) => {
      const lane = laneOf(zone, service.id);
      if (!lane) return null;
      const here = <T extends { scope: { services: string[] | null; zones: string[] | null } }>(rules: readonly T[]) =>
        rules.filter(({ scope }) => (scope.services?.includes(service.id) ?? true) && (scope.zones?.includes(zone.id) ?? true));
      const allowances = here(book.allowances).map(({ id }) => id);
      const glazes = lane.groupCards[0];
      return {
        ...tableOf(lane.card, lane.limits),
        glazes: glazes ? tableOf(glazes.card, []) : null,
        freeFrom: lane.freeFrom?.from ?? Infinity,
        charges: here(book.charges).map(chargeOf),
        half: allowances.includes('half-ground'),
        rideAlong: allowances.includes('ride-along'),
        tenBoxes: allowances.includes('ten-boxes'),
      };
    }),
  );
}

/** What the loop reads of a cart, worked out once like the engine's own preparation. */
export interface LoopCart {
  readonly whole: Float64Array;
  readonly glazes: Float64Array | null;
  readonly others: Float64Array | null;
  readonly season: boolean;
  readonly half: boolean;
  readonly recent: boolean;
  readonly machines: boolean;
  readonly clayAlone: boolean;
  readonly cartons: number;
}

export function loopCartOf({ shipments }: Plan): LoopCart {
  const [shipment] = shipments;
  if (!shipment) throw new Error('an empty cart');
  const { consignment, occasion } = shipment;
  const parts = shipment.goods.partsFor(['glazes'], false);
  const month = Number(occasion.date?.slice(5, 7));
  return {
    whole: shipment.vector,
    glazes: parts.find(({ group }) => group === 'glazes')?.vector ?? null,
    others: parts.find(({ group }) => group === null)?.vector ?? null,
    season: month >= 11,
    half: occasion.coupons.has('HALFGROUND'),
    recent: occasion.lastOrder !== null && occasion.moment !== null && occasion.moment - occasion.lastOrder <= 6 * 3_600_000,
    machines: consignment.groups.includes('machines'),
    clayAlone: consignment.groups.every((group) => group === 'clay'),
    cartons: shipment.packagingCost,
  };
}

function tierPrice(table: Table, vector: Float64Array): number {
  const measured = vector[table.at] as number;
  let row = 0;
  while (row < table.bounds.length && measured > (table.bounds[row] as number)) row += 1;
  if (table.grid.length === 0) return table.prices[row] as number;
  const across = vector[table.columnAt] as number;
  let column = 0;
  while (column < table.columns.length && across > (table.columns[column] as number)) column += 1;
  return (table.grid[row] as number[])[column] as number;
}

function basePrice(lane: LaneTable, cart: LoopCart): number {
  if (lane.glazes === null || cart.glazes === null) return tierPrice(lane, cart.whole);
  const glazes = tierPrice(lane.glazes, cart.glazes);
  if (glazes < 0) return glazes;
  const others = cart.others === null ? 0 : tierPrice(lane, cart.others);
  return others < 0 ? others : Math.max(glazes, others);
}

function charged(lane: LaneTable, cart: LoopCart, price: number): number {
  let running = price;
  for (let at = 0; at < lane.charges.length; at += 1) {
    const charge = lane.charges[at] as LaneTable['charges'][number];
    if (charge.season && !cart.season) continue;
    const of = charge.of === -1 ? price : (cart.whole[charge.of] as number);
    const more =
      charge.kind === 'share' ? Math.floor((of * charge.share + 5000) / 10_000) : charge.kind === 'cartons' ? cart.cartons : charge.fixed;
    running += Math.max(charge.floor, more);
  }
  return running;
}

export function loopPrice(lane: LaneTable, cart: LoopCart): number {
  for (let at = 0; at < lane.limits.length; at += 1) {
    const limit = lane.limits[at] as Table['limits'][number];
    const value = cart.whole[limit.at] as number;
    if (value < limit.from || value > limit.upTo) return WITHHELD;
  }
  const price = basePrice(lane, cart);
  if (price < 0) return price;
  const total = charged(lane, cart, price);
  if (total === 0) return 0;
  if ((cart.whole[VALUE] as number) >= lane.freeFrom) return 0;
  if (lane.rideAlong && cart.recent && !cart.machines) return 0;
  if (lane.tenBoxes && cart.clayAlone && (cart.whole[ITEMS] as number) >= 10) return 0;
  return lane.half && cart.half ? total - Math.floor((total * 5000 + 5000) / 10_000) : total;
}
