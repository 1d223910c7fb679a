import { newId, parseTimeOfDay, timeAsTyped } from '@ostrakon/core';
import { Packer, type SetMail } from '@ostrakon/core/contract';
import { useState } from 'react';
import { problemWords } from '../../access/problemWords.ts';
import { useSending } from '../../access/useSending.ts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { Select } from '../../ui/Select.tsx';
import { useFormat } from '../../words/useWords.ts';

const DAILY_AT = '07:00';

interface PackerDialogProps {
  /** Null for a new one. */
  readonly packer: Packer | null;
  readonly taken: readonly Packer[];
  readonly onSave: (packer: Packer) => Promise<void>;
  readonly onClose: () => void;
}

function PackerDialog({ packer, taken, onSave, onClose }: PackerDialogProps) {
  const { book } = useDraft();
  const [name, setName] = useState(packer?.name ?? '');
  const [mail, setMail] = useState(packer?.mail ?? '');
  const [origin, setOrigin] = useState(packer?.origin ?? '');
  const [groups, setGroups] = useState<readonly string[]>(packer?.groups ?? []);
  const [daily, setDaily] = useState(packer?.when.every === 'day');
  const [at, setAt] = useState(timeAsTyped(packer?.when.every === 'day' ? packer.when.at : DAILY_AT, book.shop.locale));
  const [faults, setFaults] = useState<Readonly<Record<string, string>>>({});
  const { busy, error, send } = useSending();
  const save = () => {
    const time = parseTimeOfDay(at);
    if (daily && !time.ok) return setFaults({ at: 'Write a time such as 7:00' });
    const when = daily && time.ok ? { every: 'day', at: time.value } : { every: 'order' };
    const id =
      packer?.id ??
      newId(
        name || 'packer',
        taken.map((one) => ({ id: one.id, name: one.name })),
        'packer',
      );
    const read = Packer.safeParse({ id, name, mail: mail.trim(), origin: origin === '' ? null : origin, groups, when });
    if (!read.success) return setFaults(Object.fromEntries(read.error.issues.map(({ path, message }) => [String(path[0]), message])));
    void send(async () => {
      await onSave(read.data);
      onClose();
    });
  };
  return (
    <Modal open onOpenChange={(open) => !open && onClose()} title={packer ? packer.name : 'Somebody who packs'}>
      <div className="space-y-2">
        <div className="flex gap-3">
          <LabelledInput label="Name" value={name} onType={setName} fault={faults.name} />
          <LabelledInput label="E-mail" value={mail} onType={setMail} fault={faults.mail} />
        </div>
        <div>
          <p className="mb-0.5 text-sm" aria-hidden>
            Packs what leaves from
          </p>
          <Select label="Packs what leaves from" value={origin} onChange={(event) => setOrigin(event.target.value)}>
            <option value="">every location</option>
            {book.locations.map(({ id, name: called }) => (
              <option key={id} value={id}>
                {called}
              </option>
            ))}
          </Select>
        </div>
        {book.goodsGroups.length > 0 && (
          <fieldset>
            <legend className="text-sm">Packs only these goods; none ticked is all of them</legend>
            <div className="flex flex-wrap gap-x-4">
              {book.goodsGroups.map(({ id, name: called }) => (
                <label key={id} className="flex min-h-6 items-center gap-2">
                  <input
                    type="checkbox"
                    className="size-4 accent-clay"
                    checked={groups.includes(id)}
                    onChange={() => setGroups(groups.includes(id) ? groups.filter((one) => one !== id) : [...groups, id])}
                  />
                  {called}
                </label>
              ))}
            </div>
          </fieldset>
        )}
        <fieldset>
          <legend className="text-sm">Is written to</legend>
          <label className="flex min-h-6 items-center gap-2">
            <input type="radio" name="when" className="accent-clay" checked={!daily} onChange={() => setDaily(false)} />
            for each order as it comes
          </label>
          <label className="flex min-h-6 items-center gap-2">
            <input type="radio" name="when" className="accent-clay" checked={daily} onChange={() => setDaily(true)} />
            once a day, of all that waits, with a file for a spreadsheet
          </label>
          {daily && (
            <div className="w-32">
              <LabelledInput label="At" value={at} onType={setAt} fault={faults.at} />
            </div>
          )}
        </fieldset>
      </div>
      {error !== null && (
        <p role="alert" className="mt-2 text-sm text-fault">
          {problemWords(error)}
        </p>
      )}
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>Cancel</Button>
        <Button look="main" disabled={busy} onClick={save}>
          Save
        </Button>
      </div>
    </Modal>
  );
}

/** Those who pack for the shop, and when they are written to. */
export function PackersForm({ settings, save }: { settings: SetMail; save: (settings: SetMail) => Promise<void> }) {
  const { book } = useDraft();
  const format = useFormat();
  const [shown, setShown] = useState<Packer | 'new' | null>(null);
  const { error, send } = useSending();
  const put = (packer: Packer) =>
    save({
      ...settings,
      packers: settings.packers.some(({ id }) => id === packer.id)
        ? settings.packers.map((one) => (one.id === packer.id ? packer : one))
        : [...settings.packers, packer],
    });
  const nameOf = (origin: string | null) =>
    origin === null ? 'every location' : (book.locations.find(({ id }) => id === origin)?.name ?? origin);
  const goods = (groups: readonly string[]) =>
    groups.length === 0 ? '' : `, ${format.list(groups.map((id) => book.goodsGroups.find((one) => one.id === id)?.name ?? id))} only`;
  return (
    <section aria-label="Those who pack" className="rounded-lg border border-line-strong bg-paper p-4">
      <div className="mb-2 flex items-center justify-between">
        <h2 className="font-serif text-lg font-semibold">Those who pack</h2>
        <Button onClick={() => setShown('new')}>Add somebody</Button>
      </div>
      {settings.packers.length === 0 && (
        <p className="text-sm text-ash">Nobody is written to. A packing company gets its list of orders this way.</p>
      )}
      <ul>
        {settings.packers.map((packer) => (
          <li key={packer.id} className="flex items-center gap-3 border-line border-t py-1.5">
            <div className="min-w-0 flex-1">
              <span className="font-semibold">{packer.name}</span> <span className="text-sm text-ash">{packer.mail}</span>
              <p className="text-sm text-ash">
                {nameOf(packer.origin)}
                {goods(packer.groups)}; {packer.when.every === 'order' ? 'for each order' : `once a day at ${format.time(packer.when.at)}`}
              </p>
            </div>
            <Button look="quiet" aria-label={`Change ${packer.name}`} onClick={() => setShown(packer)}>
              Change
            </Button>
            <Button
              look="quiet"
              aria-label={`Take ${packer.name} off`}
              onClick={() => void send(() => save({ ...settings, packers: settings.packers.filter(({ id }) => id !== packer.id) }))}
            >
              Take off
            </Button>
          </li>
        ))}
      </ul>
      {error !== null && (
        <p role="alert" className="text-sm text-fault">
          {problemWords(error)}
        </p>
      )}
      {shown !== null && (
        <PackerDialog packer={shown === 'new' ? null : shown} taken={settings.packers} onSave={put} onClose={() => setShown(null)} />
      )}
    </section>
  );
}
