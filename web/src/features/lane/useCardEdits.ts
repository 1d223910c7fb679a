import type { Card } from '@ostrakon/core';
import { useState } from 'react';
import { useDraftSession } from '../../draft/DraftProvider.tsx';
import type { Taken } from '../../ui/useTypedField.ts';
import { useLane } from './useLane.ts';

/** A card as an edit leaves it, or why it cannot be done. */
export type EditedCard<C extends Card> = { readonly ok: true; readonly card: C } | { readonly ok: false; readonly message: string };

/** Puts edited cards into the lane; `fault` says why the last one was not taken. */
export function useCardEdits<C extends Card>() {
  const { cardAt } = useLane();
  const session = useDraftSession();
  const [fault, setFault] = useState<string | null>(null);
  const command = (card: C) => ({ name: 'setCard', args: { ...cardAt, card } }) as const;
  const dispatch = (edited: EditedCard<C>): Taken => (edited.ok ? session.dispatch(command(edited.card)) : edited);
  return {
    fault,
    setFault,
    /** The outcome is for the field that was typed in. */
    dispatch,
    /** The outcome is told beneath the grid. */
    take: (edited: EditedCard<C>): boolean => {
      const outcome = dispatch(edited);
      setFault(outcome.ok ? null : outcome.message);
      return outcome.ok;
    },
    preview: (card: C | null) => session.preview(card && command(card)),
  };
}
