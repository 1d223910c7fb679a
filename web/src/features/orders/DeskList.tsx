// biome-ignore-all lint/a11y/useSemanticElements: rows out of sight are not drawn, which a table element cannot do
// biome-ignore-all lint/a11y/useFocusableInteractive: one row of the grid takes the focus at a time
import type { DeskGroup, DeskRow, GiveBack, TogetherSet } from '@ostrakon/core/contract';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useEffect, useRef } from 'react';
import { GroupHead, RowOfDesk, TogetherOffer } from './DeskRows.tsx';
import type { useDeskRows } from './useDeskRows.ts';

const ROW = 32;

type Leaves = Pick<DeskRow, 'leavesOn' | 'dueAt' | 'service' | 'origin'>;
const sameGroup = (a: Leaves, b: Leaves): boolean =>
  a.leavesOn === b.leavesOn && a.dueAt === b.dueAt && a.service === b.service && a.origin === b.origin;

export interface DeskListProps {
  rows: ReturnType<typeof useDeskRows>;
  /** Rows stand under what they leave by. */
  grouped: boolean;
  sets: readonly TogetherSet[];
  isChosen: (id: number) => boolean;
  open: number | null;
  /** The row the keys walk from. */
  at: number;
  onAt: (index: number) => void;
  onChoose: (row: DeskRow) => void;
  onOpen: (row: DeskRow) => void;
  onTogether: (set: TogetherSet, giveBack: GiveBack) => void;
  onKeepApart: (set: TogetherSet) => void;
  /** Keys that mean something for a row. */
  onKey: (event: KeyboardEvent, row: DeskRow | null) => void;
}

const STEPS: Readonly<Record<string, number>> = { ArrowDown: 1, ArrowUp: -1, PageDown: 15, PageUp: -15 };

export function DeskList(props: DeskListProps) {
  const { rows, grouped, sets, isChosen, open, at, onAt, onChoose, onOpen, onTogether, onKeepApart, onKey } = props;
  const scroll = useRef<HTMLDivElement>(null);
  const drawn = useVirtualizer({
    count: rows.total,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 12,
    initialRect: { width: 800, height: 600 },
  });
  const items = drawn.getVirtualItems();
  const [from, until] = [items[0]?.index ?? 0, items.at(-1)?.index ?? 0];
  const { look } = rows;
  useEffect(() => look(from, until), [look, from, until]);
  const groupOf = (row: DeskRow): DeskGroup | undefined => rows.list?.groups.find((group) => sameGroup(group, row));
  /** An offer stands under the last of its rows that is known. */
  const offerUnder = (row: DeskRow): TogetherSet | undefined => {
    const set = sets.find(({ of }) => of.some(({ id }) => id === row.id));
    return set && rows.known.findLast((one) => set.of.some(({ id }) => id === one.id))?.id === row.id ? set : undefined;
  };
  const walk = (to: number) => {
    const next = Math.min(rows.total - 1, Math.max(0, to));
    onAt(next);
    drawn.scrollToIndex(next);
    // Drawn first, where it is far.
    requestAnimationFrame(() => scroll.current?.querySelector<HTMLElement>(`[data-row="${next}"]`)?.focus());
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const step = STEPS[event.key];
    const target = event.target as HTMLElement;
    if (!target.closest('[data-row]')) return;
    if (step !== undefined || event.key === 'Home' || event.key === 'End') {
      event.preventDefault();
      walk(step === undefined ? (event.key === 'Home' ? 0 : rows.total - 1) : at + step);
    } else onKey(event, rows.at(at));
  };
  return (
    <div ref={scroll} className="min-h-0 flex-1 overflow-auto rounded-lg border border-line-strong bg-paper">
      <div
        role="grid"
        aria-label="Orders"
        aria-rowcount={rows.total}
        aria-multiselectable
        onKeyDown={onKeyDown}
        onFocus={(event) => {
          const row = (event.target as HTMLElement).closest<HTMLElement>('[data-row]');
          if (row && Number(row.dataset.row) !== at) onAt(Number(row.dataset.row));
        }}
        style={{ height: drawn.getTotalSize() }}
        className="relative"
      >
        {items.map((item) => {
          const row = rows.at(item.index);
          const before = item.index === 0 ? null : rows.at(item.index - 1);
          const offer = row && offerUnder(row);
          return (
            <div
              key={item.key}
              role="rowgroup"
              data-index={item.index}
              ref={drawn.measureElement}
              className="absolute inset-x-0 top-0"
              style={{ transform: `translateY(${item.start}px)` }}
            >
              {row === null ? (
                <div role="row" className="h-8 border-line border-t px-3 py-1 text-ash">
                  <span role="gridcell">…</span>
                </div>
              ) : (
                <>
                  {grouped && (before === null || !sameGroup(before, row)) && <GroupHead row={row} group={groupOf(row)} />}
                  <RowOfDesk
                    row={row}
                    index={item.index}
                    chosen={isChosen(row.id)}
                    open={open === row.order}
                    focus={item.index === at}
                    onChoose={() => onChoose(row)}
                    onOpen={() => onOpen(row)}
                  />
                  {offer && (
                    <TogetherOffer
                      set={offer}
                      onTogether={(giveBack) => onTogether(offer, giveBack)}
                      onKeepApart={() => onKeepApart(offer)}
                    />
                  )}
                </>
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}
