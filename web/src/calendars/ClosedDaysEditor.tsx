import type { ClosedDays, ClosedList } from '@ostrakon/core';
import { X } from 'lucide-react';
import { type ReactNode, Suspense, useState } from 'react';
import { Button, SignButton } from '../ui/Button.tsx';
import { LabelledInput } from '../ui/LabelledInput.tsx';
import { later } from '../ui/later.ts';
import { toast } from '../ui/toast.ts';
import type { Taken } from '../ui/useTypedField.ts';
import { useFormat } from '../words/useWords.ts';
import { type ClosedFaults, closedDaysWords, mergedClosed, readClosed } from './closedDays.ts';

const HolidaysDialog = later(() => import('./HolidaysDialog.tsx'), 'HolidaysDialog');
const CalendarFileDialog = later(() => import('./CalendarFileDialog.tsx'), 'CalendarFileDialog');

function AddClosed({ onAdd }: { onAdd: (entry: ClosedDays) => Taken }) {
  const [typed, setTyped] = useState({ name: '', from: '', until: '' });
  const [faults, setFaults] = useState<ClosedFaults>({});
  const set = (more: Partial<typeof typed>) => {
    setTyped({ ...typed, ...more });
    setFaults({});
  };
  const add = () => {
    const read = readClosed(typed);
    if (!read.ok) return setFaults(read.faults);
    const taken = onAdd(read.entry);
    if (taken.ok) setTyped({ name: '', from: '', until: '' });
    else setFaults({ name: taken.message });
  };
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <LabelledInput quiet label="Why" hint="Stocktaking" value={typed.name} onType={(name) => set({ name })} fault={faults.name} />
      <LabelledInput quiet label="First closed day" hint="24 Dec" value={typed.from} onType={(from) => set({ from })} fault={faults.from} />
      <LabelledInput
        quiet
        label="Last closed day"
        hint="the same"
        value={typed.until}
        onType={(until) => set({ until })}
        fault={faults.until}
      />
      <Button type="submit">Add</Button>
    </form>
  );
}

/** Days on which nothing happens: by hand, from an iCalendar file, or from public holidays. */
export function ClosedDaysEditor({
  of,
  value,
  onChange,
  country,
  today,
  beside,
}: {
  /** Whose closed days: names the parts for screen readers. */
  of: string;
  value: ClosedList;
  onChange: (value: ClosedList) => Taken;
  /** Where to begin looking for holidays. */
  country: { country: string; subdivision: string | null };
  /** The plain date it is now. */
  today: string;
  /** What else is known of an entry, to be changed in its row. */
  beside?: (entry: ClosedDays) => ReactNode;
}) {
  const format = useFormat();
  const [dialog, setDialog] = useState<'file' | 'holidays' | null>(null);
  const take = (more: ClosedList) => {
    const taken = onChange(mergedClosed(value, more));
    if (taken.ok)
      toast(
        `${format.count(
          more.reduce((sum, { days }) => sum + days.length, 0),
          'closed day',
        )} taken over`,
      );
    return taken;
  };
  return (
    <div>
      {value.length === 0 ? (
        <p className="text-ash">No closed days yet.</p>
      ) : (
        <ul className="max-h-64 overflow-y-auto rounded-md border border-line" aria-label={`Closed days of ${of}`}>
          {value.map((entry) => (
            <li key={entry.name} className="flex items-center gap-2 border-line border-b px-2 py-0.5 last:border-b-0">
              <span className="w-44 shrink-0 truncate font-medium" title={entry.name}>
                {entry.name}
              </span>
              <span className="min-w-0 flex-1 truncate text-sm text-ash">{closedDaysWords(entry, format, today)}</span>
              {beside?.(entry)}
              <SignButton label={`Remove ${entry.name}`} onClick={() => onChange(value.filter((one) => one !== entry))}>
                <X size={14} aria-hidden />
              </SignButton>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-2">
        <AddClosed onAdd={(entry) => onChange(mergedClosed(value, [entry]))} />
      </div>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button onClick={() => setDialog('holidays')}>Public holidays…</Button>
        <Button onClick={() => setDialog('file')}>Import a calendar…</Button>
        {value.length > 0 && (
          <Button look="quiet" onClick={() => onChange([])}>
            Remove all
          </Button>
        )}
      </div>
      <Suspense>
        {dialog === 'holidays' && <HolidaysDialog at={country} today={today} onTake={take} onClose={() => setDialog(null)} />}
        {dialog === 'file' && <CalendarFileDialog today={today} onTake={take} onClose={() => setDialog(null)} />}
      </Suspense>
    </div>
  );
}
