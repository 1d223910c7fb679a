import type { Measures } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import type { Destination } from '../places/place.ts';
import { admitted } from './admit.ts';
import type { CompiledBook } from './compile.ts';
import { addUp } from './measureCart.ts';
import { plan } from './plan.ts';
import type { CartLine } from './request.ts';

/** What a lane reads of goods: their measures as its service packs them, of all their consignments together. */
export function laneMeasures(
  compiled: CompiledBook,
  at: { readonly zone: Id; readonly service: Id },
  lines: readonly CartLine[],
  destination: Destination,
): Measures {
  const lane = compiled.zones.find(({ zone }) => zone.id === at.zone)?.lanes.find((one) => one?.service.id === at.service);
  const { shipments } = plan(compiled, admitted(compiled, { lines: [...lines], discounts: [], destination }));
  return addUp(shipments.map((shipment) => (lane ? shipment.seenBy(lane) : shipment).consignment.measures));
}
