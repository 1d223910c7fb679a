import type { Trial } from '@ostrakon/core';
import { fitsRows, readTrialRows, rowsOfTrial, TRIAL_COLUMNS, TrialFile, type TrialRowFault } from '@ostrakon/core/proof';
import Papa from 'papaparse';
import { useRef, useState } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { useTrials } from '../../trials/useTrials.ts';
import { Button } from '../../ui/Button.tsx';
import { toCsv } from '../../ui/csv.ts';
import { decodeFile, NOT_TEXT } from '../../ui/decodeText.ts';
import { download } from '../../ui/download.ts';
import { Menu } from '../../ui/Menu.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { toast } from '../../ui/toast.ts';

type ReadFile = { readonly trials: readonly Trial[] } | { readonly faults: readonly string[] };

const faultWords = ({ row, column, message }: TrialRowFault) => (row === 0 ? `${message}.` : `Row ${row + 1}, ${column}: ${message}.`);

/** Trials of a JSON file, or every fault by its place in it. */
function readJson(text: string): ReadFile {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return { faults: ['This is no JSON file.'] };
  }
  const read = TrialFile.safeParse(value);
  if (read.success) return { trials: read.data.trials };
  return {
    faults: read.error.issues.slice(0, 50).map(({ path, message }) => `${path.length === 0 ? 'The file' : path.join(', ')}: ${message}.`),
  };
}

function useReading() {
  const book = useDraft().book;
  const { products } = useBench();
  const { trials } = useTrials();
  return async (file: File): Promise<ReadFile> => {
    const decoded = await decodeFile(file);
    if (decoded === null) return { faults: [NOT_TEXT] };
    if (decoded.text.trimStart().startsWith('{') || file.name.toLowerCase().endsWith('.json')) return readJson(decoded.text);
    const [heads = [], ...rows] = Papa.parse<string[]>(decoded.text, { skipEmptyLines: 'greedy' }).data;
    const read = readTrialRows(heads, rows, book, trials, new Set(products.keys()));
    if (!read.ok) return { faults: read.faults.map(faultWords) };
    return read.trials.length === 0 ? { faults: ['There is no trial in this file.'] } : { trials: read.trials };
  };
}

function Seen({ name, seen, onClose }: { name: string; seen: ReadFile; onClose: () => void }) {
  const { trials, change, undo } = useTrials();
  if ('faults' in seen) {
    return (
      <Modal
        open
        onOpenChange={(open) => !open && onClose()}
        title="Nothing was taken"
        about={`${name} has something that cannot be read. Mend it and read it again.`}
      >
        <ul role="alert" className="max-h-64 list-disc space-y-0.5 overflow-y-auto ps-5 text-sm text-fault">
          {seen.faults.map((fault) => (
            <li key={fault}>{fault}</li>
          ))}
        </ul>
        <div className="mt-3 flex justify-end">
          <Button onClick={onClose}>Close</Button>
        </div>
      </Modal>
    );
  }
  const held = new Set(trials.map(({ id }) => id));
  const replaced = seen.trials.filter(({ id }) => held.has(id));
  const added = seen.trials.length - replaced.length;
  const take = async () => {
    if (!(await change({ put: [...seen.trials] }, `trials of ${name}`))) return;
    toast(`Read ${seen.trials.length} ${seen.trials.length === 1 ? 'trial' : 'trials'} from ${name}`, {
      action: { label: 'Undo', onClick: () => void undo() },
    });
    onClose();
  };
  return (
    <Modal open onOpenChange={(open) => !open && onClose()} title="Read trials from a file" about={name}>
      <p>
        {added} {added === 1 ? 'trial is' : 'trials are'} new
        {replaced.length === 0
          ? '.'
          : `; ${replaced.length === 1 ? 'one takes' : `${replaced.length} take`} the place of what is saved: ${replaced.map((trial) => trial.name).join(', ')}.`}
      </p>
      <div className="mt-3 flex justify-end gap-2">
        <Button onClick={onClose}>Cancel</Button>
        <Button look="main" onClick={() => void take()}>
          Take them
        </Button>
      </div>
    </Modal>
  );
}

/** Trials written to a file and read from one. */
export function TrialFiles() {
  const { trials } = useTrials();
  const book = useDraft().book;
  const read = useReading();
  const picker = useRef<HTMLInputElement>(null);
  const [seen, setSeen] = useState<{ readonly name: string; readonly file: ReadFile } | null>(null);
  const writeCsv = () => {
    const fitting = trials.filter(fitsRows);
    download('trials.csv', toCsv([TRIAL_COLUMNS, ...fitting.flatMap((trial) => rowsOfTrial(trial, book))]));
    const left = trials.length - fitting.length;
    if (left > 0)
      toast(
        `${left === 1 ? 'One trial has' : `${left} trials have`} more than a table can hold, such as several addresses: the JSON file has all of them.`,
      );
  };
  const writeJson = () =>
    download(
      'trials.json',
      `${JSON.stringify({ format: 'ostrakon-trials', version: 1, trials: [...trials] } satisfies TrialFile, null, 2)}\n`,
      'application/json',
    );
  return (
    <>
      <input
        ref={picker}
        type="file"
        aria-label="Trials file"
        accept=".csv,.txt,.json,text/csv,application/json"
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = '';
          if (file) void read(file).then((found) => setSeen({ name: file.name, file: found }));
        }}
      />
      <Menu
        trigger={<Button>Import, export</Button>}
        groups={() => [
          {
            entries: [
              {
                label: 'Read from a file…',
                act: () => picker.current?.click(),
                about: 'A table (CSV) or a JSON file. Nothing is taken before you have seen it.',
              },
              { label: 'Write a table (CSV)', act: writeCsv, disabled: trials.length === 0 },
              { label: 'Write a JSON file', act: writeJson, disabled: trials.length === 0 },
            ],
          },
        ]}
      />
      {seen && <Seen name={seen.name} seen={seen.file} onClose={() => setSeen(null)} />}
    </>
  );
}
