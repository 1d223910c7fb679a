import clsx from 'clsx';
import type { ComponentProps } from 'react';

/** A list to choose from; the browser's own, so that long lists can be typed into. */
export function Select({ label, className, ...rest }: ComponentProps<'select'> & { label: string }) {
  return (
    <select
      aria-label={label}
      className={clsx('h-8 w-full min-w-0 truncate rounded-md border border-line-strong bg-paper px-2 text-base', className)}
      {...rest}
    />
  );
}
