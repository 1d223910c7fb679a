import { useState } from 'react';

/** A name being changed in place: Enter or leaving takes it, Esc keeps the old one. */
export function RenameField({
  label,
  name,
  onRename,
  onDone,
}: {
  label: string;
  name: string;
  onRename: (name: string) => { ok: true } | { ok: false; message: string };
  onDone: () => void;
}) {
  const [typed, setTyped] = useState(name);
  const [fault, setFault] = useState<string | null>(null);
  const take = () => {
    if (typed.trim() === name) return onDone();
    const outcome = onRename(typed);
    if (outcome.ok) onDone();
    else setFault(outcome.message);
  };
  return (
    <span className="block">
      <input
        // biome-ignore lint/a11y/noAutofocus: it takes the place of the name the user just chose to change
        autoFocus
        aria-label={label}
        aria-invalid={fault !== null}
        value={typed}
        onFocus={(event) => event.target.select()}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={take}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'Enter') take();
          if (event.key === 'Escape') onDone();
        }}
        className="h-7 w-full rounded-md border border-clay bg-paper px-1.5 font-semibold"
      />
      {fault !== null && (
        <span role="alert" className="block text-xs text-fault">
          {fault}.
        </span>
      )}
    </span>
  );
}
