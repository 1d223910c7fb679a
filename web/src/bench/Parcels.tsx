import { girth, lengthPlusGirth, longestSide, type Parcel, SAMPLE_CARTON } from '@ostrakon/core';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { memo, useDeferredValue, useState } from 'react';
import { Link } from 'react-router';
import { useDraft } from '../draft/DraftProvider.tsx';
import { SignButton } from '../ui/Button.tsx';
import { zoneColour } from '../ui/zoneColours.ts';
import { useFormat } from '../words/useWords.ts';
import { type Bench, useBench } from './BenchProvider.tsx';
import { ParcelDrawing } from './ParcelDrawing.tsx';

interface NamedParcel {
  readonly parcel: Parcel;
  /** Where it leaves from, where a cart leaves from several places. */
  readonly origin: string | null;
}

function useParcels({ measured }: Bench): readonly NamedParcel[] {
  const { locations } = useDraft().book;
  const several = measured.consignments.length > 1;
  return measured.consignments.flatMap(({ origin, parcels }) =>
    parcels.map((parcel) => ({ parcel, origin: several ? (locations.find(({ id }) => id === origin)?.name ?? null) : null })),
  );
}

const ownWords: Partial<Record<Parcel['how'], string>> = { ownBox: 'In its own box', fitsNothing: 'Fits no packaging: travels as it is' };

function useParcelName(): (parcel: Parcel) => string {
  const { packaging } = useDraft().book.packing;
  return (parcel) =>
    ownWords[parcel.how] ??
    packaging.find(({ id }) => id === parcel.packaging)?.name ??
    (parcel.packaging === SAMPLE_CARTON.id ? SAMPLE_CARTON.name : '');
}

/** The drawing, with a slider through the things in the order they are packed. */
function Steps({ parcel, nameOf }: { parcel: Parcel; nameOf: (line: number) => string }) {
  const count = parcel.placed.length;
  const [held, setStep] = useState(count);
  const step = Math.min(held, count);
  const latest = parcel.placed[step - 1];
  const words = step === 0 ? 'Empty' : `${step} of ${count}: ${latest ? nameOf(latest.line) : ''}`;
  return (
    <div>
      <ParcelDrawing parcel={parcel} step={step} label={`Drawing of the parcel, ${words}`} />
      <div className="mt-1 flex items-center gap-1">
        <SignButton label="Take one out" disabled={step === 0} onClick={() => setStep(step - 1)}>
          <ChevronLeft size={14} aria-hidden />
        </SignButton>
        <input
          type="range"
          aria-label="Packed so far"
          aria-valuetext={words}
          min={0}
          max={count}
          value={step}
          onChange={(event) => setStep(Number(event.target.value))}
          className="min-w-0 flex-1 accent-clay"
        />
        <SignButton label="Put one more in" disabled={step === count} onClick={() => setStep(step + 1)}>
          <ChevronRight size={14} aria-hidden />
        </SignButton>
      </div>
      <p className="text-center text-sm text-ash" aria-live="polite">
        {words}
      </p>
    </div>
  );
}

const Facts = memo(function Facts({ parcel }: { parcel: Parcel }) {
  const format = useFormat();
  const { outside } = parcel;
  const rows: (readonly [string, string])[] = [
    ['Contents', format.mass(parcel.contentsWeight, parcel.packedWeight)],
    ['Tare', format.mass(parcel.tare, parcel.packedWeight)],
    ['Packed weight', format.mass(parcel.packedWeight)],
  ];
  const sized: (readonly [string, string])[] = outside
    ? [
        ['Outside', format.sides(outside)],
        ['Longest side', format.length(longestSide(outside))],
        ['Girth', format.length(girth(outside))],
        ['Length plus girth', format.length(lengthPlusGirth(outside))],
        ['Volumetric weight', format.mass(parcel.volumetricWeight ?? 0)],
      ]
    : [['Outside', 'not known']];
  return (
    <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-3 text-sm">
      {[...rows, ...sized, ['Billable weight', format.mass(parcel.billableWeight)] as const].map(([name, value]) => (
        <div key={name} className={`contents ${name === 'Packed weight' || name === 'Billable weight' ? 'font-semibold' : ''}`}>
          <dt className="text-ash">{name}</dt>
          <dd className="text-end">{value}</dd>
        </div>
      ))}
    </dl>
  );
});

