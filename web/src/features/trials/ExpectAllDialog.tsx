import type { Trial } from '@ostrakon/core';
import { useState } from 'react';
import { useRan } from '../../proof/useProof.ts';
import { useTrials } from '../../trials/useTrials.ts';
import { Button } from '../../ui/Button.tsx';
import { Modal } from '../../ui/Modal.tsx';

/** Takes what trials get from the draft as what is expected of them: of those that expect nothing yet, or of all. */
export function ExpectAllDialog({ onClose }: { onClose: () => void }) {
  const { trials, change } = useTrials();
  const { runs } = useRan();
  const [which, setWhich] = useState<'new' | 'all'>('new');
  const byId = new Map(runs.map((run) => [run.id, run]));
  const some = trials.filter(({ expects }) => which === 'all' || (expects ?? []).length === 0);
  const put = some.flatMap((trial): Trial[] => {
    const draft = byId.get(trial.id)?.draft;
    return draft?.ok ? [{ ...trial, expects: [...draft.gives] }] : [];
  });
  const take = async () => {
    if (await change({ put }, `what ${put.length === 1 ? 'one trial expects' : `${put.length} trials expect`}`)) onClose();
  };
  const choice = (value: typeof which, label: string) => (
    <label className="flex items-center gap-2 py-1">
      <input type="radio" name="which" checked={which === value} onChange={() => setWhich(value)} />
      {label}
    </label>
  );
  return (
    <Modal
      open
      onOpenChange={(open) => !open && onClose()}
      title="Expect what they get now"
      about="Every price, every “ask us”, what is not offered and why, as the draft has it. It can be changed afterwards."
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          void take();
        }}
      >
        {choice('new', 'Only trials that expect nothing yet')}
        {choice('all', 'All trials, in place of what they expect')}
        <p className="text-sm text-ash" aria-live="polite">
          {put.length === 0 ? 'That is none of them.' : `That is ${put.length} of ${trials.length}.`}
        </p>
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button look="main" type="submit" disabled={put.length === 0}>
            Expect it
          </Button>
        </div>
      </form>
    </Modal>
  );
}
