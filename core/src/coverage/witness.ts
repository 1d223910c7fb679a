import { massToMicrograms } from '../measures/mass.ts';
import type { Measure } from '../measures/measure.ts';

import { billableWeight, lengthPlusGirth, longestSide, sumOfSides } from '../packing/billable.ts';
import type { Destination } from '../places/place.ts';
import { findZone } from '../places/placeIndex.ts';
import type { Point } from '../places/point.ts';
import { admitted } from '../quote/admit.ts';
import { type CartInput, type CartInputLine, resolveCart } from '../quote/cartInput.ts';
import type { CompiledBook } from '../quote/compile.ts';
import { plan } from '../quote/plan.ts';
import type { QuoteRequest } from '../quote/request.ts';
import type { Shipment } from '../quote/shipment.ts';
import { type Box, holdsPoint, type Range, rangeOf } from './box.ts';
import type { CartKind } from './cartKind.ts';
import { type Coverage, pointOf } from './coverage.ts';
import type { Good, GoodsIndex } from './goodsIndex.ts';
import { roundFigure } from './roundFigure.ts';
import { type Dimension, everything } from './space.ts';

/** A cart that lies in a box, packed and measured. */
export interface Found {
  readonly cart: CartInput;
  readonly request: QuoteRequest;
  readonly shipment: Shipment;
  /** Made of what the shop sells; else of goods described on the spot. */
  readonly ownGoods: boolean;
}

/** The most pieces of a cart of the shop's own goods. */
const MOST_PIECES = 24;
/** The most carts of own goods packed for one box. */
const MOST_TRIED = 48;
/** The most goods looked at for one number of pieces. */
const MOST_GOODS = 300;

/** What a box asks of a cart, by measure of all its goods. */
type Wanted = (measure: Measure) => Range;

function wantedIn({ dimensions }: Coverage, box: Box): Wanted {
  return (measure) => {
    let range = everything({ measure });
    dimensions.forEach((dimension, at) => {
      if (dimension.measure !== measure || dimension.part !== null) return;
      const own = rangeOf(box, at);
      range = { from: Math.max(range.from, own.from), below: Math.min(range.below, own.below) };
    });
    return range;
  };
}

const inRange = (value: number, { from, below }: Range) => value >= from && value < below;

/** The narrowest range that weight of items can be in, by all the weights the box bounds. */
function itemsRange(wanted: Wanted): Range {
  const items = wanted('itemsWeight');
  return { from: items.from, below: Math.min(items.below, wanted('packedWeight').below, wanted('billableWeight').below + GRAM) };
}

const GRAM = 1e6;

/** A point so many metres from another, in a direction: near enough on the sphere to be tried. */
function pointAt({ latitude, longitude }: Point, metres: number, bearing: number): Point {
  const [lat, lng, angle] = [radians(latitude), radians(longitude), metres / 6_371_009];
  const to = Math.asin(Math.sin(lat) * Math.cos(angle) + Math.cos(lat) * Math.sin(angle) * Math.cos(bearing));
  const along = lng + Math.atan2(Math.sin(bearing) * Math.sin(angle) * Math.cos(lat), Math.cos(angle) - Math.sin(lat) * Math.sin(to));
  const degrees = (along * 180) / Math.PI;
  return { latitude: round6((to * 180) / Math.PI), longitude: round6(((degrees + 540) % 360) - 180) };
}
const radians = (degrees: number) => (degrees * Math.PI) / 180;
const round6 = (value: number) => Math.round(value * 1e6) / 1e6;

/** Directions an address is looked for in. */
const BEARINGS = 12;

/** Where the distances of a dimension are measured from. */
function centreOf({ book }: CompiledBook, { lane: { centre } }: Dimension, kind: CartKind): Point | null {
  if (centre !== undefined) return centre;
  return book.locations.find(({ id }) => id === kind.origin)?.point ?? null;
}

/** Addresses of a kind at the distances a box asks for; its own where it asks for none. */
function addressesFor(compiled: CompiledBook, { dimensions, kind, zone }: Coverage, box: Box): readonly Destination[] {
  const at = dimensions.findIndex(({ measure }) => measure === 'distance');
  const dimension = dimensions[at];
  if (!dimension) return [kind.destination];
  const { point: _point, ...nowhere } = kind.destination;
  const range = rangeOf(box, at);
  if (range.below === Number.POSITIVE_INFINITY && range.from > 1e12) return [nowhere];
  const centre = centreOf(compiled, dimension, kind);
  const far = roundFigure('distance', { from: range.from, below: Math.min(range.below, 2e10) }, 'metric');
  if (!centre || !far) return [kind.destination];
  const place = compiled.book.zones.findIndex(({ id }) => id === zone);
  const around = Array.from({ length: BEARINGS }, (_, step): Destination => {
    return { ...nowhere, point: pointAt(centre, far.value / 1000, (step * 2 * Math.PI) / BEARINGS) };
  });
  return [kind.destination, ...around].filter((address) => findZone(compiled.places, address)?.zone === place);
}

/** The cart of some lines, where it lies in the box and shows what it is to show. */
type Tried = (lines: readonly CartInputLine[], ownGoods: boolean) => Found | null;

