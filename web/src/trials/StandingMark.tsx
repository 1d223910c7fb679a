import type { Verdict } from '@ostrakon/core';
import { Check, CircleDashed, Minus, X } from 'lucide-react';

export const STANDING_WORDS: Readonly<Record<Verdict | 'none', string>> = {
  fails: 'fails',
  open: 'cannot be told yet',
  holds: 'holds',
  none: 'only shows',
};

const LOOKS = {
  fails: [X, 'text-fault', 'bg-fault'],
  open: [CircleDashed, 'text-ochre', 'bg-ochre'],
  holds: [Check, 'text-glaze', 'bg-glaze'],
  none: [Minus, 'text-ash', 'bg-line-strong'],
} as const;

/** How a trial stands: a sign with its word, or a small bar among many. */
export function StandingMark({ standing, look = 'sign' }: { standing: Verdict | null; look?: 'sign' | 'bar' }) {
  const [Sign, text, ground] = LOOKS[standing ?? 'none'];
  if (look === 'bar') return <span className={`inline-block h-4 w-2 rounded-sm ${ground}`} />;
  return (
    <span className={text}>
      <Sign size={16} aria-hidden />
      <span className="sr-only">{STANDING_WORDS[standing ?? 'none']}</span>
    </span>
  );
}
