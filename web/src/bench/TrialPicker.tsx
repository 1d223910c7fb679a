import { regionName, standingOf, type Trial } from '@ostrakon/core';
import { PanelRightClose } from 'lucide-react';
import { useCallback, useState } from 'react';
import { Link } from 'react-router';
import { useDraft } from '../draft/DraftProvider.tsx';
import { useRan } from '../proof/useProof.ts';
import { Button, SignButton } from '../ui/Button.tsx';
import { Chooser } from '../ui/Chooser.tsx';
import type { Choice } from '../ui/choices.ts';
import { later } from '../ui/later.ts';
import { Modal } from '../ui/Modal.tsx';
import { Select } from '../ui/Select.tsx';
import { foundBy } from '../words/plainName.ts';
import { countryFoundBy } from '../words/useWords.ts';
import { useBench } from './BenchProvider.tsx';

/** Waited for by the dialog around it, whose first field is in hand when it opens. */
const SaveTrial = later(() => import('./SaveTrial.tsx'), 'SaveTrial');

/** More trials than this are searched. */
const MANY = 24;

/** Picks, steps through and saves trials. */
export function TrialPicker({ onFold }: { onFold: () => void }) {
  const { trials, state, send } = useBench();
  const [saving, setSaving] = useState(false);
  const held = trials.find((trial) => trial.id === state.trial);
  const { locale } = useDraft().book.shop;
  const load = (id: string) => {
    const trial = trials.find((one) => one.id === id);
    if (trial) send({ kind: 'load', trial });
  };
  const choices = useCallback(
    () =>
      trials.map(({ id, name, label, cart }): Choice => {
        const country = regionName(cart.destination.country, locale);
        const by = `${foundBy([name, label ?? ''])} |${countryFoundBy(cart.destination.country, locale)}`;
        return { value: id, name, detail: country, group: label ?? 'Without a label', by };
      }),
    [trials, locale],
  );
  const { runs } = useRan();
  const failing = new Set(runs.flatMap((run) => (standingOf(run) === 'fails' ? [run.id] : [])));
  // The moment of a trial that moves with the present is no change of it.
  const { moment, ...asSaved } = held?.cart ?? state.cart;
  const { moment: at, ...onBench } = state.cart;
  const isMoved = held?.when === undefined && moment !== at;
  const changed = held !== undefined && (isMoved || JSON.stringify(asSaved) !== JSON.stringify(onBench));
  const labels = [...new Set(trials.flatMap((trial) => trial.label ?? []))];
  const unlabelled = trials.filter((trial) => trial.label === undefined);
  const entry = (trial: Trial) => (
    <option key={trial.id} value={trial.id}>
      {failing.has(trial.id) ? '✕ ' : ''}
      {trial.name}
      {trial === held && changed ? ', changed' : ''}
    </option>
  );
  return (
    <div className="sticky top-0 z-10 border-line-strong border-b bg-paper px-4 py-2">
      <div className="flex items-center gap-2">
        <h2 className="font-serif text-lg font-semibold whitespace-nowrap">Quote bench</h2>
        <Button className="ms-auto" onClick={() => setSaving(true)} disabled={state.cart.lines.length === 0}>
          Save as trial
        </Button>
        <SignButton label="Fold the bench" aria-expanded onClick={onFold}>
          <PanelRightClose size={16} aria-hidden />
        </SignButton>
      </div>
      {trials.length > 0 && (
        <div className="-ms-2 mt-1 flex items-center gap-2">
          {trials.length > MANY && (
            <Chooser
              label="Trial"
              className="border-transparent! text-sm text-ash"
              value={held?.id ?? ''}
              shown={held === undefined ? 'Own cart' : `${held.name}${changed ? ', changed' : ''}`}
              choices={choices}
              onChange={load}
              hint="A trial, its label, where it goes"
            />
          )}
          {trials.length <= MANY && (
            <Select
              label="Trial"
              title="Step through trials with [ and ]"
              className="min-w-0 border-transparent! text-sm text-ash"
              value={held?.id ?? ''}
              onChange={(event) => load(event.target.value)}
            >
              {held === undefined && <option value="">Own cart</option>}
              {unlabelled.map(entry)}
              {labels.map((label) => (
                <optgroup key={label} label={label}>
                  {trials.filter((trial) => trial.label === label).map(entry)}
                </optgroup>
              ))}
            </Select>
          )}
          {failing.size > 0 && (
            <Link
              to="/proof/trials"
              className="inline-flex h-6 shrink-0 items-center rounded-full bg-fault-soft px-2 text-xs font-semibold text-fault hover:underline"
            >
              {failing.size === 1 ? 'One trial fails' : `${failing.size} trials fail`}
            </Link>
          )}
        </div>
      )}
      <Modal
        open={saving}
        onOpenChange={setSaving}
        title="Save as trial"
        about="Keeps this cart and address, so that you can come back to them."
      >
        <SaveTrial onDone={() => setSaving(false)} />
      </Modal>
    </div>
  );
}
