import type { Minor } from '../numbers/units.ts';
import type { Parcel } from '../packing/parcel.ts';
import type { Packing } from '../rate-book/rateBook.ts';

/** What the packaging of parcels costs the shop, in minor units. */
export function packagingCost({ packaging }: Packing, parcels: readonly Parcel[]): Minor {
  return parcels.reduce((sum, parcel) => {
    const cost = packaging.find(({ id }) => id === parcel.packaging)?.cost ?? 0;
    return sum + cost * parcel.count;
  }, 0);
}
