import { laneOf } from '@ostrakon/core';
import { useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { toast } from '../../ui/toast.ts';
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
  const own = `${at.zone}/${at.service}`;
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
    toast(`Copied to ${to.length} ${to.length === 1 ? 'lane' : 'lanes'}`, {
      action: { label: 'Undo', onClick: session.undo },
    });
    onClose();
  };
  return (
    <Modal
      open
      wide
      onOpenChange={(open) => !open && onClose()}
      title="Copy this lane"
      about={`Tick where the prices of ${service.name} to ${zone.name} should go. A lane that is new gets the whole of it.`}
    >
      <fieldset className="mb-3 flex gap-4">
        <legend className="sr-only">What to copy</legend>
        {parts.map(([part, name]) => (
          <label key={part} className="flex items-center gap-1.5">
            <input
              type="checkbox"
              className="size-4 accent-clay"
              checked={copied.has(part)}
              onChange={() => setCopied(toggled(copied, part))}
            />
            {name}
          </label>
        ))}
      </fieldset>
      <table className="w-full border-collapse text-sm">
        <thead>
          <tr>
            <td />
            {book.services.map((one) => (
              <th key={one.id} scope="col" className="px-1 py-1 text-center font-semibold">
                {one.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {book.zones.map((row) => (
            <tr key={row.id} className="border-line border-t">
              <th scope="row" className="py-1 text-left font-normal">
                {row.name}
              </th>
              {book.services.map((one) => {
                const key = `${row.id}/${one.id}`;
                return (
                  <td key={one.id} className="text-center">
                    {key === own ? (
                      <span className="text-ash">this</span>
                    ) : (
                      <label className="inline-flex items-center gap-1">
                        <input
                          type="checkbox"
                          className="size-4 accent-clay"
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
      <div className="mt-4 flex justify-end">
        <Button look="main" disabled={targets.size === 0 || copied.size === 0} onClick={copy}>
          {targets.size === 0 ? 'Tick a lane' : `Copy to ${targets.size} ${targets.size === 1 ? 'lane' : 'lanes'}`}
        </Button>
      </div>
    </Modal>
  );
}
