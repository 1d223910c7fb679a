import { cartOf } from '../coverage/cartKind.ts';
import type { Good, GoodsIndex } from '../coverage/goodsIndex.ts';
import { lanesOf } from '../coverage/kindsIn.ts';
import { admitted } from '../quote/admit.ts';
import { resolveCart } from '../quote/cartInput.ts';
import type { CompiledBook, CompiledZone } from '../quote/compile.ts';
import type { CompiledLane } from '../quote/compiledLane.ts';
import { plan } from '../quote/plan.ts';
import { quoteLane } from '../quote/quoteLane.ts';
import type { Shipment } from '../quote/shipment.ts';
import type { Finding } from './finding.ts';
import type { PricedKind } from './priceFindings.ts';

export type CartonFinding = Finding<'cartonNotCovered'>;

/** The lightest, the one in the middle and the heaviest. */
const someOf = (goods: readonly Good[]): readonly Good[] => {
  const places = new Set([0, Math.floor((goods.length - 1) / 2), goods.length - 1]);
  return [...places].flatMap((at) => goods[at] ?? []);
};

/** One of a product, packed as the shop packs it; null where it does not travel as one consignment. */
function packed(compiled: CompiledBook, kind: PricedKind['kind'], { product }: Good, goods: GoodsIndex): Shipment | null {
  const cart = { ...cartOf(kind, []), lines: [{ product: product.id, quantity: 1 }] };
  const resolved = resolveCart(cart, goods.products);
  if (!resolved.ok) return null;
  const { shipments } = plan(compiled, admitted(compiled, resolved.request), undefined, { ledger: false });
  const [shipment] = shipments;
  return shipment && shipments.length === 1 ? shipment : null;
}

/** A lane whose price, without tax, is less than the packaging of a shipment costs; null where it is not, or asks nothing. */
function shortOf(lane: CompiledLane, shipment: Shipment): CartonFinding['facts'] | null {
  const carton = shipment.packagingCost;
  const offer = carton === 0 ? null : quoteLane(lane.service.id, lane, shipment, null);
  if (offer?.status !== 'priced') return null;
  const price = offer.price - (offer.tax?.amount ?? 0);
  return price === 0 || price >= carton ? null : { price, carton, carriage: null };
}

/** Services whose price for one product does not even pay for its packaging; one cart of each, where packaging costs anything. */
export function cartonFindings(
  compiled: CompiledBook,
  zone: CompiledZone,
  kinds: readonly PricedKind[],
  goods: GoodsIndex,
): readonly CartonFinding[] {
  if (compiled.book.packing.packaging.every(({ inUse, cost }) => !inUse || cost === 0)) return [];
  const found = new Map<string, CartonFinding>();
  const carts = kinds.flatMap(({ kind, only }) => (only ? [] : someOf(goods.of(kind.groups[0] ?? null)).map((good) => ({ kind, good }))));
  for (const { kind, good } of carts) {
    const shipment = packed(compiled, kind, good, goods);
    if (!shipment) continue;
    const witness = { lines: [{ product: good.product.id, quantity: 1 }], destination: kind.destination };
    for (const lane of lanesOf(zone)) {
      const service = lane.service.id;
      const facts = found.has(service) ? null : shortOf(lane, shipment);
      const where = { zones: [zone.zone.id], service };
      if (facts) found.set(service, { code: 'cartonNotCovered', severity: 'moneyLost', where, facts, witness });
    }
  }
  return [...found.values()];
}
