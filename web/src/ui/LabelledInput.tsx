import { useId } from 'react';
import { Echo } from './Echo.tsx';
import type { Read } from './useTypedField.ts';

interface LabelledInputProps {
  label: string;
  value: string;
  onType: (text: string) => void;
  /** An example, shown while the field is empty. */
  hint?: string;
  /** What is wrong with it, in words. */
  fault?: string | undefined;
  /** Choices to type from. */
  choices?: readonly string[];
  /** How the text will be read: where it could be read otherwise, that is told at once. */
  read?: ((text: string) => Read<unknown>) | undefined;
  /** A small grey label, where space is short. */
  quiet?: boolean;
}

/** A field of a form with its name above and its fault below. */
export function LabelledInput({ label, value, onType, hint, fault, choices, read, quiet = false }: LabelledInputProps) {
  const id = useId();
  const seen = read?.(value);
  const twoWays = seen?.ok ? seen.twoWays : undefined;
  return (
    <div className="min-w-0 flex-1">
      <label htmlFor={id} className={quiet ? 'block text-xs text-ash' : 'text-sm'}>
        {label}
      </label>
      <input
        id={id}
        value={value}
        placeholder={hint}
        autoComplete="off"
        list={choices && `${id}-choices`}
        aria-invalid={fault !== undefined}
        aria-describedby={fault === undefined ? undefined : `${id}-fault`}
        onChange={(event) => onType(event.target.value)}
        className={`h-8 w-full rounded-md border px-2 placeholder:text-ash ${quiet ? '' : 'mt-0.5'} ${fault === undefined ? 'border-line-strong bg-paper' : 'border-fault bg-fault-soft'}`}
      />
      {choices && (
        <datalist id={`${id}-choices`}>
          {choices.map((choice) => (
            <option key={choice} value={choice} />
          ))}
        </datalist>
      )}
      {twoWays && fault === undefined && <Echo twoWays={twoWays} onInstead={onType} />}
      {fault !== undefined && (
        <p id={`${id}-fault`} role="alert" className="mt-0.5 text-xs text-fault">
          {fault}
        </p>
      )}
    </div>
  );
}
