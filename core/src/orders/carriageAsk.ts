import type { RateAsk } from '../carriers/rateAsk.ts';
import type { Id } from '../names/naming.ts';
import type { Minor } from '../numbers/units.ts';
import type { Parcel } from '../packing/parcel.ts';
import type { Destination } from '../places/place.ts';
import { askFor } from '../quote/livePrice.ts';
import type { RateBook } from '../rate-book/rateBook.ts';

/** A way goods are to be carried. */
export interface Way {
  readonly service: Id;
  /** The location they leave from. */
  readonly origin: Id | null;
  readonly to: Destination;
  readonly parcels: readonly Parcel[];
  /** What the goods are worth, in minor units; asked only where their value is declared. */
  readonly value: Minor;
}

/** What to ask the carrier of a service; null where nobody carries it or an end of the way is not known. */
export function carriageAsk({ services, locations, shop }: RateBook, { service, origin, to, parcels, value }: Way) {
  const carriage = services.find(({ id }) => id === service)?.carriage ?? null;
  const from = locations.find(({ id }) => id === origin);
  const ask: RateAsk | null = askFor({ carriage }, { from, to, parcels, value, currency: shop.currency });
  return carriage && ask && { ask, service: carriage.service };
}
