import { isWaiting } from '@ostrakon/core';
import { type DeskConsignment, DeskMarked, type ParcelLabel } from '@ostrakon/core/contract';
import { useState } from 'react';
import { problemWords } from '../../access/problemWords.ts';
import { useSending } from '../../access/useSending.ts';
import { ask } from '../../api/client.ts';
import { Button } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import { useDesk } from './Desk.tsx';
import { HandOverToo, PAPERS } from './LabelsDialog.tsx';
import { handsOver, type LabelForm, printLabels, useLabels } from './useLabels.ts';
import { useMarks } from './useMarks.ts';

/** One label, and the last that is known of its parcel. */
function Label({ label, parcels }: { label: ParcelLabel; parcels: number }) {
  const { format } = useDesk();
  const last = label.events.at(-1);
  const name = parcels > 1 ? `Parcel ${label.parcel + 1}: ` : '';
  if (label.state === 'failed')
    return (
      <li className="text-fault">
        {name}not bought. {label.detail}
      </li>
    );
  if (label.state === 'asked') return <li className="text-ash">{name}being bought…</li>;
  return (
    <li className={label.state === 'void' ? 'text-ash line-through' : ''}>
      {name}
      <span className="font-semibold">{label.tracking}</span> {label.cost !== null && format.money(label.cost)}
      {last && label.state !== 'void' && (
        <span className="block text-ash">
          {last.what}, {last.where}, {format.moment(last.at)}
        </span>
      )}
    </li>
  );
}

/** The labels of a consignment: bought here, printed, given back. */
export function OrderLabels({ part }: { part: DeskConsignment }) {
  const { format } = useDesk();
  const { job, buy } = useLabels();
  const { mark, readAnew } = useMarks();
  const { busy, error, send } = useSending();
  const [paper, setPaper] = useState<LabelForm>('label');
  if (!part.hasLabels || part.parcels === 0) return null;
  const missing = part.parcels - part.labels;
  const giveBack = () =>
    send(async () => {
      await ask('POST /orders/labels/void', DeskMarked, { body: { of: [part.id] } });
      await readAnew();
    });
  const print = async () => {
    if (!(await printLabels([part.id], paper))) return;
    // Whoever prints packs, and this browser has been told what that means.
    if (handsOver() && part.state === 'packed') await mark('handOver', [part]);
  };
  const running = job?.status === 'running';
  return (
    <section aria-label="Labels" className="border-line border-t px-4 py-3">
      <h3 className="mb-1 font-semibold">Labels</h3>
      {part.labelList.length > 0 ? (
        <ul className="text-sm">
          {part.labelList.map((label) => (
            <Label key={label.id} label={label} parcels={part.parcels} />
          ))}
        </ul>
      ) : (
        <p className="text-sm text-ash">
          {missing === 1 ? 'Not bought yet.' : `${format.number(missing)}, not bought yet.`}
          {part.carriage !== null && ` Its carrier asks ${format.money(part.carriage)}.`}
        </p>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        {missing > 0 && isWaiting(part.state) && (
          <Button disabled={running} onClick={() => void buy([part.id])}>
            {running ? 'Buying…' : missing === 1 ? 'Buy the label' : `Buy ${format.count(missing, 'label')}`}
          </Button>
        )}
        {part.labels > 0 && (
          <>
            <Select className="w-44!" label="Paper" value={paper} onChange={(event) => setPaper(event.target.value as LabelForm)}>
              {PAPERS.map(([one, name]) => (
                <option key={one} value={one}>
                  {name}
                </option>
              ))}
            </Select>
            <Button onClick={() => void print()}>Print</Button>
            {part.state === 'packed' && <HandOverToo />}
          </>
        )}
        {part.labels > 0 && (isWaiting(part.state) || part.state === 'cancelled') && (
          <Button look="quiet" disabled={busy} onClick={() => void giveBack()}>
            Give back
          </Button>
        )}
      </div>
      {error !== null && (
        <p role="alert" className="mt-1 text-sm text-fault">
          {problemWords(error)}
        </p>
      )}
    </section>
  );
}
