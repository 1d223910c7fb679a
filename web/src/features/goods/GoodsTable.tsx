// biome-ignore-all lint/a11y/useSemanticElements: rows out of sight are not drawn, which a table element cannot do
// biome-ignore-all lint/a11y/useKeyWithClickEvents: keys are heard by the grid
// biome-ignore-all lint/a11y/useFocusableInteractive: one cell of the grid takes the focus at a time
import type { Product } from '@ostrakon/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import clsx from 'clsx';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { type KeyboardEvent, memo, useCallback, useEffect, useRef, useState } from 'react';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { markClass } from '../../ui/marks.ts';
import { columnsBy } from '../../words/direction.ts';
import { useFormat } from '../../words/useWords.ts';
import { GoodsCellEditor } from './GoodsCellEditor.tsx';
import { COLUMNS, type Column, cellText } from './goodsColumns.ts';
import { lacksSize, lacksWeight, type Sort } from './goodsFilter.ts';
import type { Goods } from './useGoods.ts';

const ROW = 34;
const CHECK = 36;
/** Room under the last row for what is told of a cell in it. */
const FOOT = 132;

/** The name stays in view when the table is scrolled sideways. */
const pinned = (column: Column) => (column.id === 'name' ? { width: column.width, insetInlineStart: CHECK } : { width: column.width });

interface At {
  readonly row: number;
  readonly column: number;
}

interface GoodsTableProps {
  rows: readonly Product[];
  change: Goods['change'];
  chosen: ReadonlySet<string>;
  onChoose: (ids: ReadonlySet<string>) => void;
  sort: Sort | null;
  onSort: (sort: Sort | null) => void;
}

/** First up, then down, then as the shop has them. */
function nextSort(held: Sort | null, column: Column): Sort | null {
  if (!column.sort) return held;
  if (held?.column !== column.sort) return { column: column.sort, down: false };
  return held.down ? null : { ...held, down: true };
}

function Heads({ sort, onSort }: Pick<GoodsTableProps, 'sort' | 'onSort'>) {
  return COLUMNS.map((column) => {
    const sorted = column.sort !== undefined && sort?.column === column.sort;
    return (
      <div
        key={column.id}
        role="columnheader"
        aria-colindex={COLUMNS.indexOf(column) + 2}
        aria-sort={sorted ? (sort.down ? 'descending' : 'ascending') : undefined}
        style={pinned(column)}
        className={clsx(
          'shrink-0 border-line border-e px-2 py-1.5',
          column.right && 'text-end',
          column.id === 'name' && 'sticky z-10 bg-bone',
        )}
      >
        {column.sort ? (
          <button
            type="button"
            className="inline-flex items-center gap-1 font-semibold hover:text-clay"
            onClick={() => onSort(nextSort(sort, column))}
          >
            {column.head}
            {sorted && (sort.down ? <ArrowDown size={12} aria-hidden /> : <ArrowUp size={12} aria-hidden />)}
          </button>
        ) : (
          <span className="font-semibold">{column.head}</span>
        )}
      </div>
    );
  });
}

/** What stands in a cell while nobody changes it. */
function CellText({ product, column }: { product: Product; column: Column }) {
  const { book } = useDraft();
  const format = useFormat();
  const text = cellText(product, column.id, book, format);
  const lacking = (column.id === 'weight' && lacksWeight(product)) || (column.id === 'size' && lacksSize(product));
  if (lacking) return <span className="block px-2 text-ochre leading-8">none yet</span>;
  const group = column.id === 'group' ? book.goodsGroups.find(({ id }) => id === product.group) : undefined;
  return (
    <span className="block truncate px-2 leading-8" title={text}>
      {group && <span aria-hidden className={clsx('mx-1 inline-block size-2.5 rounded-full', markClass[group.mark])} />}
      {text}
    </span>
  );
}