/** What the cart is packed into, parcel by parcel. */
export function Parcels() {
  // Drawn after the prices: they come first after an edit.
  const bench = useDeferredValue(useBench());
  const { request, quote } = bench;
  const format = useFormat();
  const parcels = useParcels(bench);
  const nameOfParcel = useParcelName();
  const [chosen, setChosen] = useState(0);
  const at = Math.min(chosen, parcels.length - 1);
  const shown = parcels[at];
  if (!shown) return null;
  const { parcel, origin } = shown;
  const nameOf = (line: number) => request.lines[line]?.name || 'Goods of your own';
  const total = parcels.reduce((sum, one) => sum + one.parcel.count, 0);
  const sample = quote.remarks.some(({ code }) => code === 'sampleCarton');
  return (
    <section aria-label="Parcels" id="parcels" className="border-line border-t px-4 py-3">
      <div className="mb-1.5 flex items-center justify-between gap-2">
        <h3 className="text-sm font-semibold text-ash">{total === 1 ? 'One parcel' : `${format.number(total)} parcels`}</h3>
        {parcels.length > 1 && (
          <span className="flex items-center gap-1 text-sm">
            <SignButton className="size-6!" label="Parcel before" disabled={at === 0} onClick={() => setChosen(at - 1)}>
              <ChevronLeft size={14} aria-hidden />
            </SignButton>
            {at + 1} of {parcels.length}
            <SignButton className="size-6!" label="Next parcel" disabled={at === parcels.length - 1} onClick={() => setChosen(at + 1)}>
              <ChevronRight size={14} aria-hidden />
            </SignButton>
          </span>
        )}
      </div>
      <p className="font-semibold">
        {nameOfParcel(parcel)}
        {parcel.count > 1 && <span className="font-normal text-ash"> · {format.number(parcel.count)} just like this</span>}
        {origin !== null && <span className="font-normal text-ash"> · from {origin}</span>}
      </p>
      {parcel.placed.length > 0 && <Steps key={`${at} ${parcel.packaging} ${parcel.placed.length}`} parcel={parcel} nameOf={nameOf} />}
      {parcel.how === 'byWeight' && (
        <p className="mt-1 rounded-md bg-ochre-soft px-2 py-1 text-sm text-ochre">
          Packed by weight only: {format.list([...new Set(parcel.loose.map(({ line }) => nameOf(line)))].slice(0, 3))}
          {parcel.loose.some(({ line }) => request.lines[line]?.size === undefined)
            ? ' has no size.'
            : '; there are too many to place one by one.'}
        </p>
      )}
      {parcel.how === 'fitsNothing' && (
        <p className="mt-1 rounded-md bg-ochre-soft px-2 py-1 text-sm text-ochre">
          It is larger or heavier than all packaging in use takes.{' '}
          <Link to="/shop/packaging" className="underline">
            Packaging
          </Link>
        </p>
      )}
      {sample && (
        <p className="mt-1 rounded-md bg-ochre-soft px-2 py-1 text-sm text-ochre">
          A sample carton stands in: there is no packaging in use.{' '}
          <Link to="/shop/packaging" className="underline">
            Add packaging
          </Link>
        </p>
      )}
      <ul className="mt-2 text-sm" aria-label="Contents of the parcel">
        {parcel.contents.map(({ line, quantity }) => (
          <li key={line} className="flex items-center gap-2">
            <span aria-hidden className="size-2.5 shrink-0 rounded-sm" style={{ backgroundColor: zoneColour(line) }} />
            <span className="min-w-0 flex-1 truncate">{nameOf(line)}</span>
            <span>{format.number(quantity)}</span>
          </li>
        ))}
      </ul>
      <Facts parcel={parcel} />
    </section>
  );
}
