import { newId, Trial } from '@ostrakon/core';
import { useState } from 'react';
import { useTrials } from '../trials/useTrials.ts';
import { LabelledInput } from '../ui/LabelledInput.tsx';
import { NameForm } from '../ui/NameForm.tsx';
import { toast } from '../ui/toast.ts';
import { useBench } from './BenchProvider.tsx';

/** Keeps the cart on the bench as a trial, under a name. */
export function SaveTrial({ onDone }: { onDone: () => void }) {
  const { state, send, trials } = useBench();
  const { change } = useTrials();
  const [label, setLabel] = useState('');
  const save = async (name: string) => {
    const trial = Trial.safeParse({
      id: newId(name, trials, 'trial'),
      name,
      ...(label.trim() !== '' && { label }),
      cart: state.cart,
    });
    if (!trial.success) return { ok: false, message: trial.error.issues[0]?.message ?? 'Write a name' } as const;
    const taken = await change({ put: [trial.data] }, `saved ${trial.data.name}`);
    if (!taken) return { ok: false, message: 'Not saved. Your cart is still here; try again' } as const;
    send({ kind: 'saved', trial: trial.data.id });
    toast(`Saved the trial “${trial.data.name}”`);
    onDone();
    return { ok: true } as const;
  };
  const labels = [...new Set(trials.flatMap((trial) => trial.label ?? []))];
  return (
    <NameForm button="Save trial" onName={save}>
      <div className="mt-2">
        <LabelledInput label="Label, if you like" hint="Schools" value={label} onType={setLabel} choices={labels} />
      </div>
    </NameForm>
  );
}
