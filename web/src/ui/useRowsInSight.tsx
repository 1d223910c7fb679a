import { defaultRangeExtractor, useVirtualizer } from '@tanstack/react-virtual';
import { Fragment, type ReactNode, type RefObject, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';

/** Whether the page is being printed: on paper all rows are in sight. */
function usePrinting(): boolean {
  const [isPrinting, setIsPrinting] = useState(false);
  useEffect(() => {
    // What is printed is what stands there when the event is over.
    const turn = (next: boolean) => () => flushSync(() => setIsPrinting(next));
    const [begin, end] = [turn(true), turn(false)];
    addEventListener('beforeprint', begin);
    addEventListener('afterprint', end);
    return () => {
      removeEventListener('beforeprint', begin);
      removeEventListener('afterprint', end);
    };
  }, []);
  return isPrinting;
}

/** What is in sight, and the one that is kept wherever is looked. */
const withKept = (range: Parameters<typeof defaultRangeExtractor>[0], kept: number): number[] =>
  [...new Set([...defaultRangeExtractor(range), ...(kept >= 0 && kept < range.count ? [kept] : [])])].sort((a, b) => a - b);

/**
 * The rows of a table that are in sight where the page scrolls, and how much room those between take. `keep` names a row that stays
 * drawn wherever is looked: the one with the focus.
 * @param row height of a row before it is measured, in pixels
 */
export function useRowsInSight(table: RefObject<HTMLTableElement | null>, count: number, row: number) {
  // Nothing is drawn before the table has its place, so that all is drawn once and not twice.
  const [place, setPlace] = useState<number | null>(null);
  const margin = place ?? 0;
  const keep = useRef(0);
  const isPrinting = usePrinting();
  const rows = useVirtualizer({
    count,
    getScrollElement: () => table.current?.closest('main') ?? null,
    estimateSize: () => row,
    overscan: isPrinting ? count : 6,
    scrollMargin: margin,
    // Heads stay in sight: a line behind them is not seen.
    scrollPaddingStart: 90,
    initialRect: { width: 900, height: 750 },
    rangeExtractor: (range) => withKept(range, keep.current),
  });
  useLayoutEffect(() => {
    const [element, main] = [table.current?.tBodies[0], table.current?.closest('main')];
    if (!element || !main) return;
    const now = Math.round(element.getBoundingClientRect().top - main.getBoundingClientRect().top + main.scrollTop);
    if (place === null || Math.abs(now - place) > 1) setPlace(now);
  });
  const shown = place === null ? [] : rows.getVirtualItems();
  return {
    rows,
    shown,
    keep,
    /** The room before the nth of those shown, which starts there. */
    before: (start: number, nth: number) => start - (shown[nth - 1]?.end ?? margin),
    after: rows.getTotalSize() + margin - (shown.at(-1)?.end ?? margin),
  };
}

/** The room of rows that are not drawn. */
export const Gap = ({ height }: { height: number }) =>
  height <= 0 ? null : (
    <tr aria-hidden style={{ height }}>
      <td />
    </tr>
  );

/**
 * The columns of a table that are in sight where the page scrolls: all as wide as one another, after a head that stays and before
 * one at the end. `keep` names a column that stays drawn.
 */
export function useColumnsInSight(table: RefObject<HTMLTableElement | null>, count: number, isRtl: boolean) {
  const [place, setPlace] = useState<{ width: number; margin: number; head: number } | null>(null);
  const { width, margin, head } = place ?? { width: 100, margin: 0, head: 180 };
  const keep = useRef(0);
  const isPrinting = usePrinting();
  const columns = useVirtualizer({
    horizontal: true,
    isRtl,
    count,
    getScrollElement: () => table.current?.closest('main') ?? null,
    estimateSize: () => width,
    overscan: isPrinting ? count : 2,
    scrollMargin: margin,
    scrollPaddingStart: head,
    initialRect: { width: 1200, height: 750 },
    rangeExtractor: (range) => withKept(range, keep.current),
  });
  useLayoutEffect(() => {
    const [element, main] = [table.current, table.current?.closest('main')];
    const heads = element?.tHead?.rows[0]?.cells;
    if (!element || !main || !heads || count === 0) return;
    const [here, there] = [element.getBoundingClientRect(), main.getBoundingClientRect()];
    const [first, last] = [heads[0]?.offsetWidth ?? 0, heads[heads.length - 1]?.offsetWidth ?? 0];
    const before = isRtl ? there.right - here.right : here.left - there.left;
    const now = { width: (here.width - first - last) / count, margin: before + Math.abs(main.scrollLeft) + first, head: first };
    if (place === null || Math.abs(now.width - place.width) + Math.abs(now.margin - place.margin) + Math.abs(now.head - place.head) > 1)
      setPlace(now);
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was measured before holds for another width no more
  useLayoutEffect(() => columns.measure(), [columns, width]);
  return { columns, keep, shown: place === null ? [] : columns.getVirtualItems().map(({ index }) => index) };
}

/** Cells of the columns that are drawn, each with a key, and the room of those that are not. */
export function spread(shown: readonly number[], keys: readonly string[], cell: (column: number) => ReactNode): ReactNode[] {
  const room = (columns: number) => (columns > 0 ? <td aria-hidden colSpan={columns} /> : null);
  return [
    ...shown.map((column, nth) => (
      <Fragment key={keys[column]}>
        {room(column - (shown[nth - 1] ?? -1) - 1)}
        {cell(column)}
      </Fragment>
    )),
    <Fragment key="after">{room(keys.length - 1 - (shown.at(-1) ?? -1))}</Fragment>,
  ];
}
