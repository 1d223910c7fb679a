import { type Card, cardMeasures, type Raise, raisedCard, resultsOf, resultText } from '@ostrakon/core';
import { useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { readRaise } from '../../ui/readRaise.ts';
import { toast } from '../../ui/toast.ts';
import { cardRuns } from '../../words/cardSentence.ts';
import { useFormat } from '../../words/useWords.ts';
import { useLane } from './useLane.ts';

/** Each price before and after; a card without a list of results is read back whole. */
function usePreview(card: Card, by: Raise): readonly (readonly [string, string])[] {
  const format = useFormat();
  const after = raisedCard(card, by);
  const [measure] = cardMeasures(card);
  const [was, is] = [resultsOf(card), resultsOf(after)];
  if (was.length === 0) {
    const say = (one: Card) =>
      cardRuns(one, format)
        .map((run) => run.text)
        .join('');
    return [[say(card), say(after)]];
  }
  return was.flatMap((result, at) => {
    const next = is[at];
    return next && (result.kind === 'amount' || result.kind === 'perUnit')
      ? [[resultText(result, measure, format), resultText(next, measure, format)] as const]
      : [];
  });
}

function Preview({ card, by }: { card: Card; by: Raise }) {
  const rows = usePreview(card, by);
  if (rows.length === 0) return <p className="text-ash">None of these prices can be raised.</p>;
  return (
    <table aria-label="Prices before and after" className="w-full border-collapse text-sm">
      <thead>
        <tr className="border-line border-b text-ash">
          <th scope="col" className="py-1 text-start font-normal">
            now
          </th>
          <th scope="col" className="py-1 text-end font-normal">
            then
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map(([was, is], at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: the place on the card is what a row is
          <tr key={at} className="border-line border-b">
            <td className="py-1">{was}</td>
            <td className={`py-1 text-end ${was === is ? 'text-ash' : 'font-semibold'}`}>{is}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Raises or lowers every price on the card in hand, seen before it is done. */
export function RaiseCard({ card, onClose }: { card: Card; onClose: () => void }) {
  const { cardAt } = useLane();
  const { shop } = useDraft().book;
  const session = useDraftSession();
  const [typed, setTyped] = useState('5 %');
  const read = readRaise(typed, shop);
  const take = () => {
    if (!read.ok) return;
    const outcome = session.dispatch({ name: 'setCard', args: { ...cardAt, card: raisedCard(card, read.value) } });
    if (!outcome.ok) {
      toast.error(outcome.message);
      return;
    }
    toast('Prices changed', { action: { label: 'Undo', onClick: session.undo } });
    onClose();
  };
  return (
    <Modal
      open
      onOpenChange={(open) => !open && onClose()}
      title="Raise or lower all prices"
      about="5 %, −5 %, 0.50 or −0.50. Rates move with a percentage only."
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          take();
        }}
      >
        <LabelledInput
          label="Change by"
          read={(text) => readRaise(text, shop)}
          value={typed}
          onType={setTyped}
          fault={read.ok ? undefined : read.message}
        />
        {read.ok && <Preview card={card} by={read.value} />}
        <div className="flex justify-end">
          <Button look="main" type="submit" disabled={!read.ok}>
            Change prices
          </Button>
        </div>
      </form>
    </Modal>
  );
}
