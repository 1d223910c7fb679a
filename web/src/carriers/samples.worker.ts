import { compile, type Destination, type RateBook } from '@ostrakon/core';
import { sampleAddresses } from '@ostrakon/core/sample-addresses';

// One address in each zone: looked for among all postal areas, away from the page.
self.onmessage = ({ data: book }: MessageEvent<RateBook>) => {
  const { places } = compile(book);
  const samples = book.zones.flatMap((zone, at): (readonly [string, Destination])[] => {
    const [first] = sampleAddresses(places, zone.places, at, 1);
    return first ? [[zone.id, first]] : [];
  });
  self.postMessage(new Map(samples));
};
