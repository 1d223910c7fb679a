import type { TieredCard, TierResult } from '@ostrakon/core';
import { X } from 'lucide-react';
import { useDraftSession } from '../../draft/DraftProvider.tsx';
import { SignButton } from '../../ui/Button.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';
import { CELL } from './cardGridCells.ts';
import { type CardRow, isFrom, withBound, withoutRow, withResult } from './cardRows.ts';
import { useCellReaders } from './useCellReaders.ts';
import { useLane } from './useLane.ts';

interface CardGridRowProps {
  card: TieredCard;
  row: CardRow;
  index: number;
  /** The bench's cart falls in this tier. */
  marked: boolean;
  /** The last bound, for the row above it. */
  top: string;
}

/** One tier: its bound and its result. */
export function CardGridRow({ card, row, index, marked, top }: CardGridRowProps) {
  const { cardAt } = useLane();
  const session = useDraftSession();
  const format = useFormat();
  const readers = useCellReaders(card.measure);
  const command = (next: TieredCard) => ({ name: 'setCard', args: { ...cardAt, card: next } }) as const;
  const name = row.bound === null ? (isFrom(card) ? 'from 0' : `above ${top}`) : readers.shownBound(row.bound);
  const fixed = isFrom(card) ? format.plain(0) : `above ${top}`;
  const remove = () => {
    const edited = withoutRow(card, index);
    if (edited.ok) session.dispatch(command(edited.card));
    else toast(edited.message);
  };
  const bounded = (bound: string | number, act: (next: TieredCard) => { ok: true } | { ok: false; message: string }) => {
    const edited = withBound(card, index, bound);
    return edited.ok ? act(edited.card) : edited;
  };
  return (
    <tr className={`border-line border-b ${marked ? 'bg-clay-soft' : ''}`}>
      <td className="p-0 align-top">
        {row.bound === null ? (
          <span className="block px-2 py-1.5 text-ash">{fixed}</span>
        ) : (
          <TypedField<string | number>
            label={`Bound of the tier ${name}`}
            data-at={`${index},0`}
            inputClass={CELL}
            shown={readers.shownBound(row.bound)}
            read={readers.bound}
            preview={(bound) => (bound === null ? session.preview(null) : bounded(bound, (next) => session.preview(command(next))))}
            commit={(bound) => bounded(bound, (next) => session.dispatch(command(next)))}
          />
        )}
      </td>
      <td className="p-0 align-top">
        <TypedField<TierResult>
          label={`Price of the tier ${name}`}
          data-at={`${index},1`}
          {...(marked && { 'data-show': 'tier' })}
          inputClass={`${CELL} text-end ${row.result.kind === 'amount' ? '' : 'italic'}`}
          shown={readers.shownResult(row.result)}
          read={readers.result}
          preview={(result) => session.preview(result && command(withResult(card, index, result)))}
          commit={(result) => session.dispatch(command(withResult(card, index, result)))}
        />
      </td>
      <td className="p-0.5 text-center align-top">
        {(row.bound !== null || isFrom(card)) && card.tiers.length > 1 && (
          <SignButton label={`Remove the tier ${name}`} title={`Remove the tier ${name} (Ctrl Delete)`} tabIndex={-1} onClick={remove}>
            <X size={14} aria-hidden />
          </SignButton>
        )}
      </td>
    </tr>
  );
}
