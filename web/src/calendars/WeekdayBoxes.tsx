import type { Weekday } from '@ostrakon/core';
import { useFormat } from '../words/useWords.ts';

/** Days of the week to tick; one at least stays. */
export function WeekdayBoxes({
  label,
  value,
  onChange,
}: {
  label: string;
  value: readonly Weekday[];
  onChange: (days: Weekday[]) => void;
}) {
  const format = useFormat();
  return (
    <fieldset className="flex flex-wrap gap-x-3 gap-y-1">
      <legend className="sr-only">{label}</legend>
      {format.week.map((day) => (
        <label key={day} className="flex items-center gap-1">
          <input
            type="checkbox"
            className="size-6 accent-clay"
            checked={value.includes(day)}
            disabled={value.length === 1 && value.includes(day)}
            onChange={() => onChange(value.includes(day) ? value.filter((one) => one !== day) : [...value, day].sort())}
            aria-label={format.weekday(day)}
          />
          <span aria-hidden>{format.weekday(day).slice(0, 3)}</span>
        </label>
      ))}
    </fieldset>
  );
}
