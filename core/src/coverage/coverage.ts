import { measureIndex } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import type { CompiledBook, CompiledZone } from '../quote/compile.ts';
import type { Shipment } from '../quote/shipment.ts';
import type { GoodsSet } from '../rate-book/scope.ts';
import { type Box, holdsPoint, joined, withoutAll } from './box.ts';
import { type CartKind, shipmentOf } from './cartKind.ts';
import { type Answer, boxesOf, piecesOf } from './laneCover.ts';
import { type Dimension, impossibleIn, Space } from './space.ts';

/** What a service answers, for all carts of a kind. */
export interface ServiceCover {
  readonly service: Id;
  readonly boxes: readonly { readonly box: Box; readonly answer: Answer }[];
}

/** For which measures each service of a zone is offered to a kind of cart, asks the shop, or is withheld: exact. */
export interface Coverage {
  readonly zone: Id;
  readonly kind: CartKind;
  readonly space: Space;
  readonly dimensions: readonly Dimension[];
  /** Services with a lane in the zone. */
  readonly services: readonly ServiceCover[];
  /** Where no service answers anything. */
  readonly nothing: readonly Box[];
  /** Where the buyer is told to ask, and no more. */
  readonly onlyRefer: readonly Box[];
  /** Where there is an option only if a carrier answers and takes it. */
  readonly onlyCarrier: readonly Box[];
}

const fewestFirst = (a: readonly Box[], b: readonly Box[]) => a.length - b.length;

/** All of some boxes but what lies in others, without what no cart can be, in as few boxes as can be. */
function left(boxes: readonly Box[], taken: readonly (readonly Box[])[], impossible: (box: Box) => boolean): readonly Box[] {
  let rest = boxes;
  for (const some of [...taken].sort(fewestFirst)) rest = withoutAll(rest, some).filter((box) => !impossible(box));
  return joined(rest).filter((box) => !impossible(box));
}

/** Coverage of one zone for one kind of cart. */
export function coverage(compiled: CompiledBook, zone: CompiledZone, kind: CartKind): Coverage {
  const shipment = shipmentOf(compiled, kind);
  const space = new Space();
  const pieces = zone.lanes.flatMap((lane) =>
    lane === null ? [] : [{ service: lane.service.id, pieces: piecesOf(lane, shipment, space) }],
  );
  const { dimensions } = space;
  const services = pieces.map(({ service, pieces: some }) => ({ service, boxes: boxesOf(some, space) }));
  const boxes = (answer: Answer) =>
    services.map((one) => one.boxes.flatMap((piece) => (piece.answer === answer ? [piece.box] : []))).filter((some) => some.length > 0);
  const [offered, refer, carrier] = [boxes('offered'), boxes('refer'), boxes('carrier')];
  const impossible = impossibleIn(dimensions);
  return {
    zone: zone.zone.id,
    kind,
    space,
    dimensions,
    services,
    nothing: left([space.box(new Map())], [...offered, ...carrier, ...refer], impossible),
    onlyRefer: left(refer.flat(), [...offered, ...carrier], impossible),
    onlyCarrier: left(carrier.flat(), [...offered, ...refer], impossible),
  };
}

/** What a service answers at a point: what holds while its carrier is silent stands after what holds if it answers. */
export const answersAt = ({ boxes }: ServiceCover, point: readonly number[]): readonly Answer[] =>
  boxes.flatMap(({ box, answer }) => (holdsPoint(box, point) ? [answer] : []));

/** Where a consignment lies among the carts of its kind; null where it has none of the goods that some lane prices apart. */
export function pointOf({ dimensions }: Pick<Coverage, 'dimensions'>, whole: Shipment): readonly number[] | null {
  const point: number[] = [];
  for (const { measure, part, lane } of dimensions) {
    const shipment = whole.seenBy(lane);
    const vector = part === null ? shipment.vector : shipment.goods.vectorOf(goodsOf(part));
    if (vector === null) return null;
    point.push(vector[measureIndex(measure)]);
  }
  return point;
}

const goodsOf = (part: readonly (Id | null)[]): GoodsSet => ({
  groups: part.filter((group) => group !== null),
  others: part.includes(null),
});
