import { type CompiledZone, oncePer, plan, quoteZone } from '@ostrakon/core';
import { Fragment, Suspense, useMemo, useRef } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { heardAnswers, useWanted } from '../../carriers/heardAnswers.ts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { sheetMarks } from '../../proof/sheetMarks.ts';
import { useTold } from '../../proof/useProof.ts';
import { later } from '../../ui/later.ts';
import { Gap, spread, useColumnsInSight, useRowsInSight } from '../../ui/useRowsInSight.tsx';
import { directionOf } from '../../words/direction.ts';
import { useFormat, useSubdivisionNames } from '../../words/useWords.ts';
import { AddService } from './AddService.tsx';
import { AddZone } from './AddZone.tsx';
import { GroupRow } from './GroupRow.tsx';
import { ServiceHead } from './ServiceHead.tsx';
import { SheetLegend } from './SheetLegend.tsx';
import { SheetTools } from './SheetTools.tsx';
import type { Face } from './sheetCell.ts';
import type { SheetRow } from './sheetRows.ts';
import { type CellAt, useCellPrices } from './useCellPrices.ts';
import { useChosenLanes } from './useChosenLanes.ts';
import { useLiveAnswers } from './useLiveAnswers.ts';
import { placeOf, useSheetKeys } from './useSheetKeys.ts';
import { useSheetView } from './useSheetView.ts';
import { ZoneRow } from './ZoneRow.tsx';

const LanesBar = later(() => import('./LanesBar.tsx'), 'LanesBar');

/** More zones than this, and the sheet has tools to find and gather them. */
const MANY_ZONES = 12;
/** A row of two lines, before it is measured. */
const ROW = 66;
const COMPACT_ROW = 49;

/** How many zones were found, folded away or not. */
const zonesIn = (rows: readonly SheetRow[]) =>
  rows.reduce((sum, row) => sum + (row.kind === 'zone' ? 1 : row.folded ? row.zones.length : 0), 0);

const keyOf = (row: SheetRow | undefined) => (row?.kind === 'group' ? `group ${row.name}` : row?.zone.id);

