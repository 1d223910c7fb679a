import { dimensionOf, MEASURES, type Measure, type Side, type TierResult, type TwoWay } from '@ostrakon/core';
import { X } from 'lucide-react';
import { type ClipboardEvent, type KeyboardEvent, useRef } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { SignButton } from '../../ui/Button.tsx';
import { pastedCells } from '../../ui/pastedCells.ts';
import { Select } from '../../ui/Select.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { columnsBy } from '../../words/direction.ts';
import { measureWords } from '../../words/quoteWords.ts';
import { useFormat } from '../../words/useWords.ts';
import { CopyRows } from './CopyRows.tsx';
import { CELL, cellAt, placeOf } from './cardGridCells.ts';
import { Fault } from './Fault.tsx';
import { PasteQuestion } from './PasteQuestion.tsx';
import {
  headings,
  isWholeGrid,
  type SideName,
  sideFrom,
  withBoundAdded,
  withCell,
  withHeading,
  withMeasure,
  withoutHeading,
  withPastedGrid,
} from './twoWay.ts';
import { useCardEdits } from './useCardEdits.ts';
import { useCardMeasures } from './useCardMeasures.ts';
import { type CellReaders, useCellReaders } from './useCellReaders.ts';
import { useHeldStretch } from './useHeldStretch.ts';
import { useLane } from './useLane.ts';

function firstSide(measure: Measure, metric: boolean): Side {
  const bounds = {
    mass: metric ? '1 kg' : '1 lb',
    money: 4999,
    count: 1,
    length: metric ? '60 cm' : '24 in',
    distance: metric ? '10 km' : '6 mi',
  } as const;
  return { measure, bounds: [bounds[dimensionOf(measure)]] };
}

function SideChoice({ card, name, label }: { card: TwoWay; name: SideName; label: string }) {
  const { cardAt } = useLane();
  const { shop } = useDraft().book;
  const session = useDraftSession();
  const other = card[name === 'rows' ? 'columns' : 'rows'].measure;
  return (
    <Select
      label={label}
      value={card[name].measure}
      onChange={(event) => {
        const side = firstSide(event.target.value as Measure, shop.units === 'metric');
        session.dispatch({ name: 'setCard', args: { ...cardAt, card: withMeasure(card, name, side) } });
      }}
    >
      {MEASURES.filter((measure) => measure !== other).map((measure) => (
        <option key={measure} value={measure}>
          {measureWords[measure]}
        </option>
      ))}
    </Select>
  );
}

/** The darker, the dearer. */
function shade(result: TierResult, dearest: number): string | undefined {
  if (result.kind !== 'amount' || dearest === 0) return undefined;
  return `color-mix(in srgb, var(--color-clay) ${Math.round((result.amount / dearest) * 22)}%, var(--color-paper))`;
}

function headingText(side: Side, heading: string | number | null, readers: CellReaders): string {
  if (heading === null) return sideFrom(side) ? `from ${readers.shownBound(0)}` : `above ${readers.shownBound(side.bounds.at(-1) ?? 0)}`;
  return `${sideFrom(side) ? 'from' : 'up to'} ${readers.shownBound(heading)}`;
}

/** Where a key leads in the grid; sideways only from the end of the text. */
function stepOf(key: string, { selectionStart, selectionEnd, value }: HTMLInputElement): readonly [number, number] | undefined {
  if (key === 'ArrowUp') return [-1, 0];
  if (key === 'ArrowDown' || key === 'Enter') return [1, 0];
  const leaves = (key === 'ArrowLeft' && selectionStart === 0) || (key === 'ArrowRight' && selectionEnd === value.length);
  return leaves ? [0, columnsBy(key)] : undefined;
}

interface GridProps {
  readonly card: TwoWay;
  readonly edits: ReturnType<typeof useCardEdits<TwoWay>>;
}

