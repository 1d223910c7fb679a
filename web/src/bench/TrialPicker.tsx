import { Trial } from '@ostrakon/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ApiProblem } from '../api/client.ts';
import { api } from '../api/draftApi.ts';
import { queries } from '../draft/queries.ts';
import { Button } from '../ui/Button.tsx';
import { Modal } from '../ui/Modal.tsx';
import { NameForm } from '../ui/NameForm.tsx';
import { newId } from '../ui/newId.ts';
import { Select } from '../ui/Select.tsx';
import { toast } from '../ui/toast.ts';
import { useBench } from './BenchProvider.tsx';

function SaveTrial({ onDone }: { onDone: () => void }) {
  const { state, send, trials } = useBench();
  const client = useQueryClient();
  const save = async (name: string) => {
    const trial = Trial.safeParse({ id: newId(name, trials, 'trial'), name, cart: state.cart });
    if (!trial.success) return { ok: false, message: trial.error.issues[0]?.message ?? 'Write a name' } as const;
    try {
      await api.saveTrial(trial.data);
      await client.invalidateQueries(queries.trials);
      send({ kind: 'saved', trial: trial.data.id });
      toast(`Saved the trial “${trial.data.name}”`);
      onDone();
      return { ok: true } as const;
    } catch (error) {
      const message = error instanceof ApiProblem ? error.message : 'The server did not answer. Your cart is still here; try again';
      return { ok: false, message } as const;
    }
  };
  return <NameForm button="Save trial" onName={save} />;
}

/** Picks, steps through and saves trials. */
export function TrialPicker() {
  const { trials, state, send } = useBench();
  const [saving, setSaving] = useState(false);
  const held = trials.find((trial) => trial.id === state.trial);
  const changed = held !== undefined && JSON.stringify(held.cart) !== JSON.stringify(state.cart);
  return (
    <div className="sticky top-0 z-10 flex items-center gap-2 border-line-strong border-b bg-paper px-4 py-2.5">
      <h2 className="font-serif text-lg font-semibold whitespace-nowrap">Quote bench</h2>
      {trials.length > 0 && (
        <Select
          label="Trial"
          title="Step through trials with [ and ]"
          className="min-w-0 border-transparent! text-sm text-ash"
          value={held?.id ?? ''}
          onChange={(event) => {
            const trial = trials.find((one) => one.id === event.target.value);
            if (trial) send({ kind: 'load', trial });
          }}
        >
          {held === undefined && <option value="">Own cart</option>}
          {trials.map((trial) => (
            <option key={trial.id} value={trial.id}>
              {trial.name}
              {trial === held && changed ? ', changed' : ''}
            </option>
          ))}
        </Select>
      )}
      <Button className="ml-auto" onClick={() => setSaving(true)} disabled={state.cart.lines.length === 0}>
        Save as trial
      </Button>
      <Modal
        open={saving}
        onOpenChange={setSaving}
        title="Save as trial"
        about="Keeps this cart and address, so that you can come back to them."
      >
        <SaveTrial onDone={() => setSaving(false)} />
      </Modal>
    </div>
  );
}
