import { useId, useState } from 'react';
import { Button } from '../ui/Button.tsx';

/** A field for a password, which may be looked at while it is typed. */
export function SecretField({
  label,
  value,
  onType,
  fault,
  isNew = false,
}: {
  label: string;
  value: string;
  onType: (text: string) => void;
  fault?: string | undefined;
  isNew?: boolean;
}) {
  const id = useId();
  const [shown, setShown] = useState(false);
  return (
    <div>
      <label htmlFor={id} className="text-sm">
        {label}
      </label>
      <div className="mt-0.5 flex gap-2">
        <input
          id={id}
          type={shown ? 'text' : 'password'}
          autoComplete={isNew ? 'new-password' : 'current-password'}
          maxLength={256}
          value={value}
          aria-invalid={fault !== undefined}
          aria-describedby={fault === undefined ? undefined : `${id}-fault`}
          onChange={(event) => onType(event.target.value)}
          className={`h-8 min-w-0 flex-1 rounded-md border px-2 ${fault === undefined ? 'border-line-strong bg-paper' : 'border-fault bg-fault-soft'}`}
        />
        <Button onClick={() => setShown(!shown)} aria-pressed={shown} aria-label={`Show what is typed as ${label.toLowerCase()}`}>
          {shown ? 'Hide' : 'Show'}
        </Button>
      </div>
      {fault !== undefined && (
        <p id={`${id}-fault`} role="alert" className="mt-0.5 text-sm text-fault">
          {fault}
        </p>
      )}
    </div>
  );
}
