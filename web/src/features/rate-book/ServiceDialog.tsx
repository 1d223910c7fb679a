import { daysOfCountry, homeCountry, type Mixing, newId, PLAIN_SERVICE, type Service, type ServiceKind } from '@ostrakon/core';
import { useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { readMoney } from '../../ui/readers.ts';
import { Select } from '../../ui/Select.tsx';
import { useFormat } from '../../words/useWords.ts';

const kinds: readonly (readonly [ServiceKind, string])[] = [
  ['card', 'A parcel, letter or freight service'],
  ['round', 'Our own van'],
  ['counter', 'The buyer collects'],
];

const LIVE = ['carrier', 'A carrier’s service at its own price'] as const;

const mixings: readonly (readonly [Mixing['kind'], string])[] = [
  ['add', 'Add their prices up'],
  ['dearest', 'Charge the dearest of them alone'],
  ['dearestPlus', 'Charge the dearest, and so much for each other'],
];

/** A new service, or what is known of one that exists. */
export function ServiceDialog({ service, onClose }: { service?: Service; onClose: () => void }) {
  const session = useDraftSession();
  const { book } = useDraft();
  const format = useFormat();
  const [typed, setTyped] = useState({
    name: service?.name ?? '',
    internalName: service?.internalName ?? '',
    kind: service?.kind ?? ('card' as ServiceKind),
    note: service?.note ?? '',
    mixing: service?.mixing.kind ?? ('add' as Mixing['kind']),
    each: service?.mixing.kind === 'dearestPlus' ? format.plain(service.mixing.each) : '',
  });
  const [fault, setFault] = useState<{ path: string; message: string } | null>(null);
  const set = (more: Partial<typeof typed>) => setTyped({ ...typed, ...more });
  const save = () => {
    const { name, internalName, kind, note } = typed;
    const each = typed.mixing === 'dearestPlus' ? readMoney(book.shop)(typed.each) : ({ ok: true, value: 0 } as const);
    if (!each.ok) return setFault({ path: 'mixing', message: each.message.replace(/\.$/, '') });
    const mixing: Mixing = typed.mixing === 'dearestPlus' ? { kind: 'dearestPlus', each: each.value } : { kind: typed.mixing };
    const facts = { internalName, kind, note, mixing };
    const outcome = service
      ? session.dispatch({ name: 'describeService', args: { service: service.id, ...facts } })
      : session.dispatch({
          name: 'addService',
          args: { ...PLAIN_SERVICE, days: daysOfCountry(homeCountry(book)), id: newId(name, book.services, 'service'), name, ...facts },
        });
    if (outcome.ok) onClose();
    else setFault(outcome);
  };
  const faultAt = (path: string) => (fault?.path.startsWith(path) ? `${fault.message}.` : undefined);
  return (
    <Modal
      open
      onOpenChange={(open) => !open && onClose()}
      title={service ? service.name : 'Add a service'}
      about="A service is what the buyer picks. Its prices are set for each zone."
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          save();
        }}
      >
        {!service && (
          <LabelledInput
            label="Name the buyer reads"
            value={typed.name}
            hint="Ground parcel"
            onType={(name) => set({ name })}
            fault={faultAt('name')}
          />
        )}
        <div>
          <span className="text-sm">What it is</span>
          <Select
            label="What it is"
            className="mt-1"
            value={typed.kind}
            onChange={(event) => set({ kind: event.target.value as ServiceKind })}
          >
            {[...kinds, ...(service?.carriage && service.terms ? [LIVE] : [])].map(([kind, name]) => (
              <option key={kind} value={kind}>
                {name}
              </option>
            ))}
          </Select>
        </div>
        <LabelledInput
          label="Note under the name, for the buyer"
          value={typed.note}
          hint="To your door"
          onType={(note) => set({ note })}
          fault={faultAt('note')}
        />
        <LabelledInput
          label="Name only you see"
          value={typed.internalName}
          hint="the same"
          onType={(internalName) => set({ internalName })}
          fault={faultAt('internalName')}
        />
        <div>
          <span className="text-sm">When goods with prices of their own come together</span>
          <Select
            label="When goods with prices of their own come together"
            className="mt-1"
            value={typed.mixing}
            onChange={(event) => set({ mixing: event.target.value as Mixing['kind'] })}
          >
            {mixings.map(([kind, name]) => (
              <option key={kind} value={kind}>
                {name}
              </option>
            ))}
          </Select>
        </div>
        {typed.mixing === 'dearestPlus' && (
          <LabelledInput
            label="For each other"
            value={typed.each}
            read={readMoney(book.shop)}
            hint="1.50"
            onType={(each) => set({ each })}
            fault={faultAt('mixing')}
          />
        )}
        <div className="flex justify-end">
          <Button look="main" type="submit">
            {service ? 'Done' : 'Add service'}
          </Button>
        </div>
      </form>
    </Modal>
  );
}
