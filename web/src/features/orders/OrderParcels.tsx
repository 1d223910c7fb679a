import type { DeskConsignment } from '@ostrakon/core/contract';
import { useQueryClient } from '@tanstack/react-query';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useState } from 'react';
import { problemWords } from '../../access/problemWords.ts';
import { useSending } from '../../access/useSending.ts';
import { ParcelDrawing } from '../../bench/ParcelDrawing.tsx';
import { SignButton } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import { useDesk } from './Desk.tsx';
import { deskApi, deskQueries } from './deskApi.ts';

type Planned = DeskConsignment['parcelsPlanned'][number];

const HOW: Partial<Record<Planned['how'], string>> = { ownBox: 'In its own box', fitsNothing: 'As it is: it fits no packaging' };

/** One parcel, drawn as it is packed, step by step. */
function Steps({ parcel, nameOf }: { parcel: Planned; nameOf: (line: number) => string }) {
  const all = parcel.placed.length;
  const [held, setStep] = useState(all);
  const step = Math.min(held, all);
  const last = parcel.placed[step - 1];
  return (
    <>
      <ParcelDrawing parcel={parcel} step={step} label={`Drawing of the parcel, ${step} of ${all} packed`} />
      <div className="flex items-center justify-center gap-1 text-sm">
        <SignButton label="Take one out" disabled={step === 0} onClick={() => setStep(step - 1)}>
          <ChevronLeft size={14} aria-hidden />
        </SignButton>
        <span aria-live="polite" className="min-w-32 text-center text-ash">
          {step === 0 ? 'empty' : `${step} of ${all}${last ? `: ${nameOf(last.line)}` : ''}`}
        </span>
        <SignButton label="Put one more in" disabled={step === all} onClick={() => setStep(step + 1)}>
          <ChevronRight size={14} aria-hidden />
        </SignButton>
      </div>
    </>
  );
}

/** What a consignment is packed into, parcel by parcel, and in what order; another piece of packaging can be chosen. */
export function OrderParcels({ part, order, canRepack }: { part: DeskConsignment; order: number; canRepack: boolean }) {
  const { facts, format } = useDesk();
  const client = useQueryClient();
  const { busy, error, send } = useSending();
  const [chosen, setChosen] = useState(0);
  const parcels = part.parcelsPlanned;
  const at = Math.min(chosen, Math.max(0, parcels.length - 1));
  const parcel = parcels[at];
  const repack = (packaging: string | null) =>
    send(async () => {
      client.setQueryData(deskQueries.order(order).queryKey, await deskApi.packInto(part.id, part.revision, packaging));
      await client.invalidateQueries({ queryKey: ['desk', 'list'] });
    });
  if (!parcel) return null;
  const nameOf = (line: number) => part.things[line]?.name || 'goods without a name';
  const packaging = facts.packaging.find(({ id }) => id === parcel.packaging)?.name ?? '';
  const many = parcels.reduce((sum, { count }) => sum + count, 0);
  return (
    <section aria-label="Parcels" className="border-line border-t px-4 py-3">
      <div className="mb-1 flex items-center justify-between gap-2">
        <h3 className="font-semibold">{many === 1 ? 'One parcel' : `${format.number(many)} parcels`}</h3>
        {parcels.length > 1 && (
          <span className="flex items-center gap-1 text-sm">
            <SignButton label="Parcel before" disabled={at === 0} onClick={() => setChosen(at - 1)}>
              <ChevronLeft size={14} aria-hidden />
            </SignButton>
            {at + 1} of {parcels.length}
            <SignButton label="Next parcel" disabled={at === parcels.length - 1} onClick={() => setChosen(at + 1)}>
              <ChevronRight size={14} aria-hidden />
            </SignButton>
          </span>
        )}
      </div>
      {parcel.placed.length > 0 && <Steps key={`${part.revision} ${at}`} parcel={parcel} nameOf={nameOf} />}
      <p className="mt-1">
        <span className="font-semibold">{HOW[parcel.how] ?? packaging}</span>
        {parcel.count > 1 && ` · ${format.number(parcel.count)} just like this`} · {format.mass(parcel.packedWeight)}
        {parcel.outside && ` · ${format.sides(parcel.outside)}`}
      </p>
      <ul className="text-sm text-ash">
        {parcel.contents.map(({ line, quantity }) => (
          <li key={line}>
            {format.number(quantity)} {nameOf(line)}
            {part.together !== null && part.things[line] && ` (order ${part.things[line].order})`}
          </li>
        ))}
      </ul>
      {parcel.how === 'byWeight' && <p className="text-sm text-ochre">Packed by weight: the size of some of it is not known.</p>}
      {canRepack && (
        <div className="mt-2">
          <Select
            label="Pack into"
            disabled={busy}
            value={part.into ?? ''}
            onChange={(event) => void repack(event.target.value === '' ? null : event.target.value)}
          >
            <option value="">Packed as planned</option>
            {facts.packaging.map(({ id, name }) => (
              <option key={id} value={id}>
                Pack into: {name}
              </option>
            ))}
          </Select>
          {error !== null && (
            <p role="alert" className="mt-1 text-sm text-fault">
              {problemWords(error)}
            </p>
          )}
        </div>
      )}
    </section>
  );
}
