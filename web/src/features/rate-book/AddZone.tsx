import { homeCountry, newId } from '@ostrakon/core';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { NameForm } from '../../ui/NameForm.tsx';
import { useFormat } from '../../words/useWords.ts';

/** A new zone, last in the order; its places are picked on its own screen. */
export function AddZone({ inText = false }: { inText?: boolean }) {
  const session = useDraftSession();
  const { book } = useDraft();
  const format = useFormat();
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  const [asked, setAsked] = useState('');
  const add = (name: string) => {
    const same = book.zones.some((zone) => zone.name.toLowerCase() === name.trim().toLowerCase());
    if (same && asked !== name) {
      setAsked(name);
      return { ok: false, message: `There is a zone of that name. Add it once more to have two` } as const;
    }
    const id = newId(name, book.zones, 'zone');
    const outcome = session.dispatch({ name: 'addZone', args: { id, name, places: [] } });
    if (outcome.ok) {
      setOpen(false);
      void navigate(`/book/${id}`);
    }
    return outcome;
  };
  return (
    <>
      {inText ? (
        <button type="button" className="text-clay underline" onClick={() => setOpen(true)}>
          Add a zone
        </button>
      ) : (
        <Button className="shrink-0" onClick={() => setOpen(true)}>
          <Plus size={14} aria-hidden /> Add a zone
        </Button>
      )}
      <Modal
        open={open}
        onOpenChange={setOpen}
        title="Add a zone"
        about="A zone is a set of places with the same prices. Name it, then say which places lie in it."
      >
        <NameForm example={format.region(homeCountry(book))} button="Add zone" onName={add} />
      </Modal>
    </>
  );
}
