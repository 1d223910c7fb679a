import type { OneTimeLink } from '@ostrakon/core/contract';
import { useId } from 'react';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/toast.ts';
import { useFormat } from '../words/useWords.ts';

/** A text to be copied, chosen as a whole when it is touched. */
export function CopyText({ label, text, note }: { label: string; text: string; note?: string }) {
  const id = useId();
  const copy = () =>
    navigator.clipboard.writeText(text).then(
      () => toast('Copied'),
      () => toast.error('It could not be copied: choose the text and copy it yourself'),
    );
  return (
    <div>
      <label htmlFor={id} className="block text-sm">
        {label}
      </label>
      <div className="mt-0.5 flex gap-2">
        <input
          id={id}
          readOnly
          value={text}
          onFocus={(event) => event.target.select()}
          className="h-8 min-w-0 flex-1 rounded-md border border-line-strong bg-bone px-2 text-sm"
        />
        <Button onClick={() => void copy()} aria-label={`Copy: ${label}`}>
          Copy
        </Button>
      </div>
      {note !== undefined && <p className="mt-1 text-sm text-ash">{note}</p>}
    </div>
  );
}

/** A one-time address, to be given to whom it is for. */
export function OneTimeAddress({ name, link }: { name: string; link: OneTimeLink }) {
  const format = useFormat();
  return (
    <CopyText
      label={`Address for ${name}`}
      text={`${window.location.origin}${link.path}`}
      note={`It is shown this one time, works once, and ends on ${format.moment(link.until)}. Give it to ${name} in a way only they can read.`}
    />
  );
}
