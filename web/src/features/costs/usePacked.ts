import { admitted, compile, type Packaging, type Parcel, plan } from '@ostrakon/core';
import { useMemo } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';

export interface Packed {
  readonly packaging: Packaging | null;
  readonly parcels: readonly Parcel[];
}

/** The bench's first consignment as the shop packs it, and into each piece of packaging alone that takes all of it. */
export function usePacked(): { packed: readonly Packed[]; origin: string | null } {
  const { compiled, request, shipments } = useBench();
  return useMemo(() => {
    const { book } = compiled;
    const [own] = shipments;
    const alone = book.packing.packaging.flatMap((packaging): Packed[] => {
      const only = { ...book.packing, packaging: book.packing.packaging.map((one) => ({ ...one, inUse: one.id === packaging.id })) };
      const other = compile({ ...book, packing: only });
      const [shipment] = plan(other, admitted(other, request)).shipments;
      const parcels = shipment?.consignment.parcels ?? [];
      const fits = parcels.length > 0 && parcels.every(({ how, packaging: into }) => how === 'ownBox' || into === packaging.id);
      return fits && parcels.some(({ packaging: into }) => into === packaging.id) ? [{ packaging, parcels }] : [];
    });
    const asPacked = own && own.consignment.parcels.length > 0 ? [{ packaging: null, parcels: own.consignment.parcels }] : [];
    return { packed: [...asPacked, ...alone], origin: own?.consignment.origin ?? null };
  }, [compiled, request, shipments]);
}
