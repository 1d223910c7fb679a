import { laneOf, type Service, type Zone } from '@ostrakon/core';
import { useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { SearchField } from '../../ui/SearchField.tsx';
import { toast } from '../../ui/toast.ts';
import { foundBy, isFoundBy, plainName } from '../../words/plainName.ts';
import { countryOfZone } from '../../words/zoneGroups.ts';
import { useLane } from './useLane.ts';

const parts = [
  ['card', 'Prices'],
  ['limits', 'Limits'],
  ['freeFrom', 'Free delivery'],
] as const;
type Part = (typeof parts)[number][0];

const toggled = <T,>(set: ReadonlySet<T>, entry: T): Set<T> => {
  const next = new Set(set);
  if (!next.delete(entry)) next.add(entry);
  return next;
};

/** Copies this lane, or parts of it, to others. */
export function CopyCard({ onClose }: { onClose: () => void }) {
  const { at, zone, service } = useLane();
  const { book } = useDraft();
  const session = useDraftSession();
  const [targets, setTargets] = useState<ReadonlySet<string>>(new Set());
  const [copied, setCopied] = useState<ReadonlySet<Part>>(new Set(['card']));
  const [find, setFind] = useState('');
  const own = `${at.zone}/${at.service}`;
  const wanted = plainName(find);
  const { locale } = book.shop;
  const zones =
    wanted === '' ? book.zones : book.zones.filter((one) => isFoundBy(foundBy([one.name, one.label, countryOfZone(one, locale)]), wanted));
  /** Every lane of these zones and services but this one; all of them are ticked, or none where they are. */
  const lanes = (some: readonly Zone[], services: readonly Service[]) =>
    some.flatMap((one) => services.map(({ id }) => `${one.id}/${id}`)).filter((key) => key !== own);
  const flip = (keys: readonly string[]) => {
    const next = new Set(targets);
    const all = keys.every((key) => next.has(key));
    for (const key of keys)
      if (all) next.delete(key);
      else next.add(key);
    setTargets(next);
  };
  const empty = () => {
    const keys = zones.flatMap((one) => book.services.filter(({ id }) => !laneOf(one, id)).map(({ id }) => `${one.id}/${id}`));
    setTargets(new Set([...targets, ...keys]));
  };
  const copy = () => {
    const to = [...targets].map((key) => {
      const [targetZone = '', targetService = ''] = key.split('/');
      return { zone: targetZone, service: targetService };
    });
    const outcome = session.dispatch({
      name: 'copyLane',
      args: { from: at, to, parts: parts.map(([part]) => part).filter((part) => copied.has(part)) },
    });
    if (!outcome.ok) {
      toast.error(outcome.message);
      return;
    }
    toast(`Copied to ${to.length} ${to.length === 1 ? 'cell' : 'cells'}`, {
      action: { label: 'Undo', onClick: session.undo },
    });
    onClose();
  };
  return (
    <Modal
      open
      wide
      onOpenChange={(open) => !open && onClose()}
      title="Copy these prices"
      about={`Tick where the prices of ${service.name} to ${zone.name} should go. Where it was not offered before, everything set here comes with them.`}
    >
      <fieldset className="mb-3 flex gap-4">
        <legend className="sr-only">What to copy</legend>
        {parts.map(([part, name]) => (
          <label key={part} className="flex items-center gap-1.5">
            <input
              type="checkbox"
              className="size-6 accent-clay"
              checked={copied.has(part)}
              onChange={() => setCopied(toggled(copied, part))}
            />
            {name}
          </label>
        ))}
      </fieldset>
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <SearchField label="Find zones to copy to" hint="A zone, a country, a label" value={find} onType={setFind} />
        <Button look="quiet" onClick={() => flip(lanes(zones, book.services))}>
          All of {zones.length === 1 ? '1 zone' : `${zones.length} zones`}
        </Button>
        <Button look="quiet" onClick={empty}>
          Empty ones only
        </Button>
        {targets.size > 0 && (
          <Button look="quiet" onClick={() => setTargets(new Set())}>
            None
          </Button>
        )}
      </div>
      <div className="max-h-[44vh] overflow-auto border-line border-y">
        <table className="w-full border-separate border-spacing-0 text-sm">
          <thead>
            <tr>
              <td className="sticky start-0 top-0 z-20 bg-paper" />
              {book.services.map((one) => (
                <th key={one.id} scope="col" className="sticky top-0 z-10 min-w-16 border-line border-b bg-paper p-0 text-center">
                  <button
                    type="button"
                    aria-label={`${one.name} to all zones shown`}
                    onClick={() => flip(lanes(zones, [one]))}
                    className="w-full px-1 py-1 font-semibold hover:text-clay"
                  >
                    {one.name}
                  </button>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {zones.map((row) => (
              <tr key={row.id}>
                <th scope="row" className="sticky start-0 z-10 border-line border-b bg-paper p-0 text-start font-normal">
                  <button
                    type="button"
                    aria-label={`All services to ${row.name}`}
                    onClick={() => flip(lanes([row], book.services))}
                    className="w-full py-1 pe-2 text-start hover:text-clay"
                  >
                    {row.name}
                  </button>
                </th>
                {book.services.map((one) => {
                  const key = `${row.id}/${one.id}`;
                  return (
                    <td key={one.id} className="border-line border-b text-center">
                      {key === own ? (
                        <span className="text-ash">this</span>
                      ) : (
                        <label className="inline-flex items-center gap-1">
                          <input
                            type="checkbox"
                            className="size-6 accent-clay"
                            aria-label={`${one.name} to ${row.name}${laneOf(row, one.id) ? '' : ', new'}`}
                            checked={targets.has(key)}
                            onChange={() => setTargets(toggled(targets, key))}
                          />
                          {!laneOf(row, one.id) && <span className="text-xs text-ash">new</span>}
                        </label>
                      )}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
        {zones.length === 0 && <p className="py-2 text-sm text-ash">No zone of that name.</p>}
      </div>
      <div className="mt-4 flex justify-end">
        <Button look="main" disabled={targets.size === 0 || copied.size === 0} onClick={copy}>
          {targets.size === 0 ? 'Tick where to copy' : `Copy to ${targets.size} ${targets.size === 1 ? 'cell' : 'cells'}`}
        </Button>
      </div>
    </Modal>
  );
}
