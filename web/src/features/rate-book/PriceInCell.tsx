import type { Service, Zone } from '@ostrakon/core';
import { type KeyboardEvent, useRef, useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Echo } from '../../ui/Echo.tsx';
import type { CellPlace } from './LaneCell.tsx';
import { onePrices, readOnePrice } from './sheetPrices.ts';

type Steps = readonly [down: number, right: number] | null;

interface PriceInCellProps extends CellPlace {
  zone: Zone;
  service: Service;
  /** Called when it is done, with the steps to the cell that gets the focus; null where it has gone elsewhere. */
  onDone: (steps: Steps) => void;
}

/** The price of a cell while it is being typed: Enter and Tab keep it, Esc leaves all as it was. */
export function PriceInCell({ zone, service, row, column, marked, onDone }: PriceInCellProps) {
  const { shop } = useDraft().book;
  const session = useDraftSession();
  const [text, setText] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const done = useRef(false);
  const read = readOnePrice(shop);
  const seen = text.trim() === '' ? null : read(text);
  const type = (next: string) => {
    setText(next);
    setFault(null);
    const price = next.trim() === '' ? null : read(next);
    session.preview(price?.ok ? onePrices([{ zone: zone.id, service: service.id, result: price.value }]) : null);
  };
  const leave = (steps: Steps) => {
    done.current = true;
    session.preview(null);
    onDone(steps);
  };
  const keep = (steps: Steps) => {
    if (done.current) return;
    if (seen === null) return leave(steps);
    if (!seen.ok) return setFault(seen.message);
    session.preview(null);
    const taken = session.dispatch(onePrices([{ zone: zone.id, service: service.id, result: seen.value }]));
    if (taken.ok) leave(steps);
    else setFault(`${taken.message}.`);
  };
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    event.stopPropagation();
    if (event.key === 'Enter') keep([0, 0]);
    else if (event.key === 'Tab') {
      event.preventDefault();
      keep([0, event.shiftKey ? -1 : 1]);
    } else if (event.key === 'Escape') leave([0, 0]);
  };
  const id = `price-${row}-${column}`;
  return (
    <td aria-colindex={column + 1} className={`border-line border-b border-s p-0 align-top ${marked ? 'bg-clay-soft' : 'bg-bone'}`}>
      <input
        // biome-ignore lint/a11y/noAutofocus: it is there because somebody types in it
        autoFocus
        aria-label={`One price for ${service.name} to ${zone.name}`}
        aria-invalid={fault !== null}
        aria-describedby={fault === null ? undefined : id}
        autoComplete="off"
        value={text}
        onChange={(event) => type(event.target.value)}
        onKeyDown={onKeyDown}
        onBlur={() => keep(null)}
        className="h-[46px] w-full border-2 border-clay bg-paper px-2 text-end font-semibold outline-none aria-invalid:border-fault"
      />
      {seen?.ok && seen.twoWays && fault === null && <Echo twoWays={seen.twoWays} onInstead={type} />}
      {fault !== null && (
        <p id={id} role="alert" className="fault-line px-1 text-xs text-fault">
          {fault}
        </p>
      )}
    </td>
  );
}
