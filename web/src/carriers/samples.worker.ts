import { compile, type Destination, type RateBook } from '@ostrakon/core';
import { centroidTables, type PackedCentroids, sampleAddresses } from '@ostrakon/core/sample-addresses';

export interface SamplesAsk {
  readonly book: RateBook;
  /** From the page, which has them already. */
  readonly centroids: Readonly<Record<'CA' | 'US', PackedCentroids>>;
}

// One address in each zone: looked for among all postal areas, away from the page.
self.onmessage = ({ data: { book, centroids } }: MessageEvent<SamplesAsk>) => {
  const { places } = compile(book);
  const tables = centroidTables(centroids);
  const samples = book.zones.flatMap((zone, at): (readonly [string, Destination])[] => {
    const [first] = sampleAddresses(tables, places, zone.places, at, 1);
    return first ? [[zone.id, first]] : [];
  });
  self.postMessage(new Map(samples));
};
