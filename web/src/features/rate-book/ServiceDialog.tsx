import type { Service, ServiceKind } from '@ostrakon/core';
import { useId, useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { newId } from '../../ui/newId.ts';
import { Select } from '../../ui/Select.tsx';

const kinds: readonly (readonly [ServiceKind, string])[] = [
  ['card', 'A parcel, letter or freight service'],
  ['round', 'Our own van'],
  ['counter', 'The buyer collects'],
];

/** A new service, or the kind and note of one that exists. */
export function ServiceDialog({ service, onClose }: { service?: Service; onClose: () => void }) {
  const session = useDraftSession();
  const { book } = useDraft();
  const id = useId();
  const [typed, setTyped] = useState({
    name: service?.name ?? '',
    kind: service?.kind ?? ('card' as ServiceKind),
    note: service?.note ?? '',
  });
  const [fault, setFault] = useState<{ path: string; message: string } | null>(null);
  const save = () => {
    const { name, kind, note } = typed;
    const outcome = service
      ? session.dispatch({ name: 'describeService', args: { service: service.id, kind, note } })
      : session.dispatch({ name: 'addService', args: { id: newId(name, book.services, 'service'), name, kind, note } });
    if (outcome.ok) onClose();
    else setFault(outcome);
  };
  const faultAt = (path: string) =>
    fault?.path === path ? <p role="alert" className="mt-0.5 text-xs text-fault">{`${fault.message}.`}</p> : null;
  const box = 'mt-1 h-8 w-full rounded-md border border-line-strong bg-paper px-2';
  return (
    <Modal
      open
      onOpenChange={(open) => !open && onClose()}
      title={service ? service.name : 'Add a service'}
      about="A service is what the buyer picks. Its prices stand in the lanes of each zone."
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          save();
        }}
      >
        {!service && (
          <div>
            <label htmlFor={`${id}-name`} className="text-sm">
              Name the buyer reads
            </label>
            <input
              id={`${id}-name`}
              value={typed.name}
              placeholder="Ground parcel"
              onChange={(event) => setTyped({ ...typed, name: event.target.value })}
              className={box}
            />
            {faultAt('name')}
          </div>
        )}
        <div>
          <span className="text-sm">What it is</span>
          <Select
            label="What it is"
            className="mt-1"
            value={typed.kind}
            onChange={(event) => setTyped({ ...typed, kind: event.target.value as ServiceKind })}
          >
            {kinds.map(([kind, name]) => (
              <option key={kind} value={kind}>
                {name}
              </option>
            ))}
          </Select>
        </div>
        <div>
          <label htmlFor={`${id}-note`} className="text-sm">
            Note under the name, for the buyer
          </label>
          <input
            id={`${id}-note`}
            value={typed.note}
            placeholder="To your door"
            onChange={(event) => setTyped({ ...typed, note: event.target.value })}
            className={box}
          />
          {faultAt('note')}
        </div>
        <div className="flex justify-end">
          <Button look="main" type="submit">
            {service ? 'Done' : 'Add service'}
          </Button>
        </div>
      </form>
    </Modal>
  );
}
