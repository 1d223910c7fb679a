import { laneOf, type Service } from '@ostrakon/core';
import { Link } from 'react-router';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { laneSentence } from '../../words/laneSentence.ts';
import { useFormat } from '../../words/useWords.ts';

/** Where a counter is offered, and what its lanes say of fee, least and greatest order, goods and distance. */
export function CounterLanes({ service }: { service: Service }) {
  const { book } = useDraft();
  const session = useDraftSession();
  const format = useFormat();
  const without = book.zones.filter((zone) => !laneOf(zone, service.id));
  return (
    <section aria-label="Offered to">
      <h2 className="font-serif text-lg font-semibold">Offered to</h2>
      <p className="text-sm text-ash">
        Fee, least and greatest order, goods, and within how many kilometres, are limits set with its prices in each zone.
      </p>
      <ul className="mt-1 space-y-1">
        {book.zones.flatMap((zone) => {
          const lane = laneOf(zone, service.id);
          return lane
            ? [
                <li key={zone.id}>
                  <Link to={`/book/${zone.id}/${service.id}`} className="font-medium text-clay underline">
                    {zone.name}
                  </Link>{' '}
                  <span className="text-ash">
                    {laneSentence(lane, format, book)
                      .map(({ text }) => text)
                      .join('')}
                  </span>
                </li>,
              ]
            : [];
        })}
      </ul>
      {without.length > 0 && (
        <p className="mt-2 flex flex-wrap items-center gap-2 text-sm">
          Offer it, free, in
          {without.slice(0, 6).map((zone) => (
            <Button
              key={zone.id}
              onClick={() =>
                session.dispatch({
                  name: 'startLane',
                  args: {
                    zone: zone.id,
                    service: service.id,
                    card: { kind: 'flat', result: { kind: 'free' } },
                  },
                })
              }
            >
              {zone.name}
            </Button>
          ))}
        </p>
      )}
    </section>
  );
}
