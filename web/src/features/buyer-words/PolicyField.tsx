import { useEffect, useState } from 'react';
import Markdown from 'react-markdown';

const MOST = 20_000;

/** A longer text with its Markdown shown below as buyers read it; kept when it is left. */
export function PolicyField({
  label,
  shown,
  commit,
}: {
  label: string;
  shown: string;
  commit: (typed: string) => { ok: boolean; message?: string };
}) {
  const [text, setText] = useState(shown);
  const [fault, setFault] = useState<string | null>(null);
  useEffect(() => setText(shown), [shown]);
  const leave = () => {
    if (text === shown) return;
    const outcome = commit(text);
    setFault(outcome.ok ? null : (outcome.message ?? 'It could not be kept.'));
  };
  return (
    <div className="grid gap-2">
      <textarea
        aria-label={label}
        aria-invalid={fault !== null}
        className="min-h-32 w-full rounded-md border border-line-strong bg-paper p-2 text-base"
        maxLength={MOST}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={leave}
      />
      {fault !== null && (
        <p role="alert" className="text-sm text-fault">
          {fault}
        </p>
      )}
      {text.trim() !== '' && (
        <div className="rounded-md border border-line bg-bone p-2 text-sm [&_a]:text-clay [&_a]:underline [&_li]:ms-4 [&_ul]:list-disc">
          <Markdown>{text}</Markdown>
        </div>
      )}
    </div>
  );
}
