import { BuyersForgotten } from '@ostrakon/core/contract';
import { useQueryClient } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { problemWords } from '../../access/problemWords.ts';
import { useMe } from '../../access/useMe.ts';
import { useSending } from '../../access/useSending.ts';
import { ask } from '../../api/client.ts';
import { Button } from '../../ui/Button.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { toast } from '../../ui/toast.ts';
import { useDesk } from './Desk.tsx';
import { dayOf } from './orderWords.ts';

/** How long buyers are kept where nobody says otherwise, and at most. */
const [USUAL_MONTHS, MOST_MONTHS] = [24, 240];

/** The plain date so many months before another; the last day of its month where that month is shorter. */
export function monthsBefore(date: string, months: number): string {
  const [year = 0, month = 1, day = 1] = date.split('-').map(Number);
  const at = new Date(Date.UTC(year, month - 1 - months, 1));
  const last = new Date(Date.UTC(at.getUTCFullYear(), at.getUTCMonth() + 1, 0)).getUTCDate();
  at.setUTCDate(Math.min(day, last));
  return at.toISOString().slice(0, 10);
}

/** Forgets who bought longer ago than so many months; what was bought stays. */
export function ForgetOldDialog() {
  const { facts, format, now } = useDesk();
  const me = useMe();
  const client = useQueryClient();
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState(String(USUAL_MONTHS));
  const { busy, error, send } = useSending();
  const id = useId();
  if (me !== null && me.role !== 'owner') return null;
  const months = /^\d{1,3}$/.test(typed.trim()) ? Number(typed) : 0;
  const wrong = months < 1 || months > MOST_MONTHS;
  const before = wrong ? null : monthsBefore(dayOf(now, facts.timeZone), months);
  const forget = () =>
    send(async () => {
      if (before === null) return;
      const { forgotten } = await ask('POST /orders/forget', BuyersForgotten, { body: { before } });
      toast(forgotten === 0 ? 'Nobody was known from so long ago' : `${format.count(forgotten, 'buyer')} forgotten`);
      setOpen(false);
      await client.invalidateQueries({ queryKey: ['desk'] });
    });
  return (
    <>
      <button type="button" className="text-sm text-clay underline" onClick={() => setOpen(true)}>
        Forget old buyers…
      </button>
      <Modal
        open={open}
        onOpenChange={setOpen}
        title="Forget who bought long ago"
        about="Name, street, mail address and telephone are erased and cannot be brought back. What was bought, where to and what it cost is kept."
      >
        <label htmlFor={id} className="block text-sm">
          Older than so many months
        </label>
        <input
          id={id}
          inputMode="numeric"
          value={typed}
          aria-invalid={wrong}
          onChange={(event) => setTyped(event.target.value)}
          className="h-8 w-24 rounded-md border border-line-strong bg-paper px-2"
        />
        <p className={`mt-1 text-sm ${wrong ? 'text-fault' : 'text-ash'}`} role={wrong ? 'alert' : undefined}>
          {before === null ? `A whole number from 1 to ${MOST_MONTHS}` : `Everybody who bought before ${format.day(before)}`}
        </p>
        {error !== null && (
          <p role="alert" className="mt-1 text-sm text-fault">
            {problemWords(error)}
          </p>
        )}
        <div className="mt-4 flex justify-end gap-2">
          <Button onClick={() => setOpen(false)}>Keep</Button>
          <Button look="main" disabled={busy || wrong} onClick={() => void forget()}>
            Forget
          </Button>
        </div>
      </Modal>
    </>
  );
}
