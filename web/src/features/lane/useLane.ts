import { type Lane, laneOf, type Service, type Zone } from '@ostrakon/core';
import { useMemo } from 'react';
import { useParams } from 'react-router';
import { useDraft } from '../../draft/DraftProvider.tsx';
import type { LaneAt } from '../../draft/draftSession.ts';

/** The lane in the address bar, which the lane screen has made sure of. */
export function useLane(): { at: LaneAt; zone: Zone; service: Service; lane: Lane } {
  const { zone: zoneId = '', service: serviceId = '' } = useParams();
  const { book } = useDraft();
  const zone = book.zones.find((one) => one.id === zoneId);
  const service = book.services.find((one) => one.id === serviceId);
  const lane = zone && laneOf(zone, serviceId);
  if (!zone || !service || !lane) throw new Error(`useLane must be used where the lane ${serviceId} to ${zoneId} exists`);
  const at = useMemo(() => ({ zone: zoneId, service: serviceId }), [zoneId, serviceId]);
  return { at, zone, service, lane };
}
