import type { Card } from '@ostrakon/core';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { orNone, readMoney } from '../../ui/readers.ts';
import { TypedField } from '../../ui/TypedField.tsx';
import type { Taken } from '../../ui/useTypedField.ts';
import { useFormat } from '../../words/useWords.ts';
import { useLane } from './useLane.ts';

interface Range {
  readonly floor: number | null;
  readonly cap: number | null;
}

/** The least and the greatest price, side by side; empty is none. */
function RangeFields({
  labels,
  words,
  range,
  preview,
  commit,
}: {
  labels: readonly [string, string];
  /** What stands before the fields. */
  words: string;
  range: Range;
  preview: (range: Range | null) => Taken;
  commit: (range: Range) => Taken;
}) {
  const { shop } = useDraft().book;
  const format = useFormat();
  const field = (end: keyof Range, label: string, text: string) => {
    const held = range[end];
    const next = (amount: number | undefined): Range => ({ ...range, [end]: amount ?? null });
    return (
      <span className="flex items-start gap-1.5">
        <span aria-hidden className="py-1.5 text-sm">
          {text}
        </span>
        <TypedField<number | undefined>
          label={label}
          className="w-[5.25rem]"
          inputClass="text-end"
          placeholder="none"
          shown={held === null ? '' : format.plain(held)}
          read={orNone(readMoney(shop))}
          preview={(amount) => preview(amount === null ? null : next(amount))}
          commit={(amount) => {
            const taken = commit(next(amount));
            return taken.ok ? taken : { ok: false, message: `${taken.message.replace(/\.$/, '')}.` };
          }}
        />
      </span>
    );
  };
  return (
    <div className="mt-2">
      <p className="mb-1 text-sm text-ash">{words}</p>
      <div className="flex flex-wrap gap-x-3 gap-y-1">
        {field('floor', labels[0], 'at least')}
        {field('cap', labels[1], 'at most')}
      </div>
    </div>
  );
}

/** The card's own least and greatest price, before charges. */
export function CardRange({ card }: { card: Extract<Card, { floor: number | null }> }) {
  const { cardAt } = useLane();
  const session = useDraftSession();
  const command = (range: Range) => ({ name: 'setCard', args: { ...cardAt, card: { ...card, ...range } } }) as const;
  return (
    <RangeFields
      labels={['Least price, before charges', 'Greatest price, before charges']}
      words="Before charges are added the price is"
      range={card}
      preview={(range) => session.preview(range && command(range))}
      commit={(range) => session.dispatch(command(range))}
    />
  );
}

/** The lane's least and greatest price, after charges. */
export function LaneRange() {
  const { at, lane } = useLane();
  const session = useDraftSession();
  const command = ({ floor, cap }: Range) => ({ name: 'setLaneRange', args: { ...at, floor, cap } }) as const;
  return (
    <RangeFields
      labels={['Least price with charges', 'Greatest price with charges']}
      words="With all charges the buyer pays"
      range={lane}
      preview={(range) => session.preview(range && command(range))}
      commit={(range) => session.dispatch(command(range))}
    />
  );
}
