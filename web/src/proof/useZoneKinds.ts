import type { CartKind, CompiledBook, Destination } from '@ostrakon/core';
import { useMemo } from 'react';
import { useBench } from '../bench/BenchProvider.tsx';
import { useDraft } from '../draft/DraftProvider.tsx';
import { useProof } from './useProof.ts';

/** What the pictures of a book are made of: the kind of cart of a group to each zone. */
export interface PicturedZones {
  readonly compiled: CompiledBook;
  /** Null where no address of the zone is known. */
  readonly kindOf: (zone: number, group: string | null) => CartKind | null;
}

/** Kinds of cart of one group at the bench's moment, to an address in each zone. */
export function useZoneKinds(): PicturedZones {
  const { compiled, request } = useBench();
  const { book } = useDraft();
  const { looked } = useProof();
  const addresses = looked?.addresses;
  const { moment, coupons } = request;
  return useMemo(() => {
    const kindOf = (zone: number, group: string | null): CartKind | null => {
      const id = book.zones[zone]?.id;
      const destination: Destination | undefined = id === undefined ? undefined : addresses?.[id];
      if (!destination || moment === undefined) return null;
      const ships = (ids: { groups: string[]; others: boolean } | null) =>
        ids === null || (group === null ? ids.others : ids.groups.includes(group));
      const from = book.locations.find((location) => ships(location.ships));
      return { groups: [group], coupons: coupons ?? [], moment, origin: from?.id ?? null, destination };
    };
    return { compiled, kindOf };
  }, [compiled, book, addresses, moment, coupons]);
}
