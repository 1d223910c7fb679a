import { parseTimeOfDay, type TimeOfDay, timeAsTyped } from '@ostrakon/core';
import { useDraft } from '../draft/DraftProvider.tsx';
import { TypedField } from '../ui/TypedField.tsx';
import type { Read, Taken } from '../ui/useTypedField.ts';

export function readTime(text: string): Read<TimeOfDay> {
  const read = parseTimeOfDay(text);
  return read.ok ? read : { ok: false, message: `“${text.trim()}” is no time of day. Write one from 00:00 to 24:00, such as 14:00.` };
}

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
      read={(text) => (text.trim() === '' && placeholder !== undefined ? { ok: true, value: null } : readTime(text))}
      commit={onTime}
    />
  );
}
