import { DateWindow } from '@ostrakon/core';
import { useState } from 'react';
import { TypedField } from '../ui/TypedField.tsx';
import type { Taken } from '../ui/useTypedField.ts';
import { useFormat } from '../words/useWords.ts';
import { readDay } from './readDay.ts';

type Window = ReturnType<typeof DateWindow.parse>;
type Half = { readonly from: string | null; readonly until: string | null };

/** The first and last day of a window; both empty is always. One of two days of every year waits for the other. */
export function DateWindowFields({ value, onChange }: { value: Window | null; onChange: (value: Window | null) => Taken }) {
  const format = useFormat();
  const [half, setHalf] = useState<Half | null>(null);
  const held: Half = half ?? value ?? { from: null, until: null };
  const give = (next: Half): Taken => {
    if (next.from === null && next.until === null) {
      setHalf(null);
      return onChange(null);
    }
    const only = next.from === null ? next.until : next.until === null ? next.from : null;
    if (only?.length === 5) {
      // A day of every year has no meaning alone: kept on the page until the other comes.
      setHalf(next);
      return { ok: true };
    }
    const parsed = DateWindow.safeParse(next);
    if (!parsed.success) return { ok: false, message: `${parsed.error.issues[0]?.message}.` };
    const taken = onChange(parsed.data);
    if (taken.ok) setHalf(null);
    return taken;
  };
  const field = (end: keyof Half, label: string) => (
    <TypedField<string | null>
      label={label}
      className="flex-1"
      placeholder={end === 'from' ? 'any day' : 'for good'}
      shown={held[end] === null ? '' : format.day(held[end])}
      read={(text) => (text.trim() === '' ? { ok: true, value: null } : readDay(text))}
      commit={(day) => give({ ...held, [end]: day })}
    />
  );
  return (
    <div>
      <div className="flex items-start gap-2">
        <span aria-hidden className="w-16 py-1.5">
          From day
        </span>
        {field('from', 'First day')}
        <span aria-hidden className="py-1.5">
          to
        </span>
        {field('until', 'Last day')}
      </div>
      {half !== null && (
        <p className="mt-0.5 text-xs text-ochre">A window of every year has a first and a last day. Write the other one, too.</p>
      )}
    </div>
  );
}