/** Looks for carts in the boxes of one coverage. */
export class WitnessSearch {
  readonly #compiled: CompiledBook;
  readonly #goods: GoodsIndex;

  constructor(compiled: CompiledBook, goods: GoodsIndex) {
    this.#compiled = compiled;
    this.#goods = goods;
  }

  /**
   * A cart that lies in a box and shows what it is to show: of the shop's own goods with the fewest pieces, single products
   * before pairs, else one item of stated weight, price and size; null where none was found.
   * @param groups goods groups answered alike, each tried by itself
   * @param shows whether the whole quote of a cart shows it
   */
  in(coverage: Coverage, box: Box, groups: CartKind['groups'], shows: (request: QuoteRequest) => boolean): Found | null {
    for (const destination of addressesFor(this.#compiled, coverage, box)) {
      const tried: Tried = (lines, ownGoods) => {
        const found = this.#measured(coverage.kind, destination, lines, ownGoods);
        const point = found && pointOf(coverage, found.shipment);
        return found && point && holdsPoint(box, point) && shows(found.request) ? found : null;
      };
      const found = this.#ofOwnGoods(coverage, box, groups, tried) ?? this.#described(coverage, box, tried);
      if (found) return found;
    }
    return null;
  }

  /**
   * A cart of the shop's own goods, some of each group of the coverage's kind, that lies in a box and shows what it is to show: the
   * fewest pieces first; null where none was found.
   */
  mixed(coverage: Coverage, box: Box, shows: (request: QuoteRequest) => boolean): Found | null {
    const { kind } = coverage;
    const each = MOST_OF_EACH[kind.groups.length] ?? 1;
    const lists = kind.groups.map((group) => spread(this.#goods.of(group), each));
    if (lists.some((list) => list.length === 0)) return null;
    const weights = itemsRange(wantedIn(coverage, box));
    const choices = lists.reduce<readonly (readonly Good[])[]>(
      (held, list) => held.flatMap((some) => list.map((one) => [...some, one])),
      [[]],
    );
    const lines = MOST_OF_MIXED.flatMap((pieces) =>
      choices.flatMap((some) => some.map((_, more) => some.map((one, at) => ({ one, quantity: at === more ? pieces : 1 })))),
    );
    let left = MOST_TRIED;
    for (const some of lines) {
      const weight = some.reduce((sum, { one, quantity }) => sum + one.weight * quantity, 0);
      if (weight < weights.from - HALF || weight >= weights.below) continue;
      if (left === 0) return null;
      left -= 1;
      const found = this.#measured(
        kind,
        kind.destination,
        some.map(({ one, quantity }) => ({ product: one.product.id, quantity })),
        true,
      );
      const point = found && pointOf(coverage, found.shipment);
      if (found && point && holdsPoint(box, point) && shows(found.request)) return found;
    }
    return null;
  }

  /** The cart of some lines, where all of it travels together as the kind has it. */
  #measured(kind: CartKind, destination: Destination, lines: readonly CartInputLine[], ownGoods: boolean): Found | null {
    const cart: CartInput = {
      lines: [...lines],
      discounts: [],
      destination,
      moment: kind.moment,
      ...(kind.coupons.length > 0 && { coupons: [...kind.coupons] }),
    };
    const resolved = resolveCart(cart, this.#goods.products);
    if (!resolved.ok) return null;
    const { shipments } = plan(this.#compiled, admitted(this.#compiled, resolved.request), undefined, { ledger: false });
    const [shipment] = shipments;
    if (!shipment || shipments.length > 1) return null;
    return { cart, request: resolved.request, shipment, ownGoods };
  }

  #ofOwnGoods(coverage: Coverage, box: Box, groups: CartKind['groups'], tried: Tried): Found | null {
    const wanted = wantedIn(coverage, box);
    const [weights, count, parcels] = [itemsRange(wanted), wanted('itemCount'), wanted('parcels')];
    let left = MOST_TRIED;
    for (let pieces = Math.max(count.from, parcels.from); pieces <= MOST_PIECES && pieces < count.below; pieces += 1) {
      for (const group of groups) {
        for (const lines of this.#linesOf(group, pieces, weights, wanted)) {
          if (left <= 0) return null;
          left -= 1;
          const found = tried(lines, true);
          if (found) return found;
        }
      }
    }
    return null;
  }

  /** Lines of so many pieces whose items weigh and cost what is wanted: of one product, then of two. */
  *#linesOf(
    group: CartKind['groups'][number],
    pieces: number,
    weights: Range,
    wanted: Wanted,
  ): Generator<readonly CartInputLine[], void, void> {
    const values = [wanted('valueAfterDiscounts'), wanted('valueBeforeDiscounts')];
    const worth = (value: number) => values.every((range) => inRange(value, range));
    const singles = this.#goods.weighing(group, pieces, weights.from - HALF, weights.below, MOST_GOODS);
    for (const { product } of singles) if (worth(product.price * pieces)) yield [{ product: product.id, quantity: pieces }];
    if (pieces < 2 || pieces > MOST_PAIRED) return;
    for (const heavy of spread(this.#goods.of(group), MOST_FIRST)) {
      const rest = { from: weights.from - HALF - heavy.weight, below: weights.below - heavy.weight };
      for (const light of this.#goods.weighing(group, pieces - 1, rest.from, rest.below, MOST_SECOND)) {
        if (light === heavy || !worth(heavy.product.price + light.product.price * (pieces - 1))) continue;
        yield [
          { product: heavy.product.id, quantity: 1 },
          { product: light.product.id, quantity: pieces - 1 },
        ];
      }
    }
  }

  /** One kind of item of a round weight, price and size, in its own box or in one of the shop's. */
  #described(coverage: Coverage, box: Box, tried: Tried): Found | null {
    const wanted = wantedIn(coverage, box);
    const { units } = this.#compiled.book.shop;
    const [group = null] = coverage.kind.groups;
    const quantity = Math.max(wanted('itemCount').from, wanted('parcels').from);
    const value = roundFigure('valueAfterDiscounts', both(wanted('valueAfterDiscounts'), wanted('valueBeforeDiscounts')), units);
    if (!value || quantity > 10_000) return null;
    const unitPrice = Math.ceil(value.value / quantity);
    for (const { text, ownBox } of this.#weights(wanted, quantity)) {
      for (const size of this.#sizes(wanted)) {
        const line: CartInputLine = {
          quantity,
          unitPrice,
          weight: text,
          size,
          delivered: true,
          ...(group !== null && { group }),
          ...(ownBox && { ownBox }),
        };
        const found = tried([line], false);
        if (found) return found;
      }
    }
    return null;
  }

  /** Weights of one item: as the box has it, in its own box; else less the tare of a packaging that may take it. */
  #weights(wanted: Wanted, quantity: number): readonly { readonly text: string; readonly ownBox: boolean }[] {
    const { shop, packing } = this.#compiled.book;
    const [items, packed] = [itemsRange(wanted), wanted('packedWeight')];
    const each = ({ from, below }: Range): Range => ({ from: Math.max(0, from) / quantity, below: below / quantity });
    const own = roundFigure('itemsWeight', each(both(items, packed)), shop.units);
    const tares = packing.packaging.filter(({ inUse }) => inUse).map(({ tare }) => tare);
    const within = roundFigure('itemsWeight', each(items), shop.units);
    return [
      ...(own ? [{ text: own.text, ownBox: true }] : []),
      ...(within ? [{ text: within.text, ownBox: false }] : []),
      ...tares.flatMap((tare) => {
        const less = massToMicrograms(tare);
        const figure = roundFigure('itemsWeight', each(both(items, { from: packed.from - less, below: packed.below - less })), shop.units);
        return figure ? [{ text: figure.text, ownBox: false }] : [];
      }),
    ];
  }

