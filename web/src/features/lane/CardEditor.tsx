import type { CardKind } from '@ostrakon/core';
import { useDraftSession } from '../../draft/DraftProvider.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { CardGrid } from './CardGrid.tsx';
import { FlatPrice } from './FlatPrice.tsx';
import { useLane } from './useLane.ts';

const kinds: readonly (readonly [CardKind, string])[] = [
  ['flat', 'One price'],
  ['weightTiers', 'Weight'],
  ['valueTiers', 'Value'],
  ['countTiers', 'Items'],
];

/** The price rule. Another kind may be tried: each keeps what was entered. */
export function CardEditor() {
  const { at, lane } = useLane();
  const session = useDraftSession();
  return (
    <section aria-label="Rate card">
      <div className="mb-2">
        <Segments
          label="Priced by"
          value={lane.card.kind}
          choices={kinds}
          onChange={(kind) => session.dispatch({ name: 'switchCard', args: { ...at, kind } })}
        />
      </div>
      {lane.card.kind === 'flat' ? <FlatPrice card={lane.card} /> : <CardGrid card={lane.card} />}
    </section>
  );
}
