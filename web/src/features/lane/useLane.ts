import { type Card, type Lane, laneOf, type Service, type Zone } from '@ostrakon/core';
import { useMemo } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { useDraft } from '../../draft/DraftProvider.tsx';
import type { LaneAt } from '../../draft/draftSession.ts';

export interface LaneInHand {
  readonly at: LaneAt;
  readonly zone: Zone;
  readonly service: Service;
  readonly lane: Lane;
  /** The goods group whose card is in hand; null is the lane's own card. */
  readonly group: string | null;
  readonly card: Card;
  /** What commands on the card in hand name. */
  readonly cardAt: LaneAt & { group?: string };
}

/** The lane in the address bar, which the lane screen has made sure of, and the card of it in hand (`?goods=clay`). */
export function useLane(): LaneInHand {
  const { zone: zoneId = '', service: serviceId = '' } = useParams();
  const [search] = useSearchParams();
  const { book } = useDraft();
  const zone = book.zones.find((one) => one.id === zoneId);
  const service = book.services.find((one) => one.id === serviceId);
  const lane = zone && laneOf(zone, serviceId);
  if (!zone || !service || !lane) throw new Error(`useLane must be used where the lane ${serviceId} to ${zoneId} exists`);
  const at = useMemo(() => ({ zone: zoneId, service: serviceId }), [zoneId, serviceId]);
  const own = lane.groupCards.find(({ group }) => group === search.get('goods'));
  const group = own?.group ?? null;
  const cardAt = useMemo(() => (group === null ? at : { ...at, group }), [at, group]);
  return { at, zone, service, lane, group, card: own?.card ?? lane.card, cardAt };
}
