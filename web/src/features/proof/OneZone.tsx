import { boundInBase, type RateBook } from '@ostrakon/core';
import { AXES, GoodsIndex, measureOfAxis, picture } from '@ostrakon/core/proof';
import { useMemo } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { axisNames } from '../../proof/coverageWords.ts';
import { useZoneKinds } from '../../proof/useZoneKinds.ts';
import { readBound } from '../../ui/readers.ts';
import { TypedField } from '../../ui/TypedField.tsx';
import { zoneColour } from '../../ui/zoneColours.ts';
import { measureWords } from '../../words/quoteWords.ts';
import { useFormat } from '../../words/useWords.ts';
import { CoveragePicture, groundOf } from './CoveragePicture.tsx';
import { cartIn } from './cartInCell.ts';
import type { Change, Chosen } from './coverageView.ts';
import { RegionsTable } from './RegionsTable.tsx';

/** What is the same for all carts of the picture, and can be changed. */
function FixedFields({ chosen, change }: { chosen: Chosen; change: Change }) {
  const { book } = useDraft();
  const format = useFormat();
  const others = AXES.filter((axis) => axis !== chosen.x && axis !== chosen.y);
  return (
    <p className="mt-3 flex flex-wrap items-center gap-2 text-sm text-ash">
      The same for every cart here: one box,
      {others.map((axis) => (
        <span key={axis} className="inline-flex items-center gap-1">
          {axisNames[axis].toLowerCase()}
          <TypedField
            label={`${axisNames[axis]} of every cart`}
            className="w-24"
            inputClass="h-7!"
            shown={format.measured(measureOfAxis(axis), chosen.fixed[axis])}
            read={readBound(measureOfAxis(axis), book.shop)}
            commit={(bound) => {
              change({ [`at-${axis}`]: String(Math.max(1, boundInBase(measureOfAxis(axis), bound))) });
              return { ok: true };
            }}
          />
        </span>
      ))}
    </p>
  );
}

function Legend({ chosen, book }: { chosen: Chosen; book: RateBook }) {
  const sign = (look: string) => <span aria-hidden className={`inline-block size-3 rounded-sm border border-line ${look}`} />;
  return (
    <ul className="mt-2 flex flex-wrap gap-x-4 gap-y-1 text-sm text-ash">
      {chosen.byService ? (
        book.services.map(({ id, name }, at) => (
          <li key={id} className="inline-flex items-center gap-1.5">
            <span aria-hidden className="inline-block size-3 rounded-sm border border-line" style={{ background: serviceColour(at) }} />
            {name} is cheapest
          </li>
        ))
      ) : (
        <li className="inline-flex items-center gap-1.5">{sign('bg-clay-tint')} priced, deeper is dearer</li>
      )}
      <li className="inline-flex items-center gap-1.5">{sign('bg-glaze-soft')} free</li>
      <li className="inline-flex items-center gap-1.5">{sign('asked')} ask us</li>
      <li className="inline-flex items-center gap-1.5">{sign('by-carrier')} only if a carrier answers</li>
      <li className="inline-flex items-center gap-1.5">{sign('uncovered')} no option</li>
      <li className="inline-flex items-center gap-1.5">
        <span aria-hidden className="inline-block size-3 rounded-full bg-clay" /> cart on the bench
      </li>
    </ul>
  );
}

const serviceColour = (at: number) => `color-mix(in oklab, ${zoneColour(at)} 28%, var(--color-paper))`;

/** One zone, large: a click puts a cart of the cell on the bench. */
export function OneZone({ chosen, change }: { chosen: Chosen; change: Change }) {
  const { book } = useDraft();
  const { compiled, kindOf } = useZoneKinds();
  const { send, measured, products, zone: benchZone } = useBench();
  const zone = compiled.zones[chosen.zone];
  const kind = kindOf(chosen.zone, chosen.group);
  const shown = zone && kind ? picture(compiled, zone, kind, { x: chosen.x, y: chosen.y, fixed: chosen.fixed }) : null;
  const goods = useMemo(() => new GoodsIndex([...products.values()], compiled.groups), [products, compiled.groups]);
  const nameOf = (service: string) => book.services.find(({ id }) => id === service)?.name ?? service;
  if (!shown || !kind) return <p className="mt-3 text-ash">No address in this zone is known, so no cart can be sent there.</p>;
  const here = benchZone === zone?.zone.id && measured.consignments.length > 0;
  const [benchX, benchY] = [measured.measures[shown.reads.x], measured.measures[shown.reads.y]];
  const none = shown.cells.filter((cell) => groundOf(cell) === 'none').length;
  return (
    <>
      <p className="mb-2 text-sm text-ash" aria-live="polite">
        {none === 0 ? 'Every cart here gets an answer.' : `${none === 1 ? 'One region gets' : `${none} regions get`} no option.`} Click a
        region to put a cart of it on the bench.
      </p>
      <CoveragePicture
        picture={shown}
        scale={chosen.scale}
        point={here && benchX !== null && benchY !== null ? [benchX, benchY] : null}
        byService={chosen.byService ? (service) => serviceColour(book.services.findIndex(({ id }) => id === service)) : null}
        nameOf={nameOf}
        onPick={(cell) =>
          send({
            kind: 'put',
            cart: {
              lines: [...cartIn(compiled, kind, goods, chosen.zone, { picture: shown, cell, fixed: chosen.fixed })],
              discounts: [],
              destination: kind.destination,
            },
          })
        }
      />
      <p className="text-end text-xs text-ash">
        {measureWords[shown.reads.x]} across, {measureWords[shown.reads.y].toLowerCase()} upwards
      </p>
      <Legend chosen={chosen} book={book} />
      <FixedFields chosen={chosen} change={change} />
      <RegionsTable picture={shown} nameOf={nameOf} />
    </>
  );
}
