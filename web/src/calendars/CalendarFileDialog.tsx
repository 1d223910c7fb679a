import { type ClosedList, dayOf, toDay } from '@ostrakon/core';
import type { EventProblem, ReadCalendar } from '@ostrakon/core/icalendar';
import { useEffect, useRef, useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { FileField } from '../ui/FileField.tsx';
import { Modal } from '../ui/Modal.tsx';
import type { Taken } from '../ui/useTypedField.ts';
import { ChooseClosed } from './ChooseClosed.tsx';
import type { CalendarFile } from './calendarFile.worker.ts';

const REFUSED: Readonly<Record<Exclude<ReadCalendar, { ok: true }>['why'], string>> = {
  tooLarge: 'This file is larger than 2 MB. Save the calendar with fewer events.',
  noCalendar: 'This is no iCalendar file: it has no BEGIN:VCALENDAR.',
  unreadable: 'This file cannot be read as a calendar; it may be torn.',
  noEvents: 'This calendar has no events.',
  tooManyEvents: 'This calendar has more than 2,000 events. Save it with fewer.',
};

const SKIPPED: Readonly<Record<EventProblem, string>> = {
  timed: 'has hours; only all-day events close a day',
  cancelled: 'is cancelled',
  unreadable: 'cannot be read',
  endsBeforeStart: 'ends before it starts',
  tooOften: 'recurs on more than 400 days',
  outside: 'has no day in the years ahead',
};

const MOST_BYTES = 2_000_000;
const SLOW_MS = 10_000;
const YEARS = 10;

type Stage = { tag: 'choose'; fault?: string } | { tag: 'reading' } | { tag: 'read'; read: Extract<ReadCalendar, { ok: true }> };

/** The all-day events of an iCalendar file. Read in a worker, so that a hostile file stops nothing and can be stopped. */
export function CalendarFileDialog({
  today,
  onTake,
  onClose,
}: {
  today: string;
  onTake: (chosen: ClosedList) => Taken;
  onClose: () => void;
}) {
  const [stage, setStage] = useState<Stage>({ tag: 'choose' });
  const worker = useRef<Worker>(undefined);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const stop = () => {
    worker.current?.terminate();
    clearTimeout(timer.current);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when the dialog goes
  useEffect(() => stop, []);
  const open = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > MOST_BYTES) return setStage({ tag: 'choose', fault: REFUSED.tooLarge });
    setStage({ tag: 'reading' });
    const year = Number(today.slice(0, 4));
    const asked: CalendarFile = {
      text: await file.text(),
      within: { from: toDay(today), until: dayOf(Math.min(year + YEARS, 2038), 12, 31) },
    };
    stop();
    const reader = new Worker(new URL('./calendarFile.worker.ts', import.meta.url), { type: 'module' });
    worker.current = reader;
    const fail = (fault: string) => {
      stop();
      setStage({ tag: 'choose', fault });
    };
    timer.current = setTimeout(() => fail('Reading this file took too long and was stopped.'), SLOW_MS);
    reader.onerror = () => fail('This file cannot be read.');
    reader.onmessage = ({ data }: MessageEvent<ReadCalendar>) => {
      stop();
      setStage(data.ok ? { tag: 'read', read: data } : { tag: 'choose', fault: REFUSED[data.why] });
    };
    reader.postMessage(asked);
  };
  const read = stage.tag === 'read' ? stage.read : null;
  return (
    <Modal
      open
      wide
      onOpenChange={(next) => !next && onClose()}
      title="Closed days from a calendar file"
      about="All-day events of an iCalendar file (.ics), single and recurring, from today on and ten years ahead."
    >
      {stage.tag === 'reading' ? (
        <p className="flex items-center gap-3">
          Reading the calendar…{' '}
          <Button
            onClick={() => {
              stop();
              setStage({ tag: 'choose' });
            }}
          >
            Cancel
          </Button>
        </p>
      ) : (
        <FileField label="Calendar file" accept=".ics,text/calendar" className="mt-0.5 block w-full" onFile={(file) => void open(file)} />
      )}
      {stage.tag === 'choose' && stage.fault !== undefined && (
        <p role="alert" className="mt-2 text-fault">
          {stage.fault}
        </p>
      )}
      {read && (
        <div className="mt-3">
          {read.closed.length === 0 ? (
            <p className="text-ash">No all-day event of this file closes a day from today on.</p>
          ) : (
            <ChooseClosed
              found={read.closed}
              today={today}
              onTake={(chosen) => {
                const taken = onTake(chosen);
                if (taken.ok) onClose();
                return taken;
              }}
            />
          )}
          {read.skipped.length > 0 && (
            <details className="mt-3 text-sm">
              <summary className="cursor-pointer text-ash">Not taken: {read.skipped.length}</summary>
              <ul className="mt-1 max-h-40 overflow-y-auto">
                {read.skipped.map(({ name, why }, at) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: events may share their name
                  <li key={at}>
                    <span className="font-medium">{name === '' ? 'An event without a name' : name}</span> {SKIPPED[why]}.
                  </li>
                ))}
              </ul>
            </details>
          )}
        </div>
      )}
    </Modal>
  );
}