/** Rows and columns a key moves by. */
function stepOf(event: KeyboardEvent, page: number, rows: number): readonly [number, number] | undefined {
  const steps: Record<string, readonly [number, number]> = {
    ArrowUp: [-1, 0],
    ArrowDown: [1, 0],
    ArrowLeft: [0, columnsBy('ArrowLeft')],
    ArrowRight: [0, columnsBy('ArrowRight')],
    PageUp: [-page, 0],
    PageDown: [page, 0],
    Home: event.ctrlKey ? [-rows, -99] : [0, -99],
    End: event.ctrlKey ? [rows, 99] : [0, 99],
  };
  return steps[event.key];
}

/** What a row asks of the grid; the same functions for as long as the grid stands, so that rows that are as before are not drawn anew. */
interface RowHears {
  readonly flip: (id: string) => void;
  readonly come: (row: number, column: number) => void;
  readonly open: (row: number, column: number) => void;
  readonly take: (product: Product, set: Partial<Omit<Product, 'id'>>, move: 'down' | 'right' | 'stay') => void;
  readonly leave: () => void;
}

interface GoodsRowProps {
  readonly product: Product;
  readonly index: number;
  readonly start: number;
  readonly picked: boolean;
  /** The column in hand, -1 where the row is not. */
  readonly column: number;
  /** How its cell in hand began to be changed; null while it is not. */
  readonly begun: { readonly begun: string | null } | null;
  readonly hears: RowHears;
}

const GoodsRow = memo(function GoodsRow({ product, index, start, picked, column: inHand, begun, hears }: GoodsRowProps) {
  const ground = picked ? 'bg-clay-soft' : 'bg-paper';
  return (
    <div
      role="row"
      aria-rowindex={index + 2}
      aria-selected={picked}
      style={{ height: ROW, transform: `translateY(${start}px)` }}
      // A row in hand lies over those after it: what is told of its cell is not covered.
      className={clsx('absolute start-0 flex border-line border-b', ground, begun && 'z-5')}
    >
      <div
        role="gridcell"
        style={{ width: CHECK }}
        className={clsx('sticky start-0 z-4 grid shrink-0 place-items-center border-line border-e', ground)}
      >
        <input
          type="checkbox"
          aria-label={`Choose ${product.name}`}
          className="size-4 accent-clay"
          checked={picked}
          onChange={() => hears.flip(product.id)}
        />
      </div>
      {COLUMNS.map((column, place) => (
        <div
          key={column.id}
          role="gridcell"
          data-at={`${index},${place}`}
          aria-colindex={place + 2}
          tabIndex={inHand === place ? 0 : -1}
          style={pinned(column)}
          className={clsx(
            'shrink-0 border-line border-e',
            column.right && 'text-end',
            column.id === 'name' ? clsx('sticky z-4', ground) : 'relative',
            inHand === place && begun && 'z-6',
          )}
          onFocus={(event) => event.target === event.currentTarget && hears.come(index, place)}
          onClick={(event) => {
            if (inHand === place && begun) return;
            if (event.target instanceof HTMLElement && event.target.closest('input,select,fieldset')) return;
            hears.open(index, place);
          }}
        >
          {inHand === place && begun ? (
            <GoodsCellEditor
              product={product}
              column={column.id}
              begun={begun.begun}
              onTake={(set, move) => hears.take(product, set, move)}
              onLeave={hears.leave}
            />
          ) : (
            <CellText product={product} column={column} />
          )}
        </div>
      ))}
    </div>
  );
});

