import { type CarrierState, newId } from '@ostrakon/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { carrierApi, carrierQueries } from '../api/carrierApi.ts';
import { ApiProblem } from '../api/client.ts';
import { Button } from '../ui/Button.tsx';
import { LabelledInput } from '../ui/LabelledInput.tsx';
import { Modal } from '../ui/Modal.tsx';
import { Select } from '../ui/Select.tsx';
import { rateDesk } from './rateDesk.ts';

/** An account with a carrier there is a connection for; the key is tried before it is kept. */
export function OpenAccountDialog({ state, onClose }: { state: CarrierState; onClose: () => void }) {
  const client = useQueryClient();
  const [first] = state.carriers;
  const [carrier, setCarrier] = useState(first?.id ?? '');
  const [name, setName] = useState('');
  const [key, setKey] = useState('');
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<{ field: string; message: string } | null>(null);
  const known = state.carriers.find(({ id }) => id === carrier);
  const save = async () => {
    setBusy(true);
    const shown = name.trim() === '' ? (known?.name ?? carrier) : name.trim();
    try {
      const next = await carrierApi.open({ kind: 'service', id: newId(shown, state.accounts, 'carrier'), name: shown, carrier, key });
      client.setQueryData(carrierQueries.state.queryKey, next);
      rateDesk.forget();
      onClose();
    } catch (error) {
      const pointer = error instanceof ApiProblem ? (error.problem.errors?.[0]?.pointer ?? '') : '';
      const message = error instanceof ApiProblem ? (error.problem.errors?.[0]?.detail ?? error.problem.detail) : (error as Error).message;
      setFault({ field: pointer.slice(1), message });
    }
    setBusy(false);
  };
  const at = (field: string) => (fault?.field === field ? fault.message : undefined);
  return (
    <Modal
      open
      onOpenChange={(open) => !open && onClose()}
      title="Add an account"
      about="None of its services is offered before you switch it on."
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <div>
          <span className="text-sm">Carrier</span>
          <Select label="Carrier" className="mt-1" value={carrier} onChange={(event) => setCarrier(event.target.value)}>
            {state.carriers.map(({ id, name: of }) => (
              <option key={id} value={id}>
                {of}
              </option>
            ))}
          </Select>
        </div>
        <LabelledInput label="Name among your own" value={name} hint={known?.name ?? ''} onType={setName} fault={at('name')} />
        <LabelledInput label="Account key" value={key} hint="from the carrier" onType={setKey} fault={at('key')} />
        {fault !== null && fault.field !== 'key' && fault.field !== 'name' && (
          <p role="alert" className="text-sm text-fault">
            {fault.message}
          </p>
        )}
        <div className="flex justify-end">
          <Button look="main" type="submit" disabled={busy || key.trim() === ''}>
            {busy ? 'Trying the key…' : 'Add the account'}
          </Button>
        </div>
      </form>
    </Modal>
  );
}
