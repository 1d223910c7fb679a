import { parseTimeOfDay, type TimeOfDay, timeAsTyped } from '@ostrakon/core';
import { useDraft } from '../draft/DraftProvider.tsx';
import { TypedField } from '../ui/TypedField.tsx';
import type { Read, Taken } from '../ui/useTypedField.ts';

/** Reads a time of day; what is none is told with an example as the language writes it. */
export const readTime =
  (locale: string) =>
  (text: string): Read<TimeOfDay> => {
    const read = parseTimeOfDay(text);
    if (read.ok) return read;
    const example = timeAsTyped('14:00', locale);
    return { ok: false, message: `“${text.trim()}” is no time of day. Write one such as ${example}.` };
  };

/** A time of day; empty where `placeholder` says what that means. */
export function TimeField({
  label,
  value,
  onTime,
  placeholder,
  className = 'w-24',
}: {
  label: string;
  value: TimeOfDay | null;
  onTime: (time: TimeOfDay | null) => Taken;
  /** What an empty field means; without it a time is needed. */
  placeholder?: string;
  className?: string;
}) {
  const { locale } = useDraft().book.shop;
  return (
    <TypedField<TimeOfDay | null>
      label={label}
      className={className}
      inputClass="px-1.5! tabular-nums"
      placeholder={placeholder}
      shown={value === null ? '' : timeAsTyped(value, locale)}
      read={(text) => (text.trim() === '' && placeholder !== undefined ? { ok: true, value: null } : readTime(locale)(text))}
      commit={onTime}
    />
  );
}
