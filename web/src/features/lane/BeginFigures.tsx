import type { Card, FigureKind, Shop } from '@ostrakon/core';
import { useEffect, useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { orNone, readMoney, readPercent } from '../../ui/readers.ts';
import { TypedField } from '../../ui/TypedField.tsx';
import type { Read } from '../../ui/useTypedField.ts';
import { useFormat } from '../../words/useWords.ts';
import { useLane } from './useLane.ts';

/** What was typed so far: an amount in minor units, or a share in basis points. */
type Figures = Readonly<Record<string, number | undefined>>;

interface Asked {
  readonly key: string;
  readonly label: string;
  /** An example of what is typed here. */
  readonly hint: number;
  readonly mayBeNone?: true;
}

const open = { floor: null, cap: null };

/** The figures a kind needs, and the prices once all are there. */
function begun(kind: FigureKind, { units }: Shop): { asked: readonly Asked[]; cardOf: (figures: Figures) => Card | null } {
  const metric = units === 'metric';
  switch (kind) {
    case 'firstAndFurther':
      return {
        asked: [
          { key: 'first', label: 'First item', hint: 800 },
          { key: 'further', label: 'Each further item', hint: 150 },
        ],
        cardOf: ({ first, further }) =>
          first === undefined || further === undefined ? null : { kind, measure: 'itemCount', first, further, ...open },
      };
    case 'startedUnits':
      return {
        asked: [
          { key: 'base', label: 'Base, if any', hint: 500, mayBeNone: true },
          { key: 'each', label: metric ? 'For each kilogram started' : 'For each pound started', hint: 120 },
        ],
        cardOf: ({ base = 0, each }) =>
          each === undefined ? null : { kind, base, each, per: { measure: 'packedWeight', unit: metric ? '1 kg' : '1 lb' }, ...open },
      };
    case 'percent':
      return {
        asked: [{ key: 'share', label: 'Share', hint: 1000 }],
        cardOf: ({ share }) => (share === undefined ? null : { kind, of: 'valueAfterDiscounts', basisPoints: share, ...open }),
      };
  }
}

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
  const { asked, cardOf } = begun(kind, shop);
  const show = (figure: number) => (kind === 'percent' ? format.percent(figure) : format.plain(figure));
  const read: (text: string) => Read<number> = kind === 'percent' ? readPercent(format, 100_000) : readMoney(shop);
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
      {asked.map(({ key, label, hint, mayBeNone }) => (
        <div key={key} className="grid grid-cols-[1fr_9rem] items-start gap-2 py-1">
          <span aria-hidden className="py-1.5">
            {label}
          </span>
          <TypedField<number | undefined>
            label={label}
            inputClass="text-end"
            placeholder={mayBeNone ? 'none' : `such as ${show(hint)}`}
            shown={figures[key] === undefined ? '' : show(figures[key])}
            read={mayBeNone ? orNone(read) : read}
            preview={(figure) => session.preview(figure === null ? null : commandOf({ ...figures, [key]: figure }))}
            commit={(figure) => take({ ...figures, [key]: figure })}
          />
        </div>
      ))}
      {card.kind !== kind && <p className="mt-1 text-sm text-ash">Prices stay as they are until this is filled in.</p>}
    </fieldset>
  );
}
