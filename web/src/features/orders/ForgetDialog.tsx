import { BuyersForgotten } from '@ostrakon/core/contract';
import { problemWords } from '../../access/problemWords.ts';
import { useSending } from '../../access/useSending.ts';
import { ask } from '../../api/client.ts';
import { Button } from '../../ui/Button.tsx';
import { Modal } from '../../ui/Modal.tsx';

/** Asks before who bought is forgotten: that cannot be taken back. */
export function ForgetDialog({
  open,
  number,
  onClose,
  onForgotten,
}: {
  open: boolean;
  number: number;
  onClose: () => void;
  onForgotten: () => void;
}) {
  const { busy, error, send } = useSending();
  const forget = () =>
    send(async () => {
      await ask('POST /orders/:number/forget', BuyersForgotten, { params: { number }, body: {} });
      onForgotten();
    });
  return (
    <Modal
      open={open}
      onOpenChange={(next) => !next && onClose()}
      title={`Forget who bought order ${number}`}
      about="Name, street, mail address and telephone are erased and cannot be brought back. What was bought, where to and what it cost is kept."
    >
      {error !== null && (
        <p role="alert" className="mb-2 text-fault">
          {problemWords(error)}
        </p>
      )}
      <div className="flex justify-end gap-2">
        <Button onClick={onClose}>Keep</Button>
        <Button look="main" disabled={busy} onClick={() => void forget()}>
          Forget
        </Button>
      </div>
    </Modal>
  );
}
