import type { ClosedList } from '@ostrakon/core';
import { useState } from 'react';
import { Button } from '../ui/Button.tsx';
import type { Taken } from '../ui/useTypedField.ts';
import { useFormat } from '../words/useWords.ts';
import { closedDaysWords } from './closedDays.ts';

/** Found closed days to look over, and take what is ticked. */
export function ChooseClosed({ found, today, onTake }: { found: ClosedList; today: string; onTake: (chosen: ClosedList) => Taken }) {
  const format = useFormat();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [fault, setFault] = useState<string | null>(null);
  const chosen = found.filter(({ name }) => !left.has(name));
  const days = chosen.reduce((sum, entry) => sum + entry.days.length, 0);
  const toggle = (name: string) => {
    const next = new Set(left);
    if (!next.delete(name)) next.add(name);
    setLeft(next);
  };
  return (
    <div>
      <ul className="max-h-72 overflow-y-auto rounded-md border border-line" aria-label="Days found">
        {found.map((entry) => (
          <li key={entry.name} className="border-line border-b last:border-b-0">
            <label className="flex items-center gap-2 px-2 py-1">
              <input type="checkbox" className="accent-clay" checked={!left.has(entry.name)} onChange={() => toggle(entry.name)} />
              <span className="w-56 shrink-0 truncate">{entry.name}</span>
              <span className="min-w-0 flex-1 truncate text-sm text-ash">{closedDaysWords(entry, format, today)}</span>
            </label>
          </li>
        ))}
      </ul>
      {fault !== null && (
        <p role="alert" className="mt-1 text-sm text-fault">
          {fault}
        </p>
      )}
      <Button
        look="main"
        className="mt-3"
        disabled={chosen.length === 0}
        onClick={() => {
          const taken = onTake(chosen);
          if (!taken.ok) setFault(taken.message);
        }}
      >
        Take {format.count(days, 'closed day')}
      </Button>
    </div>
  );
}
