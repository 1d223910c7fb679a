import { type EditionSummary, planFault, type Release, timeAsTyped } from '@ostrakon/core';
import { useId, useState } from 'react';
import { ApiProblem } from '../api/client.ts';
import { editionsApi } from '../api/editionsApi.ts';
import { localTime } from '../bench/shopTime.ts';
import { useActiveDraft } from '../draft/activeDraft.ts';
import { useDraft, useSaving } from '../draft/DraftProvider.tsx';
import { Button } from '../ui/Button.tsx';
import { LabelledInput } from '../ui/LabelledInput.tsx';
import { Modal } from '../ui/Modal.tsx';
import { Select } from '../ui/Select.tsx';
import { toast } from '../ui/toast.ts';
import { editionName, planWords } from '../words/editionWords.ts';
import { useFormat } from '../words/useWords.ts';
import { type PlanFaults, type PlanRow, readPlan } from './planForm.ts';
import { useReleased } from './useEditions.ts';

const DRAFT = 'draft';

function rowOf(release: Release | null, timeZone: string, locale: string): PlanRow {
  const midnight = timeAsTyped('00:00', locale);
  if (release === null) return { fromDay: '', fromTime: midnight, ends: false, untilDay: '', untilTime: midnight, after: '' };
  const [from, until] = [localTime(release.from, timeZone), release.until === null ? null : localTime(release.until, timeZone)];
  return {
    fromDay: from.slice(0, 10),
    fromTime: timeAsTyped(from.slice(11), locale),
    ends: until !== null,
    untilDay: until?.slice(0, 10) ?? '',
    untilTime: until === null ? midnight : timeAsTyped(until.slice(11), locale),
    after: release.after === null ? '' : String(release.after),
  };
}

function Day({ label, value, fault, onDay }: { label: string; value: string; fault: string | undefined; onDay: (day: string) => void }) {
  const id = useId();
  return (
    <span className="min-w-0 flex-1">
      <label htmlFor={id} className="block text-xs text-ash">
        {label}
      </label>
      <input
        id={id}
        type="date"
        value={value}
        aria-invalid={fault !== undefined}
        aria-describedby={fault === undefined ? undefined : `${id}-fault`}
        onChange={(event) => onDay(event.target.value)}
        className={`h-8 w-full rounded-md border px-2 ${fault === undefined ? 'border-line-strong bg-paper' : 'border-fault bg-fault-soft'}`}
      />
      {fault !== undefined && (
        <span id={`${id}-fault`} role="alert" className="text-xs text-fault">
          {fault}
        </span>
      )}
    </span>
  );
}

/** Plans an edition, or the draft, for a moment by the shop's clock; or moves a plan. */
export function PlanDialog({
  editions,
  releases,
  edition,
  moving = null,
  onClose,
}: {
  editions: readonly EditionSummary[];
  releases: readonly Release[];
  /** Chosen at first; the draft where it is null. */
  edition: number | null;
  moving?: Release | null;
  onClose: () => void;
}) {
  const { shop } = useDraft().book;
  const { revision, save } = useSaving();
  const draft = useActiveDraft();
  const format = useFormat();
  const released = useReleased();
  const [what, setWhat] = useState(edition === null ? DRAFT : String(edition));
  const [row, setRow] = useState(() => rowOf(moving, shop.timeZone, shop.locale));
  const [note, setNote] = useState('');
  const [faults, setFaults] = useState<PlanFaults>({});
  const [refused, setRefused] = useState<string | null>(null);
  const read = readPlan(row, shop.timeZone, new Date().toISOString());
  const set = (more: Partial<PlanRow>) => setRow({ ...row, ...more });
  const take = async () => {
    setRefused(null);
    setFaults(read.ok ? {} : read.faults);
    if (!read.ok) return;
    const others = releases.filter((one) => one !== moving);
    const fault = planFault(others, read.span, new Date().toISOString());
    if (fault?.code === 'overlaps')
      return setRefused(`${planWords(fault.release, format)} is planned already: move or call off one of the two.`);
    try {
      const release = moving
        ? await editionsApi.move(moving.seq, read.span)
        : await editionsApi.plan({ what: what === DRAFT ? { revision, draft } : { edition: Number(what) }, ...read.span, note });
      await released();
      toast(`Edition ${release.edition} takes over on ${format.moment(release.from)}`);
      onClose();
    } catch (error) {
      setRefused(error instanceof ApiProblem ? error.message : 'The server did not answer. Nothing was planned; try again.');
    }
  };
  return (
    <Modal
      open
      onOpenChange={(open) => !open && onClose()}
      title={moving ? `Move edition ${moving.edition}` : 'Plan an edition'}
      about={`By the clock of ${shop.timeZone.replaceAll('_', ' ')}. Until then you may go on with the draft.`}
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          void take();
        }}
      >
        {!moving && (
          <Select label="What is planned" value={what} onChange={(event) => setWhat(event.target.value)}>
            <option value={DRAFT}>The draft as it is now</option>
            {editions.map((one) => (
              <option key={one.number} value={one.number}>
                Edition {editionName(one)}
              </option>
            ))}
          </Select>
        )}
        <div className="flex items-start gap-2">
          <Day label="Begins on" value={row.fromDay} fault={faults.fromDay} onDay={(fromDay) => set({ fromDay })} />
          <LabelledInput
            quiet
            label="Time it begins"
            value={row.fromTime}
            fault={faults.fromTime}
            onType={(fromTime) => set({ fromTime })}
          />
        </div>
        <label className="flex items-center gap-2">
          <input type="checkbox" checked={row.ends} onChange={(event) => set({ ends: event.target.checked })} />
          It ends again
        </label>
        {row.ends && (
          <>
            <div className="flex items-start gap-2">
              <Day label="Ends on" value={row.untilDay} fault={faults.untilDay} onDay={(untilDay) => set({ untilDay })} />
              <LabelledInput
                quiet
                label="Time it ends"
                value={row.untilTime}
                fault={faults.untilTime}
                onType={(untilTime) => set({ untilTime })}
              />
            </div>
            <Select label="What holds then" value={row.after} onChange={(event) => set({ after: event.target.value })}>
              <option value="">Then what is live without it</option>
              {editions.map((one) => (
                <option key={one.number} value={one.number}>
                  Then edition {editionName(one)}
                </option>
              ))}
            </Select>
          </>
        )}
        {read.ok &&
          read.remarks.map((remark) => (
            <p key={remark} className="rounded-md bg-ochre-soft px-3 py-2 text-ochre text-sm">
              {remark}
            </p>
          ))}
        {!moving && <LabelledInput label="Note for the history, if you like" hint="Holiday season" value={note} onType={setNote} />}
        {refused !== null && (
          <p role="alert" className="text-sm text-fault">
            {refused}
          </p>
        )}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button look="main" type="submit" disabled={what === DRAFT && save.tag !== 'saved'}>
            {moving ? 'Move it' : 'Plan it'}
          </Button>
        </div>
      </form>
    </Modal>
  );
}
