import { type Card, isTiered } from '@ostrakon/core';
import { useState } from 'react';
import { useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { CardGrid } from './CardGrid.tsx';
import { CardRange } from './CardRange.tsx';
import { cardKinds } from './cardKinds.ts';
import { FlatPrice } from './FlatPrice.tsx';
import { GroupTabs } from './GroupTabs.tsx';
import { RaiseCard } from './RaiseCard.tsx';
import { FirstAndFurther, PercentOfGoods, StartedUnits } from './SimpleCards.tsx';
import { TwoWayGrid } from './TwoWayGrid.tsx';
import { useLane } from './useLane.ts';

function Entries({ card }: { card: Card }) {
  if (isTiered(card)) return <CardGrid card={card} />;
  switch (card.kind) {
    case 'flat':
      return <FlatPrice card={card} />;
    case 'firstAndFurther':
      return <FirstAndFurther card={card} />;
    case 'startedUnits':
      return <StartedUnits card={card} />;
    case 'percent':
      return <PercentOfGoods card={card} />;
    case 'twoWay':
      return <TwoWayGrid card={card} />;
    case 'chargesOnly':
      return (
        <p className="rounded-lg border border-line-strong bg-paper p-3">
          No price of its own. The buyer pays the charges that count for this lane, listed below.
        </p>
      );
  }
}

/** The price rule. Another kind may be tried: each keeps what was entered. */
export function CardEditor() {
  const { cardAt, card } = useLane();
  const session = useDraftSession();
  const [raising, setRaising] = useState(false);
  return (
    <section aria-label="Rate card">
      <GroupTabs />
      <div className="mb-2">
        <Segments
          wrap
          label="Priced by"
          value={card.kind}
          choices={cardKinds}
          onChange={(kind) => session.dispatch({ name: 'switchCard', args: { ...cardAt, kind } })}
        />
      </div>
      <Entries key={`${cardAt.group ?? ''} ${card.kind}`} card={card} />
      {'floor' in card && <CardRange card={card} />}
      {card.kind !== 'chargesOnly' && card.kind !== 'percent' && (
        <Button look="quiet" onClick={() => setRaising(true)}>
          Raise or lower all prices…
        </Button>
      )}
      {raising && <RaiseCard card={card} onClose={() => setRaising(false)} />}
    </section>
  );
}
