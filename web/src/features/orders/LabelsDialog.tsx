import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { Select } from '../../ui/Select.tsx';
import { useKept } from '../../ui/useKept.ts';
import { useDesk } from './Desk.tsx';
import { HAND_OVER, type LabelForm, printLabels, type useLabels } from './useLabels.ts';

export const PAPERS: readonly (readonly [LabelForm, string])[] = [
  ['label', 'Label stock, 4 × 6 inches'],
  ['a4-2', 'A4, two on a sheet'],
  ['a4-4', 'A4, four on a sheet'],
  ['letter-2', 'Letter, two on a sheet'],
  ['letter-4', 'Letter, four on a sheet'],
  ['png', 'A picture of each (PNG)'],
];

/** Whether printing marks what is packed as handed over; this browser remembers it. */
export function HandOverToo() {
  const [handOver, setHandOver] = useKept(HAND_OVER, ['no', 'yes']);
  return (
    <label className="flex min-h-6 basis-full items-center gap-2 text-sm">
      <input
        type="checkbox"
        className="size-4 accent-clay"
        checked={handOver === 'yes'}
        onChange={(event) => setHandOver(event.target.checked ? 'yes' : 'no')}
      />
      Mark what is packed as handed over when its labels are printed
    </label>
  );
}

/** Many labels being bought: how far it is, what failed and why, and what can be done about it. */
export function LabelsDialog({ labels, onPrinted }: { labels: ReturnType<typeof useLabels>; onPrinted: (ids: readonly number[]) => void }) {
  const { format } = useDesk();
  const [paper, setPaper] = useState<LabelForm>('label');
  const { job, of, cancel, close, again } = labels;
  if (!job) return null;
  const { total, done, failed, status, cost } = job;
  const running = status === 'running';
  const title = running
    ? 'Buying labels'
    : failed.length > 0
      ? 'Some labels were not bought'
      : status === 'cancelled'
        ? 'Called off'
        : 'Labels bought';
  return (
    <Modal open onOpenChange={(next) => !next && close()} title={title}>
      <progress aria-label="Labels bought" className="h-2 w-full accent-clay" max={Math.max(1, total)} value={done + failed.length} />
      <p className="mt-2" role="status">
        {total === 0
          ? 'Nothing is missing: every parcel has its label, or nobody outside the shop carries it.'
          : `${format.number(done)} of ${format.count(total, 'label')} bought, ${format.money(cost)}.`}
      </p>
      {failed.length > 0 && (
        <ul className="mt-2 max-h-48 overflow-auto rounded-md bg-fault-soft px-3 py-2 text-sm text-fault">
          {failed.map(({ order, parcel, detail }) => (
            <li key={`${order} ${parcel}`}>
              Order {order}, parcel {parcel + 1}: {detail}
            </li>
          ))}
        </ul>
      )}
      <div className="mt-4 flex flex-wrap items-center justify-end gap-2">
        {running ? (
          <Button onClick={() => void cancel()}>Buy no more</Button>
        ) : (
          <>
            {(failed.length > 0 || status === 'cancelled') && <Button onClick={() => void again()}>Buy the missing ones</Button>}
            <Select className="w-52!" label="Paper" value={paper} onChange={(event) => setPaper(event.target.value as LabelForm)}>
              {PAPERS.map(([one, name]) => (
                <option key={one} value={one}>
                  {name}
                </option>
              ))}
            </Select>
            <HandOverToo />
            <Button look="main" onClick={async () => (await printLabels(of, paper)) && onPrinted(of)}>
              Print labels
            </Button>
          </>
        )}
      </div>
    </Modal>
  );
}