function Heading({ card, edits, name, at, place }: GridProps & { name: SideName; at: number; place: string }) {
  const side = card[name];
  const readers = useCellReaders(side.measure);
  const heading = headings(side)[at] ?? null;
  const words = headingText(side, heading, readers);
  const what = name === 'rows' ? 'row' : 'column';
  return (
    <span className="flex items-start">
      {heading === null ? (
        <span className="block flex-1 px-2 py-1.5 text-sm font-normal text-ash">{words}</span>
      ) : (
        <TypedField<string | number>
          label={`Bound of the ${what} ${words}`}
          data-at={place}
          className="flex-1"
          inputClass={CELL}
          shown={readers.shownBound(heading)}
          read={readers.bound}
          commit={(bound) => edits.dispatch(withHeading(card, name, at, bound))}
        />
      )}
      {side.bounds.length > 1 && (heading !== null || sideFrom(side)) && (
        <SignButton
          className="mt-1 size-6!"
          label={`Remove the ${what} ${words}`}
          tabIndex={-1}
          onClick={() => edits.take(withoutHeading(card, name, at))}
        >
          <X size={12} aria-hidden />
        </SignButton>
      )}
    </span>
  );
}

function Adder({ card, edits, name }: GridProps & { name: SideName }) {
  const readers = useCellReaders(card[name].measure);
  return (
    <TypedField<string | number | undefined>
      label={name === 'rows' ? 'Bound of a new row' : 'Bound of a new column'}
      inputClass={`${CELL} text-sm`}
      placeholder={name === 'rows' ? 'add a row' : 'add a column'}
      shown=""
      read={(text) => (text.trim() === '' ? { ok: true, value: undefined } : readers.bound(text))}
      commit={(bound) => (bound === undefined ? { ok: true } : edits.dispatch(withBoundAdded(card, name, bound)))}
    />
  );
}

const NOT_OFFERED: TierResult = { kind: 'notOffered' };

function PriceCell({
  card,
  edits,
  row,
  column,
  held,
  dearest,
}: GridProps & { row: number; column: number; held: boolean; dearest: number }) {
  const down = useCellReaders(card.rows.measure);
  const across = useCellReaders(card.columns.measure);
  const result = card.results[row]?.[column] ?? NOT_OFFERED;
  const words = [
    headingText(card.rows, headings(card.rows)[row] ?? null, down),
    headingText(card.columns, headings(card.columns)[column] ?? null, across),
  ];
  return (
    <td
      className={`border-line border-s p-0 align-top ${held ? 'outline-2 outline-clay -outline-offset-2' : ''}`}
      style={{ background: shade(result, dearest) }}
    >
      <TypedField<TierResult>
        label={`Price ${words.join(', ')}`}
        data-at={`${row + 1},${column + 1}`}
        {...(held && { 'data-show': 'tier' })}
        inputClass={`${CELL} text-end ${result.kind === 'amount' ? '' : 'italic'}`}
        shown={down.shownResult(result)}
        read={down.result}
        preview={(next) => edits.preview(next && withCell(card, row, column, next))}
        commit={(next) => edits.dispatch({ ok: true, card: withCell(card, row, column, next) })}
      />
    </td>
  );
}

/** The grid as rows of text, with its headings. */
function useCopiedRows({ rows, columns, results }: TwoWay): string[][] {
  const down = useCellReaders(rows.measure);
  const across = useCellReaders(columns.measure);
  const head = (side: Side, heading: string | number | null, readers: CellReaders) =>
    heading !== null ? readers.shownBound(heading) : sideFrom(side) ? readers.shownBound(0) : 'above';
  return [
    ['', ...headings(columns).map((heading) => head(columns, heading, across))],
    ...headings(rows).map((heading, row) => [head(rows, heading, down), ...(results[row] ?? []).map((result) => down.shownResult(result))]),
  ];
}

