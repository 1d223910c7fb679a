import { type Card, firstCard, type Lane, laneOf, type Service, type Zone } from '@ostrakon/core';
import { Link, useNavigate } from 'react-router';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { cardRuns } from '../../words/cardSentence.ts';
import { resultWords } from '../../words/resultWords.ts';
import { useFormat } from '../../words/useWords.ts';

/** The rings of a card, each with its fee; or what else it goes by. */
function Rings({ card }: { card: Card }) {
  const format = useFormat();
  if (card.kind !== 'distanceTiers')
    return (
      <p>
        {cardRuns(card, format)
          .map(({ text }) => text)
          .join('')}
        .
      </p>
    );
  return (
    <ul className="flex flex-wrap gap-2">
      {card.tiers.map(({ upTo, result }, at) => (
        <li key={upTo} className="rounded-md border border-line-strong bg-paper px-2 py-0.5">
          <span className="text-ash">{at === 0 ? `up to ${upTo}` : `${card.tiers[at - 1]?.upTo} to ${upTo}`}</span>{' '}
          <span className="font-semibold">{resultWords(result, format, 'distance')}</span>
        </li>
      ))}
      <li className="px-1 py-0.5 text-ash">beyond: {resultWords(card.above, format, 'distance')}</li>
    </ul>
  );
}

/** What the round costs in each of its zones; rings are tiers of distance. */
export function RoundFees({ service, lanes }: { service: Service; lanes: readonly { zone: Zone; lane: Lane }[] }) {
  const { book } = useDraft();
  const session = useDraftSession();
  const navigate = useNavigate();
  const without = book.zones.filter((zone) => !laneOf(zone, service.id));
  /** Where its rings are typed. */
  const toRings = (zone: Zone) => void navigate(`/book/${zone.id}/${service.id}?kind=distanceTiers`);
  /** Rings that were typed before come back. */
  const byRings = (zone: Zone, { kept }: Lane) => {
    if (!kept.some(({ kind }) => kind === 'distanceTiers')) return toRings(zone);
    session.dispatch({ name: 'switchCard', args: { zone: zone.id, service: service.id, kind: 'distanceTiers' } });
  };
  const start = (zone: Zone) => {
    if (session.dispatch({ name: 'startLane', args: { zone: zone.id, service: service.id, card: firstCard('flat') } }).ok) toRings(zone);
  };
  return (
    <section aria-label="Fees and rings">
      <h2 className="font-serif text-lg font-semibold">Fees and rings</h2>
      {lanes.length === 0 && <p className="text-ash">The round is in no zone yet. Start it in the zone it drives through.</p>}
      <ul className="mt-1 space-y-2">
        {lanes.map(({ zone, lane }) => (
          <li key={zone.id} className="flex items-start justify-between gap-4">
            <div>
              <span className="font-medium">{zone.name}</span>
              <Rings card={lane.card} />
            </div>
            <span className="flex shrink-0 gap-3">
              {lane.card.kind !== 'distanceTiers' && (
                <Button look="quiet" onClick={() => byRings(zone, lane)}>
                  Price it by rings
                </Button>
              )}
              <Link to={`/book/${zone.id}/${service.id}`} className="py-1 text-clay underline">
                Fees, least order and limits
                <span className="sr-only"> in {zone.name}</span>
              </Link>
            </span>
          </li>
        ))}
      </ul>
      {without.length > 0 && (
        <p className="mt-2 flex flex-wrap items-center gap-2 text-sm">
          Start it with rings in
          {without.slice(0, 6).map((zone) => (
            <Button key={zone.id} onClick={() => start(zone)}>
              {zone.name}
            </Button>
          ))}
        </p>
      )}
    </section>
  );
}
