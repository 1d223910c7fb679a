import { addUp, MEASURES, type Measures } from '@ostrakon/core';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useLane } from './useLane.ts';

const read = (vector: ArrayLike<number> | undefined): Measures =>
  Object.fromEntries(MEASURES.map((measure, at) => [measure, vector?.[at] ?? 0])) as Measures;

/** What the card in hand reads of the bench's cart: all of it, or only the goods it prices. */
export function useCardMeasures(): Measures {
  const { shipments } = useBench();
  const { lane, group } = useLane();
  if (lane.groupCards.length === 0) return addUp(shipments.map(({ consignment }) => consignment.measures));
  const owners = lane.groupCards.map((held) => held.group);
  const parts = shipments.flatMap((shipment) =>
    shipment.goods.partsFor(owners, shipment.hasInstead).filter((part) => part.group === group),
  );
  return read(parts[0]?.vector);
}