  /** Sizes of one item that its box may have: as small as can be, so that its weight is what counts. */
  #sizes(wanted: Wanted): readonly { length: string; width: string; height: string }[] {
    const { volume } = this.#compiled.book.packing;
    const billed = wanted('billableWeight');
    const [longest, sum, girth] = [wanted('longestSide'), wanted('sumOfSides'), wanted('lengthPlusGirth')];
    const fitting: { length: string; width: string; height: string }[] = [];
    for (const across of ACROSS) {
      for (const along of ALONG) {
        if (along < across || fitting.length >= MOST_SIZES) continue;
        const sides = { length: along * CENTIMETRE, width: across * CENTIMETRE, height: across * CENTIMETRE };
        const fits =
          inRange(longestSide(sides), longest) &&
          inRange(sumOfSides(sides), sum) &&
          inRange(lengthPlusGirth(sides), girth) &&
          billableWeight(0, sides, volume) < billed.below;
        if (!fits) continue;
        const heavy = billed.from === 0 || billableWeight(0, sides, volume) >= billed.from;
        const size = { length: `${along} cm`, width: `${across} cm`, height: `${across} cm` };
        if (heavy) fitting.unshift(size);
        else fitting.push(size);
      }
    }
    return fitting.slice(0, MOST_SIZES);
  }
}

/** Goods of each group that mixed carts are made of, and how many pieces one of them may be of. */
const MOST_OF_EACH: Readonly<Record<number, number>> = { 2: 6, 3: 3, 4: 2 };
const MOST_OF_MIXED = [1, 2, 4, 8, 16];
const HALF = 1;
const MOST_PAIRED = 4;
const MOST_FIRST = 40;
const MOST_SECOND = 3;
const MOST_SIZES = 6;
const CENTIMETRE = 10_000;
const ACROSS = [5, 10, 15, 20, 30, 40, 50, 60, 80, 100, 120];
const ALONG = [5, 10, 15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 95, 100, 110, 120, 130, 150, 170, 200, 250, 300];

const both = (a: Range, b: Range): Range => ({ from: Math.max(a.from, b.from), below: Math.min(a.below, b.below) });

/** So many of a list, spread evenly over it. */
function spread<T>(list: readonly T[], most: number): readonly T[] {
  if (list.length <= most) return list;
  return Array.from({ length: most }, (_, at) => list[Math.floor((at * list.length) / most)] as T);
}
