import type { ReactNode } from 'react';
import { TypedField } from '../../ui/TypedField.tsx';
import type { Read, Taken } from '../../ui/useTypedField.ts';

/** A field of a rule with its name before it. */
export function FormRow({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[10rem_1fr] items-start gap-2">
      <span aria-hidden className="py-1.5 text-sm text-ash">
        {label}
      </span>
      {children}
    </div>
  );
}

interface FieldRowProps<T> {
  label: string;
  shown: string;
  read: (text: string) => Read<T>;
  commit: (value: T) => Taken;
  placeholder?: string;
  narrow?: boolean;
}

export function FieldRow<T>({ label, narrow = false, ...field }: FieldRowProps<T>) {
  return (
    <FormRow label={label}>
      <TypedField label={label} {...field} className={narrow ? 'w-32' : ''} inputClass={narrow ? 'text-end' : ''} />
    </FormRow>
  );
}

/** What a schema says of a value that it does not take, as one sentence. */
export function schemaFault(error: { issues: readonly { message: string }[] }): { ok: false; message: string } {
  return { ok: false, message: `${error.issues[0]?.message ?? 'This is not taken'}.` };
}
