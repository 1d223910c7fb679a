import type { Card } from '@ostrakon/core';
import { useState } from 'react';
import { useDraftSession } from '../../draft/DraftProvider.tsx';
import type { Taken } from '../../ui/useTypedField.ts';
import { type CellReader, type Doubt, doubtsIn, readOtherwise } from './doubts.ts';
import { useLane } from './useLane.ts';

/** A card as an edit leaves it, or why it cannot be done. */
export type EditedCard<C extends Card> = { readonly ok: true; readonly card: C } | { readonly ok: false; readonly message: string };

/** Puts edited cards into the lane; `fault` says why the last one was not taken. */
export function useCardEdits<C extends Card>() {
  const { cardAt } = useLane();
  const session = useDraftSession();
  const [fault, setFault] = useState<string | null>(null);
  const [question, setQuestion] = useState<{ doubts: readonly Doubt[]; answer: (cells: 'asRead' | 'otherwise') => void } | null>(null);
  const command = (card: C) => ({ name: 'setCard', args: { ...cardAt, card } }) as const;
  const dispatch = (edited: EditedCard<C>): Taken => (edited.ok ? session.dispatch(command(edited.card)) : edited);
  const take = (edited: EditedCard<C>): boolean => {
    const outcome = dispatch(edited);
    setFault(outcome.ok ? null : outcome.message);
    return outcome.ok;
  };
  /** Pastes at once, or asks first where a number could be read otherwise. */
  const paste = (
    cells: readonly (readonly string[])[],
    readerAt: CellReader,
    into: (cells: readonly (readonly string[])[]) => EditedCard<C>,
  ) => {
    const edited = into(cells);
    const doubts = edited.ok ? doubtsIn(cells, readerAt) : [];
    if (doubts.length === 0) return void take(edited);
    setFault(null);
    setQuestion({ doubts, answer: (which) => take(which === 'asRead' ? edited : into(readOtherwise(cells, doubts))) });
  };
  return {
    fault,
    question,
    settle: (which: 'asRead' | 'otherwise' | 'nothing') => {
      if (which !== 'nothing') question?.answer(which);
      setQuestion(null);
    },
    paste,
    setFault,
    /** The outcome is for the field that was typed in. */
    dispatch,
    /** The outcome is told beneath the grid. */
    take,
    preview: (card: C | null) => session.preview(card && command(card)),
  };
}