/** Walks, fills and pastes by keys and clipboard. */
function useGridKeys({ card, edits }: GridProps) {
  const table = useRef<HTMLTableElement>(null);
  const down = useCellReaders(card.rows.measure);
  const across = useCellReaders(card.columns.measure);
  const fillDown = (row: number, column: number) => {
    const above = card.results[row - 2]?.[column - 1];
    if (row > 1 && column > 0 && above) edits.take({ ok: true, card: withCell(card, row - 1, column - 1, above) });
  };
  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    const place = placeOf(event.target);
    if (!place) return;
    const [row, column] = place;
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'd') {
      event.preventDefault();
      fillDown(row, column);
      return;
    }
    const step = stepOf(event.key, event.target as HTMLInputElement);
    const next = step && cellAt(table.current, row + step[0], column + step[1]);
    if (!next || event.defaultPrevented) return;
    event.preventDefault();
    next.focus();
    next.select();
  };
  const onPaste = (event: ClipboardEvent<HTMLElement>) => {
    const cells = pastedCells(event.clipboardData);
    if (cells === null) return;
    event.preventDefault();
    const [row, column] = placeOf(event.target) ?? [1, 1];
    const readers = { rows: down.bound, columns: across.bound, result: down.result };
    const whole = isWholeGrid(cells, readers);
    const readerAt = (at: number, over: number) => {
      if (!whole) return readers.result;
      return at === 0 ? readers.columns : over === 0 ? readers.rows : readers.result;
    };
    edits.paste(cells, readerAt, (read) => withPastedGrid(card, read, Math.max(0, row - 1), Math.max(0, column - 1), readers));
  };
  return { ref: table, onKeyDown, onPaste };
}

function GridTable({ card, edits }: GridProps) {
  const held = useHeldStretch(card, useCardMeasures());
  const downs = headings(card.rows);
  const acrosses = headings(card.columns);
  const dearest = Math.max(0, ...card.results.flat().map((result) => (result.kind === 'amount' ? result.amount : 0)));
  const grid = { card, edits };
  return (
    <table
      role="grid"
      aria-label="Two-way prices"
      className="w-full border-collapse border border-line-strong bg-paper"
      {...useGridKeys(grid)}
    >
      <thead>
        <tr className="border-line-strong border-b">
          <th scope="col" className="min-w-24 px-2 py-1 text-start align-bottom text-xs font-normal text-ash">
            {measureWords[card.rows.measure]} \ {measureWords[card.columns.measure].toLowerCase()}
          </th>
          {acrosses.map((_heading, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a column is what stands at its place
            <th key={`${acrosses.length} ${at}`} scope="col" className="min-w-24 border-line border-s p-0 text-start font-semibold">
              <Heading {...grid} name="columns" at={at} place={`0,${at + 1}`} />
            </th>
          ))}
          <th scope="col" className="min-w-24 border-line border-s p-0 font-normal">
            <Adder {...grid} name="columns" />
          </th>
        </tr>
      </thead>
      <tbody>
        {downs.map((_heading, row) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a row is what stands at its place
          <tr key={`${downs.length} ${row}`} className="border-line border-b">
            <th scope="row" className="p-0 text-start font-normal">
              <Heading {...grid} name="rows" at={row} place={`${row + 1},0`} />
            </th>
            {acrosses.map((_across, column) => (
              <PriceCell
                // biome-ignore lint/suspicious/noArrayIndexKey: a cell is what stands at its place
                key={`${acrosses.length} ${column}`}
                {...grid}
                row={row}
                column={column}
                held={held?.row === row && held.column === column}
                dearest={dearest}
              />
            ))}
            <td className="border-line border-s" />
          </tr>
        ))}
        <tr>
          <td className="p-0">
            <Adder {...grid} name="rows" />
          </td>
        </tr>
      </tbody>
    </table>
  );
}

/** A card of two measures: rows down, columns across, walked with the arrow keys, pasted from a spreadsheet, shaded by price. */
export function TwoWayGrid({ card }: { card: TwoWay }) {
  const format = useFormat();
  const edits = useCardEdits<TwoWay>();
  return (
    <div>
      <div className="mb-2 grid grid-cols-2 gap-2">
        <SideChoice card={card} name="rows" label="Rows by" />
        <SideChoice card={card} name="columns" label="Columns by" />
      </div>
      <div className="overflow-x-auto">
        <GridTable card={card} edits={edits} />
      </div>
      <Fault>{edits.fault}</Fault>
      {edits.question && <PasteQuestion doubts={edits.question.doubts} onSettle={edits.settle} />}
      <p className="mt-1 text-sm text-ash">
        Paste a whole grid with its headings, or prices alone, from a spreadsheet. Ctrl D takes the price above. Amounts in{' '}
        {format.currency}.
      </p>
      <CopyRows rows={useCopiedRows(card)} />
    </div>
  );
}
