import { Button } from '../../ui/Button.tsx';
import { useFormat } from '../../words/useWords.ts';
import type { Doubt } from './doubts.ts';

const SHOWN = 4;

interface PasteQuestionProps {
  readonly doubts: readonly Doubt[];
  readonly onSettle: (which: 'asRead' | 'otherwise' | 'nothing') => void;
}

/** Asked before anything is pasted where numbers of it could be read otherwise. */
export function PasteQuestion({ doubts, onSettle }: PasteQuestionProps) {
  const format = useFormat();
  const some = doubts.slice(0, SHOWN);
  const more = doubts.length > SHOWN ? ' …' : '';
  return (
    <section
      role="alertdialog"
      aria-label="Pasted numbers that can be read two ways"
      className="mt-2 rounded-md border border-ochre bg-paper p-3"
    >
      <p>
        {format.count(doubts.length, 'pasted number')} can be read two ways: {some.map(({ typed }) => typed).join('; ')}
        {more}. Nothing is pasted yet.
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button look="main" onClick={() => onSettle('asRead')}>
          Take {some.map(({ as }) => as).join('; ')}
          {more}
        </Button>
        <Button onClick={() => onSettle('otherwise')}>
          Take {some.map(({ instead }) => instead).join('; ')}
          {more}
        </Button>
        <Button onClick={() => onSettle('nothing')}>Paste nothing</Button>
      </div>
    </section>
  );
}