/** The goods as a grid that draws only the rows in sight. Arrow keys walk, Enter or typing changes a cell, Space chooses its row. */
export function GoodsTable({ rows, change, chosen, onChoose, sort, onSort }: GoodsTableProps) {
  const scroller = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState<At>({ row: 0, column: 0 });
  const [editing, setEditing] = useState<{ begun: string | null } | null>(null);
  const wantsFocus = useRef(false);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 8,
    initialRect: { width: 860, height: 560 },
  });
  const go = useCallback(
    (row: number, column: number) => {
      const next = { row: Math.max(0, Math.min(rows.length - 1, row)), column: Math.max(0, Math.min(COLUMNS.length - 1, column)) };
      setAt(next);
      setEditing(null);
      wantsFocus.current = true;
      virtual.scrollToIndex(next.row);
    },
    [rows.length, virtual],
  );
  useEffect(() => {
    if (!wantsFocus.current || editing) return;
    const cell = scroller.current?.querySelector<HTMLElement>(`[data-at="${at.row},${at.column}"]`);
    if (!cell) return;
    wantsFocus.current = false;
    cell.focus();
    cell.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  });
  const flip = (id: string) => {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    onChoose(next);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (editing || !(event.target as HTMLElement).dataset.at) return;
    const page = Math.max(1, Math.floor((scroller.current?.clientHeight ?? 0) / ROW) - 2);
    const step = stepOf(event, page, rows.length);
    const product = rows[at.row];
    if (step) go(at.row + step[0], at.column + step[1]);
    else if (event.key === 'Enter' || event.key === 'F2') begin(null);
    else if (event.key === ' ' && product) flip(product.id);
    else if (event.key.length === 1 && !event.ctrlKey && !event.metaKey && !event.altKey) begin(event.key);
    else return;
    event.preventDefault();
  };
  const begin = (begun: string | null) => {
    if (COLUMNS[at.column]?.id !== 'id') setEditing({ begun });
  };
  const take = (product: Product, set: Partial<Omit<Product, 'id'>>, move: 'down' | 'right' | 'stay') => {
    const handling = COLUMNS[at.column]?.id === 'handling';
    const changed = Object.entries(set).some(([field, value]) => JSON.stringify(value) !== JSON.stringify(product[field as keyof Product]));
    if (changed) void change({ edit: [{ id: product.id, set }] }, `${COLUMNS[at.column]?.head.toLowerCase()} of ${product.name}`);
    if (move === 'stay') {
      // Left by its own button the cell takes the focus again; left for another place it does not.
      if (!handling && scroller.current?.contains(document.activeElement)) go(at.row, at.column);
      else if (!handling) setEditing(null);
    } else go(at.row + (move === 'down' ? 1 : 0), at.column + (move === 'right' ? 1 : 0));
  };
  const now = { flip, take, leave: () => go(at.row, at.column) };
  const latest = useRef(now);
  useEffect(() => {
    latest.current = now;
  });
  const [hears] = useState(
    (): RowHears => ({
      flip: (id) => latest.current.flip(id),
      come: (row, column) => setAt({ row, column }),
      open: (row, column) => {
        setAt({ row, column });
        setEditing(COLUMNS[column]?.id === 'id' ? null : { begun: null });
      },
      take: (product, set, move) => latest.current.take(product, set, move),
      leave: () => latest.current.leave(),
    }),
  );
  const width = CHECK + COLUMNS.reduce((sum, column) => sum + column.width, 0);
  const all = rows.length > 0 && rows.every(({ id }) => chosen.has(id));
  return (
    <div
      ref={scroller}
      role="grid"
      aria-label="Goods"
      aria-rowcount={rows.length + 1}
      aria-colcount={COLUMNS.length + 1}
      className="min-h-0 flex-1 overflow-auto rounded-lg border border-line-strong bg-paper"
      onKeyDown={onKeyDown}
    >
      <div style={{ width, height: virtual.getTotalSize() + ROW + (editing ? FOOT : 0) }} className="relative" role="rowgroup">
        <div role="row" aria-rowindex={1} className="sticky top-0 z-10 flex border-line-strong border-b bg-bone text-sm">
          <div
            role="columnheader"
            style={{ width: CHECK }}
            className="sticky start-0 z-10 grid shrink-0 bg-bone place-items-center border-line border-e"
          >
            <input
              type="checkbox"
              aria-label="Choose all found"
              className="size-4 accent-clay"
              checked={all}
              onChange={() => onChoose(all ? new Set() : new Set(rows.map(({ id }) => id)))}
            />
          </div>
          <Heads sort={sort} onSort={onSort} />
        </div>
        {virtual.getVirtualItems().map(({ index, start }) => {
          const product = rows[index] as Product;
          const here = at.row === index;
          return (
            <GoodsRow
              key={product.id}
              product={product}
              index={index}
              start={start}
              picked={chosen.has(product.id)}
              column={here ? at.column : -1}
              begun={here && editing ? editing : null}
              hears={hears}
            />
          );
        })}
      </div>
    </div>
  );
}