export function Sheet({ face, compact }: { face: Face; compact: boolean }) {
  const { book } = useDraft();
  const { compiled, admitted, heard, samples, down, zone: benchZone } = useBench();
  const { told } = useTold();
  const marks = useMemo(() => sheetMarks(told), [told]);
  const found = useMemo(() => new Set([...marks.values()].map(({ severity }) => severity)), [marks]);
  const table = useRef<HTMLTableElement>(null);
  const view = useSheetView();
  const { rows } = view;
  const virtual = useRowsInSight(table, rows.length, compact ? COMPACT_ROW : ROW);
  const across = useColumnsInSight(table, book.services.length, directionOf(book.shop.locale) === 'rtl');
  const show = (row: number, column: number) => {
    if (row >= 0) virtual.rows.scrollToIndex(row);
    if (column >= 0) across.columns.scrollToIndex(column);
  };
  const prices = useCellPrices(rows);
  const keys = useSheetKeys({ table, rows, show, onPrice: prices.begin });
  virtual.keep.current = keys.activeRow;
  across.keep.current = keys.activeColumn;
  const choice = useChosenLanes(rows);
  const serviceIds = book.services.map(({ id }) => id);
  const live = useLiveAnswers(face === 'live');
  // Carriers of own prices are asked only where the sheet shows what they cost.
  const carriers = useMemo(() => heardAnswers({ heard, samples, down }, face === 'margin'), [heard, face, samples, down]);
  // Only what is in sight is quoted.
  const answersOf = useMemo(() => {
    const { shipments } = plan(compiled, admitted, carriers);
    return oncePer((zone: CompiledZone) => quoteZone(compiled, zone, shipments));
  }, [compiled, admitted, carriers]);
  useWanted(carriers, face !== 'rates');
  // A column that has nothing to say but no is said so quietly.
  const inSight = virtual.shown.flatMap(({ index }) => {
    const row = rows[index];
    const zone = row?.kind === 'zone' ? compiled.zones[row.at] : undefined;
    return zone ? [zone] : [];
  });
  const isQuiet = (slot: number) => inSight.length > 1 && inSight.every((zone) => answersOf(zone)[slot]?.status === 'withheld');
  const quiet = new Set(face === 'rates' ? [] : serviceIds.filter((_id, slot) => isQuiet(slot)));
  const look = {
    quiet,
    face,
    services: book.services,
    serviceIds,
    columns: across.shown,
    format: useFormat(),
    locale: book.shop.locale,
    subdivision: useSubdivisionNames(),
    tabIndex: keys.tabIndex,
    chosen: choice.keys,
    compact,
    typing: prices.typing,
    onTyped: (at: CellAt, steps: readonly [number, number] | null) => {
      prices.end();
      if (steps) keys.go(at[0] + steps[0], at[1] + steps[1]);
    },
    live,
    marks,
  };
  const lineOf = (index: number) => {
    const row = rows[index];
    if (!row) return null;
    const measured = virtual.rows.measureElement;
    if (row.kind === 'group') {
      const tabIndex = keys.tabIndex(index + 1, 0);
      const toggle = () => view.toggle(row.name);
      return (
        <GroupRow
          group={row}
          row={index + 1}
          tabIndex={tabIndex}
          columns={book.services.length + 2}
          measured={measured}
          onToggle={toggle}
        />
      );
    }
    const zone = compiled.zones[row.at];
    const answers = zone ? answersOf(zone) : [];
    return <ZoneRow zone={row.zone} row={index + 1} answers={answers} marked={row.zone.id === benchZone} look={look} measured={measured} />;
  };
  return (
    <>
      {(book.zones.length > MANY_ZONES || view.find !== '' || view.gathering !== 'none') && (
        <SheetTools view={view} shown={zonesIn(rows)} all={book.zones.length} />
      )}
      <table
        ref={table}
        role="grid"
        aria-rowcount={rows.length + 1}
        aria-colcount={book.services.length + 2}
        aria-label="Zones by services"
        style={{ minWidth: 190 + 84 * book.services.length }}
        className="w-full table-fixed border-separate border-spacing-0 border border-line-strong bg-bone"
        onKeyDown={(event) => {
          choice.onSpace(event);
          keys.onKeyDown(event);
        }}
        onClickCapture={choice.onClickCapture}
        onFocus={(event) => {
          prices.tell(null);
          keys.onFocus(event);
        }}
        onPaste={(event) => prices.onPaste(event, placeOf(event.target))}
      >
        <colgroup>
          <col className="w-[9.5rem] min-[1200px]:w-[11.25rem]" />
          {book.services.map((service) => (
            <col key={service.id} />
          ))}
          <col className="w-8 min-[1200px]:w-9" />
        </colgroup>
        <thead>
          <tr>
            <th
              scope="col"
              className="sticky start-0 top-0 z-30 border-line-strong border-e border-b bg-slip px-2.5 text-start text-sm font-normal text-ash"
            >
              Zone
            </th>
            {spread(across.shown, serviceIds, (at) => {
              const service = book.services[at];
              return (
                service && (
                  <ServiceHead
                    compact={compact}
                    service={service}
                    at={at}
                    tabIndex={keys.tabIndex(0, at + 1)}
                    finding={marks.get(`/${service.id}`)}
                  />
                )
              );
            })}
            <th scope="col" className="sticky top-0 z-20 border-line-strong border-b bg-slip p-0">
              <AddService />
            </th>
          </tr>
        </thead>
        <tbody>
          {virtual.shown.map(({ index, start }, nth) => (
            <Fragment key={keyOf(rows[index])}>
              <Gap height={virtual.before(start, nth)} />
              {lineOf(index)}
            </Fragment>
          ))}
          <Gap height={virtual.after} />
        </tbody>
      </table>
      <SheetLegend face={face} carried={book.services.some(({ kind }) => kind === 'carrier')} found={found} />
      <div className="mt-2 flex items-center gap-4">
        <AddZone />
        <p role="status" className="text-sm text-ochre">
          {prices.told}
        </p>
      </div>
      <span id="chosen-lane" className="sr-only">
        chosen
      </span>
      <Suspense>{choice.lanes.length > 0 && <LanesBar lanes={choice.lanes} onClear={choice.clear} />}</Suspense>
      {choice.lanes.length === 0 && (
        <p className="mt-2 text-sm text-ash">
          Type a price on an empty cell to offer the service there. Ctrl with a click, or the space bar, chooses cells to change together,
          on a head its whole row or column; Shift with a click, all between two.
        </p>
      )}
    </>
  );
}
