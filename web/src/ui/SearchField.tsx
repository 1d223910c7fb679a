import clsx from 'clsx';
import { Search } from 'lucide-react';
import type { KeyboardEvent } from 'react';

interface SearchFieldProps {
  label: string;
  /** Said while it is empty; the label where nothing else is. */
  hint?: string;
  value: string;
  onType: (text: string) => void;
  onKeyDown?: (event: KeyboardEvent<HTMLInputElement>) => void;
  /** A glass stands in it: for the search of a whole screen. */
  sign?: boolean;
  className?: string;
}

/** A field that finds things in a list while it is typed into. */
export function SearchField({ label, hint = label, value, onType, onKeyDown, sign = false, className = 'w-56' }: SearchFieldProps) {
  return (
    <span className={clsx('relative block', className)}>
      {sign && <Search size={14} aria-hidden className="absolute top-2 start-2.5 text-ash" />}
      <input
        type="search"
        aria-label={label}
        placeholder={hint}
        value={value}
        onChange={(event) => onType(event.target.value)}
        onKeyDown={onKeyDown}
        className={clsx('h-8 w-full rounded-md border border-line-strong bg-paper pe-2 placeholder:text-ash', sign ? 'ps-8' : 'ps-2')}
      />
    </span>
  );
}
