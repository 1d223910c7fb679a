import { dimensionOf, MEASURES, type Measure, type Side, type TierResult, type TwoWay } from '@ostrakon/core';
import { X } from 'lucide-react';
import { type ClipboardEvent, type KeyboardEvent, useRef, useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { SignButton } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { measureWords } from '../../words/quoteWords.ts';
import { useFormat } from '../../words/useWords.ts';
import { CopyRows } from './CopyRows.tsx';
import { cellsOf } from './cardRows.ts';
import {
  type EditedTwoWay,
  headings,
  type SideName,
  sideFrom,
  withBoundAdded,
  withCell,
  withHeading,
  withMeasure,
  withoutHeading,
  withPastedGrid,
} from './twoWay.ts';
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

const bare =
  'h-8! rounded-none! border-transparent! bg-transparent! focus:border-clay! aria-invalid:border-fault! aria-invalid:bg-fault-soft!';

function headingText(side: Side, heading: string | number | null, readers: CellReaders): string {
  if (heading === null) return sideFrom(side) ? `from ${readers.shownBound(0)}` : `above ${readers.shownBound(side.bounds.at(-1) ?? 0)}`;
  return `${sideFrom(side) ? 'from' : 'up to'} ${readers.shownBound(heading)}`;
}

/** Where a key leads in the grid; sideways only from the end of the text. */
function stepOf(key: string, { selectionStart, selectionEnd, value }: HTMLInputElement): readonly [number, number] | undefined {
  if (key === 'ArrowUp') return [-1, 0];
  if (key === 'ArrowDown' || key === 'Enter') return [1, 0];
  if (key === 'ArrowLeft' && selectionStart === 0) return [0, -1];
  return key === 'ArrowRight' && selectionEnd === value.length ? [0, 1] : undefined;
}

/** A card of two measures: rows down, columns across, walked with the arrow keys, pasted from a spreadsheet, shaded by price. */
export function TwoWayGrid({ card }: { card: TwoWay }) {
  const { cardAt } = useLane();
  const session = useDraftSession();
  const format = useFormat();
  const measures = useCardMeasures();
  const rowReaders = useCellReaders(card.rows.measure);
  const columnReaders = useCellReaders(card.columns.measure);
  const readersOf = { rows: rowReaders, columns: columnReaders };
  const table = useRef<HTMLTableElement>(null);
  const [fault, setFault] = useState<string | null>(null);
  const held = useHeldStretch(card, measures);
  const downs = headings(card.rows);
  const acrosses = headings(card.columns);
  const dearest = Math.max(0, ...card.results.flat().map((result) => (result.kind === 'amount' ? result.amount : 0)));
  const command = (next: TwoWay) => ({ name: 'setCard', args: { ...cardAt, card: next } }) as const;
  const dispatch = (edited: EditedTwoWay) => (edited.ok ? session.dispatch(command(edited.card)) : edited);
  const take = (edited: EditedTwoWay): boolean => {
    const outcome = dispatch(edited);
    setFault(outcome.ok ? null : outcome.message);
    return outcome.ok;
  };

  const fillDown = (row: number, column: number) => {
    const above = card.results[row - 2]?.[column - 1];
    if (row > 1 && column > 0 && above) take({ ok: true, card: withCell(card, row - 1, column - 1, above) });
  };

  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    const input = event.target as HTMLInputElement;
    const place = input.dataset.at?.split(',').map(Number);
    if (!place) return;
    const [row = 0, column = 0] = place;
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'd') {
      event.preventDefault();
      fillDown(row, column);
      return;
    }
    const step = stepOf(event.key, input);
    const next = step && table.current?.querySelector<HTMLInputElement>(`[data-at="${row + step[0]},${column + step[1]}"]`);
    if (!next || event.defaultPrevented) return;
    event.preventDefault();
    next.focus();
    next.select();
  };

  const onPaste = (event: ClipboardEvent<HTMLElement>) => {
    const cells = cellsOf(event.clipboardData.getData('text/plain'));
    if (cells.length < 2 && (cells[0]?.length ?? 0) < 2) return;
    event.preventDefault();
    const [row = 1, column = 1] = ((event.target as HTMLElement).dataset.at ?? '1,1').split(',').map(Number);
    const readers = { rows: rowReaders.bound, columns: columnReaders.bound, result: rowReaders.result };
    take(withPastedGrid(card, cells, Math.max(0, row - 1), Math.max(0, column - 1), readers));
  };

  const headingCell = (name: SideName, heading: string | number | null, at: number, place: string) => {
    const side = card[name];
    const readers = readersOf[name];
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
            inputClass={bare}
            shown={readers.shownBound(heading)}
            read={readers.bound}
            commit={(bound) => dispatch(withHeading(card, name, at, bound))}
          />
        )}
        {side.bounds.length > 1 && (heading !== null || sideFrom(side)) && (
          <SignButton
            className="mt-1 size-6!"
            label={`Remove the ${what} ${words}`}
            tabIndex={-1}
            onClick={() => take(withoutHeading(card, name, at))}
          >
            <X size={12} aria-hidden />
          </SignButton>
        )}
      </span>
    );
  };

  const adder = (name: SideName) => (
    <TypedField<string | number | undefined>
      label={name === 'rows' ? 'Bound of a new row' : 'Bound of a new column'}
      inputClass={`${bare} text-sm`}
      placeholder={name === 'rows' ? 'add a row' : 'add a column'}
      shown=""
      read={(text) => (text.trim() === '' ? { ok: true, value: undefined } : readersOf[name].bound(text))}
      commit={(bound) => (bound === undefined ? { ok: true } : dispatch(withBoundAdded(card, name, bound)))}
    />
  );

  return (
    <div>
      <div className="mb-2 grid grid-cols-2 gap-2">
        <SideChoice card={card} name="rows" label="Rows by" />
        <SideChoice card={card} name="columns" label="Columns by" />
      </div>
      <div className="overflow-x-auto">
        <table
          ref={table}
          role="grid"
          aria-label="Two-way prices"
          className="w-full border-collapse border border-line-strong bg-paper"
          onKeyDown={onKeyDown}
          onPaste={onPaste}
        >
          <thead>
            <tr className="border-line-strong border-b">
              <th scope="col" className="min-w-24 px-2 py-1 text-left align-bottom text-xs font-normal text-ash">
                {measureWords[card.rows.measure]} \ {measureWords[card.columns.measure].toLowerCase()}
              </th>
              {acrosses.map((heading, at) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a column is what stands at its place
                <th key={`${acrosses.length} ${at}`} scope="col" className="min-w-24 border-line border-l p-0 text-left font-semibold">
                  {headingCell('columns', heading, at, `0,${at + 1}`)}
                </th>
              ))}
              <th scope="col" className="min-w-24 border-line border-l p-0 font-normal">
                {adder('columns')}
              </th>
            </tr>
          </thead>
          <tbody>
            {downs.map((heading, row) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a row is what stands at its place
              <tr key={`${downs.length} ${row}`} className="border-line border-b">
                <th scope="row" className="p-0 text-left font-normal">
                  {headingCell('rows', heading, row, `${row + 1},0`)}
                </th>
                {acrosses.map((across, column) => {
                  const result = card.results[row]?.[column] ?? { kind: 'notOffered' as const };
                  const name = `${headingText(card.rows, heading, rowReaders)}, ${headingText(card.columns, across, columnReaders)}`;
                  const here = held?.row === row && held.column === column;
                  return (
                    <td
                      // biome-ignore lint/suspicious/noArrayIndexKey: a cell is what stands at its place
                      key={`${acrosses.length} ${column}`}
                      className={`border-line border-l p-0 align-top ${here ? 'outline-2 outline-clay -outline-offset-2' : ''}`}
                      style={{ background: shade(result, dearest) }}
                    >
                      <TypedField<TierResult>
                        label={`Price ${name}`}
                        data-at={`${row + 1},${column + 1}`}
                        inputClass={`${bare} text-right ${result.kind === 'amount' ? '' : 'italic'}`}
                        shown={rowReaders.shownResult(result)}
                        read={rowReaders.result}
                        preview={(next) => session.preview(next && command(withCell(card, row, column, next)))}
                        commit={(next) => session.dispatch(command(withCell(card, row, column, next)))}
                      />
                    </td>
                  );
                })}
                <td className="border-line border-l" />
              </tr>
            ))}
            <tr>
              <td className="p-0">{adder('rows')}</td>
            </tr>
          </tbody>
        </table>
      </div>
      {fault !== null && (
        <p role="alert" className="mt-1 text-sm text-fault">
          {fault}
        </p>
      )}
      <p className="mt-1 text-sm text-ash">
        Paste a whole grid with its headings, or prices alone, from a spreadsheet. Ctrl D takes the price above. Amounts in{' '}
        {format.currency}.
      </p>
      <CopyRows
        rows={[
          [
            '',
            ...acrosses.map((heading) =>
              heading === null ? (sideFrom(card.columns) ? columnReaders.shownBound(0) : 'above') : columnReaders.shownBound(heading),
            ),
          ],
          ...downs.map((heading, row) => [
            heading === null ? (sideFrom(card.rows) ? rowReaders.shownBound(0) : 'above') : rowReaders.shownBound(heading),
            ...(card.results[row] ?? []).map((result) => rowReaders.shownResult(result)),
          ]),
        ]}
      />
    </div>
  );
}
