import { type Card, type CardKind, FIGURE_KINDS, type FigureKind, isFigureKind, isTiered } from '@ostrakon/core';
import { ChevronDown } from 'lucide-react';
import { useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { Menu } from '../../ui/Menu.tsx';
import { useAddress } from '../../ui/useAddress.ts';
import { KIND_QUESTIONS, kindWords } from '../../words/cardKinds.ts';
import { BeginFigures } from './BeginFigures.tsx';
import { CardGrid } from './CardGrid.tsx';
import { CardRange } from './CardRange.tsx';
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
          No price of its own. The buyer pays the charges that apply here, listed below.
        </p>
      );
  }
}

/** What decides the price: the kinds by the questions they answer, each explained. */
function KindChoice({ kind, onChoose }: { kind: CardKind; onChoose: (kind: CardKind) => void }) {
  const words = kindWords(useDraft().book.shop.units);
  const groups = () =>
    KIND_QUESTIONS.map(([heading, kinds]) => ({
      heading,
      entries: kinds.map((one) => ({ label: words[one].name, about: words[one].about, chosen: one === kind, act: () => onChoose(one) })),
    }));
  return (
    <div className="mb-2">
      <Menu
        groups={groups}
        trigger={
          <button
            type="button"
            aria-label={`Priced by: ${words[kind].name}`}
            className="flex h-8 w-full items-center justify-between rounded-md border border-line-strong bg-paper px-2 font-semibold hover:bg-bone"
          >
            {words[kind].name}
            <ChevronDown size={16} aria-hidden className="text-ash" />
          </button>
        }
      />
      <p className="mt-0.5 text-sm text-ash">{words[kind].about}</p>
    </div>
  );
}

/** The price rule. Another kind may be tried: each keeps what was entered; one of figures alone holds once they are typed. */
export function CardEditor() {
  const { cardAt, lane, group, card } = useLane();
  const session = useDraftSession();
  const [raising, setRaising] = useState(false);
  const [search, change] = useAddress();
  const kept = (group === null ? lane : lane.groupCards.find((held) => held.group === group))?.kept ?? [];
  // From the sheet a page comes with the kind that was chosen there.
  const asked = FIGURE_KINDS.find((kind) => kind === search.get('kind') && kind !== card.kind);
  const [begins, setBegins] = useState<FigureKind | null>(asked ?? null);
  const begin = (kind: FigureKind | null) => {
    setBegins(kind);
    if (search.has('kind')) change({ kind: null });
  };
  const choose = (kind: CardKind) => {
    const isNew = isFigureKind(kind) && kind !== card.kind && !kept.some((held) => held.kind === kind);
    begin(isNew ? kind : null);
    if (!isNew && kind !== card.kind) session.dispatch({ name: 'switchCard', args: { ...cardAt, kind } });
  };
  return (
    <section aria-label="Prices">
      <GroupTabs />
      <KindChoice kind={begins ?? card.kind} onChoose={choose} />
      {begins ? (
        <BeginFigures key={begins} kind={begins} onBegun={() => begin(null)} />
      ) : (
        <>
          <Entries key={`${cardAt.group ?? ''} ${card.kind}`} card={card} />
          {'floor' in card && <CardRange card={card} />}
          {card.kind !== 'chargesOnly' && card.kind !== 'percent' && (
            <Button look="quiet" onClick={() => setRaising(true)}>
              Raise or lower all prices…
            </Button>
          )}
        </>
      )}
      {raising && <RaiseCard card={card} onClose={() => setRaising(false)} />}
    </section>
  );
}
