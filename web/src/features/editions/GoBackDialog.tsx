import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { ApiProblem } from '../../api/client.ts';
import { editionsApi } from '../../api/editionsApi.ts';
import { queries } from '../../draft/queries.ts';
import { BookChanges } from '../../editions/BookChanges.tsx';
import { editionBook, useReleased } from '../../editions/useEditions.ts';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { toast } from '../../ui/toast.ts';
import { CompareTrials } from './CompareTrials.tsx';

/** Makes an edition of before live again, once it has been seen what that changes. */
export function GoBackDialog({ edition, onClose }: { edition: number; onClose: () => void }) {
  const { data: live } = useQuery(queries.live);
  const { data: book, isError } = useQuery(editionBook(edition));
  const released = useReleased();
  const [note, setNote] = useState('');
  const [refused, setRefused] = useState<string | null>(null);
  const take = async () => {
    setRefused(null);
    try {
      await editionsApi.goBack(edition, note);
      await released();
      toast(`Edition ${edition} is live again`);
      onClose();
    } catch (error) {
      setRefused(error instanceof ApiProblem ? error.message : 'The server did not answer. Nothing was changed; try again.');
    }
  };
  return (
    <Modal
      open
      wide
      onOpenChange={(open) => !open && onClose()}
      title={`Make edition ${edition} live again`}
      about="At once, by a new entry in the history. The draft stays as it is."
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          void take();
        }}
      >
        <div className="max-h-[50vh] overflow-y-auto">
          {live?.book && book && (
            <div className="space-y-3">
              <BookChanges before={live.book} after={book} />
              <CompareTrials before={live.book} after={book} />
            </div>
          )}
          {isError && <p className="text-fault">What it changes cannot be told: the server did not answer.</p>}
        </div>
        <LabelledInput label="Why, if you like" hint="a mistake in the prices" value={note} onType={setNote} />
        {refused !== null && (
          <p role="alert" className="text-sm text-fault">
            {refused}
          </p>
        )}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button look="main" type="submit" disabled={!book}>
            Make it live
          </Button>
        </div>
      </form>
    </Modal>
  );
}
