import { boundInBase, CountMeasure, SizeMeasure, type TieredCard, WeightMeasure } from '@ostrakon/core';
import { type ClipboardEvent, type KeyboardEvent, useRef } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { pastedCells } from '../../ui/pastedCells.ts';
import { Segments } from '../../ui/Segments.tsx';
import { Select } from '../../ui/Select.tsx';
import { measureAbout, measureWords } from '../../words/quoteWords.ts';
import { useFormat } from '../../words/useWords.ts';
import { CardGridRow } from './CardGridRow.tsx';
import { CopyRows } from './CopyRows.tsx';
import { cellAt, placeOf } from './cardGridCells.ts';
import { cardRows, filledDown, isFrom, unitHint, withoutRow, withPasted, withWriting } from './cardRows.ts';
import { Fault } from './Fault.tsx';
import { NewTierRow } from './NewTierRow.tsx';
import { PasteQuestion } from './PasteQuestion.tsx';
import { useCardEdits } from './useCardEdits.ts';
import { useCardMeasures } from './useCardMeasures.ts';
import { useCellReaders } from './useCellReaders.ts';
import { useLane } from './useLane.ts';
import { WeightsOfCart } from './WeightsOfCart.tsx';

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
          {measureWords[measure]}: {measureAbout[measure]}
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
      <option value="whole">one price for all</option>
      <option value="graduated">each part its rate</option>
    </Select>
  );
}

/** Index of the row the bench's cart falls in. */
function useHeldRow(card: TieredCard): number {
  const value = useCardMeasures()[card.measure];
  const found = card.tiers.findIndex(({ upTo }) => value <= boundInBase(card.measure, upTo));
  return found === -1 ? card.tiers.length : found;
}

/** Walks, fills, removes and pastes rows by keys and clipboard. */
function useRowKeys(card: TieredCard, { take, paste }: ReturnType<typeof useCardEdits<TieredCard>>) {
  const table = useRef<HTMLTableElement>(null);
  const readers = useCellReaders(card.measure);
  const count = cardRows(card).length;
  const focus = (row: number, column: number) => cellAt(table.current, row, column)?.focus();
  const remove = (row: number) => {
    if (take(withoutRow(card, row))) requestAnimationFrame(() => focus(Math.min(row, count - 2), 1));
  };
  const fill = (row: number, column: number) => {
    const filled = column === 1 && row < count ? filledDown(card, row) : null;
    if (filled) take({ ok: true, card: filled });
  };
  /** Ctrl with a key; false where it means nothing here. */
  const onControl = (key: string, row: number, column: number): boolean => {
    if (key === 'delete' && row < count) remove(row);
    else if (key === 'd') fill(row, column);
    else return false;
    return true;
  };
  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    const place = placeOf(event.target);
    if (!place) return;
    const [row, column] = place;
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
    const cells = pastedCells(event.clipboardData);
    if (cells === null) return;
    event.preventDefault();
    const row = placeOf(event.target)?.[0] ?? 0;
    const readerAt = (at: number, column: number) => (column === 0 && (cells[at]?.length ?? 0) > 1 ? readers.bound : readers.result);
    paste(cells, readerAt, (read) => withPasted(card, read, row, readers));
  };
  return { focus, keys: { ref: table, onKeyDown, onPaste } };
}

/** The tiers of a card as a grid for the keyboard: Tab and Enter move, rows are pasted from a spreadsheet. */
export function CardGrid({ card }: { card: TieredCard }) {
  const { shop } = useDraft().book;
  const format = useFormat();
  const readers = useCellReaders(card.measure);
  const edits = useCardEdits<TieredCard>();
  const { focus, keys } = useRowKeys(card, edits);
  const held = useHeldRow(card);
  const rows = cardRows(card);
  const head = `${measureWords[card.measure]}, ${isFrom(card) ? 'from' : 'up to'}`;
  return (
    <div>
      {card.kind === 'valueTiers' && <ValueSettings card={card} />}
      <div className="mb-2 space-y-2">
        {card.kind !== 'valueTiers' && card.kind !== 'distanceTiers' && <MeasureSettings card={card} />}
        <BandSettings card={card} onFault={edits.setFault} />
      </div>
      {card.kind === 'weightTiers' && (
        <div className="mb-2">
          <WeightsOfCart />
        </div>
      )}
      <table role="grid" aria-label="Tiers" className="w-full border-collapse border border-line-strong bg-paper" {...keys}>
        <thead>
          <tr className="border-line-strong border-b text-sm text-ash">
            <th scope="col" className="px-2.5 py-1.5 text-start font-semibold">
              {head}
            </th>
            <th scope="col" className="w-32 px-2.5 py-1.5 text-end font-semibold">
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
      <Fault>{edits.fault}</Fault>
      {edits.question && <PasteQuestion doubts={edits.question.doubts} onSettle={edits.settle} />}
      <p className="mt-1 text-sm text-ash">
        <bdi>{format.plain(990)}</bdi>; <bdi>{format.plain(1340)}</bdi> + <bdi>{format.plain(80)}</bdi>/{unitHint(card)}; 5 %; free; not
        offered; ask us. Paste rows from a spreadsheet into any cell; Ctrl D takes the price above.
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
