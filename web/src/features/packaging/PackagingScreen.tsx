import { type Packaging, SAMPLE_CARTON, sizeText } from '@ostrakon/core';
import { ArrowDown, ArrowUp, X } from 'lucide-react';
import { useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button, SignButton } from '../../ui/Button.tsx';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';
import { GivenPackaging } from './GivenPackaging.tsx';
import { PackagingForm } from './PackagingForm.tsx';
import { PackagingShape } from './PackagingShape.tsx';
import { packagingKinds } from './packagingWords.ts';
import { VolumeSettings } from './VolumeSettings.tsx';

function Row({ packaging, at, last, onEdit }: { packaging: Packaging; at: number; last: boolean; onEdit: () => void }) {
  const { packing } = useDraft().book;
  const session = useDraftSession();
  const format = useFormat();
  const { id, name } = packaging;
  const move = (to: number) => session.dispatch({ name: 'movePackaging', args: { packaging: id, to } });
  const remove = () => {
    session.dispatch({ name: 'removePackaging', args: { packaging: id } });
    toast(`Removed ${name}`, { action: { label: 'Undo', onClick: session.undo } });
  };
  const usual = packing.usual === id;
  return (
    <tr className={`border-line border-b align-middle last:border-b-0 ${packaging.inUse ? '' : 'text-ash'}`}>
      <td className="w-12 py-1 ps-3">
        <PackagingShape packaging={packaging} />
      </td>
      <th scope="row" className="py-1 ps-2 text-start">
        <button type="button" className="font-semibold hover:text-clay hover:underline" onClick={onEdit}>
          {name}
        </button>
        <span className="block text-sm font-normal text-ash">
          {packagingKinds[packaging.kind]}
          {packaging.carrier && `, only for ${packaging.carrier.services === null ? '' : 'some services of '}${packaging.carrier.name}`}
        </span>
      </th>
      <td className="px-2 text-end whitespace-nowrap">{sizeText(packaging.inside, format.locale)}</td>
      <td className="px-2 text-end whitespace-nowrap">{format.typed(packaging.tare)}</td>
      <td className="px-2 text-end whitespace-nowrap">{packaging.mostLoad === null ? 'not stated' : format.typed(packaging.mostLoad)}</td>
      <td className="px-2 text-end">{format.plain(packaging.cost)}</td>
      <td className="px-2 text-center">
        <input
          type="checkbox"
          className="size-4 accent-clay"
          aria-label={`Use ${name}`}
          checked={packaging.inUse}
          onChange={(event) => session.dispatch({ name: 'setPackaging', args: { ...packaging, inUse: event.target.checked } })}
        />
      </td>
      <td className="px-2 text-center">
        <input
          type="radio"
          name="usual-packaging"
          className="size-4 accent-clay"
          aria-label={`${name} is the usual packaging`}
          checked={usual}
          onChange={() => session.dispatch({ name: 'setUsualPackaging', args: { packaging: id } })}
        />
      </td>
      <td className="pe-2 text-end whitespace-nowrap">
        <SignButton label={`Move ${name} up`} disabled={at === 0} onClick={() => move(at - 1)}>
          <ArrowUp size={14} aria-hidden />
        </SignButton>
        <SignButton label={`Move ${name} down`} disabled={last} onClick={() => move(at + 1)}>
          <ArrowDown size={14} aria-hidden />
        </SignButton>
        <SignButton label={`Remove ${name}`} onClick={remove}>
          <X size={14} aria-hidden />
        </SignButton>
      </td>
    </tr>
  );
}

/** What goods are put into. */
export function PackagingScreen() {
  const { packing, shop } = useDraft().book;
  const [editing, setEditing] = useState<string | 'new' | null>(null);
  const [adding, setAdding] = useState(false);
  const { packaging } = packing;
  const inUse = packaging.some((one) => one.inUse && one.carrier === undefined);
  const right = 'px-2 py-1.5 text-end font-semibold';
  const edited = packaging.find(({ id }) => id === editing);
  return (
    <div className="max-w-5xl space-y-4 p-4">
      <div className="flex items-start justify-between gap-4">
        <div>
          <h1 className="font-serif text-xl font-semibold">Packaging</h1>
          <p className="text-sm text-ash">
            Every cart is packed into these, in three dimensions: as few parcels as can be, then the least volume. Tare is added once for
            each.
          </p>
        </div>
        <div className="flex shrink-0 gap-2">
          <Button onClick={() => setAdding(true)}>Add what a carrier gives…</Button>
          <Button look="main" onClick={() => setEditing('new')}>
            Add packaging
          </Button>
        </div>
      </div>
      {!inUse && (
        <p role="status" className="rounded-md bg-ochre-soft px-3 py-2 text-ochre">
          <strong>A sample carton stands in.</strong> {packaging.length === 0 ? 'There is no packaging yet' : 'No packaging is in use'}, so
          carts are packed into a made-up carton of {sizeText(SAMPLE_CARTON.inside, shop.locale)} that weighs {SAMPLE_CARTON.tare} when
          empty. Add your own to make weights and prices true.
        </p>
      )}
      {packaging.length > 0 && (
        <section aria-label="Packaging" className="overflow-x-auto rounded-lg border border-line-strong bg-paper">
          <table className="w-full">
            <thead>
              <tr className="border-line-strong border-b text-sm text-ash">
                <th scope="col" colSpan={2} className="py-1.5 ps-3 text-start font-semibold">
                  Name and kind
                </th>
                <th scope="col" className={right}>
                  Inside
                </th>
                <th scope="col" className={right}>
                  Tare
                </th>
                <th scope="col" className={right}>
                  Greatest load
                </th>
                <th scope="col" className={right}>
                  Cost, {shop.currency}
                </th>
                <th scope="col" className="px-2 py-1.5 font-semibold">
                  In use
                </th>
                <th scope="col" className="px-2 py-1.5 font-semibold" title="What goods without a size are put into">
                  Usual
                </th>
                <th scope="col">
                  <span className="sr-only">Order and removal</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {packaging.map((one, at) => (
                <Row key={one.id} packaging={one} at={at} last={at === packaging.length - 1} onEdit={() => setEditing(one.id)} />
              ))}
            </tbody>
          </table>
        </section>
      )}
      {packaging.length > 0 && (
        <p className="text-sm text-ash">
          Goods without a size go into the usual packaging, by weight alone. A pallet is used only for what fits nothing else.
        </p>
      )}
      <VolumeSettings />
      {editing !== null && <PackagingForm held={edited} onClose={() => setEditing(null)} />}
      {adding && <GivenPackaging onClose={() => setAdding(false)} />}
    </div>
  );
}
