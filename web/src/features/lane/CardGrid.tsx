import { boundInBase, CountMeasure, SizeMeasure, type TieredCard, WeightMeasure } from '@ostrakon/core';
import { type ClipboardEvent, type KeyboardEvent, useRef, useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { Select } from '../../ui/Select.tsx';
import { measureWords } from '../../words/quoteWords.ts';
import { useFormat } from '../../words/useWords.ts';
import { CardGridRow } from './CardGridRow.tsx';
import { CopyRows } from './CopyRows.tsx';
import { cardRows, cellsOf, filledDown, isFrom, unitHint, withoutRow, withPasted, withWriting } from './cardRows.ts';
import { NewTierRow } from './NewTierRow.tsx';
import { useCardMeasures } from './useCardMeasures.ts';
import { useCellReaders } from './useCellReaders.ts';
import { useLane } from './useLane.ts';

function ValueSettings({ card }: { card: Extract<TieredCard, { kind: 'valueTiers' }> }) {
  const { cardAt } = useLane();
  const session = useDraftSession();
  return (
    <div className="mb-2 flex gap-2">
      <Select
        label="Goods value measured"
        value={card.measure}
        onChange={(event) =>
          session.dispatch({ name: 'setCard', args: { ...cardAt, card: { ...card, measure: event.target.value as typeof card.measure } } })
        }
      >
        <option value="valueAfterDiscounts">Goods value after discounts</option>
        <option value="valueBeforeDiscounts">Goods value before discounts</option>
      </Select>
      <Segments
        label="Bounds written as"
        value={card.writing}
        choices={[
          ['from', 'from'],
          ['upTo', 'up to'],
        ]}
        onChange={(writing) => session.dispatch({ name: 'setCard', args: { ...cardAt, card: withWriting(card, writing) } })}
      />
    </div>
  );
}

const MEASURES_OF = {
  weightTiers: ['Weight measured', WeightMeasure.options],
  countTiers: ['What is counted', CountMeasure.options],
  sizeTiers: ['What is measured', SizeMeasure.options],
} as const;

/** Which weight, count or size the tiers read. */
function MeasureSettings({ card }: { card: Extract<TieredCard, { kind: keyof typeof MEASURES_OF }> }) {
  const { cardAt } = useLane();
  const session = useDraftSession();
  const [label, measures] = MEASURES_OF[card.kind];
  return (
    <Select
      label={label}
      value={card.measure}
      onChange={(event) =>
        session.dispatch({ name: 'setCard', args: { ...cardAt, card: { ...card, measure: event.target.value } as typeof card } })
      }
    >
      {measures.map((measure) => (
        <option key={measure} value={measure}>
          {measureWords[measure]}
        </option>
      ))}
    </Select>
  );
}

/** Whether the whole cart pays its row, or each band adds its own rate. */
function BandSettings({ card, onFault }: { card: TieredCard; onFault: (fault: string | null) => void }) {
  const { cardAt } = useLane();
  const session = useDraftSession();
  return (
    <Select
      label="How tiers apply"
      value={card.bands}
      onChange={(event) => {
        const bands = event.target.value as typeof card.bands;
        const outcome = session.dispatch({ name: 'setCard', args: { ...cardAt, card: { ...card, bands } } });
        onFault(outcome.ok ? null : `${outcome.message}.`);
      }}
    >
      <option value="whole">one row counts</option>
      <option value="graduated">band by band</option>
    </Select>
  );
}

/** Index of the row the bench's cart falls in. */
function useHeldRow(card: TieredCard): number {
  const value = useCardMeasures()[card.measure];
  const found = card.tiers.findIndex(({ upTo }) => value <= boundInBase(card.measure, upTo));
  return found === -1 ? card.tiers.length : found;
}

/** The tiers of a card as a grid for the keyboard: Tab and Enter move, rows are pasted from a spreadsheet. */
export function CardGrid({ card }: { card: TieredCard }) {
  const { cardAt } = useLane();
  const { shop } = useDraft().book;
  const session = useDraftSession();
  const format = useFormat();
  const readers = useCellReaders(card.measure);
  const table = useRef<HTMLTableElement>(null);
  const [fault, setFault] = useState<string | null>(null);
  const held = useHeldRow(card);
  const rows = cardRows(card);
  const focus = (row: number, column: number) => table.current?.querySelector<HTMLElement>(`[data-at="${row},${column}"]`)?.focus();

  const remove = (row: number) => {
    const edited = withoutRow(card, row);
    const outcome = edited.ok ? session.dispatch({ name: 'setCard', args: { ...cardAt, card: edited.card } }) : edited;
    setFault(outcome.ok ? null : outcome.message);
    if (outcome.ok) requestAnimationFrame(() => focus(Math.min(row, rows.length - 2), 1));
  };

  const fill = (row: number, column: number) => {
    const filled = column === 1 && row < rows.length ? filledDown(card, row) : null;
    if (filled) session.dispatch({ name: 'setCard', args: { ...cardAt, card: filled } });
  };

  /** Ctrl with a key; false where it means nothing here. */
  const onControl = (key: string, row: number, column: number): boolean => {
    if (key === 'delete' && row < rows.length) remove(row);
    else if (key === 'd') fill(row, column);
    else return false;
    return true;
  };

  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    const place = (event.target as HTMLElement).dataset.at?.split(',').map(Number);
    if (!place) return;
    const [row = 0, column = 0] = place;
    if (event.ctrlKey || event.metaKey) {
      if (onControl(event.key.toLowerCase(), row, column)) event.preventDefault();
      return;
    }
    const step = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' || event.key === 'Enter' ? 1 : 0;
    if (step === 0 || event.defaultPrevented) return;
    event.preventDefault();
    focus(row + step, column);
  };

  const onPaste = (event: ClipboardEvent<HTMLElement>) => {
    const cells = cellsOf(event.clipboardData.getData('text/plain'));
    if (cells.length < 2 && (cells[0]?.length ?? 0) < 2) return;
    event.preventDefault();
    const [row = 0] = ((event.target as HTMLElement).dataset.at ?? '0').split(',').map(Number);
    const edited = withPasted(card, cells, row, readers);
    const outcome = edited.ok ? session.dispatch({ name: 'setCard', args: { ...cardAt, card: edited.card } }) : edited;
    setFault(outcome.ok ? null : outcome.message);
  };

  const head = `${measureWords[card.measure]}, ${isFrom(card) ? 'from' : 'up to'}`;
  return (
    <div>
      {card.kind === 'valueTiers' && <ValueSettings card={card} />}
      <div className="mb-2 grid grid-cols-2 gap-2">
        {card.kind !== 'valueTiers' && card.kind !== 'distanceTiers' && <MeasureSettings card={card} />}
        <BandSettings card={card} onFault={setFault} />
      </div>
      <table
        ref={table}
        role="grid"
        aria-label="Tiers"
        className="w-full border-collapse border border-line-strong bg-paper"
        onKeyDown={onKeyDown}
        onPaste={onPaste}
      >
        <thead>
          <tr className="border-line-strong border-b text-sm text-ash">
            <th scope="col" className="px-2.5 py-1.5 text-left font-semibold">
              {head}
            </th>
            <th scope="col" className="w-32 px-2.5 py-1.5 text-right font-semibold">
              Price, {shop.currency}
            </th>
            <th scope="col" className="w-8">
              <span className="sr-only">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row, index) => (
            // A row is what stands at its place: a changed bound keeps the field that changed it.
            <CardGridRow
              key={`${card.kind} ${isFrom(card)} ${rows.length} ${index === rows.length - 1 ? 'last' : index}`}
              card={card}
              row={row}
              index={index}
              marked={index === held}
              top={format.bound(card.measure, card.tiers.at(-1)?.upTo ?? 0)}
            />
          ))}
          <NewTierRow card={card} index={rows.length} onAdded={(column) => focus(rows.length + 1, column)} />
        </tbody>
      </table>
      {fault !== null && (
        <p role="alert" className="mt-1 text-sm text-fault">
          {fault}
        </p>
      )}
      <p className="mt-1 text-sm text-ash">
        9.90, 13.40 + 0.80/{unitHint(card)}, 5 %, free, not offered, or ask us. Paste rows from a spreadsheet into any cell; Ctrl D takes
        the price above.
      </p>
      <CopyRows
        rows={rows.map((row) => [
          row.bound === null ? (isFrom(card) ? format.plain(0) : 'above') : readers.shownBound(row.bound),
          readers.shownResult(row.result),
        ])}
      />
    </div>
  );
}
