import { type ReactNode, useId, useState } from 'react';
import { Button } from './Button.tsx';

type Taken = { ok: true } | { ok: false; message: string };

/** Asks for one name; `onName` takes it, or says why not. */
export function NameForm({
  example,
  button,
  onName,
  children,
}: {
  example?: string;
  button: string;
  onName: (name: string) => Taken | Promise<Taken>;
  /** Further fields, below the name. */
  children?: ReactNode;
}) {
  const id = useId();
  const [name, setName] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const send = async () => {
    const taken = await onName(name);
    if (!taken.ok) setFault(taken.message);
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <label htmlFor={id} className="text-sm">
        Name
      </label>
      <input
        id={id}
        value={name}
        placeholder={example}
        aria-invalid={fault !== null}
        aria-describedby={fault === null ? undefined : `${id}-fault`}
        onChange={(event) => setName(event.target.value)}
        className="mt-1 h-8 w-full rounded-md border border-line-strong bg-paper px-2 aria-invalid:border-fault"
      />
      {fault !== null && (
        <p id={`${id}-fault`} role="alert" className="mt-0.5 text-xs text-fault">
          {fault.replace(/\.$/, '')}.
        </p>
      )}
      {children}
      <div className="mt-4 flex justify-end">
        <Button look="main" type="submit">
          {button}
        </Button>
      </div>
    </form>
  );
}
