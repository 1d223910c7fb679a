import type { Expectation, Trial } from '@ostrakon/core';
import { REASONS } from '@ostrakon/core';
import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { useDraft } from '../draft/DraftProvider.tsx';
import { useRan } from '../proof/useProof.ts';
import { Button, SignButton } from '../ui/Button.tsx';
import { LabelledInput } from '../ui/LabelledInput.tsx';
import { Modal } from '../ui/Modal.tsx';
import { readMoney } from '../ui/readers.ts';
import { Select } from '../ui/Select.tsx';
import { EXPECTATION_NAMES, REASON_NAMES } from '../words/trialWords.ts';
import { useFormat } from '../words/useWords.ts';
import {
  type ExpectRow,
  emptyRow,
  fieldsOf,
  type ReadWhen,
  type RowFaults,
  readRows,
  readWhen,
  rowOf,
  type WhenRow,
  whenRowOf,
} from './expectForm.ts';
import { useTrials } from './useTrials.ts';

const KINDS = Object.keys(EXPECTATION_NAMES) as Expectation['kind'][];

interface RowProps {
  readonly row: ExpectRow;
  readonly at: number;
  readonly faults: RowFaults;
  readonly onChange: (row: ExpectRow) => void;
  readonly onRemove: () => void;
}

function Amount({ row, faults, onChange, field, label }: RowProps & { field: 'least' | 'most'; label: string }) {
  const { shop } = useDraft().book;
  return (
    <LabelledInput
      quiet
      label={label}
      value={row[field]}
      fault={faults[field]}
      read={readMoney(shop)}
      onType={(text) => onChange({ ...row, [field]: text })}
    />
  );
}

/** The fields of one kind of expectation besides its service. */
function Facts(props: RowProps) {
  const { row, faults, onChange } = props;
  const fields = fieldsOf(row.kind);
  const set = (field: keyof ExpectRow) => (text: string) => onChange({ ...row, [field]: text });
  return (
    <>
      {fields.includes('least') && <Amount {...props} field="least" label={fields.includes('most') ? 'From' : 'Price'} />}
      {fields.includes('most') && <Amount {...props} field="most" label="To" />}
      {fields.includes('days') && (
        <LabelledInput quiet label="Days after the order" hint="3" value={row.days} fault={faults.days} onType={set('days')} />
      )}
      {fields.includes('message') && (
        <LabelledInput quiet label="The buyer reads, if you like" value={row.message} fault={faults.message} onType={set('message')} />
      )}
      {fields.includes('date') && (
        <label className="min-w-0 flex-1 text-xs text-ash">
          Day
          <input
            type="date"
            value={row.date}
            aria-invalid={faults.date !== undefined}
            onChange={(event) => set('date')(event.target.value)}
            className={`block h-8 w-full rounded-md border px-2 text-base text-ink ${faults.date === undefined ? 'border-line-strong bg-paper' : 'border-fault bg-fault-soft'}`}
          />
          {faults.date !== undefined && (
            <span role="alert" className="text-fault">
              {faults.date}
            </span>
          )}
        </label>
      )}
      {fields.includes('reason') && (
        <span className="min-w-0 flex-1">
          <span aria-hidden className="block text-xs text-ash">
            Why, if you like
          </span>
          <Select label="Why" value={row.reason} onChange={(event) => set('reason')(event.target.value)}>
            <option value="">for any reason</option>
            {REASONS.map((reason) => (
              <option key={reason} value={reason}>
                {REASON_NAMES[reason]}
              </option>
            ))}
          </Select>
        </span>
      )}
    </>
  );
}

function Row(props: RowProps) {
  const { row, at, onChange, onRemove } = props;
  const { book } = useDraft();
  const name = `Expectation ${at + 1}`;
  return (
    <li className="border-line border-b py-2 last:border-b-0">
      <fieldset aria-label={name} className="flex flex-wrap items-start gap-2">
        {fieldsOf(row.kind).includes('service') && (
          <span className="w-40 pt-4">
            <Select label="Service" value={row.service} onChange={(event) => onChange({ ...row, service: event.target.value })}>
              {book.services.map((service) => (
                <option key={service.id} value={service.id}>
                  {service.name}
                </option>
              ))}
            </Select>
          </span>
        )}
        <span className="w-48 pt-4">
          <Select
            label="What is expected"
            value={row.kind}
            onChange={(event) => onChange({ ...row, kind: event.target.value as ExpectRow['kind'] })}
          >
            {KINDS.map((kind) => (
              <option key={kind} value={kind}>
                {EXPECTATION_NAMES[kind]}
              </option>
            ))}
          </Select>
        </span>
        <Facts {...props} />
        <span className="ms-auto pt-4">
          <SignButton label={`Remove expectation ${at + 1}`} onClick={onRemove}>
            <X size={14} aria-hidden />
          </SignButton>
        </span>
      </fieldset>
    </li>
  );
}

