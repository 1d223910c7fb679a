import type { Card } from '@ostrakon/core';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { readResult } from '../../ui/readers.ts';
import { TypedField } from '../../ui/TypedField.tsx';
import type { Read } from '../../ui/useTypedField.ts';
import { useFormat } from '../../words/useWords.ts';
import { shownResult } from './shownResult.ts';
import { useLane } from './useLane.ts';

type Flat = Extract<Card, { kind: 'flat' }>;

/** One price for every cart. */
export function FlatPrice({ card }: { card: Flat }) {
  const { at } = useLane();
  const session = useDraftSession();
  const { shop } = useDraft().book;
  const format = useFormat();
  const read = (text: string): Read<Flat['result']> => {
    const result = readResult(shop)(text);
    if (!result.ok) return result;
    if (result.value.kind === 'notOffered')
      return { ok: false, message: 'One price is always offered. Stop offering the service below, or use tiers.' };
    return { ok: true, value: result.value };
  };
  const command = (result: Flat['result']) => ({ name: 'setCard', args: { ...at, card: { kind: 'flat', result } } }) as const;
  return (
    <div className="rounded-lg border border-line-strong bg-paper p-3">
      <span aria-hidden className="mb-1 block text-sm text-ash">
        Price of every delivery
      </span>
      <TypedField
        label="Price of every delivery"
        inputClass="text-right"
        shown={shownResult(card.result, format)}
        read={read}
        preview={(result) => session.preview(result && command(result))}
        commit={(result) => session.dispatch(command(result))}
      />
    </div>
  );
}
