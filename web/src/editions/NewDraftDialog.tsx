import { useState } from 'react';
import { draftsApi } from '../api/editionsApi.ts';
import { workOn } from '../draft/activeDraft.ts';
import { useSaving } from '../draft/DraftProvider.tsx';
import { Button } from '../ui/Button.tsx';
import { LabelledInput } from '../ui/LabelledInput.tsx';
import { Modal } from '../ui/Modal.tsx';
import { Select } from '../ui/Select.tsx';
import { toast } from '../ui/toast.ts';
import { editionName } from '../words/editionWords.ts';
import { useDrafts } from './useDrafts.ts';
import { useEditions } from './useEditions.ts';

/** Begins a draft beside the main one, from an edition. */
export function NewDraftDialog({ from, onClose }: { from: number | null; onClose: () => void }) {
  const all = useEditions();
  const { heard } = useDrafts();
  const { save } = useSaving();
  const [name, setName] = useState('');
  const [edition, setEdition] = useState<number | null>(from);
  const [fault, setFault] = useState<string>();
  const chosen = edition ?? all?.present?.edition ?? all?.editions[0]?.number;
  const begin = async () => {
    if (name.trim() === '') return setFault('Write a name, such as Holiday season');
    if (name.trim().length > 80) return setFault('A name has at most 80 characters');
    if (chosen === undefined) return undefined;
    try {
      const made = await draftsApi.make({ name, from: chosen });
      await heard();
      workOn(made.id);
      toast(`You are working on “${made.name}”. The main draft is as you left it.`);
      return onClose();
    } catch (error) {
      return setFault((error as Error).message);
    }
  };
  return (
    <Modal
      open
      onOpenChange={(open) => !open && onClose()}
      title="A new draft"
      about="To prepare a season in peace. It has its own undo, and is published, planned or taken over by itself."
    >
      {all !== null && all.editions.length === 0 ? (
        <p>Publish once first: a draft beside the main one begins from an edition.</p>
      ) : (
        <form
          className="space-y-3"
          onSubmit={(event) => {
            event.preventDefault();
            void begin();
          }}
        >
          <LabelledInput label="Name" hint="Holiday season" value={name} fault={fault} onType={setName} />
          <div>
            <p aria-hidden className="text-sm text-ash">
              Begins from
            </p>
            <Select label="Begins from" value={String(chosen ?? '')} onChange={(event) => setEdition(Number(event.target.value))}>
              {all?.editions.map((one) => (
                <option key={one.number} value={one.number}>
                  Edition {editionName(one)}
                  {one.number === all.present?.edition ? ', live' : ''}
                </option>
              ))}
            </Select>
          </div>
          <div className="flex justify-end gap-2">
            <Button onClick={onClose}>Cancel</Button>
            <Button look="main" type="submit" disabled={save.tag !== 'saved' || chosen === undefined}>
              Begin
            </Button>
          </div>
        </form>
      )}
    </Modal>
  );
}