type WhenFaults = Extract<ReadWhen, { ok: false }>['faults'];

function When({ row, faults, onChange }: { row: WhenRow; faults: WhenFaults; onChange: (row: WhenRow) => void }) {
  const format = useFormat();
  return (
    <fieldset aria-label="When it is bought" className="flex flex-wrap items-start gap-2">
      <span className="w-48">
        <span aria-hidden className="block text-xs text-ash">
          Bought
        </span>
        <Select label="Bought" value={row.kind} onChange={(event) => onChange({ ...row, kind: event.target.value as WhenRow['kind'] })}>
          <option value="cart">at the cart’s own moment</option>
          <option value="nextWeekday">the next time it is a…</option>
          <option value="inDays">so many days from now</option>
        </Select>
      </span>
      {row.kind === 'nextWeekday' && (
        <span className="w-36 pt-4">
          <Select
            label="Day of the week"
            value={row.weekday}
            onChange={(event) => onChange({ ...row, weekday: Number(event.target.value) })}
          >
            {format.week.map((day) => (
              <option key={day} value={day}>
                {format.weekday(day)}
              </option>
            ))}
          </Select>
        </span>
      )}
      {row.kind === 'inDays' && (
        <span className="w-24">
          <LabelledInput quiet label="Days" value={row.days} fault={faults.days} onType={(days) => onChange({ ...row, days })} />
        </span>
      )}
      {row.kind !== 'cart' && (
        <span className="w-28">
          <LabelledInput
            quiet
            label="Time, your clock"
            value={row.time}
            fault={faults.time}
            onType={(time) => onChange({ ...row, time })}
          />
        </span>
      )}
    </fieldset>
  );
}

/** What is expected of a trial, and when it is bought: changed as one. */
export function ExpectDialog({ trial, onClose }: { trial: Trial; onClose: () => void }) {
  const { shop, services } = useDraft().book;
  const { runs } = useRan();
  const { change } = useTrials();
  const [usual] = services;
  const asRows = (expects: readonly Expectation[]) => expects.map((one) => rowOf(one, shop, usual?.id ?? ''));
  const [rows, setRows] = useState(() => asRows(trial.expects ?? []));
  const [when, setWhen] = useState(() => whenRowOf(trial.when, shop.locale));
  const [faults, setFaults] = useState<readonly RowFaults[]>([]);
  const [whenFaults, setWhenFaults] = useState<WhenFaults>({});
  const draft = runs.find(({ id }) => id === trial.id)?.draft;
  const save = async () => {
    const [read, moment] = [readRows(rows, shop), readWhen(when)];
    setFaults(read.ok ? [] : read.faults);
    setWhenFaults(moment.ok ? {} : moment.faults);
    if (!read.ok || !moment.ok) return;
    const { when: _when, expects: _expects, ...rest } = trial;
    const put: Trial = {
      ...rest,
      ...(moment.when && { when: moment.when }),
      ...(read.expects.length > 0 && { expects: [...read.expects] }),
    };
    if (await change({ put: [put] }, `expectations of ${trial.name}`)) onClose();
  };
  return (
    <Modal
      open
      wide
      onOpenChange={(open) => !open && onClose()}
      title={`What is expected of “${trial.name}”`}
      about="Checked after every edit."
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <When row={when} faults={whenFaults} onChange={setWhen} />
        {rows.length === 0 ? (
          <p className="text-ash">Nothing yet: it only shows what it gets.</p>
        ) : (
          <ul className="max-h-[45vh] overflow-y-auto">
            {rows.map((row, at) => (
              <Row
                // biome-ignore lint/suspicious/noArrayIndexKey: rows have no names of their own
                key={at}
                row={row}
                at={at}
                faults={faults[at] ?? {}}
                onChange={(next) => setRows(rows.map((held, place) => (place === at ? next : held)))}
                onRemove={() => {
                  setRows(rows.filter((_row, place) => place !== at));
                  setFaults([]);
                }}
              />
            ))}
          </ul>
        )}
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => setRows([...rows, emptyRow(usual?.id ?? '')])} disabled={usual === undefined}>
            <Plus size={14} aria-hidden className="me-1" />
            Expect something
          </Button>
          <Button
            disabled={!draft?.ok}
            onClick={() => {
              if (draft?.ok) setRows(asRows(draft.gives));
              setFaults([]);
            }}
          >
            Expect what it gets now
          </Button>
          <span className="ms-auto flex gap-2">
            <Button onClick={onClose}>Cancel</Button>
            <Button look="main" type="submit">
              Save
            </Button>
          </span>
        </div>
      </form>
    </Modal>
  );
}
