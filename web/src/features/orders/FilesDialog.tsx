import { fromDay, localAt, toDay } from '@ostrakon/core';
import { OrderFile } from '@ostrakon/core/contract';
import { useId, useState } from 'react';
import { problemWords } from '../../access/problemWords.ts';
import { useSending } from '../../access/useSending.ts';
import { askFile } from '../../api/client.ts';
import { Button } from '../../ui/Button.tsx';
import { downloadBlob } from '../../ui/download.ts';
import { Modal } from '../../ui/Modal.tsx';
import { useDesk } from './Desk.tsx';

const NAMES: Readonly<Record<OrderFile, readonly [name: string, about: string]>> = {
  orders: ['Orders', 'an order a line: goods, delivery, how far it is'],
  parcels: ['Parcels', 'a label a line: number, carrier, cost'],
  handovers: ['What left the shop', 'when, by which service, by whom'],
  sums: ['Sums for the books', 'by day, rate of tax and service'],
};

/** Orders of some days as files for a spreadsheet. Who bought is in none of them. */
export function FilesDialog() {
  const { facts, now } = useDesk();
  const today = fromDay(localAt(now, facts.timeZone).day);
  const [open, setOpen] = useState(false);
  const [kind, setKind] = useState<OrderFile>('orders');
  const [from, setFrom] = useState(fromDay(toDay(today) - 30));
  const [until, setUntil] = useState(today);
  const { busy, error, send } = useSending();
  const [fromId, untilId] = [useId(), useId()];
  const wrong = from === '' || until === '' || from > until;
  const save = () =>
    send(async () => {
      downloadBlob(`${kind}-${from}-${until}.csv`, await askFile('GET /orders/files/:kind', { params: { kind }, query: { from, until } }));
      setOpen(false);
    });
  return (
    <>
      <button type="button" className="text-sm text-clay underline" onClick={() => setOpen(true)}>
        Write out…
      </button>
      <Modal open={open} onOpenChange={setOpen} title="Write orders out" about="As CSV for a spreadsheet. Who bought is in none of them.">
        <fieldset className="space-y-1">
          <legend className="sr-only">What</legend>
          {OrderFile.options.map((one) => (
            <label key={one} className="flex min-h-6 items-center gap-2">
              <input type="radio" name="what" className="accent-clay" checked={kind === one} onChange={() => setKind(one)} />
              <span>
                {NAMES[one][0]} <span className="text-sm text-ash">{NAMES[one][1]}</span>
              </span>
            </label>
          ))}
        </fieldset>
        <div className="mt-3 flex flex-wrap gap-3">
          <label htmlFor={fromId} className="text-sm">
            From
            <input
              id={fromId}
              type="date"
              value={from}
              onChange={(event) => setFrom(event.target.value)}
              className="block h-8 rounded-md border border-line-strong bg-paper px-2"
            />
          </label>
          <label htmlFor={untilId} className="text-sm">
            Until
            <input
              id={untilId}
              type="date"
              value={until}
              onChange={(event) => setUntil(event.target.value)}
              className="block h-8 rounded-md border border-line-strong bg-paper px-2"
            />
          </label>
        </div>
        {(error !== null || wrong) && (
          <p role="alert" className="mt-2 text-sm text-fault">
            {wrong ? 'The last day is before the first' : problemWords(error)}
          </p>
        )}
        <div className="mt-4 flex justify-end gap-2">
          <Button onClick={() => setOpen(false)}>Cancel</Button>
          <Button look="main" disabled={busy || wrong} onClick={() => void save()}>
            Write out
          </Button>
        </div>
      </Modal>
    </>
  );
}
