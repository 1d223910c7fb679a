import { laneOf } from '@ostrakon/core';
import { type ClipboardEvent, useState } from 'react';
import { flushSync } from 'react-dom';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { pastedCells } from '../../ui/pastedCells.ts';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';
import { pastedPrices, takesOnePrice } from './sheetPrices.ts';
import type { SheetRow } from './sheetRows.ts';

/** A cell by line and column, counted as the keys count them. */
export type CellAt = readonly [row: number, column: number];

/** Prices typed and pasted on the sheet itself. */
export function useCellPrices(rows: readonly SheetRow[]) {
  const { book } = useDraft();
  const session = useDraftSession();
  const format = useFormat();
  /** The cell that is being typed in. */
  const [typing, setTyping] = useState<CellAt | null>(null);
  /** What was not done, and why. */
  const [told, setTold] = useState<string | null>(null);

  const zoneAt = (row: number) => {
    const line = rows[row - 1];
    return line?.kind === 'zone' ? line.zone : undefined;
  };

  /** Begins typing in a cell: drawn at once, so that the key that began it is its first. */
  const begin = ([row, column]: CellAt) => {
    const [zone, service] = [zoneAt(row), book.services[column - 1]];
    if (!zone || !service) return;
    const can = takesOnePrice(zone, service);
    const name = `${service.name} to ${zone.name}`;
    const why =
      service.kind !== 'carrier'
        ? `${name} has more than one price. Press Enter to open it.`
        : laneOf(zone, service.id)
          ? `${name} is priced by its carrier. Press Enter to open it.`
          : `${service.name} is priced by its carrier. Press Enter to offer it to ${zone.name}.`;
    flushSync(() => {
      setTyping(can ? [row, column] : null);
      setTold(can ? null : why);
    });
  };

  const onPaste = (event: ClipboardEvent<HTMLElement>, at: CellAt | null) => {
    if (at === null || at[0] === 0 || at[1] === 0 || typing !== null) return;
    const block = pastedCells(event.clipboardData) ?? [[event.clipboardData.getData('text/plain').trim()]];
    event.preventDefault();
    const read = pastedPrices(block, { book, rows, row: at[0], column: at[1] });
    if (!read.ok) return setTold(read.message);
    const taken = session.dispatch(read.command);
    setTold(taken.ok ? null : `${taken.message}.`);
    if (taken.ok) toast(`${format.count(read.count, 'price')} pasted`, { action: { label: 'Undo', onClick: session.undo } });
  };

  return { typing, told, begin, end: () => setTyping(null), tell: setTold, onPaste };
}
