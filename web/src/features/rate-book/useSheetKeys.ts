import { type FocusEvent, type KeyboardEvent, useState } from 'react';
import { flushSync } from 'react-dom';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { isTyping } from '../../ui/useShortcut.ts';

const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};

function placeOf(target: EventTarget): [number, number] | null {
  const cell = target instanceof HTMLElement ? target.closest<HTMLElement>('[data-cell]') : null;
  const [row, column] = (cell?.dataset.cell ?? '').split(',').map(Number);
  return row === undefined || column === undefined || Number.isNaN(column) ? null : [row, column];
}

/**
 * Walking the sheet with arrow keys: row 0 holds the services, column 0 the zones, and one cell at a time is in the tab
 * order. Alt with an arrow moves the zone or service that has the focus.
 */
export function useSheetKeys() {
  const { book } = useDraft();
  const session = useDraftSession();
  const [active, setActive] = useState<readonly [number, number]>([1, 1]);
  const rows = book.zones.length;
  const columns = book.services.length;

  const move = ([row, column]: readonly [number, number], [down, right]: readonly [number, number]): boolean => {
    const zone = book.zones[row - 1];
    const service = book.services[column - 1];
    if (column === 0 && zone && down !== 0)
      return session.dispatch({ name: 'moveZone', args: { zone: zone.id, to: Math.min(rows - 1, Math.max(0, row - 1 + down)) } }).ok;
    if (row === 0 && service && right !== 0) {
      return session.dispatch({
        name: 'moveService',
        args: { service: service.id, to: Math.min(columns - 1, Math.max(0, column - 1 + right)) },
      }).ok;
    }
    return false;
  };

  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    const step = STEPS[event.key];
    const place = placeOf(event.target);
    if (!step || !place || isTyping(event.target)) return;
    event.preventDefault();
    const row = Math.min(rows, Math.max(0, place[0] + step[0]));
    const column = Math.min(columns, Math.max(0, place[1] + step[1]));
    // The corner holds nothing to stand on.
    if (row === 0 && column === 0) return;
    if (event.altKey) {
      // Drawn in its new place before the focus follows it: the next key may come before the next frame.
      const moved = flushSync(() => {
        setActive([row, column]);
        return move(place, step);
      });
      if (!moved) return;
    }
    event.currentTarget.querySelector<HTMLElement>(`[data-cell="${row},${column}"]`)?.focus();
  };

  const onFocus = (event: FocusEvent<HTMLElement>) => {
    const place = placeOf(event.target);
    if (place && (place[0] !== active[0] || place[1] !== active[1])) setActive(place);
  };

  const here = [Math.min(rows, active[0]), Math.min(columns, active[1])];
  return { onKeyDown, onFocus, tabIndex: (row: number, column: number) => (row === here[0] && column === here[1] ? 0 : -1) };
}
