import type { FreeFrom } from '@ostrakon/core';
import { useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { mayPart } from '../../rules/mayPart.ts';
import { orNone, readMoney } from '../../ui/readers.ts';
import { Select } from '../../ui/Select.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { useFormat } from '../../words/useWords.ts';
import { useLane } from './useLane.ts';

/** Free delivery from a value of goods; says what the value is measured on. */
export function FreeFromEditor() {
  const { at, lane } = useLane();
  const session = useDraftSession();
  const { book } = useDraft();
  const { shop } = book;
  const format = useFormat();
  const [measure, setMeasure] = useState<FreeFrom['measure']>(lane.freeFrom?.measure ?? 'valueAfterDiscounts');
  const [covers, setCovers] = useState(lane.freeFrom?.coversCharges ?? true);
  const coversCharges = lane.freeFrom?.coversCharges ?? covers;
  const command = (from: number | undefined, on: FreeFrom['measure'], charges = coversCharges) =>
    ({
      name: 'setFreeFrom',
      args: {
        ...at,
        freeFrom: from === undefined ? null : { measure: on, from, byItself: lane.freeFrom?.byItself ?? false, coversCharges: charges },
      },
    }) as const;
  const chosen = lane.freeFrom?.measure ?? measure;
  return (
    <section aria-label="Free delivery">
      <h2 className="font-serif text-lg font-semibold">Free delivery</h2>
      <div className="mt-1 flex items-start gap-2">
        <span className="py-1.5" aria-hidden>
          Free from
        </span>
        <TypedField<number | undefined>
          label="Free from"
          className="w-24"
          inputClass="text-end"
          placeholder="never"
          shown={lane.freeFrom ? format.plain(lane.freeFrom.from) : ''}
          read={orNone(readMoney(shop))}
          preview={(from) => session.preview(from === null ? null : command(from, chosen))}
          commit={(from) => session.dispatch(command(from, chosen))}
        />
        <Select
          label="Measured on goods"
          className="flex-1"
          value={chosen}
          onChange={(event) => {
            const next = event.target.value as FreeFrom['measure'];
            setMeasure(next);
            if (lane.freeFrom) session.dispatch(command(lane.freeFrom.from, next));
          }}
        >
          <option value="valueAfterDiscounts">after discounts</option>
          <option value="valueBeforeDiscounts">before discounts</option>
        </Select>
      </div>
      <label className="mt-1.5 flex min-h-6 items-center gap-1.5 text-sm">
        <input
          type="checkbox"
          className="size-4 accent-clay"
          checked={coversCharges}
          onChange={(event) => {
            setCovers(event.target.checked);
            if (lane.freeFrom) session.dispatch(command(lane.freeFrom.from, chosen, event.target.checked));
          }}
        />
        Charges are free, too
      </label>
      {mayPart(book) && lane.freeFrom && (
        <label className="mt-1 flex min-h-6 items-center gap-1.5 text-sm">
          <input
            type="checkbox"
            className="size-4 accent-clay"
            checked={lane.freeFrom.byItself}
            onChange={(event) =>
              lane.freeFrom &&
              session.dispatch({ name: 'setFreeFrom', args: { ...at, freeFrom: { ...lane.freeFrom, byItself: event.target.checked } } })
            }
          />
          Each consignment by itself, not all that goes to one address
        </label>
      )}
    </section>
  );
}
