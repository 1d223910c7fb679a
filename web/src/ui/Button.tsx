import clsx from 'clsx';
import type { ComponentProps } from 'react';

type Look = 'plain' | 'main' | 'quiet' | 'dark';

const looks: Record<Look, string> = {
  plain: 'border-line-strong bg-paper text-ink hover:bg-bone font-medium px-3 disabled:opacity-50 disabled:hover:bg-paper',
  main: 'border-clay bg-clay text-paper hover:bg-clay-deep font-semibold disabled:bg-clay-tint disabled:text-ash disabled:border-clay-tint px-3',
  quiet: 'border-transparent bg-transparent text-clay hover:underline font-medium px-0 disabled:opacity-50 disabled:no-underline',
  dark: 'border-hood-line bg-transparent text-hood-text hover:bg-hood-held font-medium disabled:opacity-50 disabled:hover:bg-transparent px-3',
};

export function Button({ look = 'plain', className, type = 'button', ...rest }: ComponentProps<'button'> & { look?: Look }) {
  return (
    <button
      type={type}
      className={clsx('inline-flex h-8 items-center gap-1.5 rounded-md border text-sm whitespace-nowrap', looks[look], className)}
      {...rest}
    />
  );
}

/** A square button that shows only a sign; `label` is its name and its tooltip. */
export function SignButton({ label, className, ...rest }: ComponentProps<'button'> & { label: string }) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      className={clsx(
        'inline-grid size-7 shrink-0 place-items-center rounded-md text-ash hover:bg-ash-soft hover:text-ink disabled:opacity-40',
        className,
      )}
      {...rest}
    />
  );
}
