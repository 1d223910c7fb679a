import { admitted, type CompiledBook, type Destination, type Micrograms, plan, type Survey, type SurveyProbe } from '@ostrakon/core';

/** A probe whose parcel counts for more by its volume than it weighs. */
export interface ByVolume {
  /** The name of the packaging. */
  readonly packaging: string;
  readonly weight: Micrograms;
}

/** What a probe is billed by, as the shop packs it and counts volume; null where its weight counts. */
export function billedByVolume(compiled: CompiledBook, { lines }: SurveyProbe, destination: Destination): ByVolume | null {
  const request = { lines: [...lines], discounts: [], destination };
  const parcels = plan(compiled, admitted(compiled, request)).shipments[0]?.consignment.parcels ?? [];
  const large = parcels.find(({ volumetricWeight, packedWeight }) => volumetricWeight !== null && volumetricWeight > packedWeight);
  const packaging = compiled.book.packing.packaging.find(({ id }) => id === large?.packaging);
  return large && packaging && large.volumetricWeight !== null ? { packaging: packaging.name, weight: large.volumetricWeight } : null;
}

/** How many addresses of each zone a survey asked for: the fewest and the most. */
export function addressesEach({ addresses }: Pick<Survey, 'addresses'>): readonly [least: number, most: number] {
  const each = new Map<string, number>();
  for (const { zone } of addresses) each.set(zone, (each.get(zone) ?? 0) + 1);
  const counts = [...each.values()];
  return [Math.min(...counts), Math.max(...counts)];
}
