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
      aria-label={props.label}
      aria-haspopup="listbox"
      aria-expanded={false}
      className={chooserLook(props.className)}
      onClick={() => setAsked(true)}
    >
      <span className="truncate">{props.shown}</span>
    </button>
  );
  if (!asked) return button;
  return (
    <Suspense fallback={button}>
      <ChooserFrame {...props} />
    </Suspense>
  );
}
