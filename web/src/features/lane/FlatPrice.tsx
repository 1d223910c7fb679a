import type { Card } from '@ostrakon/core';
import { useDraftSession } from '../../draft/DraftProvider.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import type { Read } from '../../ui/useTypedField.ts';
import { useCellReaders } from './useCellReaders.ts';
import { useLane } from './useLane.ts';

type Flat = Extract<Card, { kind: 'flat' }>;

/** One price for every cart. */
export function FlatPrice({ card }: { card: Flat }) {
  const { cardAt } = useLane();
  const session = useDraftSession();
  const readers = useCellReaders();
  const read = (text: string): Read<Flat['result']> => {
    const result = readers.result(text);
    if (!result.ok) return result;
    if (result.value.kind === 'notOffered')
      return {
        ok: false,
        message: 'One price is always offered. Stop offering the service below, or set bands by weight or order value above.',
      };
    if (result.value.kind === 'percent') return { ok: false, message: 'For a percentage choose “Share of the order” above.' };
    if (result.value.kind === 'perUnit') return { ok: false, message: 'For a rate choose “So much per … started” above.' };
    return { ok: true, value: result.value };
  };
  const command = (result: Flat['result']) => ({ name: 'setCard', args: { ...cardAt, card: { kind: 'flat', result } } }) as const;
  return (
    <div className="rounded-lg border border-line-strong bg-paper p-3">
      <span aria-hidden className="mb-1 block text-sm text-ash">
        Price of every delivery
      </span>
      <TypedField
        label="Price of every delivery"
        inputClass="text-end"
        shown={readers.shownResult(card.result)}
        read={read}
        preview={(result) => session.preview(result && command(result))}
        commit={(result) => session.dispatch(command(result))}
      />
    </div>
  );
}
