import { ChevronDown } from 'lucide-react';
import { Suspense, useState } from 'react';
import { type ChooserProps, chooserLook } from './choices.ts';
import { later } from './later.ts';

const ChooserFrame = later(() => import('./ChooserFrame.tsx'), 'ChooserFrame');

/** A long list to choose from by typing; its frame comes when it first opens. */
export function Chooser(props: ChooserProps) {
  const [asked, setAsked] = useState(false);
  const button = (
    <button
      type="button"
      id={props.id}
      aria-label={`${props.label}: ${props.shown}`}
      aria-haspopup="listbox"
      aria-expanded={false}
      className={chooserLook(props.className)}
      onClick={() => setAsked(true)}
    >
      <span className="min-w-0 flex-1 truncate">{props.shown}</span>
      <ChevronDown size={14} aria-hidden className="shrink-0 text-ash" />
    </button>
  );
  if (!asked) return button;
  return (
    <Suspense fallback={button}>
      <ChooserFrame {...props} />
    </Suspense>
  );
}
