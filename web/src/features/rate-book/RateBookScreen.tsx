import { Rows2, Rows4 } from 'lucide-react';
import { Suspense } from 'react';
import { Link } from 'react-router';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { useChanges } from '../../draft/useChanges.ts';
import { later } from '../../ui/later.ts';
import { Segments } from '../../ui/Segments.tsx';
import { useAddress } from '../../ui/useAddress.ts';
import { useKept } from '../../ui/useKept.ts';
import { useFormat } from '../../words/useWords.ts';
import { Sheet } from './Sheet.tsx';
import type { Face } from './sheetCell.ts';

const CardsFileMenu = later(() => import('../../cards/CardsFileMenu.tsx'), 'CardsFileMenu');
const DateFindings = later(() => import('../../calendars/DateFindings.tsx'), 'DateFindings');
const CostFindings = later(() => import('./CostFindings.tsx'), 'CostFindings');
const WhatNext = later(() => import('../../steps/WhatNext.tsx'), 'WhatNext');
const FirstSteps = later(() => import('./FirstSteps.tsx'), 'FirstSteps');

const DENSITIES = [
  ['compact', 'Compact', <Rows4 key="compact" size={15} aria-hidden />],
  ['roomy', 'Roomy', <Rows2 key="roomy" size={15} aria-hidden />],
] as const;

/** The whole rate book at once: near to far down the side, services across. */
export function RateBookScreen() {
  const { book } = useDraft();
  const changes = useChanges();
  const format = useFormat();
  const [search, setAddress] = useAddress();
  const asked = search.get('face');
  const face: Face = asked === 'rates' || asked === 'margin' || asked === 'promise' || (asked === 'live' && changes?.live) ? asked : 'cart';
  const [density, setDensity] = useKept('density', ['compact', 'roomy']);
  const live = changes?.live;
  const empty = book.zones.length === 0 || book.services.length === 0 || book.shop.served.length === 0;
  return (
    <div className="p-4">
      <div className="mb-3 flex items-end justify-between gap-4 max-[1199px]:flex-wrap">
        <div>
          <div className="flex items-baseline gap-4">
            <h1 className="font-serif text-xl font-semibold">Rate book</h1>
            {!empty && (
              <Link to="/recipes" className="text-sm font-medium text-clay hover:underline">
                Recipes
              </Link>
            )}
            <Suspense>{!empty && <WhatNext />}</Suspense>
          </div>
          <p className="text-sm text-ash">
            {live
              ? `Draft of edition ${live.number + 1} · edition ${live.number} is live since ${format.moment(live.publishedAt)}`
              : 'Draft · nothing is live yet'}
          </p>
        </div>
        {!empty && (
          <div className="flex flex-wrap justify-end gap-2 min-[1200px]:shrink-0 min-[1200px]:flex-nowrap">
            <Suspense fallback={<span className="w-28" />}>
              <CardsFileMenu />
            </Suspense>
            <Segments
              label="What each cell shows"
              value={face}
              choices={[
                ['rates', 'Prices'],
                ['cart', 'This cart'],
                ['margin', 'Margin'],
                ['promise', 'Arrival'],
                ...(live ? [['live', 'Against live'] as const] : []),
              ]}
              onChange={(next) => setAddress({ face: next })}
            />
            <Segments label="How much a cell says" value={density} choices={DENSITIES} onChange={setDensity} />
          </div>
        )}
      </div>
      <Suspense>
        <FirstSteps />
      </Suspense>
      {face === 'promise' && (
        <Suspense>
          <DateFindings />
        </Suspense>
      )}
      {face === 'margin' && (
        <Suspense>
          <CostFindings />
        </Suspense>
      )}
      {(book.zones.length > 0 || book.services.length > 0) && <Sheet face={face} compact={density === 'compact'} />}
    </div>
  );
}
