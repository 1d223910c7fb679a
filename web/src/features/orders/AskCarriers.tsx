import { ParcelsLookedAt } from '@ostrakon/core/contract';
import { problemWords } from '../../access/problemWords.ts';
import { useSending } from '../../access/useSending.ts';
import { ask } from '../../api/client.ts';
import { Button } from '../../ui/Button.tsx';
import { toast } from '../../ui/toast.ts';
import { useDesk } from './Desk.tsx';

/** Asks carriers now where parcels are; each night that is done by itself. */
export function AskCarriers({ onLooked }: { onLooked: () => Promise<void> }) {
  const { format } = useDesk();
  const { busy, send } = useSending();
  const look = () =>
    send(async () => {
      try {
        const { looked, moved, silent } = await ask('POST /orders/look', ParcelsLookedAt, { body: {} });
        const quiet = silent > 0 ? `; nothing was said of ${format.number(silent)}` : '';
        toast(
          looked === 0
            ? 'No parcel with a label is under way'
            : `${format.count(looked, 'parcel')} looked at, ${format.count(moved, 'order')} further on${quiet}`,
        );
        await onLooked();
      } catch (failed) {
        toast.error(problemWords(failed));
      }
    });
  return (
    <Button disabled={busy} onClick={() => void look()} title="Done by itself each night">
      {busy ? 'Asking carriers…' : 'Where are they?'}
    </Button>
  );
}
