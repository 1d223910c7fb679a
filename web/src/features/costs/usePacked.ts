import { admitted, compile, massToMicrograms, type Packaging, type Parcel, plan } from '@ostrakon/core';
import { useMemo } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';

export interface Packed {
  readonly packaging: Packaging | null;
  readonly parcels: readonly Parcel[];
}

/** A piece of packaging that does not take all of the cart: the line of goods it is too small or too weak for. */
export interface Unfit {
  readonly packaging: Packaging;
  readonly line: number | null;
  readonly why: 'tooLarge' | 'tooHeavy';
}

function unfitFor(packaging: Packaging, parcels: readonly Parcel[]): Unfit {
  const left = parcels.find(({ how }) => how === 'fitsNothing');
  const tooHeavy = packaging.mostLoad !== null && left !== undefined && left.contentsWeight > massToMicrograms(packaging.mostLoad);
  return { packaging, line: left?.contents[0]?.line ?? null, why: tooHeavy ? 'tooHeavy' : 'tooLarge' };
}

/** The bench's first consignment as the shop packs it, and into each piece of packaging alone that takes all of it; and those that do not. */
export function usePacked(): { packed: readonly Packed[]; unfit: readonly Unfit[]; origin: string | null } {
  const { compiled, request, shipments } = useBench();
  return useMemo(() => {
    const { book } = compiled;
    const [own] = shipments;
    const packed: Packed[] = own && own.consignment.parcels.length > 0 ? [{ packaging: null, parcels: own.consignment.parcels }] : [];
    const unfit: Unfit[] = [];
    for (const packaging of packed.length === 0 ? [] : book.packing.packaging) {
      const only = { ...book.packing, packaging: book.packing.packaging.map((one) => ({ ...one, inUse: one.id === packaging.id })) };
      const other = compile({ ...book, packing: only });
      const parcels = plan(other, admitted(other, request)).shipments[0]?.consignment.parcels ?? [];
      const fits = parcels.every(({ how, packaging: into }) => how === 'ownBox' || into === packaging.id);
      if (!fits) unfit.push(unfitFor(packaging, parcels));
      else if (parcels.some(({ packaging: into }) => into === packaging.id)) packed.push({ packaging, parcels });
    }
    return { packed, unfit, origin: own?.consignment.origin ?? null };
  }, [compiled, request, shipments]);
}
