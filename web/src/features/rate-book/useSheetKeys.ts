import { type FocusEvent, type KeyboardEvent, type RefObject, useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { isTyping } from '../../ui/useShortcut.ts';
import { columnsBy } from '../../words/direction.ts';
import { rowByName, type SheetRow } from './sheetRows.ts';

const DOWN: Readonly<Record<string, number>> = { ArrowUp: -1, ArrowDown: 1, ArrowLeft: 0, ArrowRight: 0 };
/** Letters typed sooner than this after the one before has led somewhere are one name. */
const TYPED_WITHIN_MS = 800;
/** How many frames a cell that is far off may take to be drawn. */
const MOST_FRAMES = 60;

function stepOf(key: string): readonly [number, number] | undefined {
  const down = DOWN[key];
  return down === undefined ? undefined : [down, columnsBy(key)];
}

/** Line and column of the cell an event comes from. */
export function placeOf(target: EventTarget): [number, number] | null {
  const cell = target instanceof HTMLElement ? target.closest<HTMLElement>('[data-cell]') : null;
  const [row, column] = (cell?.dataset.cell ?? '').split(',').map(Number);
  return row === undefined || column === undefined || Number.isNaN(column) ? null : [row, column];
}

interface Reach {
  readonly table: RefObject<HTMLTableElement | null>;
  readonly rows: readonly SheetRow[];
  /** Brings a line and a column into sight, so that they are drawn. */
  readonly show: (row: number, column: number) => void;
  /** A price begins to be typed on a cell. */
  readonly onPrice: (at: readonly [row: number, column: number]) => void;
}

/**
 * Walking the sheet with arrow keys: row 0 holds the services, column 0 the zones, and one cell at a time is in the tab
 * order. Alt with an arrow moves the zone or service that has the focus; letters lead to the zone whose name they begin.
 */
export function useSheetKeys({ table, rows, show, onPrice }: Reach) {
  const { book } = useDraft();
  const session = useDraftSession();
  const [active, setActive] = useState<readonly [number, number]>([1, 1]);
  const asked = useRef(0);
  const typed = useRef({ text: '', at: 0 });
  const columns = book.services.length;

  useEffect(() => () => cancelAnimationFrame(asked.current), []);

  const move = ([row, column]: readonly [number, number], [down, right]: readonly [number, number]): boolean => {
    const [here, there] = [rows[row - 1], rows[row - 1 + down]];
    const service = book.services[column - 1];
    if (column === 0 && down !== 0)
      return here?.kind === 'zone' && there?.kind === 'zone'
        ? session.dispatch({ name: 'moveZone', args: { zone: here.zone.id, to: there.at } }).ok
        : false;
    if (row === 0 && service && right !== 0) {
      return session.dispatch({
        name: 'moveService',
        args: { service: service.id, to: Math.min(columns - 1, Math.max(0, column - 1 + right)) },
      }).ok;
    }
    return false;
  };

  /** Brings a cell into sight and gives it the focus; one far off is drawn some frames later. */
  const reach = (row: number, column: number, frames = 0) => {
    show(row - 1, column - 1);
    const cell = table.current?.querySelector<HTMLElement>(`[data-cell="${row},${column}"]`);
    // The browser would take a cell of which a corner is seen for one in sight.
    if (cell) {
      cell.focus({ preventScroll: true });
      // A name goes on from when its cell was reached, however long that took.
      typed.current.at = performance.now();
    } else if (frames < MOST_FRAMES) asked.current = requestAnimationFrame(() => reach(row, column, frames + 1));
  };
  const go = (row: number, column: number) => {
    cancelAnimationFrame(asked.current);
    setActive([row, column]);
    reach(row, column);
  };

  /** The line a step leads to; heads of groups are walked over except along the zones. */
  const next = (row: number, down: number, column: number): number => {
    let at = Math.min(rows.length, Math.max(0, row + down));
    while (column > 0 && rows[at - 1]?.kind === 'group' && at > 0 && at < rows.length) at += down === 0 ? 1 : down;
    return column > 0 && rows[at - 1]?.kind === 'group' ? row : at;
  };

  const toName = ({ key, timeStamp: pressed }: KeyboardEvent, row: number, column: number): boolean => {
    const goesOn = pressed - typed.current.at < TYPED_WITHIN_MS;
    const text = goesOn ? typed.current.text + key : key;
    typed.current = { text, at: pressed };
    const found = rowByName(rows, text, goesOn ? row - 2 : row - 1);
    if (found === undefined) return false;
    go(found + 1, column);
    return true;
  };

  /** A figure begins a price where one can stand; a letter goes to the zone it begins. */
  const onSign = (event: KeyboardEvent<HTMLElement>, [row, column]: readonly [number, number]) => {
    if (row === 0 || event.key.length !== 1) return;
    if (column > 0 && /[\p{Nd}\p{Sc}.,]/u.test(event.key)) onPrice([row, column]);
    else if (/[\p{L}\p{N}]/u.test(event.key) && toName(event, row, column)) event.preventDefault();
  };

  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    const step = stepOf(event.key);
    const place = placeOf(event.target);
    if (!place || isTyping(event.target)) return;
    if (!step) {
      if (!event.ctrlKey && !event.metaKey && !event.altKey) onSign(event, place);
      return;
    }
    event.preventDefault();
    const column = Math.min(columns, Math.max(0, place[1] + step[1]));
    const row = next(place[0], step[0], column);
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
    go(row, column);
  };

  const onFocus = (event: FocusEvent<HTMLElement>) => {
    const place = placeOf(event.target);
    if (place && (place[0] !== active[0] || place[1] !== active[1])) setActive(place);
  };

  const row = Math.min(rows.length, active[0]);
  const here = [row, rows[row - 1]?.kind === 'group' ? 0 : Math.min(columns, active[1])];
  return {
    go: (row: number, column: number) => go(Math.min(rows.length, Math.max(0, row)), Math.min(columns, Math.max(0, column))),
    onKeyDown,
    onFocus,
    /** The line whose cell is in the tab order; it is always drawn. */
    activeRow: row - 1,
    /** And its column. */
    activeColumn: Math.min(columns, active[1]) - 1,
    tabIndex: (at: number, column: number) => (at === here[0] && column === here[1] ? 0 : -1),
  };
}
