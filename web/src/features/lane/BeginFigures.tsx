import type { FigureKind } from '@ostrakon/core';
import { useEffect, useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { useFormat } from '../../words/useWords.ts';
import { beginCard, type Figures } from './beginCards.ts';
import { useLane } from './useLane.ts';

/** Empty fields for prices that are nothing but figures. The draft stays as it is until all of them are typed. */
export function BeginFigures({ kind, onBegun }: { kind: FigureKind; onBegun: () => void }) {
  const { shop } = useDraft().book;
  const { cardAt, card } = useLane();
  const session = useDraftSession();
  const format = useFormat();
  const [figures, setFigures] = useState<Figures>({});
  // It gives way only when it is left: what is being typed is not taken away in the middle.
  const [isLeft, setIsLeft] = useState(false);
  const isDone = isLeft && card.kind === kind;
  useEffect(() => {
    if (isDone) onBegun();
  }, [isDone, onBegun]);
  const { asked, cardOf } = beginCard(kind, shop, format);
  const commandOf = (next: Figures) => {
    const made = cardOf(next);
    return made && ({ name: 'setCard', args: { ...cardAt, card: made } } as const);
  };
  const take = (next: Figures) => {
    const command = commandOf(next);
    setFigures(next);
    if (command === null) return { ok: true } as const;
    return session.dispatch(command);
  };
  return (
    <fieldset
      aria-label="Figures of the prices"
      className="rounded-lg border border-line-strong bg-paper px-3 py-2"
      onFocus={() => setIsLeft(false)}
      onBlur={({ currentTarget, relatedTarget }) => setIsLeft(!currentTarget.contains(relatedTarget))}
    >
      {asked.map(({ key, label, hint, read, show }) => (
        <div key={key} className="grid grid-cols-[1fr_10rem] items-start gap-2 py-1">
          <span aria-hidden className="py-1.5">
            {label}
          </span>
          <TypedField<unknown>
            label={label}
            inputClass="text-end"
            placeholder={hint}
            shown={figures[key] === undefined ? '' : show(figures[key])}
            read={read}
            preview={(figure) => session.preview(figure === null ? null : commandOf({ ...figures, [key]: figure }))}
            commit={(figure) => take({ ...figures, [key]: figure })}
          />
        </div>
      ))}
      {card.kind !== kind && <p className="mt-1 text-sm text-ash">Prices stay as they are until this is filled in.</p>}
    </fieldset>
  );
}
