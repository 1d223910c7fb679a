import { factsOf, type ToldFinding } from '@ostrakon/core';
import { useState } from 'react';
import { useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { Modal } from '../../ui/Modal.tsx';

/** Says that a finding is meant so, and why. */
export function MeantDialog({ told, what, onClose }: { told: ToldFinding; what: string; onClose: () => void }) {
  const session = useDraftSession();
  const [note, setNote] = useState('');
  const [fault, setFault] = useState<string>();
  return (
    <Modal open onOpenChange={(open) => !open && onClose()} title="Meant so" about={what}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          const taken = session.dispatch({ name: 'meanSo', args: { finding: told.id, facts: factsOf(told), note } });
          if (taken.ok) onClose();
          else setFault(`${taken.message}.`);
        }}
      >
        <LabelledInput label="Why, if you like" hint="we do not send these by post" value={note} fault={fault} onType={setNote} />
        <p className="text-sm text-ash">It is kept quiet until what is known of it changes.</p>
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button look="main" type="submit">
            Keep it quiet
          </Button>
        </div>
      </form>
    </Modal>
  );
}
