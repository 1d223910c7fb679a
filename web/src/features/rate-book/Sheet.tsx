import { plan, quoteZone } from '@ostrakon/core';
import { Suspense, useMemo } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { heardAnswers, useWanted } from '../../carriers/heardAnswers.ts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { later } from '../../ui/later.ts';
import { useFormat, useSubdivisionNames } from '../../words/useWords.ts';
import { AddService } from './AddService.tsx';
import { AddZone } from './AddZone.tsx';
import { ServiceHead } from './ServiceHead.tsx';
import type { Face } from './sheetCell.ts';
import { useBelowCost } from './useBelowCost.ts';
import { useChosenLanes } from './useChosenLanes.ts';
import { useLiveAnswers } from './useLiveAnswers.ts';
import { useSheetKeys } from './useSheetKeys.ts';
import { ZoneRow } from './ZoneRow.tsx';

const LanesBar = later(() => import('./LanesBar.tsx'), 'LanesBar');

export function Sheet({ face }: { face: Face }) {
  const { book } = useDraft();
  const { compiled, admitted, heard, samples, down, zone: benchZone } = useBench();
  const below = useBelowCost(face === 'rates' || face === 'margin');
  const marks = useMemo(() => new Set(below?.map(({ where }) => `${where.zones[0]}/${where.service}`)), [below]);
  const keys = useSheetKeys();
  const choice = useChosenLanes();
  const live = useLiveAnswers(face === 'live');
  // Carriers of own prices are asked only where the sheet shows what they cost.
  const carriers = useMemo(() => heardAnswers({ heard, samples, down }, face === 'margin'), [heard, face, samples, down]);
  const answers = useMemo(() => {
    const { shipments } = plan(compiled, admitted, carriers);
    return compiled.zones.map((zone) => quoteZone(compiled, zone, shipments));
  }, [compiled, admitted, carriers]);
  useWanted(carriers, face !== 'rates');
  const look = {
    face,
    services: book.services,
    format: useFormat(),
    locale: book.shop.locale,
    subdivision: useSubdivisionNames(),
    tabIndex: keys.tabIndex,
    chosen: choice.keys,
    live,
    marks,
  };
  return (
    <>
      <table
        role="grid"
        aria-label="Zones by services"
        style={{ minWidth: 190 + 84 * book.services.length }}
        className="w-full table-fixed border-collapse border border-line-strong bg-bone"
        onKeyDown={(event) => {
          choice.onSpace(event);
          keys.onKeyDown(event);
        }}
        onClickCapture={choice.onClickCapture}
        onFocus={keys.onFocus}
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
            <th scope="col" className="border-line-strong border-b bg-slip px-2.5 text-left text-sm font-normal text-ash">
              Near to far
            </th>
            {book.services.map((service, at) => (
              <ServiceHead key={service.id} service={service} at={at} tabIndex={keys.tabIndex(0, at + 1)} />
            ))}
            <th scope="col" className="border-line-strong border-b bg-slip p-0">
              <AddService />
            </th>
          </tr>
        </thead>
        <tbody>
          {book.zones.map((zone, at) => (
            <ZoneRow key={zone.id} zone={zone} row={at + 1} answers={answers[at] ?? []} marked={zone.id === benchZone} look={look} />
          ))}
        </tbody>
      </table>
      <AddZone />
      <span id="chosen-lane" className="sr-only">
        chosen
      </span>
      <Suspense>{choice.lanes.length > 0 && <LanesBar lanes={choice.lanes} onClear={choice.clear} />}</Suspense>
      {choice.lanes.length === 0 && (
        <p className="mt-2 text-sm text-ash">
          Ctrl with a click, or the space bar, chooses lanes to change together; Shift with a click, all between two.
        </p>
      )}
    </>
  );
}
