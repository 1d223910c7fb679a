import { compile, explainDestination } from '@ostrakon/core';
import { useMemo } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useDraft } from '../../draft/DraftProvider.tsx';
import type { MapPoint } from '../../map/ZoneMap.tsx';
import { Button } from '../../ui/Button.tsx';
import { matchedBy } from '../../words/quoteWords.ts';
import { useFormat, useSubdivisionNames } from '../../words/useWords.ts';

export interface Dropped {
  readonly point: MapPoint;
  readonly code: string | null;
}

/** Where an address dropped on the map falls, and why. */
export function DroppedAddress({ dropped }: { dropped: Dropped }) {
  const { book } = useDraft();
  const { send } = useBench();
  const format = useFormat();
  const subdivision = useSubdivisionNames();
  const compiled = useMemo(() => compile(book), [book]);
  const { point, code } = dropped;
  const where = `${point.latitude.toFixed(4)}, ${point.longitude.toFixed(4)}`;
  if (code === null) return <p className="mt-2 text-sm text-ash">{where} lies in no country of the map.</p>;
  const country = code.slice(0, 2);
  const to = { country, ...(code.length > 2 && { subdivision: code }), point };
  const claims = explainDestination(compiled, to);
  const name = code.length > 2 ? `${subdivision(code)}, ${format.region(country)}` : format.region(country);
  const winner = claims.find(({ cutOut }) => !cutOut);
  const served = book.shop.served.includes(country);
  return (
    <div role="status" className="mt-2 flex items-start justify-between gap-3 rounded-lg border border-clay bg-clay-soft px-3 py-2">
      <div>
        <p>
          <strong>
            {where}, {name}
          </strong>{' '}
          {!served
            ? 'is not served: buyers there get no option.'
            : winner
              ? `falls into ${winner.name}, by ${matchedBy(winner.answer, format, subdivision)}.`
              : 'falls into no zone.'}
        </p>
        {claims.length > 1 && (
          <ul className="mt-1 text-sm text-ash">
            {claims
              .filter((claim) => claim !== winner)
              .map(({ answer, name: zone, cutOut }) => (
                <li key={`${answer.zone} ${matchedBy(answer, format, subdivision)}`}>
                  {zone} {cutOut ? 'leaves it out' : 'claims it less closely or later'}, by {matchedBy(answer, format, subdivision)}.
                </li>
              ))}
          </ul>
        )}
      </div>
      <Button className="shrink-0" onClick={() => send({ kind: 'setDestination', destination: to })}>
        Put on the bench
      </Button>
    </div>
  );
}
