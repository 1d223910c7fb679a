import type { CompiledLane } from './compiledLane.ts';
import type { Shipment } from './shipment.ts';

/** What the carrier of a lane asks for all consignments of a cart, in minor units; else why there is no telling. */
export function laneCost(lane: CompiledLane, shipments: readonly Shipment[]): number | string {
  let cost = 0;
  for (const whole of shipments) {
    const answer = whole.seenBy(lane).carriers.answer(lane);
    if (answer.kind === 'declined') return answer.message;
    if (answer.kind === 'silent') return answer.detail ?? answer.why;
    cost += answer.cost.amount;
  }
  return cost;
}
